import type { Effect, Ledger } from '../history/ledger.js';
import { PLAIN_COLUMNS, PORT_COLUMNS } from './fact-columns.js';
import type { Finders } from './names.js';
import { figure, filled, type RowCells } from './cells.js';
import { factsOf, type factWriter } from './write-facts.js';

/** How the rows that say what a vehicle is are written. */
const modelRows = (
  put: Ledger['put'],
  find: Finders,
): Readonly<Record<'vehicles' | 'vehicleOptions', (c: RowCells) => Effect>> => ({
  vehicles: (c) =>
    put(
      'vehicle',
      {
        key: c['vehicle'] ?? '',
        maker_id: find.maker(c['maker']),
        source_id: find.source(c['source']),
        series: filled(c['series']),
        name: filled(c['name']),
        built_from: filled(c['built_from']),
        built_to: filled(c['built_to']),
        weight_class: filled(c['weight_class']),
        gearbox: filled(c['gearbox']),
        assistance: filled(c['assistance']),
        driving_side: filled(c['driving_side']),
        brake_layout: filled(c['brake_layout']),
        clutch_layout: filled(c['clutch_layout']),
        note: filled(c['note']),
      },
      {
        series: '',
        name: '',
        weight_class: '',
        gearbox: '',
        assistance: '',
        driving_side: '',
        brake_layout: '',
        clutch_layout: '',
        note: '',
      },
    ),
  vehicleOptions: (c) =>
    put('vehicle_option', {
      vehicle_id: find.vehicle(c['vehicle']),
      code: c['code'] ?? '',
      meaning: c['meaning'] ?? '',
    }),
});

/** How the rows of the files that speak of vehicles are written. */
export const vehicleRows = (
  put: Ledger['put'],
  putFacts: ReturnType<typeof factWriter>,
  find: Finders,
): Readonly<
  Record<
    'vehicles' | 'vehicleOptions' | 'vehicleSides' | 'vehicleLines' | 'vehicleParts' | 'access' | 'chains',
    (c: RowCells) => Effect
  >
> => ({
  ...modelRows(put, find),
  vehicleSides: (c) =>
    putFacts('vehicle_fact', factsOf(PLAIN_COLUMNS, c), {
      vehicle_id: find.vehicle(c['vehicle']),
      slot: c['slot'] ?? '',
      position: '',
      source_id: find.source(c['source']),
    }),
  vehicleLines: (c) =>
    putFacts('vehicle_fact', factsOf(PORT_COLUMNS, c), {
      vehicle_id: find.vehicle(c['vehicle']),
      slot: c['slot'] ?? '',
      position: c['position'] ?? '',
      source_id: find.source(c['source']),
    }),
  vehicleParts: (c) =>
    putFacts('vehicle_part_fact', factsOf([...PORT_COLUMNS, ...PLAIN_COLUMNS], c), {
      vehicle_id: find.vehicle(c['vehicle']),
      part: c['part'] ?? '',
      position: c['position'] ?? '',
      built_from: c['built_from'] ?? '',
      option_code: c['option'] ?? '',
      built_to: c['built_to'] ?? '',
      mated_set: c['mated_set'] ?? '',
      source_id: find.source(c['source']),
    }),
  access: (c) =>
    put(
      'vehicle_access',
      {
        vehicle_id: find.vehicle(c['vehicle']),
        slot: c['slot'] ?? '',
        comes_off: c['comes_off'] ?? '',
        minutes: figure(c['minutes']),
        breaks: filled(c['breaks']),
        source_id: find.source(c['source']),
      },
      { breaks: '' },
    ),
  chains: (c) =>
    put(
      'chain_entry',
      {
        vehicle_id: find.vehicle(c['vehicle']),
        unit_id: find.unit(c['unit']),
        source_id: find.source(c['source']),
        slot: c['slot'] ?? '',
        built_from: c['built_from'] ?? '',
        option_code: c['option'] ?? '',
        built_to: filled(c['built_to']),
        mated_set: filled(c['mated_set']),
      },
      { built_to: '', mated_set: '' },
    ),
});
