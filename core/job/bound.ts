import { lookup } from '../base/lookup/index.js';
import { CHECKS, checksFor } from '../judge/check/index.js';
import { FIXES } from '../judge/fix/index.js';
import { DESIGN } from '../judge/joint/index.js';
import type { ChainInput } from '../judge/verdict/index.js';
import { type AttributeName, attributeWords, valueWords } from '../named/attribute/index.js';
import { type ChainFact, knownBy, type LineOf, type Part, type Value } from '../vehicle/chain/index.js';
import { partsOf, type Slot } from '../vehicle/place/index.js';
import { slotKey } from '../vehicle/reading/index.js';
import { composeJob } from './compose.js';
import { withoutSide } from './fold.js';
import { jointKey } from './names.js';
import { HOSE } from './places.data.js';
import { readQuestion } from './question.js';
import type { Subject } from './subject.js';
import type { JobRows } from './types.js';

/**
 * A decision is about something, and ends with it: an override, another design that is wanted, and a fix hold as long
 * as the units and the figures are what they were given for. Choices, kits and looks stay.
 */

/** One figure that a decision was given for; null where there was none, undefined where readings disputed it. */
export interface GivenFact {
  readonly place: string;
  readonly attribute: AttributeName;
  readonly position?: string;
  readonly value?: Value;
}
/** What a decision was given for. */
export interface Given {
  /** Absent where it was given before vehicles were kept with it. */
  readonly vehicle?: string | null;
  readonly old?: string;
  readonly unit?: string;
  readonly facts: readonly GivenFact[];
}

const BOUND = ['override', 'wanted', 'fix', 'asked'] as const;
export type Bound = Extract<Subject, { readonly about: (typeof BOUND)[number] }>;
/** What was asked of a new unit is about that unit; what cannot be seen on the vehicle stays so. */
export const isBound = (subject: Subject): subject is Bound =>
  subject.about === 'asked'
    ? readQuestion(subject.question)?.side === 'unit'
    : BOUND.some((about) => about === subject.about);

/** What a rule reads beside the attributes of its row. */
const BESIDE: readonly AttributeName[] = ['plate', 'insert', 'pin-adjustable', 'pin-adjust', 'rod-adjust', 'under-nut'];
const OF_DESIGN: readonly AttributeName[] = ['bore', ...DESIGN];
/** What is read by checks that are no joint's, by the first word of their names. */
const OF_MORE: Readonly<Record<string, readonly AttributeName[]>> = {
  place: [...OF_DESIGN, 'reservoir', 'seals', 'fluid'],
  vehicle: ['valve-in-body', 'line-valve', 'master-stands', 'feed-nipple', 'clutch-feed', 'hose-offset', ...HOSE],
  path: ['bore', 'travel', 'pedal-travel', 'free-travel', 'pedal-ratio'],
  fluid: ['seals', 'fluid'],
  circuit: ['port-feeds', 'port-circuit', 'line-reaches'],
  circuits: ['port-feeds', 'port-circuit', 'line-reaches'],
};

/** What a decision about this would be given for now, by the rows of the job. */
export function givenFor(subject: Bound, rows: JobRows, vehicle: string | null): Given {
  const place = rows.places.find(({ slot }) => slot === subject.slot);
  const chain = composeJob(rows);
  return {
    vehicle,
    // What was asked of the new unit is so whatever was there.
    ...(place?.old && subject.about !== 'asked' ? { old: place.old.id } : {}),
    ...(place?.chosen ? { unit: place.chosen.id } : {}),
    facts: factsIn(chain, aboutOf(subject, withMade(chain))),
  };
}

/** A chain with what a conversion makes beside what is there. */
const withMade = (chain: ChainInput): ChainInput => ({
  ...chain,
  parts: [
    ...chain.parts,
    ...chain.edits.flatMap((edit): Part[] => {
      if (edit.do === 'part') return [edit.part];
      return edit.do === 'put' ? [{ id: edit.at, kind: edit.kind, facts: [] }] : [];
    }),
  ],
  joints: [...chain.joints, ...chain.edits.flatMap((edit) => (edit.do === 'join' ? [edit.joint] : []))],
});

interface About {
  /** All of them where none are named. */
  readonly attributes?: ReadonlySet<AttributeName>;
  readonly parts: ReadonlySet<string>;
  /** The ports that are meant: where a line is, and where it goes. */
  readonly ports?: ReadonlySet<string>;
}

