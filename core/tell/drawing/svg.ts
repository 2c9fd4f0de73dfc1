import { arrowAt } from './arrow.js';
import { type Laid, type LaidLabel, layOut, type LayoutAsk } from './layout.js';
import { pathOf } from './path.js';
import type { Drawing, Look, Point, Shape } from './types.js';

/**
 * A drawing as an SVG document of its own, for paper and for files: the same shapes and the same layout as on the
 * screen.
 */

const INK = '#1f2428';
const GREY = '#6b6f73';
const STYLE: Readonly<Record<Look, string>> = {
  solid: `fill="#fffefb" stroke="${INK}" stroke-width="1.4"`,
  cut: `fill="url(#cut)" stroke="${INK}" stroke-width="1.4"`,
  void: `fill="#fffefb" stroke="${INK}" stroke-width="0.9"`,
  edge: `fill="none" stroke="${INK}" stroke-width="1.4"`,
  thin: `fill="none" stroke="${INK}" stroke-width="0.7"`,
  rubber: `fill="${INK}" stroke="none"`,
  axis: `fill="none" stroke="${GREY}" stroke-width="0.7" stroke-dasharray="9 2.5 1.5 2.5"`,
  behind: `fill="none" stroke="${GREY}" stroke-width="0.8" stroke-dasharray="4 2.5"`,
  pad: `fill="#cfc9b8" stroke="${INK}" stroke-width="0.8"`,
};
const UNKNOWN = `fill="none" stroke="${GREY}" stroke-width="1" stroke-dasharray="1.5 3"`;

export interface SvgAsk extends Omit<LayoutAsk, 'label'> {
  /** What stands at a label: a value or nothing for an empty one to write on; undefined leaves it out. */
  readonly text: (of: { readonly key: string; readonly words: string }) => string | undefined;
  /** Letters in px. */
  readonly size?: number;
  /** The family of its letters, as the paper calls it. */
  readonly font?: string;
}

const escaped = (text: string): string => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');

export function shapeSvg(shape: Shape, at: (p: Point) => Point, scale: number): string {
  const style = shape.unknown ? UNKNOWN : STYLE[shape.look];
  if (shape.kind === 'circle') {
    const [x, y] = at(shape.at);
    return `<circle cx="${x.toFixed(2)}" cy="${y.toFixed(2)}" r="${(shape.r * scale).toFixed(2)}" ${style}/>`;
  }
  return `<path d="${pathOf(shape, at, scale)}" ${style}/>`;
}

const lineSvg = ([a, b]: readonly [Point, Point], style: string): string =>
  `<line x1="${a[0].toFixed(1)}" y1="${a[1].toFixed(1)}" x2="${b[0].toFixed(1)}" y2="${b[1].toFixed(1)}" ${style}/>`;

function labelSvg(label: LaidLabel, text: string, size: number): string {
  const thin = label.thin.map((l) => lineSvg(l, `stroke="${GREY}" stroke-width="0.6"`)).join('');
  const line = label.line
    ? lineSvg(label.line, `stroke="${INK}" stroke-width="0.8"`) +
      [label.line, [label.line[1], label.line[0]] as const]
        .map(
          ([from, to]) =>
            `<polygon points="${arrowAt(from, to)
              .map((p) => p.map((n) => n.toFixed(1)).join(','))
              .join(' ')}" fill="${INK}"/>`,
        )
        .join('')
    : '';
  const { x, y, width, height } = label.box;
  const empty = text === '';
  const frame =
    `<rect x="${x.toFixed(1)}" y="${y.toFixed(1)}" width="${width}" height="${height}" ` +
    `fill="#fffefb" ${empty ? `stroke="${INK}" stroke-width="0.8"` : ''}/>`;
  const words =
    `<text x="${(x + 4).toFixed(1)}" y="${(y + height - (height - size) / 2 - 2).toFixed(1)}" ` +
    `font-size="${size}" fill="${INK}">${escaped(empty ? label.words : text)}</text>`;
  return thin + line + frame + words;
}

/** The drawing in a frame of a width, with its views' titles and the scale bar. */
export function svgOf(drawing: Drawing, ask: SvgAsk): { readonly svg: string; readonly laid: Laid } {
  const size = ask.size ?? 11;
  const laid = layOut(drawing, {
    ...ask,
    label: (of) => {
      const text = ask.text(of);
      return text === undefined
        ? undefined
        : { width: Math.max((text === '' ? of.words : text).length * size * 0.56 + 10, 44), height: size + 9 };
    },
  });
  const parts = laid.views.flatMap((placed) => {
    const view = drawing.views.find(({ id }) => id === placed.id);
    const at = ([x, y]: Point): Point => [placed.at[0] + x * laid.scale, placed.at[1] + y * laid.scale];
    return [
      ...(view?.shapes ?? []).map((shape) => shapeSvg(shape, at, laid.scale)),
      `<text x="${placed.title[0].toFixed(1)}" y="${placed.title[1].toFixed(1)}" font-size="${size}" ` +
        `fill="${GREY}">${escaped(placed.words)}</text>`,
    ];
  });
  const labels = laid.labels.map((label) => labelSvg(label, ask.text(label) ?? '', size));
  const { bar } = laid;
  const scaleBar =
    `${lineSvg([bar.from, bar.to], `stroke="${INK}" stroke-width="2.5"`)}<text x="${bar.to[0] + 6}" ` +
    `y="${bar.to[1] + 4}" font-size="${size}" fill="${GREY}">${bar.mm} mm</text>`;
  const cut =
    '<defs><pattern id="cut" width="7" height="7" patternUnits="userSpaceOnUse" ' +
    'patternTransform="rotate(45)"><rect width="7" height="7" fill="#f6f4ec"/><line x1="0" y1="0" ' +
    'x2="0" y2="7" stroke="#8a8d84" stroke-width="0.9"/></pattern></defs>';
  return {
    laid,
    svg:
      `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${laid.width.toFixed(1)} ` +
      `${laid.height.toFixed(1)}" width="${laid.width}" ` +
      `height="${laid.height.toFixed(1)}"${ask.font === undefined ? '' : ` font-family="${escaped(ask.font)}"`}` +
      `>${cut}${parts.join('')}${labels.join('')}${scaleBar}</svg>`,
  };
}
