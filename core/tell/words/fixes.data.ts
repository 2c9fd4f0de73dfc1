import { lookup } from '../../base/lookup/index.js';
import type { Figures } from '../../judge/check/index.js';
import { attribute, type AttributeName, positionWords, valueWords } from '../../named/attribute/index.js';
import { findSeat } from '../../named/seat/index.js';

/** Sentences of fixes: what is done, what could go wrong, step by step, and what it needs. */

type Words = (v: Figures) => string;
export interface FixWords {
  readonly words: Words;
  /** What could go wrong. */
  readonly risk: string;
  /** What is done, step by step; the words alone when not given. */
  readonly operations?: (v: Figures) => readonly string[];
  /** Each part by its key, and why it is there where the mismatch alone does not say it. */
  readonly parts: Readonly<Record<string, readonly [Words, string?]>>;
}

const say = (name: AttributeName, value: Figures[string] | undefined): string =>
  value === undefined || value === null || typeof value === 'boolean' ? 'not known' : valueWords(name, value);
const both = (value: Figures[string] | undefined): string =>
  typeof value === 'number' ? `${value.toFixed(2)} mm · ${(value / 25.4).toFixed(3)} in` : 'not known';
const mm = (value: Figures[string] | undefined, digits = 1): string =>
  typeof value === 'number' ? value.toFixed(digits) : '?';
const text = (value: Figures[string] | undefined, otherwise = ''): string =>
  typeof value === 'string' ? value : otherwise;
const seat = (value: Figures[string] | undefined): string => findSeat(text(value))?.name ?? text(value);
const nutForm = (value: Figures[string] | undefined): string => findSeat(text(value))?.nutForm ?? '';
/** The place that a line comes to. */
const place = (value: Figures[string] | undefined): string => positionWords(text(value));
const plugWords = (v: Figures): string =>
  v['plug'] === 'sensor'
    ? 'sensor'
    : attribute(text(v['plug'], 'sensor') as AttributeName).words.replace(' connector', '');
const capital = (words: string): string => words.slice(0, 1).toUpperCase() + words.slice(1);
const hub = (v: Figures): string =>
  typeof v['hub'] === 'number' ? ` ${say('hub-bore', v['hub'])}` : ' (measure the spigot)';
const fixed = (words: string): readonly [Words] => [() => words];
/** The pieces of a way, in order. */
const wayPieces = (v: Figures): string[] =>
  ['piece-1', 'piece-2', 'piece-3'].flatMap((key) => text(lookup(v, key)) || []);
const CLAMP = [() => 'Hose clamp for the feed hose', 'the job stops for one missing clamp'] as const;
const FEED_HOSE = fixed('Feed hose for brake fluid');
const valve = (v: Figures): string => text(v['valve'], 'old');
const pumpWants = (v: Figures): string =>
  (['flow-wanted', 'pressure-wanted', 'returns-wanted'] as const)
    .filter((name) => typeof v[name] === 'number')
    .map((name) => say(name, v[name]))
    .join(', ');