function aboutOf(subject: Bound, { joints, parts, edits }: Pick<ChainInput, 'joints' | 'parts' | 'edits'>): About {
  const own = partsOf(subject.slot as Slot);
  const met = joints.filter(({ between }) => between.some((ref) => own.includes(ref.part)));
  const beside = new Set([...own, ...met.flatMap(({ between }) => between.map((ref) => ref.part))]);
  if (subject.about === 'asked') return { attributes: new Set(), parts: new Set() };
  if (subject.about === 'wanted') return { attributes: new Set(OF_DESIGN), parts: new Set(own) };
  if (subject.about === 'fix') {
    const [, name = '', at] = /^([^@]*)(?:@(.*))?$/.exec(subject.fix) ?? [];
    const row = FIXES.find(({ fix }) => name === fix || name.startsWith(`${fix}-`));
    const codes: readonly string[] = row?.answers ?? ['port.thread', 'port.seat'];
    const read = CHECKS.filter(({ code }) => codes.includes(code)).flatMap((one) => [one.a, one.b ?? one.a]);
    const more = codes.flatMap((code) => lookup(OF_MORE, code.split('.')[0] ?? '') ?? []);
    return {
      attributes: new Set([...read, ...more, ...BESIDE]),
      parts: more.length > 0 ? new Set(parts.map(({ id }) => id)) : beside,
      ...(at === undefined ? {} : { ports: portsOf(at, edits) }),
    };
  }
  const joint = met.find(({ id }) => [jointKey(id), withoutSide(jointKey(id))].includes(subject.joint));
  if (!joint) {
    const kind = subject.joint.split('-')[0] ?? '';
    const read = lookup(OF_MORE, kind);
    const near = kind === 'place' || read === undefined;
    return {
      ...(read === undefined ? {} : { attributes: new Set(read) }),
      parts: near ? beside : new Set(parts.map(({ id }) => id)),
    };
  }
  const read = checksFor(joint.kind).flatMap((one) => [one.a, one.b ?? one.a]);
  return {
    attributes: new Set([...read, ...BESIDE]),
    parts: new Set(joint.between.map((ref) => ref.part)),
    ...(joint.line ? { ports: portsOf(joint.line.position, edits) } : {}),
  };
}

/** A port with those that its line is moved to. */
const portsOf = (port: string, edits: ChainInput['edits']): ReadonlySet<string> =>
  new Set([
    port,
    ...edits.flatMap((edit) =>
      edit.do === 'join' && edit.joint.line?.position === port
        ? edit.joint.between.flatMap(({ face }) => face ?? [])
        : [],
    ),
  ]);

function factsIn({ parts: there, edits }: ChainInput, { attributes, parts, ports }: About): GivenFact[] {
  const said = [
    ...there.map(({ id, facts, line }) => ({ place: id, at: id, facts, line })),
    ...edits.flatMap((edit) =>
      edit.do === 'put' || edit.do === 'set'
        ? [{ place: `${edit.at} then`, at: edit.at, facts: edit.facts, line: undefined }]
        : edit.do === 'part'
          ? [{ place: `${edit.part.id} then`, at: edit.part.id, facts: edit.part.facts, line: edit.part.line }]
          : [],
    ),
  ];
  // A line is meant as a whole by the port that it sits in.
  const isHere = (fact: ChainFact, line: LineOf | undefined): boolean =>
    attributes?.has(fact.attribute) !== false &&
    (ports === undefined || fact.position === undefined || ports.has(line?.position ?? fact.position));
  return said
    .filter(({ at }) => parts.has(at))
    .flatMap(({ place, facts, line }) => {
      const byThing = new Map<string, ChainFact[]>();
      for (const fact of facts.filter((one) => isHere(one, line))) {
        const key = slotKey(fact.attribute, fact.position);
        byThing.set(key, [...(byThing.get(key) ?? []), fact]);
      }
      return [...byThing.values()].flatMap((list): GivenFact[] => {
        const [first] = list;
        const known = knownBy(list);
        if (!first || !known) return [];
        return [
          {
            place,
            attribute: first.attribute,
            ...(first.position === undefined ? {} : { position: first.position }),
            ...(known.disputed ? {} : { value: rounded(known.value) }),
          },
        ];
      });
    })
    .sort((a, b) => (keyOf(a) < keyOf(b) ? -1 : 1));
}

const rounded = (value: Value): Value => (typeof value === 'number' ? Math.round(value * 100) / 100 : value);
const keyOf = ({ place, attribute: name, position }: GivenFact): string => `${place} ${slotKey(name, position)}`;

/** What changed since a decision was given, in words; undefined where nothing did. */
export function changedSince(before: Given | undefined, now: Given): string | undefined {
  if (!before) return 'it was written before it was kept what it was given for';
  if (before.vehicle !== undefined && before.vehicle !== now.vehicle) return 'another vehicle is meant';
  if (before.unit !== now.unit) return 'another unit is chosen';
  if (before.old !== now.old) return 'another unit is taken to be on the vehicle';
  const [then, today] = [before.facts, now.facts].map((facts) => new Map(facts.map((fact) => [keyOf(fact), fact])));
  const keys = [...new Set([...(then?.keys() ?? []), ...(today?.keys() ?? [])])];
  const changed = keys.flatMap((key): string[] => {
    const [a, b] = [then?.get(key), today?.get(key)];
    const fact = a ?? b;
    if (!fact || (a && b && a.value === b.value)) return [];
    return [`${attributeWords(fact.attribute, fact.position)} was ${wordsOf(a)} and is ${wordsOf(b)}`];
  });
  return changed.length === 0 ? undefined : changed.slice(0, 2).join('; ');
}

const wordsOf = (fact: GivenFact | undefined): string =>
  fact === undefined ? 'not known' : fact.value === undefined ? 'disputed' : valueWords(fact.attribute, fact.value);
