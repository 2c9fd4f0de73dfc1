import { worst } from '../../base/state/index.js';
import { attribute, type AttributeName } from '../../named/attribute/index.js';
import {
  sameFace,
  type Face,
  facesOf,
  type Joint,
  knownAt,
  type Known,
  sureAt,
  type Part,
  partRow,
  portsOf,
} from '../../vehicle/chain/index.js';
import {
  type Answer,
  attributeOf,
  type Case,
  type Check,
  type CheckRow,
  checksFor,
  type Finding,
  isUnassigned,
  type JudgedJoint,
  pair,
  positionOf,
  type Rank,
  RULES,
  type View,
  type Want,
} from '../check/index.js';
import { fixesFor } from '../fix/index.js';

/** Whether a place has a new occupant. */
export const isNew = (view: View, id: string): boolean => view.then.changes.get(id) === 'new';

/** Whether the new occupant of a place is the very design that was identified there. */
export function isSameUnit(view: View, id: string): boolean {
  const [now, then] = [view.now.get(id), view.parts.get(id)];
  return then?.unit !== undefined && now?.unit === then.unit && now.kind === then.kind;
}

/** Whether edits changed anything: what is put, taken away, closed, corrected, or joined otherwise. */
export const isChanged = ({ then, nowJoints }: View): boolean =>
  then.putBy.size > 0 ||
  then.plugs.size > 0 ||
  then.touched.size > 0 ||
  then.joints.length !== nowJoints.size ||
  [...then.changes.values()].some((change) => change !== 'kept');

/** Joints that an edit made or opened; nothing is asked of the others. */
export function judgedJoints(view: View): readonly Judged[] {
  const before = judgedOf.get(view);
  if (before) return before;
  const found = findJudged(view);
  judgedOf.set(view, found);
  return found;
}
interface Judged {
  readonly joint: Joint;
  readonly is: 'new' | 'opened';
}
const judgedOf = new WeakMap<View, readonly Judged[]>();

function findJudged(view: View): Judged[] {
  const made = (joint: Joint): boolean =>
    joint.between.some((ref) => isNew(view, ref.part)) || !view.nowJoints.has(joint.id) || moved(joint, view);
  const opened = (joint: Joint): boolean =>
    view.then.touched.has(joint.id) || isCorrected(joint, view) || standsOtherwise(joint, view);
  return view.then.joints.flatMap((joint): Judged[] => {
    const through = joint.through === undefined ? undefined : view.joints.get(joint.through);
    if (made(joint)) return [{ joint, is: 'new' }];
    if (opened(joint) || (through && (made(through) || opened(through)))) return [{ joint, is: 'opened' }];
    return [];
  });
}

/** Whether what is known at a joint was set to something else than it was. */
function isCorrected(joint: Joint, view: View): boolean {
  if (!joint.between.some((ref) => view.then.changes.get(ref.part) === 'corrected')) return false;
  const [then, now] = [facesOf(joint, view.parts), facesOf(joint, view.now)];
  if ('because' in then || 'because' in now) return true;
  return checksFor(joint.kind).some((row) =>
    ([0, 1] as const).some((side) => {
      const name = side === 0 ? row.a : (row.b ?? row.a);
      const [after, before] = [knownAt(then[side], name), knownAt(now[side], name)];
      return before !== undefined && after?.value !== before.value;
    }),
  );
}

/** A rod, and the room around a unit, whose mount got another stack. */
const standsOtherwise = (joint: Joint, view: View): boolean =>
  (joint.kind === 'rod' || joint.kind === 'room') &&
  view.then.touched.size > 0 &&
  view.then.joints.some(
    (mount) =>
      mount.kind === 'mount' &&
      view.then.touched.has(mount.id) &&
      mount.between.some((ref) => joint.between.some((own) => own.part === ref.part)),
  );

const moved = (joint: Joint, view: View): boolean => {
  const before = view.nowJoints.get(joint.id);
  return before !== undefined && !before.between.every((ref) => joint.between.some((other) => sameFace(ref, other)));
};

