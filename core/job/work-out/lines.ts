import { lookup } from '../../base/lookup/index.js';
import { type Asked, foreseenByFixes, wantOf, wordsOfList } from '../list.js';
import type { ShownCheck } from '../shown.types.js';
import { bagOf, toldByKit, toolsFor } from '../../list/kit/index.js';
import { toldByLooks } from '../../list/look/index.js';
import { type Bag, type List, type ListLine, type Need, packed, type Told } from '../../list/need/index.js';
import type { ProposedLine } from '../../list/parts-list/index.js';
import { boreName } from '../../named/bore/index.js';
import type { ItemName } from '../../named/item/index.js';
import { KIND_WORDS, numberOf } from '../../named/unit/index.js';
import { itemWords } from '../../tell/words/index.js';
import type { PartKind } from '../../vehicle/chain/index.js';
import { partsOf, type Slot } from '../../vehicle/place/index.js';
import { partsOfPlan, type Plans } from '../../work/conversion/index.js';
import type { FluidView } from './workspace.js';
import { wantFor } from './plan.js';
import type { JobReads } from './reads.js';
import { findingsIn, orderedByFindings } from './asked.js';
import { bottlesOf, capsToRead } from './fluids.js';
import type { SlotInput } from './choose.js';
import type { JudgedWork } from './judged.js';
import { itemOfBox } from './box.js';
import type { SlotResult } from './place-work.js';

/**
 * The lines of a job: what its chain needs, counted once, with what fixes, the conversion, the kit and the fluid bring
 * laid over it; and beside it what is to be asked or measured.
 */
