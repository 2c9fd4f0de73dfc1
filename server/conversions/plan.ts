import type { PlanAnswer, RoleView } from '@kerabat/contract';
import type { FittingWant } from '@kerabat/core/list/parts-list';
import { attribute } from '@kerabat/core/named/attribute';
import type { Settings } from '@kerabat/core/named/settings';
import type { Fact, UnitKind } from '@kerabat/core/named/unit';
import { findSlot, SLOTS } from '@kerabat/core/vehicle/place';
import {
  type ConversionPart,
  type ConversionRow,
  type ConvertedVehicle,
  planConversion,
  sumsOf,
} from '@kerabat/core/work/conversion';
import { entriesFor, type VehicleKnown } from '../jobs/choose.js';
import type { Stores } from './needs.js';
import { candidatesFor } from './candidates.js';
import type { PlaceInput } from '../jobs/rows.js';

/** What a plan has to know of a vehicle of the catalogue, as built and optioned. */
export function convertedVehicle(vehicleId: string, known: VehicleKnown, stores: Stores): ConvertedVehicle {
  const vehicle = stores.vehicles.get(vehicleId);
  const chain = stores.vehicles.chain(vehicleId);
  const outlets = lineEnds(stores.vehicles.facts(vehicleId, 'brake-master')).length;
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

interface LineEnd {
  readonly position: string;
  readonly feeds?: string;
  readonly thread?: string;
  readonly seat?: string;
  readonly tube?: string;
}

/** The lines that come to a place by the record, by the port that each sits in. */
function lineEnds(facts: readonly Fact[]): LineEnd[] {
  const positions = [
    ...new Set(facts.flatMap((f) => (f.attribute.startsWith('port-') && f.position ? [f.position] : []))),
  ];
  return positions.sort().map((position) => {
    const text = (name: string): string | undefined => {
      const value = facts.find((f) => f.attribute === name && f.position === position)?.value;
      return typeof value === 'string' ? value : undefined;
    };
    const [feeds, thread, seat, tube] = [text('port-feeds'), text('port-thread'), text('port-seat'), text('tube')];
    return {
      position,
      ...(feeds && { feeds }),
      ...(thread && { thread }),
      ...(seat && { seat }),
      ...(tube && { tube }),
    };
  });
}

/**
 * A part's want with the thread, seat and tube of the vehicle's own line, where the part goes on one and the record
 * names it.
 */
export function wantFor(part: ConversionPart, vehicleId: string, stores: Stores): FittingWant | undefined {
  const { wants } = part;
  if (!wants || wants.thread !== undefined || !ON_A_LINE.includes(wants.kind)) return wants;
  const ends = lineEnds(stores.vehicles.facts(vehicleId, 'brake-master'));
  const end = ends.find((e) => e.feeds === 'front') ?? ends[0];
  if (end?.thread === undefined) return wants;
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
  settings: Settings,
  stores: Stores,
): Promise<PlanAnswer> {
  const plan = planConversion(row, convertedVehicle(vehicleId, known, stores), choices);
  const vehicle = stores.vehicles.get(vehicleId);
  const chain = stores.vehicles.chain(vehicleId);
  const input: PlaceInput = { vehicle, known, chain, decisions: [], settings, plan };
  const priceOf = (part: ConversionPart): number | undefined => {
    const want = wantFor(part, vehicleId, stores);
    return want === undefined ? undefined : stores.kits.fittingPrice(want);
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
      candidates: role.stays ? [] : await candidatesFor(role, input, vehicleId, stores),
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
      const { wants: _wants, when: _when, item: _item, ...shown } = part;
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
