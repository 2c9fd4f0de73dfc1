import { attribute, attributeWords, valueWords, type AttributeName } from '@kerabat/core/attribute';
import { readRef } from '@kerabat/core/chain';
import { measureOf, worst, type Check as OldCheck, type Joint as OldJoint } from '@kerabat/core/fit';
import { PART_OF, type Slot } from '@kerabat/core/job';
import { CHECKS, type Answer, type Check, type CheckCode, type JudgedJoint } from '@kerabat/core/joint';
import { checkWords, lookup, sentenceOf } from '@kerabat/core/words';

/**
 * Judged joints of a chain as the stages show them: by the place that is worked on, each check with what the vehicle and the new
 * unit have, what answers it, and the fixes that the table of remedies has for it.
 */

/** A joint's name in an address and in a decision: "master-line-front-left". */
export const jointKey = (id: string): string => id.replace(/[ :]/g, '-');

export interface ShownJoint extends OldJoint {
  readonly slot: string;
}

const SLOTS_OF = Object.entries(PART_OF) as [Slot, string][];
/** The places that are worked on whose joint or unit this is; a joint of booster and master is told at the master. */
function slotOf(joint: JudgedJoint, worked: readonly string[]): string | undefined {
  const parts = joint.between.map((ref) => readRef(ref).part);
  const about = joint.id.includes(':') ? [joint.id.split(':')[1] ?? ''] : [];
  const slots = SLOTS_OF.filter(([slot, part]) => worked.includes(slot) && [...parts, ...about].includes(part)).map(
    ([slot]) => slot,
  );
  return slots.includes('brake-master') ? 'brake-master' : (slots[0] ?? worked[0]);
}

/** Where a joint lies on the strip, seen from its unit. */
function placeOf(joint: JudgedJoint, slot: string): OldJoint['place'] {
  const codes = joint.checks.map((check) => check.code.split('.')[0]);
  const wheel = slot === 'slave' || slot === 'front-brake' || slot === 'rear-brake';
  if (codes.includes('port')) return wheel ? 'up' : 'down';
  if (codes.includes('push')) return slot === 'booster' ? 'down' : 'up';
  if (codes.includes('rod')) return 'up';
  if (codes.includes('fork')) return 'down';
  return joint.id === 'master-mount' ? 'up' : 'side';
}

const JOINT_WORDS: Readonly<Record<string, string>> = {
  rod: 'pedal to rod',
  'clutch-rod': 'pedal to rod',
  mount: 'unit to bulkhead',
  'clutch-mount': 'unit to bulkhead',
  'slave-mount': 'slave to gearbox',
  'slave-fork': 'slave to release fork',
  'master-mount': 'booster to master',
  push: 'booster output rod and pushrod pocket',
  vacuum: 'vacuum hose',
  supply: 'what drives the booster',
  mated: 'parts of a production change',
  circuits: 'circuits',
};
const BY_PREFIX: readonly (readonly [string, string])[] = [
  ['place:', 'another design'],
  ['fluid:', 'seals and fluid'],
  ['path:', 'pedal travel to release travel'],
  ['vehicle:', 'valves, feeds and hoses of the vehicle'],
  ['record:', 'what is on record'],
];

function jointWords({ id }: JudgedJoint): string {
  const own = lookup(JOINT_WORDS, id) ?? BY_PREFIX.find(([prefix]) => id.startsWith(prefix))?.[1];
  if (own !== undefined) return own;
  if (id.endsWith('-room')) return 'room around it';
  if (id.endsWith('-neck')) return 'reservoir on its necks';
  if (id.endsWith('-feed')) return 'feed hose';
  const line = /(line|hose) (.+)$/.exec(id);
  if (line) return `${line[1]}, ${(line[2] ?? '').replace(/-/g, ' ')}`;
  return id.replace(/-/g, ' ');
}

/** The checks of the table of remedies that answer the same: their remedies are this check's. */
function counterparts(check: Check, joint: JudgedJoint): string[] {
  const position = /(?:line|hose) (.+)$/.exec(joint.id)?.[1] ?? '';
  const row = CHECKS.find((r) => r.code === check.code);
  const own: Partial<Record<CheckCode, readonly string[]>> = {
    'mount.stud-length': ['flange-thickness'],
    'push.gap': ['recess-depth', 'booster-pin'],
    'port.thread': [`thread@${position}`],
    'port.seat': [`seat@${position}`],
    'port.place': [`place@${position}`],
    'port.none': [`line@${position}`],
    'wiring.plug': [joint.between[1].split('@')[1] ?? ''],
    'place.reservoir': ['reservoir'],
    'vehicle.valve': ['valve-in-body'],
    'vehicle.nipple': ['clutch-feed'],
    'vehicle.hose': ['hose-length'],
    'fluid.seals': ['seals'],
    'place.bore': ['bore'],
    'place.wanted': ['bore'],
    'path.clutch': ['pedal-travel'],
    'vehicle.tab': ['tab'],
  };
  return [...(own[check.code] ?? (row ? [row.b ?? row.a] : []))];
}

const ORIGIN = {
  measured: 'measured',
  recorded: 'vehicle-record',
  'by-its-mate': 'old-unit',
  'as-it-was': 'old-unit',
  sister: 'neighbour',
  listed: 'vehicle-record',
  'not-known': undefined,
} as const;
const RANK_WORDS = {
  must: 'before ordering',
  receive: 'when the part is there',
  tells: 'for whoever fits it',
} as const;

