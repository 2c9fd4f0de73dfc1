import { attribute, findAttribute, positionWords, valueWords, type AttributeName } from '../attribute/index.js';
import { CHECKS, type Check, type CheckCode, type JudgedJoint } from '../joint/index.js';
import type { Figures } from '../joint/types.js';
import { lookup } from './lookup.js';

/** Sentences of checks, made here and nowhere else. Nothing decides by reading them. */

type Said = Pick<Check, 'code' | 'state' | 'values' | 'rests' | 'rank' | 'coarse'>;

const ROW = new Map(CHECKS.map((row) => [row.code, row]));

/** What a check is about, in the words of the trade: "stud spacing". */
export function checkWords(code: CheckCode): string {
  const row = ROW.get(code);
  return OWN_WORDS[code] ?? (row ? attribute(row.b ?? row.a).words : code);
}

const OWN_WORDS: Readonly<Partial<Record<CheckCode, string>>> = {
  'push.gap': 'clearance between booster and master',
  'joint.gone': 'face of the joint',
  'place.record': 'another design',
  'place.wanted': 'another bore',
  'place.bore': 'bore',
  'place.reservoir': 'kind of reservoir',
  'place.mated': 'side of a production change',
  'vehicle.valve': 'valves',
  'vehicle.nipple': 'feed of the clutch',
  'vehicle.hose': 'length of the flexible hose',
  'vehicle.tab': 'what fouls the hose',
  'record.refused': 'what is on record',
  'port.none': 'port for the line',
  'port.place': 'place of the port',
  'wiring.plug': 'sensor connector',
  'circuit.crossed': 'circuits',
  'circuit.fed': 'feed of the wheel',
  'circuit.open-port': 'unused port',
  'fluid.seals': 'seals and fluid',
  'fluid.cap': 'fluid on the cap',
  'path.clutch': 'travel at the release fork',
  'fork.travel': 'travel of the slave',
  'mount.stud-length': 'length of the studs',
};

/** "26.99 mm", "M10x1.0", "none"; "not known" where nobody knows. */
function say(name: AttributeName | undefined, value: Figures[string] | undefined): string {
  if (value === undefined || value === null) return 'not known';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  return name === undefined ? String(value) : valueWords(name, value);
}
const capital = (words: string): string => words.slice(0, 1).toUpperCase() + words.slice(1);
const mm = (value: Figures[string] | undefined): string =>
  typeof value === 'number' ? `${value.toFixed(2)} mm · ${(value / 25.4).toFixed(3)} in` : 'not known';

/** One sentence for a check: what is, then what to do. */
export function sentenceOf(check: Said, joint: Pick<JudgedJoint, 'between'>): string {
  const own = SENTENCES[check.code];
  return own ? own(check, joint) : plain(check, joint);
}

const RESTS_WORDS: Readonly<Partial<Record<Check['rests'], string>>> = {
  'by-its-mate': ', taken from its mate',
  sister: ', as on a related model',
  listed: ', listed and not measured',
};

/** How far two figures are from each other: ": 2.00 mm · 0.079 in apart". */
function apartWords(keys: readonly (string | undefined)[], { values }: Said, name: AttributeName | undefined): string {
  const [a, b] = keys.map((key) => (key === undefined ? undefined : lookup(values, key)));
  if (typeof a !== 'number' || typeof b !== 'number' || name === undefined) return '';
  const { dimension } = attribute(name);
  if (dimension === 'angle') return `: ${Math.abs(a - b).toFixed(0)}° apart`;
  return dimension === 'length' ? `: ${mm(Math.abs(a - b))} apart` : '';
}

/** What is known to be none is said so; where nobody knows, that. */
const shownAs = (state: Check['state'], name: AttributeName | undefined, value: Figures[string] | undefined): string =>
  value === null && state !== 'not-known' ? 'none' : say(name, value);

