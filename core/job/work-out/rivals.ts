import { asOnePiece, ROUNDING } from '../../find/identify/index.js';
import { CHECKS } from '../../judge/check/index.js';
import { DESIGN } from '../../judge/joint/index.js';
import {
  attribute,
  type AttributeName,
  attributeWords,
  findAttribute,
  valueWords,
} from '../../named/attribute/index.js';
import type { Settings } from '../../named/settings/index.js';
import { type Fact, factOf, type UnitDesign } from '../../named/unit/index.js';
import {
  asReading,
  type Evidence,
  markKey,
  READING_SIGMAS,
  readingTolerance,
  settle,
  evidenceBase,
} from '../../vehicle/reading/index.js';
import type { SlotChoice, SlotInput } from './choose.js';
import type { JobReads } from './reads.js';
import type { IdentificationRecord } from './records.js';

/** Units that what was seen leaves possible, where they differ, and what was seen that excludes one. */

type Candidates = IdentificationRecord['candidates'];

/**
 * Rivals: the smallest set of candidates, best first, that holds the workshop's limit. All that are listed when these
 * hold less.
 */
export function rivalsOf(candidates: Candidates, { enoughToOrder }: Settings): Candidates {
  const rivals: Candidates[number][] = [];
  let held = 0;
  for (const candidate of candidates) {
    if (held >= enoughToOrder - ROUNDING) break;
    rivals.push(candidate);
    held += candidate.probability;
  }
  return rivals;
}

/** Attributes of units that a must reads, and what tells one design from another. */
const DECIDES: ReadonlySet<AttributeName> = new Set<AttributeName>([
  ...CHECKS.flatMap((row) => (row.rank === 'must' || row.rank === 'design' ? [row.a, row.b ?? row.a] : [])),
  ...DESIGN,
  'bore',
  'seals',
]);

/** Where two units differ in what a must reads, in words; undefined where they are recorded alike. */
export function differenceOf(one: UnitDesign, other: UnitDesign, { boreWithin }: Settings): string | undefined {
  for (const fact of one.facts) {
    const theirs = DECIDES.has(fact.attribute) ? factOf(other.facts, fact.attribute, fact.position) : undefined;
    if (!theirs || isAlike(fact, theirs, boreWithin)) continue;
    const [a, b] = [fact, theirs].map(({ value }) => valueWords(fact.attribute, value));
    return `${attributeWords(fact.attribute, fact.position)} ${a ?? ''} against ${b ?? ''}`;
  }
  return undefined;
}

/** Whether two units are known to be one in everything that decides: what is recorded of one alone may differ. */
export function isKnownSame(one: UnitDesign, other: UnitDesign, settings: Settings): boolean {
  const decides = ({ attribute: name }: Fact): boolean => DECIDES.has(name);
  const has = (unit: UnitDesign, { attribute: name, position }: Fact): boolean =>
    factOf(unit.facts, name, position) !== undefined;
  return (
    differenceOf(one, other, settings) === undefined &&
    one.facts.filter(decides).every((fact) => has(other, fact)) &&
    other.facts.filter(decides).every((fact) => has(one, fact))
  );
}

const isAlike = (a: Fact, b: Fact, within: number): boolean =>
  typeof a.value === 'number' && typeof b.value === 'number'
    ? Math.abs(a.value - b.value) <= within + (a.tolerance ?? 0) + (b.tolerance ?? 0)
    : a.value === b.value;

/** What a body is and cannot have been given since: seen otherwise, it is another unit. */
const BODY: readonly AttributeName[] = [
  'bore',
  'bore-mark',
  'bore-large',
  'bore-form',
  'piston-count',
  'diaphragms',
  'caliper-form',
  'slave-form',
];

/** Whether a reading says which unit it is: its body, or a mark on it. */
export const tellsWhich = ({ attribute: name }: Pick<Evidence, 'attribute'>): boolean =>
  BODY.includes(name) || attribute(name).kind === 'mark';

/** What was seen at a place that cannot be of a unit, with both figures; empty when it can be that one. */
export function exclusionsOf(
  old: UnitDesign,
  { measured, identification }: Pick<SlotChoice, 'measured' | 'identification'>,
  settings: Settings,
  reads: JobReads,
): string[] {
  return [
    ...asOnePiece(measured, settings).flatMap((item) => excludingOf(old, item, settings) ?? []),
    ...identification.marks.flatMap(({ attribute: name, of }) => {
      const other = of.includes(old.id) ? undefined : reads.unit(of[0] ?? '');
      if (!other || isKnownSame(old, other, settings)) return [];
      const differs = differenceOf(old, other, settings) ?? 'whether they are one is not on record';
      return [`the ${findAttribute(name)?.words ?? name} is that of the ${other.maker} ${other.name} (${differs})`];
    }),
  ];
}

/** What a reading of the body says against a unit; undefined where it says nothing against it. */
export function excludingOf(old: UnitDesign, item: Evidence, settings: Settings): string | undefined {
  // A body on which no size is cast may have any bore.
  const uncast = evidenceBase(item) === null && attribute(item.attribute).marks !== undefined;
  if (!BODY.includes(item.attribute) || uncast) return undefined;
  const recordedAs = (attribute(item.attribute).marks ?? item.attribute) as AttributeName;
  const record = factOf(old.facts, recordedAs, item.position);
  if (!record) return undefined;
  const tolerance = item.combined ? READING_SIGMAS * item.combined.sigma : (readingTolerance(item, settings) ?? 0);
  const { value } = asReading(item, settings);
  // The bore of a stepped unit was perhaps read at its mouth.
  const records = [record, ...(recordedAs === 'bore' ? [factOf(old.facts, 'mouth')] : [])];
  const isIt = records.some((one) => {
    const settled = one && settle([{ value, tolerance }], [{ ...one }]);
    return settled?.is === 'known' && settled.of.value === one?.value;
  });
  if (isIt || (typeof value === 'string' && markKey(value) === markKey(String(record.value)))) return undefined;
  const [seen, has] = [valueWords(item.attribute, value), valueWords(recordedAs, record.value)];
  return `${attributeWords(item.attribute, item.position)} ${seen} was seen, ${has} is recorded`;
}

/** What is possible at a place beside the likeliest, told with where it differs; undefined where nothing is. */
export function rivalWords(
  { candidates }: IdentificationRecord,
  input: Pick<SlotInput, 'settings'>,
  reads: JobReads,
): string | undefined {
  const [best, ...others] = rivalsOf(candidates, input.settings);
  const first = best && reads.unit(best.unitId);
  if (!first) return undefined;
  for (const { unitId } of others) {
    const other = reads.unit(unitId);
    const differs = other && differenceOf(first, other, input.settings);
    if (other && differs) return `${first.maker} ${first.name} or ${other.maker} ${other.name}: ${differs}`;
  }
  return undefined;
}
