import type { Difference } from '../../find/interchange/index.js';
import { fixWords } from './fixes.js';

/** What closes a difference between two units, in words. */
export function changeWords({ fix, over, attribute }: Difference): string {
  if (fix) return fixWords(fix);
  if (over !== undefined)
    return `Adjust the rod by ${Math.abs(over).toFixed(1)} mm · ${(Math.abs(over) / 25.4).toFixed(2)} in`;
  return attribute === 'port-thread' ? 'Plug the port that is left over' : 'Set it anew';
}
