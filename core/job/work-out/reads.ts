import { lookup } from '../../base/lookup/index.js';
import type { KitRecord, NeededPiece } from '../../list/kit/index.js';
import type { Pack } from '../../list/need/index.js';
import type { FittingWant } from '../../list/parts-list/index.js';
import type { FittingPiece } from '../../named/fitting/index.js';
import type { Bottle } from '../../named/fluid/index.js';
import type { Fact, NoteSubject, UnitDesign, UnitKind } from '../../named/unit/index.js';
import type { LayoutName } from '../../vehicle/layout/index.js';
import type {
  AccessRecord,
  BoxRecord,
  ChainEntry,
  InterchangeRecord,
  PartFact,
  Supply,
  VehicleRecord,
} from './records.js';

/** The rows of the catalogue that a job is worked out from, each by what names it. */
export interface JobReads {
  readonly vehicle: (id: string) => VehicleRecord | undefined;
  readonly chain: (vehicle: string) => readonly ChainEntry[];
  /** What is recorded of a vehicle at one place itself. */
  readonly vehicleFacts: (vehicle: string, slot: string) => readonly Fact[];
  /**
   * What is recorded of a vehicle at one place; what it says of the pedal and the driving side goes for every place.
   */
  readonly recordedAt: (vehicle: string, slot: string) => readonly Fact[];
  readonly partFacts: (vehicle: string) => readonly PartFact[];
  readonly layouts: (vehicle: string) => { readonly brake?: LayoutName; readonly clutch?: LayoutName };
  readonly access: (vehicle: string, slot: string) => readonly AccessRecord[];
  readonly unit: (id: string) => UnitDesign | undefined;
  /** Numbers that a unit is ordered by, the current one first. */
  readonly numbersOf: (unit: string) => readonly string[];
  readonly notesOf: (unit: string) => readonly NoteRecord[];
  readonly conditionOf: (unit: string, number: string) => string | undefined;
  /** The vehicle of the same series that has a unit in a place. */
  readonly sisterWith: (unit: string, slot: string, vehicle: string) => string | undefined;
  /** The side of a production change that a unit belongs to in a place. */
  readonly sideOf: (unit: string, slot: string) => string | undefined;
  /** How one unit is interchange of another; undefined where no path is known. */
  readonly interchange: (old: string, chosen: string) => InterchangeRecord | undefined;
  readonly box: (unit: string, number: string) => readonly BoxRecord[];
  /** Kits that a list names for a unit, and those of its kind and bore within so many mm. */
  readonly kits: (unit: string, kind: UnitKind, bore: number, within: number) => readonly KitRecord[];
  readonly piecesOf: (unit: string) => readonly NeededPiece[];
  readonly packs: () => readonly Pack[];
  readonly fittingNumber: (want: FittingWant) => string | undefined;
  readonly fittingPrice: (want: FittingWant) => number | undefined;
  readonly fitting: (key: string) => FittingPiece | undefined;
  readonly bottles: (grade: string) => readonly Bottle[];
  readonly supplyOf: (number: string) => Supply;
}

/** What a maker says of handling a unit, and where in the work it counts. */
interface NoteRecord {
  readonly about: NoteSubject;
  readonly words: string;
  readonly source: string;
}

/** Rows by the name of what reads them and what they were asked by; null where there is none. */
export type GatheredRows = Readonly<Record<string, Readonly<Record<string, unknown>>>>;

/** What there is to read, with what is there when nothing was gathered. */
const NOTHING: { readonly [K in keyof JobReads]: ReturnType<JobReads[K]> } = {
  vehicle: undefined,
  chain: [],
  vehicleFacts: [],
  recordedAt: [],
  partFacts: [],
  layouts: {},
  access: [],
  unit: undefined,
  numbersOf: [],
  notesOf: [],
  conditionOf: undefined,
  sisterWith: undefined,
  sideOf: undefined,
  interchange: undefined,
  box: [],
  kits: [],
  piecesOf: [],
  packs: [],
  fittingNumber: undefined,
  fittingPrice: undefined,
  fitting: undefined,
  bottles: [],
  supplyOf: {},
};
const NAMES = Object.keys(NOTHING) as (keyof JobReads)[];

type Read = (...asked: readonly unknown[]) => unknown;
const readsBy = (make: (name: keyof JobReads) => Read): JobReads =>
  Object.fromEntries(NAMES.map((name) => [name, make(name)])) as unknown as JobReads;

/** Reads rows that were gathered. What nobody gathered is not known, as what the catalogue does not hold. */
export const readsOf = (rows: GatheredRows): JobReads =>
  readsBy((name) => (...asked) => {
    const row = lookup(lookup(rows, name) ?? {}, JSON.stringify(asked));
    return row ?? NOTHING[name];
  });

/** Reads through to a catalogue and keeps what was read: with it the same job is worked out anywhere else. */
export function gathering(live: JobReads): { readonly reads: JobReads; readonly rows: GatheredRows } {
  const rows: Record<string, Record<string, unknown>> = Object.fromEntries(NAMES.map((name) => [name, {}]));
  const reads = readsBy((name) => (...asked) => {
    const key = JSON.stringify(asked);
    const there = lookup(rows, name) ?? {};
    if (!Object.hasOwn(there, key))
      Object.defineProperty(there, key, {
        value: (live[name] as Read)(...asked) ?? null,
        enumerable: true,
      });
    return lookup(there, key) ?? NOTHING[name];
  });
  return { reads, rows };
}
