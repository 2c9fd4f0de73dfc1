import type { Fix } from '../judge/check/index.js';
import { viewOf } from '../judge/verdict/index.js';
import { type Look, looksOf } from '../list/look/index.js';
import {
  type Bag,
  countParts,
  isPack,
  leftOver,
  type List,
  type ListLine,
  type Need,
  type Opened,
  openedBy,
  type PackLine,
  type Told,
  uncounted,
  unfed,
  unseated,
  unthreaded,
} from '../list/need/index.js';
import type { FittingWant, ProposedLine } from '../list/parts-list/index.js';
import { type AttributeName, attributeWords, positionWords } from '../named/attribute/index.js';
import { FITTING_KINDS } from '../named/item/index.js';
import { cardInWords, countedWords, fixWords, itemWords, partWordsOf, withoutWords } from '../tell/words/index.js';
import { type EditBody, type Joint, type Part, type PartKind } from '../vehicle/chain/index.js';
import { type System, SYSTEMS } from '../vehicle/place/index.js';
import { cardOf, type WorkStep } from '../work/work-card/index.js';
import { fixKey, type JudgedChain, type TakenFix } from './fixes.js';
import { jointKey, jointWords } from './names.js';
import { subjectText } from './subject.js';

/** The parts list of a job: counted from its chain, with what fixes and conversions foresee laid over it, in words. */

const EMPTY: List = { needs: [], haves: [], list: [] };

/** Counts the list of a judged job. Places of `stays` keep the unit that they have; `bags` lie beside the boxes. */
export function listOfJob(
  chain: JudgedChain,
  rounds: readonly (readonly Told[])[],
  stays: ReadonlySet<string>,
  bags: readonly Bag[] = [],
): List {
  const view = viewOf(chain.input);
  if (chain.answer === undefined || 'faults' in view) return EMPTY;
  return countParts(view, chain.input.edits, chain.answer.joints, rounds, stays, bags);
}

/** What the list cannot count yet: studs that nobody counted, clamps for a hose that nobody measured. */
export function uncountedIn(chain: JudgedChain, list: List): ProposedLine[] {
  const view = viewOf(chain.input);
  if ('faults' in view) return [];
  const clamps = list.list.some(
    (line) => line.item === 'hose-clamp' && line.section === 'order' && line.sizeMm === undefined,
  );
  return [
    ...uncounted(view).map((joint): ProposedLine => ({
      key: `count-${jointKey(joint.id)}`,
      section: 'ask',
      words: `Count the studs of the ${positionWords(view.parts.get(joint.between[1].part)?.kind ?? '')}`,
      quantity: 1,
      reason: 'a self-locking nut for each',
    })),
    ...unthreaded(view).map(({ part, face = '' }): ProposedLine => ({
      key: `ask/bench-bleed/${part}/${face}`,
      section: 'ask',
      words: `Thread of the ${positionWords(face)} port of the ${positionWords(view.parts.get(part)?.kind ?? part)}`,
      quantity: 1,
      reason: 'a bench-bleed fitting goes by it',
    })),
    ...distinctKinds(unseated(view).map((joint) => view.parts.get(joint.between[0].part)?.kind)).map(
      (kind): ProposedLine => ({
        key: `ask/crush-washer/${kind}`,
        section: 'ask',
        words: `Look how the line sits in the ${positionWords(kind)}: by a banjo bolt, or screwed in`,
        quantity: 1,
        reason: 'a banjo bolt takes two new washers at each eye',
      }),
    ),
    ...unfed(view).map(({ kind }): ProposedLine => ({
      key: `ask/hose-clamp/${kind}`,
      section: 'ask',
      words: `Look how the ${positionWords(kind)} is fed: from a reservoir on it, or by a hose`,
      quantity: 1,
      reason: 'a feed hose takes a new clamp at each end that is opened',
    })),
    ...(clamps
      ? [
          {
            key: 'measure-hose-outside',
            section: 'ask' as const,
            words: `Measure the ${attributeWords('hose-outside')}`,
            quantity: 1,
            reason: 'clamps go by it',
          },
        ]
      : []),
  ];
}

