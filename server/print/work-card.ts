import type { Workspace, WorkStep } from '@kerabat/contract';
import { WORK_GROUPS, WORK_WORDS } from '@kerabat/core/workcard';
import { heading, type Sheet } from './sheet.js';

/** The work card on paper: steps by stage, each with its caution where the hurt happens. */
export function workCardSheet(workspace: Workspace): Sheet {
  const { workCard, conversion } = workspace;
  const content = WORK_GROUPS.flatMap((group) => {
    const here = workCard.filter((step) => step.group === group);
    return here.length === 0 ? [] : [heading(WORK_WORDS[group]), { ol: here.map(step) }];
  });
  const planned = conversion
    ? [{ text: `Conversion: ${conversion.words}. ${conversion.because.join(' ')}`, margin: [0, 4, 0, 4] }]
    : [];
  const none = { text: 'Nothing beyond fitting and bleeding as usual.', margin: [0, 8, 0, 8] };
  return { title: 'Work card', content: [...planned, ...(content.length === 0 ? [none] : content)] };
}

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
