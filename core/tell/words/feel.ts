import { lookup } from '../../base/lookup/index.js';
import { inUnit } from '../../base/units/index.js';
import type {
  Band,
  CaseCell,
  ClutchLoss,
  ClutchPair,
  ClutchTravel,
  FeelCode,
  FeelRatios,
  FeelSummary,
  FeelVerdict,
  PedalLoss,
  WhichBore,
} from '../../work/feel/index.js';

/** Sentences about the feel, made here and nowhere else. */

const share = (ratio: number): string => {
  const change = Math.abs(ratio - 1) * 100;
  return `${change < 10 ? change.toFixed(1) : change.toFixed(0)} %`;
};
/** Less than this is no change that a foot feels. */
const SAME = 0.005;
const than = (ratio: number, more: string, less: string, same: string): string =>
  Math.abs(ratio - 1) < SAME ? same : `${share(ratio)} ${ratio > 1 ? more : less}`;

const force = (newton: number): string => `${newton.toFixed(0)} N (${inUnit(newton, 'lbf').value.toFixed(0)} lbf)`;
const way = (mm: number): string => `${mm.toFixed(1)} mm (${(mm / 25.4).toFixed(2)} in)`;
const g = (z: number): string => `${z.toFixed(2)} g`;

/** A figure that must not be exceeded, never rounded up. */
const downTo = (value: number, digits: number): string =>
  (Math.floor(value * 10 ** digits + 1e-9) / 10 ** digits).toFixed(digits);

type Words = (values: FeelVerdict['values']) => string;
const of = (values: FeelVerdict['values'], name: string): number => lookup(values, name) ?? Number.NaN;

/** A sentence for each code. */
const VERDICTS: Readonly<Record<FeelCode, Words>> = {
  'stroke-out': (v) =>
    `The master runs out of stroke: ${way(of(v, 'used'))} are needed, and it has ${way(of(v, 'available'))}.`,
  'rear-first': (v) =>
    `The rear wheels lock first at ${g(of(v, 'deceleration'))}: the vehicle turns round. Under ` +
    `${g(of(v, 'below'))} the front has to come first.`,
  'effort-high': (v) =>
    `A stop of ${g(of(v, 'deceleration'))} takes ${force(of(v, 'pedalForce'))}: more than ` +
    `${force(of(v, 'most'))} tires the leg.`,
  'effort-low': (v) =>
    `A stop of ${g(of(v, 'deceleration'))} takes ${force(of(v, 'pedalForce'))} only: the weight of the leg brakes.`,
  'effort-none': (v) => `No push reaches ${g(of(v, 'deceleration'))}.`,
  'knee-early': (v) =>
    `The assistance is used up at ${g(of(v, 'deceleration'))} (${force(of(v, 'pedalForce'))}); ` +
    `beyond it the pedal turns hard. It should last to ${g(of(v, 'from'))}.`,
  'step-small': (v) =>
    `Only ${force(of(v, 'to') - of(v, 'from'))} lie between an everyday stop and locking wheels: hard to meter.`,
  'over-limit': (v) =>
    `From a push of ${force(of(v, 'pedalForce'))} on the booster puts out more than the ` +
    `${force(of(v, 'limit'))} that the master bears: ${force(of(v, 'output'))} at ${force(of(v, 'hardest'))}.`,
  'service-rule': (v) =>
    `Service braking: ${of(v, 'asked').toFixed(2)} m/s² at no more than ${force(of(v, 'effort'))} is ` +
    `what the rule asks; ${reached(v)}. An inspector decides, not this figure.`,
  'secondary-rule': (v) =>
    `With what is left: ${of(v, 'asked').toFixed(2)} m/s² at no more than ${force(of(v, 'effort'))} ` +
    `is what the rule asks; ${reached(v)}. An inspector decides, not this figure.`,
  tips: () =>
    'Cannot say: on this grip the vehicle would tip over its front axle before its wheels lock. Look ' +
    'at height and wheelbase again.',
  'vehicle-not-known': (v) =>
    `Cannot say how it slows down or which wheels lock first: ${Object.keys(v)
      .map((key) => lookup(LACKING, key) ?? key)
      .join(', ')} not known. Pressures, travel and ratios hold all the same.`,
  'drum-follows': () =>
    'A drum’s factor is taken to fall as the disc linings do; a drum with servo shoes falls by more.',
  'fade-not-known': () =>
    'Cannot say what fading does: both axles have drums, and how their factor follows the lining is not ' +
    'known. The figures are those of fresh linings.',
  'residual-at-disc': (v) =>
    `A residual valve lies on the way to the discs ${v['front'] === 1 ? 'in front' : 'at the rear'}: ` +
    'they drag. It has to come out.',
  'residual-doubled': (v) =>
    `${of(v, 'count')} residual valves lie one behind the other on the way to the ` +
    `${v['front'] === 1 ? 'front' : 'rear'} drums: one in the master and one in the line hold twice. ` +
    'One has to come out.',
  'residual-missing': (v) =>
    `No residual valve on the way to the ${v['front'] === 1 ? 'front' : 'rear'} drums: look whether ` +
    'the wheel cylinders have cup expanders, else they draw air on release.',
  'valve-wanted': (v) =>
    `A valve for the rear keeps the front first up to ${g(of(v, 'below'))}: one that passes on ` +
    `${of(v, 'slope').toFixed(2)} beyond ${downTo(of(v, 'knee'), 1)} MPa ` +
    `(${downTo(inUnit(of(v, 'knee'), 'psi').value, 0)} psi) or earlier. Its maker’s data go first.`,
  'no-gap': () => 'Clearance of the rod was not given and is taken as 0: the pedal goes further.',
  'travel-not-known': () => 'Travel cannot be said: how far each piston moves to its lining is not known.',
  'no-cut-off': () => 'Port-closing travel of the master was not given and is taken as 0: the pedal goes further.',
};

