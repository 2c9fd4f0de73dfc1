import { factsBy } from './drawn-facts.js';
import { valueWords } from '@kerabat/core/named/attribute';
import type { JointView, Workspace, WorkStep } from '@kerabat/contract';
import { jointDrawing, svgOf } from '@kerabat/core/tell/drawing';
import { WORK_GROUPS, WORK_WORDS } from '@kerabat/core/work/work-card';
import { STANDARD_FACE } from './faces.js';
import { heading, type Sheet, WIDTH } from './sheet.js';

/** The work card on paper: steps by stage, each with its caution where the hurt happens. */
export function workCardSheet(workspace: Workspace): Sheet {
  const { workCard, conversions } = workspace;
  const content = WORK_GROUPS.flatMap((group) => {
    const here = workCard.filter((step) => step.group === group);
    return here.length === 0 ? [] : [heading(WORK_WORDS[group]), { ol: here.map(step) }];
  });
  const planned = conversions.map(({ words, because }) => ({
    text: `Conversion: ${words}. ${because.join(' ')}`,
    margin: [0, 4, 0, 4],
  }));
  const none = { text: 'Nothing beyond fitting and bleeding as usual.', margin: [0, 8, 0, 8] };
  const changed = workspace.work.flatMap((work) => work.joints.flatMap((joint) => jointPicture(work.words, joint)));
  const [first, ...more] = changed;
  // A heading, a drawing and what is said of it are never parted by the end of a page.
  const drawn =
    first === undefined
      ? []
      : [together(heading('Joints that change'), ...first), ...more.map((one) => together(...one))];
  return { title: 'Work card', content: [...planned, ...(content.length === 0 ? [none] : content), ...drawn] };
}

/** A joint that does not simply fit, drawn as it will be, with the sentence of each check that says why. */
function jointPicture(unit: string, { words, state, drawn, checks }: JointView): unknown[][] {
  if (!drawn || state === 'fits') return [];
  const [a, b] = drawn.faces;
  const { svg } = svgOf(jointDrawing({ kind: drawn.kind, a: a.facts, b: b.facts }), {
    width: WIDTH,
    mostHeight: 110,
    font: STANDARD_FACE,
    size: 9,
    text: ({ key, words: name }) => {
      const fact = [...factsBy('a', a), ...factsBy('b', b)].find((one) => one.key === key);
      return fact && fact.value !== null
        ? `${name} ${valueWords(fact.attribute, fact.value).split(' · ')[0] ?? ''}`
        : undefined;
    },
  });
  const why = checks.filter((check) => check.state !== 'fits').map((check) => check.sentence);
  return [
    [
      { text: `${words}, ${unit}`, bold: true, margin: [0, 6, 0, 2] },
      { svg, width: WIDTH },
      { ul: why, fontSize: 8.5 },
    ],
  ];
}

const together = (...stack: readonly unknown[]): unknown => ({ stack, unbreakable: true });

const step = ({ words, minutes, skill, tools, caution }: WorkStep): unknown => {
  const about = [
    minutes ? `${minutes} min` : '',
    skill && skill !== 'ordinary' ? skill : '',
    tools ? `tools: ${tools.join(', ')}` : '',
  ]
    .filter((w) => w !== '')
    .join('; ');
  return {
    stack: [
      `${words}${about === '' ? '' : ` (${about})`}`,
      ...(caution === undefined ? [] : [{ text: `Caution: ${caution}`, bold: true }]),
    ],
    margin: [0, 0, 0, 3],
  };
};
