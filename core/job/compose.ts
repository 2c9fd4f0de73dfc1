import { checksFor } from '../judge/check/index.js';
import type { ChainInput } from '../judge/verdict/index.js';
import { type ChainFact, faceRef, type JointKind } from '../vehicle/chain/index.js';
import { partOf, partsOf, placeStateRow, type Slot } from '../vehicle/place/index.js';
import { addFluids } from './caps.js';
import { conversionEdits } from './changes.js';
import { addPart, type Draft, factsOf, has, isSameAgain, join, known, named } from './draft.js';
import { afterwards, goneIn, laterPlaces, stateAt } from './later.js';
import { addLines } from './lines.js';
import { addNetwork, lacks, standing } from './network.js';
import {
  BOOSTER_FACE,
  BOOSTER_PUSH,
  CARRIER,
  DISC,
  FORK,
  MASTER_PUSH,
  isOfNeighbour,
  PEDAL,
  PEDAL_PLUGS,
  PLUGS,
  ROOM,
  STUDS,
  SUPPLY,
  WHEEL,
} from './places.data.js';
import { splitEdits } from './split.js';
import type { JobPlace, JobRows } from './types.js';

/**
 * A job as a chain with edits: rows in, a vehicle as it is out, with what is put in and what its conversion changes.
 * What the record and readings say of a vehicle's place belongs to what the unit meets there (studs, pedal, lines,
 * room); what they say of the unit stays the unit's. A joint is there only where the vehicle has it: nothing is asked
 * about what it does not have.
 */
export function composeJob(rows: JobRows): ChainInput {
  const there = rows.places.filter((place) => !place.absent);
  const now = draftOf(there, rows, false);
  const gone = goneIn(rows);
  const converted =
    gone.size > 0 ||
    rows.places.some((place) => place.absent === true || place.conversion !== undefined || place.changes.length > 0);
  const then = converted ? draftOf(laterPlaces(rows, gone), afterwards(rows), true) : now;
  const { listed, refused, overrides, unanswered, settings } = rows;
  return {
    parts: [...now.parts.values()],
    joints: now.joints,
    edits: [
      ...then.edits,
      ...(converted ? conversionEdits(now, then, gone) : []),
      ...(rows.splits ? splitEdits(now, then) : []),
    ],
    listed,
    refused,
    overrides,
    unanswered,
    settings,
    fluids: true,
    whole: then.whole,
    ...(rows.splits ? { circuits: 2 } : {}),
    variants: then.variants,
    lineFeeds: now.lineFeeds,
    asks: rows.places.flatMap((place) =>
      partsOf(place.slot).flatMap((part) => [
        ...place.asks.map((attribute) => ({
          part,
          attribute,
          said: place.read.filter((fact) => fact.attribute === attribute),
        })),
        ...(place.role ?? []).map(({ attribute, is }) => ({ part, attribute, is })),
      ]),
    ),
  };
}

/** A vehicle's places as parts and joints: as they are, or as a conversion leaves them. */
function draftOf(places: readonly JobPlace[], rows: JobRows, converted: boolean): Draft & { readonly whole: boolean } {
  const draft: Draft = { parts: new Map(), joints: [], edits: [], variants: [], feeds: new Map(), lineFeeds: [] };
  const ordered = [...places].sort((a, b) => ORDER.indexOf(a.slot) - ORDER.indexOf(b.slot));
  const booster = rows.booster || ordered.some((place) => place.slot === 'booster');
  for (const place of ordered) addUnit(place, rows, draft);
  if (booster && !draft.parts.has('booster')) addPart(draft, 'booster', 'booster', boosterFacts(ordered));
  if (ordered.some((place) => place.slot === 'brake-master' && place.other)) openFace(draft);
  for (const place of ordered) {
    const byHand = place.slot === 'brake-master' && !booster && lacks(rows.layouts?.brake, 'pedal');
    if (!byHand && (place.slot === 'booster' || place.slot === 'brake-master' || place.slot === 'clutch-master'))
      addPedalSide(place, place.slot, booster, rows, draft);
    if (place.slot === 'booster') addSupply(place, rows, converted, draft);
    if (place.slot === 'brake-master' || place.slot === 'clutch-master') addHangers(place, place.slot, draft);
    if (place.slot === 'slave') addSlave(place, draft);
    for (const id of standing(place.slot, rows)) {
      if (place.slot === 'front-brake' || place.slot === 'rear-brake') addWheel(place, id, converted, draft);
      addRoom(place, id, draft);
      addLines(place, id, rows, draft);
    }
  }
  for (const { kind, part } of converted ? (rows.brings ?? []) : [])
    if (kind !== 'pump') addPart(draft, part, kind, []);
  addFluids(ordered, draft);
  return { ...draft, whole: addNetwork(rows, draft) };
}

