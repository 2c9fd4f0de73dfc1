import type { DeviceName } from '@kerabat/contract';
import { lookup } from '@kerabat/core/base/lookup';
import type { Quantity, Unit } from '@kerabat/core/base/units';

/** One line of a bench instrument: what it shows, and what it says of itself. */
export interface DeviceLine {
  readonly device: DeviceName;
  readonly quantity?: Quantity;
  readonly held: boolean;
  readonly zeroed: boolean;
  readonly batteryLow: boolean;
}

/** A line longer than this is no line of an instrument. */
export const LINE_LIMIT = 120;

const UNITS_OF: Readonly<Record<DeviceName, readonly Unit[]>> = { caliper: ['mm', 'in'], 'pitch-gauge': ['mm', 'tpi'] };
const CALLED: Readonly<Record<string, DeviceName>> = { caliper: 'caliper', pitch: 'pitch-gauge' };
const NOTES: readonly string[] = ['live', 'held', 'zeroed', 'battery-low'];

/**
 * Reads one line, `device;value;unit;notes` ("caliper;26.94;mm;held"). The protocol is written down in
 * docs/stand-ins.md. Anything else is undefined: noise on the wire is never taken for a reading.
 */
export function readDeviceLine(line: string): DeviceLine | undefined {
  if (line.length > LINE_LIMIT) return undefined;
  const [called = '', value = '', unit = '', notes = '', ...rest] = line.split(';');
  const device = lookup(CALLED, called);
  const said = notes.split(',');
  if (device === undefined || rest.length > 0 || !said.every((note) => NOTES.includes(note))) return undefined;
  const flags = {
    held: said.includes('held'),
    zeroed: said.includes('zeroed'),
    batteryLow: said.includes('battery-low'),
  };
  if (value === '' && unit === '') return { device, ...flags };
  const known = UNITS_OF[device].find((u) => u === unit);
  if (known === undefined || !/^-?\d{1,4}(\.\d{1,4})?$/.test(value)) return undefined;
  return { device, quantity: { value: Number(value), unit: known }, ...flags };
}
