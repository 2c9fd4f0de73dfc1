import type { JudgedItem } from '../../judge/verdict/index.js';

/** What each kind of thing that was judged is called, one and several. */
const WORDS = {
  request: ['what is asked for', 'requests'],
  circuits: ['number of circuits', 'numbers of circuits'],
  joint: ['joint', 'joints'],
  place: ['change of a unit', 'changes of units'],
  feed: ['feed of a wheel or fork', 'feeds of wheels and forks'],
  outlet: ['opening', 'openings'],
  seals: ['unit’s seals against the fluid', 'units’ seals against the fluid'],
} as const satisfies Readonly<Record<JudgedItem['what'], readonly [string, string]>>;

/** "Judged: 9 joints (1 open), 1 change of a unit, 4 feeds of wheels and forks." Empty where nothing was. */
export function judgedWords(judged: readonly JudgedItem[]): string {
  const kinds = [...new Set(judged.map(({ what }) => what))].filter((what) => what !== 'request');
  const parts = kinds.map((what) => {
    const all = judged.filter((item) => item.what === what);
    const open = all.filter(({ state }) => state === 'not-known').length;
    const wrong = all.filter(({ state }) => state === 'does-not-fit').length;
    const told = [wrong > 0 ? `${wrong} not right` : '', open > 0 ? `${open} open` : ''].filter((part) => part !== '');
    return `${all.length} ${WORDS[what][all.length === 1 ? 0 : 1]}${told.length > 0 ? ` (${told.join(', ')})` : ''}`;
  });
  return parts.length === 0 ? '' : `Judged: ${parts.join(', ')}.`;
}
