import { lookup } from '../../base/lookup/index.js';
import { type Check, type CheckCode, CHECKS, type JudgedJoint } from '../../judge/check/index.js';
import { attribute, type AttributeName, positionWords, valueWords } from '../../named/attribute/index.js';
import { OF_PLACES } from './places.js';
import { faceName } from '../../vehicle/chain/index.js';
import { capital, mm, faceWords, partWords, type Said, say, shownAs } from './say.js';

/** Sentences of checks, made here and nowhere else. Nothing decides by reading them. */

const ROW = new Map(CHECKS.map((row) => [row.code, row]));

/** What a check is about, in the words of the trade: "stud spacing". */
export function checkWords(code: CheckCode): string {
  const row = ROW.get(code);
  return OWN_WORDS[code] ?? (row ? attribute(row.b ?? row.a).words : code);
}

const OWN_WORDS: Readonly<Partial<Record<CheckCode, string>>> = {
  'push.gap': 'clearance between booster and master',
  'joint.gone': 'face of the joint',
  'request.nothing': 'request',
  'request.circuits': 'number of circuits',
  'joint.unjudged': 'joint that was not judged',
  'place.record': 'another design',
  'place.wanted': 'another bore',
  'place.bore': 'bore',
  'place.reservoir': 'kind of reservoir',
  'place.mated': 'side of a production change',
  'place.asked': 'what the conversion asks',
  'place.role': 'unit of the conversion',
  'vehicle.valve': 'valves',
  'vehicle.residual': 'residual valve',
  'vehicle.nipple': 'feed of the clutch',
  'vehicle.hose': 'length of the flexible hose',
  'vehicle.tab': 'what fouls the hose',
  'record.refused': 'what is on record',
  'port.none': 'port for the line',
  'port.place': 'place of the port',
  'wiring.plug': 'sensor connector',
  'circuit.crossed': 'circuits',
  'circuit.fed': 'feed of the wheel',
  'circuit.feeds': 'what the outlet feeds',
  'circuit.axle': 'feed of the axle',
  'circuit.chamber': 'unused chamber',
  'circuit.open-port': 'unused port',
  'fluid.seals': 'seals and fluid',
  'fluid.cap': 'fluid on the cap',
  'path.clutch': 'travel at the release fork',
  'fork.travel': 'travel of the slave',
  'mount.stud-length': 'length of the studs',
};

/** One sentence for a check: what is, then what to do. */
export function sentenceOf(check: Said, joint: Pick<JudgedJoint, 'between' | 'line'>): string {
  if (check.state === 'not-known' && check.rests === 'listed') return nobodyNamed(check);
  const own = SENTENCES[check.code] ?? OF_PLACES[check.code];
  return own ? own(check, joint) : plain(check, joint);
}

const nobodyNamed = ({ code }: Said): string =>
  `${capital(checkWords(code))} fits by a record that names nobody: measure it, or name who says so.`;

const RESTS_WORDS: Readonly<Partial<Record<Check['rests'], string>>> = {
  'by-its-mate': ', taken from its mate',
  sister: ', as on a related model',
  listed: ', and nobody is named who says so',
};

/** How far two figures are from each other: ": 2.00 mm · 0.079 in apart". */
function apartWords(keys: readonly (string | undefined)[], { values }: Said, name: AttributeName | undefined): string {
  const [a, b] = keys.map((key) => (key === undefined ? undefined : lookup(values, key)));
  if (typeof a !== 'number' || typeof b !== 'number' || name === undefined) return '';
  const { dimension } = attribute(name);
  if (dimension === 'angle') return `: ${Math.abs(a - b).toFixed(0)}° apart`;
  return dimension === 'length' ? `: ${mm(Math.abs(a - b))} apart` : '';
}

/** The line that a check is about, by its figures. */
const lineWords = (values: Said['values']): string =>
  `${String(values['what'] ?? 'line')} at ${positionWords(String(values['line']))}`;

function plain(check: Said, { between, line }: Pick<JudgedJoint, 'between' | 'line'>): string {
  const row = ROW.get(check.code);
  const words = capital(checkWords(check.code));
  const names = row ? [row.a, row.b ?? row.a] : [];
  const keys = between.map((ref) => Object.keys(check.values).find((key) => key === faceName(ref)));
  const shown = keys.flatMap((key, i) =>
    key === undefined
      ? []
      : [
          `${faceWords(between[i] ?? { part: key }, i === 1 ? line : undefined)} ` +
            `${shownAs(check.state, names[i] ?? names[0], lookup(check.values, key))}`,
        ],
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
      if (row?.rule === 'at-least-b' || row?.rule === 'at-least-named') return `${words}: too little${pair}.`;
      return `${words} does not fit${pair}${apartWords(keys, check, names[0])}${rests}.`;
    case 'not-known':
      if (check.disputed && row) return `${words}: ${disputeWords(row.a, check.disputed)}`;
      return check.coarse ? `${words}${pair}: readings too coarse, measure again.` : `${words} is not known${pair}.`;
  }
}

const disputeWords = (name: AttributeName, values: NonNullable<Said['disputed']>): string =>
  `what was read contradicts itself (${values.map((value) => valueWords(name, value)).join(', ')}). Take one back.`;

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

