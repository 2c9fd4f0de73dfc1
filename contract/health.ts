import { Type as T, type Static } from '@sinclair/typebox';
import { oneOf } from './shapes.js';

/** What `GET /health` answers: whether what is entered can be kept. `detail` is empty when there is nothing to say. */
export const Health = T.Object({
  status: oneOf(['ok', 'reading-only', 'failing'] as const),
  detail: T.String(),
  freeMb: T.Integer(),
});
export type Health = Static<typeof Health>;
