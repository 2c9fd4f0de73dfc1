import { attribute, valueWords, type AttributeName } from '../attribute/index.js';
import { changeBore, type BoreChangeKind } from '../bore/index.js';
import { findFluid, SEAL_MATERIALS, type SealMaterial } from '../fluid/index.js';
import type { Practice } from '../practice/index.js';
import { rodGap } from '../rod/index.js';
import type { SlipProposal } from '../slip/types.js';
import { findThread, mate } from '../thread/index.js';
import type { UnitKind } from '../unit/index.js';
import type { CheckRow, RuleName } from './joints.data.js';
import type { FourState } from './state.js';
import type { Remedy } from './types.js';

export interface RuleInput {
  readonly row: CheckRow;
  readonly kind: UnitKind;
  readonly vehicle: number | string | null;
  readonly unit: number | string | null;
  readonly accepted: ReadonlySet<string>;
  readonly practice: Practice;
}

export interface RuleResult {
  readonly state: FourState;
  readonly sentence: string;
  readonly remedies?: readonly Remedy[];
  readonly slip?: readonly SlipProposal[];
}

/** What each rule asks, as the table's last column says it. */
export const RULE_WORDS: Readonly<Record<RuleName, string>> = {
  length: 'same, within tolerance',
  angle: 'same, within tolerance',
  choice: 'the same',
  thread: 'mates',
  'rod-length': 'same, or within the adjuster',
  'rod-gap': 'clearance within target',
  sensor: 'same connector',
  reservoir: 'same kind',
  foot: 'there if the old one had it',
  bore: 'same area, or a change that is wanted',
  travel: 'reaches what the old one did',
  seals: 'seals survive the fluid',
};

/** A rod that is out by more than half a millimetre is noticed at the pedal; an adjuster usually takes up 8 mm. */
const ROD_NOTICED_MM = 0.5;
const ADJUSTER_MM = 8;

