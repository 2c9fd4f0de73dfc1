import type { PlanAnswer, RoleView } from '@kerabat/contract';
import { attribute } from '@kerabat/core/named/attribute';
import type { Settings } from '@kerabat/core/named/settings';
import { findSlot } from '@kerabat/core/vehicle/place';
import {
  type ConversionPart,
  type ConversionRow,
  planConversion,
  sumsOf,
  together,
} from '@kerabat/core/work/conversion';
import {
  convertedVehicle,
  entriesFor,
  type JobReads,
  type PlaceInput,
  type VehicleKnown,
  wantFor,
} from '@kerabat/core/job';
import { candidatesFor } from './candidates.js';
import type { Stores } from './needs.js';

/** A conversion planned for a vehicle of the catalogue, with units that could fill its roles and what parts cost. */
export async function planFor(
  row: ConversionRow,
  vehicleId: string,
  known: VehicleKnown,
  choices: Readonly<Record<string, string>>,
  settings: Settings,
  reads: JobReads,
  stores: Stores,
): Promise<PlanAnswer> {
  const plan = planConversion(row, convertedVehicle(vehicleId, known, reads), choices);
  const vehicle = reads.vehicle(vehicleId);
  const chain = reads.chain(vehicleId);
  const input: PlaceInput = { vehicle, known, chain, decisions: [], settings, plan: together([plan]) };
  const priceOf = (part: ConversionPart): number | undefined => {
    const want = wantFor(part, vehicleId, reads);
    return want === undefined ? undefined : reads.fittingPrice(want);
  };
  const roles: RoleView[] = [];
  for (const role of plan.roles) {
    const entries = entriesFor(chain, role.slot, known);
    const now = [...new Set(entries.map((e) => e.unitName))].join(' or ');
    roles.push({
      slot: role.slot,
      place: findSlot(role.slot)?.words ?? role.slot,
      kind: role.kind,
      words: role.words,
      ...(role.stays ? { stays: true } : {}),
      ...(now === '' ? {} : { now }),
      candidates: role.stays ? [] : await candidatesFor(role, input, vehicleId, reads, stores),
    });
  }
  const { asks, changes: _changes, brings: _brings, ...rest } = plan;
  return {
    ...rest,
    because: [...plan.because],
    choices: plan.choices.map((c) => ({ ...c, options: [...c.options] })),
    roles,
    joints: Object.entries(asks).map(([slot, names]) => ({
      slot,
      place: findSlot(slot)?.words ?? slot,
      asks: names.map((name) => attribute(name).words),
    })),
    parts: plan.parts.map((part) => {
      const want = wantFor(part, vehicleId, reads);
      const number = want && reads.fittingNumber(want);
      const { wants: _wants, when: _when, item: _item, at: _at, setOf: _set, ...shown } = part;
      return { ...shown, ...(number ? { number } : {}) };
    }),
    sums: sumsOf(row, priceOf).map((s) => ({
      ...s,
      sums: s.sums.map((sum) => ({ ...sum, missing: [...sum.missing] })),
    })),
    tools: [...plan.tools],
    steps: plan.steps.map(({ repeats: _, ...step }) => step) as PlanAnswer['steps'],
    mated: plan.mated.map((slot) => findSlot(slot)?.words ?? slot),
    watch: [...plan.watch],
    cautions: [...plan.cautions],
  };
}
