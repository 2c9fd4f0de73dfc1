import { DxfWriter, Units } from '@tarikjabiri/dxf';
import { cornersOf, type LineOrder, MOST_BENDS, stretchesOf, type Xyz } from '@kerabat/core/work/line';
import { csvReader } from '../../base/csv/csv-text.js';
import { csvText } from '../../base/csv/csv.js';
import { FileProblem } from '../../base/csv/file-problem.js';
import { badRequest } from '../../base/http/problem.js';

/** A line as files of other programs: its corners as CSV, its centre line as DXF; and corners read from a list. */

const HEADING = ['x_mm', 'y_mm', 'z_mm'];

/** Corners of a line, or a problem where it has bends without one. */
function corners(line: LineOrder): readonly Xyz[] {
  const found = cornersOf(line);
  if (!found)
    throw badRequest('A bend that is entered by its arc has no corner: this line cannot be told by points.', '/bends');
  return found;
}

export const pointsCsv = (line: LineOrder): string =>
  csvText([HEADING, ...corners(line).map((point) => point.map((n) => String(Math.round(n * 1000) / 1000)))]);

/** The centre line in mm: straights as lines, arcs as chords; the virtual corners on a layer of their own. */
export function lineDxf(line: LineOrder): string {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Millimeters);
  dxf.addLayer('CENTRE_LINE', 7, 'Continuous');
  dxf.addLayer('CORNERS', 8, 'Continuous');
  const vertex = ([x, y, z]: Xyz) => ({ x, y, z });
  for (const { kind, points } of stretchesOf(line, 3)) {
    if (kind === 'straight')
      dxf.addLine(vertex(points[0] as Xyz), vertex(points[1] as Xyz), { layerName: 'CENTRE_LINE' });
    else
      dxf.addPolyline3D(
        points.map((p) => ({ point: vertex(p) })),
        { layerName: 'CENTRE_LINE' },
      );
  }
  if (!line.bends.some(({ byArc }) => byArc))
    dxf.addPolyline3D(
      corners(line).map((p) => ({ point: vertex(p) })),
      { layerName: 'CORNERS' },
    );
  return dxf.stringify();
}

/** "12.5", or "12,5" where commas do not part the columns; undefined when it is no number. */
function figure(cell: string, separator: string): number | undefined {
  const text = cell.trim();
  const plain = separator === ',' ? text : text.replace(',', '.');
  return /^[+-]?\d+(\.\d+)?(e[+-]?\d+)?$/i.test(plain) ? Number(plain) : undefined;
}

/** A DXF begins with a code line and the word SECTION. */
const DXF = /^\s*0\s*\r?\n\s*SECTION/i;

/** Corners from a list of three columns in mm, parted by comma, semicolon or tab; a heading may stand over it. */
export function readPoints(text: string): readonly Xyz[] {
  if (text.trim() === '') throw badRequest('The list is empty: three columns, x, y and z in mm.', '/text');
  if (DXF.test(text))
    throw badRequest('This is a DXF drawing. Corners are read from a list: three columns, x, y and z in mm.', '/text');
  const [head = ''] = text.split(/\r?\n/).filter((line) => line.trim() !== '');
  const separator = [';', '\t', ','].find((mark) => head.includes(mark)) ?? ',';
  const points: Xyz[] = [];
  for (const { line, cells } of rowsOf(text, separator)) {
    const figures = cells.map((cell) => figure(cell, separator));
    const [x, y, z] = figures;
    if (points.length === 0 && figures.every((n) => n === undefined)) continue;
    if (cells.length !== 3 || x === undefined || y === undefined || z === undefined)
      throw badRequest(
        `Line ${line} is not three figures: "${cells.join(separator).slice(0, 60)}". A corner is x, y and z in mm.`,
        '/text',
      );
    points.push([x, y, z]);
    if (points.length > MOST_BENDS + 2)
      throw badRequest(
        `There are more than ${MOST_BENDS + 2} points: points along a curve are no corners. Give where ` +
          'the straights meet.',
        '/text',
      );
  }
  if (points.length < 2) throw badRequest('A line needs at least two points.', '/text');
  return points;
}

function rowsOf(text: string, separator: string) {
  try {
    const reader = csvReader(separator);
    return [...reader.push(text), ...reader.end()];
  } catch (error) {
    if (error instanceof FileProblem) throw badRequest(error.message, '/text');
    throw error;
  }
}