const RULES: Readonly<Record<RuleName, (input: RuleInput) => RuleResult>> = {
  length: near,
  angle: near,
  choice: ({ row, vehicle, unit }) =>
    vehicle === unit
      ? fits(`Both ${say(row.attribute, unit)}.`)
      : misfit(`The vehicle wants ${say(row.attribute, vehicle)}; this unit has ${say(row.attribute, unit)}.`),
  thread: ({ row, vehicle, unit, practice }) => {
    const [male, female] = [findThread(String(vehicle)), findThread(String(unit))];
    if (!male || !female) return unknown(`"${male ? unit : vehicle}" is no thread of a standard series: measure the ${attribute(row.attribute).words}.`);
    const mating = mate(male, female, practice);
    return mating.verdict === 'mates' ? fits(mating.sentence) : misfit(mating.sentence);
  },
  'rod-length': rodLength,
  'rod-gap': ({ row, vehicle, unit, practice }) => {
    if (typeof vehicle !== 'number' || typeof unit !== 'number')
      return unknown('The clearance cannot be worked out: measure recess and pin from the mating faces.');
    const unitIsMaster = row.attribute === 'recess-depth';
    const gap = rodGap({ recessMm: unitIsMaster ? unit : vehicle, pinMm: unitIsMaster ? vehicle : unit }, practice);
    if (gap.verdict === 'within') return fits(gap.sentence);
    const adjust: SlipProposal = {
      key: 'adjust-pin',
      section: 'make',
      words: 'Set the booster pin to its clearance and check before bolting up',
      quantity: 1,
      reason: gap.sentence,
    };
    return { state: 'fits-with-change', sentence: gap.sentence, slip: [adjust] };
  },
  sensor,
  reservoir: ({ row, vehicle, unit, accepted }) => {
    if (vehicle === unit) return fits(`Both ${say(row.attribute, unit)}.`);
    const sentence = `The old reservoir is ${say(row.attribute, vehicle)}; this unit’s is ${say(row.attribute, unit)}.`;
    const toRemote = unit === 'remote' || vehicle === 'remote';
    const words = toRemote ? 'Mount the new reservoir where it clears, with a new feed hose and two clamps' : 'Fit the reservoir that belongs to the new unit';
    const slip: SlipProposal[] = toRemote
      ? [
          { key: 'feed-hose', section: 'order', words: 'Feed hose for brake fluid', quantity: 1, reason: sentence, wants: { kind: 'feed-hose' } },
          {
            key: 'clamps',
            section: 'order',
            words: 'Hose clamp for the feed hose',
            quantity: 2,
            reason: 'the job stops for one missing clamp',
            wants: { kind: 'hose-clamp' },
          },
        ]
      : [{ key: 'reservoir', section: 'order', words: 'Reservoir with grommets for the new unit', quantity: 1, reason: sentence }];
    return changed(sentence, { key: 'reservoir', words, minutes: 20, risk: 'room above the unit, and the cap must stay reachable', slip }, accepted);
  },
  foot: ({ vehicle, unit }) =>
    vehicle !== null && unit === null
      ? misfit('The old slave has a steadying foot, this one has none: it tilts under load.')
      : fits(unit === null ? 'Neither has a foot.' : 'It has a foot.'),
  bore: ({ kind, vehicle, unit, practice }) => {
    if (typeof vehicle !== 'number' || typeof unit !== 'number') return unknown('Without both bores nothing can be said about the pedal.');
    if (Math.abs(vehicle - unit) < practice.oneSizeWithin) return fits(`The same bore, ${say('bore', unit)}.`);
    const changeKind: BoreChangeKind = kind === 'clutch-master' ? 'clutch-master' : kind === 'slave' ? 'slave' : 'brake-master';
    if (kind === 'wheel-cylinder' || kind === 'caliper')
      return {
        state: 'fits-with-change',
        sentence: `Another bore: force at this wheel becomes ${((unit / vehicle) ** 2).toFixed(2)} of what it was. Front and rear must stay in balance.`,
      };
    return { state: 'fits-with-change', sentence: changeBore(changeKind, vehicle, unit).summary };
  },
  travel: ({ vehicle, unit }) => {
    if (typeof vehicle !== 'number' || typeof unit !== 'number') return unknown('The travel of one of them is not known.');
    return unit >= vehicle - 0.5
      ? fits(`It travels ${say('travel', unit)}; ${say('travel', vehicle)} is wanted.`)
      : misfit(`It travels only ${say('travel', unit)}; ${say('travel', vehicle)} is wanted to release the clutch.`);
  },
  seals: ({ vehicle, unit }) => {
    const fluid = findFluid(String(vehicle));
    const bases = SEAL_MATERIALS[String(unit) as SealMaterial] as readonly string[] | undefined;
    if (!fluid || !bases) return unknown('Cap or seals are not known.');
    return bases.includes(fluid.base)
      ? fits(`${String(unit)} seals survive ${fluid.grade}.`)
      : misfit(`${fluid.grade} ruins ${String(unit)} seals. Never fit this unit to this system.`);
  },
};

/** Applies one rule to two known values. */
export const applyRule = (input: RuleInput): RuleResult => RULES[input.row.rule](input);

function near({ row, vehicle, unit }: RuleInput): RuleResult {
  const name = row.attribute;
  if (typeof vehicle !== 'number' || typeof unit !== 'number') {
    return vehicle === unit ? fits('Neither has one.') : misfit(`The vehicle: ${say(name, vehicle)}; this unit: ${say(name, unit)}.`);
  }
  const apart = Math.abs(vehicle - unit);
  if (apart <= (row.tolerance ?? 0) + 1e-9) return fits(`${say(name, unit)} on ${say(name, vehicle)}.`);
  const off = row.rule === 'angle' ? `${apart.toFixed(0)}°` : `${apart.toFixed(2)} mm · ${(apart / 25.4).toFixed(3)} in`;
  return misfit(`${say(name, unit)} does not go on ${say(name, vehicle)}: ${off} apart.`);
}

