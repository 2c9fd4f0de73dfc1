import { findThread } from '../../named/thread/index.js';
import { COMPLAINTS, LOOK_ALIKES } from './complaints.data.js';
import type { FindingPart, LookAlike } from './types.js';

/** What was found instead of a bad unit: often nothing is ordered. */

/** What came of looking: it was this, or it was ruled out. */
export const FOUND = ['yes', 'no'] as const;
export type Found = (typeof FOUND)[number];

export interface Finding {
  readonly look: LookAlike;
  readonly sentence: string;
  readonly orders: readonly FindingPart[];
}

/**
 * How far a rod was turned, as people write it: "4 turns M8x1.25", "out 2.5 turns 5/16-24 UNF". Answers the turns, the
 * thread, the way in mm (turns × pitch) and whether it is let out now, or a sentence that says what is missing.
 */
export function adjustmentOf(
  text: string,
):
  | { readonly turns: number; readonly thread: string; readonly mm: number; readonly out?: true }
  | { readonly problem: string } {
  const turns = /(\d+(?:[.,]\d+)?)\s*turns?/i.exec(text);
  if (!turns) return { problem: 'Say how many turns and which thread, like "4 turns M8x1.25".' };
  const count = Number((turns[1] ?? '').replace(',', '.'));
  const words = text.replace(turns[0], ' ').split(/\s+/).filter(Boolean);
  const named = words.flatMap((_, i) => [words.slice(i, i + 2).join(' '), words[i] ?? '']);
  const thread = named.map((name) => findThread(name)).find((found) => found !== undefined);
  if (!thread) return { problem: 'The thread of the rod is missing or in no standard series: say it like "M8x1.25".' };
  if (count <= 0 || count > 40) return { problem: `${turns[1] ?? ''} turns cannot be: a rod has fewer threads.` };
  // One that stands too far in is let out, and so is one of which somebody says so.
  const out = /\blet (it )?out\b|\b(too far )?in\b/i.test(text);
  return { turns: count, thread: thread.designation, mm: count * thread.pitchMm, ...(out ? { out } : {}) };
}

const turnedWords = ({
  out,
  turns,
  thread,
  mm,
}: Exclude<ReturnType<typeof adjustmentOf>, { problem: string }>): string =>
  `${out ? 'Let the rod out' : 'Turn the rod back'} ${turns} turns of ${thread}, ${mm.toFixed(2)} mm, ` +
  `${out ? 'until the lost travel is gone; free travel stays' : 'until there is free travel again'}; nothing to order.`;

/** What was found, by the causes that somebody said yes to, each with what was said of it. */
export const findingsOf = (said: readonly { readonly cause: string; readonly detail?: string }[]): Finding[] =>
  said.flatMap(({ cause, detail }) =>
    LOOK_ALIKES.filter((look) => look.id === cause).map((look): Finding => {
      const turned = look.turned && detail ? adjustmentOf(detail) : undefined;
      const how = turned && 'mm' in turned ? turnedWords(turned) : look.then;
      return {
        look,
        sentence: `${look.cause[0]?.toUpperCase() ?? ''}${look.cause.slice(1)}. ${how}`,
        orders: look.orders ?? [],
      };
    }),
  );

/** Causes that the table of complaints knows, for the check of what is said. */
export const isCause = (id: string): boolean => COMPLAINTS.some((c) => c.lookAlikes.includes(id));