/**
 * Lines that are asked about and that the job would stop for: nobody knows whether it is in the box, and nothing like
 * it stays or comes off whole.
 */
export function stopsIn(
  chain: JudgedChain,
  { needs, list }: List,
): { readonly line: ListLine; readonly at: string[] }[] {
  const view = viewOf(chain.input);
  if ('faults' in view) return [];
  return list
    .filter(({ section }) => section === 'ask')
    .map((line) => ({ line, at: needs.filter(({ id }) => line.needs.includes(id)).flatMap((need) => need.at) }))
    .filter(({ line, at }) => at.every((place) => leftOver(line.item, place, view) === undefined));
}

/**
 * What lies in the box of a unit and has no place on this vehicle, in words by item and part: "sensor master". It stays
 * in the bag, whatever the list of the box says.
 */
export function placelessIn(chain: JudgedChain): ReadonlyMap<string, string> {
  const view = viewOf(chain.input);
  if ('faults' in view) return new Map();
  const joints = (part: string, kind: Joint['kind']): Joint[] =>
    (view.jointsOf.get(part) ?? []).filter((joint) => joint.kind === kind);
  return new Map(
    [...view.then.putBy.keys()].flatMap((at): (readonly [string, string])[] => {
      const part = view.parts.get(at);
      if (!part) return [];
      const value = (name: AttributeName) => part.facts.find((f) => f.attribute === name)?.value;
      const pushed = part.kind === 'brake-master' && joints(at, 'push').length > 0;
      return [
        ...(pushed ? [[`rod ${at}`, 'the booster pushes this one: no rod goes in, it is left over'] as const] : []),
        ...(value('sensor') === null
          ? [[`sensor ${at}`, 'the unit has no place for it: it is left over'] as const]
          : []),
        ...(['integral', 'remote'].includes(String(value('reservoir')))
          ? [[`reservoir ${at}`, `its reservoir is ${String(value('reservoir'))}: this one is left over`] as const]
          : []),
      ];
    }),
  );
}

const distinctKinds = (kinds: readonly (PartKind | undefined)[]): PartKind[] => [
  ...new Set(kinds.flatMap((kind) => kind ?? [])),
];

/** What a judged job opens of each hydraulic system. */
export function openedIn(chain: JudgedChain): Opened[] {
  const view = viewOf(chain.input);
  return 'faults' in view ? [] : openedBy(view);
}

/** The seals of a part, and the system whose fluid they stand in. */
export interface Sealed {
  readonly part: string;
  readonly system: System;
  readonly seals: string;
}

const SYSTEM_OF: Readonly<Partial<Record<PartKind, System>>> = {
  'brake-master': 'brake',
  caliper: 'brake',
  'wheel-cylinder': 'brake',
  'clutch-master': 'clutch',
  slave: 'clutch',
};

/**
 * Seals of every part of a judged job as it will be, whether it is worked on or not; under one reservoir both systems
 * are one.
 */
export function sealedIn(chain: JudgedChain): Sealed[] {
  const view = viewOf(chain.input);
  if ('faults' in view) return [];
  const shared = isShared(view.parts.values());
  return [...view.parts.values()].flatMap((part): Sealed[] => {
    const system = SYSTEM_OF[part.kind];
    const seals = part.facts.find((f) => f.attribute === 'seals')?.value;
    if (system === undefined || typeof seals !== 'string') return [];
    return (shared ? SYSTEMS : [system]).map((of) => ({ part: part.id, system: of, seals }));
  });
}

/** Whether one reservoir feeds both systems of a judged job as it will be. */
export function sharesFluid(chain: JudgedChain): boolean {
  const view = viewOf(chain.input);
  return !('faults' in view) && isShared(view.parts.values());
}
const isShared = (parts: Iterable<Part>): boolean =>
  [...parts].some(({ facts }) => facts.some((f) => f.attribute === 'clutch-feed' && f.value === 'brake-reservoir'));

