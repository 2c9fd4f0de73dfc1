import type { KitView, SlotWork } from './workspace.js';
import { judgeKit, KIT_ANSWERS, type KitJudgement, type KitRecord } from '../../list/kit/index.js';
import { type Fact, numberOf, type UnitDesign } from '../../named/unit/index.js';
import { kitSentence } from '../../tell/words/index.js';
import { findSlot } from '../../vehicle/place/index.js';
import { factOfEvidence, readingTolerance, settle } from '../../vehicle/reading/index.js';
import { measureOf } from '../measurements.js';
import { endOf, type Question } from '../question.js';
import type { Measure } from '../shown.types.js';
import type { JobReads } from './reads.js';
import { measuredAt, type SlotInput } from './choose.js';
import { decisionOf } from './decided.js';

/** Something beside the joints that an order waits for, or that is looked at when the part is there. */
export interface Beside {
  /** What it is called where it is looked for; its words when it is not said. */
  readonly key?: string;
  readonly words: string;
  readonly sentence?: string;
}

/** A kit of a place, judged. */
export interface JudgedKit {
  readonly kit: KitRecord;
  readonly judged: KitJudgement;
  readonly sentence: string;
}

/** Kits that a list names for the unit of a place, or that its bore does not exclude, each judged against it. */
export function kitsFor(
  unit: UnitDesign,
  cap: string | undefined,
  slot: string,
  input: SlotInput,
  reads: JobReads,
): { readonly views: KitView[]; readonly chosen?: JudgedKit } {
  const decided = decisionOf(input.decisions, { about: 'kit', slot });
  const needed = reads.piecesOf(unit.id);
  const sealed = withBore(unit, slot, input);
  const unseen = endOf(BORE, slot, input.decisions) === 'nowhere';
  const all = reads
    .kits(unit.id, unit.kind, numberOf(sealed.facts, 'bore') ?? -1, input.settings.oneSizeWithin)
    .map((kit): JudgedKit => {
      const asked = decided?.choice === kit.id ? KIT_ANSWERS.find((a) => a === decided.detail) : undefined;
      const judged = judgeKit(sealed, kit, needed, {
        settings: input.settings,
        unseen,
        ...(cap === undefined ? {} : { cap }),
        ...(input.known.built === undefined ? {} : { built: input.known.built }),
        ...(asked === undefined ? {} : { asked }),
      });
      return { kit, judged, sentence: kitSentence(judged) };
    });
  const chosen = all.find(({ kit }) => kit.id === decided?.choice);
  return { views: all.map((one) => viewOf(one, one === chosen)), ...(chosen ? { chosen } : {}) };
}

const BORE: Question = { side: 'vehicle', attribute: 'bore' };

/** The unit that gets new seals, with its bore as it was measured where nobody recorded it. */
function withBore(unit: UnitDesign, slot: string, { evidence, settings }: SlotInput): UnitDesign {
  if (numberOf(unit.facts, 'bore') !== undefined) return unit;
  const read = measuredAt(slot, { evidence }).filter(({ attribute }) => attribute === 'bore');
  const facts = read.map((item): Fact => {
    const tolerance = readingTolerance(item, settings);
    return { ...factOfEvidence(item, 'measured on the unit'), ...(tolerance === undefined ? {} : { tolerance }) };
  });
  const settled = settle(facts, []);
  return settled?.is === 'known' ? { ...unit, facts: [...unit.facts, settled.of] } : unit;
}

/**
 * The bore of a unit that gets new seals, where it has to be measured before a kit is ordered; once more where a single
 * reading speaks against a kit that is listed for the unit.
 */
export function boreToMeasure(
  kit: JudgedKit | undefined,
  slot: string,
  { decisions, evidence }: Pick<SlotInput, 'decisions' | 'evidence'>,
): Measure | undefined {
  const once = measuredAt(slot, { evidence }).filter(({ attribute }) => attribute === 'bore').length === 1;
  const against = kit?.judged.code === 'other-bore' && kit.judged.listed && once;
  if (kit?.judged.code !== 'bore-not-known' && !against) return undefined;
  const end = endOf(BORE, slot, decisions);
  if (end === 'nowhere') return undefined;
  return { ...measureOf(slot, BORE.side, BORE.attribute), ...(end === undefined ? {} : { again: true as const }) };
}

const viewOf = ({ kit, judged, sentence }: JudgedKit, chosen: boolean): SlotWork['kits'][number] => ({
  id: kit.id,
  name: kit.name,
  ...(kit.number ? { number: kit.number } : {}),
  state: judged.state,
  sentence,
  contents: kit.contents.map(({ item, quantity, sizeMm, note }) =>
    [`${quantity} × ${item}`, sizeMm === undefined ? undefined : `${sizeMm} mm`, note]
      .filter((part) => part !== undefined && part !== '')
      .join(', '),
  ),
  chosen,
  asks: judged.code === 'by-bore' || judged.code === 'side-by-side' || judged.code === 'confirmed',
});

/**
 * What kits stand in the way of an order: one that does not fit, one that is not known, and a unit to be sealed without
 * one.
 */
export function kitReasons(
  places: readonly { readonly slot: string; readonly resealed: boolean; readonly kit?: JudgedKit }[],
): Readonly<Record<KitJudgement['rank'], Beside[]>> & { readonly chosen: readonly string[] } {
  const open = places.flatMap(({ slot, kit }) => {
    const state = kit?.judged.state;
    if (!kit || (state !== 'does-not-fit' && state !== 'not-known')) return [];
    const words =
      `the kit for the ${findSlot(slot)?.words ?? slot} ` +
      `${state === 'does-not-fit' ? 'does not fit' : 'is not known to fit'}`;
    return [{ rank: kit.judged.rank, key: `${slot}/kit`, words, sentence: kit.sentence }];
  });
  const of = (rank: KitJudgement['rank']): Beside[] =>
    open.filter((one) => one.rank === rank).map(({ rank: _rank, ...one }) => one);
  const chosen = places.flatMap(({ slot, resealed, kit }) => (resealed && kit ? slot : []));
  const without = places
    .filter(({ resealed, kit }) => resealed && !kit)
    .map(({ slot }) => ({ words: `no seal kit is chosen for the ${findSlot(slot)?.words ?? slot}` }));
  return { must: [...of('must'), ...without], listing: of('listing'), receive: of('receive'), chosen };
}
