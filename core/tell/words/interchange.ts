import type { Difference } from '../../find/interchange/index.js';
import { fixWords } from './fixes.js';

/** What closes a difference between two units, in words. */
export function changeWords({ fix, attribute }: Difference): string {
  if (fix) return fixWords(fix);
  return attribute === 'port-thread' ? 'Plug the port that is left over' : 'Set it anew';
}
