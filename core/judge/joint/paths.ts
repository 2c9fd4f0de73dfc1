import type { AttributeName } from '../../named/attribute/index.js';
import { type Known, knownAt, type Part, type Sure } from '../../vehicle/chain/index.js';
import {
  alike,
  type Answer,
  type Check,
  doubtOf,
  type Figures,
  type JudgedJoint,
  leavesOpen,
  restsOf,
  tidy,
  type View,
  within,
} from '../check/index.js';
import { isNew, isSameUnit } from './judge.js';
import { asOneFace } from './vehicle.js';

const of = (part: Part, name: AttributeName): Known | undefined => knownAt(asOneFace(part), name);
const number = (known: Known | undefined): number | undefined =>
  typeof known?.value === 'number' ? known.value : undefined;

/**
 * Travel at the release fork: ((pedal travel − free travel) / ratio − port-closing travel) × A_master / A_slave × η,
 * against what the fork wants and what the slave's piston can go. Judged where a bore changes: with the same two bores
 * the travel is as it was. What is missing is never nought. Source: the volume that the master moves; η and the
 * port-closing travel are settings.
 */
export function judgeClutch(view: View): JudgedJoint[] {
  const one = (kind: Part['kind']): Part | undefined => [...view.parts.values()].find((part) => part.kind === kind);
  const [master, slave, fork] = [one('clutch-master'), one('slave'), one('fork')];
  if (!master || !slave || !fork) return [];
  if (![master, slave].some((part) => isNew(view, part.id) && !sameBore(view, part))) return [];
  const rod = view.then.joints.find((j) => j.kind === 'rod' && j.between.some((ref) => ref.part === master.id));
  const pedal = rod?.between.map((ref) => view.parts.get(ref.part)).find((part) => part?.kind === 'pedal');
  if (!pedal) return [];
  const check = clutchCheck({ pedal, master, slave, fork }, view);
  return [
    {
      id: `path:${slave.id}`,
      between: [{ part: pedal.id }, { part: fork.id }],
      is: 'new',
      state: check.state,
      checks: [check],
    },
  ];
}

/** Another unit goes in: one that comes off and goes back is as it was. */
const isOther = (view: View, part: Part): boolean => isNew(view, part.id) && !isSameUnit(view, part.id);

/** A slave around the shaft: a ring pushes, and not the whole of its bore. */
const isRing = (part: Part): boolean => part.kind === 'slave' && of(part, 'slave-form')?.value === 'concentric';

/** What a piston is as wide as, mm: its bore, or of a ring √(D² − d²); with what is missing of it. */
export function pistonOf(part: Part): {
  readonly known?: Sure & { readonly value: number };
  readonly wants: readonly AttributeName[];
} {
  const bore = of(part, 'bore');
  const outside = typeof bore?.value === 'number' ? { ...bore, value: bore.value } : undefined;
  // One that has no bore inside is no ring, whatever its form is said to be.
  if (!isRing(part) || of(part, 'bore-inside')?.value === null)
    return outside ? { known: outside, wants: [] } : { wants: ['bore'] };
  const ring = of(part, 'bore-inside');
  const inside = typeof ring?.value === 'number' && ring.value < (outside?.value ?? Infinity) ? ring.value : undefined;
  if (!outside || !ring || inside === undefined)
    return {
      wants: [...(outside ? [] : (['bore'] as const)), ...(inside === undefined ? (['bore-inside'] as const) : [])],
    };
  const value = Math.sqrt(outside.value ** 2 - inside ** 2);
  const tolerance = Math.hypot(outside.value * outside.tolerance, inside * ring.tolerance) / value;
  return { known: { value, tolerance, rests: restsOf(outside, ring) }, wants: [] };
}

function sameBore(view: View, part: Part): boolean {
  const before = view.now.get(part.id);
  if (!before) return false;
  if (before.unit !== undefined && before.unit === part.unit) return true;
  const [old, own] = [pistonOf(before).known, pistonOf(part).known];
  if (!old || !own) return false;
  const { settings } = view;
  const apart = Math.abs(old.value - own.value);
  return alike(apart, settings.boreWithin, doubtOf(old, own), leavesOpen('bore', settings)) === 'yes';
}

