import fc from 'fast-check';
import { kept } from './kept';

const copy = <T>(value: T): T => structuredClone(value);

it('keeps what did not change, and only that', () => {
  const older = { job: { id: 1, words: 'x' }, work: [{ slot: 'a', joints: [1, 2] }, { slot: 'b' }] };
  const newer = copy(older);
  newer.work[0]!.joints = [1, 3]; // eslint-disable-line @typescript-eslint/no-non-null-assertion
  const shown = kept(older, newer);
  expect(shown.job).toBe(older.job);
  expect(shown.work[1]).toBe(older.work[1]);
  expect(shown.work[0]).not.toBe(older.work[0]);
  expect(shown.work[0]?.joints).toEqual([1, 3]);
});

it('always answers what the newer one says, and the older one itself when nothing changed', () => {
  fc.assert(
    fc.property(fc.jsonValue(), fc.jsonValue(), (older, newer) => {
      expect(kept(copy(older), copy(newer))).toEqual(newer);
      const same = kept(older, copy(older));
      if (typeof older === 'object' && older !== null) expect(same).toBe(older);
    }),
  );
});

it('a key that went or came is a change', () => {
  const older: Record<string, unknown> = { a: 1, b: undefined };
  expect(kept(older, { a: 1 })).toEqual({ a: 1 });
  expect(kept({ a: 1 }, { a: 1, b: null })).toEqual({ a: 1, b: null });
});