const ORDER: readonly Slot[] = ['booster', 'brake-master', 'clutch-master', 'slave', 'front-brake', 'rear-brake'];

function addUnit(place: JobPlace, rows: JobRows, draft: Draft): void {
  const { slot, kind, old, chosen } = place;
  const own = place.read.filter((fact) => !isOfNeighbour(fact.attribute, slot));
  // A booster that was made to take another master is not the unit that its number names any more.
  const made = slot === 'booster' && rows.places.some((one) => one.slot === 'brake-master' && one.other === true);
  const unit = {
    ...(old === undefined || made ? {} : { unit: old.id }),
    ...(place.oldSet === undefined ? {} : { set: place.oldSet }),
  };
  const hand = chosen?.facts.find((f) => f.attribute === 'hand')?.value;
  for (const id of standing(slot, rows)) {
    // What a fix or a reading says goes before the record of the design.
    addPart(draft, id, kind, [...own, ...(old ? factsOf(old) : [])], unit);
    // A unit for one side of an axle goes in on that side.
    const otherHand = (hand === 'left' && id.endsWith('right')) || (hand === 'right' && id.endsWith('left'));
    const state = stateAt(place, id);
    const row = state === undefined ? undefined : placeStateRow(state);
    if (row?.edits === 'same-again' && old) {
      const moved = row.moved ? ({ moved: true } as const) : {};
      draft.edits.push({ id: `put ${id}`, do: 'put', at: id, kind, unit: old.id, facts: [], ...moved });
      continue;
    }
    if (!chosen || otherHand || (row !== undefined && row.edits !== 'another')) continue;
    draft.edits.push({
      id: `put ${id}`,
      do: 'put',
      at: id,
      kind: chosen.kind,
      unit: chosen.id,
      ...(place.chosenSet === undefined ? {} : { set: place.chosenSet }),
      facts: factsOf(chosen),
      ...(place.box === undefined ? {} : { box: place.box }),
      wanted: place.wanted,
      beside: place.beside,
      ...(place.conversion === undefined ? {} : { conversion: place.conversion }),
    });
  }
}

/** Where another master sits than the record names, the booster's face and pin may have been made to take it. */
function openFace(draft: Draft): void {
  const booster = draft.parts.get('booster');
  if (!booster) return;
  const facts = booster.facts.filter(
    ({ attribute: name, position }) => position !== 'master' && !BOOSTER_PUSH.some((one) => one === name),
  );
  draft.parts.set(booster.id, { ...booster, facts });
}

/** A booster that nobody named, by what the master's place says of it. */
const boosterFacts = (places: readonly JobPlace[]): ChainFact[] => {
  const master = places.find((place) => place.slot === 'brake-master');
  return master ? named(known(master), BOOSTER_PUSH) : [];
};

/** What a unit is pushed by and bolted to. */
function addPedalSide(
  place: JobPlace,
  slot: 'booster' | 'brake-master' | 'clutch-master',
  booster: boolean,
  rows: JobRows,
  draft: Draft,
): void {
  const facts = known(place);
  const id = partOf(slot);
  const plate = facts.filter((fact) => fact.attribute === 'plate');
  if (place.slot === 'brake-master' && booster) {
    // The record of the master's place speaks of the booster's face as it is on this vehicle, not of the booster's
    // design.
    addPart(draft, 'booster', 'booster', [
      ...named(facts, BOOSTER_FACE).map((fact) => ({ ...fact, position: 'master' })),
      ...named(facts, BOOSTER_PUSH),
      ...plate,
    ]);
    // What was seen between the two lies there whichever booster comes.
    draft.edits.forEach((edit, i) => {
      if (edit.do === 'put' && edit.at === 'booster' && !isSameAgain(edit, draft))
        draft.edits[i] = { ...edit, facts: [...edit.facts, ...plate] };
    });
    join(draft, 'master-mount', 'mount', faceRef('booster', 'master'), id);
    join(draft, 'push', 'push', 'booster', id, { through: 'master-mount' });
    return;
  }
  if (place.slot === 'booster' && draft.parts.has('master'))
    addPart(draft, 'master', 'brake-master', named(facts, MASTER_PUSH));
  const at = place.slot === 'clutch-master' ? 'clutch-' : '';
  const studs = named(facts, STUDS);
  addPart(draft, `${at}pedal`, 'pedal', [
    ...(place.slot === 'clutch-master'
      ? rows.pedal.filter((f) => f.attribute !== 'pedal-ratio' || !facts.some((o) => o.attribute === 'pedal-ratio'))
      : rows.pedal),
    ...named(facts, PEDAL),
  ]);
  addPart(draft, `${at}bulkhead`, 'bulkhead', studs);
  join(draft, `${at}rod`, 'rod', `${at}pedal`, id);
  join(draft, `${at}mount`, 'mount', `${at}bulkhead`, place.slot === 'booster' ? faceRef(id, 'bulkhead') : id);
}