/**
 * Travel at the fork then, as a share of what it is now: (d_master / d_slave)² then over now; undefined while a bore is
 * not known.
 */
function travelFactor(
  { master, slave }: Record<'master' | 'slave', Part>,
  view: View,
): { readonly factor: number; readonly doubt: number } | undefined {
  const [m, s] = [shareOf(master, view), shareOf(slave, view)];
  if (!m || !s) return undefined;
  const factor = (m.share / s.share) ** 2;
  return { factor, doubt: 2 * factor * Math.hypot(m.doubt, s.doubt) };
}

/**
 * A bore then over the bore now, with what is left open of it as a share; a unit that stays, and whose bore nobody
 * knows, is the same now and then.
 */
function shareOf(part: Part, view: View): { readonly share: number; readonly doubt: number } | undefined {
  const was = view.now.get(part.id);
  if (!isOther(view, part)) return { share: 1, doubt: 0 };
  const [now, then] = [was && pistonOf(was).known, pistonOf(part).known];
  if (!now || !then) return undefined;
  return {
    share: then.value / now.value,
    doubt: Math.hypot(now.tolerance / now.value, then.tolerance / then.value),
  };
}

const notByMate = (known: Known | undefined): Known | undefined => (known?.rests === 'by-its-mate' ? undefined : known);
/** What is asked for that: of a unit its travel; a slave that stays is measured by its piston. */
const reachOf = (view: View, slave: Part): AttributeName => (isOther(view, slave) ? 'travel' : 'piston-reach');

/** What the path of a clutch is worked out from. */
export const PATH_READS: readonly AttributeName[] = [
  'pedal-travel',
  'free-travel',
  'pedal-ratio',
  'bore',
  'bore-inside',
  'travel',
  'piston-reach',
];

/** Two travels at the fork that nobody tells apart, as a share. */
const AS_BEFORE = 0.01;

/** Figures of a path, each with what it leaves open of what is given, mm. */
type Leaves = readonly (readonly [part: Part, attribute: AttributeName, doubt: number])[];

/** What is read more finely where a path is open: what leaves most of it open first. */
const finer = (leaves: Leaves, view: View): Answer[] =>
  leaves
    .filter(([, , doubt]) => doubt > 0)
    .sort(([, , a], [, , b]) => b - a)
    .map(([part, attribute]) => ({
      how: isOther(view, part) ? 'ask' : 'measure',
      part: part.id,
      attribute,
      ...(isOther(view, part) ? {} : { tool: 'caliper' as const }),
    }));

/** A path of which a figure is missing: it is asked for, unless the travel is as it was. */
function openPath(
  { master, slave }: Record<'master' | 'slave', Part>,
  missing: readonly (readonly [part: Part, attributes: readonly AttributeName[]])[],
  values: Figures,
  view: View,
): Check {
  const base = { code: 'path.clutch', rank: 'must', fixes: [], answers: [] } as const;
  const answers = missing.flatMap(([part, names]) =>
    names.map((attribute): Answer => ({
      how: isOther(view, part) ? 'ask' : 'measure',
      part: part.id,
      attribute,
      ...(isOther(view, part) ? {} : { tool: 'ruler' }),
    })),
  );
  // As much travel as before releases as before: the vehicle works as it is. More is perhaps more than the slave has.
  const was = travelFactor({ master, slave }, view);
  if (was && Math.abs(was.factor - 1) + was.doubt <= AS_BEFORE)
    return { ...base, state: 'fits', rests: 'as-it-was', values: { ...values, factor: tidy(was.factor) } };
  return { ...base, state: 'not-known', rests: 'not-known', values, answers };
}