/** A joint with its checks: those of the table for its two faces. */
export function judge(
  { joint, is }: { readonly joint: Joint; readonly is: 'new' | 'opened' },
  view: View,
): JudgedJoint {
  const faces = facesOf(joint, view.parts);
  const checks =
    'because' in faces
      ? [goneCheck(joint)]
      : isUnassigned(faces[0].at)
        ? [unassignedCheck(joint, faces, view)]
        : [...portChecks(joint, faces, view), ...checksOf(joint, faces, view)];
  const deciding = checks.filter((check) => check.rank !== 'tells');
  return {
    id: joint.id,
    between: joint.between,
    ...(joint.line ? { line: joint.line } : {}),
    is,
    state: deciding.length === 0 ? 'fits' : worst(deciding.map((check) => check.state)),
    checks,
  };
}

/** The part that is there now has no such face: the joint has to be made another way, or goes. */
function goneCheck(joint: Joint): Check {
  const [a, b] = joint.between;
  return {
    code: 'joint.gone',
    rank: 'must',
    state: 'does-not-fit',
    values: { from: a.part, to: b.part },
    rests: 'recorded',
    answers: [{ how: 'decide', part: a.part }],
    fixes: [],
  };
}

/** Which line it is, as figures that a sentence is made from. */
const lineFigures = ({ id, kind, line }: Part) => ({ line: line?.position ?? id, what: line?.what ?? kind });

/**
 * A line whose port is not known: every one that is described has a line. There is none for it where all are counted.
 */
function unassignedCheck(joint: Joint, [port, end]: readonly [Face, Face], view: View): Check {
  const count = port.part.facts.find((f) => f.attribute === 'port-count')?.value;
  const counted = typeof count === 'number' && count <= portsOf(port.part).length;
  const values = { port: port.at, ...lineFigures(end.part) };
  const base = { code: 'port.none', rank: 'must', values } as const;
  if (counted) {
    const found = { state: 'does-not-fit', values } as const;
    const fixes = fixesFor({ code: 'port.none', joint, a: port, b: end, view, found });
    return { ...base, state: 'does-not-fit', rests: 'recorded', answers: [], fixes };
  }
  const answers: Answer[] = [
    { how: 'look', part: port.part.id, attribute: 'port-count' },
    { how: 'ask', part: port.part.id, attribute: 'port-count' },
  ];
  return { ...base, state: 'not-known', rests: 'not-known', answers, fixes: [] };
}

/** Where a line goes: to a port that there is, in the place where the line comes to. */
function portChecks(joint: Joint, [port, end]: readonly [Face, Face], view: View): Check[] {
  if (joint.kind !== 'port' || partRow(port.part.kind).unit === undefined) return [];
  const base = { rank: 'must', rests: 'recorded', answers: [], fixes: [] } as const;
  const ports = portsOf(port.part);
  const count = port.part.facts.find((f) => f.attribute === 'port-count')?.value;
  if (!ports.includes(port.at) && isNew(view, port.part.id) && !isSameUnit(view, port.part.id)) {
    // A port that is counted and not described may be the one.
    const described = typeof count === 'number' && count <= ports.length;
    if (described) {
      const found = { state: 'does-not-fit', values: { port: port.at, ...lineFigures(end.part) } } as const;
      const fixes = fixesFor({ code: 'port.none', joint, a: port, b: end, view, found });
      return [{ ...base, code: 'port.none', ...found, fixes }];
    }
  }
  const before = view.nowPorts.get(end.label);
  const was = before?.between.find((ref) => !sameFace(ref, end.ref));
  // A port that nobody described has its name of the layout alone: it says nothing of where it is.
  const there = view.now.get(port.part.id);
  const known = was?.face !== undefined && there !== undefined && portsOf(there).includes(was.face);
  const said = sureAt(end, 'line-reaches');
  // A unit that stands elsewhere has its ports elsewhere: whether its lines reach them is looked at.
  if (said?.rests !== 'measured' && view.then.putBy.get(port.part.id)?.moved && !isNew(view, end.part.id)) {
    const answers = answersFor(end.part, 'line-reaches', end.at, view);
    const values = { [port.label]: port.at, [end.label]: null };
    return [{ ...base, rests: 'not-known', code: 'port.place', state: 'not-known', values, answers }];
  }
  const reaches = said?.value ?? (known ? was.face : undefined);
  if (was?.part !== port.part.id || reaches === undefined || reaches === null) return [];
  const values = { [port.label]: port.at, [end.label]: reaches };
  if (reaches === port.at)
    return was.face === port.at ? [] : [{ ...base, code: 'port.place', state: 'fits-with-change', values }];
  // Whoever joined it there said so.
  if (view.then.touched.has(joint.id)) return [{ ...base, code: 'port.place', state: 'fits-with-change', values }];
  const found = { state: 'does-not-fit', values } as const;
  return [
    {
      ...base,
      code: 'port.place',
      ...found,
      fixes: fixesFor({ code: 'port.place', joint, a: port, b: end, view, found }),
    },
  ];
}

