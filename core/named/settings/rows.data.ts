import { type AttributeName, ATTRIBUTES } from '../attribute/index.js';
import type { SourceKind } from '../unit/index.js';
import { FEEL_ROWS, type FeelFigures } from './feel.data.js';
import { LINE_ROWS, type LineFigures } from './line.data.js';
import { row, type SettingsRow } from './row.js';

/** What a check costs in minutes, and how often a careful reading of it is recorded wrong. */
export type CheckSetting = `minutes.${AttributeName}` | `epsilon.${AttributeName}`;

/** How far a kind of source is trusted before anybody tried, and how many cases that is worth. */
export type TrustSetting = `trust.${SourceKind}` | `cases.${SourceKind}`;

export type Settings = WorkshopFigures & Readonly<Partial<Record<CheckSetting | TrustSetting, number>>>;

interface WorkshopFigures extends FeelFigures, LineFigures {
  readonly sigmaRuler: number;
  readonly sigmaCaliper: number;
  readonly sigmaMicrometer: number;
  readonly sigmaBoreGauge: number;
  readonly sigmaRatio: number;
  readonly sigmaSpread: number;
  readonly oneSizeWithin: number;
  readonly noneBeyondSigmas: number;
  readonly enoughToOrder: number;
  readonly eliminatedBelow: number;
  readonly swappedEarlier: number;
  readonly misreadingShare: number;
  readonly wrongPlace: number;
  readonly mouthForBore: number;
  readonly removalMinutes: number;
  readonly changeMargin: number;
  readonly maleCrest: number;
  readonly maleSpread: number;
  readonly femaleMouth: number;
  readonly femaleSpread: number;
  readonly pitchSigma: number;
  readonly flankAllowance: number;
  readonly nutTurns: number;
  readonly fallsThroughBelow: number;
  readonly gapMin: number;
  readonly gapMax: number;
  /** Clearance over the target that is accepted as lost travel where no maker gives a limit, mm. */
  readonly gapLost: number;
  readonly adjusterRange: number;
  readonly rodEngagement: number;
  readonly clearance: number;
  readonly hoseSpare: number;
  readonly clutchEfficiency: number;
  readonly portClosing: number;
  readonly partMinutes: number;
  readonly machinistMinutes: number;
  readonly welderMinutes: number;
  readonly approvalMinutes: number;
  readonly trustFloor: number;
  readonly conditionCost: number;
  readonly interchangeDepth: number;
  readonly flushMillilitres: number;
  readonly hoseYears: number;
  readonly fluidYears: number;
  readonly bleedOrder: number;
  readonly wasteShare: number;
  readonly boreWithin: number;
  readonly sizeWithin: number;
  readonly spacingWithin: number;
  readonly spigotOver: number;
  readonly spigotUnder: number;
  readonly angleWithin: number;
  readonly clevisWithin: number;
  readonly rodWithin: number;
  readonly ringWithin: number;
  readonly neckWithin: number;
  readonly hoseWithin: number;
  readonly discWithin: number;
  readonly carrierWithin: number;
  readonly offsetWithin: number;
  readonly travelWithin: number;
  readonly nutHeight: number;
  readonly adapterReach: number;
  readonly adjustableRod: number;
}

const SOURCE_TRUST: readonly (readonly [kind: SourceKind, words: string, mean: number, cases: number])[] = [
  ['maker-bulletin', 'a maker’s own bulletin', 0.97, 20],
  ['unit-maker', 'the unit maker’s list', 0.93, 10],
  ['measured', 'what was measured', 0.93, 10],
  ['aftermarket-list', 'an aftermarket list', 0.85, 5],
  ['unsourced', 'a claim without source', 0.6, 2],
];

