import { Type as T, type Static } from '@sinclair/typebox';
import { oneOf, UnitKind } from './shapes.js';

/** Vehicles, units, numbers and kin as the server tells them. */

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
  facets: T.Object({ maker: T.Array(Facet), series: T.Array(Facet), option: T.Array(Facet), assistance: T.Array(Facet) }),
});

export const ChainEntry = T.Object({
  slot: T.String(),
  unitId: T.String(),
  unitName: T.String(),
  builtFrom: T.Union([T.String(), T.Null()]),
  builtTo: T.Union([T.String(), T.Null()]),
  option: T.Union([T.String(), T.Null()]),
  matedSet: T.Union([T.String(), T.Null()]),
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
  kind: oneOf(['order', 'casting', 'label'] as const),
  status: oneOf(['current', 'superseded', 'withdrawn', 'unknown'] as const),
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
  problem: T.Optional(T.String()),
});

export const UnitSummary = T.Object({
  id: T.String(),
  kind: UnitKind,
  name: T.String(),
  maker: T.String(),
  bore: T.Union([T.String(), T.Null()]),
  numbers: T.Array(T.String()),
});
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

export const Condition = T.Object({ kind: T.String(), text: T.String(), number: T.Optional(T.String()) });
export const AssertionView = T.Object({
  source: T.String(),
  sourceKind: T.String(),
  date: T.String(),
  person: T.Optional(T.String()),
  note: T.Optional(T.String()),
});
export const KinStep = T.Object({
  from: T.String(),
  to: T.String(),
  kind: T.String(),
  direction: oneOf(['forward', 'backward'] as const),
  trust: T.Number(),
  conditions: T.Array(Condition),
  assertions: T.Array(AssertionView),
});
export const KinGrade = oneOf(['same', 'drop-in', 'with-changes', 'does-not-fit'] as const);
export const KinEntry = T.Object({
  unitId: T.Optional(T.String()),
  name: T.String(),
  numbers: T.Array(T.Object({ issuer: T.String(), written: T.String(), status: T.String() })),
  grade: KinGrade,
  disputed: T.Optional(T.String()),
  trust: T.Number(),
  conditions: T.Array(Condition),
  paths: T.Array(T.Array(KinStep)),
});
export const KinAnswer = T.Object({ unitId: T.String(), entries: T.Array(KinEntry), truncated: T.Boolean() });

export const CatalogueSummary = T.Object({
  counts: T.Record(T.String(), T.Integer()),
  imports: T.Array(T.Object({ name: T.String(), dated: T.String(), loadedAt: T.String() })),
  sources: T.Array(T.Object({ id: T.String(), kind: T.String(), title: T.String(), date: T.String() })),
});

export const Found = T.Object({
  query: T.String(),
  takenFor: T.String(),
  hits: T.Array(T.Object({ kind: oneOf(['number', 'vehicle', 'thread', 'job', 'unit'] as const), id: T.String(), words: T.String(), detail: T.String() })),
});

export type Vehicle = Static<typeof Vehicle>;
export type VehicleSearch = Static<typeof VehicleSearch>;
export type VehicleDetail = Static<typeof VehicleDetail>;
export type ChainEntry = Static<typeof ChainEntry>;
export type NumberView = Static<typeof NumberView>;
export type NumberSearch = Static<typeof NumberSearch>;
export type UnitSummary = Static<typeof UnitSummary>;
export type UnitDetail = Static<typeof UnitDetail>;
export type KinAnswer = Static<typeof KinAnswer>;
export type KinEntry = Static<typeof KinEntry>;
export type KinStep = Static<typeof KinStep>;
export type CatalogueSummary = Static<typeof CatalogueSummary>;
export type Found = Static<typeof Found>;
