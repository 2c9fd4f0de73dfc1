import { Type as T, type Static } from '@sinclair/typebox';
import { NUMBER_KINDS, NUMBER_STATES, SOURCE_KINDS } from '@kerabat/core/named/unit';
import { oneOf, Quantity, strict, UnitKind } from './shapes.js';

/** Vehicles, units, numbers and interchange as the server tells them. */

export const Vehicle = T.Object({
  id: T.String(),
  maker: T.String(),
  series: T.String(),
  name: T.String(),
  builtFrom: T.String(),
  builtTo: T.Union([T.String(), T.Null()]),
  weightClass: T.String(),
  gearbox: T.String(),
  assistance: T.String(),
  drivingSide: T.String(),
  note: T.String(),
  options: T.Array(T.Object({ code: T.String(), meaning: T.String() })),
});

export const Facet = T.Object({ value: T.String(), count: T.Integer() });
export const VehicleSearch = T.Object({
  vehicles: T.Array(Vehicle),
  total: T.Integer(),
  facets: T.Object({
    maker: T.Array(Facet),
    series: T.Array(Facet),
    option: T.Array(Facet),
    assistance: T.Array(Facet),
  }),
});

export const ChainEntry = T.Object({
  slot: T.String(),
  unitId: T.String(),
  unitName: T.String(),
  builtFrom: T.Union([T.String(), T.Null()]),
  builtTo: T.Union([T.String(), T.Null()]),
  option: T.Union([T.String(), T.Null()]),
  matedSet: T.Union([T.String(), T.Null()]),
  /** What kind of source lists it. */
  sourceKind: oneOf(SOURCE_KINDS),
});
export const VehicleDetail = T.Composite([Vehicle, T.Object({ chain: T.Array(ChainEntry) })]);

export const FactView = T.Object({
  attribute: T.String(),
  words: T.String(),
  position: T.Optional(T.String()),
  value: T.String(),
  /** The value in base units (mm, degrees); null is "has none". */
  recorded: T.Union([T.Number(), T.String(), T.Null()]),
  source: T.String(),
});

export const NumberView = T.Object({
  id: T.Integer(),
  issuer: T.String(),
  written: T.String(),
  kind: oneOf(NUMBER_KINDS),
  status: oneOf(NUMBER_STATES),
  leadsTo: T.Object({
    kind: oneOf(['unit', 'kit', 'fitting', 'mark', 'nothing'] as const),
    id: T.Optional(T.String()),
    words: T.String(),
  }),
  /** The number to order now, when this one was superseded. */
  supersededBy: T.Optional(T.String()),
  note: T.String(),
  source: T.String(),
});

export const NumberSearch = T.Object({
  query: T.String(),
  exact: T.Array(NumberView),
  normalised: T.Array(NumberView),
  near: T.Array(NumberView),
  /** Looked for when nothing else was found: what differs by one character, the likeliest slips first. */
  misread: T.Array(NumberView),
  /** Longer numbers that begin so. */
  begins: T.Array(NumberView),
  problem: T.Optional(T.String()),
});

export const ResolveRequest = strict({
  numbers: T.Array(T.String({ maxLength: 200 }), { minItems: 1, maxItems: 2000 }),
});
/** One of many numbers: what it is, how sure that is, and between how many it is to be chosen. */
export const Resolved = T.Object({
  query: T.String(),
  how: oneOf(['exact', 'normalised', 'near', 'misread', 'several', 'none'] as const),
  sentence: T.String(),
  number: T.Optional(NumberView),
});
export const ResolveAnswer = T.Object({ rows: T.Array(Resolved) });

export const UnitSummary = T.Object({
  id: T.String(),
  kind: UnitKind,
  name: T.String(),
  maker: T.String(),
  bore: T.Union([T.String(), T.Null()]),
  numbers: T.Array(T.String()),
});
/** Orders in which a list of units can be asked for. */
export const UNIT_ORDERS = ['kind', 'name', 'maker'] as const;
export type UnitOrder = (typeof UNIT_ORDERS)[number];
export const UnitList = T.Object({ units: T.Array(UnitSummary), total: T.Integer() });
export type UnitList = Static<typeof UnitList>;
export const UnitDetail = T.Object({
  id: T.String(),
  kind: UnitKind,
  name: T.String(),
  maker: T.String(),
  note: T.String(),
  source: T.String(),
  facts: T.Array(FactView),
  numbers: T.Array(NumberView),
  fitted: T.Array(T.Object({ vehicleId: T.String(), vehicle: T.String(), slot: T.String() })),
});

/** A seal kit: what lies in it, which units a list names it for, who has it. */
export const KitDetail = T.Object({
  id: T.String(),
  name: T.String(),
  maker: T.String(),
  bore: T.String(),
  boreLarge: T.Optional(T.String()),
  seals: T.Optional(T.String()),
  source: T.String(),
  contents: T.Array(T.Object({ item: T.String(), quantity: T.Integer(), size: T.String(), note: T.String() })),
  numbers: T.Array(NumberView),
  units: T.Array(T.Object({ unitId: T.String(), name: T.String(), maker: T.String(), source: T.String() })),
  stock: T.Array(
    T.Object({
      number: T.String(),
      supplier: T.String(),
      quantity: T.Optional(T.Integer()),
      price: T.Optional(T.Number()),
      date: T.String(),
    }),
  ),
});
export type KitDetail = Static<typeof KitDetail>;

export const CatalogueSummary = T.Object({
  counts: T.Record(T.String(), T.Integer()),
  imports: T.Array(
    T.Object({
      name: T.String(),
      dated: T.String(),
      loadedAt: T.String(),
      by: T.String(),
      added: T.Integer(),
      changed: T.Integer(),
      rejected: T.Integer(),
    }),
  ),
  sources: T.Array(T.Object({ id: T.String(), kind: T.String(), title: T.String(), date: T.String() })),
  makers: T.Array(T.Object({ id: T.String(), name: T.String(), role: T.String() })),
});

export const Found = T.Object({
  query: T.String(),
  takenFor: T.String(),
  hits: T.Array(
    T.Object({
      /**
       * A call is a whole sentence, an answer says on the spot what was asked: the id of both is what a new job begins
       * with, as the query of an address. The id of a bore is what was written.
       */
      kind: oneOf(['number', 'vehicle', 'thread', 'bore', 'job', 'unit', 'kit', 'call', 'answer'] as const),
      id: T.String(),
      words: T.String(),
      detail: T.String(),
    }),
  ),
});

export type Vehicle = Static<typeof Vehicle>;
export type VehicleSearch = Static<typeof VehicleSearch>;
export type VehicleDetail = Static<typeof VehicleDetail>;
export type ChainEntry = Static<typeof ChainEntry>;
export type NumberView = Static<typeof NumberView>;
export type Resolved = Static<typeof Resolved>;
export type ResolveAnswer = Static<typeof ResolveAnswer>;
export type NumberSearch = Static<typeof NumberSearch>;
export type UnitSummary = Static<typeof UnitSummary>;
export type UnitDetail = Static<typeof UnitDetail>;
export type CatalogueSummary = Static<typeof CatalogueSummary>;
export type Found = Static<typeof Found>;

/** Masters and boosters that vehicles on record have with a wheel unit. */
export const PairedUnits = T.Object({
  paired: T.Array(
    T.Object({
      vehicle: T.String(),
      unitId: T.String(),
      name: T.String(),
      bore: T.Optional(Quantity),
      booster: T.Optional(T.String()),
    }),
  ),
});
export type PairedUnits = Static<typeof PairedUnits>;
