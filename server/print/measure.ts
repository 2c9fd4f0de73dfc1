import { factsBy, sideKey } from './drawn-facts.js';
import type { JointView, MeasurementView, SlotWork, Workspace } from '@kerabat/contract';
import { GROUP_WORDS, isSameQuestion, MEASURE_GROUPS, sideAt } from '@kerabat/core/job';
import { attribute, type AttributeName, valueWords } from '@kerabat/core/named/attribute';
import { type Drawing, jointDrawing, partDrawing, svgOf } from '@kerabat/core/tell/drawing';
import { findSlot } from '@kerabat/core/vehicle/place';
import { STANDARD_FACE } from './faces.js';
import { heading, type Sheet, WIDTH } from './sheet.js';

/** Points for each mm: a drawing at this scale is as large as the thing. */
const FULL_SIZE = 72 / 25.4;

/**
 * What to measure before anything is ordered, on paper: each joint drawn with a box to write in where it is measured,
 * where to look, and the flange of each new unit at full size to lay the part on.
 */
export function measureSheet(workspace: Workspace): Sheet {
  const joints = workspace.work.flatMap((work) => work.joints.map((joint) => ({ work, joint })));
  const content = MEASURE_GROUPS.flatMap((group) => {
    const left = new Set(workspace.measurements.filter((m) => m.group === group));
    if (left.size === 0) return [];
    const drawn = joints.flatMap(({ work, joint }) => {
      const list = [...left].filter((m) => isAskedBy(joint, m));
      for (const m of list) left.delete(m);
      return list.length === 0 ? [] : [jointSheet(work, joint, list)];
    });
    const rest = left.size === 0 ? [] : [table([...left])];
    return [heading(GROUP_WORDS[group]), ...drawn, ...rest];
  });
  const unknown = workspace.work.some((w) => w.joints.some((j) => j.state === 'not-known'));
  const words = unknown
    ? 'Resolve mismatches with no fix first: measuring there saves nothing.'
    : 'Nothing has to be measured: every joint is known.';
  const none = { text: words, margin: [0, 8, 0, 8] };
  const laid = workspace.work.flatMap(fullSize);
  return { title: 'Measure before you order', content: [...(content.length === 0 ? [none] : content), ...laid] };
}

const isAskedBy = (joint: JointView, m: MeasurementView): boolean =>
  joint.checks.some((check) => check.measures.some((one) => isSameQuestion(one, m)));

/** A joint as it is drawn on the screen: values where they are known, boxes where they are measured. */
function jointSheet(work: SlotWork, joint: JointView, list: readonly MeasurementView[]): unknown {
  const { drawn } = joint;
  const title = { text: `${joint.words}, ${work.words}`, bold: true, margin: [0, 6, 0, 2] };
  if (!drawn) return [title, table(list)];
  const [a, b] = drawn.faces;
  const drawing = jointDrawing({ kind: drawn.kind, a: a.facts, b: b.facts });
  const told = new Set<string>();
  const { svg } = svgOf(drawing, {
    width: WIDTH,
    mostHeight: 150,
    font: STANDARD_FACE,
    size: 9,
    text: ({ key, words }) => {
      const asked = list.find((m) => key === sideKey(sideAt(work.slot, m) === a.side ? 'a' : 'b', m.attribute));
      if (asked) {
        told.add(asked.key);
        return '';
      }
      const fact = [...factsBy('a', a), ...factsBy('b', b)].find((one) => one.key === key);
      return fact === undefined || fact.value === null
        ? undefined
        : `${words} ${valueWords(fact.attribute, fact.value).split(' · ')[0] ?? ''}`;
    },
  });
  const where = list.map((m) => `${m.what}${m.side === 'unit' ? ', new unit' : ''}: ${whereOf(m)}`);
  const rest = list.filter((m) => !told.has(m.key));
  return [
    title,
    { svg, width: WIDTH },
    { ul: where, fontSize: 8, margin: [0, 2, 0, 4] },
    ...(rest.length > 0 ? [table(rest)] : []),
  ];
}

const whereOf = (m: MeasurementView): string =>
  [m.where, m.off ? `off first: ${m.off}` : '', m.tool ? m.tool.replace('-', ' ') : '', `about ${m.minutes} min`]
    .filter(Boolean)
    .join('; ');

/** What has no place on a drawing: a line to write on. */
const table = (measurements: readonly MeasurementView[]): unknown => ({
  layout: 'lightHorizontalLines',
  table: {
    widths: ['*', 160],
    dontBreakRows: true,
    body: measurements.map((m) => [
      [
        { text: `${m.what}${m.side === 'unit' ? ', new unit' : ''}`, bold: true },
        [findSlot(m.slot)?.words ?? m.slot, whereOf(m)].join('; '),
      ],
      { text: '........................................', margin: [0, 10, 0, 2] },
    ]),
  },
});

/** The flange of a new unit as large as it is, where its bolts are recorded and the paper is wide enough. */
function fullSize(work: SlotWork): unknown[] {
  const faces = work.joints.flatMap(({ drawn }) => (drawn?.kind === 'mount' ? drawn.faces : []));
  const unit = faces.find(({ side }) => side === 'unit');
  if (!work.chosen || !unit) return [];
  const face = partDrawing(unit.kind, unit.facts).views.find(({ id }) => id === 'face');
  if (!face || face.shapes.some(({ key, unknown }) => key === 'stud-spacing' && unknown)) return [];
  const drawing: Drawing = { views: [{ ...face, marks: [] }], doubts: [] };
  const text = ({ key, words }: { key: string; words: string }): string | undefined => {
    const name = key as AttributeName;
    const value = unit.facts.find((f) => f.attribute === name)?.value;
    return typeof value === 'number' && attribute(name).dimension === 'length'
      ? `${words} ${valueWords(name, value)}`
      : undefined;
  };
  const { svg, laid } = svgOf(drawing, {
    width: WIDTH,
    mostHeight: 700,
    mostScale: FULL_SIZE,
    font: STANDARD_FACE,
    size: 9,
    text,
  });
  if (Math.abs(laid.scale - FULL_SIZE) > 1e-6) return [];
  return [
    {
      text: `${work.words}: flange of ${work.chosen.name} at full size`,
      bold: true,
      margin: [0, 10, 0, 2],
      pageBreak: 'before',
    },
    `Print without scaling, and hold a ruler to the bar of ${laid.bar.mm} mm before the part is laid ` +
      'on. It shows the record of the new unit, not the part in the hand.',
    { svg, width: WIDTH },
  ];
}