function clutchCheck(parts: Record<'pedal' | 'master' | 'slave' | 'fork', Part>, view: View): Check {
  const { settings } = view;
  const leans = {
    pedalTravel: [parts.pedal, 'pedal-travel'],
    freeTravel: [parts.pedal, 'free-travel'],
    ratio: [parts.pedal, 'pedal-ratio'],
    master: [parts.master, 'bore'],
    slave: [parts.slave, 'bore'],
    wanted: [parts.fork, 'travel'],
    longest: [parts.slave, 'travel'],
  } as const satisfies Record<string, readonly [Part, AttributeName]>;
  const piston = pistonOf(parts.slave);
  const known = {
    ...Object.fromEntries(Object.entries(leans).map(([key, [part, name]]) => [key, of(part, name)])),
    slave: piston.known,
    // That a slave does what its fork wants says neither how much that is nor how far it goes.
    wanted: notByMate(of(parts.fork, 'travel')),
    longest: notByMate(of(parts.slave, 'travel')) ?? of(parts.slave, 'piston-reach'),
  } as Record<keyof typeof leans, Known | undefined>;
  // No free travel is a free travel of nought.
  const value = (key: keyof typeof leans): number | undefined =>
    key === 'freeTravel' && known.freeTravel?.value === null ? 0 : number(known[key]);
  const values: Figures = Object.fromEntries(
    Object.keys(leans).map((key) => [key, value(key as keyof typeof leans) ?? null]),
  );
  const [travel, free, ratio, bore, slave, wanted, longest] = (
    ['pedalTravel', 'freeTravel', 'ratio', 'master', 'slave', 'wanted', 'longest'] as const
  ).map(value);
  const base = { code: 'path.clutch', rank: 'must', fixes: [], answers: [] } as const;
  if (
    travel === undefined ||
    free === undefined ||
    ratio === undefined ||
    bore === undefined ||
    slave === undefined ||
    wanted === undefined ||
    longest === undefined
  ) {
    const missing = Object.entries(leans).flatMap(([key, [part, name]]) => {
      if (value(key as keyof typeof leans) !== undefined) return [];
      return [[part, key === 'slave' ? piston.wants : [key === 'longest' ? reachOf(view, part) : name]] as const];
    });
    return openPath(parts, missing, values, view);
  }
  const stroke = (travel - free) / ratio - settings.portClosing;
  const gives = stroke * (bore / slave) ** 2 * settings.clutchEfficiency;
  const relative = (one: Known | undefined): number => (one?.tolerance ?? 0) / (number(one) ?? 1);
  const reach = reachOf(view, parts.slave);
  // Each figure's part in what is given: its own doubt times how steeply that follows it.
  const leaves: Leaves = [
    [parts.pedal, 'pedal-travel', (gives / stroke / ratio) * doubtOf(known.pedalTravel, known.freeTravel)],
    [parts.pedal, 'pedal-ratio', (gives / stroke) * ((travel - free) / ratio) * relative(known.ratio)],
    [parts.master, 'bore', 2 * gives * relative(known.master)],
    [parts.slave, 'bore', 2 * gives * relative(known.slave)],
  ];
  const doubt = Math.hypot(...leaves.map(([, , left]) => left));
  const [ofWanted, ofLongest] = [known.wanted?.tolerance ?? 0, known.longest?.tolerance ?? 0];
  const all = { ...values, stroke: tidy(stroke), gives: tidy(gives), portClosing: settings.portClosing };
  const verdicts = [
    within(wanted - gives, settings.travelWithin, Math.hypot(doubt, ofWanted)),
    within(gives - longest, settings.travelWithin, Math.hypot(doubt, ofLongest)),
  ];
  const verdict = verdicts.includes('no') ? 'no' : verdicts.includes('open') ? 'open' : 'yes';
  const rests = restsOf(...Object.values(known));
  if (verdict === 'open') {
    const answers = finer([...leaves, [parts.fork, 'travel', ofWanted], [parts.slave, reach, ofLongest]], view);
    return { ...base, state: 'not-known', rests, values: all, coarse: true, answers };
  }
  return { ...base, state: verdict === 'yes' ? 'fits' : 'does-not-fit', rests, values: all };
}
