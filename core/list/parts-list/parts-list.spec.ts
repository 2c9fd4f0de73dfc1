import { describe, expect, it } from 'vitest';
import { mergePartsList } from './index.js';
import type { ProposedLine } from './types.js';

describe('the parts list', () => {
  const line = (key: string, quantity = 1): ProposedLine => ({
    key,
    section: 'order',
    words: key,
    quantity,
    reason: '',
  });
  it('one key is one line, the larger quantity counts', () => {
    expect(
      mergePartsList([line('clamps', 1), line('clamps', 2), line('unit')], [], []).map((l) => [l.key, l.quantity]),
    ).toEqual([
      ['clamps', 2],
      ['unit', 1],
    ]);
  });
  it('a hand edit stays on its line while the line is there', () => {
    const edit = { key: 'unit', quantity: 2, note: 'one spare', version: 3 };
    expect(mergePartsList([line('unit')], [edit], [])[0]).toMatchObject({ quantity: 2, note: 'one spare', version: 3 });
    expect(mergePartsList([line('other')], [edit], [])).toHaveLength(1);
  });
  it('a line struck out stays in sight', () => {
    expect(mergePartsList([line('unit')], [{ key: 'unit', dropped: true, version: 1 }], [])[0]?.dropped).toBe(true);
  });
});
