import type { MeasurementView, Workspace } from '@kerabat/contract';
import type { AttributeName } from '@kerabat/core/attribute';
import { findSlot } from '@kerabat/core/strip';
import { GROUP_WORDS, type MeasureGroup } from '@kerabat/core/fit';
import { isDrawn, sketchOf, svgOf } from '@kerabat/core/sketch';
import { heading, type Sheet } from './sheet.js';

const GROUPS: readonly MeasureGroup[] = ['nothing-off', 'something-off', 'new-unit'];

/** What to measure before anything is ordered, on paper: a drawing of each dimension, where to look, and a line to write on. */
export function measureSheet(workspace: Workspace): Sheet {
  const content = GROUPS.flatMap((group) => {
    const here = workspace.measurements.filter((m) => m.group === group);
    return here.length === 0 ? [] : [heading(GROUP_WORDS[group]), table(here)];
  });
  const dotted = workspace.work.some((w) => w.joints.some((j) => j.state === 'not-known'));
  const words = dotted
    ? 'Settle first what does not fit and has no way out: measuring there saves nothing.'
    : 'Nothing has to be measured: no joint is dotted.';
  const none = { text: words, margin: [0, 8, 0, 8] };
  return { title: 'Measure before you order', content: content.length === 0 ? [none] : content };
}

const table = (measurements: readonly MeasurementView[]): unknown => ({
  layout: 'lightHorizontalLines',
  table: {
    widths: [108, '*', 120],
    dontBreakRows: true,
    body: measurements.map((m) => [
      isDrawn(m.attribute as AttributeName) ? { svg: svgOf(sketchOf(m.attribute as AttributeName)), width: 100 } : '',
      [
        { text: `${m.what}${m.side === 'unit' ? ', new unit' : ''}`, bold: true },
        [findSlot(m.slot)?.words ?? m.slot, m.where, m.off ? `off first: ${m.off}` : '', `about ${m.minutes} min`]
          .filter((w) => w !== '')
          .join('; '),
        { text: `turns: ${m.turns.join(', ')}`, fontSize: 8 },
      ],
      [
        { text: '............................', margin: [0, 14, 0, 2] },
        { text: `value and unit${m.tool ? `; ${m.tool.replace('-', ' ')}` : ''}`, fontSize: 8 },
      ],
    ]),
  },
});
