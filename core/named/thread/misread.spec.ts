import { describe, expect, it } from 'vitest';
import { misreadingWords } from '../../tell/words/index.js';
import { BRAKE_THREADS } from './brake.data.js';
import { identifyThread, type ThreadReading } from './identify.js';
import { misreadings } from './misread.js';

const nut = (diameterMm: number, more: Partial<ThreadReading> = {}): ThreadReading => ({
  gender: 'male',
  instrument: 'caliper',
  diameterMm,
  ...more,
});
const said = (reading: ThreadReading): string[] =>
  misreadings(reading).map(({ what, thread }) => `${what} ${thread.designation}`);

describe('readings that do not agree', () => {
  it('eight crests counted as eight pitches: one fewer names the thread', () => {
    // M10x1.0 over 8 crests is 7 mm; as 8 pitches it would be 0.875.
    expect(said(nut(9.92, { over: { pitches: 8, lengthMm: 7 } }))).toContain('count M10x1.0');
    expect(misreadingWords({ what: 'count', thread: BRAKE_THREADS[2] as never })).toContain(
      'one crest more than there are pitches',
    );
  });
  it('a gauge of the other system lies down on a few threads', () => {
    // 24 to the inch, 1.058 mm, on an M10x1.0.
    expect(said(nut(9.92, { pitchMm: 25.4 / 24 }))).toContain('other-system M10x1.0');
    expect(identifyThread(nut(9.92, { pitchMm: 25.4 / 24 })).verdict).not.toBe('one');
  });
  it('a worn thread reads small, a worn port wide', () => {
    expect(said(nut(9.6, { over: { pitches: 7, lengthMm: 7 } }))).toContain('worn M10x1.0');
    expect(said({ ...nut(9.35, { over: { pitches: 7, lengthMm: 7 } }), gender: 'female' })).toContain('worn M10x1.0');
  });
  it('a diameter of one family with a pitch of another is told as what each speaks for', () => {
    const [one] = misreadings(nut(11.92, { pitchMm: 25.4 / 28 }));
    expect(one?.what).toBe('contradicts');
    expect(one && misreadingWords(one)).toMatch(/^The diameter speaks for .+, the pitch for .+\.$/);
  });
  it('nothing is said where they agree, or where no pitch was taken', () => {
    expect(said(nut(9.45, { pitchMm: 25.4 / 24 }))).toEqual([]);
    expect(said(nut(9.45))).toEqual([]);
    for (const thread of BRAKE_THREADS)
      expect(
        said(nut(thread.maleEndMm - 0.08, { over: { pitches: 7, lengthMm: 7 * thread.pitchMm } })),
        thread.designation,
      ).toEqual([]);
  });
});