const LACKING: Readonly<Record<string, string>> = {
  mass: 'the mass',
  tyreRadius: 'the radius of the tyre',
  frontShare: 'the share of the weight in front',
  height: 'the height of the centre of gravity',
  wheelbase: 'the wheelbase',
};

const reached = (v: FeelVerdict['values']): string =>
  v['pedalForce'] === undefined ? 'no push reaches it' : `here it takes ${force(v['pedalForce'])}`;

export const feelVerdictWords = ({ code, values }: Pick<FeelVerdict, 'code' | 'values'>): string =>
  VERDICTS[code](values);

/** What is known of a set-up beside the first one: figures, or else ratios. */
export type FeelHeard = FeelSummary & {
  readonly ratios?: FeelRatios;
  /** What stops it first in any of its cases. */
  readonly worst?: { readonly verdict: Pick<FeelVerdict, 'code' | 'values'>; readonly where: string } | undefined;
};

/** The answer in plain words first: travel, effort, which axle locks first, and what is left without assistance. */
export function feelSummary(heard: FeelHeard): string {
  const { ratios, effort, travel, everyday, first, firstAt, firstBefore, without, worst } = heard;
  const travelRatio = travel ? travel[1] / travel[0] : ratios?.travel;
  const effortRatio = effort ? effort[1] / effort[0] : ratios?.effort;
  const said = [
    ...(travelRatio === undefined
      ? []
      : [than(travelRatio, 'more pedal travel', 'less pedal travel', 'the same pedal travel')]),
    ...(effortRatio === undefined ? [] : [than(effortRatio, 'more effort', 'less effort', 'the same effort')]),
    ...(first === undefined
      ? []
      : [
          (firstBefore === undefined ? '' : firstBefore === first ? 'still ' : 'now ') +
            `${first} first` +
            (firstAt === undefined ? '' : ` from ${g(firstAt)}`),
        ]),
  ];
  if (said.length === 0) return 'What changes cannot be said yet: the bores of both masters are wanted first.';
  const sentence = said.join(', ');
  const tail = without === undefined ? '' : `; without assistance ${g(everyday)} takes ${force(without)}`;
  const told = `${sentence.charAt(0).toUpperCase()}${sentence.slice(1)}${tail}.`;
  // What the plain case says of the rear stands there already.
  if (!worst || (worst.verdict.code === 'rear-first' && worst.where === '' && firstAt !== undefined)) return told;
  const why = feelVerdictWords(worst.verdict);
  if (worst.where === '') return `${told} ${why}`;
  return `${told} In the case “${worst.where}”: ${why.charAt(0).toLowerCase()}${why.slice(1)}`;
}

