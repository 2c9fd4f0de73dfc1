import { checksFor, type CheckCode, type CheckRow } from '@kerabat/core/judge/check';
import { FIXES } from '@kerabat/core/judge/fix';
import { CONSUMES } from '@kerabat/core/list/need';
import type { ItemName } from '@kerabat/core/named/item';
import { SEAL_MATERIALS } from '@kerabat/core/named/fluid';
import { type Settings, STANDARD_SETTINGS } from '@kerabat/core/named/settings';
import { JOINT_KINDS } from '@kerabat/core/vehicle/chain';
import { type Evidence, evidenceBase } from '@kerabat/core/vehicle/reading';
import { CONVERSIONS } from '@kerabat/core/work/conversion';
import type { TrialRequest } from './spec.js';

/**
 * Faults that are planted in the running program, to see that a trial notices them: a check that is not made, a limit
 * that lets everything pass, a reading that is taken for another, a feed that is told wrong, a piece that is not
 * counted. Only a trial that is told to plants one, in a thread of its own.
 */

export const FAULT_KINDS = ['rule', 'limit', 'reading', 'feed', 'counting'] as const;
export interface Fault {
  readonly name: string;
  readonly kind: (typeof FAULT_KINDS)[number];
  /** The jobs in which it can make a difference. */
  readonly request: TrialRequest;
  readonly slots?: readonly string[];
  /** Plants it; answers what takes it out again. */
  readonly plant: () => () => void;
}

let settings: Settings = STANDARD_SETTINGS;
/** The settings of a simulated workshop, with what was planted in them. */
export const trialSettings = (): Settings => settings;

let misread: ((item: Evidence, slot: string) => Evidence) | undefined;
/** A reading as the program takes it, with what was planted. */
export const asTaken = (item: Evidence, slot: string): Evidence => misread?.(item, slot) ?? item;

/** Takes rows out of a table; answers what puts them back. */
function without<T>(rows: readonly T[], is: (row: T) => boolean): () => void {
  const list = rows as T[];
  const before = [...list];
  list.splice(0, list.length, ...list.filter((row) => !is(row)));
  return () => void list.splice(0, list.length, ...before);
}
/** Changes something of a row; answers what puts it back. */
function changed<T extends object, K extends keyof T>(row: T | undefined, key: K, value: T[K]): () => void {
  if (row === undefined) return () => undefined;
  const before = row[key];
  (row as { -readonly [P in keyof T]: T[P] })[key] = value;
  return () => void ((row as { -readonly [P in keyof T]: T[P] })[key] = before);
}

const rule = (code: CheckCode, slots: readonly string[], request: TrialRequest = 'upgrade'): Fault => ({
  name: `no ${code}`,
  kind: 'rule',
  request,
  slots,
  plant: () => {
    const out = JOINT_KINDS.map((kind) => without<CheckRow>(checksFor(kind), (row) => row.code === code));
    return () => out.forEach((put) => put());
  },
});

/** Places whose units a rule is about. */
const PUSHED = ['brake-master', 'clutch-master'];
const WHEELS = ['front-brake', 'rear-brake'];
const BOLTED = [...PUSHED, ...WHEELS, 'slave'];
const HYDRAULIC = BOLTED;

const set = (name: string, change: Partial<Settings>, slots: readonly string[]): Fault => ({
  name,
  kind: 'limit',
  request: 'upgrade',
  slots,
  plant: () => {
    const before = settings;
    settings = { ...settings, ...change };
    return () => void (settings = before);
  },
});

const reading = (
  name: string,
  change: (item: Evidence, slot: string) => Evidence,
  slots: readonly string[] = BOLTED,
): Fault => ({
  name,
  kind: 'reading',
  request: 'upgrade',
  slots,
  plant: () => {
    misread = change;
    return () => void (misread = undefined);
  },
});
const said = (item: Evidence, name: string, value: string): Evidence =>
  item.attribute === name && evidenceBase(item) !== null ? ({ ...item, value } as Evidence) : item;
const length = (item: Evidence, name: string, change: (mm: number) => number): Evidence =>
  item.attribute === name && item.kind === 'quantity' && evidenceBase(item) !== null
    ? { ...item, value: { ...item.value, value: change(item.value.value) } }
    : item;

const isOfNew = (slot: string): boolean => slot.startsWith('unit:');

