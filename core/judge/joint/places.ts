import { worst } from '../../base/state/index.js';
import type { AttributeName } from '../../named/attribute/index.js';
import { type Edit, type Known, knownAt, type Part } from '../../vehicle/chain/index.js';
import {
  type Check,
  doubtOf,
  EPS,
  type Figures,
  type JudgedJoint,
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
 * Neither is wrong, and neither is safe until somebody wants it so. Like for like says nothing.
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
      ...designCheck(before, after, edit),
    ].filter((check) => !same || (check.state !== 'fits' && check.rests !== 'not-known'));
    if (checks.length === 0) return [];
    return [
      {
        id: `place:${edit.at}`,
        between: [{ part: edit.at }, { part: edit.at }],
        is: 'new',
        state: worst(checks.map((c) => c.state)),
        checks,
      },
    ];
  });
}

type Put = Extract<Edit, { do: 'put' }>;
const plain = { answers: [], fixes: [] } as const;

/** Another bore changes travel and effort: known on both, and wanted where it is another. */
function boreCheck(before: Part, after: Part, { wanted }: Put, view: View): Check[] {
  if (!BORED.includes(after.kind)) return [];
  const [old, own] = [known(before, 'bore'), known(after, 'bore')];
  const values: Figures = { now: old?.value ?? null, then: own?.value ?? null };
  const base = { code: 'place.bore', rank: 'must', rests: restsOf(old, own), fixes: [] } as const;
  if (typeof old?.value !== 'number' || typeof own?.value !== 'number') {
    const part = after.id;
    const answers: Check['answers'] =
      typeof own?.value === 'number'
        ? [
            { how: 'measure', part, attribute: 'bore', tool: 'caliper' },
            { how: 'decide', part },
          ]
        : [{ how: 'ask', part, attribute: 'bore' }];
    return [
      {
        ...base,
        rests: 'not-known',
        state: wanted && typeof own?.value === 'number' ? 'fits-with-change' : 'not-known',
        values,
        answers,
      },
    ];
  }
  const apart = Math.abs(old.value - own.value);
  if (apart <= view.settings.oneSizeWithin + doubtOf(old, own) + EPS)
    return [{ ...base, state: 'fits', values, answers: [] }];
  return [
    {
      ...base,
      ...(wanted ? { state: 'fits-with-change' } : { code: 'place.wanted', state: 'not-known' }),
      values: { ...values, kind: after.kind, ...changeOf(after.kind, old.value, own.value) },
      answers: wanted ? [] : [{ how: 'decide', part: after.id }],
    },
  ];
}

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
  if (!old || !own || old.value === own.value) return [];
  const brings = box.some((item) => item.item === 'reservoir' && item.presence === 'with');
  const sits = brings && old.value !== 'remote' && own.value !== 'remote';
  const state = sits || view.parts.has(ownReservoirOf(after.id)) ? 'fits-with-change' : 'does-not-fit';
  const values: Figures = { now: old.value, then: own.value, box: brings };
  const check: Check = { ...plain, code: 'place.reservoir', rank: 'receive', rests: restsOf(old, own), state, values };
  return [withFixes(check, before, after, view)];
}

/** Every other difference of design, named. */
function designCheck(before: Part, after: Part, { wanted }: Put): Check[] {
  const values: Record<string, string | number | null> = {};
  for (const name of DESIGN) {
    const [old, own] = [known(before, name), known(after, name)];
    if (!old || !own || isSame(old, own)) continue;
    values[`${name} now`] = old.value;
    values[name] = own.value;
  }
  if (Object.keys(values).length === 0) return [];
  const state = wanted ? 'fits-with-change' : 'not-known';
  const answers: Check['answers'] = wanted ? [] : [{ how: 'decide', part: after.id }];
  return [{ ...plain, code: 'place.record', rank: 'must', rests: 'recorded', state, values, answers }];
}

const isSame = (a: Known, b: Known): boolean =>
  typeof a.value === 'number' && typeof b.value === 'number'
    ? Math.abs(a.value - b.value) <= Math.hypot(a.tolerance, b.tolerance) + EPS
    : a.value === b.value;
