import { worst } from '../../base/state/index.js';
import { attribute, type AttributeName } from '../../named/attribute/index.js';
import { type Edit, type Known, knownAt, type Part } from '../../vehicle/chain/index.js';
import {
  alike,
  type Check,
  doubtOf,
  type Figures,
  type JudgedJoint,
  leavesOpen,
  ownReservoirOf,
  restsOf,
  tidy,
  type View,
} from '../check/index.js';
import { fixesFor } from '../fix/index.js';
import { isNew, isSameUnit } from './judge.js';
import { asOneFace, withFixes } from './vehicle.js';

/** A part that belongs to a production change, and nobody knows to which side. */
const SIDE_NOT_KNOWN = 'not-known';

/** Parts of a production change come from one side of it. Judged where one of them is new. */
export function judgeSets(view: View): JudgedJoint[] {
  const sided = [...view.parts.values()].filter((part) => part.set !== undefined);
  // The unit that comes off comes from the side that it comes from.
  const [fresh] = sided.filter((part) => isNew(view, part.id) && !isSameUnit(view, part.id));
  if (!fresh || sided.length < 2) return [];
  const checks = sided
    .filter((part) => part.id !== fresh.id && part.set !== fresh.set)
    .map((part): Check => {
      const open = part.set === SIDE_NOT_KNOWN ? part : fresh.set === SIDE_NOT_KNOWN ? fresh : undefined;
      return {
        code: 'place.mated',
        rank: 'must',
        rests: 'recorded',
        state: open ? 'not-known' : 'does-not-fit',
        values: { [fresh.id]: fresh.set ?? null, [part.id]: part.set ?? null },
        answers: open ? [{ how: 'look', part: open.id, attribute: 'build-month' }] : [],
        fixes: open ? [] : otherSide(part, fresh, view),
      };
    });
  const together: Check = {
    code: 'place.mated',
    rank: 'must',
    rests: 'recorded',
    state: 'fits',
    values: { [fresh.id]: fresh.set ?? null },
    answers: [],
    fixes: [],
  };
  const judged = checks.length > 0 ? checks : [together];
  return [
    {
      id: 'mated',
      between: [{ part: fresh.id }, { part: fresh.id }],
      is: 'new',
      state: worst(judged.map((c) => c.state)),
      checks: judged,
    },
  ];
}

/** The part as it is on the side that the new one comes from. */
function otherSide(part: Part, fresh: Part, view: View): Check['fixes'] {
  const [a, b] = [asOneFace(fresh), asOneFace(part)];
  const found = { state: 'does-not-fit', values: { set: fresh.set ?? null } } as const;
  return fixesFor({ code: 'place.mated', joint: { id: 'mated', kind: 'room' }, a, b, view, found });
}

/** What tells one unit's design from another's in use: a difference has to be wanted. */
export const DESIGN = [
  'bore-form',
  'bore-large',
  'port-count',
  'reservoir-size',
  'hand',
  'diaphragms',
  'diaphragm',
  'booster-supply',
  'piston-count',
  'driving-side',
] as const satisfies readonly AttributeName[];
const BORED: readonly Part['kind'][] = ['brake-master', 'clutch-master', 'slave', 'wheel-cylinder', 'caliper'];

const known = (part: Part, name: AttributeName): Known | undefined => knownAt(asOneFace(part), name);

/**
 * What a new unit changes beside its joints: its bore, and every other difference of design from what was there.
 * Neither is wrong, and neither is safe until somebody wants it so. Like for like has nothing to say.
 */
export function judgePlaces(view: View): JudgedJoint[] {
  return [...view.then.putBy.values()].flatMap((edit): JudgedJoint[] => {
    const [before, after] = [view.now.get(edit.at), view.parts.get(edit.at)];
    if (!before || !after || before.kind !== after.kind || !isNew(view, edit.at)) return [];
    // The same unit again is compared only where a reading contradicts what it was.
    const same = before.unit !== undefined && before.unit === after.unit;
    const checks = [
      ...boreCheck(before, after, edit, view),
      ...reservoirCheck(before, after, edit, view),
      ...designCheck(before, after, edit, view),
    ].filter((check) => !same || (check.state !== 'fits' && check.rests !== 'not-known'));
    return [
      {
        id: `place:${edit.at}`,
        between: [{ part: edit.at }, { part: edit.at }],
        is: 'new',
        state: worst(['fits', ...checks.map((c) => c.state)]),
        checks,
      },
    ];
  });
}

type Put = Extract<Edit, { do: 'put' }>;
const plain = { answers: [], fixes: [] } as const;

/**
 * Another bore changes travel and effort: known on both, and wanted where it is another. Where the readings do not say
 * whether it is one, whoever wants another is content with either.
 */