/** What is looked at while it is open, with what was answered by the keys of the looks. */
export function looksOfJob(
  chain: JudgedChain,
  answers: ReadonlyMap<string, string>,
  resealed: ReadonlySet<string> = new Set(),
): Look[] {
  const view = viewOf(chain.input);
  return 'faults' in view ? [] : looksOf(view, answers, resealed);
}

/** The work of a judged job, in words. */
export function cardOfJob(chain: JudgedChain, list: List, resealed: ReadonlySet<string> = new Set()): WorkStep[] {
  const view = viewOf(chain.input);
  if (chain.answer === undefined || 'faults' in view) return [];
  const placeOf = (at: string): string => {
    const part = view.parts.get(at);
    return part && !view.joints.has(at) ? positionWords(part.kind) : jointWords(view.joints.get(at) ?? { id: at });
  };
  return cardInWords(cardOf(view, list.list, resealed), placeOf);
}

/** Parts that the edits of a fix are about. */
const partsIn = (edits: readonly EditBody[]): string[] => [
  ...new Set(
    edits.flatMap((edit): string[] => {
      if (edit.do === 'put' || edit.do === 'remove' || edit.do === 'set') return [edit.at];
      if (edit.do === 'part') return [edit.part.id];
      if (edit.do === 'join') return edit.joint.between.map((ref) => ref.part);
      return edit.do === 'plug' ? [edit.face.part] : [edit.joint];
    }),
  ),
];

/** What the fixes that were taken foresee: of each side of an axle its own. */
export const foreseenByFixes = (taken: readonly TakenFix[]): Told[] =>
  taken.flatMap(({ key, fix, sides }) => {
    const slot = key.slice(0, key.indexOf('/') + 1);
    return sides.flatMap((side, i) => {
      const parts = side.parts.filter(({ per }) => per !== 'axle' || i === 0);
      return toldOf({ ...side, parts }, `${slot}${fixKey(fix)}`, partsIn(side.edits));
    });
  });

const toldOf = (fix: Fix, key: string, at: readonly string[]): Told[] =>
  fix.parts.map((part): Told => {
    const [words, why] = partWordsOf(fix, part);
    const { key: own, per: _per, ...sized } = part;
    return { ...sized, key: `${key}-${own}`, because: key, at, words, reason: why ?? fixWords(fix) };
  });

/** The lines of a list in words, each with what it serves; units are told by whoever knows their numbers. */
export function wordsOfList(
  { list, needs }: Omit<List, 'haves'> & { readonly list: readonly (ListLine | PackLine)[] },
  told: readonly Told[],
  unit: (line: ListLine, needs: readonly Need[]) => readonly ProposedLine[],
  boxOf: (places: readonly string[]) => Asked | undefined = () => undefined,
  placeless: ReadonlyMap<string, string> = new Map(),
): ProposedLine[] {
  const byKey = new Map(told.map((t) => [t.key, t]));
  const byId = new Map(needs.map((need) => [need.id, need]));
  const keys = new Set<string>();
  return list.flatMap((line): readonly ProposedLine[] => {
    const own = line.needs.flatMap((id) => byId.get(id) ?? []);
    if (line.item === 'unit') return unit(line, own);
    if (isPack(line)) return [packWords(line, own)];
    // What was only perhaps wanted and is ordered anyway adds nothing.
    const said = (line.foreseen ?? [])
      .flatMap((key) => byKey.get(key) ?? [])
      .filter((t) => t.section !== 'perhaps' || line.section === 'perhaps');
    const [first] = said;
    const asked = line.section === 'ask' ? boxOf(own.flatMap((need) => need.at)) : undefined;
    const name = first?.words ?? itemWords(line);
    const words = asked ? `Ask the supplier: is it in the box of ${asked.number}? ${name}` : name;
    const served = [...new Set(own.map(servedWords))];
    const key = unique(own.length === 0 && first ? first.key : keyOf(line), line.section, keys);
    const wants = wantOf(line);
    const [without, counted] = [withoutWords(line.item), countedWords(line.item)];
    return [
      {
        key,
        section: line.section,
        words,
        quantity: line.quantity,
        item: line.item,
        reason:
          (line.section === 'box'
            ? own.flatMap(({ at }) => at.flatMap((part) => placeless.get(`${line.item} ${part}`) ?? []))[0]
            : undefined) ??
          (said.length > 0
            ? [...new Set(said.map((t) => t.reason))].join('; ')
            : (counted ?? without ?? served.join('; '))),
        ...(served.length === 0 ? {} : { serves: served }),
        ...(asked ? { box: questionOf(line, name, asked) } : {}),
        ...(without === undefined ? {} : { without }),
        ...(first?.number === undefined ? {} : { number: first.number }),
        ...(line.section === 'order' && wants !== undefined ? { wants } : {}),
      },
    ];
  });
}

