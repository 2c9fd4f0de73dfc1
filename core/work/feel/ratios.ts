import { pistonArea } from '../../named/bore/index.js';
import type { FeelInputs, FeelKinds } from './fields.data.js';

/**
 * What a change does without any friction value, mass or centre of gravity: ratios of what is there then to what is
 * there now, as far as the sizes are known. Below the knee of a booster that stays; beyond it a push is no longer
 * multiplied.
 */
export interface FeelRatios {
  /** Pedal travel that the fluid takes, for the same way of the pistons. */
  readonly travel?: number;
  /** Pedal effort for the same braking in front, and at the rear. */
  readonly effort?: number;
  readonly rearEffort?: number;
  /** Line pressure for the same effort. */
  readonly pressure?: number;
  /** Areas of the masters in mm²: now and then, and their difference. It is areas that count, not diameters. */
  readonly areas?: readonly [now: number, then: number];
  readonly working: string;
}

interface Side {
  readonly inputs: FeelInputs;
  readonly kinds: FeelKinds;
  /** The wheel units, where they are known by name. */
  readonly units?: { readonly front?: string; readonly rear?: string };
}

/** Pistons of an axle that make force, and those that take fluid, in mm²; undefined where their size is not known. */
function areasOf({ inputs, kinds }: Side, end: 'front' | 'rear'): { working: number; filled: number } | undefined {
  const piston = inputs[`${end}Piston`];
  if (piston === undefined) return undefined;
  const drum = kinds[end] === 'drum';
  const count = drum ? 1 : inputs[`${end}Count`];
  if (count === undefined) return undefined;
  const working = pistonArea(piston) * count;
  const fixed = (end === 'front' ? kinds.frontForm : kinds.rearForm) === 'fixed';
  return { working, filled: working * (drum || fixed ? 4 : 2) };
}

/** The way of a piston counts only where it is given on both sides; else it is taken as the same. */
const lifted = (filled: number, { inputs }: Side, end: 'front' | 'rear', both: boolean): number =>
  both ? filled * (inputs[`${end}Lift`] ?? 1) : filled;

/** Wheel units of which nobody knows the size, and that stay: whatever it is, it is the same now and then. */
const staysUnknown = (now: Side, then: Side, end: 'front' | 'rear'): boolean =>
  now.inputs[`${end}Piston`] === undefined &&
  then.inputs[`${end}Piston`] === undefined &&
  now.kinds[end] === then.kinds[end] &&
  now.units?.[end] === then.units?.[end];

export function ratiosOf(now: Side, then: Side): FeelRatios {
  const [a, b] = [now.inputs.bore, then.inputs.bore];
  const [ratioNow, ratioThen] = [now.inputs.pedalRatio, then.inputs.pedalRatio];
  if (a === undefined || b === undefined) return { working: 'the bore of a master is not known' };
  const master = pistonArea(b) / pistonArea(a);
  const pedal = ratioNow !== undefined && ratioThen !== undefined ? ratioThen / ratioNow : 1;
  const [front, rear] = (['front', 'rear'] as const).map((end) => [areasOf(now, end), areasOf(then, end)] as const);
  const force = (pair: typeof front, end: 'front' | 'rear'): number | undefined => {
    if (staysUnknown(now, then, end)) return 1;
    if (pair?.[0] === undefined || pair[1] === undefined || now.kinds[end] !== then.kinds[end]) return undefined;
    const [r, s] = [now.inputs[`${end}Radius`], then.inputs[`${end}Radius`]];
    return (pair[1].working / pair[0].working) * (r !== undefined && s !== undefined ? s / r : 1);
  };
  const [inFront, atRear] = [force(front, 'front'), force(rear, 'rear')];
  const ways = (['front', 'rear'] as const).every(
    (end) => now.inputs[`${end}Lift`] !== undefined && then.inputs[`${end}Lift`] !== undefined,
  );
  const fluid = (i: 0 | 1, side: Side): number | undefined => {
    const [f, r] = [front?.[i], rear?.[i]];
    return f && r && lifted(f.filled, side, 'front', ways) + lifted(r.filled, side, 'rear', ways);
  };
  const [before, after] = [fluid(0, now), fluid(1, then)];
  const alike = staysUnknown(now, then, 'front') && (staysUnknown(now, then, 'rear') || atRear === 1);
  const moved = before !== undefined && after !== undefined ? after / before : alike ? 1 : undefined;
  return {
    pressure: pedal / master,
    ...(moved === undefined ? {} : { travel: (moved * pedal) / master }),
    ...(inFront === undefined ? {} : { effort: master / pedal / inFront }),
    ...(atRear === undefined ? {} : { rearEffort: master / pedal / atRear }),
    areas: [pistonArea(a), pistonArea(b)],
    working: [
      `master (${b} / ${a})² = ${master.toFixed(4)}`,
      ...factor('pedal', pedal),
      ...factor('front pistons × radius', inFront),
      ...factor('rear', atRear),
      ...factor('fluid', moved),
    ].join('; '),
  };
}

/** A factor of the working by its name; what changes nothing is not told. */
const factor = (words: string, ratio: number | undefined): string[] =>
  ratio === undefined || Math.abs(ratio - 1) < 5e-5 ? [] : [`${words} ${ratio.toFixed(4)}`];
