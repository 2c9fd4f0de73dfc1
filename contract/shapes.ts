import { Type as T, type Static, type TUnsafe } from '@sinclair/typebox';
import { FOUR_STATES } from '@kerabat/core/base/state';
import { type Quantity as CoreQuantity, type Unit, UNITS } from '@kerabat/core/base/units';
import { LIST_SECTIONS } from '@kerabat/core/list/need';
import { FITTING_KINDS } from '@kerabat/core/named/item';
import { INSTRUMENTS } from '@kerabat/core/named/settings';
import { UNIT_KINDS } from '@kerabat/core/named/unit';

/** A union of string literals from a list that the core owns. */
export const oneOf = <V extends string>(values: readonly V[]): TUnsafe<V> =>
  T.Unsafe<V>({ type: 'string', enum: [...values] });

/** An object that takes no other keys. */
export const strict: typeof T.Object = (properties, options) =>
  T.Object(properties, { additionalProperties: false, ...options });

export const text = (maxLength: number, minLength = 1) => T.String({ minLength, maxLength });

/** "2004-09" */
export const Month = T.String({ pattern: '^\\d{4}-(0[1-9]|1[0-2])$' });

export const Quantity = strict({ value: T.Number(), unit: oneOf(Object.keys(UNITS) as Unit[]) });
export const Instrument = oneOf(INSTRUMENTS);
export const FourState = oneOf(FOUR_STATES);
export const UnitKind = oneOf(UNIT_KINDS);
export const ListSection = oneOf(LIST_SECTIONS);
export const FittingKind = oneOf(FITTING_KINDS);

/** Fails to compile when the wire shape and the core's type drift apart. */
export type Same<A, B> = [A] extends [B] ? ([B] extends [A] ? true : never) : never;
export const quantityIsCores: Same<Static<typeof Quantity>, CoreQuantity> = true;

/** What was added is called by this number from then on. */
export const Added = T.Object({ id: T.Integer() });

/** Problem details (RFC 9457). */
export const Problem = T.Object({
  type: T.String(),
  title: T.String(),
  status: T.Integer(),
  detail: T.String(),
  /** The request, as the log calls it. */
  id: T.Optional(T.String()),
  errors: T.Optional(T.Array(T.Object({ pointer: T.String(), detail: T.String() }))),
  /** With 412: what is stored now, and what was to be written. */
  theirs: T.Optional(T.Unknown()),
  mine: T.Optional(T.Unknown()),
});
export type Problem = Static<typeof Problem>;
