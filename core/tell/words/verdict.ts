import type { JudgedJoint } from '../../judge/check/index.js';
import type { Reason, Verdict } from '../../judge/verdict/index.js';
import { checkWords } from './checks.js';

/** "stud spacing is not known", "clearance between booster and master does not fit" */
export const reasonWords = ({ code, state }: Pick<Reason, 'code' | 'state'>): string =>
  UNJUDGED.get(code) ??
  `${checkWords(code)} ` +
    `${state === 'does-not-fit' ? 'does not fit' : UNCONFIRMED.has(code) ? 'is not confirmed' : 'is not known'}`;

/** What had to be judged and was not. */
const UNJUDGED: ReadonlyMap<string, string> = new Map([
  ['request.nothing', 'nothing is asked for'],
  ['request.circuits', 'fewer circuits than were asked for reach the wheels'],
  ['joint.unjudged', 'a joint was not judged'],
]);

/** What somebody confirms, rather than finds out. */
const UNCONFIRMED: ReadonlySet<string> = new Set(['place.record', 'place.wanted']);

const SHOWN = 3;

/** "a, b and c", "a, b, c and 4 more" */
function listed(words: readonly string[]): string {
  const shown = words.slice(0, SHOWN);
  const rest = words.length - shown.length;
  if (rest > 0) return `${shown.join(', ')} and ${rest} more`;
  return shown.length > 1 ? `${shown.slice(0, -1).join(', ')} and ${shown.at(-1)}` : (shown[0] ?? '');
}

/** One sentence for a verdict: its grade, what it rests on or what stands in the way, and who lets something pass. */
export function verdictSentence(
  verdict: Verdict,
  joints: readonly JudgedJoint[],
  more: readonly string[] = [],
  unseen: readonly string[] = [],
): string {
  const reasons = [...more, ...verdict.reasons.map(reasonWords)];
  const passed = verdict.overridden.map((o) => o.person);
  const beside = passed.length === 0 ? '' : ` Overridden by ${[...new Set(passed)].join(' and ')}; the grade stays.`;
  if (reasons.length > 0) return `Not OK to order: ${listed([...new Set(reasons)])}.${beside}`;
  if (verdict.grade === 'on-listing') {
    const open = [...new Set(verdict.onListing.map((r) => checkWords(r.code)))];
    const looked =
      unseen.length === 0 ? '' : `Order on listing: nothing was seen of the ${listed(unseen)} on the vehicle.`;
    const measured =
      open.length === 0
        ? ''
        : `${unseen.length === 0 ? 'Order on listing, n' : 'N'}ot measured: ${listed(open)}. ` +
          'Measure when the part is there, before anything is taken apart.';
    return `${[looked, measured].filter((part) => part !== '').join(' ')}${beside}`;
  }
  const changed = joints.filter((joint) => joint.state === 'fits-with-change').length;
  const later = new Set(verdict.receive.map((r) => checkWords(r.code)));
  const look = later.size === 0 ? '' : ` When it is there, look at: ${listed([...later])}.`;
  return (
    'OK to order: every check that decides it ' +
    `fits${changed > 0 ? `, ${changed} with a change` : ''}.${look}${beside}`
  );
}
