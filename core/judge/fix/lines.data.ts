import { endsOf } from '../../named/fitting/index.js';
import { findThread, type Gender } from '../../named/thread/index.js';
import { tubesFor } from '../../named/tube/index.js';
import { faceName, faceRef, sameFace, type LineOf, type ChainFact, type EditBody, type Face, type Joint, sureAt } from '../../vehicle/chain/index.js';
import { copy, fact, figure, type FixCase, type FixRow, make, order, setOn, textAt, valueAt } from './row.js';

/** Flares that can be made new on a cut tube. */
const FLARES: readonly unknown[] = ['inverted-flare', 'bubble-flare'];
const isFlare = (face: Face): boolean => FLARES.includes(valueAt(face, 'port-seat'));
const threadOf = (face: Face): string | undefined => findThread(textAt(face, 'port-thread') ?? '')?.designation;

/** An end or an opening of a part that a fix puts in. */
function opening(position: string, from: Face, gender: Gender): ChainFact[] {
  const own = (['port-thread', 'port-seat'] as const).flatMap((attribute): ChainFact[] => {
    const known = sureAt(from, attribute);
    return known ? [{ attribute, position, value: known.value, tolerance: known.tolerance, rests: known.rests }] : [];
  });
  return [...own, { attribute: 'port-gender', position, value: gender }];
}

/** Another line at this unit whose port feeds the same as the line that found none. */
function sibling(c: FixCase): { readonly joint: Joint; readonly port: Face; readonly end: Face } | undefined {
  const { view, a, b } = c;
  const feeds = feedsOf(c);
  if (feeds === undefined) return undefined;
  for (const joint of view.then.joints) {
    if (joint.kind !== 'port' || joint.id === c.joint.id) continue;
    const [first, second] = joint.between;
    if (first?.part !== a.part.id || second === undefined || first.face === undefined) continue;
    const at = first.face;
    const port: Face = { ...a, at, ref: joint.between[0], label: faceName(joint.between[0]) };
    const end = view.parts.get(second.part);
    if (!end || end.kind !== b.part.kind || textAt(port, 'port-feeds') !== feeds) continue;
    return { joint, port, end: { ref: second, label: faceName(second), part: end, at: second.face ?? 'end', role: 'end' } };
  }
  return undefined;
}

/** What the line feeds: as the port that it comes from said. */
function feedsOf({ view, b }: FixCase): string | undefined {
  const before = view.nowPorts.get(b.label);
  const from = before?.between.find((ref) => !sameFace(ref, b.ref));
  const facts = from && view.now.get(from.part)?.facts;
  const value = facts?.find((f) => f.attribute === 'port-feeds' && f.position === from?.face)?.value;
  return typeof value === 'string' ? value : undefined;
}

/** The line of a joint, for one that takes its place or stands behind a piece. */
const lineOf = ({ line }: Pick<Joint, 'line'>, behind?: LineOf['behind']) =>
  line ? { line: { ...line, ...(behind === undefined ? {} : { behind }) } } : {};

/** Name of a part that a fix puts in at a line. */
const beside = (what: string, line: string): string => `${line} ${what}`;

function teeEdits(c: FixCase): EditBody[] {
  const other = sibling(c);
  if (!other || c.b.part.kind !== 'line' || !isFlare(c.b) || !isFlare(other.end) || threadOf(c.b) === undefined) return [];
  const line = c.b.part.id;
  const [tee, short] = [beside('tee', line), beside('short line', line)];
  const tube = sureAt(c.b, 'tube');
  return [
    { do: 'part', part: { id: tee, kind: 'tee', facts: [...opening('line', c.b, 'female'), ...opening('other', other.end, 'female'), ...opening('port', c.b, 'female')] } },
    { do: 'part', part: { id: short, kind: 'line', facts: [...opening('port', other.port, 'male'), ...opening('tee', c.b, 'male'), ...(tube ? [{ attribute: 'tube' as const, value: tube.value, rests: tube.rests }] : [])] } },
    { do: 'join', joint: { id: c.joint.id, kind: 'port', between: [faceRef(tee, 'line'), c.b.ref], ...lineOf(c.joint) } },
    { do: 'join', joint: { id: other.joint.id, kind: 'port', between: [faceRef(tee, 'other'), other.end.ref], ...lineOf(other.joint) } },
    { do: 'join', joint: { id: beside('tee to short line', line), kind: 'port', between: [faceRef(tee, 'port'), faceRef(short, 'tee')] } },
    { do: 'join', joint: { id: short, kind: 'port', between: [other.port.ref, faceRef(short, 'port')] } },
  ]; // prettier-ignore
}

