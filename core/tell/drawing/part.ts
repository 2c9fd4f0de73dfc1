import { type PartKind, partRow } from '../../vehicle/chain/index.js';
import { type Facts, factsFor } from './facts.js';
import { boosterViews } from './parts/booster.js';
import { handlebarViews, masterViews } from './parts/master.js';
import {
  blockViews,
  bulkheadViews,
  discViews,
  forkViews,
  gearboxViews,
  hoseViews,
  lineViews,
  modulatorViews,
  pedalViews,
  pumpViews,
  reservoirViews,
  wheelViews,
} from './parts/network.js';
import { caliperViews, slaveViews, wheelCylinderViews } from './parts/wheel-units.js';
import type { Drawing, DrawnFact, View } from './types.js';

type Draws = (facts: Facts) => View[];
const block =
  (words: string): Draws =>
  (facts) =>
    blockViews(facts, words);

/** How each kind of part is drawn. Harness and room are no parts that a fitter would recognise: they have no view. */
const VIEWS: Readonly<Record<PartKind, Draws>> = {
  pedal: pedalViews,
  bulkhead: bulkheadViews,
  booster: boosterViews,
  'brake-master': masterViews,
  'clutch-master': masterViews,
  reservoir: reservoirViews,
  modulator: modulatorViews,
  valve: block('valve'),
  line: lineViews,
  hose: hoseViews,
  block: block('block'),
  connector: block('inline connector'),
  tee: block('tee'),
  adapter: block('adapter'),
  caliper: caliperViews,
  'wheel-cylinder': wheelCylinderViews,
  carrier: caliperViews,
  disc: discViews,
  wheel: wheelViews,
  'backing-plate': discViews,
  slave: slaveViews,
  gearbox: gearboxViews,
  fork: forkViews,
  pump: pumpViews,
  'steering-gear': block('steering gear'),
  bracket: bulkheadViews,
  harness: () => [],
  room: () => [],
};

/**
 * A part drawn to scale from its facts, in mm. What is not recorded is drawn in a usual size and dotted; what cannot be
 * is not drawn, and a doubt says so. `handlebar`: a master that sits on a handlebar, where the layout says so.
 */
export function partDrawing(
  kind: PartKind,
  facts: readonly DrawnFact[],
  { handlebar = false }: { readonly handlebar?: boolean } = {},
): Drawing {
  const read = factsFor(facts);
  const views = kind === 'brake-master' && handlebar ? handlebarViews(read) : VIEWS[kind](read);
  return { views, doubts: read.doubts };
}

/** What a drawing of a part is called. */
export const drawnWords = (kind: PartKind): string => partRow(kind).words;