export function linesOfJob(
  results: readonly SlotResult[],
  judged: JudgedWork,
  fluids: readonly FluidView[],
  input: SlotInput,
  reads: JobReads,
): { readonly lines: ProposedLine[]; readonly list: List; readonly open: readonly string[] } {
  const chosen = results.filter((r) => r.choice.chosen !== undefined);
  const goesIn = chosen.filter((r) => r.choice.stays === undefined);
  const kits = chosen.flatMap((r) => kitOf(r, judged));
  const vehicle = results.find((r) => r.work.slot === input.job.slot) ?? results[0];
  const found = orderedByFindings(findingsIn(input.decisions), vehicle?.vehicle);
  const sets = setsOf(judged.taken, input);
  const rounds: Told[][] = [
    foreseenByFixes(judged.taken),
    [...sets.flatMap(({ told }) => told), ...toldByPlan(input, reads)],
    toldByLooks(judged.looks, input.settings).filter((told) => told.section !== 'perhaps'),
    [...kits.flatMap(({ told }) => told), ...found.told, ...bottlesOf(fluids, judged, input, reads)],
    toldByLooks(judged.looks, input.settings).filter((told) => told.section === 'perhaps'),
  ];
  const list = judged.list(
    rounds,
    [...kits, ...sets].flatMap(({ bags }) => bags),
  );
  const units = (line: ListLine, needs: readonly Need[]): ProposedLine[] =>
    unitLine(line, needs, results, input, reads);
  const counted = wordsOfList(
    { needs: list.needs, list: packed(list.list, reads.packs(), (one) => priceOf(one, reads)) },
    rounds.flat(),
    units,
    (at) => boxAt(at, goesIn, reads),
    judged.placeless,
  );
  const before = new Set(counted.map((line) => line.key.replace(/^.*\//, '')));
  const items = new Set(list.list.map(({ item }) => item));
  const lines = [
    ...counted,
    ...goesIn.flatMap((r) => boxTexts(r, items, reads).map(keyed(r))),
    ...chosen.flatMap((r) =>
      [...conditionLines(r, before), ...r.joints.flatMap((joint) => joint.checks.flatMap(checkLines))].map(keyed(r)),
    ),
    ...capsToRead(fluids, judged),
    ...chosen.flatMap((r) => brokenBy(r, input, reads)),
    ...judged.uncounted(list),
    ...found.asks,
    ...onceEach(chosen.filter((r) => r.choice.stays !== 'gone-over').flatMap((r) => toolsFor(r.vehicle))),
  ];
  const boxes = judged.stops(list).flatMap(({ line, at }) => {
    const box = boxAt(at, goesIn, reads);
    return box ? [`whether it is in the box of ${box.number}: ${itemWords(line)}`] : [];
  });
  return { lines, list, open: [...found.open, ...boxes] };
}

/** What breaks when something has to come off to reach a place: it lies ready, or the job stops for a clip. */
const brokenBy = ({ work: { slot, words } }: SlotResult, { vehicle }: SlotInput, reads: JobReads): ProposedLine[] =>
  (vehicle ? reads.access(vehicle.id, slot) : [])
    .filter(({ breaks }) => breaks !== '')
    .map(({ comesOff, breaks }, i) => ({
      key: `${slot}/breaks-${i}`,
      section: 'perhaps',
      words: breaks.slice(0, 1).toUpperCase() + breaks.slice(1),
      quantity: 1,
      reason: `${comesOff} comes off to reach the ${words}, and breaks them`,
    }));

/** What one of a small part costs by itself, as far as anybody who has it has told. */
function priceOf(line: ListLine, reads: JobReads): number | undefined {
  const want = wantOf(line);
  return want && reads.fittingPrice(want);
}

/** What may be wanted at several places is told once. */
const onceEach = (lines: readonly ProposedLine[]): ProposedLine[] => [
  ...new Map(lines.map((line) => [line.key, line])).values(),
];

/** The number whose box is asked about, at one of these places. */
function boxAt(at: readonly string[], results: readonly SlotResult[], reads: JobReads): Asked | undefined {
  const here = results.find((r) => partsOf(r.work.slot as Slot).some((part) => at.includes(part)));
  const chosen = here?.choice.chosen;
  const number = here?.choice.chosenNumber ?? (chosen && reads.numbersOf(chosen.id)[0]);
  return here && number !== undefined ? { slot: here.work.slot, number } : undefined;
}

const keyed =
  (result: SlotResult) =>
  (line: ProposedLine): ProposedLine => ({ ...line, key: `${result.work.slot}/${line.key}` });

/** What the conversion foresees, with the thread of the vehicle's own line where a part goes on one. */
function toldByPlan({ plan, vehicle }: SlotInput, reads: JobReads): Told[] {
  if (!plan || !vehicle) return [];
  const sized = (part: Plans['parts'][number]) => {
    const wants = wantFor(part, vehicle.id, reads);
    return wants === undefined ? part : { ...part, wants };
  };
  return partsOfPlan({ parts: plan.parts.map(sized) });
}

/** What a ready-made set holds of each kind of part that a fix brings. */
const IN_A_SET: Readonly<Partial<Record<PartKind, Bag['items']>>> = {
  tee: [{ item: 'tee', presence: 'with', quantity: 1 }],
  line: [
    { item: 'line', presence: 'with', quantity: 1 },
    { item: 'tube-nut', presence: 'with', quantity: 2 },
  ],
};

/** Ready-made sets in place of the pieces of a fix, where the plan takes one: its pieces lie in it. */
function setsOf(taken: JudgedWork['taken'], { plan }: SlotInput): { readonly told: Told[]; readonly bags: Bag[] }[] {
  return (plan?.parts ?? []).flatMap(({ setOf, of, key, words, why }) =>
    taken
      .filter(({ fix }) => fix.fix === setOf)
      .map(({ sides }) => ({
        told: [
          { key: `plan/${key}`, item: 'kit', quantity: 1, because: of, section: 'order', at: [], words, reason: why },
        ],
        bags: sides.flatMap(({ edits }) =>
          edits.flatMap((edit): Bag[] =>
            edit.do === 'part' ? [{ place: edit.part.id, items: lookup(IN_A_SET, edit.part.kind) ?? [] }] : [],
          ),
        ),
      })),
  );
}

/** One line for a design that goes in, with the number that it is ordered by. */
function unitLine(
  line: ListLine,
  needs: readonly Need[],
  results: readonly SlotResult[],
  input: SlotInput,
  reads: JobReads,
): ProposedLine[] {
  const at = needs.map((need) => need.because.replace(/^put /, ''));
  const result = results.find(
    (r) => r.choice.chosen?.id === line.unit && partsOf(r.work.slot as Slot).some((part) => at.includes(part)),
  );
  const chosen = result?.choice.chosen;
  if (!result || !chosen) return [];
  const number = result.choice.chosenNumber ?? reads.numbersOf(chosen.id)[0];
  const bore = numberOf(chosen.facts, 'bore');
  const condition = number === undefined ? undefined : reads.conditionOf(chosen.id, number);
  const handling = reads.notesOf(chosen.id).map((note) => note.words);
  const { slot, words } = result.work;
  const decision = input.decisions.find((d) => d.subject === `unit:${slot}`);
  const old = result.choice.old;
  const planned = input.plan?.roles.some((role) => role.slot === slot) === true;
  const fitted = old === undefined && planned ? `${words} of the conversion` : `the ${words} that is fitted`;
  const instead = old === undefined || old.id === chosen.id ? fitted : `instead of ${old.name}`;
  return [
    {
      key: `${slot}/unit`,
      section: line.section,
      words: [KIND_WORDS[chosen.kind], chosen.name, bore === undefined ? undefined : boreName(bore), condition]
        .filter((part) => part !== undefined)
        .join(', '),
      quantity: line.quantity,
      item: 'unit',
      reason: decision?.reason ? `${instead}: ${decision.reason}` : instead,
      serves: at.map((part) => part.replace(/-/g, ' ')),
      ...(number ? { number } : {}),
      ...(handling.length === 0 ? {} : { handling }),
    },
  ];
}

/** What a box is recorded to hold that no item stands for: told in the words of its list. */
function boxTexts({ choice }: SlotResult, counted: ReadonlySet<ItemName>, reads: JobReads): ProposedLine[] {
  const { chosen } = choice;
  const number = chosen && (choice.chosenNumber ?? reads.numbersOf(chosen.id)[0]);
  if (!chosen || !number) return [];
  return reads.box(chosen.id, number).flatMap((row): ProposedLine[] => {
    const known = itemOfBox(row);
    const { item, presence, thread } = row;
    const line = { key: `box-${item}${thread === null ? '' : ` ${thread}`}`, quantity: row.quantity ?? 1 };
    if (known !== undefined && known !== 'fluid') {
      // What the box comes without is told, also where nothing that is opened consumes it.
      if (presence !== 'left-out' || counted.has(known)) return [];
      return [
        { ...line, section: 'perhaps', words: itemWords({ item: known }), reason: `not in the box of ${number}` },
      ];
    }
    if (known === 'fluid')
      return presence === 'left-out'
        ? []
        : [
            {
              ...line,
              section: 'ask',
              words: `Read grade and amount of the fluid in the box of ${number}`,
              reason: 'a bottle counts only when both are known',
            },
          ];
    if (presence === 'included') return [{ ...line, section: 'box', words: item, reason: `in the box of ${number}` }];
    const section = 'ask' as const;
    if (presence === 'left-out')
      return [
        {
          ...line,
          section,
          words: `Look whether the ${item} comes off the old unit`,
          reason: `not in the box of ${number}`,
        },
      ];
    return [
      { ...line, section, words: `Ask the supplier: is the ${item} in the box of ${number}?`, reason: 'not recorded' },
    ];
  });
}

const SECTION_OF: Readonly<Record<string, ProposedLine['section']>> = {
  'move-over': 'move',
  'mated-part': 'ask',
  'without-reservoir': 'move',
  rod: 'make',
  line: 'make',
  order: 'order',
  check: 'ask',
};

/** Lines of a checked joint that say the same as a condition of this kind, with figures. */
const COVERS: readonly (readonly [key: string, kind: string])[] = [
  ['adjust-rod', 'rod'],
  ['old-rod', 'rod'],
  ['reflare@', 'line'],
  ['sensor', 'move-over'],
  ['reservoir', 'without-reservoir'],
];

/**
 * The conditions of the interchange path from the old unit to the chosen one, as far as no checked joint says them
 * already.
 */
function conditionLines(result: SlotResult, counted: ReadonlySet<string>): ProposedLine[] {
  const keys = [
    ...counted,
    ...result.joints.flatMap((j) => j.checks.flatMap((c) => c.partsList.map((line) => line.key))),
  ];
  const covered = new Set(keys.flatMap((name) => COVERS.find(([key]) => name.startsWith(key))?.[1] ?? []));
  return (result.interchange?.conditions ?? [])
    .filter((condition) => !covered.has(condition.kind))
    .map((condition, i) => ({
      key: `condition-${i}-${condition.kind}`,
      section: lookup(SECTION_OF, condition.kind) ?? 'perhaps',
      words: condition.text,
      quantity: 1,
      reason: 'condition of the interchange',
      ...(condition.number ? { number: condition.number } : {}),
    }));
}

/** Lines of a check: what a change needs, or what to measure while it is not known. */
const checkLines = (check: ShownCheck): ProposedLine[] => [
  ...check.partsList,
  ...check.measures.map((m): ProposedLine => ({
    key: `measure-${m.side}-${m.attribute}${m.position === undefined ? '' : `@${m.position}`}`,
    section: 'ask',
    words: `${m.what}, ${m.side === 'unit' ? 'new unit' : 'vehicle'}`,
    quantity: 1,
    reason: m.where || check.sentence,
  })),
];

/** What the kit of a place brings, for each unit there, and what lies in it. */
function kitOf(
  { kit, work: { slot }, choice }: SlotResult,
  { parts }: Pick<JudgedWork, 'parts'>,
): { readonly told: Told[]; readonly bags: Bag[] }[] {
  if (!kit) return [];
  const hand = choice.chosen?.facts.find((f) => f.attribute === 'hand')?.value;
  const there = parts.map(({ id }) => id).filter((id) => partsOf(slot as Slot).includes(id));
  const places = there.filter((part) => typeof hand !== 'string' || part.endsWith(hand));
  return [
    {
      told: toldByKit(kit.kit, kit.judged, kit.sentence, slot, places),
      bags: bagOf(kit.kit, kit.judged, places),
    },
  ];
}
