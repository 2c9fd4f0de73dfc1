import type { Face } from '../chain/index.js';
import type { Case, Finding } from '../joint/types.js';
import type { Fix } from './types.js';
import { FIXES } from './fixes.data.js';

export { SKILLS, type Fix, type Skill } from './types.js';

/** The fixes of a mismatch, the least intrusive first. An empty list: there is no acceptable one, choose another unit. */
export function fixesFor(c: Case, found: Finding): Fix[] {
  return FIXES.filter((row) => row.answers.includes(c.row.code) && (row.kinds?.includes(c.b.part.kind) ?? true))
    .flatMap((row): Fix[] => {
      const edits = row.edits(c, found);
      if (edits.length === 0) return [];
      const { fix, order, minutes, skill = 'ordinary' } = row;
      return [{ fix, edits, order, minutes, skill, parts: row.parts?.(c, found) ?? [] }];
    })
    .sort((x, y) => x.order - y.order || (x.fix < y.fix ? -1 : 1));
}

/** Bends a line over to where its port is; it must reach without pull. */
export const bendOver = (end: Face, port: Face): Fix[] =>
  end.part.kind === 'line'
    ? [
        {
          fix: 'reroute',
          order: 2,
          minutes: 20,
          skill: 'ordinary',
          parts: [],
          edits: [
            {
              do: 'set',
              at: end.part.id,
              facts: [
                { attribute: 'line-reaches', position: end.at, value: port.at, rests: 'recorded', instead: true },
              ],
            },
          ],
        },
      ]
    : [];
