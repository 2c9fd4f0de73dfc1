/** A unit of a vehicle's record in one place, with the side of a production change that it belongs to. */
export interface SplitEntry {
  readonly slot: string;
  readonly slotWords: string;
  readonly unitId: string;
  readonly unitName: string;
  readonly builtFrom: string | null;
  readonly builtTo: string | null;
  readonly matedSet: string | null;
}

export interface SplitSide {
  readonly set: string;
  readonly from: string | null;
  readonly to: string | null;
  readonly units: readonly { readonly slotWords: string; readonly unitId: string; readonly unitName: string }[];
}

/** A production change that touches a place in the chain. */
export interface Split {
  /** The sides in the order of time. */
  readonly sides: readonly SplitSide[];
  /** The side that the build month points at. */
  readonly byMonth?: string;
  /** The side of the unit that was found. */
  readonly byUnit?: string;
  readonly sentence: string;
}

/**
 * Reads a production change for one place: which side a build month falls on, which side the unit that was found is of,
 * and what goes together. "For vehicles from November" and "built in September" are two sides; parts of one mated set
 * must come from the same side, and either side works if both are changed. Within `margin` months of the change old
 * stock may have been used up. Undefined when no change touches the place.
 */
export function splitOf(
  entries: readonly SplitEntry[],
  slot: string,
  built: string | undefined,
  found: string | undefined,
  margin: number,
): Split | undefined {
  const own = entries.filter((e) => e.slot === slot && (e.builtFrom !== null || e.builtTo !== null));
  if (new Set(own.map((e) => e.unitId)).size < 2) return undefined;
  const sides = own
    .map((e): SplitSide => {
      const mates = e.matedSet === null ? [] : entries.filter((m) => m.matedSet === e.matedSet && m.slot !== slot);
      const units = [e, ...mates].map(({ slotWords, unitId, unitName }) => ({ slotWords, unitId, unitName }));
      return { set: e.matedSet ?? e.unitId, from: e.builtFrom, to: e.builtTo, units };
    })
    .sort((a, b) => ((a.from ?? '') < (b.from ?? '') ? -1 : 1));
  const byMonth =
    built === undefined ? undefined : sides.find((s) => (s.from ?? '') <= built && (s.to === null || s.to >= built));
  const byUnit = sides.find((s) => s.units[0]?.unitId === found);
  return {
    sides,
    ...(byMonth ? { byMonth: byMonth.set } : {}),
    ...(byUnit ? { byUnit: byUnit.set } : {}),
    sentence: [monthSentence(sides, byMonth, built, margin), foundSentence(byMonth, byUnit), mateSentence(sides)]
      .filter(Boolean)
      .join(' '),
  };
}

function monthSentence(
  sides: readonly SplitSide[],
  side: SplitSide | undefined,
  built: string | undefined,
  margin: number,
): string {
  const changes = sides.slice(1).flatMap((s) => s.from ?? []);
  const when = changes.map(monthWords).join(' and in ');
  if (built === undefined)
    return (
      `Production changed in ${when}. Read the build month from the plate or the chassis number: the ` +
      'model year does not tell.'
    );
  if (!side)
    return `Production changed in ${when}; a vehicle built in ${monthWords(built)} is on no side that is recorded.`;
  const near = changes.find((month) => Math.abs(monthsBetween(built, month)) <= margin);
  const stock = near
    ? ' It was built so close to the change that old stock may have been used: read the part itself.'
    : '';
  const changed =
    side.from !== null && changes.includes(side.from)
      ? `after the change of ${monthWords(side.from)}`
      : `before the change of ${monthWords(changes[0] ?? '')}`;
  return `Built in ${monthWords(built)}: ${changed}, side ${side.set}.${stock}`;
}

function foundSentence(byMonth: SplitSide | undefined, byUnit: SplitSide | undefined): string {
  if (!byMonth || !byUnit || byMonth === byUnit) return '';
  return `What was found is of side ${byUnit.set} although the month points at side ${byMonth.set}: go by the part.`;
}

function mateSentence(sides: readonly SplitSide[]): string {
  const mates = [...new Set(sides.flatMap((s) => s.units.slice(1).map((u) => u.slotWords)))];
  if (mates.length === 0) return '';
  return `It must be of the same side as the ${mates.join(' and the ')}. Either side works if both are changed.`;
}

const MONTHS = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
];

/** "2000-11" → "November 2000" */
export function monthWords(month: string): string {
  const [year = '', number = ''] = month.split('-');
  return `${MONTHS[Number(number) - 1] ?? month} ${year}`;
}

function monthsBetween(a: string, b: string): number {
  const count = (month: string): number => Number(month.slice(0, 4)) * 12 + Number(month.slice(5, 7));
  return count(a) - count(b);
}
