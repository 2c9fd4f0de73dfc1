import type { JobReads } from '@kerabat/core/job';
import type { Stores } from './needs.js';

/** The catalogue as a job reads it. */
export function jobReads(stores: Stores): JobReads {
  const { vehicles, units, siblings, kits, stock, fittings, interchange } = stores;
  return {
    vehicle: vehicles.get,
    chain: vehicles.chain,
    vehicleFacts: vehicles.facts,
    recordedAt: vehicles.recordedAt,
    partFacts: vehicles.partFacts,
    layouts: vehicles.layouts,
    access: vehicles.access,
    unit: units.design,
    numbersOf: units.numbers,
    notesOf: units.notes,
    conditionOf: units.condition,
    sisterWith: siblings.sisterWith,
    sideOf: siblings.sideOf,
    interchange: (old, chosen) =>
      interchange.entriesOf(old, stores.settings.current()).find((entry) => entry.unitId === chosen),
    box: kits.box,
    kits: kits.forUnit,
    piecesOf: kits.piecesOf,
    packs: kits.packs,
    fittingNumber: kits.fittingNumber,
    fittingPrice: kits.fittingPrice,
    fitting: fittings.piece,
    bottles: kits.bottles,
    supplyOf: stock.supplyOf,
  };
}
