import type { View } from '../../judge/check/index.js';
import { isNew, judgedJoints } from '../../judge/joint/index.js';
import type { AttributeName } from '../../named/attribute/index.js';
import type { Settings } from '../../named/settings/index.js';
import { type LineOf, type Joint, type Part } from '../../vehicle/chain/index.js';
import { openedBy, type Sized, type Told } from '../need/index.js';
import { type About, type Brings, ENDS, type LookAnswer, type LookRow, LOOKS } from './looks.data.js';

export { type LookAnswer, type LookRow, LOOKS } from './looks.data.js';

/** What an answer says, with the years that this workshop means. */
export const answerWords = ({ words, beyond }: LookAnswer, settings: Settings): string =>
  beyond === undefined ? words : `${words} ${settings[beyond]} years`;

/**
 * The look-list of a change: what of this chain stays and is worth a look while it is open, and what follows from each
 * answer.
 */

/** One look, at a place of the chain. */
export interface Look {
  readonly row: LookRow;
  /** The line that it is about; empty for what is looked at together. */
  readonly at: string;
  readonly line?: LineOf;
  /** How many it is about. */
  readonly count: number;
  /** Of a line: the nut and the tube at the end that is undone. */
  readonly size?: Sized;
  readonly answer?: LookAnswer;
}

/** The name of a look within its job: "line@rear-left". */
export const lookKey = ({ row, at }: Pick<Look, 'row' | 'at'>): string => (at === '' ? row.look : `${row.look}@${at}`);

/** The row of a look by its name: "line@rear-left" is of the row of lines. */
export const lookRow = (name: string): LookRow | undefined =>
  LOOKS.find(({ look }) => look === name || name.startsWith(`${look}@`));

/** What a look is about in this chain: each place with how many there are of it. */
function placesOf(
  about: About,
  view: View,
  resealed: ReadonlySet<string>,
): readonly Pick<Look, 'at' | 'line' | 'count' | 'size'>[] {
  const judged = judgedJoints(view).map(({ joint }) => joint);
  const partsAt = (kind: string): Part[] =>
    judged
      .filter((joint) => joint.kind === kind)
      .flatMap((joint) => joint.between.flatMap((ref) => view.parts.get(ref.part) ?? []));
  const stays = (part: Part): boolean => !isNew(view, part.id) && view.now.has(part.id);
  const once = (parts: readonly Part[]): Part[] => [...new Map(parts.map((part) => [part.id, part])).values()];
  const isFeed = ({ id }: Part): boolean =>
    (view.jointsOf.get(id) ?? []).every(({ between }) =>
      between.every(({ part }) => view.parts.get(part)?.kind !== 'booster'),
    );
  const together = (count: number) => (count === 0 ? [] : [{ at: '', count }]);
  const reached = openedBy(view).flatMap(({ parts }) => parts.flatMap((id) => view.parts.get(id) ?? []));
  switch (about) {
    case 'line':
      return once(partsAt('port').filter((part) => part.kind === 'line' && stays(part))).map((part) => ({
        at: part.id,
        ...(part.line ? { line: part.line } : {}),
        count: 1,
        size: sizeOf(part, judged),
      }));
    case 'hoses': {
      const hoses = once(reached.filter((part) => part.kind === 'hose' && stays(part)));
      // One that is recorded at both of its ends is two parts that meet, and one hose.
      const met = view.then.joints.filter(({ between }) =>
        between.every(({ part }) => hoses.some(({ id }) => id === part)),
      );
      return together(hoses.length - met.length);
    }
    case 'feed':
      return together(
        once(partsAt('tail').filter((part) => part.kind === 'hose' && stays(part) && isFeed(part))).length,
      );
    case 'wheels':
      return together(once(reached.filter((part) => ENDS.includes(part.kind) && stays(part))).length);
    case 'rod':
      return together(judged.filter((joint) => joint.kind === 'rod').length);
    case 'booster':
      return together(partsAt('mount').filter((part) => part.kind === 'booster' && stays(part)).length);
    case 'reservoir':
      return together(
        Math.min(
          1,
          [...partsAt('neck'), ...partsAt('tail')].filter(
            (part) => (part.kind === 'reservoir' || part.kind === 'hose') && stays(part) && part.id !== 'vacuum-hose',
          ).length,
        ),
      );
    case 'carrier':
      return together(once(partsAt('carrier').filter((part) => part.kind === 'carrier' && stays(part))).length);
    case 'bores':
      return together(resealed.size);
    case 'boots':
      return together(once(partsAt('port').filter((part) => ENDS.includes(part.kind) && stays(part))).length);
    case 'fluid':
      return together(reached.some(stays) ? 1 : 0);
  }
}

/** The nut of a line at its end that is undone, and its tube. */
function sizeOf(line: Part, judged: readonly Joint[]): Sized {
  const ends = judged.flatMap((joint) => joint.between).filter((ref) => ref.part === line.id);
  const fact = (name: AttributeName, at?: string): string | undefined => {
    const value = line.facts.find((f) => f.attribute === name && (at === undefined || f.position === at))?.value;
    return typeof value === 'string' ? value : undefined;
  };
  const [thread, seat, tube] = [fact('port-thread', ends[0]?.face), fact('port-seat', ends[0]?.face), fact('tube')];
  return {
    ...(thread === undefined ? {} : { thread }),
    ...(seat === undefined ? {} : { seat }),
    ...(tube === undefined ? {} : { tube }),
  };
}

/**
 * Looks of a change in the order of the table, with what was answered: `answers` are ids of answers by the key of the
 * look. Places of `resealed` keep their unit, which is taken apart.
 */
export function looksOf(
  view: View,
  answers: ReadonlyMap<string, string>,
  resealed: ReadonlySet<string> = new Set(),
): Look[] {
  const looks: Look[] = [];
  const opened = new Set<string>();
  for (const row of LOOKS) {
    if (row.follows && !opened.has(row.look)) continue;
    for (const place of placesOf(row.about, view, resealed)) {
      const answer = row.answers.find(({ id }) => id === answers.get(lookKey({ row, at: place.at })));
      for (const next of answer?.then ?? []) opened.add(next);
      looks.push({ row, ...place, ...(answer ? { answer } : {}) });
    }
  }
  return looks;
}

/** What looks bring to the parts list: what an answer orders, and what may be wanted while nobody has looked. */
export const toldByLooks = (looks: readonly Look[], settings: Settings): Told[] =>
  looks.flatMap((look): Told[] => {
    const { row, at, count, answer, size } = look;
    const brings: readonly Brings[] = answer ? (answer.brings ?? []) : row.perhaps ? [row.perhaps] : [];
    return brings.map(({ item, section, each, words }, i): Told => ({
      ...(item === 'tube-nut' || item === 'line' ? size : {}),
      key: `look/${lookKey(look)}-${i}`,
      item,
      quantity: each ? count : 1,
      because: lookKey(look),
      section,
      at: at === '' ? [] : [at],
      words,
      reason: answer
        ? `${row.words.toLowerCase()}: ${answerWords(answer, settings)}`
        : `not looked at yet: ${row.words.toLowerCase()}`,
    }));
  });