function rodLength({ vehicle, unit, accepted }: RuleInput): RuleResult {
  if (typeof vehicle !== 'number') return unknown('The old rod’s length is not known.');
  const swap = {
    key: 'old-rod',
    words: 'Take the old rod over into the new unit',
    minutes: 10,
    risk: 'the ball end and its retention must be the same',
    slip: [
      { key: 'old-rod', section: 'move', words: `Old rod, ${say('rod-length', vehicle)}`, quantity: 1, reason: 'the new rod has another length' },
    ] as const,
  };
  if (unit === null) return changed('The new unit comes without a rod.', swap, accepted);
  if (typeof unit !== 'number') return unknown('The new rod’s length is not known.');
  const apart = Math.abs(vehicle - unit);
  if (apart <= ROD_NOTICED_MM) return fits(`Rod ${say('rod-length', unit)}, as before.`);
  if (apart <= ADJUSTER_MM) {
    const words = `Adjust the rod by ${apart.toFixed(1)} mm · ${(apart / 25.4).toFixed(2)} in; pedal height as before`;
    return {
      state: 'fits-with-change',
      sentence: `The rod is ${apart.toFixed(1)} mm ${unit < vehicle ? 'shorter' : 'longer'}: within a usual adjuster.`,
      slip: [{ key: 'adjust-rod', section: 'make', words, quantity: 1, reason: 'rod length old to new' }],
    };
  }
  return changed(`The rod is ${apart.toFixed(1)} mm ${unit < vehicle ? 'shorter' : 'longer'}: more than an adjuster takes up.`, swap, accepted);
}

function sensor({ row, vehicle, unit, accepted }: RuleInput): RuleResult {
  const name = row.attribute;
  if (vehicle === unit) return fits(vehicle === null ? 'Neither has a sensor.' : `Both ${say(name, unit)}.`);
  if (vehicle === null)
    return {
      state: 'fits-with-change',
      sentence: `The new unit has a sensor (${say(name, unit)}) that this vehicle does not use.`,
      slip: [
        {
          key: 'sensor-unused',
          section: 'make',
          words: 'Leave the unused sensor in place, insulated, or fit a plug',
          quantity: 1,
          reason: 'the vehicle has no plug for it',
        },
      ],
    };
  const lost = unit === null ? 'This unit has no sensor' : `This unit’s connector is ${say(name, unit)}`;
  if (unit === null) return misfit(`${lost}; the vehicle’s plug is ${say(name, vehicle)}. Its warning would be lost.`);
  const move = {
    key: 'sensor',
    words: 'Move the old sensor over',
    minutes: 10,
    risk: 'same thread needed; new sealing washer',
    slip: [
      { key: 'sensor', section: 'move', words: `Sensor with connector ${say(name, vehicle)}`, quantity: 1, reason: 'same place, other connector' },
      { key: 'sensor-washer', section: 'order', words: 'Sealing washer for the sensor', quantity: 1, reason: 'never reuse a crushed washer' },
    ] as const,
  };
  return changed(`${lost}; the vehicle’s plug is ${say(name, vehicle)}.`, move, accepted);
}

/** A mismatch that a remedy closes: "does not fit" until the remedy is accepted, "fits with a change" then. */
export function changed(sentence: string, remedy: Omit<Remedy, 'accepted'>, accepted: ReadonlySet<string>): RuleResult {
  const taken = accepted.has(remedy.key);
  const remedies = [{ ...remedy, accepted: taken }];
  return taken
    ? { state: 'fits-with-change', sentence: `${sentence} ${remedy.words}.`, remedies, slip: remedy.slip }
    : { state: 'does-not-fit', sentence, remedies };
}

const say = (name: AttributeName, value: number | string | null): string => valueWords(name, value);
export const fits = (sentence: string): RuleResult => ({ state: 'fits', sentence });
export const misfit = (sentence: string): RuleResult => ({ state: 'does-not-fit', sentence });
export const unknown = (sentence: string): RuleResult => ({ state: 'not-known', sentence });
