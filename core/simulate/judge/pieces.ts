import { lookup } from '../../base/lookup/index.js';
import type { Edit } from '../../vehicle/chain/index.js';
import type { Thing } from './list.js';

/** What a fix takes, written down here by hand: counted by what it changed, and by no table of the engine. */

interface Taken {
  readonly fix: string;
  readonly edits: readonly Edit[];
}

/** Parts that a fix makes another of: one at each side of an axle. */
const sides = ({ edits }: Taken): number =>
  Math.max(1, new Set(edits.flatMap((e) => (e.do === 'set' ? e.at : []))).size);
const each =
  (item: string, per = 1) =>
  (taken: Taken): Thing[] => [{ item, quantity: per * sides(taken) }];

const OF_A_FIX: Readonly<Record<string, readonly ((taken: Taken) => Thing[])[]>> = {
  adapter: [
    ({ edits }) => [
      { item: 'adapter', quantity: edits.filter((e) => e.do === 'part' && e.part.kind === 'adapter').length },
    ],
  ],
  reflare: [each('tube-nut')],
  'other-hose': [each('hose')],
  bracket: [() => [{ item: 'bolt', quantity: 2 }]],
  // It is one more face to seal.
  spacer: [each('booster-seal')],
  bushing: [each('clevis-set')],
  'adjustable-rod': [each('adjustable-rod')],
  fork: [each('fork')],
  harness: [each('harness')],
  'valve-in-line': [() => [{ item: 'valve', quantity: 1 }]],
  'larger-pump': [each('pump')],
  'pressure-hose': [each('pressure-hose')],
  'longer-hose': [each('hose')],
  'own-clutch-reservoir': [each('reservoir')],
  carrier: [each('carrier')],
  disc: [each('disc'), () => [{ item: 'pads', quantity: 1 }]],
  // A hose of its own is held at both of its ends.
  'small-hose': [each('small-hose'), each('reducer'), each('hose-clamp'), each('hose-clamp')],
  'feed-hose': [each('feed-hose'), each('reducer')],
  tee: [
    () => [
      { item: 'tee', quantity: 1 },
      { item: 'line', quantity: 1 },
      { item: 'tube-nut', quantity: 2 },
    ],
  ],
};

/** What a fix takes. Nothing where it only moves, cuts or sets what is there. */
export const piecesOf = (taken: Taken): Thing[] => (lookup(OF_A_FIX, taken.fix) ?? []).flatMap((of) => of(taken));