/** What a unit that stands elsewhere then meets there: of that only what was measured counts. */
const isElsewhere = (view: View, joint: Joint, own: Face, other: Face): boolean =>
  view.then.putBy.get(other.part.id)?.moved === true && !isNew(view, own.part.id) && AT_SPOT.includes(joint.kind);
const AT_SPOT: readonly Joint['kind'][] = ['rod', 'mount', 'room'];
const onlyMeasured = (known: Known | undefined): Known | undefined =>
  known?.rests === 'measured' || known?.disputed ? known : undefined;

function checksOf(joint: Joint, [a, b]: readonly [Face, Face], view: View): Check[] {
  const there = { a: isElsewhere(view, joint, a, b), b: isElsewhere(view, joint, b, a) };
  return checksFor(joint.kind)
    .filter((row) => meets(row.first, a.part) && meets(row.second, b.part))
    .flatMap((row) => {
      const [ka, kb] = [knownAt(a, attributeOf({ row, a, b }, 'a')), knownAt(b, attributeOf({ row, a, b }, 'b'))];
      const [va, vb] = [there.a ? onlyMeasured(ka) : ka, there.b ? onlyMeasured(kb) : kb];
      const drives = row.pumped ? sureAt(b, 'booster-supply')?.value : undefined;
      if (typeof drives === 'string' && drives !== 'pump') return [];
      const known = [va, vb].filter((v) => v !== undefined).length;
      const must = isAsked(row, a, b, view);
      if (!must && (row.asked === 'both' ? known < 2 : row.asked === 'either' ? known < 1 : false)) return [];
      return [checkOf({ row, joint, a, b, va, vb, view })];
    });
}

/** A conversion wants it answered. */
const isAsked = (row: CheckRow, a: Face, b: Face, view: View): boolean =>
  view.asks.size > 0 &&
  [a, b].some((face) => [row.a, row.b ?? row.a].some((name) => view.asks.has(`${face.part.id} ${name}`)));

const meets = (kinds: CheckRow['first'], part: Part): boolean => kinds === undefined || kinds.includes(part.kind);

function checkOf(c: Case): Check {
  const found = withDispute(c, bridged(c) ?? madeToFit(c, asItWas(c, RULES[c.row.rule](c))));
  const base = {
    ...found,
    code: c.row.code,
    rank: rankOf(c, found),
    answers: found.state === 'not-known' ? answersTo(found.wants ?? [], c.view) : [],
  };
  return {
    ...base,
    fixes:
      found.state === 'does-not-fit' || found.coarse || found.beyond ? fixesFor({ ...c, code: c.row.code, found }) : [],
  };
}

/** What was read of a value that the readings dispute, for whoever tells it. */
function withDispute({ va, vb }: Case, found: Finding): Finding {
  const disputed = va?.disputed ?? vb?.disputed;
  return disputed && found.state === 'not-known' ? { ...found, disputed: disputed.map(({ value }) => value) } : found;
}

const PATTERN: readonly string[] = ['mount.spacing', 'mount.angle', 'mount.pilot', 'mount.count'];

/** A bracket that is put between the faces is drilled to both patterns; one that is there already, to the old ones. */
function bridged(c: Case): Finding | undefined {
  const brackets = (joint: Joint | undefined): number =>
    joint?.stack?.filter(({ item }) => item === 'bracket').length ?? 0;
  if (!PATTERN.includes(c.row.code) || brackets(c.joint) <= brackets(c.view.nowJoints.get(c.joint.id)))
    return undefined;
  return { state: 'fits-with-change', values: { ...pair(c), bracket: true }, rests: 'recorded' };
}

/** How sure somebody has to be before ordering. */
function rankOf(c: Case, { state, values, beyond }: Finding): Rank {
  const { row, view } = c;
  if (beyond) return 'must';
  // The rod was set to the old master: it is set anew, whatever the figures say.
  if (row.code === 'push.gap' && state === 'not-known')
    return values['adjustable'] === true || sameDesigns(c) || recordedTogether(c) ? 'receive' : 'must';
  if (isAsked(row, c.a, c.b, view) && state === 'not-known') return 'must';
  if (row.rank === 'design')
    return !isMoved(c) && newParts(c).every((part) => isSameUnit(view, part.id)) ? 'receive' : 'must';
  if (row.soft && state === 'fits') return 'receive';
  return row.rank;
}

