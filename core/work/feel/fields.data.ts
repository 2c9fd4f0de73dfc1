import type { SetUp, Vehicle } from './types.js';

/** What the feel is worked out from, as a table: what it is called, its unit, what makes sense, and what vehicles usually have. */

export const FEEL_GROUPS = ['vehicle', 'master', 'assistance', 'front', 'rear', 'travel'] as const;
export type FeelGroup = (typeof FEEL_GROUPS)[number];

export interface Usual {
  readonly value: number;
  readonly from: number;
  readonly to: number;
  readonly why: string;
}
export interface FeelField {
  readonly key: FeelKey;
  readonly group: FeelGroup;
  readonly words: string;
  readonly unit: 'mm' | 'N' | 'MPa' | 'kg' | '';
  readonly least: number;
  readonly most: number;
  readonly step: number;
  /** Which kind of axle it is asked of; absent: of both. */
  readonly axle?: 'disc' | 'drum';
  /** What is usual, offered as an assumption; absent where only the vehicle itself can say. */
  readonly usual?: Usual;
  /** The set-up can do without it. */
  readonly optional?: true;
}

export const FEEL_KEYS = [
  'pedalRatio', 'pedalEfficiency', 'mass', 'frontShare', 'height', 'wheelbase', 'tyreRadius',
  'bore', 'largeBore', 'masterEfficiency', 'masterStroke',
  'ladenMass', 'ladenShare', 'boosterRatio', 'assist', 'crack', 'jumpIn',
  'frontPiston', 'frontCount', 'frontFriction', 'frontFactor', 'frontRadius', 'frontPushOut', 'frontLift',
  'rearPiston', 'rearCount', 'rearFriction', 'rearFactor', 'rearRadius', 'rearPushOut', 'rearLift', 'valveKnee', 'valveSlope', 'valveLadenKnee',
  'metering', 'frontResidual', 'rearResidual',
  'gap', 'cutOff', 'give',
] as const; // prettier-ignore
export type FeelKey = (typeof FEEL_KEYS)[number];
/** Values by their key, in mm, N, MPa, kg, mm³/MPa; what is not known is not there. */
export type FeelInputs = Readonly<Partial<Record<FeelKey, number>>>;

/** Of which kind things are: that decides which fields count. */
export interface FeelKinds {
  readonly front: AxleKind;
  readonly rear: AxleKind;
  readonly frontForm?: 'floating' | 'fixed';
  readonly rearForm?: 'floating' | 'fixed';
  readonly assisted: boolean;
  readonly stepped: boolean;
  readonly valve: boolean;
}
export type AxleKind = 'disc' | 'drum';

const usual = (value: number, from: number, to: number, why: string): Usual => ({ value, from, to, why });
const row = (
  key: FeelKey,
  group: FeelGroup,
  words: string,
  unit: FeelField['unit'],
  [least, most, step]: readonly [number, number, number],
  more: Pick<FeelField, 'axle' | 'usual' | 'optional'> = {},
): FeelField => ({ key, group, words, unit, least, most, step, ...more });

const axle = (end: 'front' | 'rear', words: string): readonly FeelField[] => [
  row(`${end}Piston`, end, `${words} piston`, 'mm', [8, 90, 0.1]),
  row(`${end}Count`, end, `${words} pistons on one side`, '', [1, 4, 1], { axle: 'disc', usual: usual(1, 1, 2, 'a sliding caliper has one') }),
  row(`${end}Friction`, end, `${words} lining friction`, '', [0.1, 0.7, 0.01], { axle: 'disc', usual: usual(0.38, 0.33, 0.43, 'codes E to F of SAE J866 reach from 0.25 to 0.45') }),
  row(`${end}Factor`, end, `${words} drum factor`, '', [0.8, 8, 0.1], { axle: 'drum', usual: usual(2.3, 1.8, 2.8, 'one leading and one trailing shoe; a duo-servo has up to 5 and is not linear') }),
  row(`${end}Radius`, end, `${words} effective radius`, 'mm', [40, 300, 1], { usual: usual(115, 95, 140, 'by the size of the wheel') }),
  row(`${end}PushOut`, end, `${words} pressure that moves nothing yet`, 'MPa', [0, 1.5, 0.01], { usual: end === 'front' ? usual(0.05, 0, 0.1, 'seal of a caliper') : usual(0.3, 0.05, 0.5, 'springs of a drum; less at a caliper'), optional: true }),
  row(`${end}Lift`, end, `${words} way of a piston to its lining`, 'mm', [0.05, 5, 0.05], { usual: end === 'front' ? usual(0.35, 0.2, 0.6, 'roll-back of the seal, run-out, what the caliper gives') : usual(1.2, 0.5, 2.5, 'shoes adjusted as they should be'), optional: true }),
]; // prettier-ignore

