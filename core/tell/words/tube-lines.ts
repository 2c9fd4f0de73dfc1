import { valueWords } from '../../named/attribute/index.js';
import { endRow, findMaterial } from '../../named/tube/index.js';
import type {
  CutLine,
  HoseLength,
  HosePlace,
  LineCheck,
  LineOrder,
  LineStep,
  Route,
  RouteAnswer,
  RouteLine,
  RouteStep,
} from '../../work/line/index.js';

/** Sentences about lines, hoses and the ways to join them. */

/**
 * A length of a line or a hose in both systems: tenths of a millimetre and hundredths of an inch are what a tape and a
 * saw can keep.
 */
export const lineLength = (mm: number): string =>
  `${String(Math.round(mm * 10) / 10)} mm · ${(mm / 25.4).toFixed(2)} in`;
const length = (value: number | undefined): string => lineLength(value ?? 0);

/** What is wrong with a line, and what would help. */
export function lineCheckWords({ code, at, needed, there }: LineCheck, { tube, material, ends }: LineOrder): string {
  switch (code) {
    case 'leg':
      return (
        `Leg ${at} is too short for its bends: ${length(there)}, and they take ${length(needed)}. A ` +
        'smaller radius, or a longer leg.'
      );
    case 'end-straight':
      return (
        `Leg ${at} leaves ${length(there)} straight at its end; nut and flaring bar want ` +
        `${length(needed)}. Flare it before it is bent, or bend further away.`
      );
    case 'radius':
      return (
        `Bend ${at}: radius ${length(there)} is tighter than ${findMaterial(material).words} takes in ` +
        `${tube.tube} (${length(needed)}). It kinks.`
      );
    case 'u-bend':
      return (
        `Bend ${at} turns by ${there}°: its legs meet so far away that nobody can measure to it. Enter ` +
        'it by its arc.'
      );
    case 'crosses':
      return (
        `The line comes within ${length(there)} of itself at leg ${at}, centre to centre: it would have ` +
        'to go through itself.'
      );
    case 'stock':
      return (
        `It takes ${length(needed)} of tube; the longest piece in stock is ${length(there)}. Two lines ` +
        'with an inline connector, or a longer coil.'
      );
    case 'loop':
      return (
        `Leg ${at} runs straight for ${length(there)}: a loop in it takes up what frame and body move, ` +
        'or steel tires.'
      );
    case 'flare':
      return (
        `End ${at}: ${endRow(ends[at === 2 ? 1 : 0].flare).tool ?? 'a flare'} on ` +
        `${findMaterial(material).words} often splits or leaks. ${findMaterial(material).flares}.`
      );
    case 'nut':
      return `End ${at}: a nut ${ends[at === 2 ? 1 : 0].nut ?? ''} is not made for ${tube.tube} tube.`;
  }
}

const endName = (end: 1 | 2 | undefined): string => (end === 1 ? 'first end' : 'second end');
/** One step of making a line. */
export function lineStepWords(
  { step, end, n }: LineStep,
  { ends, material }: LineOrder,
  cut: Pick<CutLine, 'cutToMm'>,
): string {
  const own = ends[end === 2 ? 1 : 0];
  switch (step) {
    case 'deburr':
      return `Cut ${length(cut.cutToMm)} square with a tube cutter, and take the burr off inside and out.`;
    case 'first-nut':
    case 'second-nut':
      return (
        `Slide the nut ${own.nut ?? ''} on, thread to the ${endName(end)}: after the flare it cannot go ` +
        'on any more.'
      );
    case 'flare-first':
      return (
        `Make the ${valueWords('port-seat', own.flare)} at the ` +
        `${endName(end)}${material === 'plated-steel' ? '; strip the coating there first' : ''}. Look at ` +
        'it under a glass: a crack or a slant is cut off and made again.'
      );
    case 'protectors':
      return `Slide ${n} protectors on.`;
    case 'flare-before':
      return (
        `Make the ${valueWords('port-seat', own.flare)} at the ${endName(end)} now: after bending the ` +
        'bar finds no straight to hold.'
      );
    case 'bend':
      return n === 1
        ? 'Make the bend by its mark.'
        : `Make the ${n} bends in order, each by its mark, angle and rotation.`;
    case 'trim':
      return `Try it in place, and cut the ${endName(end)} to length: bends give and take.`;
    case 'flare-last':
      return `Make the ${valueWords('port-seat', own.flare)} at the ${endName(end)}, which has the straight for it.`;
    case 'blow-out':
      return 'Blow it through with dry air and cap both ends.';
    case 'hand-start':
      return 'Start both nuts by hand before either is tightened.';
  }
}

