import { lookup } from '../../base/lookup/index.js';
import { worst } from '../../base/state/index.js';
import { findFluid, SEAL_MATERIALS, type SealMaterial, sealsAgainst } from '../../named/fluid/index.js';
import { facesOf, type Joint, knownAt, type Part, partRow, portsOf } from '../../vehicle/chain/index.js';
import type { Answer, Check, JudgedJoint, View } from '../check/index.js';
import { isChanged, isNew, isSameUnit } from './judge.js';
import { asOneFace } from './vehicle.js';

/** Spaces that fluid fills: a part that is one space, or a circuit of one that has several. */
interface Spaces {
  /** The space that a face of a part opens into. */
  readonly of: (part: Part, at: string) => string;
  /** The name of everything that is connected with a space. */
  readonly root: (space: string) => string;
  readonly all: readonly { readonly part: Part; readonly space: string }[];
}

/** The circuit that a port of a part with several belongs to: as recorded, else what it feeds, else itself. */
export function circuitOf(part: Part, at: string): string {
  const fact = (name: 'port-circuit' | 'port-feeds') =>
    part.facts.find((f) => f.attribute === name && f.position === at)?.value;
  return String(fact('port-circuit') ?? fact('port-feeds') ?? at);
}

/**
 * What is connected with what, through lines, hoses, blocks and the parts between. Joints are a value: what was found
 * of them stays.
 */
export function spacesOf(joints: readonly Joint[], parts: ReadonlyMap<string, Part>): Spaces {
  const before = found.get(joints);
  if (before?.parts === parts) return before.spaces;
  const spaces = spacesFound(joints, parts);
  found.set(joints, { parts, spaces });
  return spaces;
}
const found = new WeakMap<readonly Joint[], { readonly parts: ReadonlyMap<string, Part>; readonly spaces: Spaces }>();

function spacesFound(joints: readonly Joint[], parts: ReadonlyMap<string, Part>): Spaces {
  const parent = new Map<string, string>();
  const root = (space: string): string => {
    let at = space;
    for (let next = parent.get(at); next !== undefined; next = parent.get(at)) at = next;
    return at;
  };
  const of = (part: Part, at: string): string =>
    partRow(part.kind).fluid === 'circuits' ? `${part.id}/${circuitOf(part, at)}` : part.id;
  const join = (a: string, b: string): void => {
    const [x, y] = [root(a), root(b)];
    if (x !== y) parent.set(x, y);
  };
  for (const joint of joints) {
    if (joint.kind !== 'port') continue;
    const faces = facesOf(joint, parts);
    if ('because' in faces) continue;
    const [a, b] = faces;
    if (partRow(a.part.kind).fluid && partRow(b.part.kind).fluid) join(of(a.part, a.at), of(b.part, b.at));
  }
  const met = new Map<string, Set<string>>();
  for (const joint of joints) {
    if (joint.kind !== 'port') continue;
    for (const { part, face: at } of joint.between)
      if (at !== undefined) met.set(part, (met.get(part) ?? new Set()).add(at));
  }
  const all = [...parts.values()].flatMap((part) => {
    const { fluid } = partRow(part.kind);
    if (fluid === undefined) return [];
    // A line that comes to a unit says that there is an opening, whether or not the unit is described.
    const openings = [...portsOf(part), ...(met.get(part.id) ?? [])];
    const spaces = fluid === 'one' ? [part.id] : [...new Set(openings.map((at) => of(part, at)))];
    return spaces.map((space) => ({ part, space }));
  });
  return { of, root, all };
}

/** What makes pressure; a hydraulic booster may contain the master. */
const MASTERS: readonly Part['kind'][] = ['brake-master', 'clutch-master', 'booster'];
const none = { answers: [], fixes: [], rests: 'recorded' } as const;

/**
 * Circuits are whole: no part joins two circuits of a master, every wheel and fork is fed, each opening that nothing
 * fills gets a plug, and one fluid suits the seals of everything that it reaches. Judged where an edit changed
 * something; what was looked at and says nothing is there without a check.
 */
export function judgeCircuits(view: View, whole: boolean, fluids = whole): JudgedJoint[] {
  if (!isChanged(view)) return [];
  const spaces = spacesOf(view.then.joints, view.parts);
  const checks = [
    ...(whole ? [...crossed(spaces), ...unfed(spaces), ...idle(view)] : []),
    ...taken(view),
    ...openPorts(view, whole),
  ];
  return [group('circuits', checks), ...(fluids ? [group('fluids', [])] : []), ...judgeFluids(view, fluids)];
}

const group = (id: string, checks: readonly Check[]): JudgedJoint => ({
  id,
  between: [{ part: id }, { part: id }],
  is: 'new',
  state: worst(['fits', ...checks.map((c) => c.state)]),
  checks,
});