/**
 * What drives a booster; after a conversion with what that `brings`. A pump that comes new with its hoses is made to
 * what the booster wants of it, and what no vacuum drives has no use for its hose.
 */
function addSupply(place: JobPlace, rows: JobRows, converted: boolean, draft: Draft): void {
  const brings = converted ? (rows.brings ?? []) : undefined;
  const facts = known(place);
  const comes = brings?.find(({ kind }) => kind === 'pump');
  const [pumpComes, pump] = [comes !== undefined, comes?.part ?? 'supply'];
  addPart(draft, pump, 'pump', named(facts, pumpComes ? ['booster-supply'] : SUPPLY));
  join(draft, 'supply', 'supply', pump, 'booster');
  const hose = named(facts, ['vacuum-hose']);
  const later = brings && supplyThen(place);
  const drives = later ?? supplyNow(place) ?? rows.assistance;
  if (later !== undefined && drives !== 'vacuum') return;
  const onOld = place.old?.facts.some((f) => f.attribute === 'vacuum-hose' && f.value !== null) === true;
  if (hose.length === 0 && drives !== 'vacuum' && !(onOld && drives !== 'pump')) return;
  addPart(draft, 'vacuum-hose', 'hose', hose);
  join(draft, 'vacuum', 'tail', faceRef('booster', 'vacuum'), 'vacuum-hose');
}

/** What drives the booster that is there, and what a conversion makes drive it. */
const supplyNow = (place: JobPlace): ChainFact['value'] | undefined =>
  [...known(place), ...(place.old ? factsOf(place.old) : [])].find((f) => f.attribute === 'booster-supply')?.value;
const supplyThen = ({ changes }: JobPlace): ChainFact['value'] | undefined =>
  changes.find(({ attribute }) => attribute === 'booster-supply')?.to;

/** Reservoirs that sit on necks. */
const LIFTS: readonly string[] = ['clipped', 'pinned', 'screwed'];

/** What hangs on a master: its plugs, its reservoir or the hose to it, the fluid that the cap names. */
function addHangers(place: JobPlace, slot: 'brake-master' | 'clutch-master', draft: Draft): void {
  const facts = known(place);
  const id = partOf(slot);
  const old = place.old ? factsOf(place.old) : [];
  const harness = `${id}-harness`;
  for (const plug of [...PLUGS, ...PEDAL_PLUGS]) {
    // A switch at the pedal is the unit's only where the one that comes off has it, or somebody read it there.
    const ofUnit = PLUGS.some((p) => p === plug);
    if (!has(old, plug) && !has(ofUnit ? facts : place.read, plug)) continue;
    addPart(draft, harness, 'harness', named(facts, [plug]));
    join(draft, `${id}-${plug}`, 'wiring', faceRef(harness, plug), faceRef(id, plug));
  }
  const valve = named(facts, ['line-valve', 'master-stands']);
  if (valve.length > 0) addPart(draft, 'line-valve', 'valve', valve);
  const fed = named(facts, ['clutch-feed']);
  if (fed.length > 0) addPart(draft, `${place.slot === 'clutch-master' ? 'clutch-' : ''}pedal`, 'pedal', fed);
  const brings = place.box?.find((item) => item.item === 'reservoir')?.presence;
  const integral = [...facts, ...old].some(
    (f) => f.attribute === 'reservoir' && (f.value === 'integral' || f.value === 'remote'),
  );
  const lifted =
    place.resealed === true &&
    [...facts, ...old].some((f) => f.attribute === 'reservoir' && LIFTS.includes(String(f.value)));
  // A reservoir that moves over has to go on the new necks; one that is in the box has them.
  if (!integral && (brings === 'without' || lifted)) {
    addPart(draft, `${id}-reservoir`, 'reservoir', named(facts, ['grommet-spacing', 'grommet-size']));
    join(draft, `${id}-neck`, 'neck', id, `${id}-reservoir`);
  }
  const feed = named(facts, ['feed-hose', 'hose-outside']);
  if (feed.length === 0 && !has(old, 'feed-hose') && !drawsByHose(place)) return;
  addPart(draft, `${id}-feed-hose`, 'hose', feed);
  join(draft, `${id}-feed`, 'tail', id, `${id}-feed-hose`);
}