const THEN: Readonly<Record<1 | 2, string>> = { 1: 'First line: ', 2: 'Second line: ' };
/** One step of a way from a port to a line. */
export function routeStepWords({ do: act, item, thread, seat, line }: RouteStep, own?: RouteLine): string {
  const piece = item ? `${item.name}${item.number === undefined ? '' : ` (${item.number})`}` : undefined;
  const words = ((): string => {
    switch (act) {
      case 'screw-in':
        return `The line goes in as it is: ${thread}.`;
      case 'reflare':
        return (
          'Cut the flare off, nut ' +
          `${thread ?? ''}${piece ? `: ${piece}` : ''}${own ? ` for ${own.tube} tube` : ''}, and make a ` +
          `new ${valueWords('port-seat', seat ?? null)}.`
        );
      case 'adapter':
        return `${piece ?? 'An adapter'} into the opening.`;
      case 'union':
        return `${piece ?? 'An inline connector'} at the end of it.`;
      case 'made-line':
        return (
          `${piece ?? 'A made-up line'}` +
          `${item?.lengthMm === undefined ? '' : `, ${length(item.lengthMm)}; loop what is too long`}.`
        );
      case 'tee':
        return `${piece ?? 'A tee'} into the port, bolted down.`;
      case 'plug':
        return piece ? `Close it with ${piece}.` : `Close it with a plug ${thread ?? ''}; the catalogue has none.`;
      case 'other-hose':
        return (
          `${piece ?? `A hose with an end ${thread ?? ''}, ${valueWords('port-seat', seat ?? null)}`}: a ` +
          'hose is never cut or flared.'
        );
    }
  })();
  return line === undefined ? words : THEN[line] + words;
}

const DOUBTS: Readonly<Record<Route['doubts'][number], string>> = {
  stacked: 'Adapters in a row: each is a joint more that can leak.',
  shakes: 'They stand out as a lever, and shake.',
  'no-tool': 'Its flaring tool is not in the workshop: a hose shop makes it.',
  'single-flare': 'A single flare is no brake line in most road rules: it must be double.',
  'no-nut': 'The catalogue has no such nut for this tube.',
  length: 'The length of a made-up piece is not recorded.',
  'no-price': 'A price is missing.',
};
/** Why a way stands where it does. */
export const routeWhy = ({ doubts, leakJoints }: Route): string[] => [
  leakJoints === 1 ? '1 joint that can leak.' : `${leakJoints} joints that can leak, where one would do.`,
  ...doubts.map((doubt) => DOUBTS[doubt]),
];

const REFUSED: Readonly<Record<NonNullable<RouteAnswer['none']>, string>> = {
  compression:
    'A compression fitting, an olive or ring pressed on plain tube, is refused for brakes: it lets ' +
    'go under pressure. Many say compression and mean a flare: look at the end. Is there a flare ' +
    'under the nut?',
  'no-flare': 'How the line ends is not known as a form that seals. Look at its end.',
  'no-way':
    'No acceptable way: no nut is made for this tube and port, and no piece of the catalogue joins ' +
    'them. Another line, made up with both ends, or another unit.',
  'two-lines':
    'No tee of the catalogue has arms that both lines come to. Make one of the lines end like the ' +
    'other, or look for a block.',
};
export const routeRefusal = (none: NonNullable<RouteAnswer['none']>): string => REFUSED[none];

const PLACES: Readonly<Record<HosePlace, string>> = {
  bump: 'at bump',
  droop: 'at full droop',
  'lock-left': 'at full left lock',
  'lock-right': 'at full right lock',
};
export const hosePlaceWords = (place: HosePlace): string => PLACES[place];

/** Why a hose is so long, sentence by sentence. */
export function hoseWords({ needs, governs, slackMm, missing, hangs, clockingDeg, freeMm }: HoseLength): string[] {
  const decides = needs.find(({ place }) => place === governs);
  return [
    `${PLACES[governs].slice(0, 1).toUpperCase()}${PLACES[governs].slice(1)} decides: a string shows ` +
      `${length(decides?.stringMm)}, but leaving and reaching the fittings along their axes without a ` +
      `tight bend takes ${length(decides?.leastMm)}. With ${length(slackMm)} to spare: ` +
      `${length(freeMm)}.`,
    ...(missing.length === 0
      ? []
      : [`Not measured: ${missing.map((place) => PLACES[place]).join(', ')}. It may be longer there.`]),
    ...(hangs > 0.3
      ? [`Where it is shortest, ${Math.round(hangs * 100)} % of it hangs out: see that it clears wheel and frame.`]
      : []),
    clockingDeg === undefined
      ? 'How its ends lie to each other is not known: fit the first end, wheels straight ahead, and let ' +
        'the second find its place before it is tightened.'
      : `Second end ${Math.round(clockingDeg)}° clockwise of the first, looked at along the hose. A ` +
        'twisted hose unscrews itself: its painted line stays straight.',
  ];
}

/** What a hose shop is asked for. An end that nobody named is asked about, not left out. */
export function hoseOrderWords(
  { freeMm, clockingDeg }: HoseLength,
  [first, second]: readonly [string, string],
  bendRadiusMm: number,
): string {
  const end = (name: string, text: string): string => `${name} end: ${text === '' ? 'to be told' : text}.`;
  return [
    `One brake hose, ${length(freeMm)} free length, measured from sealing face to sealing face.`,
    end('First', first),
    end('Second', second),
    clockingDeg === undefined
      ? 'Clocking: second end free to turn before it is crimped; ask first.'
      : `Clocking: second end ${Math.round(clockingDeg)}° clockwise of the first, looked at along the ` +
        'hose from the first.',
    `It lies in a radius of ${length(bendRadiusMm)} at its tightest.`,
    'Made and pressure tested to the rule that applies where the vehicle runs, with its marking.',
  ].join(' ');
}