/** Nuts of the short line: at the tee like the line, at the port like the port; one line of two where they are alike. */
function shortLineNuts(c: FixCase) {
  const [tee, port] = [c.b, sibling(c)?.port].map((face) => face && { ...sized(face), ...tubed(c.b) });
  if (!tee || !port) return [];
  const alike = JSON.stringify(tee) === JSON.stringify(port);
  return alike
    ? [order('nuts', 'tube-nut', 2, tee)]
    : [order('nut-tee', 'tube-nut', 1, tee), order('nut-port', 'tube-nut', 1, port)];
}

/** Hoses come in steps of five millimetres. */
const hoseMm = (c: FixCase): number => Math.ceil((figure(c, 'needed') ?? 0) / 5) * 5;

const ends = (c: FixCase) => ({
  thread: valueAt(c.a, 'port-thread') ?? null,
  seat: valueAt(c.a, 'port-seat') ?? null,
  line: c.b.part.line?.position ?? c.b.part.id,
  lineThread: valueAt(c.b, 'port-thread') ?? null,
  lineSeat: valueAt(c.b, 'port-seat') ?? null,
  tube: valueAt(c.b, 'tube') ?? null,
  port: c.a.at,
});
const sized = (face: Face) => {
  const [thread, seat] = [threadOf(face), textAt(face, 'port-seat')];
  return { ...(thread === undefined ? {} : { thread }), ...(seat === undefined ? {} : { seat }) };
};
/** What the ends of a piece go into, where each is known. */
function endsKey(ends: readonly (readonly [Gender, Face])[]): { readonly ends?: string } {
  const told = ends.map(([gender, face]) => ({ gender, ...sized(face) }));
  return endsOf(told);
}
const tubed = (face: Face) => {
  const tube = textAt(face, 'tube');
  return tube === undefined ? {} : { tube };
};