/** Two circuits of one master that meet again behind it. */
function crossed({ all, root }: Spaces): Check[] {
  const chambers = all.filter(({ part }) => MASTERS.includes(part.kind));
  return chambers.flatMap((one, i) =>
    chambers
      .slice(i + 1)
      .filter((other) => other.part === one.part && root(other.space) === root(one.space))
      .map((other): Check => ({
        ...none,
        code: 'circuit.crossed',
        rank: 'must',
        state: 'does-not-fit',
        values: { one: one.space, other: other.space },
      })),
  );
}

/** Wheels and forks that no master reaches. */
function unfed({ all, root }: Spaces): Check[] {
  const fed = new Set(all.filter(({ part }) => MASTERS.includes(part.kind)).map(({ space }) => root(space)));
  return all
    .filter(({ part, space }) => partRow(part.kind).fed === true && !fed.has(root(space)))
    .map(({ part }): Check => ({
      ...none,
      code: 'circuit.fed',
      rank: 'must',
      state: 'does-not-fit',
      values: { part: part.id },
    }));
}

/** Chambers of a new brake master that none of their outlets leads out of: a piston on shut-in fluid does not move. */
function idle(view: View): Check[] {
  const met = new Set(facesMet(view.then.joints, view.parts));
  return [...view.parts.values()].flatMap((part) => {
    if (part.kind !== 'brake-master' || !isNew(view, part.id)) return [];
    const by = new Map<string, string[]>();
    for (const at of portsOf(part)) {
      const said = part.facts.some((f) => f.position === at && ['port-circuit', 'port-feeds'].includes(f.attribute));
      // What says neither its circuit nor what it feeds is of nobody knows which chamber.
      if (said) by.set(circuitOf(part, at), [...(by.get(circuitOf(part, at)) ?? []), at]);
    }
    if (by.size < 2) return [];
    return [...by]
      .filter(([, ports]) => ports.every((at) => !met.has(`${part.id}@${at}`)))
      .map(([circuit]): Check => ({
        ...none,
        code: 'circuit.chamber',
        rank: 'must',
        state: 'does-not-fit',
        values: { part: part.id, circuit },
      }));
  });
}

/** How many circuits of brake masters a line comes to, as it will be; two that meet behind it are one. */
export function circuitsFed({ then, parts }: View): number {
  const spaces = spacesOf(then.joints, parts);
  const fed = then.joints.flatMap((joint) => {
    const faces = joint.kind === 'port' ? facesOf(joint, parts) : undefined;
    if (!faces || 'because' in faces) return [];
    return faces
      .filter(({ part }) => part.kind !== 'clutch-master' && MASTERS.includes(part.kind))
      .map(({ part, at }) => spaces.root(spaces.of(part, at)));
  });
  return new Set(fed).size;
}

/** Wheels and forks that were there and are taken away, with nothing in their place. */
const taken = (view: View): Check[] =>
  [...view.now.values()]
    .filter((part) => partRow(part.kind).fed === true && !view.parts.has(part.id))
    .map((part): Check => ({
      ...none,
      code: 'circuit.fed',
      rank: 'must',
      state: 'does-not-fit',
      values: { part: part.id },
    }));

/** Openings of new parts, and of parts whose line went, that nothing fills and nothing closes. */
function openPorts(view: View, whole: boolean): Check[] {
  const met = new Set(facesMet(view.then.joints, view.parts));
  const before = new Set(facesMet(view.nowJoints.values(), view.now));
  return [...view.parts.values()].flatMap((part) =>
    portsOf(part).flatMap((at): Check[] => {
      const ref = `${part.id}@${at}`;
      if (met.has(ref) || view.then.plugs.has(ref) || partRow(part.kind).fluid === undefined) return [];
      if (!(isNew(view, part.id) ? whole || before.size > 0 : before.has(ref))) return [];
      const thread = part.facts.find((f) => f.attribute === 'port-thread' && f.position === at)?.value ?? null;
      return [
        {
          ...none,
          code: 'circuit.open-port',
          rank: 'receive',
          state: 'fits-with-change',
          values: { part: part.id, port: at, thread },
        },
      ];
    }),
  );
}

function* facesMet(joints: Iterable<Joint>, parts: ReadonlyMap<string, Part>): Iterable<string> {
  for (const joint of joints) {
    if (joint.kind !== 'port') continue;
    const faces = facesOf(joint, parts);
    if ('because' in faces) continue;
    for (const face of faces) yield `${face.part.id}@${face.at}`;
  }
}

/**
 * Parts by the fluid that they share: everything connected, both circuits of a master, and the reservoirs that feed it.
 */
