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
  'place.record': 'design of the unit',
  'place.bore': 'bore',
  'place.mated': 'sides of a production change',
  'port.none': 'port for the line',
  'port.place': 'place of the port',
  'wiring.plug': 'connector',
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

function plain(check: Said, { between: [first, second] }: Pick<JudgedJoint, 'between'>): string {
  const row = ROW.get(check.code);
  const words = capital(checkWords(check.code));
  const names = row ? [row.a, row.b ?? row.a] : [];
  const keys = [first, second].map((ref) => Object.keys(check.values).find((key) => key === ref));
  const shown = keys.flatMap((key, i) =>
    key === undefined ? [] : [`${partWords(key)} ${say(names[i] ?? names[0], lookup(check.values, key))}`],
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
      return `${words} does not fit${pair}${rests}.`;
    case 'not-known':
      return check.coarse ? `${words}${pair}: readings too coarse, measure again.` : `${words} is not known${pair}.`;
  }
}

const readPart = (ref: string): string => ref.split('@')[0] ?? ref;

const partWords = (ref: string): string => {
  const [part = ref, at] = ref.split('@');
  return at === undefined ? positionWords(part) : `${positionWords(part)} (${positionWords(at)})`;
};

const byPart = ({ values }: Said): string => positionWords(String(values['part'] ?? ''));

const SENTENCES: Readonly<Partial<Record<CheckCode, (check: Said, joint: Pick<JudgedJoint, 'between'>) => string>>> = {
  'push.gap': ({ state, values }) => {
    if (typeof values['gap'] !== 'number')
      return 'Clearance between booster and master is not known: measure the booster output rod and the pushrod pocket from the mating faces.';
    const clear = `Clearance ${mm(values['gap'])} ± ${Number(values['doubt']).toFixed(2)} mm`;
    const target = `${say(undefined, values['low'])} to ${say(undefined, values['high'])} mm`;
    if (values['gap'] + Number(values['doubt']) <= 0)
      return `${clear}: the master cannot release, the brakes drag and heat. ${values['adjustable'] === true ? 'Shorten the booster output rod.' : 'Stop.'}`;
    if (state === 'not-known' && values['gap'] - Number(values['doubt']) <= 0)
      return `${clear}: not known to clear. Treat it as no clearance until it is measured with a depth gauge.`;
    if (state === 'fits') return `${clear}, within ${target}.`;
    return values['gap'] > Number(values['high'])
      ? `${clear}, over ${target}: lost pedal travel.`
      : `${clear}, under ${target}.`;
  },
  'rod.length': (check, joint) => {
    const over = check.values['over'];
    if (typeof over !== 'number' || check.state === 'fits') return plain(check, joint);
    const which = over > 0 ? 'longer' : 'shorter';
    const by = `The rod is ${mm(Math.abs(over))} ${which} than it has to be`;
    return check.state === 'fits-with-change'
      ? `${by}: set it with its adjuster.`
      : `${by}: more than its adjuster takes up.`;
  },
  'port.none': ({ values }) => `There is no port for the ${positionWords(String(values['line']))}.`,
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
      ? `${plain(check, joint).replace(/\.$/, '')}: ${mating}.`
      : plain(check, joint);
  },
  'port.seat': (check, joint) =>
    check.state === 'does-not-fit'
      ? `${plain(check, joint)} They never seal on each other, whatever the thread.`
      : plain(check, joint),
  'place.bore': ({ state, values }) => {
    const [old, own] = [say('bore', values['now']), say('bore', values['then'])];
    if (state === 'fits') return `The same bore, ${own}.`;
    const pressure = values['pressure'];
    if (typeof pressure !== 'number')
      return `Bore now ${old}, then ${own}: without both nothing can be said about the pedal.`;
    return `Bore ${old} now, ${own} then: pressure and travel × ${pressure.toFixed(3)} for the same effort. ${state === 'not-known' ? 'Confirm that it is wanted.' : 'Wanted so.'}`;
  },
  'place.record': ({ values, state }) => {
    const differs = Object.keys(values)
      .filter((key) => !key.endsWith(' now'))
      .map((key) => {
        const name = findAttribute(key)?.name;
        return `${findAttribute(key)?.words ?? key} ${say(name, lookup(values, key))} instead of ${say(name, lookup(values, `${key} now`))}`;
      });
    return `Not the design that was there: ${differs.join(', ')}. ${state === 'not-known' ? 'Confirm that it is wanted.' : 'Wanted so.'}`;
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
    if (missing.length > 0)
      return `Travel at the release fork is not known: ${missing.map((key) => PATH_WORDS.get(key) ?? key).join(', ')} missing.`;
    const gives = `The pedal gives the slave ${mm(values['gives'])}; ${mm(values['wanted'])} are needed`;
    if (state === 'fits') return `${gives}.`;
    return state === 'not-known' ? `${gives}: readings too coarse to decide.` : `${gives} to release the clutch.`;
  },
  'mount.stud-length': (check, joint) =>
    typeof check.values['needed'] === 'number'
      ? `Stud ${mm(check.values['stud'])}; ${mm(check.values['needed'])} are needed.`
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
