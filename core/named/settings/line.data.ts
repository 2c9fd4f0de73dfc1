import { row, type SettingsRow } from './row.js';

/** What lines and hoses are made by. */
export interface LineFigures {
  readonly lineNutStraight: number;
  readonly lineBenderStraight: number;
  readonly lineBenderOffset: number;
  readonly lineStock: number;
  readonly lineLoopFrom: number;
  readonly lineTrim: number;
  readonly lineHoseSlack: number;
  readonly lineMostAdapters: number;
}

export const LINE_ROWS: readonly SettingsRow[] = [
  row('lineNutStraight', 'Straight behind a flare', 32, 10, 120, 'mm', 'the nut, and the bar of the flaring tool behind it'),
  row('lineBenderStraight', 'Straight between two bends', 6, 0, 60, 'mm', 'what the bender holds the tube by'),
  row('lineBenderOffset', 'Mark of the bender before the start of its bend', 0, -60, 60, 'mm', 'bend a scrap by its mark and measure where the bend begins'),
  row('lineStock', 'Longest piece of tube in stock', 7600, 500, 100000, 'mm', 'a coil of 25 ft'),
  row('lineLoopFrom', 'A straight run wants a loop from', 700, 200, 3000, 'mm', 'frame and body move against each other, and steel tires'),
  row('lineTrim', 'Cut off before the last flare', 10, 0, 80, 'mm', 'what the bends took or gave'),
  row('lineHoseSlack', 'Hose longer than its shortest way', 10, 0, 100, 'mm', 'rubber that is stretched cracks at its ends'),
  row('lineMostAdapters', 'Adapters in a row, most', 2, 0, 4, 'pieces', 'each is a joint more that can leak, and a lever that shakes'),
]; // prettier-ignore
