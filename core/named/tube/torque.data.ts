/** How tight a tube nut is turned, where settings has a figure; the maker’s own goes before it, and what is not here is not known. */

export interface TorqueRow {
  readonly thread: string;
  readonly leastNm: number;
  readonly mostNm: number;
  readonly source: string;
}

const PRACTICE = 'workshop practice for steel tube, dry; the maker’s figure goes first';
// prettier-ignore
const ROWS: readonly TorqueRow[] = [
  { thread: '3/8-24 UNF', leastNm: 12, mostNm: 17, source: PRACTICE },
  { thread: 'M10x1.0', leastNm: 12, mostNm: 17, source: PRACTICE },
  { thread: '7/16-24 UNS', leastNm: 17, mostNm: 24, source: PRACTICE },
  { thread: 'M12x1.0', leastNm: 17, mostNm: 24, source: PRACTICE },
];

/** For a flared tube nut alone: a banjo bolt and a tapered thread have figures of their own. */
export const tubeNutTorque = (thread: string, seat: string | undefined): TorqueRow | undefined =>
  seat === 'inverted-flare' || seat === 'bubble-flare' ? ROWS.find((row) => row.thread === thread) : undefined;
