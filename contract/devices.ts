import { Type as T, type Static } from '@sinclair/typebox';
import { oneOf, Quantity } from './shapes.js';

/** Bench instruments and the chassis-number service: what comes from outside. */

export const DeviceName = oneOf(['caliper', 'pitch-gauge'] as const);
/** One server-sent event of /devices/readings. */
export const DeviceEvent = T.Union([
  T.Object({
    kind: T.Literal('reading'),
    device: DeviceName,
    /** Not there when the instrument shows nothing. */
    quantity: T.Optional(Quantity),
    held: T.Boolean(),
    zeroed: T.Boolean(),
    batteryLow: T.Boolean(),
  }),
  T.Object({
    kind: T.Literal('state'),
    connected: T.Boolean(),
    sentence: T.String(),
    silent: T.Optional(T.Literal(true)),
  }),
]);

export const ChassisAnswer = T.Object({
  state: oneOf(['found', 'unknown', 'doubtful', 'no-answer'] as const),
  sentence: T.String(),
  vehicleId: T.Optional(T.String()),
  built: T.Optional(T.String()),
  options: T.Optional(T.Array(T.String())),
});

export type DeviceName = Static<typeof DeviceName>;
export type DeviceEvent = Static<typeof DeviceEvent>;
export type ChassisAnswer = Static<typeof ChassisAnswer>;