function fluidGroups(view: View): Part[][] {
  const groups = new Map<string, Part[]>();
  const parent = new Map<string, string>();
  const root = (id: string): string => {
    let at = id;
    for (let next = parent.get(at); next !== undefined; next = parent.get(at)) at = next;
    return at;
  };
  for (const joint of view.then.joints) {
    if (joint.kind !== 'port' && joint.kind !== 'neck' && joint.kind !== 'tail') continue;
    const [a, b] = joint.between.map((ref) => ref.part) as [string, string];
    const wet = [a, b].every((id) => isWet(view.parts.get(id), joint.kind));
    if (wet && root(a) !== root(b)) parent.set(root(a), root(b));
  }
  for (const [a, b] of sharedReservoir(view)) if (root(a) !== root(b)) parent.set(root(a), root(b));
  for (const part of view.parts.values()) {
    const at = root(part.id);
    groups.set(at, [...(groups.get(at) ?? []), part]);
  }
  return [...groups.values()];
}

/** A clutch that draws from the brake reservoir has its fluid. */
function sharedReservoir({ parts }: View): (readonly [string, string])[] {
  const all = [...parts.values()];
  const shares = all.some(({ facts }) =>
    facts.some((f) => f.attribute === 'clutch-feed' && f.value === 'brake-reservoir'),
  );
  const ids = (kind: Part['kind']): string[] => all.flatMap((part) => (part.kind === kind ? part.id : []));
  const [clutch] = ids('clutch-master');
  return shares && clutch !== undefined ? ids('brake-master').map((brake) => [brake, clutch] as const) : [];
}

/** What holds the fluid of a system: a vacuum hose and its booster do not. */
const isWet = (part: Part | undefined, kind: Joint['kind']): boolean =>
  part !== undefined &&
  (part.kind === 'reservoir' || partRow(part.kind).fluid !== undefined) &&
  !(kind === 'tail' && part.kind === 'booster');

/** One fluid suits the seals of every part that it reaches. A new part whose seals nobody knows is asked about. */
function judgeFluids(view: View, whole: boolean): JudgedJoint[] {
  const touched = (part: Part): boolean => {
    const row = partRow(part.kind);
    // A booster holds the fluid only where it contains the master.
    const wet = part.kind !== 'booster' || portsOf(part).length > 0;
    return isNew(view, part.id) && row.unit !== undefined && row.fluid !== undefined && wet;
  };
  return fluidGroups(view).flatMap((parts): JudgedJoint[] => {
    if (!parts.some(touched)) return [];
    const caps = parts.flatMap((part) => knownAt(asOneFace(part), 'fluid') ?? []);
    const named = caps.flatMap((known) => (typeof known.value === 'string' ? [known] : []));
    const disputed = caps.some((known) => known.disputed);
    const cap = disputed ? undefined : named[0];
    const fluid = cap && findFluid(String(cap.value));
    const checks: Check[] = [];
    const other = named.find((k) => k.value !== cap?.value && findFluid(String(k.value))?.base !== fluid?.base);
    const master = parts.find((part) => MASTERS.includes(part.kind)) ?? parts[0];
    if (!master) return [];
    if (fluid === undefined) {
      if (!whole && !disputed) return [];
      // A system that is not there yet has no cap that could be read: its fluid is decided.
      const answers: Answer[] = view.now.has(master.id)
        ? [
            { how: 'look', part: master.id, attribute: 'fluid' },
            { how: 'ask', part: master.id, attribute: 'fluid' },
          ]
        : [{ how: 'decide', part: master.id }];
      checks.push({
        ...none,
        code: 'fluid.cap',
        rank: 'must',
        state: 'not-known',
        rests: 'not-known',
        values: { fluid: null },
        answers,
      });
      return [group(`fluid:${master.id}`, checks)];
    }
    if (other)
      checks.push({
        ...none,
        code: 'fluid.cap',
        rank: 'must',
        state: 'does-not-fit',
        values: { fluid: fluid.grade, other: other.value },
      });
    for (const part of parts) checks.push(...sealCheck(part, fluid, view, whole));
    return checks.length === 0 ? [] : [group(`fluid:${master.id}`, checks)];
  });
}

function sealCheck(part: Part, fluid: NonNullable<ReturnType<typeof findFluid>>, view: View, whole: boolean): Check[] {
  const known = knownAt(asOneFace(part), 'seals');
  const fresh = isNew(view, part.id);
  const values = { part: part.id, seals: known?.value ?? null, fluid: fluid.grade };
  const base = { ...none, code: 'fluid.seals', rank: 'must', values } as const;
  const answers: Answer[] = [{ how: 'ask', part: part.id, attribute: 'seals' }];
  if (known?.disputed) return [{ ...base, rests: 'not-known', state: 'not-known', answers }];
  if (typeof known?.value !== 'string' || lookup(SEAL_MATERIALS, known.value) === undefined) {
    if (!fresh || partRow(part.kind).unit === undefined || (!whole && known === undefined)) return [];
    if (isSameUnit(view, part.id)) return [{ ...base, rests: 'as-it-was', state: 'fits' }];
    return [{ ...base, rests: 'not-known', state: 'not-known', answers }];
  }
  const state = sealsAgainst(known.value as SealMaterial, fluid.base);
  return state === 'fits' && !fresh
    ? []
    : [{ ...base, rests: known.rests, state, ...(state === 'not-known' ? { answers } : {}) }];
}