function plain(check: Said, { between: [first, second] }: Pick<JudgedJoint, 'between'>): string {
  const row = ROW.get(check.code);
  const words = capital(checkWords(check.code));
  const names = row ? [row.a, row.b ?? row.a] : [];
  const keys = [first, second].map((ref) => Object.keys(check.values).find((key) => key === ref));
  const shown = keys.flatMap((key, i) =>
    key === undefined
      ? []
      : [`${partWords(key)} ${shownAs(check.state, names[i] ?? names[0], lookup(check.values, key))}`],
  );
  const pair = shown.length > 0 ? `: ${shown.join(', ')}` : '';
  const rests = RESTS_WORDS[check.rests] ?? '';
  switch (check.state) {
    case 'fits':
      return check.rests === 'as-it-was'
        ? `${words}: the unit that comes off, so as before.`
        : `${words} fits${pair}${rests}.`;
    case 'fits-with-change':
      return `${words} fits with a change${pair}${rests}.`;
    case 'does-not-fit':
      if (row?.rule === 'room')
        return `${words} fouls${pair}: ${mm(check.values['over'])} too much with what is to stay clear.`;
      if (row?.rule === 'at-least-b') return `${words}: too little${pair}.`;
      return `${words} does not fit${pair}${apartWords(keys, check, names[0])}${rests}.`;
    case 'not-known':
      return check.coarse ? `${words}${pair}: readings too coarse, measure again.` : `${words} is not known${pair}.`;
  }
}

const readPart = (ref: string): string => ref.split('@')[0] ?? ref;

function partWords(ref: string): string {
  const line = /^(.+) (line|hose) (.+?)(?:@end)?$/.exec(ref);
  if (line) return `${line[2]} at ${positionWords(line[3] ?? '')}`;
  const [part = ref, at] = ref.split('@');
  return at === undefined ? positionWords(part) : `${positionWords(part)} (${positionWords(at)})`;
}

/** What becomes of a thread that does not mate. */
const MATING = new Map([
  ['starts, then binds', 'it starts, then binds, and stops before the seat closes'],
  ['loose', 'it goes home loose and strips under pressure'],
  ['will not start', 'the male thread is too large to start'],
  ['falls through', 'the male thread falls through'],
  ['taper mismatch', 'one is tapered, the other parallel, and they do not seal'],
]);

/** What is lost when a plug finds nothing. */
const LOST = new Map([
  ['sensor', 'Its warning would be lost.'],
  ['level-sensor', 'No low-fluid warning.'],
  ['brake-light-switch', 'The brake light would be lost.'],
  ['cruise-switch', 'Cruise control would not switch off.'],
  ['start-switch', 'It would start in gear, or not at all.'],
]);

const byPart = ({ values }: Said): string => positionWords(String(values['part'] ?? ''));

/** What a bore moves, by the kind of its unit. */
const FORCE = new Map([
  ['brake-master', 'pressure'],
  ['clutch-master', 'force at the fork'],
  ['slave', 'force at the fork'],
]);
const TRAVEL = new Map([
  ['brake-master', 'pedal travel'],
  ['clutch-master', 'travel at the fork'],
  ['slave', 'travel at the fork'],
]);

const boreSentence = ({ state, values }: Said): string => {
  const [old, own] = [say('bore', values['now']), say('bore', values['then'])];
  if (state === 'fits') return `The same bore, ${own}.`;
  const [force, travel] = [values['force'], values['travel']];
  if (typeof force !== 'number' || typeof travel !== 'number')
    return `Bore now ${old}, then ${own}: without both nothing can be said about the pedal.`;
  return `Bore ${old} now, ${own} then: for the same foot ${FORCE.get(String(values['kind'])) ?? 'force at this wheel'} × ${force.toFixed(3)}, ${TRAVEL.get(String(values['kind'])) ?? 'pedal travel'} × ${travel.toFixed(3)}. ${state === 'not-known' ? 'Confirm that it is wanted.' : 'Wanted so.'}`;
};