/** Fixes where lines and hoses meet a unit. */
// prettier-ignore
export const LINE_FIXES: readonly FixRow[] = [
  {
    fix: 'reroute', answers: ['port.place'], per: 'line', order: 2, minutes: 20, tools: ['bending pliers'],
    edits: (c) => (c.b.part.kind === 'line' ? [{ do: 'set', at: c.b.part.id, facts: [{ attribute: 'line-reaches', position: c.b.at, value: c.a.at, rests: 'recorded', instead: true }] }] : []),
    parts: () => [make('bend', 'work')],
    values: ends,
  },
  {
    // A part of its own, with a joint on each side; it stands out to the side.
    fix: 'adapter', answers: ['port.thread', 'port.seat'], per: 'line', order: 3, minutes: 5, tools: ['flare wrench'],
    edits: (c) => {
      const [ours, theirs] = [threadOf(c.b), threadOf(c.a)];
      if (!isFlare(c.a) || !isFlare(c.b) || ours === undefined || theirs === undefined || ours === theirs || c.b.part.kind !== 'line') return [];
      const id = beside('adapter', c.b.part.id);
      return [
        { do: 'part', part: { id, kind: 'adapter', facts: [...opening('port', c.a, 'male'), ...opening('line', c.b, 'female')] } },
        { do: 'join', joint: { id: c.joint.id, kind: 'port', between: [c.a.ref, faceRef(id, 'port')], ...lineOf(c.joint) } },
        { do: 'join', joint: { id, kind: 'port', between: [faceRef(id, 'line'), c.b.ref], ...lineOf(c.joint, 'adapter') } },
      ];
    },
    parts: (c) => [order('adapter', 'adapter', 1, { ...sized(c.a), ...endsKey([['male', c.a], ['female', c.b]]) })],
    values: ends,
  },
  {
    // Another nut and flare, made on the line that is there.
    fix: 'reflare', answers: ['port.thread', 'port.seat'], per: 'line', order: 4, minutes: 15, tools: ['tube cutter', 'flaring tool', 'deburring tool'],
    edits: (c) => {
      const [thread, tube] = [textAt(c.a, 'port-thread'), textAt(c.b, 'tube')];
      const goes = thread !== undefined && (tube === undefined || tubesFor(thread).some((t) => t.tube === tube));
      return c.b.part.kind === 'line' && goes && isFlare(c.a) ? setOn(c.b, ...copy(c.a, c.b, 'port-thread', 'port-seat')) : [];
    },
    parts: (c) => [order('nut', 'tube-nut', 1, { ...sized(c.a), ...tubed(c.b) }), make('flare', 'work')],
    values: ends,
  },
  {
    // A hose is ordered with the end that the unit wants, never cut.
    fix: 'other-hose', answers: ['port.thread', 'port.seat'], per: 'line', order: 3, minutes: 25, tools: ['flare wrench'],
    edits: (c) => (c.b.part.kind === 'hose' && textAt(c.a, 'port-seat') !== undefined ? setOn(c.b, ...copy(c.a, c.b, 'port-thread', 'port-seat')) : []),
    parts: (c) => [order('hose', 'hose', 1, sized(c.a)), ...(textAt(c.a, 'port-seat') === 'banjo' ? [order('washers', 'crush-washer', 2)] : [])],
    values: ends,
  },
  {
    fix: 'tee', answers: ['port.none'], per: 'line', order: 5, minutes: 40, tools: ['flare wrench', 'flaring tool', 'tube cutter'],
    edits: teeEdits,
    parts: (c) => [order('tee', 'tee', 1, sized(c.b)), order('line', 'line', 1, sized(c.b)), ...shortLineNuts(c)],
    values: (c) => ({ ...ends(c), other: sibling(c)?.end.part.line?.position ?? sibling(c)?.end.part.id ?? null }),
  },
  {
    fix: 'tap-port', answers: ['port.thread'], per: 'line', order: 9, minutes: 90, skill: 'engineer’s approval', tools: ['drill', 'tap', 'seat cutter'],
    edits: (c) => {
      const [ours, theirs] = [findThread(textAt(c.b, 'port-thread') ?? ''), findThread(textAt(c.a, 'port-thread') ?? '')];
      const eyes = [c.a, c.b].every((face) => valueAt(face, 'port-seat') === 'banjo');
      return ours && theirs && eyes && ours.majorMm > theirs.majorMm + TAP_WALL_MM ? setOn(c.a, fact(c.a, 'port-thread', ours.designation)) : [];
    },
    parts: () => [make('tap', 'work'), order('kit', 'kit')],
    values: ends,
  },
  {
    // The line or the hose that belongs to the new unit's side of a production change.
    fix: 'its-side', answers: ['place.mated'], kinds: ['line', 'hose', 'block'], per: 'line', order: 3, minutes: 30, tools: ['flare wrench'],
    edits: (c) => {
      const { part } = c.b;
      const other = c.view.variants.find((v) => v.part === part.id && v.set === c.found.values['set']);
      return other ? [{ do: 'put', at: part.id, kind: part.kind, set: other.set, facts: other.facts }] : [];
    },
    parts: (c) => [order('part', c.b.part.kind === 'hose' ? 'hose' : 'line')],
    values: (c) => ({ part: c.b.part.id, kind: c.b.part.kind, set: c.found.values['set'] ?? null }),
  },
  {
    fix: 'longer-hose', answers: ['vehicle.hose'], order: 2, minutes: 20, tools: ['flare wrench'],
    edits: (c) => setOn(c.a, fact(c.a, 'hose-length', hoseMm(c))),
    parts: (c) => [order('hose', 'hose', 1, { sizeMm: hoseMm(c) }), order('washers', 'crush-washer', 2)],
    values: (c) => ({ length: hoseMm(c) }),
  },
  {
    fix: 'tab-off', answers: ['vehicle.tab'], order: 4, minutes: 15, tools: ['file', 'paint'],
    edits: (c) => setOn(c.a, fact(c.a, 'tab', null)),
    parts: () => [make('tab', 'work')],
  },
];

/** A port is tapped larger only where the new thread cuts full flanks: so much over the old one. */
const TAP_WALL_MM = 0.8;
