import type { Workspace } from '@kerabat/contract';
import { SECTION_WORDS, supplyNotes } from '@kerabat/core/list/parts-list';
import { LIST_SECTIONS } from '@kerabat/core/list/need';
import { liveLines } from '../jobs/export.js';
import { heading, type Sheet } from './sheet.js';

/**
 * The parts list on paper: every line with its reason, the safety sentence, overrides with name and reason, cautions.
 */
export function partsListSheet(workspace: Workspace): Sheet {
  const lines = liveLines(workspace);
  const content = LIST_SECTIONS.flatMap((section) => {
    const here = lines.filter((line) => line.section === section);
    return here.length === 0 ? [] : [heading(SECTION_WORDS[section]), table(here)];
  });
  const { total, priced, unpriced } = workspace.sum;
  const sum =
    priced === 0
      ? []
      : [
          {
            text:
              `Sum of ${priced} ${priced === 1 ? 'line' : 'lines'} with a price: ${total.toFixed(2)}; ` +
              `${unpriced} without one.`,
            bold: true,
            margin: [0, 6, 0, 0],
          },
        ];
  const order = {
    columns: [
      `Job opened by ${workspace.job.openedBy}, ${workspace.job.createdAt.slice(0, 10)}`,
      'Ordered by ............................',
      'on ..................',
      'at ............................',
    ],
    fontSize: 8.5,
    margin: [0, 10, 0, 0],
  };
  return { title: 'Parts list', content: [...content, ...sum, order] };
}

/** A box to tick, as wide as a letter. */
const BOX = {
  svg:
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10"><rect x="1" y="1" width="8" ' +
    'height="8" fill="none" stroke="#1f2428" stroke-width="0.9"/></svg>',
  width: 9,
};
const head = (text: string) => ({ text, fontSize: 8, color: '#555' });

const table = (lines: ReturnType<typeof liveLines>): unknown => ({
  layout: 'lightHorizontalLines',
  table: {
    headerRows: 1,
    keepWithHeaderRows: 1,
    dontBreakRows: true,
    widths: [10, 18, 92, '*', '*', 92],
    body: [
      ['', 'n', 'number', 'part', 'why', 'supplier and price'].map(head),
      ...lines.map((line) => [
        BOX,
        { text: String(line.quantity), font: 'Mono' },
        { text: line.number ?? '', font: 'Mono' },
        [line.words, line.note ? `(${line.note})` : undefined, ...(line.handling ?? [])].filter(Boolean).join('. '),
        line.reason,
        line.price
          ? [
              `${line.price.supplier}, ${line.price.each.toFixed(2)} each, ` +
                `${(line.price.each * line.quantity).toFixed(2)} (${line.price.date})`,
              ...supplyNotes(line),
            ].join('; ')
          : supplyNotes(line).join('; ') || '....................',
      ]),
    ],
  },
});
