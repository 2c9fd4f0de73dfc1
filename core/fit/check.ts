import { attribute, valueWords, type AttributeName } from '../attribute/index.js';
import type { Practice } from '../practice/index.js';
import { slotKey } from '../identify/evidence.js';
import { JOINTS, type CheckRow, type JointRow } from './joints.data.js';
import { checkLines, type Found } from './lines.js';
import { remediesFor } from './remedies/index.js';
import { unknown, type Case, type RuleResult } from './rule.js';
import { checkOf, measureOf } from './row.js';
import { applyRule, ruleWords } from './rules/index.js';
import { changeSides, sideOf } from './side.js';
import { worst } from './state.js';
import type { Check, FitLink, Joint, KnownValue, Remedy, Sides } from './types.js';

/** The joints of one place as they come out, and the remedies that were taken on the way. */
export interface LinkResult {
  readonly joints: Joint[];
  readonly taken: readonly Remedy[];
}

/**
 * Checks one place of the chain. Each check compares what the vehicle has with what the unit has; a value that is missing on
 * either side makes it "not known" with what to measure, never a guess. An accepted remedy changes the sides, and everything is
 * checked again, so that what it does elsewhere is found: a round takes all remedies that are offered and accepted, and rounds
 * go on until none is new. The outcome depends on the set of accepted keys alone, not on their order.
 */
export function checkLink(
  link: FitLink,
  booster: boolean,
  accepted: ReadonlySet<string>,
  practice: Practice,
): LinkResult {
  const base: Sides = { vehicle: link.vehicle, unit: sideOf(link.unit ?? [], 'unit-record') };
  const taken = new Map<string, { readonly remedy: Remedy; readonly checks: Set<string> }>();
  let sides = base;
  for (;;) {
    const found = foundIn(link, booster, sides, practice);
    const fresh = new Map<string, { remedy: Remedy; checks: Set<string> }>();
    for (const { check } of found.flatMap((joint) => joint.found)) {
      for (const remedy of check.remedies) {
        if (!accepted.has(remedy.key) || taken.has(remedy.key)) continue;
        const there = fresh.get(remedy.key) ?? { remedy: { ...remedy, accepted: true }, checks: new Set<string>() };
        there.checks.add(check.id);
        fresh.set(remedy.key, there);
      }
    }
    if (fresh.size === 0)
      return {
        joints: found.map((joint) => finished(joint, link, taken)),
        taken: [...taken.values()].map((t) => t.remedy),
      };
    for (const [key, entry] of fresh) taken.set(key, entry);
    sides = changeSides(
      base,
      [...taken.values()].flatMap(({ remedy }) => remedy.changes.map((change) => ({ by: remedy.key, change }))),
    );
  }
}

interface FoundJoint {
  readonly row: JointRow;
  readonly found: readonly { readonly check: Check }[];
  readonly silent: readonly string[];
}

function foundIn(link: FitLink, booster: boolean, sides: Sides, practice: Practice): FoundJoint[] {
  // A booster stands before the brake master alone: the clutch master of the same vehicle has its rod and its bulkhead.
  const boosted = booster && link.kind === 'brake-master';
  return JOINTS.filter(
    (row) => row.kinds.includes(link.kind) && (row.booster === undefined || row.booster === boosted),
  ).flatMap((row) => {
    const asked = row.checks.filter((check) => isAsked(check, link, sides));
    const lines = row.lines ? checkLines(link.kind, sides, practice) : [];
    const found = [...asked.map((check) => checkOne(check, link, sides, practice)), ...lines].map(withRemedies);
    const silent = row.checks
      .filter((check) => !asked.includes(check))
      .map((check) => attribute(check.attribute).words);
    return found.length === 0 && silent.length > 0 ? [] : [{ row, found, silent }];
  });
}

/** Whether a check is asked: always, or as soon as one side says anything about it or somebody wants it answered. */
function isAsked(row: CheckRow, link: FitLink, sides: Sides): boolean {
  if (row.asked === undefined || link.asks.includes(row.attribute) || link.asks.includes(row.against ?? row.attribute))
    return true;
  const vehicle = sides.vehicle.has(slotKey(row.against ?? row.attribute));
  const unit = sides.unit.has(slotKey(row.attribute));
  return row.asked === 'if-unit'
    ? unit
    : row.only === 'vehicle'
      ? vehicle
      : row.only === 'unit'
        ? unit
        : vehicle || unit;
}

const withRemedies = ({ check, mismatch }: Found): { check: Check } => ({
  check: mismatch ? { ...check, remedies: remediesFor(mismatch) } : check,
});

