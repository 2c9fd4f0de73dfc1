import type { Workspace } from '@kerabat/contract';
import { SECTION_WORDS, SLIP_SECTIONS } from '@kerabat/core/slip';
import { liveLines } from '../jobs/export.js';
import { heading, type Sheet } from './sheet.js';

/** The slip on paper: every line with its reason, the safety sentence, overrides with name and reason, cautions. */
export function slipSheet(workspace: Workspace): Sheet {
  const lines = liveLines(workspace);
  const content = SLIP_SECTIONS.flatMap((section) => {
    const here = lines.filter((line) => line.section === section);
    return here.length === 0 ? [] : [heading(SECTION_WORDS[section]), table(here)];
  });
  return { title: 'Slip', content: content };
}

const table = (lines: ReturnType<typeof liveLines>): unknown => ({
  layout: 'lightHorizontalLines',
  table: {
    widths: [20, 105, '*', '*'],
    body: lines.map((line) => [
      { text: String(line.quantity), font: 'Mono' },
      { text: line.number ?? '', font: 'Mono' },
      line.note ? `${line.words} (${line.note})` : line.words,
      line.reason,
    ]),
  },
});
