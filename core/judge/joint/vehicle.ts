import { worst } from '../../base/state/index.js';
import type { AttributeName } from '../../named/attribute/index.js';
import { type Face, type Known, knownAt, type Part } from '../../vehicle/chain/index.js';
import {
  type Answer,
  type Check,
  type CheckCode,
  doubtOf,
  type Figures,
  type JudgedJoint,
  restsOf,
  tidy,
  type View,
  within,
} from '../check/index.js';
import { fixesFor } from '../fix/index.js';
import { isNew, isSameUnit } from './judge.js';

/** Checks of a new unit against the vehicle as a whole: valves, the clutch's feed, flexible hoses. */

/** A part as one face: for what is of the part and of none of its faces. */
export const asOneFace = (part: Part): Face => ({
  ref: { part: part.id },
  label: part.id,
  part,
  at: '',
  role: 'unit',
  row: { at: '', joint: 'room', role: 'unit' },
});
const of = (part: Part | undefined, name: AttributeName): Known | undefined => part && knownAt(asOneFace(part), name);
const partsOf = (view: View, kind: Part['kind']): Part[] => [...view.parts.values()].filter((p) => p.kind === kind);

type Outcome = Pick<Check, 'state' | 'values'> & {
  readonly rests?: Check['rests'];
  readonly answers?: readonly Answer[];
};
const check = (code: CheckCode, { state, values, rests = 'recorded', answers = [] }: Outcome): Check => ({
  code,
  rank: 'must',
  state,
  rests: state === 'not-known' ? 'not-known' : rests,
  values,
  answers,
  fixes: [],
});

/**
 * The same check with the fixes that the table has for it, where it does not fit. `a` is what the unit is judged
 * against.
 */
export function withFixes(found: Check, a: Part, b: Part, view: View): Check {
  if (found.state !== 'does-not-fit') return found;
  const joint = { id: `vehicle:${b.id}`, kind: 'room' } as const;
  return { ...found, fixes: fixesFor({ code: found.code, joint, a: asOneFace(a), b: asOneFace(b), view, found }) };
}

/** Every place with a new unit, judged against what the vehicle has elsewhere. */
export function judgeVehicle(view: View): JudgedJoint[] {
  const fresh = [...view.then.putBy.keys()].flatMap((id) => view.parts.get(id) ?? []);
  return fresh
    .filter((part) => isNew(view, part.id))
    .flatMap((part): JudgedJoint[] => {
      // What nobody knows of the unit that comes off is as it was.
      const checks = [
        ...valve(part, view),
        ...residual(part, view),
        ...nipple(part, view),
        ...hoses(part, view),
      ].filter((found) => found.state !== 'not-known' || !isSameUnit(view, part.id) || isConverted(part, view));
      if (checks.length === 0) return [];
      const state = worst(checks.map((c) => c.state));
      return [{ id: `vehicle:${part.id}`, between: [{ part: part.id }, { part: part.id }], is: 'new', state, checks }];
    });
}

/** A conversion has the joints of a unit that stays gone over all the same. */
const isConverted = (part: Part, view: View): boolean => view.then.putBy.get(part.id)?.conversion !== undefined;

const value = (known: Known | undefined): string | number | null => known?.value ?? null;

/**
 * A valve is there once: what sat in the old body and is not in the new one is lost, what is in the new body and in the
 * lines too is doubled. A residual valve holds pressure on: only drums want it. Asked as soon as anything is known of a
 * valve.
 */
function valve(master: Part, view: View): Check[] {
  if (master.kind !== 'brake-master') return [];
  // One that this order brings sits where nobody has to look for it.
  const lying = partsOf(view, 'valve').filter((part) => view.now.has(part.id) || of(part, 'line-valve') !== undefined);
  const inLine = lying.map((part) => of(part, 'line-valve')).find((k) => k !== undefined);
  const [own, old] = [of(master, 'valve-in-body'), of(view.now.get(master.id), 'valve-in-body')];
  if ([own, old, inLine].every((one) => !one?.disputed && typeof one?.value !== 'string')) return [];
  const drums = partsOf(view, 'wheel-cylinder').length > 0;
  const wheels = drums || partsOf(view, 'caliper').length > 0;
  const values: Figures = { then: value(own), now: value(old), line: value(inLine), drums: wheels ? drums : null };
  const ask = (part: string, attribute: AttributeName): readonly Answer[] => [
    { how: part === master.id ? 'ask' : 'look', part, attribute },
  ];
  const lookAtLines = ask(lying[0]?.id ?? master.id, 'line-valve');
  const beside = lying[0] ?? view.now.get(master.id) ?? master;
  const found = (state: Check['state'], answers: readonly Answer[] = []): Check[] => [
    withFixes(
      check('vehicle.valve', { state, values, rests: restsOf(own, old, inLine), answers }),
      beside,
      master,
      view,
    ),
  ];
  if (own === undefined || own.disputed) return found('not-known', ask(master.id, 'valve-in-body'));
  if (inLine?.disputed) return found('not-known', lookAtLines);
  if (own.value === 'residual' && wheels && !drums && !standsBelow(view)) return found('does-not-fit');
  if (own.value !== null) {
    if (inLine?.value === own.value) return found('does-not-fit');
    return inLine === undefined && old?.value !== own.value ? found('not-known', lookAtLines) : found('fits');
  }
  if (old === undefined || old.disputed)
    return found('not-known', [{ how: 'look', part: master.id, attribute: 'valve-in-body' }]);
  if (old.value === null) return found('fits');
  if (inLine === undefined) return found('not-known', lookAtLines);
  return found(inLine.value === old.value ? 'fits' : 'does-not-fit');
}