/** Sources: SAE J866 for friction codes, text books of vehicle braking for the rest; each is an assumption that can be changed. */
export const FEEL_FIELDS: readonly FeelField[] = [
  row('pedalRatio', 'vehicle', 'pedal ratio', '', [1, 12, 0.1]),
  row('pedalEfficiency', 'vehicle', 'pedal linkage passes on', '', [0.5, 1, 0.01], { usual: usual(0.95, 0.85, 1, 'pins and bushings'), optional: true }),
  row('mass', 'vehicle', 'mass', 'kg', [100, 40_000, 10], { usual: usual(2000, 1200, 4000, 'weigh it, or look at its plate'), optional: true }),
  row('frontShare', 'vehicle', 'share of the weight in front', '', [0.2, 0.8, 0.01], { usual: usual(0.54, 0.45, 0.62, 'weigh one axle'), optional: true }),
  row('height', 'vehicle', 'height of the centre of gravity', 'mm', [200, 2500, 10], { usual: usual(600, 500, 900, 'hard to measure; higher when loaded'), optional: true }),
  row('wheelbase', 'vehicle', 'wheelbase', 'mm', [800, 8000, 10], { usual: usual(2500, 2000, 3200, 'measure hub to hub'), optional: true }),
  row('tyreRadius', 'vehicle', 'radius of the tyre, loaded', 'mm', [120, 700, 1], { usual: usual(310, 270, 380, 'hub centre to the ground'), optional: true }),
  row('ladenMass', 'vehicle', 'mass with its load', 'kg', [100, 60_000, 10], { optional: true }),
  row('ladenShare', 'vehicle', 'share of it in front', '', [0.1, 0.8, 0.01], { optional: true }),
  row('bore', 'master', 'bore of the master', 'mm', [9, 51, 0.0125]),
  row('largeBore', 'master', 'its large bore', 'mm', [12, 60, 0.0125], { optional: true }),
  row('masterEfficiency', 'master', 'master passes on', '', [0.6, 1, 0.01], { usual: usual(0.95, 0.9, 0.98, 'friction of the seals'), optional: true }),
  row('masterStroke', 'master', 'longest stroke of the master', 'mm', [8, 60, 0.5], { optional: true }),
  row('boosterRatio', 'assistance', 'ratio of the booster', '', [1, 12, 0.1], { usual: usual(4, 3, 5.5, 'maker’s data') }),
  row('assist', 'assistance', 'most that the booster adds', 'N', [100, 20_000, 50], { usual: usual(2600, 1800, 4000, 'vacuum × area of the diaphragms') }),
  row('crack', 'assistance', 'push before the booster’s valve opens', 'N', [0, 600, 1], { optional: true }),
  row('jumpIn', 'assistance', 'what it gives at once then', 'N', [0, 3000, 10], { optional: true }),
  ...axle('front', 'front'),
  ...axle('rear', 'rear'),
  row('valveKnee', 'rear', 'valve begins at', 'MPa', [0.2, 12, 0.1], { usual: usual(3, 2, 4.5, 'stamped on it, or maker’s data') }),
  row('valveSlope', 'rear', 'valve passes on beyond it', '', [0, 1, 0.01], { usual: usual(0.35, 0.25, 0.5, 'maker’s data') }),
  row('valveLadenKnee', 'rear', 'with a load it begins at', 'MPa', [0.2, 16, 0.1], { optional: true }),
  row('metering', 'front', 'metering valve holds the front off up to', 'MPa', [0, 4, 0.05], { optional: true }),
  row('frontResidual', 'front', 'residual valves on the way to the front', '', [0, 3, 1], { optional: true }),
  row('rearResidual', 'rear', 'residual valves on the way to the rear', '', [0, 3, 1], { optional: true }),
  row('gap', 'travel', 'clearance of the rod', 'mm', [0, 3, 0.01], { usual: usual(0.38, 0.25, 0.51, 'as it is set') , optional: true }),
  row('cutOff', 'travel', 'port-closing travel of the master', 'mm', [0, 5, 0.1], { usual: usual(1.2, 0.8, 1.8, 'before anything moves'), optional: true }),
  row('give', 'travel', 'what hoses and calipers give, mm³ per MPa', '', [0, 1000, 5], { usual: usual(150, 60, 350, 'longer and older hoses give more'), optional: true }),
]; // prettier-ignore

