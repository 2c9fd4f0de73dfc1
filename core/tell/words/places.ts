import { lookup } from '../../base/lookup/index.js';
import type { CheckCode, Figures } from '../../judge/check/index.js';
import { findAttribute, positionWords } from '../../named/attribute/index.js';
import { byPart, capital, faceWords, mm, type Said, say, shownAs } from './say.js';

/** A port of a part, by the figures of a check. */
const portWords = (values: Figures): string =>
  faceWords({ part: String(values['part']), face: String(values['port']) });

/** Sentences of what belongs to more than a joint: places, circuits, fluids, paths, the vehicle as a whole. */

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

const boreSentence = ({ state, values, coarse }: Said): string => {
  const [old, own] = [say('bore', values['now']), say('bore', values['then'])];
  if (state === 'fits') return `The same bore, ${own}.`;
  const [force, travel] = [values['force'], values['travel']];
  if (coarse) return `Bore now ${old}, then ${own}: readings too coarse to say whether it is the same, measure again.`;
  if (typeof force !== 'number' || typeof travel !== 'number')
    return `Bore now ${old}, then ${own}: without both nothing can be said about the pedal.`;
  return (
    `Bore ${old} now, ${own} then: for the same foot ` +
    `${FORCE.get(String(values['kind'])) ?? 'force at this wheel'} × ${force.toFixed(3)}, ` +
    `${TRAVEL.get(String(values['kind'])) ?? 'pedal travel'} × ${travel.toFixed(3)}. ` +
    `${state === 'not-known' ? 'Confirm that it is wanted.' : 'Wanted so.'}`
  );
};

const PATH_WORDS = new Map([
  ['pedalTravel', 'pedal travel'],
  ['freeTravel', 'pedal free travel'],
  ['ratio', 'pedal ratio'],
  ['master', 'bore of the master'],
  ['slave', 'bore of the slave'],
  ['wanted', 'travel that the fork wants'],
  ['longest', 'longest travel of the slave'],
]);

/** A value as a table writes it: a figure where it is one. */
const asValue = (text: string): string | number => (/^[\d.]+$/.test(text) ? Number(text) : text);