/** Whether the master is known to stand below the calipers that it feeds. */
const standsBelow = (view: View): boolean =>
  [...view.parts.values()].some((part) => of(part, 'master-stands')?.value === 'below');

/** Fluid runs back from discs into a master below them: a light residual valve holds it (work.md: about 2 psi). */
function residual(master: Part, view: View): Check[] {
  if (master.kind !== 'brake-master' || !standsBelow(view) || partsOf(view, 'caliper').length === 0) return [];
  const lines = partsOf(view, 'valve').find((part) => view.now.has(part.id));
  const [own, inLine] = [of(master, 'valve-in-body'), of(lines, 'line-valve')];
  const values: Figures = { now: 'residual', then: null, line: value(inLine) };
  if (own?.value === 'residual' || inLine?.value === 'residual')
    return [check('vehicle.residual', { state: 'fits', values, rests: restsOf(own, inLine) })];
  const open = [
    ...(own === undefined ? [{ how: 'ask', part: master.id, attribute: 'valve-in-body' } as const] : []),
    ...(inLine === undefined ? [{ how: 'look', part: lines?.id ?? master.id, attribute: 'line-valve' } as const] : []),
  ];
  if (open.length > 0) return [check('vehicle.residual', { state: 'not-known', values, answers: open })];
  const made = check('vehicle.residual', { state: 'does-not-fit', values, rests: restsOf(own, inLine) });
  return [withFixes(made, lines ?? master, master, view)];
}

/**
 * A clutch that is fed from the brake reservoir needs a nipple there: on a new master, and on the one that stays where
 * the clutch is new.
 */
function nipple(fresh: Part, view: View): Check[] {
  const master = fresh.kind === 'clutch-master' && !view.now.has(fresh.id) ? partsOf(view, 'brake-master')[0] : fresh;
  if (master?.kind !== 'brake-master') return [];
  const how = master === fresh ? 'ask' : 'look';
  const fed = [...view.parts.values()].find((part) => of(part, 'clutch-feed')?.value === 'brake-reservoir');
  if (!fed) return [];
  // A clutch master that comes with a reservoir on it draws from nowhere else.
  const own = fresh.kind === 'clutch-master' ? of(fresh, 'reservoir') : undefined;
  if (master !== fresh && (own === undefined || own.disputed))
    return [
      check('vehicle.nipple', {
        state: 'not-known',
        values: { nipple: null },
        answers: [{ how: 'ask', part: fresh.id, attribute: 'reservoir' }],
      }),
    ];
  const known = of(master, 'feed-nipple');
  const values: Figures = { nipple: value(known), integral: own?.value === 'integral' };
  if (own?.value === 'integral')
    return [withFixes(check('vehicle.nipple', { state: 'does-not-fit', values, rests: own.rests }), fed, master, view)];
  if (known === undefined || known.disputed)
    return [
      check('vehicle.nipple', {
        state: 'not-known',
        values,
        answers: [{ how, part: master.id, attribute: 'feed-nipple' }],
      }),
    ];
  const state = known.value === null ? 'does-not-fit' : 'fits-with-change';
  return [withFixes(check('vehicle.nipple', { state, values, rests: known.rests }), fed, master, view)];
}

const NEEDS = ['hose-lock', 'hose-droop', 'hose-bump'] as const satisfies readonly AttributeName[];

/**
 * A flexible hose is long enough at lock, droop and bump, with a spare (a setting), and nothing fouls it. Missing is
 * never nought.
 */
function hoses(unit: Part, view: View): Check[] {
  const meets = (view.jointsOf.get(unit.id) ?? []).filter((j) => j.kind === 'port');
  const ids = new Set(meets.flatMap((j) => j.between.map((ref) => ref.part)));
  return [...ids].flatMap((id): Check[] => {
    const hose = view.parts.get(id);
    // A hose that this order brings is made as long as it has to be.
    if (hose?.kind !== 'hose' || (!view.now.has(id) && !view.then.putBy.has(id))) return [];
    return [...hoseLength(hose, unit, view), ...hoseTab(hose)].map((found) => withFixes(found, hose, unit, view));
  });
}

