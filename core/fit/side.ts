import { attribute } from '../attribute/index.js';
import { slotKey, evidenceBase, type Evidence } from '../identify/evidence.js';
import { sigmaOf, STANDARD_PRACTICE, type Practice } from '../practice/index.js';
import type { Fact } from '../unit/index.js';
import type { Change, KnownValue, Origin, Sides, VehicleSide } from './types.js';

/** A reading is taken to lie within two standard errors of the instrument. */
const READING_SIGMAS = 2;

const known = ({ value, tolerance, source }: Fact, origin: Origin): KnownValue => ({
  value,
  origin,
  ...(source === '' ? {} : { source }),
  ...(tolerance === undefined ? {} : { tolerance }),
});

/** Facts as one side of a joint. */
export const sideOf = (facts: readonly Fact[], origin: Origin): VehicleSide =>
  new Map(facts.map((fact) => [slotKey(fact.attribute, fact.position), known(fact, origin)]));

/** What a reading leaves open: ± two standard errors of the instrument for a length, nothing for what is counted or looked at. */
export function readingTolerance(item: Evidence, practice: Practice): number | undefined {
  if (item.kind !== 'quantity' || attribute(item.attribute).dimension !== 'length') return undefined;
  return READING_SIGMAS * sigmaOf(item.instrument ?? 'ruler', practice);
}

/**
 * The vehicle's side of every joint, from what is known, the surest first: what was measured on it; for its lines, the
 * ports of the identified old unit that they sat in (an option or a build month brings other lines than the record's);
 * what the catalogue records for the vehicle; and what else the old unit has (it fitted). Later evidence on the same
 * thing replaces earlier evidence.
 */
export function vehicleSide(
  measured: readonly Evidence[],
  recorded: readonly Fact[],
  oldUnit: readonly Fact[],
  practice: Practice = STANDARD_PRACTICE,
): VehicleSide {
  const side = new Map([...sideOf(oldUnit, 'old-unit'), ...sideOf(recorded, 'vehicle-record')]);
  const lines = oldUnit.filter((fact) => fact.attribute.startsWith('port-') && fact.position !== undefined);
  for (const [key, value] of sideOf(lines, 'old-unit')) side.set(key, value);
  for (const item of measured) {
    const tolerance = readingTolerance(item, practice);
    side.set(slotKey(item.attribute, item.position), {
      value: evidenceBase(item),
      origin: 'measured',
      ...(tolerance === undefined ? {} : { tolerance }),
    });
  }
  return side;
}

/** What a conversion changes is marked with this before its id. */
export const PLAN = 'plan:';

/** Both sides with changes made to them, sets before sums, so that the order in which they were decided cannot matter. */
export function changeSides(sides: Sides, changes: readonly { readonly by: string; readonly change: Change }[]): Sides {
  const faces = { vehicle: new Map(sides.vehicle), unit: new Map(sides.unit) };
  const ordered = [...changes].sort(
    (a, b) =>
      Number(a.change.by !== undefined) - Number(b.change.by !== undefined) ||
      (a.by === b.by ? 0 : a.by < b.by ? -1 : 1),
  );
  for (const { by, change } of ordered) {
    const before = faces[change.face].get(change.key);
    if (change.by !== undefined) {
      // What is not known stays not known, however much is added to it.
      if (typeof before?.value === 'number')
        faces[change.face].set(change.key, { ...before, value: before.value + change.by, changedBy: by });
    } else if (change.to !== undefined)
      faces[change.face].set(change.key, {
        value: change.to,
        origin: by.startsWith(PLAN) ? 'planned' : (before?.origin ?? 'planned'),
        changedBy: by,
      });
  }
  return faces;
}