export const OF_PLACES: Readonly<Partial<Record<CheckCode, (check: Said) => string>>> = {
  'place.bore': boreSentence,
  'place.wanted': boreSentence,
  'place.record': ({ values, state, coarse }) => {
    const differs = Object.keys(values)
      .filter((key) => !key.endsWith(' now'))
      .map((key) => {
        const name = findAttribute(key)?.name;
        return (
          `${findAttribute(key)?.words ?? key} ${shownAs('fits', name, lookup(values, key))} instead of ` +
          `${shownAs('fits', name, lookup(values, `${key} now`))}`
        );
      });
    if (coarse) return `${differs.join(', ')}: readings too coarse to say whether it is the same, measure again.`;
    return (
      `Not the design that was there: ${differs.join(', ')}. ` +
      `${state === 'not-known' ? 'Confirm that it is wanted.' : 'Wanted so.'}`
    );
  },
  'place.reservoir': ({ values, state }) => {
    const kind = (value: Figures[string] | undefined): string => (value === null ? 'not known' : String(value));
    if (state === 'not-known')
      return (
        `The old reservoir is ${kind(values['now'])}, the new unit’s ${kind(values['then'])}: ` +
        'look whether it goes over.'
      );
    const kinds =
      `The old reservoir is ${String(values['now'] ?? 'none')}, the new unit’s is ` +
      `${String(values['then'] ?? 'none')}`;
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
  'place.asked': ({ values, state }) => {
    const name = findAttribute(String(values['attribute']));
    const words = capital(name?.words ?? String(values['attribute']));
    return state === 'fits'
      ? `${words}: ${shownAs('fits', name?.name, values['value'])}.`
      : `${words} is not known, and the conversion turns on it: look before ordering.`;
  },
  'place.role': ({ values, state }) => {
    const name = findAttribute(String(values['attribute']));
    const words = capital(name?.words ?? String(values['attribute']));
    const wanted = String(values['wanted'])
      .split(' | ')
      .map((one) => (one === '' ? 'none' : shownAs('fits', name?.name, asValue(one))))
      .join(' or ');
    return state === 'not-known'
      ? `${words} is not known; the conversion needs ${wanted}.`
      : `${words}: it has ${shownAs('fits', name?.name, values['value'])}; the conversion needs ${wanted}.`;
  },
  'joint.gone': ({ values }) =>
    `${String(values['from'])} and ${String(values['to'])} do not meet any more: the part that is ` +
    'there then has no such face.',
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
      return (
        `Valve in the new body ${own ?? 'not known or none'}, in the old body ` +
        `${old ?? 'not known or none'}, in the lines ${line ?? 'not known'}: it has to be there once. ` +
        'Look before ordering.'
      );
    return own === null ? 'No valve is lost.' : `One ${String(own)} valve, in the body.`;
  },
  'vehicle.residual': ({ state }) =>
    state === 'does-not-fit'
      ? 'The master stands below its calipers and nothing holds the fluid there: it wants a residual valve of 2 psi.'
      : state === 'not-known'
        ? 'The master stands below its calipers; whether a residual valve holds the fluid there is not known.'
        : 'The master stands below its calipers; a residual valve holds the fluid there.',
  'vehicle.nipple': ({ state, values }) =>
    values['integral'] === true
      ? 'The clutch master has its reservoir on it: the brake reservoir does not feed it.'
      : state === 'does-not-fit'
        ? 'The clutch is fed from the brake reservoir, and this one has no nipple for it.'
        : state === 'not-known'
          ? 'The clutch is fed from the brake reservoir; whether this one has a nipple for it is not known.'
          : 'The reservoir has a nipple for the clutch: open it last.',
  'vehicle.hose': ({ values, state }) => {
    const needed = `${String(values['needed'])} mm are needed at lock, droop and bump with a spare`;
    if (state === 'does-not-fit') return `The hose is ${mm(values['length'])}; ${needed}: it pulls.`;
    if (state === 'fits') return `The hose is ${mm(values['length'])}; ${needed}.`;
    return (
      'Whether the flexible hose is long enough is not known: measure it, and what it needs at lock, ' +
      'droop and bump.'
    );
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
    `${String(values['one'])} and ${String(values['other'])} are two circuits, and something behind ` +
    'the master joins them: a leak in one would empty both.',
  'circuit.fed': (check) => `No line reaches the ${byPart(check)}: it would not work.`,
  'circuit.feeds': ({ values }) =>
    `${capital(portWords(values))} feeds the ${String(values['feeds'])}; its line ` +
    `reaches the ${String(values['reaches'])}. Join the line to the outlet that feeds what it ` +
    'reaches.',
  'circuit.axle': ({ values }) => `No outlet feeds the ${String(values['axle'])} axle any more: it would not brake.`,
  'circuit.chamber': ({ values }) =>
    `No line leaves the chamber for ${String(values['circuit'])}: its piston would press on shut-in fluid. Give it a ` +
    'circuit of its own, or take a master without that chamber.',
  'circuit.open-port': ({ values }) =>
    `${capital(portWords(values))} has no line: plug ` +
    `it${typeof values['thread'] === 'string' ? ` (${values['thread']})` : ''}.`,
  'fluid.cap': ({ values, state }) =>
    state === 'not-known'
      ? 'The fluid is not known: read which grade the cap names.'
      : `Two caps of one system name ${String(values['fluid'])} and ${String(values['other'])}: one of ` +
        'them is not original. Do not fill before this is resolved.',
  'fluid.seals': ({ values, state, rests }) => {
    const [seals, fluid] = [String(values['seals']), String(values['fluid'])];
    if (state === 'fits') return rests === 'as-it-was' ? 'Seals as before.' : `${seals} seals survive ${fluid}.`;
    if (state === 'does-not-fit') return `${fluid} ruins ${seals} seals. Never fit this unit to this system.`;
    return values['seals'] === null
      ? 'The seal material is not known: ask its maker.'
      : `Whether ${seals} seals survive ${fluid} depends on their maker: ask.`;
  },
  'path.clutch': ({ values, state }) => {
    const missing = ['pedalTravel', 'freeTravel', 'ratio', 'master', 'slave', 'wanted', 'longest'].filter(
      (key) => lookup(values, key) === null,
    );
    if (state === 'fits' && typeof values['factor'] === 'number')
      return `Travel at the release fork × ${values['factor'].toFixed(3)} of what it is now: as much as before.`;
    if (missing.length > 0)
      return (
        'Travel at the release fork is not known: ' +
        `${missing.map((key) => PATH_WORDS.get(key) ?? key).join(', ')} missing.`
      );
    const gives = `The pedal gives the slave ${mm(values['gives'])}; ${mm(values['wanted'])} are needed`;
    if (state === 'fits') return `${gives}, and it can go ${mm(values['longest'])}.`;
    if (state === 'does-not-fit' && Number(values['gives']) > Number(values['longest']))
      return (
        `The pedal gives the slave ${mm(values['gives'])}, and its piston can go ${mm(values['longest'])}: it leaves ` +
        'its bore, or the clutch is pushed too far. A stop at the pedal, or other bores.'
      );
    return state === 'not-known' ? `${gives}: readings too coarse to decide.` : `${gives} to release the clutch.`;
  },
};