const SENTENCES: Readonly<Partial<Record<CheckCode, (check: Said, joint: Pick<JudgedJoint, 'between'>) => string>>> = {
  'push.gap': ({ state, values }) => {
    if (typeof values['gap'] !== 'number')
      return 'Clearance between booster and master is not known: measure the booster output rod and the pushrod pocket from the mating faces.';
    const clear = `Clearance ${mm(values['gap'])} ± ${Number(values['doubt']).toFixed(2)} mm`;
    const target = `${say(undefined, values['low'])} to ${say(undefined, values['high'])} mm`;
    if (values['gap'] + Number(values['doubt']) <= 0)
      return `${clear}: the master cannot release, the brakes drag and heat. ${values['adjustable'] === true ? 'Shorten the booster output rod.' : 'Stop: the booster output rod cannot be adjusted.'}`;
    if (state === 'not-known' && values['gap'] - Number(values['doubt']) <= 0)
      return `${clear}: not known to clear. Treat it as no clearance until it is measured with a depth gauge.`;
    if (state === 'fits') return `${clear}, within ${target}.`;
    return values['gap'] > Number(values['high'])
      ? `${clear}, over ${target}: lost pedal travel.`
      : `${clear}, under ${target}.${values['adjustable'] === false ? ' The booster output rod cannot be adjusted.' : ''}`;
  },
  'rod.length': (check, joint) => {
    const over = check.values['over'];
    if (typeof over !== 'number' || check.state === 'fits') return plain(check, joint);
    const which = over > 0 ? 'longer' : 'shorter';
    const by = `The rod is ${mm(Math.abs(over))} ${which} than it has to be`;
    return check.state === 'fits-with-change'
      ? `${by}: within its adjuster.`
      : `${by}: more than its adjuster takes up.`;
  },
  'port.none': ({ values }) => `There is no port for the ${partWords(String(values['line']))}.`,
  'port.place': ({ values, state }) => {
    const [[port, at] = ['', ''], [line, reaches] = ['', '']] = Object.entries(values);
    const where = `The port is at ${positionWords(String(at))} of the ${partWords(readPart(port))}, and the ${partWords(readPart(line))} comes to ${positionWords(String(reaches))}`;
    return state === 'fits-with-change'
      ? `The ${partWords(readPart(line))} is bent over to ${positionWords(String(at))}.`
      : `${where}: bend it over, or make it new.`;
  },
  'port.thread': (check, joint) => {
    const mating = check.values['mating'];
    return typeof mating === 'string' && mating !== 'mates'
      ? `${plain(check, joint).replace(/\.$/, '')}: ${MATING.get(mating) ?? mating}.`
      : plain(check, joint);
  },
  'mount.spacing': (check, joint) =>
    check.coarse ? plain(check, joint).replace('measure again', 'use a caliper') : plain(check, joint),
  'wiring.plug': (check, joint) => {
    const plug = joint.between[0].split('@')[1] ?? 'sensor';
    if (check.state !== 'does-not-fit') return plain(check, joint);
    const [harness, unit] = joint.between.map((ref) => lookup(check.values, ref) ?? null);
    const has = unit === null ? 'The new unit has no such connector' : `The new unit’s connector is ${String(unit)}`;
    return `${has}; the vehicle’s plug is ${String(harness ?? 'none')}. ${unit === null ? (LOST.get(plug) ?? '') : 'It does not go on.'}`.trim();
  },
  'rod.engaged': (check, joint) =>
    check.state === 'does-not-fit'
      ? `${mm(check.values['engaged'])} of thread engaged, ${mm(check.values['least'])} are needed: the fork would pull off.`
      : plain(check, joint),
  'fork.foot': (check, joint) =>
    check.state === 'does-not-fit'
      ? 'The old slave has a steadying foot, this one has none: it tilts under load.'
      : plain(check, joint),
  'fork.travel': (check, joint) =>
    check.state === 'does-not-fit' ? `${plain(check, joint)} Too little to release the clutch.` : plain(check, joint),
  'supply.fluid': (check, joint) =>
    check.state === 'does-not-fit' ? `${plain(check, joint)} Its seals would be ruined.` : plain(check, joint),
  'port.seat': (check, joint) =>
    check.state === 'does-not-fit'
      ? `${plain(check, joint)} They never seal on each other, whatever the thread.`
      : plain(check, joint),
  'place.bore': boreSentence,
  'place.wanted': boreSentence,
  'place.record': ({ values, state }) => {
    const differs = Object.keys(values)
      .filter((key) => !key.endsWith(' now'))
      .map((key) => {
        const name = findAttribute(key)?.name;
        return `${findAttribute(key)?.words ?? key} ${shownAs('fits', name, lookup(values, key))} instead of ${shownAs('fits', name, lookup(values, `${key} now`))}`;
      });
    return `Not the design that was there: ${differs.join(', ')}. ${state === 'not-known' ? 'Confirm that it is wanted.' : 'Wanted so.'}`;
  },
  'place.reservoir': ({ values, state }) => {
    const kinds = `The old reservoir is ${String(values['now'] ?? 'none')}, the new unit’s is ${String(values['then'] ?? 'none')}`;
    return state === 'fits-with-change'
      ? `${kinds}: it comes in the box.`
      : `${kinds}: nothing on the vehicle belongs to it.`;
  },
  'place.mated': ({ values, state }) => {
    const [[part, set] = ['', ''], [other, otherSet] = ['', '']] = Object.entries(values);
    const name = (id: string, of: Figures[string]): string =>
      `${positionWords(id)} (${of === 'not-known' ? 'side not known' : String(of)})`;
    if (state === 'fits') return `All parts of the production change come from one side of it: ${String(set)}.`;
    const pair = `${name(part, set)} and ${name(other, otherSet)}`;
    return state === 'not-known'
      ? `${capital(pair)}: which side of the production change they come from is not known. Look before ordering.`
      : `${capital(pair)} come from two sides of a production change: they do not go together.`;
  },
  'joint.gone': ({ values }) =>
    `${String(values['from'])} and ${String(values['to'])} do not meet any more: the part that is there then has no such face.`,
  'vehicle.valve': ({ values, state }) => {
    const [own, old, line] = [values['then'], values['now'], values['line']];
    const kind = (v: Figures[string] | undefined): string => (v === null || v === undefined ? 'no' : `a ${String(v)}`);
    if (state === 'does-not-fit' && own === 'residual' && values['drums'] === false)
      return 'This body holds residual pressure, and no axle has drums: discs would drag.';
    if (state === 'does-not-fit' && own !== null)
      return `A ${String(own)} valve in the body and another in the lines: its effect would be doubled.`;
    if (state === 'does-not-fit')
      return `The old body had ${kind(old)} valve, this one has none: the balance between the axles would change.`;
    if (state === 'not-known')
      return `Valve in the new body ${own ?? 'not known or none'}, in the old body ${old ?? 'not known or none'}, in the lines ${line ?? 'not known'}: it has to be there once. Look before ordering.`;
    return own === null ? 'No valve is lost.' : `One ${String(own)} valve, in the body.`;
  },
  'vehicle.nipple': ({ state }) =>
    state === 'does-not-fit'
      ? 'The clutch is fed from the brake reservoir, and this one has no nipple for it.'
      : state === 'not-known'
        ? 'The clutch is fed from the brake reservoir; whether this one has a nipple for it is not known.'
        : 'The reservoir has a nipple for the clutch: open it last.',
  'vehicle.hose': ({ values, state }) => {
    const needed = `${String(values['needed'])} mm are needed at lock, droop and bump with a spare`;
    if (state === 'does-not-fit') return `The hose is ${mm(values['length'])}; ${needed}: it pulls.`;
    if (state === 'fits') return `The hose is ${mm(values['length'])}; ${needed}.`;
    return 'Whether the flexible hose is long enough is not known: measure it, and what it needs at lock, droop and bump.';
  },
  'vehicle.tab': ({ state }) =>
    state === 'does-not-fit' ? 'A tab beside the caliper fouls the hose.' : 'Nothing fouls the hose.',
  'record.refused': ({ values, state }) => {
    if (values['disputed'] === true) return `The interchange is disputed: ${String(values['by'])}.`;
    if (state === 'not-known') return `That this one does instead turned out wrong: ${String(values['by'])}.`;
    return state === 'fits-with-change'
      ? `Recorded as not fitting by itself; the conversion changes what it goes to. ${String(values['by'])}.`
      : `Recorded as not fitting. ${String(values['by'])}.`;
  },
  'circuit.crossed': ({ values }) =>
    `${String(values['one'])} and ${String(values['other'])} are two circuits, and something behind the master joins them: a leak in one would empty both.`,
  'circuit.fed': (check) => `No line reaches the ${byPart(check)}: it would not work.`,
  'circuit.open-port': ({ values }) =>
    `${capital(partWords(String(values['port'])))} has no line: plug it${typeof values['thread'] === 'string' ? ` (${values['thread']})` : ''}.`,
  'fluid.cap': ({ values, state }) =>
    state === 'not-known'
      ? 'The fluid is not known: read which grade the cap names.'
      : `Two caps of one system name ${String(values['fluid'])} and ${String(values['other'])}: one of them is not original. Do not fill before this is resolved.`,
  'fluid.seals': ({ values, state, rests }) => {
    const [seals, fluid] = [String(values['seals']), String(values['fluid'])];
    if (state === 'fits') return rests === 'as-it-was' ? 'Seals as before.' : `${seals} seals survive ${fluid}.`;
    if (state === 'does-not-fit') return `${fluid} ruins ${seals} seals. Never fit this unit to this system.`;
    return values['seals'] === null
      ? 'The seal material is not known: ask its maker.'
      : `Whether ${seals} seals survive ${fluid} depends on their maker: ask.`;
  },
  'path.clutch': ({ values, state }) => {
    const missing = ['pedalTravel', 'freeTravel', 'ratio', 'master', 'slave', 'wanted'].filter(
      (key) => lookup(values, key) === null,
    );
    if (state === 'fits' && typeof values['factor'] === 'number')
      return `Travel at the release fork × ${values['factor'].toFixed(3)} of what it is now: at least as much as before.`;
    if (missing.length > 0)
      return `Travel at the release fork is not known: ${missing.map((key) => PATH_WORDS.get(key) ?? key).join(', ')} missing.`;
    const gives = `The pedal gives the slave ${mm(values['gives'])}; ${mm(values['wanted'])} are needed`;
    if (state === 'fits') return `${gives}.`;
    return state === 'not-known' ? `${gives}: readings too coarse to decide.` : `${gives} to release the clutch.`;
  },
  'mount.stud-length': (check, joint) =>
    typeof check.values['needed'] === 'number'
      ? `Stud ${mm(check.values['stud'])}; ${mm(check.values['needed'])} are needed${check.state === 'does-not-fit' ? ': too short' : ''}.`
      : plain(check, joint),
  'mount.torque': ({ values }) =>
    typeof values['torque'] === 'number'
      ? `Tighten to ${say('torque', values['torque'])}.`
      : 'No tightening torque is on record: ask the maker.',
};

const PATH_WORDS = new Map([
  ['pedalTravel', 'pedal travel'],
  ['freeTravel', 'pedal free travel'],
  ['ratio', 'pedal ratio'],
  ['master', 'bore of the master'],
  ['slave', 'bore of the slave'],
  ['wanted', 'travel that the fork wants'],
]);
