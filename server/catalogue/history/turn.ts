import { HttpProblem } from '../../base/http/problem.js';

/**
 * Whose turn it is to write into the catalogue for longer than a moment: an import, an act that is undone. Others who
 * want to write are told so at once; on the database's own lock they would wait, and everybody with them.
 */
export function writeTurn() {
  let holder: (() => string) | undefined;
  const busy = (): string | undefined => holder?.();
  return {
    busy,
    /**
     * Takes the turn until the answered function is called; `words` says who has it, for the others. Throws a 503 when
     * it is taken.
     */
    take(words: () => string): () => void {
      const other = busy();
      if (other !== undefined) throw new HttpProblem(503, 'Not now', other);
      holder = words;
      return () => {
        if (holder === words) holder = undefined;
      };
    },
  };
}
export type WriteTurn = ReturnType<typeof writeTurn>;
