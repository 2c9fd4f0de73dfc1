import { NO_APPROVAL, STANDING } from '@kerabat/core/named/caution';
import type { Settings } from '@kerabat/core/named/settings';
import { findMaterial } from '@kerabat/core/named/tube';
import {
  developedView,
  type Drawing,
  LINE_SIDES,
  lineExtent,
  type LineSide,
  lineViews,
  shapeSvg,
  svgOf,
} from '@kerabat/core/tell/drawing';
import { lineCheckWords, lineLength as length, lineStepWords } from '@kerabat/core/tell/words';
import { cutLine, type CutLine, type LineOrder } from '@kerabat/core/work/line';
import { STANDARD_FACE } from './faces.js';
import { heading, type Printed, WIDTH } from './sheet.js';

/**
 * A line to be made: what to cut, where to mark, in which order, from three sides, and at true scale to lay the tube
 * on.
 */

export interface LinePaper {
  readonly title: string;
  readonly line: LineOrder;
  readonly settings: Settings;
}

/** Points for each mm. */
const TRUE_SCALE = 72 / 25.4;
/** What a page shows of a drawing at true scale, mm. */
const [PAGE_WIDE, PAGE_HIGH] = [180, 225];
const MOST_PAGES = 12;

export function lineSheet({ title, line, settings }: LinePaper): Printed {
  const cut = cutLine(line, settings);
  const end = (i: 0 | 1): string => {
    const { nut, flare } = line.ends[i];
    return (
      `${nut ?? 'no nut'}, ${flare === 'none' ? 'cut end' : flare.replaceAll('-', ' ')}, ` +
      `${length(cut.allowancesMm[i])} into ` +
      `it${cut.calibrated[i] ? '' : ' (not tried: make a test flare)'}`
    );
  };
  const head = (text: string) => ({ text, bold: true });
  const small = (drawing: Drawing, mostHeight: number) => ({
    svg: svgOf(drawing, {
      width: WIDTH,
      mostHeight,
      mostScale: 4,
      font: STANDARD_FACE,
      size: 9,
      text: ({ key, words }) => (key === 'cut' ? `cut ${length(cut.cutToMm)}` : words),
    }).svg,
    margin: [0, 4, 0, 4],
  });
  return {
    title: 'A line to be made',
    about: title,
    foot: title,
    content: [
      {
        text: `Cut ${length(cut.cutToMm)} of ${line.tube.tube} tube, ${findMaterial(line.material).words}.`,
        bold: true,
        fontSize: 13,
      },
      {
        ul: [
          `First end: ${end(0)}`,
          `Second end: ${end(1)}`,
          `${length(cut.developedMm)} from face to face; ${cut.grams.toFixed(0)} g; it holds ` +
            `${cut.fluidMl.toFixed(1)} ml`,
        ],
      },
      ...(cut.checks.length === 0
        ? []
        : [heading('Before it is made'), { ul: cut.checks.map((check) => lineCheckWords(check, line)) }]),
      ...(cut.marks.length === 0
        ? []
        : [
            heading('Bends, marked from the sealing face of the first end'),
            {
              table: {
                headerRows: 1,
                widths: ['auto', '*', '*', 'auto', 'auto', 'auto', '*'],
                body: [
                  ['', 'from the face', 'from the cut end', 'angle', 'bend to', 'turn the tube', 'radius'].map(head),
                  ...cut.marks.map((m) => [
                    String(m.n),
                    length(m.fromFaceMm),
                    length(m.fromCutMm),
                    `${m.angleDeg.toFixed(1)}°`,
                    `${m.setDeg.toFixed(1)}°`,
                    `${m.rotationDeg.toFixed(0)}°`,
                    length(m.radiusMm),
                  ]),
                ],
              },
              layout: 'lightHorizontalLines',
            },
            small({ views: [developedView(cut, line.tube.outsideMm)], doubts: [] }, 90),
          ]),
      heading('Order of work'),
      { ol: cut.order.map((step) => lineStepWords(step, line, cut)) },
      heading('From three sides'),
      small(lineViews(cut, line.tube.outsideMm), 200),
      ...trueScale(cut, line.tube.outsideMm),
    ],
    cautions: [STANDING, NO_APPROVAL],
  };
}

/** The side that shows most of the line, at true scale, page by page. */
function trueScale(cut: CutLine, outsideMm: number): unknown[] {
  const sized = LINE_SIDES.map((side) => ({ side, box: lineExtent(cut, side) }));
  const spread = ([a, b, c, d]: readonly [number, number, number, number]): number => Math.hypot(c - a, d - b);
  const { side, box } = sized.reduce((best, one) => (spread(one.box) > spread(best.box) + 1e-6 ? one : best));
  const [left, top, right, bottom] = [
    box[0] - outsideMm * 2,
    box[1] - outsideMm * 2,
    box[2] + outsideMm * 2,
    box[3] + outsideMm * 2,
  ];
  const [across, down] = [Math.ceil((right - left) / PAGE_WIDE), Math.ceil((bottom - top) / PAGE_HIGH)];
  if (across * down > MOST_PAGES)
    return [
      heading('At true scale'),
      { text: `It would take ${across * down} pages; ${MOST_PAGES} are printed at most. Its DXF goes to a plotter.` },
    ];
  return Array.from({ length: across * down }, (_, i) => {
    const [column, row] = [i % across, Math.floor(i / across)];
    const of = across * down === 1 ? '' : `, sheet ${i + 1} of ${across * down}: row ${row + 1}, column ${column + 1}`;
    // Title and drawing stay together: a sheet is as large as a page, so each has one of its own.
    return {
      unbreakable: true,
      stack: [
        { text: `True scale, ${SIDE_WORDS[side]}${of}. Measure the bar: it is 100 mm.`, bold: true, fontSize: 11 },
        { svg: page(cut, outsideMm, side, left + column * PAGE_WIDE, top + row * PAGE_HIGH) },
      ],
    };
  });
}

const SIDE_WORDS: Readonly<Record<LineSide, string>> = {
  plan: 'from above',
  front: 'from the front',
  side: 'from the side',
};

/** One page of the drawing: a window on it, with crosses where the sheets meet and a bar to check the scale by. */
function page(cut: CutLine, outsideMm: number, side: LineSide, x: number, y: number): string {
  const at = ([px, py]: readonly [number, number]): readonly [number, number] => [
    (px - x) * TRUE_SCALE,
    (py - y) * TRUE_SCALE,
  ];
  const [width, height] = [PAGE_WIDE * TRUE_SCALE, PAGE_HIGH * TRUE_SCALE];
  const shapes = lineViews(cut, outsideMm, side).views.flatMap((view) =>
    view.shapes.map((shape) => shapeSvg(shape, at, TRUE_SCALE)),
  );
  const cross = (cx: number, cy: number): string =>
    `<path d="M${cx - 8} ${cy}H${cx + 8}M${cx} ${cy - 8}V${cy + 8}" stroke="#1f2428" stroke-width="0.6"/>`;
  const crosses = [cross(0, 0), cross(width, 0), cross(0, height), cross(width, height)].join('');
  const bar =
    `<path d="M10 ${height - 12}h${100 * TRUE_SCALE}m0 -4v8M10 ${height - 16}v8" stroke="#1f2428" ` +
    'stroke-width="1" fill="none"/>';
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width.toFixed(2)}" ` +
    `height="${height.toFixed(2)}" viewBox="0 0 ${width.toFixed(2)} ` +
    `${height.toFixed(2)}">${shapes.join('')}${crosses}${bar}</svg>`
  );
}