/** It is areas that count: the difference of two masters in mm², for those who compare diameters. */
export const areasWords = ([now, then]: readonly [number, number]): string =>
  `Piston area ${now.toFixed(1)} mm² now, ${then.toFixed(1)} mm² then: ` +
  `${Math.abs(then - now).toFixed(1)} mm² ${then >= now ? 'more' : 'less'}. A larger master is ` +
  'less pressure for the same push, and less travel.';

/**
 * A cell of the table of cases, in the order of its columns: what an everyday stop takes, what is reached, which axle
 * locks first.
 */
export const cellWords = (
  { effort, reached, first }: CaseCell,
  oneAxle: boolean,
): readonly [string, string, string] => [
  effort !== undefined ? `${effort.toFixed(0)} N` : reached === undefined ? 'not known' : 'none reaches it',
  reached === undefined ? 'not known' : g(reached),
  oneAxle ? '' : (first ?? 'not known'),
];

/** Between what a figure lies in ninety of a hundred draws. */
export const bandWords = (band: Band, unit: 'N' | 'mm' | '×'): string => {
  const digits = unit === 'N' ? 0 : unit === 'mm' ? 1 : 2;
  const [low, middle, high] = [band.low, band.middle, band.high].map((value) => value.toFixed(digits));
  return unit === '×' ? `× ${middle} (${low} to ${high})` : `${middle} ${unit} (${low} to ${high})`;
};

/** Why no bore comes into the windows. */
const NONE: Readonly<Record<NonNullable<WhichBore['none']>, string>> = {
  effort: 'No size brings the effort into the window: it wants another pedal ratio, booster or wheel units.',
  travel: 'No size brings the travel into the window: look at what the wheel units take, and at the clearances.',
  both:
    'No size brings travel and effort into their windows together: a smaller bore takes less effort ' +
    'and more travel. Widen one, or change the pedal ratio or the assistance.',
  'effort-not-known': 'Cannot say: what a push does is not known without the mass and the radius of the tyre.',
  'travel-not-known': 'Travel cannot be said: how far each piston moves to its lining is not known.',
  'beyond-grip': 'Cannot say: no tyre on a dry road holds such a stop.',
  'no-sizes': 'No size was given to choose from.',
  'nothing-asked': 'Say what travel or what effort is wanted.',
};
export const whichBoreNone = (none: NonNullable<WhichBore['none']>): string => NONE[none];

/** Why a bore stands where it stands. */
export function whichBoreWords({ within, effort, travel }: WhichBore['ranked'][number], at: number): string {
  const said = [
    ...(effort === undefined ? [`no push reaches ${g(at)}`] : [`${force(effort)} for ${g(at)}`]),
    ...(travel === undefined ? [] : [`${way(travel)} of pedal`]),
  ];
  return `${said.join(', ')}: ${within ? 'within' : 'outside'}`;
}

/** What a clutch's figures mean. */
export function clutchWords({ advice, shortBy, slaveTravel, masterStroke }: ClutchTravel): string {
  const says: Readonly<Record<ClutchTravel['advice'][number], string>> = {
    'free-travel-not-known':
      'Cannot say: the free travel of the pedal is not known. Press it by hand until the rod is felt, and measure.',
    'no-ratio': 'Cannot say: a ratio of nought moves nothing. Measure it.',
    'no-stroke': 'The pedal’s travel is used up by free travel and port closing: nothing moves.',
    enough: 'It releases.',
    'too-little':
      `It is ${way(shortBy ?? 0)} short: the clutch drags. Look for air, free travel and a wrong bore ` +
      'before anything is ordered.',
    'over-travel':
      'The slave is driven beyond its longest stroke: its piston can come out. Limit the pedal, or ' +
      'take a larger slave.',
    'nothing-wanted': 'What travel releases this clutch was not given: compare it with the maker’s figure.',
    'cut-off-taken-as-0': 'Port-closing travel was not given and is taken as 0: the true travel is less.',
    'efficiency-taken-as-1': 'What hoses and links lose was not given and is taken as nothing.',
  };
  const gives =
    slaveTravel === undefined || masterStroke === undefined
      ? []
      : [`Master stroke ${way(masterStroke)}, slave travel ${way(slaveTravel)}.`];
  return [...gives, ...advice.map((code) => says[code])].join(' ');
}

