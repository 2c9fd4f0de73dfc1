import { lookup } from '../../base/lookup/index.js';
import { BRAKE_THREADS, findThread } from '../../named/thread/index.js';
import { type KnownSide, threadsAt } from '../../vehicle/reading/index.js';
import type { Told } from '../need/index.js';
import type { ProposedLine } from '../parts-list/index.js';
import type { KitJudgement, KitRecord } from './judge.js';
import { findPiece } from './pieces.data.js';

export {
  judgeKit,
  KIT_ANSWERS,
  type KitAnswer,
  type KitCode,
  type KitJudgement,
  type KitRecord,
  type NeededPiece,
  type Piece,
} from './judge.js';
export { findPiece, PIECES, SEALED } from './pieces.data.js';

/** What a kit that was chosen brings to the parts list, for the units at these places. */
export function toldByKit(
  kit: KitRecord,
  judged: KitJudgement,
  sentence: string,
  slot: string,
  places: readonly string[],
): Told[] {
  const own = { because: slot, at: places };
  const units = Math.max(1, places.length);
  const pieces = (list: KitJudgement['beside'], section: Told['section'], reason: string): Told[] =>
    list.map(({ item, quantity, sizeMm }, i): Told => ({
      ...own,
      key: `${slot}/kit-${section}-${i}`,
      item: findPiece(item)?.item ?? 'other',
      ...(sizeMm === undefined ? {} : { sizeMm }),
      quantity: quantity * units,
      section,
      words: item.slice(0, 1).toUpperCase() + item.slice(1),
      reason,
    }));
  return [
    {
      ...own,
      key: `${slot}/kit`,
      item: 'seal-kit',
      quantity: judged.times * units,
      section: 'order',
      words: kit.name,
      reason: sentence,
      ...(kit.number === undefined ? {} : { number: kit.number }),
    },
    ...pieces(judged.beside, 'order', 'the unit needs it and it is not in the kit'),
    ...pieces(judged.stays, 'perhaps', 'it stays in the housing and is in no kit: look that it is there and sound'),
  ];
}

/** What lies in a kit and is an item of the parts list, as often as the kit is taken at each place. */
export const bagOf = (kit: KitRecord, { times }: KitJudgement, places: readonly string[]) =>
  places.map((place) => ({
    place,
    items: kit.contents.flatMap(({ item, quantity, sizeMm }) => {
      const of = findPiece(item)?.item;
      return of === undefined
        ? []
        : [
            {
              item: of,
              presence: 'with' as const,
              quantity: quantity * times,
              ...(sizeMm === undefined ? {} : { sizeMm }),
            },
          ];
    }),
  }));

/**
 * Across the flats of a nut by its thread. Sources: ISO 4032 and ISO 8673 for metric nuts, ASME B18.2.2 for inch ones;
 * older vehicles have others.
 */
const NUT_ACROSS: Readonly<Record<string, string>> = {
  'M6x1.0': '10 mm',
  'M8x1.25': '13 mm',
  'M8x1.0': '13 mm',
  'M10x1.5': '16 mm, 17 mm on older ones',
  'M10x1.25': '16 mm, 17 mm on older ones',
  'M12x1.75': '18 mm, 19 mm on older ones',
  '5/16-24 UNF': '1/2 in',
  '5/16-18 UNC': '1/2 in',
  '3/8-24 UNF': '9/16 in',
  '3/8-16 UNC': '9/16 in',
};

/** The socket for the nuts that hold a unit, as far as their thread is known. */
function socketFor(vehicle: KnownSide): ProposedLine[] {
  const stud = vehicle.get('stud-thread')?.value;
  const thread = typeof stud === 'string' ? findThread(stud)?.designation : undefined;
  const across = thread === undefined ? undefined : lookup(NUT_ACROSS, thread);
  return across === undefined
    ? []
    : [
        {
          key: `socket-${thread ?? ''}`,
          section: 'perhaps',
          words: `Tool: socket ${across}, with a long extension; open-end where it does not go`,
          quantity: 1,
          reason: `nuts ${thread ?? ''} on the studs`,
        },
      ];
}

/** Wrenches by the nuts that are opened. */
export function toolsFor(vehicle: KnownSide): ProposedLine[] {
  const threads = new Set(threadsAt(vehicle).map((thread) => findThread(thread)?.designation ?? ''));
  const wrenches = BRAKE_THREADS.filter((t) => threads.has(t.designation) && t.usualHex !== '-');
  const flare = wrenches.map((t): ProposedLine => ({
    key: `wrench-${t.designation}`,
    section: 'perhaps',
    words: `Tool: flare wrench ${t.usualHex}`,
    quantity: 1,
    reason: `nuts ${t.designation}; an open wrench rounds them`,
  }));
  return [...flare, ...socketFor(vehicle)];
}
