import type { JudgedJoint, View } from '../../judge/check/index.js';
import { type Edit } from '../../vehicle/chain/index.js';
import { net } from './net.js';
import type { Bag, BareList, Foreseen, List, Need } from './types.js';
import { wantsOf } from './wants.js';

export { CONSUMES, uncounted, unfed, unseated } from './consumes.data.js';
export { type Opened, openedBy } from './fluid.js';
export { isPack, type Pack, packed, type PackLine } from './packs.js';
export {
  type Bag,
  type BareList,
  type Foreseen,
  type Have,
  type List,
  LIST_SECTIONS,
  type ListLine,
  type ListSection,
  type Need,
  type Sized,
  type Told,
} from './types.js';
export { isBenchBled, leftOver, unthreaded } from './wants.js';

/**
 * The parts list of a chain and its edits, counted once: every need, what covers it, and the lines that are left. What
 * fixes, conversions and hands foresee is laid over it in rounds, each round over what the rounds before counted.
 * Places of `stays` keep the unit that they have: its joints are gone over, and nothing comes in a box; what lies in a
 * kit does.
 */
export function countParts(
  view: View,
  edits: readonly Edit[],
  joints: readonly JudgedJoint[],
  rounds: readonly (readonly Foreseen[])[] = [],
  stays: ReadonlySet<string> = new Set(),
  bags: readonly Bag[] = [],
): List {
  const byId = new Map([...edits, ...view.then.putBy.values()].map((edit) => [edit.id, edit]));
  const needs = wantsOf(view, edits, joints, stays).map((need, i): Need => ({
    id: `n${i + 1}`,
    ...need,
    at: placesOf(need, view, byId),
    ...lineOf(need.because, view),
  }));
  return net(needs, rounds, view, stays, bags);
}

const lineOf = (because: string, view: View): Pick<Need, 'line'> => {
  const line = view.joints.get(because)?.line;
  return line ? { line } : {};
};

/** Parts that a need goes on: both sides of its joint, the part that its edit is about, or the part that it names. */
function placesOf(
  { because, face }: Pick<Need, 'because' | 'face'>,
  view: View,
  edits: ReadonlyMap<string, Edit>,
): string[] {
  if (face) return [face.part];
  const joint = view.joints.get(because);
  if (joint) return joint.between.map((ref) => ref.part);
  const edit = edits.get(because);
  if (edit?.do === 'part') return [edit.part.id];
  if (edit?.do === 'put') return [edit.at];
  return [edit?.do === 'plug' ? edit.face.part : because];
}

/** The parts list as the door to single chains answers it: of plugs and nuts the thread, no other size. */
export function listOf(view: View, edits: readonly Edit[], joints: readonly JudgedJoint[]): BareList {
  const { needs, haves, list } = countParts(view, edits, joints);
  const bare = <T extends { readonly sizeMm?: number }>({ sizeMm: _size, ...rest }: T) => rest;
  return {
    needs: needs.map(bare).map(({ at: _at, face: _face, line: _line, ...need }) => need),
    haves,
    list: list.map(bare),
  };
}