/** A unit of this joint stands elsewhere then. */
const isMoved = ({ a, b, view, joint }: Case): boolean =>
  AT_SPOT.includes(joint.kind) && [a, b].some(({ part }) => view.then.putBy.get(part.id)?.moved);

const newParts = ({ a, b, view }: Case): Part[] => [a.part, b.part].filter((part) => isNew(view, part.id));

/** Every part that is new at this joint is the very design that comes off, and what it meets stays. */
const sameDesigns = (c: Case): boolean => {
  const fresh = newParts(c);
  return fresh.length > 0 && fresh.every((part) => isSameUnit(c.view, part.id)) && c.view.nowJoints.has(c.joint.id);
};

/** The record lists the new unit beside the very unit that it meets. */
function recordedTogether({ a, b, view }: Case): boolean {
  const lists = (one: Part, other: Part): boolean =>
    other.unit !== undefined && view.then.putBy.get(one.id)?.beside?.includes(other.unit) === true;
  return lists(a.part, b.part) || lists(b.part, a.part);
}

/** Like for like is quiet: what neither face records is as it was, as far as nothing contradicts it. */
function asItWas(c: Case, found: Finding): Finding {
  if (found.state !== 'not-known' || c.row.code === 'push.gap' || found.coarse || found.beyond) return found;
  if (c.va?.disputed ?? c.vb?.disputed) return found;
  if (isMoved(c)) return found;
  if (sameDesigns(c)) return { state: 'fits', values: found.values, rests: 'as-it-was' };
  return recordedTogether(c) ? { state: 'fits', values: found.values, rests: 'sister' } : found;
}

/** A line, a connector or a disc that this order makes or brings: it was not there, and no design is put in. */
const isMade = ({ now, then }: View, { id, kind }: Part): boolean =>
  MADE.includes(kind) && !now.has(id) && !then.putBy.has(id);
const MADE: readonly Part['kind'][] = ['line', 'hose', 'connector', 'tee', 'pump', 'carrier', 'disc'];
/** Joints at which what comes new is made, or bought, to what it meets. */
const MADE_AT: readonly Joint['kind'][] = ['port', 'supply', 'tail', 'carrier', 'disc'];

/** What is made is made to what it meets: only that is asked for. */
function madeToFit(c: Case, found: Finding): Finding {
  if (found.state !== 'not-known' || !MADE_AT.includes(c.row.joint) || found.coarse) return found;
  const wants = found.wants ?? [];
  const open = wants.filter(({ face }) => !isMade(c.view, face.part));
  if (open.length === wants.length) return found;
  return open.length > 0 ? { ...found, wants: open } : { state: 'fits', values: found.values, rests: 'recorded' };
}

/** Attributes that cannot be measured on a part in the box without taking it apart. */
const SPOILS: ReadonlySet<AttributeName> = new Set([
  'bore',
  'bore-large',
  'mouth',
  'rod-end',
  'rod-retention',
  'seals',
  'holds',
  'valve-in-body',
]);

const answersTo = (wants: readonly Want[], view: View): Answer[] =>
  wants.flatMap(({ face, attribute: name }) => answersFor(face.part, name, positionOf(face, name), view));

/**
 * What would settle a fact of a part: measured or looked at where it is there, asked of a source where it is not, and
 * never on what is not there.
 */
export function answersFor(
  { id: part, line }: Part,
  name: AttributeName,
  position: string | undefined,
  view: View,
): Answer[] {
  const where = {
    part,
    attribute: name,
    ...(position === undefined ? {} : { position }),
    ...(line ? { line } : {}),
  };
  const row = attribute(name);
  const fresh = isNew(view, part) && !isSameUnit(view, part);
  const ask: Answer = { how: 'ask', ...where };
  if (row.paper === true && row.onVehicle === 'no' && row.tool === undefined) return [ask];
  if (fresh && SPOILS.has(name)) return [ask];
  const look: Answer =
    row.tool === undefined && row.kind !== 'quantity'
      ? { how: 'look', ...where }
      : { how: 'measure', ...where, tool: row.tool ?? 'caliper' };
  return fresh ? [look, ask] : [look];
}