/**
 * What a line wants of a catalogue of small parts; undefined for what is no small part. Lists call the piece that joins
 * two lines a union.
 */
export function wantOf({
  item,
  thread,
  seat,
  tube,
  grade,
  sizeMm,
  ends,
}: Omit<ListLine, 'section'>): FittingWant | undefined {
  const kind = item === 'connector' ? 'union' : FITTING_KINDS.find((k) => k === item);
  if (kind === undefined) return undefined;
  return {
    kind,
    ...(thread === undefined ? {} : { thread }),
    ...(seat === undefined ? {} : { seat }),
    ...(tube === undefined ? {} : { tube }),
    ...(grade === undefined ? {} : { grade }),
    ...(sizeMm === undefined ? {} : { sizeMm }),
    ...(ends === undefined ? {} : { ends }),
  };
}

/** A pack of several sizes, with what it covers. */
const packWords = ({ pack, quantity }: PackLine, needs: readonly Need[]): ProposedLine => ({
  key: `pack-${pack.id}`,
  section: 'order',
  words: pack.name,
  quantity,
  item: pack.item,
  reason: `covers ${[...new Set(needs.map((need) => itemWords(need)))].join('; ')}`,
  serves: [...new Set(needs.map(servedWords))],
  ...(pack.number === undefined ? {} : { number: pack.number }),
});

/** The place and the number that a box is asked about. */
export interface Asked {
  readonly slot: string;
  readonly number: string;
}

/** What the supplier is asked, and the decision that his answer makes. */
const questionOf = (
  { item, quantity }: ListLine,
  name: string,
  { slot, number }: Asked,
): NonNullable<ProposedLine['box']> => ({
  subject: subjectText({ about: 'box', slot, item }),
  text:
    `We want to order ${number}. Please tell us what comes in its box: ${quantity} × ${name}? With ` +
    'it, without it, and of which size.',
});

/** What a need is for: the joint by its name, the port of a unit, the unit itself. */
function servedWords({ because, quantity, at: places, face, line }: Need): string {
  const words = face
    ? `${face.part.replace(/-/g, ' ')}, port ${(face.face ?? '').replace(/-/g, ' ')}`
    : places.length === 1
      ? (places[0] ?? '').replace(/-/g, ' ')
      : jointWords({ id: because, ...(line ? { line } : {}) });
  return quantity === 1 ? words : `${words}: ${quantity}`;
}

/** The name that a hand edit keeps to. */
const keyOf = ({ item, thread, seat, tube, grade, sizeMm, ends }: ListLine): string =>
  jointKey([item, thread, seat, tube, grade, sizeMm, ends].filter((part) => part !== undefined).join(' '));

function unique(key: string, section: string, taken: Set<string>): string {
  const name = taken.has(key) ? `${key}·${section}` : key;
  taken.add(name);
  return name;
}