/** The words of each row of the table of fixes. */
export const FIX_WORDS: Readonly<Record<string, FixWords>> = {
  'old-rod': {
    words: () => 'Take the old rod over into the new unit',
    risk: 'the ball end and its retention must be the same; the rod may not come out of the old unit',
    operations: (v) => [
      `Keep the old unit until its rod (${say('rod-length', v['rod'])}) is out`,
      'Fit the old rod with its retention, and try that it does not pull out',
    ],
    parts: { rod: [(v) => `Old rod, ${say('rod-length', v['rod'])}`, 'the new rod is another'] },
  },
  'adjustable-rod': {
    words: (v) => `Fit an adjustable rod set to ${say('rod-length', v['rod'])}`,
    risk: 'enough thread must stay in the fork; lock nut tight',
    parts: {
      rod: [
        (v) => `Adjustable push rod with fork and lock nut, to reach ${say('rod-length', v['rod'])}`,
        'the rod in the box has another length',
      ],
    },
  },
  'cut-rod': {
    words: (v) => `Shorten the new rod by ${both(v['over'])} at its threaded end`,
    risk: 'too little thread left in the fork pulls off; it cannot be put back',
    operations: (v) => [
      `Run a nut on first, cut ${mm(v['over'])} mm off the threaded end, deburr, run the nut off over the cut`,
      `Measure how much thread is in the fork; ${mm(v['left'])} mm of the rod’s thread are left over`,
    ],
    parts: { cut: [(v) => `Rod shortened by ${mm(v['over'])} mm`, 'the new rod is too long'] },
  },
  'weld-rod': {
    words: () => 'Have the rod cut and welded to length by a licensed welder, and have it approved',
    risk: 'a cut and welded pedal link that breaks is a pedal without brakes; many inspectors refuse it',
    parts: {
      weld: [() => 'Rod cut and welded by a licensed welder, with his paper', 'the rod has no thread to adjust'],
    },
  },
  fork: {
    words: (v) => `Screw another fork onto the booster’s rod, to reach ${say('rod-length', v['rod'])}`,
    risk: 'the rod itself does not come out of the booster; enough thread must stay in the fork, lock nut tight',
    operations: (v) => [`Set the fork to ${say('rod-length', v['rod'])} from the flange and tighten its lock nut`],
    parts: { fork: [(v) => `Fork for a pin of ${say('clevis-pin', v['pin'])}`, 'the rod of a booster is captive'] },
  },
  linkage: {
    words: () => 'Change the linkage between pedal and booster, and have it approved',
    risk: 'it moves the pedal and its ratio; what breaks there is a pedal without brakes',
    parts: { linkage: [() => 'Linkage between pedal and booster changed', 'the rod of a booster is captive'] },
  },
  bushing: {
    words: (v) => `Bushing ${say('clevis-pin', v['pin'])} in ${say('clevis-pin', v['fork'])} for the fork`,
    risk: 'a loose bushing eats pedal travel',
    parts: {
      bushing: [
        (v) => `Clevis pin with bushing, ${say('clevis-pin', v['pin'])} in ${say('clevis-pin', v['fork'])}`,
        'the fork is wider than the pin',
      ],
    },
  },
  nuts: {
    words: (v) => `Flange nuts ${text(v['thread'])} for the studs that are there`,
    risk: 'inch and metric nuts look alike',
    parts: {
      nuts: [
        (v) => `Flange nut ${text(v['thread'])}, self-locking`,
        'the studs have another thread than the nuts in the box',
      ],
    },
  },
  'longer-stud': {
    words: (v) => `Longer studs, ${mm(v['length'], 0)} mm free length`,
    risk: 'a stud that turns in the bulkhead; use the property class of the old one',
    parts: {
      studs: [
        (v) => `Stud ${text(v['thread'], '(thread to be gauged)')}, ${mm(v['length'], 0)} mm free length`,
        'flange, bracket and nut need more',
      ],
    },
  },
  bracket: {
    words: (v) => `Bracket from ${mm(v['steel'], 0)} mm steel angle between unit and bulkhead`,
    risk: 'it must not flex under a panic stop; it brings the unit forward and shortens the rod’s reach',
    operations: (v) => [
      'Make a paper template from both bolt patterns',
      `Bracket from ${mm(v['steel'], 0)} mm steel, edges deburred, painted`,
      'Bolt it up and have the pedal pressed hard: nothing may move',
    ],
    parts: {
      bracket: [
        (v) => `Bracket, steel ${mm(v['steel'], 0)} mm, drilled to both patterns`,
        'bolt patterns or angles differ',
      ],
      bolts: [() => 'Bolts and self-locking nuts for the bracket, class 8.8 or better', 'bracket'],
    },
  },
  'cut-out': {
    words: (v) => `Cut-out in the bulkhead, ${mm(v['deep'], 0)} mm deep`,
    risk: 'a bulkhead carries load and keeps fire out: approval first, edges sealed',
    parts: {
      'cut-out': [() => 'Cut-out in the bulkhead, edges painted and sealed', 'the unit projects behind the flange'],
    },
  },
  spacer: {
    words: (v) => `Spacer plate ${both(v['plate'])} between booster and master, with a second seal ring`,
    risk: 'it brings the master forward and takes thread from the studs; faces flat and parallel',
    parts: {
      plate: [
        (v) => `Spacer plate ${mm(v['plate'], 2)} mm, faces parallel, recess for the seal ring`,
        'the booster’s pin reaches too far',
      ],
      ring: [() => 'Seal ring between booster and spacer', 'one more face to seal'],
    },
  },
  ring: {
    words: (v) => `Seal ring ${say('seal-ring', v['ring'])}`,
    risk: 'a ring of the wrong section leaks vacuum',
    parts: {
      ring: [
        (v) => `Seal ring between booster and master, ${say('seal-ring', v['ring'])}`,
        'the new master takes another ring',
      ],
    },
  },
  'swap-bleeder': {
    words: () => 'Swap bleed screw and line, so that the bleed screw is highest',
    risk: 'air stays at the top where nothing lets it out',
    parts: { bleeder: [() => 'Bleed screw moved to the highest hole', 'it was shipped in the other one'] },
  },
  reroute: {
    words: (v) =>
      `Bend the line at ${place(v['line'])} over to ${positionWords(text(v['port']))}; it must reach without pull`,
    risk: 'check the slack before the old unit comes off; a short line has to be made new',
    parts: { bend: [(v) => `Bend the line at ${place(v['line'])} over to ${positionWords(text(v['port']))}`] },
  },
  adapter: {
    words: (v) => `Adapter, ${text(v['lineThread'])} ${seat(v['lineSeat'])} female to ${text(v['thread'])} male`,
    risk: 'two more faces that can leak; it stands out to the side; some inspectors refuse adapters',
    parts: {
      adapter: [(v) => `Adapter ${text(v['lineThread'])} female, ${text(v['thread'])} male, ${seat(v['seat'])}`],
    },
  },
  way: {
    words: (v) =>
      capital(
        [...wayPieces(v), ...(v['thread'] === null ? [] : [`new nut ${text(v['thread'])}, ${seat(v['seat'])}`])].join(
          ', then ',
        ),
      ),
    risk: 'every piece more is a joint more that can leak; what stands out shakes',
    parts: {
      'piece-1': [(v) => text(v['piece-1']), 'the way from the port to the line'],
      'piece-2': [(v) => text(v['piece-2']), 'the way from the port to the line'],
      'piece-3': [(v) => text(v['piece-3']), 'the way from the port to the line'],
      nut: [
        (v) => `Tube nut ${text(v['thread'])} for ${text(v['tube'], 'the line’s')} tube, ${nutForm(v['seat'])}`,
        'nut of what the line comes to',
      ],
      flare: [(v) => `Line ${place(v['line'])}: ${seat(v['seat'])}`, 'seat and nut of what the line comes to'],
    },
  },
  reflare: {
    words: (v) => `Cut the line, new nut ${text(v['thread'])}, ${seat(v['seat'])} on the same tube`,
    risk: 'nut on before the flare; the line loses a few millimetres',
    operations: (v) => [
      'Cut square, deburr, blow out',
      `Slide the nut ${text(v['thread'])} on before the flare`,
      `Flare: ${seat(v['seat'])}; look at it with a glass`,
    ],
    parts: {
      nut: [
        (v) => `Tube nut ${text(v['thread'])} for ${text(v['tube'], 'the line’s')} tube, ${nutForm(v['seat'])}`,
        'nut of the new port',
      ],
      flare: [(v) => `Line ${place(v['line'])}: ${seat(v['seat'])}`, 'seat and nut of the new port'],
    },
  },
  'other-hose': {
    words: (v) => `A flexible hose with the unit’s end: ${text(v['thread'], 'no thread')}, ${seat(v['seat'])}`,
    risk: 'its other end is the old line’s; its length for lock, droop and bump; one for each side of the axle',
    parts: {
      hose: [
        (v) => `Flexible hose, unit end ${text(v['thread'], 'no thread')} ${seat(v['seat'])}, line end as the old one`,
      ],
      washers: [() => 'Crush washer for the banjo eye', 'one on each side of the eye'],
    },
  },
  tee: {
    words: (v) => `Join it with the line at ${place(v['other'])} by a tee and a short line`,
    risk: 'room for the tee; three more joints; start every one by hand before any is tightened',
    operations: () => [
      'Fix the tee to the body, never hang it on the lines',
      'Start all three joints by hand, then tighten',
    ],
    parts: {
      tee: [(v) => `Tee, ${text(v['lineThread'])}, ${seat(v['lineSeat'])}, with its bolt`],
      line: [() => 'Short line from tee to port', 'the tee sits beside the unit'],
      nuts: [(v) => `Tube nut ${text(v['lineThread'])} for the short line`, 'one for each end'],
      'nut-tee': [(v) => `Tube nut ${text(v['lineThread'])} for the short line`, 'its end at the tee'],
      'nut-port': [(v) => `Tube nut for the short line, as the port at ${place(v['other'])}`, 'its end at the port'],
    },
  },
  'tap-port': {
    words: (v) => `Have the port tapped to ${text(v['lineThread'])}, unit stripped, with an engineer’s approval`,
    risk: 'a wall that is too thin bursts; swarf in the bore scores it at the first stroke: strip, tap, wash, rebuild',
    parts: {
      tap: [(v) => `Port tapped to ${text(v['lineThread'])}`],
      kit: [() => 'Seal kit: the unit has to be stripped', 'swarf'],
    },
  },
  'its-side': {
    words: (v) => `The ${text(v['kind'], 'line')} of side ${text(v['set'])} too: ${positionWords(text(v['part']))}`,
    risk: 'lines of both sides look alike: go by the number and the month',
    parts: {
      part: [
        (v) => `${capital(text(v['kind'], 'line'))} of side ${text(v['set'])}: ${positionWords(text(v['part']))}`,
        'parts of one production change go together',
      ],
    },
  },
  'longer-hose': {
    words: (v) => `Longer flexible hose, at least ${mm(v['length'], 0)} mm`,
    risk: 'a long hose rubs: turn both locks and press the springs',
    parts: {
      hose: [(v) => `Flexible hose, at least ${mm(v['length'], 0)} mm, ends as the old one`],
      washers: [() => 'Crush washer for the banjo eye, where it has one', 'one on each side of the eye'],
    },
  },
  'tab-off': {
    words: () => 'Take the tab off and paint the edge',
    risk: 'only a tab that carries nothing',
    parts: { tab: [() => 'Tab taken off, edge painted', 'it fouls the hose'] },
  },
  sensor: {
    words: (v) => `Move the old ${plugWords(v)} over`,
    risk: 'same thread needed; new sealing washer',
    parts: {
      sensor: [
        (v) =>
          `${capital(plugWords(v))} with connector ${say(text(v['plug'], 'sensor') as AttributeName, v['vehicle'])}`,
        'same place, other connector',
      ],
      washer: [() => 'Sealing washer for the sensor', 'never reuse a crushed washer'],
    },
  },
  harness: {
    words: (v) =>
      `Make up a harness from ${say(text(v['plug'], 'sensor') as AttributeName, v['vehicle'])} to ` +
      `${say(text(v['plug'], 'sensor') as AttributeName, v['unit'])}`,
    risk: 'a joint under the bonnet corrodes: crimp, seal, test the warning',
    parts: {
      plug: [
        (v) => `Plug ${say(text(v['plug'], 'sensor') as AttributeName, v['unit'])} with pigtail, sealed crimps`,
        'the plug of the vehicle is another',
      ],
    },
  },
  'old-reservoir': {
    words: () => 'Move the old reservoir over, on new grommets',
    risk: 'old grommets leak: new ones; clean it with brake fluid only',
    parts: {
      reservoir: [() => 'Old reservoir', 'its grommets are as far apart'],
      grommets: [() => 'Reservoir grommet', 'old ones leak'],
    },
  },
  reservoir: {
    words: (v) =>
      v['remote'] === true
        ? 'Mount the new reservoir where it clears, with a new feed hose and two clamps'
        : 'Fit the reservoir that belongs to the new unit',
    risk: 'room above the unit, and the cap must stay reachable',
    parts: { reservoir: fixed('Reservoir with grommets for the new unit'), 'feed-hose': FEED_HOSE, clamps: CLAMP },
  },
  'remote-reservoir': {
    words: () => 'Remote reservoir where there is room, with feed hose and clamps',
    risk: 'the hose must fall all the way to the unit',
    parts: {
      'remote-reservoir': fixed('Remote reservoir with bracket'),
      'feed-hose': [FEED_HOSE[0], 'remote reservoir'],
      clamps: CLAMP,
    },
  },
  grommets: {
    words: (v) => `Grommets for necks of ${say('grommet-size', v['neck'])}`,
    risk: 'a grommet that only nearly fits leaks',
    parts: {
      grommets: [
        (v) => `Reservoir grommet, neck ${say('grommet-size', v['neck'])}`,
        'the old reservoir has other necks',
      ],
    },
  },
  'feed-hose': {
    words: (v) => `Feed hose ${say('feed-hose', v['hose'])} with a reducer and clamps`,
    risk: 'brake-fluid hose only; fuel hose dissolves',
    parts: { 'feed-hose': FEED_HOSE, clamps: CLAMP, reducer: fixed('Reducer for the feed hose') },
  },
  'own-clutch-reservoir': {
    words: () => 'A reservoir of its own for the clutch',
    risk: 'above the clutch master, and reachable',
    parts: {
      'clutch-reservoir': fixed('Remote reservoir for the clutch, with bracket'),
      'feed-hose': [FEED_HOSE[0], 'reservoir for the clutch'],
      clamps: CLAMP,
    },
  },
  'tap-nipple': {
    words: () => 'Have a threaded feed nipple put into the reservoir, reservoir off',
    risk: 'a plastic reservoir cracks; swarf in the fluid: reservoir off and washed',
    parts: {
      nipple: fixed('Threaded feed nipple with seal'),
      'tap-nipple': fixed('Nipple tapped into the reservoir, reservoir off and washed'),
    },
  },
  'valve-over': {
    words: (v) => `Move the ${valve(v)} valve over from the old unit`,
    risk: 'threads differ between old and new valves: gauge first',
    parts: { valve: [(v) => `${valve(v)} valve`] },
  },
  'valve-in-line': {
    words: (v) => `A ${valve(v)} valve in the line, with its bracket`,
    risk: 'set for another vehicle it does harm: the same knee and slope as the old one',
    parts: { valve: [(v) => `${valve(v)} valve for the line, same knee and slope`] },
  },
  'valve-out': {
    words: () => 'Take the valve out of the line, union in its place',
    risk: 'take out the one that is not the vehicle’s; union of the right seat',
    parts: { union: fixed('Union for the line in place of the valve') },
  },
  'residual-out': {
    words: () => 'Take the residual valve out of the body',
    risk: 'the seat stays in; look that nothing blocks the port',
    parts: { 'residual-out': fixed('Residual valve taken out of the body') },
  },
  'larger-pump': {
    words: (v) => `A pump that gives ${pumpWants(v)}`,
    risk: 'its pulley must run in line; the steering feels it too',
    parts: { pump: [(v) => `Pump that gives ${pumpWants(v)}`] },
  },
  'pressure-hose': {
    words: (v) =>
      `Pressure hose made up with ${text(v['thread'], 'the booster’s thread')}, ` +
      `${text(v['end'], 'its end')}, at the booster`,
    risk: 'pressure hoses are made by a hose maker and tested: never a low-pressure hose',
    parts: { hose: [(v) => `Pressure hose, booster end ${text(v['thread'])} ${text(v['end'])}`] },
  },
  'small-hose': {
    words: (v) => `Hose ${say('vacuum-hose', v['hose'])} with a reducer and clamps`,
    risk: 'vacuum hose does not collapse, return hose stands oil and heat',
    parts: {
      hose: [(v) => `${v['vacuum'] === true ? 'Vacuum hose' : 'Return hose'} ${say('vacuum-hose', v['hose'])}`],
      reducer: fixed('Reducer for the hose'),
      clamps: fixed('Hose clamp'),
    },
  },
  carrier: {
    words: () => 'The carrier that belongs to the caliper, with its bolts',
    risk: 'bolts to the maker’s torque, never reused where he says so',
    parts: { carrier: fixed('Carrier for the caliper, with bolts') },
  },
  disc: {
    words: (v) => `Discs ${say('disc', v['disc'])} on both sides, with pads`,
    risk: 'both sides of an axle, with new pads; look at the room in the wheel',
    parts: {
      discs: [(v) => `Disc ${say('disc', v['disc'])}`],
      pads: [() => 'Pads for the axle', 'new discs want new pads'],
    },
  },
  'wheel-spacer': {
    words: (v) => `Wheel spacer ${mm(v['spacer'], 0)} mm with hub fit${hub(v)}, longer wheel bolts`,
    risk: 'longer bolts; without a hub fit the bolts carry the wheel; the track grows',
    parts: {
      spacer: [(v) => `Wheel spacer ${mm(v['spacer'], 0)} mm with hub fit${hub(v)}`],
      bolts: [(v) => `Wheel bolts longer by ${mm(v['spacer'], 0)} mm`, 'spacer'],
    },
  },
};
