import { attribute } from '../../named/attribute/index.js';
import { type Settings, sigmaOf, STANDARD_SETTINGS } from '../../named/settings/index.js';
import type { Fact } from '../../named/unit/index.js';
import { groupsOf, type Reading, READING_SIGMAS, settle } from './combine.js';
import { type Evidence, evidenceBase, slotKey } from './evidence.js';

/** How a value came to be known. `neighbour`: the unit in the next place has it. */
export const ORIGINS = ['measured', 'vehicle-record', 'old-unit', 'unit-record', 'neighbour', 'planned'] as const;
export type Origin = (typeof ORIGINS)[number];

/** What is known of a place, and how it came to be known. */
export interface KnownValue {
  readonly value: Fact['value'];
  /** What the reading or the making leaves open, ± in the value's unit. */
  readonly tolerance?: number;
  readonly origin: Origin;
  readonly source?: string;
}

/**
 * What is known of a place, by attribute and position ("port-thread@rear-left"). A key that is not there is not known.
 */
export type KnownSide = ReadonlyMap<string, KnownValue>;

const known = ({ value, tolerance, source }: Fact, origin: Origin): KnownValue => ({
  value,
  origin,
  ...(source === '' ? {} : { source }),
  ...(tolerance === undefined ? {} : { tolerance }),
});

const sideOf = (facts: readonly Fact[], origin: Origin): KnownSide =>
  new Map(facts.map((fact) => [slotKey(fact.attribute, fact.position), known(fact, origin)]));

/**
 * Readings of one thing that contradict each other, thing by thing. Options of a vehicle are many.
 */
export function disputedIn<T>(items: readonly T[], evidence: (item: T) => Evidence, settings: Settings): T[][] {
  const byThing = new Map<string, T[]>();
  for (const item of items) {
    const { attribute: name, position } = evidence(item);
    if (name === 'option-code') continue;
    const key = slotKey(name, position);
    byThing.set(key, [...(byThing.get(key) ?? []), item]);
  }
  return [...byThing.values()].filter(
    (list) => groupsOf(list, (item) => asReading(evidence(item), settings)).length > 1,
  );
}

/** A reading as it is compared: what is measured with its error, every other answer as the word that it is. */
export const asReading = (item: Evidence, settings: Settings): Reading =>
  item.kind === 'quantity' || item.kind === 'ratio'
    ? { value: evidenceBase(item), sigma: errorOf(item, settings) }
    : { value: evidenceBase(item), sigma: 0 };

/** The standard error of a reading, mm: its own where it was given, else its instrument's; of a ratio, of its size. */
export const errorOf = (
  item: Pick<Evidence, 'instrument' | 'sigma'> & { readonly kind?: string; readonly value?: unknown },
  settings: Settings,
): number =>
  item.sigma ??
  (item.kind === 'ratio'
    ? (Number(item.value) * settings.sigmaRatio) / 100
    : sigmaOf(item.instrument ?? 'ruler', settings));

/**
 * What a reading leaves open: ± two standard errors for a length or a ratio, nothing for what is counted or looked at.
 */
export function readingTolerance(item: Evidence, settings: Settings): number | undefined {
  const isLength = item.kind === 'quantity' && attribute(item.attribute).dimension === 'length';
  if (!isLength && item.kind !== 'ratio') return undefined;
  return READING_SIGMAS * errorOf(item, settings);
}

/**
 * What is known of a place of the vehicle, the surest first: what was measured on it; for its lines, the ports of the
 * identified old unit that they sat in (an option or a build month brings other lines than the record's); what the
 * catalogue records for the vehicle; and what else the old unit has (it fitted). What readings dispute is not known.
 */
export function knownSide(
  measured: readonly Evidence[],
  recorded: readonly Fact[],
  oldUnit: readonly Fact[],
  settings: Settings = STANDARD_SETTINGS,
): KnownSide {
  const side = new Map([...sideOf(oldUnit, 'old-unit'), ...sideOf(recorded, 'vehicle-record')]);
  const lines = oldUnit.filter((fact) => fact.attribute.startsWith('port-') && fact.position !== undefined);
  for (const [key, value] of sideOf(lines, 'old-unit')) side.set(key, value);
  const readings = new Map<string, KnownValue[]>();
  for (const item of measured) {
    const tolerance = readingTolerance(item, settings);
    const key = slotKey(item.attribute, item.position);
    const reading = {
      value: evidenceBase(item),
      origin: 'measured',
      ...(tolerance === undefined ? {} : { tolerance }),
    } as const;
    readings.set(key, [...(readings.get(key) ?? []), reading]);
  }
  for (const [key, list] of readings) {
    const record = side.get(key);
    const settled = settle(list, record ? [record] : []);
    if (settled?.is === 'known') side.set(key, settled.of);
    else side.delete(key);
  }
  return side;
}

/** Threads of the lines that come to a place. */
export const threadsAt = (side: KnownSide): readonly string[] =>
  [...side].flatMap(([key, { value }]) => (key.startsWith('port-thread@') && typeof value === 'string' ? [value] : []));
