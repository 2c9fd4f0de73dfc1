import type { FittingWant } from '../../list/parts-list/index.js';
import type { Fact, UnitKind } from '../../named/unit/index.js';
import { SLOTS } from '../../vehicle/place/index.js';
import type { ConversionPart, ConvertedVehicle } from '../../work/conversion/index.js';
import { entriesFor, type VehicleKnown } from './decided.js';
import type { JobReads } from './reads.js';

/** The conversion that a job is planned by, with what the record says of its vehicle. */

/** What a plan has to know of a vehicle of the catalogue, as built and optioned. */
export function convertedVehicle(vehicleId: string, known: VehicleKnown, reads: JobReads): ConvertedVehicle {
  const vehicle = reads.vehicle(vehicleId);
  const chain = reads.chain(vehicleId);
  const outlets = lineEnds(reads.vehicleFacts(vehicleId, 'brake-master')).length;
  const places = Object.fromEntries(
    SLOTS.flatMap(({ slot }) => {
      const kinds = new Set(
        entriesFor(chain, slot, known).flatMap((entry): UnitKind[] => {
          const kind = reads.unit(entry.unitId)?.kind;
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
export function wantFor(part: ConversionPart, vehicleId: string, reads: JobReads): FittingWant | undefined {
  const { wants } = part;
  if (!wants || wants.thread !== undefined || !ON_A_LINE.includes(wants.kind)) return wants;
  const ends = lineEnds(reads.vehicleFacts(vehicleId, 'brake-master'));
  const end = ends.find((e) => e.feeds === 'front') ?? ends[0];
  if (end?.thread === undefined) return wants;
  const tube = wants.kind === 'tube-nut' && end.tube ? { tube: end.tube } : {};
  return { ...wants, thread: end.thread, ...(end.seat ? { seat: end.seat } : {}), ...tube };
}
const ON_A_LINE: readonly FittingWant['kind'][] = ['tee', 'tube-nut', 'union', 'line', 'kit'];

/**
 * The choices of a conversion, as a decision keeps them: "warning=fitted;rod=old". What cannot be read chooses nothing.
 */
export const readChoices = (detail: string | undefined): Record<string, string> =>
  Object.fromEntries(
    (detail ?? '')
      .split(';')
      .flatMap((pair) => (/^[\w-]+=[\w-]+$/.test(pair) ? [pair.split('=') as [string, string]] : [])),
  );