/** A brake pedal that goes further than it should: what would explain it, and how the explanations are told apart. */
export function pedalLossWords(
  { volume, air, swelling }: PedalLoss,
  expected: number,
  measured: number,
  pressure: number,
): string[] {
  const at =
    `${way(expected)} are expected at ${pressure.toFixed(1)} MPa ` +
    `(${inUnit(pressure, 'psi').value.toFixed(0)} psi)`;
  if (air === undefined || swelling === undefined || (measured - expected) / expected < 0.03)
    return [`${at}, ${way(measured)} were measured: nothing is lost that a rule could show.`];
  return [
    `${at}; ${way(measured - expected)} more were measured: ${volume.toFixed(0)} mm³ of fluid went elsewhere.`,
    `${air.toFixed(0)} mm³ of air would explain it, or hoses that give ${swelling.toFixed(0)} mm³ more for each MPa.`,
    'Measure again at twice the push: if nearly nothing is added it is air, if as much again is ' +
      'added it is a hose that swells; more with each stroke of the master is a wrong bore.',
  ];
}

/** What is lost between pedal and slave, and what would explain it. */
export function clutchLossWords({
  expected,
  lost,
  share: part,
  volume,
  air,
  swelling,
  play,
  turns,
}: ClutchLoss): string[] {
  const turned =
    turns === undefined
      ? []
      : [
          Math.abs(turns) < 0.05
            ? 'Free travel is as it is wanted.'
            : `Turn the rod ${Math.abs(turns).toFixed(1)} turns ${turns > 0 ? 'longer' : 'shorter'} to bring ` +
              'free travel to what is wanted.',
        ];
  if (Math.abs(part) < 0.03)
    return [`${way(expected)} are expected and arrive: nothing is lost that a rule could show.`, ...turned];
  if (lost < 0)
    return [
      `${way(-lost)} more arrive than these bores can give: a bore, the ratio or a travel was taken wrong.`,
      ...turned,
    ];
  return [
    `Of ${way(expected)} expected ${way(lost)} do not arrive (${(part * 100).toFixed(0)} %): ` +
      `${volume.toFixed(0)} mm³ of fluid.`,
    ...(air === undefined
      ? ['With the pressure at release it can be said how much air or swelling would explain it.']
      : [
          `${air.toFixed(0)} mm³ of air would explain it: bleed first. If it comes back after bleeding, a ` +
            `hose that swells by ${(swelling ?? 0).toFixed(0)} mm³ for each MPa would.`,
        ]),
    `Play of ${way(play)} at the pedal (pins, bushings, rod) would explain it too: hold the rod and feel.`,
    ...turned,
  ];
}

export const clutchPairWords = ({ changes, slaveTravel, effort, enough, tooFar }: ClutchPair, named: string): string =>
  `${changes} ${named}: ${way(slaveTravel)} at the slave, ` +
  `${than(effort, 'more effort', 'less effort', 'the same effort')}` +
  `${tooFar ? '; beyond the longest stroke of the slave' : enough ? '' : '; not enough'}`;

/** What other clutch units do, without any travel being known. */
export function clutchRatioWords({ travel, effort }: { readonly travel: number; readonly effort: number }): string {
  if (Math.abs(travel - 1) < SAME) return 'The same travel and the same effort as before.';
  const release = travel > 1 ? 'releases further' : 'releases less far';
  return (
    `For the same pedal travel the slave moves ${than(travel, 'further', 'less far', '')} and ` +
    `${release}; the pedal takes ${than(effort, 'more effort', 'less effort', '')}. Free travel, air ` +
    'and a swelling hose are not counted.'
  );
}
