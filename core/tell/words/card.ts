import { lookup } from '../../base/lookup/index.js';
import { valueWords } from '../../named/attribute/index.js';
import type { CardStep } from '../../work/work-card/index.js';

/** Sentences of the work card, made here and nowhere else. `place` is what the joint or the part is called. */

type Words = (place: string, values: CardStep['values']) => string;
interface StepWords {
  readonly words: Words;
  /** What it follows from. */
  readonly why: string;
}

const torque = (values: CardStep['values']): string => {
  const value = values['torque'];
  return typeof value === 'number'
    ? `to ${valueWords('torque', value)}${typeof values['source'] === 'string' ? ` (${values['source']})` : ''}`
    : 'to the maker’s torque: it is not on record here';
};

const WORDS: Readonly<Record<string, StepWords>> = {
  'empty-stored': {
    words: () =>
      'Discharge the accumulator: engine off, press the pedal 25 times or as the maker says, until it is hard',
    why: 'the assistance stores pressure with the engine off',
  },
  'on-stands': {
    words: () =>
      'Put the vehicle on stands and chock the wheels that stay on the ground; slacken the wheel nuts ' +
      'before it is lifted',
    why: 'work at the wheels',
  },
  'have-ready': {
    words: (_, v) =>
      `Lay everything of the list out and tick it off (${String(v['items'] ?? 0)} lines to order ` +
      'besides the units); nothing is opened before it is complete',
    why: 'a joint that cannot be closed again keeps the vehicle off the road',
  },
  photograph: {
    words: () => 'Photograph the unit with its lines, plugs and clips from two sides; mark which line goes where',
    why: 'lines that look alike feed different wheels',
  },
  'note-rod': {
    words: () => 'Note the pedal height, the free travel and how many threads show on the rod',
    why: 'the new one is set to the same',
  },
  'make-line': {
    words: (place) =>
      `Make the ${place}: bend it by a template, cut it square, deburr it, slide both nuts on, then ` +
      'flare each end and blow it out',
    why: 'a nut that is forgotten costs the flare',
  },
  compare: {
    words: (place) =>
      `Lay the new ${place} beside the old one: ports, studs, rod, plug; measure what was ordered on a listing`,
    why: 'a wrong part is found on the bench and not under the vehicle',
  },
  clearance: {
    words: () => 'Measure recess and output rod with the depth gauge under vacuum, and set the clearance',
    why: 'the rod was set to the old master: too long drags, too short is lost travel',
  },
  'bench-bleed': {
    words: (place, v) =>
      `Bench-bleed the ${place} in the vice, hoses back under the fluid, short strokes until no bubble ` +
      `comes${v['where'] === 'bench' ? '; its maker: not bled in the vehicle' : ''}`,
    why: 'air in it is hard to get out in the vehicle',
  },
  drain: {
    words: () => 'Draw the reservoir empty; cover paint; a tray and rags below',
    why: 'what runs out runs over paint and brakes',
  },
  unplug: { words: (place) => `Unplug ${place}; mark it`, why: 'it comes off with the unit' },
  'undo-vacuum': { words: (place) => `Take off the ${place} and close its end`, why: 'dirt and fluid stay out' },
  'undo-line': {
    words: (place, v) => `Undo the ${place}${threaded(v)}: brush it, hold the fitting against it, cap its end at once`,
    why: 'an open wrench rounds the nut, a twisted line breaks',
  },
  'undo-supply': { words: (place) => `Undo ${place}; catch the oil; close both ends`, why: 'the assistance is opened' },
  'undo-rod': {
    words: () => 'Take the rod off the pedal: clip, washer, clevis pin; look at pin and bushing for a step',
    why: 'a worn pin is lost travel',
  },
  'undo-fork': {
    words: () => 'Free the slave from the release fork; its rod must not fall out',
    why: 'the slave comes off',
  },
  'undo-wheel': {
    words: (place) => `Take off ${place}: the caliper with its bolts, each by its position and length`,
    why: 'the caliper comes off',
  },
  'undo-mount': {
    words: (place) =>
      `Undo ${place}, lay its bolts out by position and length, and take the unit off without turning it over`,
    why: 'the unit comes off',
  },
  'look-inside': {
    words: () => 'Look into the booster with a lamp and wipe its face: wet means the old master leaked into it',
    why: 'fluid ruins the diaphragm',
  },
  'lift-reservoir': {
    words: (_, v) => `${lifted(v)} the reservoir straight off`,
    why: 'it moves over, or the new one goes on',
  },
  'take-apart': {
    words: (place) =>
      `Take the ${place} apart over a clean tray: photograph each layer, note which way each seal and ` +
      'which side of the retaining ring faces; what stays in the housing stays in sight',
    why: 'a seal that faces the wrong way holds no pressure',
  },
  'look-bore': {
    words: (place) =>
      `Wash the bore of the ${place} with brake fluid or alcohol, dry it, look along it with a lamp ` +
      'and draw a fingernail across it',
    why: 'a scratch that is felt, pitting or a taper means another unit, not a kit',
  },
  'new-seals': {
    words: (place) =>
      `New seals into the ${place}: beside the old ones first, wetted, lips towards the pressure, boot and ring last`,
    why: 'the kit was chosen by list and size, not by sight',
  },
  'test-sealed': {
    words: (place) =>
      `Test the ${place} before it is fitted: filled on white paper overnight, or a squeeze against ` +
      'closed ports, or a puff of air at the port',
    why: 'a seal that leaks shows on the bench and not under the vehicle',
  },
  'set-reservoir': {
    words: (_, v) =>
      v['reservoir'] === 'screwed'
        ? 'New ring wetted with brake fluid, reservoir screwed on by hand and then to its torque'
        : `New grommets wetted with brake fluid, reservoir pressed on${v['reservoir'] === 'clipped' ? '' : ', pin in'}`,
    why: 'dry rubber rolls and leaks',
  },
  'mount-loose': {
    words: (place) => `${capital(place)}: the unit on its studs, new ring where there is one, nuts on and still loose`,
    why: 'a loose unit lets every nut find its thread',
  },
  'start-by-hand': {
    words: () =>
      'Start every line nut by hand, at least three turns, before any is tightened; leave the unit ' +
      'loose until all have caught',
    why: 'a nut that goes in crooked ruins the port',
  },
  washers: {
    words: (place, v) =>
      `${capital(place)}: new washers on both sides of each eye, hose not twisted, bolt${threaded(v)} to its torque`,
    why: 'a crushed washer does not seal twice',
  },
  'pin-line': {
    words: (place) =>
      `${capital(place)}: new O-ring wetted with fluid, spigot pushed home, new pin or clip in, then pull at it`,
    why: 'an old pin lets the line go',
  },
  'plug-ports': {
    words: () => 'Plug every opening that nothing fills, and tighten it',
    why: 'an open port has no pressure',
  },
  'tighten-mount': {
    words: (place, v) =>
      `${capital(place)}: tighten the nuts${threaded(v, 'stud-thread')} evenly ${torque(v)}; an open-end wrench ` +
      'where no socket goes',
    why: 'all lines have caught',
  },
  'tighten-line': {
    words: (place, v) => `${capital(place)}: turn it home, loosen it, turn it home ` + `again${threaded(v)}`,
    why: 'the flare beds on the new seat',
  },
  'carrier-on': {
    words: (place, v) => `${capital(place)}: bolts ${torque(v)}; new ones where the maker says so`,
    why: 'these bolts carry the brake',
  },
  'fork-on': { words: () => 'Slave and rod to the release fork, boot over its lip', why: 'dirt stays out' },
  'rod-on': {
    words: () =>
      'Rod to the pedal with a new clip; set height and free travel as noted: the piston must come right back',
    why: 'no free travel closes the compensating port and the brake drags',
  },
  'supply-on': {
    words: (place) => `${capital(place)}: hoses clear of heat, ends tightened`,
    why: 'stored pressure finds every loose end',
  },
  'hose-on': {
    words: (place) => `${capital(place)}: pushed over its bead, clamp behind it`,
    why: 'a hose that slips draws air',
  },
  'plug-in': { words: (place) => `Plug in ${place} and look that it locks`, why: 'its lamp tells a lost circuit' },
  'two-fluids': {
    words: () => 'Two fluids: a bottle, a syringe, a funnel and rags of its own for each system, marked with its grade',
    why: 'the two never mix, not even in a syringe',
  },
  fill: {
    words: () => 'Fill with fresh fluid of the grade of the list from a sealed bottle',
    why: 'fluid goes by the cap and the seals',
  },
  'joints-first': {
    words: (_, v) =>
      'Bleed what lies on the way first: each joint that was opened, from the master outwards, a ' +
      `quarter turn while the ${pressed(v)} is held`,
    why: 'air at the master never reaches a wheel bleed screw',
  },
  routine: {
    words: () => 'The modulator is bled by the maker’s routine with his device',
    why: 'air behind its valves does not come out by the pedal',
  },
  bleed: {
    words: (_, v) =>
      'Bleed the wheels: the maker’s order first; without one the ' +
      `${v['order'] === 2 ? 'nearest' : 'farthest'} first`,
    why: 'every joint that was opened let air in',
  },
  'bleed-slave': {
    words: () => 'Bleed the slave: its screw on top, the pedal down slowly and up slowly, until no bubble comes',
    why: 'air in it takes away the release travel',
  },
  'pedal-free': {
    words: () => 'Free travel at the brake pedal as noted, height as before, stop lamp out with the pedal up',
    why: 'master, rod or booster were worked on: without free travel the brakes drag when they are warm',
  },
  'free-travel': {
    words: () => 'Free travel at the clutch pedal as noted; the pedal comes right back by itself',
    why: 'without it the clutch slips, with too much it does not release',
  },
  release: {
    words: () => 'Engine running, pedal down: gears engage without a crunch and the vehicle does not creep',
    why: 'the release travel reaches the fork',
  },
  'bleed-clutch': { words: () => 'Bleed the clutch too', why: 'it draws from the same reservoir' },
  hold: {
    words: (_, v) => `Hold the ${pressed(v)} hard for two minutes: it must not sink, and nothing may be wet`,
    why: 'a leak shows under pressure',
  },
  assistance: {
    words: () => 'Engine off, press until it is hard, hold, start: the pedal falls a little',
    why: 'ring and booster are tight',
  },
  free: {
    words: (_, v) => `Wheels turn freely with the ${pressed(v)} let go, warm and cold`,
    why: 'a rod that is too long shows when it is warm',
  },
  'first-stops': {
    words: () => 'First stops at walking pace, straight, with room; look again for leaks and for the level',
    why: 'the first stop is not on the road',
  },
};

/** A thread as it is recorded: " (M10x1.0)". */
const threaded = (values: CardStep['values'], name = 'port-thread'): string => {
  const thread = lookup(values, name);
  return typeof thread === 'string' ? ` (${thread})` : '';
};

/** How a reservoir is let go. */
const lifted = (values: CardStep['values']): string =>
  values['reservoir'] === 'screwed'
    ? 'Take out its screw and lift'
    : values['reservoir'] === 'clipped'
      ? 'Spread the clips and lift'
      : 'Drive out the pin and lift';

/** What the hand or the foot is on. */
function pressed(values: CardStep['values']): string {
  return values['pressed'] === 'lever' ? 'lever' : 'pedal';
}

/** Steps of the table that have words. */
export const STEPS_IN_WORDS: readonly string[] = Object.keys(WORDS);

export const stepWords = ({ step, values }: Pick<CardStep, 'step' | 'values'>, place: string): string =>
  lookup(WORDS, step)?.words(place, values) ?? step;
export const stepWhy = ({ step }: Pick<CardStep, 'step'>): string => lookup(WORDS, step)?.why ?? '';

const capital = (words: string): string => words.slice(0, 1).toUpperCase() + words.slice(1);
