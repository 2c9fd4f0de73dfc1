import type { AttributeName } from '../attribute/index.js';
import type { ChainFact } from '../chain/index.js';
import type { ChainInput } from '../verdict/index.js';
import {
  BOOSTER_FACE,
  BOOSTER_PUSH,
  CARRIER,
  DISC,
  FORK,
  HOSE,
  LINE_END,
  MASTER_PUSH,
  PEDAL,
  PEDAL_PLUGS,
  PLUGS,
  ROOM,
  STUDS,
  SUPPLY,
  WHEEL,
} from './places.data.js';
import { withChanges } from './changes.js';
import { addPart, factsOf, has, join, known, named, PART_OF, type Draft } from './draft.js';
import { addLines, isJoined } from './lines.js';
import type { JobPlace, JobRows, Slot } from './types.js';

/**
 * A job as a chain with edits: rows in, a vehicle as it is out, with what is put in. What the record and readings say of a vehicle's
 * place belongs to what the unit meets there (studs, pedal, lines, room); what they say of the unit stays the unit's. A joint is
 * there only where the vehicle has it: nothing is asked about what it does not have.
 */
export function composeJob(rows: JobRows): ChainInput {
  const draft: Draft = { parts: new Map(), joints: [], edits: [] };
  const ordered = rows.places.map(withChanges).sort((a, b) => ORDER.indexOf(a.slot) - ORDER.indexOf(b.slot));
  for (const place of ordered) addUnit(place, draft);
  if (rows.booster && !draft.parts.has('booster')) addPart(draft, 'booster', 'booster', boosterFacts(ordered));
  for (const place of ordered) {
    if (place.slot === 'booster' || place.slot === 'brake-master' || place.slot === 'clutch-master')
      addPedalSide(place, rows, draft);
    if (place.slot === 'booster') addSupply(place, draft);
    if (place.slot === 'brake-master' || place.slot === 'clutch-master') addHangers(place, draft);
    if (place.slot === 'front-brake' || place.slot === 'rear-brake') addWheel(place, draft);
    if (place.slot === 'slave') addSlave(place, draft);
    addRoom(place, draft);
    addLines(place, draft);
  }
  addFluids(ordered, draft);
  const { listed, refused, overrides, unanswered, practice } = rows;
  return {
    parts: [...draft.parts.values()],
    joints: draft.joints,
    edits: draft.edits,
    listed,
    refused,
    overrides,
    unanswered,
    practice,
    fluids: true,
    asks: ordered.flatMap((place) => place.asks.map((attribute) => ({ part: PART_OF[place.slot], attribute }))),
  };
}

const ORDER: readonly Slot[] = ['booster', 'brake-master', 'clutch-master', 'slave', 'front-brake', 'rear-brake'];

/** Readings that are of the unit itself: what no neighbour of the place has. */
const NEIGHBOURS: ReadonlySet<AttributeName> = new Set<AttributeName>([
  ...STUDS,
  ...PEDAL,
  ...ROOM,
  ...PLUGS,
  ...PEDAL_PLUGS,
  ...SUPPLY,
  ...LINE_END,
  ...CARRIER,
  ...DISC,
  ...WHEEL,
  ...FORK,
  ...BOOSTER_PUSH,
  ...HOSE,
  'line-valve',
  'clutch-feed',
  'fluid',
  'tube',
  'plate',
]);