const uncounted = (item: ItemName, request: TrialRequest = 'replace'): Fault => ({
  name: `no ${item}`,
  kind: 'counting',
  request,
  plant: () => without(CONSUMES, (row) => row.item === item),
});
const unordered = (fix: string): Fault => ({
  name: `nothing ordered for ${fix}`,
  kind: 'counting',
  request: 'convert',
  plant: () =>
    changed(
      FIXES.find((row) => row.fix === fix),
      'parts',
      () => [],
    ),
});
const unbrought = (id: string): Fault => ({
  name: `${id} brings nothing`,
  kind: 'counting',
  request: 'convert',
  plant: () =>
    changed(
      CONVERSIONS.find((row) => row.id === id),
      'brings',
      [],
    ),
});

export const FAULTS: readonly Fault[] = [
  rule('rod.length', PUSHED),
  rule('rod.pin', PUSHED),
  rule('mount.spacing', BOLTED),
  rule('mount.pilot', BOLTED),
  rule('push.gap', ['brake-master', 'booster']),
  rule('port.thread', HYDRAULIC),
  rule('port.seat', HYDRAULIC),
  rule('tail.vacuum', ['booster'], 'substitute'),
  rule('tail.feed', ['clutch-master']),
  rule('fork.foot', ['slave']),
  rule('fork.bleeder', ['slave']),
  rule('carrier.spacing', WHEELS),
  rule('carrier.offset', WHEELS),
  rule('disc.diameter', WHEELS),
  set('wide spacingWithin', { spacingWithin: 500 }, BOLTED),
  set('wide clevisWithin', { clevisWithin: 500 }, PUSHED),
  set('wide hoseWithin', { hoseWithin: 500 }, ['clutch-master']),
  set('wide carrierWithin', { carrierWithin: 500 }, WHEELS),
  set('wide discWithin', { discWithin: 500 }, WHEELS),
  set('wide offsetWithin', { offsetWithin: 500 }, WHEELS),
  set('wide travelWithin', { travelWithin: 500 }, ['slave', 'clutch-master']),
  set('wide gap', { gapMin: -500, gapMax: 500, gapLost: 500 }, ['brake-master']),
  set('wide rodWithin', { rodWithin: 500 }, PUSHED),
  reading('a thread by its size alone', (item) => said(item, 'port-thread', 'M10x1.0')),
  reading('every seat an inverted flare', (item) => said(item, 'port-seat', 'inverted-flare')),
  reading(
    'every foot there',
    (item) => (item.attribute === 'foot' ? ({ ...item, kind: 'choice', value: 'present' } as Evidence) : item),
    ['slave'],
  ),
  reading('every bleed screw on top', (item) => said(item, 'bleeder', 'top'), ['slave']),
  reading('seals by the usual family', (item) => said(item, 'seals', 'EPDM')),
  reading('spigots at forty', (item) => length(item, 'pilot', () => 40)),
  reading('a piston that goes sixty', (item, slot) => (isOfNew(slot) ? length(item, 'travel', () => 60) : item), [
    'slave',
  ]),
  reading('a rod of a hundred', (item) => length(item, 'rod-length', () => 100), PUSHED),
  reading('a clevis of eight', (item) => length(item, 'clevis-pin', () => 8), PUSHED),
  reading('a feed hose of nine', (item) => length(item, 'feed-hose', () => 9), ['clutch-master']),
  reading('a disc of three hundred', (item) => length(item, 'disc', () => 300), WHEELS),
  reading('a pin and its pocket at a depth', (item) =>
    length(
      length(item, 'booster-pin', () => 14),
      'recess-depth',
      () => 14.4,
    ),
  ),
  {
    name: 'rubber of oil in glycol',
    kind: 'feed',
    request: 'upgrade',
    plant: () =>
      changed(
        SEAL_MATERIALS as Record<string, (typeof SEAL_MATERIALS)[keyof typeof SEAL_MATERIALS]>,
        'NBR',
        SEAL_MATERIALS.PTFE,
      ),
  },
  uncounted('crush-washer'),
  uncounted('booster-seal'),
  uncounted('hose-clamp'),
  unordered('other-hose'),
  unbrought('vacuum-to-hydraulic'),
  unbrought('drum-to-disc'),
];

/** Plants a fault by its name; answers what takes it out again. Throws on a name of none: a programming error. */
export function plant(name: string): () => void {
  const found = FAULTS.find((fault) => fault.name === name);
  if (!found) throw new Error(`no fault "${name}"`);
  return found.plant();
}