function hoseLength(hose: Part, unit: Part, view: View): Check[] {
  const [length, offset] = [of(hose, 'hose-length'), of(unit, 'hose-offset')];
  const needs = NEEDS.map((name) => of(hose, name));
  if (length === undefined && needs.every((n) => n === undefined) && !isConverted(unit, view)) return [];
  // A wheel that is not steered has no lock, one without springs no droop: nothing is needed there.
  const figures = needs.map((n) => (typeof n?.value === 'number' ? n.value : n?.value === null ? 0 : undefined));
  const spare = view.settings.hoseSpare;
  const most = Math.max(...figures.map((f) => f ?? 0));
  // The port of the same unit is where it was.
  const more =
    typeof offset?.value === 'number'
      ? offset.value
      : offset?.value === null || isSameUnit(view, unit.id)
        ? 0
        : undefined;
  const needed = most + (more ?? 0) + spare;
  const values: Figures = {
    length: value(length),
    lock: value(needs[0]),
    droop: value(needs[1]),
    bump: value(needs[2]),
    offset: more ?? null,
    spare,
    needed: tidy(needed),
  };
  const rests = restsOf(length, offset, ...needs);
  const doubt = doubtOf(length, offset, ...needs);
  if (typeof length?.value === 'number' && within(needed, length.value, doubt) === 'no')
    return [check('vehicle.hose', { state: 'does-not-fit', values, rests })];
  const missing: Answer[] = [
    ...(typeof length?.value === 'number'
      ? []
      : [{ how: 'measure' as const, part: hose.id, attribute: 'hose-length' as const, tool: 'ruler' }]),
    ...NEEDS.filter((_, i) => figures[i] === undefined).map((attribute): Answer => ({
      how: 'measure',
      part: hose.id,
      attribute,
      tool: 'ruler',
    })),
    ...(more === undefined ? [{ how: 'ask' as const, part: unit.id, attribute: 'hose-offset' as const }] : []),
  ];
  if (missing.length > 0 || typeof length?.value !== 'number')
    return [check('vehicle.hose', { state: 'not-known', values, answers: missing })];
  const verdict = within(needed, length.value, doubt);
  if (verdict === 'open')
    return [
      {
        ...check('vehicle.hose', {
          state: 'not-known',
          values,
          answers: [{ how: 'measure', part: hose.id, attribute: 'hose-length', tool: 'ruler' }],
        }),
        coarse: true,
      },
    ];
  return [check('vehicle.hose', { state: 'fits', values, rests })];
}

function hoseTab(hose: Part): Check[] {
  const tab = of(hose, 'tab');
  if (tab === undefined) return [];
  if (tab.disputed)
    return [
      check('vehicle.tab', {
        state: 'not-known',
        values: { tab: null },
        answers: [{ how: 'look', part: hose.id, attribute: 'tab' }],
      }),
    ];
  return [
    check('vehicle.tab', {
      state: tab.value === 'present' ? 'does-not-fit' : 'fits',
      values: { tab: tab.value },
      rests: tab.rests,
    }),
  ];
}

/** What is on record against an exchange: a "does not fit", or a claim that turned out wrong repeatedly. */
export interface Refusal {
  readonly unit: string;
  readonly instead: string;
  readonly state: 'does-not-fit' | 'not-known';
  /** Who says so. */
  readonly by: string;
  /** Claims that speak for it: the pair is disputed. */
  readonly disputed?: boolean;
}

/**
 * Recorded refusals between what comes off and what goes in. A conversion changes what it goes to, and every joint is
 * checked.
 */
export function judgeRefusals(refusals: readonly Refusal[], view: View): JudgedJoint[] {
  return [...view.then.putBy.values()].flatMap((put): JudgedJoint[] => {
    const before = view.now.get(put.at)?.unit;
    const found = refusals.find((r) => r.unit === put.unit && r.instead === before);
    if (!found) return [];
    const state = put.conversion !== undefined && !found.disputed ? 'fits-with-change' : found.state;
    const values = { unit: found.unit, instead: found.instead, by: found.by, disputed: found.disputed === true };
    const answers: readonly Answer[] = state === 'not-known' ? [{ how: 'decide', part: put.at }] : [];
    return [
      {
        id: `record:${put.at}`,
        between: [{ part: put.at }, { part: put.at }],
        is: 'new',
        state,
        checks: [check('record.refused', { state, values, answers })],
      },
    ];
  });
}