function boreCheck(before: Part, after: Part, { wanted }: Put, view: View): Check[] {
  if (!BORED.includes(after.kind)) return [];
  const [old, own] = [known(before, 'bore'), known(after, 'bore')];
  const values: Figures = { now: old?.value ?? null, then: own?.value ?? null };
  const base = { code: 'place.bore', rank: 'must', rests: restsOf(old, own), fixes: [] } as const;
  const [part, decide] = [after.id, { how: 'decide', part: after.id } as const];
  if (typeof own?.value !== 'number')
    return [
      { ...base, rests: 'not-known', state: 'not-known', values, answers: [{ how: 'ask', part, attribute: 'bore' }] },
    ];
  const measure = { how: 'measure', part, attribute: 'bore', tool: 'caliper' } as const;
  if (typeof old?.value !== 'number')
    return [
      wanted
        ? { ...base, rests: 'not-known', state: 'fits-with-change', values, answers: [] }
        : { ...base, rests: 'not-known', state: 'not-known', values, answers: [measure, decide] },
    ];
  const apart = Math.abs(old.value - own.value);
  const same = alike(apart, view.settings.boreWithin, doubtOf(old, own), leavesOpen('bore', view.settings));
  if (same === 'yes') return [{ ...base, state: 'fits', values, answers: [] }];
  const change = { ...values, kind: after.kind, ...changeOf(after.kind, old.value, own.value) };
  if (wanted) return [{ ...base, state: 'fits-with-change', values: change, answers: [] }];
  return [
    same === 'open'
      ? { ...base, state: 'not-known', values, coarse: true, answers: [coarser(old, own, part), decide] }
      : { ...base, code: 'place.wanted', state: 'not-known', values: change, answers: [decide] },
  ];
}

/** What is read once more where two readings do not decide: the coarser. */
const coarser = (old: Known, own: Known, part: string): Check['answers'][number] =>
  (own.tolerance ?? 0) > (old.tolerance ?? 0)
    ? { how: 'ask', part, attribute: 'bore' }
    : { how: 'measure', part, attribute: 'bore', tool: 'caliper' };

/**
 * What another bore does to force and travel for the same foot: a master's pressure falls with its area, the pedal of a
 * brake moves less and the slave of a clutch more; at the slave and at a wheel it is the other way round. Source: areas
 * and volumes, d².
 */
function changeOf(kind: Part['kind'], old: number, own: number): { readonly force: number; readonly travel: number } {
  const [less, more] = [tidy((old / own) ** 2), tidy((own / old) ** 2)];
  if (kind === 'brake-master') return { force: less, travel: less };
  if (kind === 'clutch-master') return { force: less, travel: more };
  if (kind === 'slave') return { force: more, travel: less };
  return { force: more, travel: more };
}

/** A reservoir of another kind: it comes in the box and sits on the unit, or nothing on the vehicle belongs to it. */
function reservoirCheck(before: Part, after: Part, { box = [] }: Put, view: View): Check[] {
  const [old, own] = [known(before, 'reservoir'), known(after, 'reservoir')];
  if (!old && !own) return [];
  const base = { ...plain, code: 'place.reservoir', rank: 'receive', rests: restsOf(old, own) } as const;
  if (!old || !own || old.disputed || own.disputed) {
    const values: Figures = { now: old?.value ?? null, then: own?.value ?? null, box: null };
    return [{ ...base, rests: 'not-known', state: 'not-known', values }];
  }
  if (old.value === own.value) return [];
  const brings = box.some((item) => item.item === 'reservoir' && item.presence === 'with');
  const sits = brings && old.value !== 'remote' && own.value !== 'remote';
  const state = sits || view.parts.has(ownReservoirOf(after.id)) ? 'fits-with-change' : 'does-not-fit';
  const values: Figures = { now: old.value, then: own.value, box: brings };
  return [withFixes({ ...base, state, values }, before, after, view)];
}

/** Every other difference of design, named; what the readings leave open is read again. */
function designCheck(before: Part, after: Part, { wanted }: Put, view: View): Check[] {
  const values: Record<string, string | number | null> = {};
  const open: AttributeName[] = [];
  let differs = false;
  for (const name of DESIGN) {
    const [old, own] = [known(before, name), known(after, name)];
    if (!old || !own) continue;
    const same = isSame(name, old, own, view);
    if (same === 'yes') continue;
    if (same === 'open') open.push(name);
    else differs = true;
    values[`${name} now`] = old.value ?? null;
    values[name] = own.value ?? null;
  }
  if (Object.keys(values).length === 0) return [];
  const base = { ...plain, code: 'place.record', rank: 'must', rests: 'recorded', values } as const;
  if (wanted) return [{ ...base, state: 'fits-with-change' }];
  const again = open.map((attribute) => ({ how: 'look', part: after.id, attribute }) as const);
  const answers: Check['answers'] = [...again, { how: 'decide', part: after.id }];
  return [{ ...base, state: 'not-known', answers, ...(differs ? {} : { coarse: true }) }];
}

/** Whether a unit is of the design that was there in one thing. */
function isSame(name: AttributeName, a: Known, b: Known, { settings }: View): 'yes' | 'no' | 'open' {
  if (a.disputed || b.disputed) return 'open';
  if (typeof a.value !== 'number' || typeof b.value !== 'number') return a.value === b.value ? 'yes' : 'no';
  if (attribute(name).kind === 'count') return a.value === b.value ? 'yes' : 'no';
  const within = name === 'bore-large' ? settings.boreWithin : settings.sizeWithin;
  return alike(Math.abs(a.value - b.value), within, doubtOf(a, b), leavesOpen(name, settings));
}