const SENTENCES: Readonly<
  Partial<Record<CheckCode, (check: Said, joint: Pick<JudgedJoint, 'between' | 'line'>) => string>>
> = {
  'push.gap': ({ state, values, beyond }) => {
    if (typeof values['gap'] !== 'number')
      return (
        'Clearance between booster and master is not known: measure the booster output rod and the ' +
        'pushrod pocket from the mating faces.'
      );
    const clear = `Clearance ${mm(values['gap'])} ± ${Number(values['doubt']).toFixed(2)} mm`;
    const target = `${say(undefined, values['low'])} to ${say(undefined, values['high'])} mm`;
    if (values['gap'] + Number(values['doubt']) <= 0)
      return (
        `${clear}: the master cannot release, the brakes drag and heat. ` +
        (values['adjustable'] === true
          ? 'Shorten the booster output rod.'
          : 'Stop: the booster output rod cannot be adjusted.')
      );
    if (state === 'not-known' && values['gap'] - Number(values['doubt']) <= 0)
      return `${clear}: not known to clear. Treat it as no clearance until it is measured with a depth gauge.`;
    if (state === 'fits') return `${clear}, within ${target}.`;
    if (beyond && values['adjustable'] === true)
      return `${clear}, outside ${target}, and how far the booster output rod can be set is not known.`;
    return values['gap'] > Number(values['high'])
      ? `${clear}, over ${target}: lost pedal travel.`
      : `${clear}, under ` +
          `${target}.${values['adjustable'] === false ? ' The booster output rod cannot be adjusted.' : ''}`;
  },
  'rod.length': (check, joint) => {
    const over = check.values['over'];
    if (typeof over !== 'number' || check.state === 'fits') return plain(check, joint);
    const which = over > 0 ? 'longer' : 'shorter';
    const by = `The rod is ${mm(Math.abs(over))} ${which} than it has to be`;
    if (check.state === 'fits-with-change') return `${by}: within its adjuster.`;
    if (check.coarse) return `${by}: readings too coarse to say whether its adjuster takes that up, measure again.`;
    const usually = `an adjuster usually takes up ${mm(check.values['adjuster'])}`;
    if (check.state === 'not-known' && !check.beyond)
      return `${by}, and whether it can be set is not known: ${usually}. Look whether it has one.`;
    return check.beyond
      ? `${by}, and how far it can be set is not known: ${usually}.`
      : `${by}: more than its adjuster takes up.`;
  },
  'port.none': ({ values, state }) =>
    state === 'not-known'
      ? `Which port is for the ${lineWords(values)} is not known: count the ports of the ` +
        'new unit, and look into each.'
      : `There is no port for the ${lineWords(values)}.`,
  'port.place': ({ values, state }, { between: [port, end], line }) => {
    const [at, reaches] = [port, end].map((ref) => lookup(values, faceName(ref)));
    const own = partWords(end.part, line);
    const where =
      `The port is at ${positionWords(String(at))} of the ${partWords(port.part)}, and the ` +
      `${own} comes to ${positionWords(String(reaches))}`;
    return state === 'fits-with-change'
      ? `The ${own} is bent over to ${positionWords(String(at))}.`
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
    const plug = joint.between[0].face ?? 'sensor';
    if (check.state !== 'does-not-fit') return plain(check, joint);
    const [harness, unit] = joint.between.map((ref) => lookup(check.values, faceName(ref)) ?? null);
    const has = unit === null ? 'The new unit has no such connector' : `The new unit’s connector is ${String(unit)}`;
    return (
      `${has}; the vehicle’s plug is ${String(harness ?? 'none')}. ` +
      `${unit === null ? (LOST.get(plug) ?? '') : 'It does not go on.'}`
    ).trim();
  },
  'rod.engaged': (check, joint) =>
    check.state === 'does-not-fit'
      ? `${mm(check.values['engaged'])} of thread engaged, ${mm(check.values['least'])} are needed: the ` +
        'fork would pull off.'
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
  'mount.stud-length': (check, joint) =>
    typeof check.values['needed'] === 'number'
      ? `Stud ${mm(check.values['stud'])}; ${mm(check.values['needed'])} are ` +
        `needed${check.state === 'does-not-fit' ? ': too short' : ''}.`
      : plain(check, joint),
  'rod.height': ({ values, state }) => {
    const [height, off] = [values['height'], values['off']];
    if (typeof height !== 'number') return 'The pedal height is not known: measure it before anything is taken off.';
    const was = valueWords('pedal-height', height);
    if (state === 'fits') return `The pedal stays at ${was}.`;
    return typeof off === 'number'
      ? `The pedal was at ${was}. Unadjusted, its pad would stand ${mm(Math.abs(off))} ` +
          `${off > 0 ? 'higher' : 'lower'}: set it back, and look at the brake-light switch.`
      : `The pedal was at ${was}: set it to the same with the new rod.`;
  },
  'mount.torque': ({ values }) =>
    typeof values['torque'] === 'number'
      ? `Tighten to ${say('torque', values['torque'])}.`
      : 'No tightening torque is on record: ask the maker.',
};