/** Every setting with its shipped value, the range that makes sense, and why it is what it is. */
export const SETTING_ROWS: readonly SettingsRow[] = [
  row('sigmaRuler', 'Ruler, standard error', 0.5, 0.05, 2, 'mm', 'half a division, parallax'),
  row('sigmaCaliper', 'Caliper, standard error', 0.05, 0.005, 0.5, 'mm', 'a careful workshop reading'),
  row('sigmaMicrometer', 'Micrometer, standard error', 0.02, 0.002, 0.2, 'mm', 'a careful workshop reading'),
  row('sigmaBoreGauge', 'Bore gauge, standard error', 0.01, 0.001, 0.1, 'mm', 'set against a ring'),
  row('sigmaRatio', 'Ratio of two lengths, standard error', 1, 0.1, 10, '%', '60 mm and 300 mm by ruler'),
  row('sigmaSpread', 'Spread of bores by making and wear', 0.03, 0, 0.2, 'mm', 'used units, honed once'),
  row(
    'oneSizeWithin',
    'Sizes closer than this are one size',
    0.06,
    0,
    0.2,
    'mm',
    'inch bores go by metric names in catalogues',
  ),
  row('noneBeyondSigmas', 'None of the sizes beyond', 4, 2, 8, 'σ', 'then the place or the reading is wrong'),
  row(
    'enoughToOrder',
    'Enough to order from',
    0.95,
    0.6,
    0.9999,
    'probability',
    'held by one class of interchangeable units',
  ),
  row(
    'eliminatedBelow',
    'Ruled out below',
    0.0001,
    0.000001,
    0.05,
    'probability',
    'a word for the list; nothing is dropped',
  ),
  row(
    'swappedEarlier',
    'Something was swapped earlier',
    0.05,
    0,
    0.9,
    'probability',
    'share given to units the vehicle is not recorded with',
  ),
  row(
    'misreadingShare',
    'Misread marks that are off by one character',
    0.5,
    0,
    0.9,
    'share',
    '0 for O, 1 for I, 8 for B, 5 for S, or a swapped pair',
  ),
  row(
    'wrongPlace',
    'Least weight of a measured value',
    0.00001,
    1e-9,
    0.05,
    'likelihood',
    'one reading in the wrong place must not rule a unit out for ever',
  ),
  row(
    'mouthForBore',
    'Bore of a stepped unit read at its mouth',
    0.1,
    0,
    0.5,
    'probability',
    'the retaining ring is out and the large bore is in sight',
  ),
  row(
    'removalMinutes',
    'Taking something off the vehicle for a check',
    10,
    0,
    120,
    'min',
    'added to a check when the unit is still fitted',
  ),
  row('changeMargin', 'Months around a production change that mix', 2, 0, 24, 'months', 'old stock was used up'),
  row('maleCrest', 'Male threads measure under their size by', 0.08, 0, 0.3, 'mm', 'crests are made small and wear'),
  row('maleSpread', 'Spread of male threads', 0.06, 0.005, 0.3, 'mm', 'making and wear'),
  row('femaleMouth', 'Female mouths measure over their size by', 0.1, 0, 0.3, 'mm', 'tap size and chamfer'),
  row('femaleSpread', 'Spread of female mouths', 0.08, 0.005, 0.3, 'mm', 'making and wear'),
  row('pitchSigma', 'Pitch gauge, standard error', 0.02, 0.002, 0.2, 'mm', 'a gauge leaf held against the light'),
  row('flankAllowance', 'Allowance between thread flanks', 0.08, 0, 0.3, 'mm', 'commercial nuts and ports'),
  row('nutTurns', 'Turns of a tube nut', 8, 3, 20, 'turns', 'usual tube nut length'),
  row('fallsThroughBelow', 'Thread engagement too small below', 0.15, 0.01, 0.5, 'share', 'no hold at all'),
  row('gapMin', 'Rod clearance, least', 0.25, 0.01, 2, 'mm', '0.010 in, unless the maker says otherwise'),
  row('gapMax', 'Rod clearance, most', 0.51, 0.02, 4, 'mm', '0.020 in, unless the maker says otherwise'),
  row('gapLost', 'Clearance over the target that is accepted', 2, 0, 10, 'mm', 'where the maker gives no limit: each millimetre is one of stroke before the piston moves'),
  row('adjusterRange', 'Usual range of a rod’s adjuster', 8, 0, 40, 'mm', 'of a booster’s rod that can be set; whether a pushrod can is asked'),
  row(
    'rodEngagement',
    'Rod thread engaged, least',
    1.5,
    0.8,
    3,
    'diameters',
    'one carries what the rod carries; half again for wear',
  ),
  row('clearance', 'Room that stays clear around a unit', 5, 0, 50, 'mm', 'engines move, lids close'),
  row('hoseSpare', 'Spare length of a flexible hose', 15, 0, 100, 'mm', 'over what lock, droop and bump need'),
  row(
    'clutchEfficiency',
    'Clutch hydraulics give on of the travel',
    0.95,
    0.5,
    1,
    'share',
    'hoses swell, links have play',
  ),
  row(
    'portClosing',
    'Port-closing travel of a master',
    1.2,
    0,
    5,
    'mm',
    'the piston passes its port before anything moves',
  ),
  row('partMinutes', 'A part to order counts as', 10, 0, 240, 'min', 'when fixes are compared'),
  row(
    'machinistMinutes',
    'A machinist counts as',
    120,
    0,
    2880,
    'min',
    'when fixes are compared: somebody else’s bench',
  ),
  row('welderMinutes', 'A licensed welder counts as', 240, 0, 2880, 'min', 'when fixes are compared'),
  row('approvalMinutes', 'An engineer’s approval counts as', 480, 0, 5760, 'min', 'when fixes are compared'),
  row('trustFloor', 'Trust floor of a path', 0.5, 0, 1, 'trust', 'paths below rank under all others'),
  row('conditionCost', 'Cost of a condition on a path', 0.22, 0, 2, '−ln', 'a condition works out four times in five'),
  ...SOURCE_TRUST.flatMap(([kind, words, mean, cases]) => [
    row(`trust.${kind}`, `Trust in ${words}`, mean, 0.01, 0.999, 'probability', 'that a link it lists works out'),
    row(`cases.${kind}`, `Trust in ${words} is worth`, cases, 0.5, 200, 'cases', 'so many outcomes move it half-way'),
  ]),
  row('interchangeDepth', 'Longest path of interchange', 6, 1, 8, 'steps', 'longer paths carry little trust'),
  row(
    'spacingWithin',
    'Bolt patterns and grommets, largest difference',
    0.5,
    0,
    3,
    'mm',
    'holes are drilled with play; cast and pressed parts',
  ),
  row(
    'spigotOver',
    'Spigot over its hole, most',
    0.1,
    0,
    0.5,
    'mm',
    'nominal sizes are the same figure; more does not go in',
  ),
  row('boreWithin', 'Bores closer than this are one bore', 0.11, 0, 0.2, 'mm', 'half of what lies between 22 mm and 7/8 in'),
  row('sizeWithin', 'Diaphragms or reservoirs of one size, largest difference', 3, 0, 15, 'mm', 'a tape around the shell; sizes are ten and more apart'),
  row('spigotUnder', 'Spigot under its hole, most', 0.5, 0, 3, 'mm', 'smaller it is not centred'),
  row('angleWithin', 'Flange angle, largest difference', 2, 0, 10, '°', 'as a square shows it'),
  row('clevisWithin', 'Clevis pin, largest difference', 0.15, 0, 1, 'mm', 'more is felt as play'),
  row('rodWithin', 'Rod length that nobody notices', 0.5, 0, 3, 'mm', 'at the pedal it is times the ratio'),
  row('ringWithin', 'Seal ring, largest difference', 0.5, 0, 3, 'mm', 'rings stretch a little'),
  row('neckWithin', 'Neck of a reservoir, largest difference', 0.3, 0, 2, 'mm', 'a grommet takes up a little'),
  row(
    'hoseWithin',
    'Hose over a nipple, largest difference',
    1,
    0,
    3,
    'mm',
    'a hose stretches; a clamp closes the rest',
  ),
  row('discWithin', 'Disc diameter, largest difference', 1, 0, 5, 'mm', 'pads overhang by less'),
  row('carrierWithin', 'Bolts of a carrier, largest difference', 0.3, 0, 2, 'mm', 'fitted bolts'),
  row('offsetWithin', 'Offset of a carrier, largest difference', 0.5, 0, 3, 'mm', 'the caliper floats by more'),
  row('travelWithin', 'Travel that may be missing', 0.1, 0, 2, 'mm', 'figures are recorded to a tenth'),
  row('adapterReach', 'How far an adapter stands out', 25, 5, 80, 'mm', 'a fitting with its hexagon and the nut behind it'),
  row('adjustableRod', 'Range of an adjustable rod', 20, 2, 80, 'mm', 'what its thread leaves either way when it is set to length'),
  row('nutHeight', 'Height of a nut', 0.9, 0.5, 1.5, 'diameters', 'ISO 4032 is 0.8 to 0.9 of the thread'),
  row('flushMillilitres', 'Fluid to flush one axle', 250, 50, 2000, 'ml', 'until it runs clean'),
  row('hoseYears', 'Age beyond which a hose is renewed while it is open', 10, 2, 40, 'years', 'the date is printed on it; makers differ'),
  row('fluidYears', 'Interval of the fluid', 2, 1, 10, 'years', 'it takes up water; the maker’s interval goes before this one'),
  row('bleedOrder', 'Wheels are bled: 1 the farthest first, 2 the nearest first', 1, 1, 2, 'school', 'both schools live; the maker’s order goes before either'),
  row('wasteShare', 'Fluid wasted', 0.15, 0, 1, 'share', 'bench bleeding and what stays in the hose'),
  ...FEEL_ROWS,
  ...LINE_ROWS,
  ...ATTRIBUTES.filter((a) => a.paper !== true).flatMap((a) => [
    row(`minutes.${a.name}`, `${a.words}, minutes`, a.minutes, 0.1, 240, 'min', a.where),
    row(
      `epsilon.${a.name}`,
      `${a.words}, chance that it is recorded wrong`,
      a.epsilon,
      0.0001,
      0.4,
      'probability',
      a.trap,
    ),
  ]),
];