/** Where a value lies in what it stands for: "vehicle/mass", "setUp/front/radius". A count of pistons lies in how many there are. */
export const FEEL_PATHS: Readonly<Record<Exclude<FeelKey, 'frontCount' | 'rearCount' | 'ladenMass' | 'ladenShare'>, string>> = {
  pedalRatio: 'setUp/pedalRatio', pedalEfficiency: 'vehicle/pedalEfficiency', mass: 'vehicle/mass', frontShare: 'vehicle/frontShare', height: 'vehicle/height',
  wheelbase: 'vehicle/wheelbase', tyreRadius: 'vehicle/tyreRadius',
  bore: 'setUp/master/bore', largeBore: 'setUp/master/largeBore', masterEfficiency: 'setUp/master/efficiency', masterStroke: 'setUp/master/stroke',
  boosterRatio: 'setUp/booster/ratio', assist: 'setUp/booster/assist', crack: 'setUp/booster/crack', jumpIn: 'setUp/booster/jumpIn',
  frontPiston: 'setUp/front/cylinder', frontFriction: 'setUp/front/friction', frontFactor: 'setUp/front/factor', frontRadius: 'setUp/front/radius', frontPushOut: 'setUp/front/pushOut', frontLift: 'setUp/front/lift',
  rearPiston: 'setUp/rear/cylinder', rearFriction: 'setUp/rear/friction', rearFactor: 'setUp/rear/factor', rearRadius: 'setUp/rear/radius', rearPushOut: 'setUp/rear/pushOut', rearLift: 'setUp/rear/lift',
  valveKnee: 'setUp/valve/knee', valveSlope: 'setUp/valve/slope', valveLadenKnee: 'setUp/valve/ladenKnee',
  metering: 'setUp/metering', frontResidual: 'setUp/residual/front', rearResidual: 'setUp/residual/rear',
  gap: 'setUp/gap', cutOff: 'setUp/cutOff', give: 'setUp/give',
}; // prettier-ignore

/** Whether a field counts where things are of these kinds. */
export function isAsked(field: FeelField, kinds: FeelKinds): boolean {
  if (field.key === 'largeBore') return kinds.stepped;
  if (field.group === 'assistance') return kinds.assisted;
  if (field.key === 'valveKnee' || field.key === 'valveSlope' || field.key === 'valveLadenKnee') return kinds.valve;
  if (field.axle !== undefined) return (field.group === 'front' ? kinds.front : kinds.rear) === field.axle;
  return true;
}

/** What is missing for figures; empty when all is there. */
export const missingFor = (inputs: FeelInputs, kinds: FeelKinds): FeelKey[] =>
  FEEL_FIELDS.filter((f) => isAsked(f, kinds) && f.optional !== true && inputs[f.key] === undefined).map((f) => f.key);

const given = <K extends string>(key: K, value: number | undefined): { [P in K]?: number } =>
  (value === undefined ? {} : { [key]: value }) as { [P in K]?: number };

/** The vehicle and the set-up that values stand for, or what is missing. */
export function setUpOf(
  inputs: FeelInputs,
  kinds: FeelKinds,
): { readonly vehicle: Vehicle; readonly setUp: SetUp } | { readonly missing: readonly FeelKey[] } {
  const missing = missingFor(inputs, kinds);
  if (missing.length > 0) return { missing };
  // Everything that is asked for is there: 0 stands for nothing but what no field of these kinds uses.
  const of = (key: FeelKey): number => inputs[key] ?? 0;
  const wheel = (end: 'front' | 'rear'): SetUp['front'] => {
    const form = end === 'front' ? kinds.frontForm : kinds.rearForm;
    const shared = { radius: of(`${end}Radius`), ...given('pushOut', inputs[`${end}PushOut`]), ...given('lift', inputs[`${end}Lift`]) };
    return kinds[end] === 'disc'
      ? { kind: 'disc', pistons: Array.from({ length: Math.max(1, Math.round(of(`${end}Count`))) }, () => of(`${end}Piston`)), friction: of(`${end}Friction`), ...(form ? { form } : {}), ...shared }
      : { kind: 'drum', cylinder: of(`${end}Piston`), factor: of(`${end}Factor`), ...shared };
  }; // prettier-ignore
  return {
    vehicle: {
      ...given('mass', inputs.mass),
      ...given('frontShare', inputs.frontShare),
      ...given('height', inputs.height),
      ...given('wheelbase', inputs.wheelbase),
      ...given('tyreRadius', inputs.tyreRadius),
      pedalRatio: of('pedalRatio'),
      ...given('pedalEfficiency', inputs.pedalEfficiency),
    },
    setUp: {
      master: {
        bore: of('bore'),
        ...(kinds.stepped ? given('largeBore', inputs.largeBore) : {}),
        ...given('efficiency', inputs.masterEfficiency),
        ...given('stroke', inputs.masterStroke),
      },
      ...(kinds.assisted ? { booster: { ratio: of('boosterRatio'), assist: of('assist'), ...given('crack', inputs.crack), ...given('jumpIn', inputs.jumpIn) } } : {}),
      ...(kinds.valve ? { valve: { knee: of('valveKnee'), slope: of('valveSlope'), ...given('ladenKnee', inputs.valveLadenKnee) } } : {}),
      ...given('metering', inputs.metering),
      ...(inputs.frontResidual === undefined && inputs.rearResidual === undefined
        ? {}
        : { residual: { ...given('front', inputs.frontResidual), ...given('rear', inputs.rearResidual) } }),
      // Its own: what comes may hang from another pedal than what is there.
      pedalRatio: of('pedalRatio'),
      front: wheel('front'),
      rear: wheel('rear'),
      ...given('gap', inputs.gap),
      ...given('cutOff', inputs.cutOff),
      ...given('give', inputs.give),
    },
  };
}
