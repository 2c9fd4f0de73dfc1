import { STANDARD_FACE } from './faces.js';

/** Curves over one another, told apart by their dashes and by a name at their end. */

export interface PaperCurve {
  readonly name: string;
  readonly points: readonly (readonly [number, number])[];
}

const [LEFT, BOTTOM, TOP, RIGHT] = [34, 26, 8, 66];
const DASHES = ['', '7 3', '2 2', '9 2 2 2'];
const INK = '#1f2428';

/** A round step that parts a range into no more than `most` pieces: 1, 2 or 5 times a power of ten. */
export function roundStep(range: number, most: number): number {
  const rough = range / most;
  const power = 10 ** Math.floor(Math.log10(rough));
  return power * ([1, 2, 5, 10].find((one) => one * power >= rough - 1e-12) ?? 10);
}

/** The curves as an SVG of a width and height in points; both axes begin at 0. */
export function chartSvg(
  curves: readonly PaperCurve[],
  { width, height, x, y }: { readonly width: number; readonly height: number; readonly x: string; readonly y: string },
): string {
  const all = curves.flatMap((curve) => curve.points);
  const most = (i: 0 | 1): number => Math.max(1e-9, ...all.map((p) => p[i]));
  const [stepX, stepY] = [roundStep(most(0), 6), roundStep(most(1), 5)];
  const [endX, endY] = [Math.ceil(most(0) / stepX - 1e-9) * stepX, Math.ceil(most(1) / stepY - 1e-9) * stepY];
  const atX = (value: number): string => (LEFT + (value / endX) * (width - LEFT - RIGHT)).toFixed(1);
  const atY = (value: number): string => (height - BOTTOM - (value / endY) * (height - BOTTOM - TOP)).toFixed(1);
  const ticks = (end: number, step: number): number[] =>
    Array.from({ length: Math.round(end / step) + 1 }, (_, i) => i * step);
  const plain = (value: number): string => String(Number(value.toFixed(6)));
  const text = (at: string, words: string): string =>
    `<text ${at} font-family="${STANDARD_FACE}" font-size="8" fill="${INK}">${words}</text>`;
  const lines = [
    ...ticks(endX, stepX).map(
      (v) =>
        `<line x1="${atX(v)}" y1="${atY(0)}" x2="${atX(v)}" y2="${atY(endY)}" stroke="#c8c4ba" ` +
        `stroke-width="0.4"/>${text(`x="${atX(v)}" y="${height - BOTTOM + 10}" text-anchor="middle"`, plain(v))}`,
    ),
    ...ticks(endY, stepY).map(
      (v) =>
        `<line x1="${atX(0)}" y1="${atY(v)}" x2="${atX(endX)}" y2="${atY(v)}" stroke="#c8c4ba" ` +
        `stroke-width="0.4"/>${text(`x="${LEFT - 4}" y="${Number(atY(v)) + 3}" text-anchor="end"`, plain(v))}`,
    ),
  ];
  const drawn = curves.map(({ name, points }, i) => {
    const last = points.at(-1);
    const dash = DASHES[i % DASHES.length] ?? '';
    const path = points.map(([a, b], n) => `${n === 0 ? 'M' : 'L'}${atX(a)} ${atY(b)}`).join('');
    const end = last
      ? text(`x="${Number(atX(last[0])) + 4}" y="${Number(atY(last[1])) + 3 + i * 8}"`, escaped(name))
      : '';
    return (
      `<path d="${path}" fill="none" stroke="${INK}" ` +
      `stroke-width="1.2"${dash === '' ? '' : ` stroke-dasharray="${dash}"`}/>${end}`
    );
  });
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ` +
    `${width} ` +
    `${height}">` +
    `${lines.join('')}${drawn.join('')}${text(`x="${LEFT}" y="${height - 4}"`, escaped(x))}` +
    `${text(`x="${LEFT + 4}" y="${TOP + 6}"`, escaped(y))}</svg>`
  );
}

const escaped = (words: string): string => words.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');
