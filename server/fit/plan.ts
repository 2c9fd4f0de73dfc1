import type { PlanAnswer, RoleView } from '@kerabat/contract';
import { attribute } from '@kerabat/core/attribute';
import { findSlot, SLOTS } from '@kerabat/core/strip';
import {
  planConversion,
  sumsOf,
  type ConversionPart,
  type ConversionRow,
  type ConvertedVehicle,
  type Plan,
} from '@kerabat/core/conversion';
import { changeSides, lineEnds, PLAN, sideOf, type FitChain, type FitLink } from '@kerabat/core/fit';
import type { FittingWant } from '@kerabat/core/slip';
import type { Practice } from '@kerabat/core/practice';
import type { UnitKind } from '@kerabat/core/unit';
import { entriesFor, type VehicleKnown } from '../jobs/choose.js';
import type { Stores } from '../main/stores.js';
import { candidatesFor } from './candidates.js';
import { recordedAt } from './recorded.js';
import { lookup } from '@kerabat/core/words';

/** What a plan has to know of a vehicle of the catalogue, as built and optioned. */
export function convertedVehicle(vehicleId: string, known: VehicleKnown, stores: Stores): ConvertedVehicle {
  const vehicle = stores.vehicles.get(vehicleId);
  const chain = stores.vehicles.chain(vehicleId);
  const outlets = lineEnds(sideOf(stores.vehicles.facts(vehicleId, 'brake-master'), 'vehicle-record')).length;
  const places = Object.fromEntries(
    SLOTS.flatMap(({ slot }) => {
      const kinds = new Set(
        entriesFor(chain, slot, known).flatMap((entry): UnitKind[] => {
          const kind = stores.units.design(entry.unitId)?.kind;
          return kind === undefined ? [] : [kind];
        }),
      );
      return kinds.size === 0 ? [] : [[slot, [...kinds]] as const];
    }),
  );
  return {
    ...(vehicle?.assistance ? { assistance: vehicle.assistance } : {}),
    ...(vehicle?.gearbox ? { gearbox: vehicle.gearbox } : {}),
    ...(outlets > 0 ? { outlets: String(outlets) } : {}),
    places,
  };
}

/** The chain of a vehicle as it is, with what a plan changes and asks. */
function chainOfVehicle(vehicleId: string, plan: Plan, known: VehicleKnown, stores: Stores): FitChain {
  const chain = stores.vehicles.chain(vehicleId);
  const links = SLOTS.flatMap((row): FitLink[] => {
    const role = plan.roles.find((r) => r.slot === row.slot);
    const entries = entriesFor(chain, row.slot, known);
    const only = entries.length === 1 ? stores.units.design(entries[0]?.unitId ?? '') : undefined;
    if (!role && entries.length === 0) return [];
    const kind = role?.kind ?? only?.kind ?? row.kinds[0];
    if (kind === undefined) return [];
    const recorded = sideOf([...(only?.facts ?? []), ...recordedAt(vehicleId, row.slot, stores)], 'vehicle-record');
    return [
      {
        slot: row.slot,
        kind,
        ...(only ? { unit: only.facts } : {}),
        vehicle: planned(recorded, row.slot, plan),
        worked: false,
        sameAsOld: false,
        asks: lookup(plan.asks, row.slot) ?? [],
      },
    ];
  });
  return { system: plan.system, links };
}

/** A vehicle's side with what a conversion changes on it. */
export const planned = (
  side: FitLink['vehicle'],
  slot: string,
  plan: Pick<Plan, 'id' | 'changes'>,
): FitLink['vehicle'] =>
  changeSides(
    { vehicle: side, unit: new Map() },
    plan.changes.filter((c) => c.slot === slot).map(({ change }) => ({ by: `${PLAN}${plan.id}`, change })),
  ).vehicle;

/** A part's want with the thread, seat and tube of the vehicle's own line, where the part goes on one and the record names it. */
export function wantFor(part: ConversionPart, vehicleId: string, stores: Stores): FittingWant | undefined {
  const { wants } = part;
  if (!wants || wants.thread !== undefined || !ON_A_LINE.includes(wants.kind)) return wants;
  const ends = lineEnds(sideOf(stores.vehicles.facts(vehicleId, 'brake-master'), 'vehicle-record'));
  const end = ends.find((e) => e.feeds === 'front') ?? ends[0];
  if (!end || typeof end.thread !== 'string') return wants;
  const tube = wants.kind === 'tube-nut' && end.tube ? { tube: end.tube } : {};
  return { ...wants, thread: end.thread, ...(end.seat ? { seat: end.seat } : {}), ...tube };
}
const ON_A_LINE: readonly FittingWant['kind'][] = ['tee', 'tube-nut', 'union', 'line', 'kit'];

/** A conversion planned for a vehicle of the catalogue, with units that could fill its roles and what parts cost. */
export async function planFor(
  row: ConversionRow,
  vehicleId: string,
  known: VehicleKnown,
  choices: Readonly<Record<string, string>>,
  practice: Practice,
  stores: Stores,
): Promise<PlanAnswer> {
  const plan = planConversion(row, convertedVehicle(vehicleId, known, stores), choices);
  const chain = chainOfVehicle(vehicleId, plan, known, stores);
  const priceOf = (part: ConversionPart): number | undefined => {
    const want = wantFor(part, vehicleId, stores);
    return want === undefined ? undefined : stores.kits.fittingPrice(want);
  };
  const roles: RoleView[] = [];
  for (const role of plan.roles) {
    const link = chain.links.find((l) => l.slot === role.slot);
    const entries = entriesFor(stores.vehicles.chain(vehicleId), role.slot, known);
    const now = [...new Set(entries.map((e) => e.unitName))].join(' or ');
    roles.push({
      slot: role.slot,
      place: findSlot(role.slot)?.words ?? role.slot,
      kind: role.kind,
      words: role.words,
      ...(role.stays ? { stays: true } : {}),
      ...(now === '' ? {} : { now }),
      candidates: link && !role.stays ? await candidatesFor(role, link, chain, vehicleId, practice, stores) : [],
    });
  }
  const { asks, changes: _changes, ...rest } = plan;
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
      const want = wantFor(part, vehicleId, stores);
      const number = want && stores.kits.fittingNumber(want);
      const { wants: _wants, when: _when, ...shown } = part;
      return { ...shown, ...(number ? { number } : {}) };
    }),
    sums: sumsOf(row, priceOf).map((s) => ({
      ...s,
      sums: s.sums.map((sum) => ({ ...sum, missing: [...sum.missing] })),
    })),
    tools: [...plan.tools],
    steps: plan.steps as PlanAnswer['steps'],
    mated: plan.mated.map((slot) => findSlot(slot)?.words ?? slot),
    watch: [...plan.watch],
    cautions: [...plan.cautions],
  };
}