function checkOne(row: CheckRow, link: FitLink, sides: Sides, practice: Practice): Found {
  const against = row.against ?? row.attribute;
  const vehicle = sides.vehicle.get(slotKey(against));
  const unit = sides.unit.get(slotKey(row.attribute));
  const words = attribute(row.rule === 'clutch-travel' || row.only === 'vehicle' ? against : row.attribute).words;
  const shown = [
    vehicle && row.only !== 'unit' ? sideWords(against, vehicle, row.against !== undefined) : undefined,
    unit && row.only !== 'vehicle' ? valueWords(row.attribute, unit.value) : undefined,
  ] as const;
  const rule =
    row.tolerance === undefined ? ruleWords(row.rule) : `within ${row.tolerance}${row.rule === 'angle' ? '°' : ' mm'}`;
  const id = row.only === 'vehicle' ? against : row.attribute;
  const missing = [
    ...(vehicle === undefined && row.only !== 'unit' && row.needs !== 'unit'
      ? [{ side: 'vehicle' as const, attribute: against }]
      : []),
    ...(unit === undefined && row.only !== 'vehicle' ? [{ side: 'unit' as const, attribute: row.attribute }] : []),
  ];
  const c: Case = {
    row,
    kind: link.kind,
    vehicle: vehicle?.value ?? null,
    unit: unit?.value ?? null,
    open: (vehicle?.tolerance ?? 0) + (unit?.tolerance ?? 0),
    sides,
    practice,
  };
  const result =
    missing.length > 0 && !row.tells
      ? unknown(missingWords(missing), ...missing)
      : missing.length > 0
        ? applyRule({ ...c, unit: null })
        : applyRule(c);
  const check: Check = {
    ...checkOf(id, words, shown[0], shown[1], rule, result),
    ...(vehicle === undefined ? {} : { vehicleOrigin: vehicle.origin }),
    measures: result.state === 'not-known' && !row.tells ? measuresFor(result, row, vehicle, unit) : [],
    ...(row.tells ? { tells: true as const } : {}),
  };
  if (check.state !== 'does-not-fit') return { check };
  return {
    check,
    mismatch: {
      kind: link.kind,
      attribute: row.rule === 'clutch-travel' ? 'pedal-travel' : row.attribute,
      vehicle: c.vehicle,
      unit: c.unit,
      sentence: check.sentence,
      sides,
      practice,
    },
  };
}

function missingWords(
  missing: readonly { readonly side: 'vehicle' | 'unit'; readonly attribute: AttributeName }[],
): string {
  const [first, second] = missing;
  if (first === undefined) return '';
  if (second !== undefined) return `Neither side is known: measure the ${attribute(second.attribute).words} on both.`;
  const { words } = attribute(first.attribute);
  return first.side === 'unit'
    ? `The ${words} of this unit is not recorded: measure it on the new one.`
    : `What the vehicle has is not known: measure the ${words}.`;
}

/** What would settle it: what the rule wants, or, when it only lacks a finer reading, the less certain of the two again. */
function measuresFor(
  result: RuleResult,
  row: CheckRow,
  vehicle: KnownValue | undefined,
  unit: KnownValue | undefined,
): Check['measures'] {
  const wants = result.wants ?? [];
  if (wants.length > 0) return wants.map((want) => measureOf(want.side, want.attribute));
  const coarse = (unit?.tolerance ?? 0) > (vehicle?.tolerance ?? 0) ? 'unit' : 'vehicle';
  return [measureOf(coarse, coarse === 'unit' ? row.attribute : (row.against ?? row.attribute))];
}

const sideWords = (name: AttributeName, { value }: KnownValue, named: boolean): string =>
  named ? `${attribute(name).words} ${valueWords(name, value)}` : valueWords(name, value);

/** A joint with what was taken shown where it was offered, and the lines of it on the slip. */
function finished(
  { row, found, silent }: FoundJoint,
  link: FitLink,
  taken: ReadonlyMap<string, { readonly remedy: Remedy; readonly checks: ReadonlySet<string> }>,
): Joint {
  const checks = found.map(({ check }) => {
    const here = [...taken.values()].filter((t) => t.checks.has(check.id)).map((t) => t.remedy);
    const remedies = [...here, ...check.remedies.filter((r) => !taken.has(r.key))];
    const closed = check.state === 'fits' && here.length > 0;
    const sentence =
      here.length === 0 ? check.sentence : `${here.map((r) => `${r.words}.`).join(' ')} ${check.sentence}`;
    const slip = [...here.flatMap((r) => r.slip), ...check.slip];
    return asBefore({ ...check, sentence, remedies, slip, state: closed ? 'fits-with-change' : check.state }, link);
  });
  const deciding = checks.filter((check) => !check.tells);
  return {
    id: row.id,
    words: row.words,
    place: row.place,
    state: deciding.length === 0 ? 'fits' : worst(deciding.map((c) => c.state)),
    checks,
    silent,
  };
}

/** The very unit that comes off fits as it did, wherever nothing speaks against it and nobody asked anew. */
function asBefore(check: Check, link: FitLink): Check {
  if (!link.sameAsOld || check.state !== 'not-known' || check.tells || link.asks.some((name) => name === check.id))
    return check;
  return {
    ...check,
    measures: [],
    state: 'fits',
    sentence: 'Not settled by what is on record, but it is the unit that comes off: as before.',
  };
}