/** The judged joints of each place that is worked on. `old` are the joints that the table of remedies was read for. */
export function shownJoints(
  judged: readonly JudgedJoint[],
  worked: readonly string[],
  old: ReadonlyMap<string, readonly OldJoint[]>,
): ShownJoint[] {
  return judged.flatMap((joint): ShownJoint[] => {
    const slot = slotOf(joint, worked);
    if (slot === undefined) return [];
    const before = (old.get(slot) ?? []).flatMap((j) => j.checks);
    const id = jointKey(joint.id);
    const checks = joint.checks.map((check, i) => shownCheck(check, i, joint, slot, before));
    const deciding = checks.filter((check) => !check.tells);
    const state = deciding.length === 0 ? 'fits' : worst(deciding.map((check) => check.state));
    return [{ id, slot, words: jointWords(joint), place: placeOf(joint, slot), state, checks, silent: [] }];
  });
}

function shownCheck(check: Check, i: number, joint: JudgedJoint, slot: string, before: readonly OldCheck[]): OldCheck {
  const names = counterparts(check, joint);
  const same = before.filter((old) => names.includes(old.id));
  const remedies = [...new Map(same.flatMap((old) => old.remedies).map((r) => [r.key, r])).values()];
  const [vehicle, unit] = sidesOf(check, joint, slot);
  const origin = ORIGIN[check.rests];
  const closed = check.state === 'fits' && remedies.some((r) => r.accepted);
  return {
    id:
      names[0] ??
      (i === 0 || joint.checks.findIndex((c) => c.code === check.code) === i ? check.code : `${check.code}-${i}`),
    words: checkWords(check.code),
    ...(vehicle === undefined ? {} : { vehicle }),
    ...(vehicle !== undefined && origin !== undefined ? { vehicleOrigin: origin } : {}),
    ...(unit === undefined ? {} : { unit }),
    rule: RANK_WORDS[check.rank],
    state: closed ? 'fits-with-change' : check.state,
    sentence: sentenceOf(check, joint),
    ...workingOf(check),
    measures: check.rank === 'must' && check.state === 'not-known' ? measuresOf(check, slot) : [],
    remedies:
      check.state === 'does-not-fit' ||
      check.coarse ||
      check.code === 'place.record' ||
      remedies.some((r) => r.accepted)
        ? remedies
        : [],
    slip: [],
    ...(check.rank === 'must' ? {} : check.state === 'does-not-fit' ? {} : { tells: true as const }),
    ...(check.answers.some((a) => a.how === 'decide') && check.code.startsWith('place.')
      ? { decides: 'wanted' as const }
      : {}),
  };
}

/** What the vehicle has and what the new unit has, where the check compares two faces. */
function sidesOf(check: Check, { between }: JudgedJoint, slot: string): [string | undefined, string | undefined] {
  const row = CHECKS.find((r) => r.code === check.code);
  if (!row) return [undefined, undefined];
  const unit = between.find((ref) => readRef(ref).part === lookup(PART_OF, slot));
  const other = between.find((ref) => ref !== unit);
  const nameOf = (ref: string | undefined): AttributeName =>
    row.joint === 'wiring'
      ? ((ref?.split('@')[1] ?? 'sensor') as AttributeName)
      : ref === between[0]
        ? row.a
        : (row.b ?? row.a);
  const say = (ref: string | undefined): string | undefined => {
    const known = ref === undefined ? undefined : lookup(check.values, ref);
    if (known === undefined || typeof known === 'boolean') return undefined;
    if (known === null) return check.state === 'not-known' ? undefined : 'none';
    return valueWords(nameOf(ref), known);
  };
  return [say(other), say(unit)];
}

function workingOf({ code, values }: Check): { working?: string } {
  if (code === 'push.gap' && typeof values['gap'] === 'number')
    return {
      working: `recess ${values['recess']} + plate ${values['plate']} − insert ${values['insert']} − rod ${values['pin']} = ${values['gap']} ± ${values['doubt']} mm; target ${values['low']} to ${values['high']} mm`,
    };
  const figures = Object.entries(values).filter(([, v]) => typeof v === 'number');
  return figures.length < 3 ? {} : { working: figures.map(([name, v]) => `${name} ${v}`).join(', ') };
}

/** Answers as entries: on the new unit, or on what it meets, at the place that is worked on. */
function measuresOf({ code, values, answers }: Check, slot: string): OldCheck['measures'] {
  const seen = new Set<string>();
  return answers.flatMap((answer) => {
    const { part, attribute: name } = answer;
    if (name === undefined || answer.how === 'decide') return [];
    // The bore that is missing may be that of the unit that comes off.
    const ofOld = code === 'place.bore' && typeof values['then'] === 'number';
    const side = part === lookup(PART_OF, slot) && !ofOld ? ('unit' as const) : ('vehicle' as const);
    // A booster has two mounts; without a word the one at the bulkhead is meant.
    const face = answer.position === 'master' && side === 'unit' ? 'master' : undefined;
    const position = attribute(name).perPort ? portOf(answer) : face;
    const key = `${side} ${name} ${position ?? ''}`;
    if (seen.has(key)) return [];
    seen.add(key);
    return [{ ...measureOf(side, name, position), what: attributeWords(name, position) }];
  });
}

/** The port that is meant: of a line, the one that it sits in. */
const portOf = ({ part, position }: Answer): string | undefined => /(?:line|hose) (.+)$/.exec(part)?.[1] ?? position;