function addUnit(place: JobPlace, draft: Draft): void {
  const { slot, kind, old, chosen } = place;
  const id = PART_OF[slot];
  const own = place.read.filter((fact) => !NEIGHBOURS.has(fact.attribute) && !isJoined(fact));
  const unit = {
    ...(old === undefined ? {} : { unit: old.id }),
    ...(place.oldSet === undefined ? {} : { set: place.oldSet }),
  };
  // What a fix or a reading says goes before the record of the design.
  addPart(draft, id, kind, [...own, ...(old ? factsOf(old) : [])], unit);
  if (!chosen) return;
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

/** A booster that nobody named, by what the master's place says of it. */
const boosterFacts = (places: readonly JobPlace[]): ChainFact[] => {
  const master = places.find((place) => place.slot === 'brake-master');
  return master ? named(known(master), BOOSTER_PUSH) : [];
};

/** What a unit is pushed by and bolted to. */
function addPedalSide(place: JobPlace, rows: JobRows, draft: Draft): void {
  const facts = known(place);
  const id = PART_OF[place.slot];
  const plate = facts.filter((fact) => fact.attribute === 'plate');
  if (place.slot === 'brake-master' && rows.booster) {
    // The record of the master's place speaks of the booster's face as it is on this vehicle, not of the booster's design.
    addPart(draft, 'booster', 'booster', [
      ...named(facts, BOOSTER_FACE).map((fact) => ({ ...fact, position: 'master' })),
      ...named(facts, BOOSTER_PUSH),
      ...plate,
    ]);
    join(draft, 'master-mount', 'mount', 'booster@master', id);
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
  join(draft, `${at}mount`, 'mount', `${at}bulkhead`, place.slot === 'booster' ? `${id}@bulkhead` : id);
}

function addSupply(place: JobPlace, draft: Draft): void {
  const facts = known(place);
  addPart(draft, 'supply', 'pump', named(facts, SUPPLY));
  join(draft, 'supply', 'supply', 'supply', 'booster');
  const hose = named(facts, ['vacuum-hose']);
  const drives = [...facts, ...(place.old ? factsOf(place.old) : [])].find(
    (f) => f.attribute === 'booster-supply',
  )?.value;
  const onOld = place.old?.facts.some((f) => f.attribute === 'vacuum-hose' && f.value !== null) === true;
  if (hose.length === 0 && !(onOld && drives !== 'pump')) return;
  addPart(draft, 'vacuum-hose', 'hose', hose);
  join(draft, 'vacuum', 'tail', 'booster@vacuum', 'vacuum-hose');
}

/** What hangs on a master: its plugs, its reservoir or the hose to it, the fluid that the cap names. */
function addHangers(place: JobPlace, draft: Draft): void {
  const facts = known(place);
  const id = PART_OF[place.slot];
  const old = place.old ? factsOf(place.old) : [];
  const harness = `${id}-harness`;
  for (const plug of [...PLUGS, ...PEDAL_PLUGS]) {
    // A switch at the pedal is the unit's only where the one that comes off has it, or somebody read it there.
    const ofUnit = PLUGS.some((p) => p === plug);
    if (!has(old, plug) && !has(ofUnit ? facts : place.read, plug)) continue;
    addPart(draft, harness, 'harness', named(facts, [plug]));
    join(draft, `${id}-${plug}`, 'wiring', `${harness}@${plug}`, `${id}@${plug}`);
  }
  const valve = named(facts, ['line-valve']);
  if (valve.length > 0) addPart(draft, 'line-valve', 'valve', valve);
  addPart(draft, `${place.slot === 'clutch-master' ? 'clutch-' : ''}pedal`, 'pedal', named(facts, ['clutch-feed']));
  const brings = place.box?.find((item) => item.item === 'reservoir')?.presence;
  const integral = [...facts, ...old].some(
    (f) => f.attribute === 'reservoir' && (f.value === 'integral' || f.value === 'remote'),
  );
  // A reservoir that moves over has to go on the new necks; one that is in the box has them.
  if (brings === 'without' && !integral) {
    addPart(draft, `${id}-reservoir`, 'reservoir', named(facts, ['grommet-spacing', 'grommet-size']));
    join(draft, `${id}-neck`, 'neck', id, `${id}-reservoir`);
  }
  const feed = named(facts, ['feed-hose']);
  if (feed.length === 0 && !has(old, 'feed-hose')) return;
  addPart(draft, `${id}-feed-hose`, 'hose', feed);
  join(draft, `${id}-feed`, 'tail', id, `${id}-feed-hose`);
}

function addWheel(place: JobPlace, draft: Draft): void {
  const facts = known(place);
  const old = place.old ? factsOf(place.old) : [];
  const id = PART_OF[place.slot];
  for (const [name, kind, joint, names] of [
    ['carrier', 'carrier', 'carrier', CARRIER],
    ['disc', 'disc', 'disc', DISC],
    ['wheel', 'wheel', 'wheel', WHEEL],
  ] as const) {
    const own = named(facts, names);
    // The disc and the carrier that the old caliper sits on are there; a wheel is asked about where it is known.
    const onOld = joint !== 'wheel' && names.some((attribute) => has(old, attribute));
    if (place.kind !== 'caliper' || (own.length === 0 && !onOld)) continue;
    addPart(draft, `${id}-${name}`, kind, own);
    join(draft, `${id}-${name}`, joint, `${id}-${name}`, id);
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

function addRoom(place: JobPlace, draft: Draft): void {
  const facts = named(known(place), ROOM);
  if (facts.length === 0 && !place.asks.some((name) => /^(room|reach)-/.test(name))) return;
  const id = PART_OF[place.slot];
  addPart(draft, `${id}-room`, 'room', facts);
  join(draft, `${id}-room`, 'room', `${id}-room`, id);
}

const SYSTEM: Readonly<Record<Slot, 'brake' | 'clutch' | undefined>> = {
  booster: undefined,
  'brake-master': 'brake',
  'front-brake': 'brake',
  'rear-brake': 'brake',
  'clutch-master': 'clutch',
  slave: 'clutch',
};

/** One cap names the fluid of a whole system: what is recorded or read at any of its places is of all of them. */
function addFluids(places: readonly JobPlace[], draft: Draft): void {
  for (const system of ['brake', 'clutch'] as const) {
    const here = places.filter((place) => SYSTEM[place.slot] === system);
    const caps = here.flatMap((place) => named(known(place), ['fluid']));
    const cap = caps.findLast((fact) => fact.rests === 'measured') ?? caps[0];
    if (!cap) continue;
    for (const place of here) addPart(draft, PART_OF[place.slot], place.kind, [cap]);
    // The cap stays on the vehicle, whichever unit comes under it.
    draft.edits.forEach((edit, i) => {
      if (edit.do !== 'put' || !here.some((place) => PART_OF[place.slot] === edit.at)) return;
      draft.edits[i] = { ...edit, facts: [...edit.facts.filter((f) => f.attribute !== 'fluid'), cap] };
    });
  }
}