/**
 * Whether a master draws by a hose, as far as anybody knows: a remote reservoir has one, whoever recorded its size, and
 * where nobody knows what was there the new one's is asked about. What a conversion brings is laid out as it wants.
 */
function drawsByHose(place: JobPlace): boolean {
  const said = (facts: readonly ChainFact[]): ChainFact['value'] | undefined =>
    facts.find(({ attribute }) => attribute === 'reservoir')?.value;
  const there = said([...known(place), ...(place.old ? factsOf(place.old) : [])]);
  if (there === 'remote') return true;
  const own = place.chosen ? factsOf(place.chosen) : [];
  const draws = said(own) === 'remote' || has(own, 'feed-hose');
  return draws && (place.absent === true ? place.slot === 'clutch-master' : there === undefined);
}

function addWheel(place: JobPlace, id: string, converted: boolean, draft: Draft): void {
  // A caliper brings its carrier, its disc and its room in the wheel where a drum was.
  const kind = (converted ? place.chosen?.kind : undefined) ?? place.kind;
  const facts = known(place);
  if (kind === 'wheel-cylinder') {
    addPart(draft, `${id}-backing-plate`, 'backing-plate', named(facts, ['pilot', 'stud-spacing']));
    join(draft, `${id}-mount`, 'mount', `${id}-backing-plate`, id);
  }
  for (const [joint, names] of [
    ['carrier', CARRIER],
    ['disc', DISC],
    ['wheel', WHEEL],
  ] as const) {
    const own = named(facts, names);
    // A caliper sits on a carrier and over a disc, whoever recorded any; a wheel is asked about where it is known.
    const there = joint !== 'wheel' || own.length > 0 || isAskedOf(joint, place);
    if (kind !== 'caliper' || !there) continue;
    addPart(draft, `${id}-${joint}`, joint, own);
    join(draft, `${id}-${joint}`, joint, `${id}-${joint}`, id);
  }
}

function addSlave(place: JobPlace, draft: Draft): void {
  const facts = known(place);
  addPart(draft, 'gearbox', 'gearbox', named(facts, STUDS));
  addPart(draft, 'fork', 'fork', named(facts, FORK));
  if (draft.parts.has('clutch-pedal')) addPart(draft, 'clutch-pedal', 'pedal', named(facts, PEDAL));
  join(draft, 'slave-mount', 'mount', 'gearbox', 'slave');
  join(draft, 'slave-fork', 'fork', 'fork', 'slave');
}

/** Whether a unit stands on the bulkhead. */
const isAtBulkhead = (unit: string, { joints, parts }: Draft): boolean =>
  joints.some(
    ({ kind, between: [base, flange] }) =>
      kind === 'mount' && flange.part === unit && parts.get(base.part)?.kind === 'bulkhead',
  );

/** Whether a conversion asks for what a joint turns on, or the new unit says what it wants there. */
const isAskedOf = (joint: JointKind, { asks, chosen }: JobPlace): boolean =>
  checksFor(joint).some(
    (row) =>
      [row.a, row.b ?? row.a].some((name) => asks.includes(name)) ||
      (chosen !== undefined && has(factsOf(chosen), row.b ?? row.a)),
  );

function addRoom(place: JobPlace, id: string, draft: Draft): void {
  const facts = named(known(place), ROOM);
  // A conversion brings another design onto the bulkhead: there has to be room for it, whoever recorded any.
  const outward = place.conversion !== undefined && isAtBulkhead(id, draft);
  if (facts.length === 0 && !outward && !isAskedOf('room', place)) return;
  addPart(draft, `${id}-room`, 'room', facts);
  join(draft, `${id}-room`, 'room', `${id}-room`, id);
}
