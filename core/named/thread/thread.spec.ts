import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { couplingWords, hexWords } from '../../tell/words/index.js';
import { BRAKE_THREADS } from './brake.data.js';
import { readThread } from './designation.js';
import { findThread } from './find.js';
import { identifyThread } from './identify.js';
import { mate } from './mate.js';
import { SERIES } from './series.data.js';
import { flankAngle, type SeriesThread } from './types.js';

const thread = (name: string): SeriesThread => {
  const found = findThread(name);
  if (!found) throw new Error(`no thread ${name}`);
  return found;
};

describe('reading a thread name', () => {
  it.each([
    ['3/8-24', '3/8-24 UNF'],
    ['3/8x24', '3/8-24 UNF'],
    ['3/8" - 24 UNF', '3/8-24 UNF'],
    ['7/16 by 24', '7/16-24 UNS'],
    ['M10x1', 'M10x1.0'],
    ['m10 x 1,0', 'M10x1.0'],
    ['10x1', 'M10x1.0'],
    ['M 10 × 1.25', 'M10x1.25'],
    ['1/8 npt', '1/8-27 NPT'],
    ['NPT 1/8-27', '1/8-27 NPT'],
    ['1/8-27', '1/8-27 NPT'],
    ['G1/8', 'G 1/8 (BSPP)'],
    ['G 1/8 (BSPP)', 'G 1/8 (BSPP)'],
    ['1/8 BSPT', 'R 1/8 (BSPT)'],
    ['R 1/8', 'R 1/8 (BSPT)'],
    ['AN-3', '3/8-24 UNF'],
    ['9/16-18 UNF', '9/16-18 UNF'],
    ['M13x1.5', 'M13x1.5'],
  ])('%s is %s', (text, designation) => {
    expect(readThread(text)).toMatchObject({ recognised: true, designation });
  });

  it.each([
    ['3/8-24UNF', '3/8-24 UNF'],
    ['3/8UNF', '3/8-24 UNF'],
    ['3/8-24 UNF-2B', '3/8-24 UNF'],
    ['M10x1-6H', 'M10x1.0'],
    ['M10x1.0-6g', 'M10x1.0'],
    ['10 mm x 1.0', 'M10x1.0'],
    ['10-1.0', 'M10x1.0'],
    ['10x1 mm', 'M10x1.0'],
    ['.375-24', '3/8-24 UNF'],
    ['0.4375-20', '7/16-20 UNF'],
    ['3AN', '3/8-24 UNF'],
    ['-4 JIC', '7/16-20 UNF'],
    ['AN-8', '3/4-16 UNF'],
    ['1/8NPT', '1/8-27 NPT'],
    ['1/8 NPTF', '1/8-27 NPTF'],
    ['1/8-27', '1/8-27 NPT'],
    ['G1/8A', 'G 1/8 (BSPP)'],
    ['Rp 1/8', 'Rp 1/8'],
    ['Rc1/8', 'R 1/8 (BSPT)'],
    ['PT 1/8', 'R 1/8 (BSPT)'],
    ['PF1/8', 'G 1/8 (BSPP)'],
    ['3/8-24 NF', '3/8-24 UNF'],
    ['3/8-20 BSF', '3/8-20 BSF'],
    ['1/4-26', '1/4-26 BSF'],
    ['5/16-22', '5/16-22 BSF'],
    ['3/8″-24', '3/8-24 UNF'],
    ['⅜-24', '3/8-24 UNF'],
    ['three eighths 24', '3/8-24 UNF'],
    ['M12x1,5 keg', 'M12x1.5 keg'],
    ['M8x1', 'M8x1.0'],
    ['M9x1.25', 'M9x1.25'],
    ['M11x1.5', 'M11x1.5'],
    ['3/4-16', '3/4-16 UNF'],
    ['5/16-28', '5/16-28 UN'],
    ['3/8 in - 24 UNF', '3/8-24 UNF'],
    ['7/16 inch-20', '7/16-20 UNF'],
    ['0.5-20', '1/2-20 UNF'],
    ['.25-28', '1/4-28 UNF'],
    ['M10x1 6g', 'M10x1.0'],
    ['M12x1.0 6H', 'M12x1.0'],
    ['M10 1', 'M10x1.0'],
    ['M12 1,5', 'M12x1.5'],
    ['MF10x1', 'M10x1.0'],
    ['\u041c10x1', 'M10x1.0'],
    ['\u041c12\u04451,5', 'M12x1.5'],
    ['3/8-24 SAE', '3/8-24 UNF'],
    ['3/8 BSW', '3/8-16 BSW'],
    ['3/8-16 BSW', '3/8-16 BSW'],
    ['3/8-16', '3/8-16 UNC'],
    ['7/16-26', '7/16-26 BSC'],
    ['1/4-26 BSC', '1/4-26 BSC'],
  ])('%s, as people write it, is %s', (text, designation) => {
    expect(readThread(text)).toMatchObject({ recognised: true, designation });
  });
  it.each([
    ['3/8-24 inverted flare', '3/8-24 UNF', 'inverted-flare'],
    ['M10x1 bubble', 'M10x1.0', 'bubble-flare'],
    ['7/16-20 JIC 37', '7/16-20 UNF', 'flare-37'],
    ['AN-3', '3/8-24 UNF', 'flare-37'],
  ])('%s names its seat too', (text, designation, seat) => {
    expect(readThread(text)).toMatchObject({ designation, seat });
  });
  it.each(['3/8-24 UNF LH', 'M10x1 LH', '1/2-20 UNF-LH', 'M10x1 left', 'M12x1.0 6g left-hand'])(
    '%s is another thread than the right-hand one, and is never taken for it',
    (text) => {
      const read = readThread(text);
      expect(read).toMatchObject({ recognised: false, problem: 'left-hand' });
      expect(read.designation).toBeUndefined();
      expect(read.nearest).toHaveLength(1);
    },
  );
  it('"MF10" and "M10 fine" say that it is fine, and not how fine', () => {
    expect(readThread('MF10').sentence).toBe(readThread('M10 fine').sentence);
  });
  it('a Whitworth thread has 55° and a British cycle thread 60°', () => {
    const flank = (name: string) => flankAngle(findThread(name)?.family ?? 'metric');
    expect([flank('3/8 BSW'), flank('7/16-26 BSC')]).toEqual([55, 60]);
  });
  it('asks where a name has two meanings: a British fine thread or a misspoken one, and how fine fine is', () => {
    const british = readThread('3/8-20');
    expect([british.recognised, british.sentence]).toEqual([false, expect.stringContaining('old British unit')]);
    expect(british.nearest.map((n) => n.designation)).toEqual(['3/8-20 BSF', '3/8-24 UNF']);
    expect(readThread('10 mm').recognised).toBe(false);
    expect(readThread('10 mm fine bubble')).toMatchObject({
      recognised: false,
      seat: 'bubble-flare',
      sentence: expect.stringContaining('M10x1.0 or M10x1.25'),
    });
  });

  it('a taper in a parallel pipe thread is a joint of its own, and none for a flare', () => {
    const { verdict, sentence } = mate(thread('R 1/8 (BSPT)'), thread('Rp 1/8'));
    expect([verdict, sentence]).toEqual(['taper mismatch', expect.stringContaining('no joint for the flare seat')]);
  });

  it('says that 19 per inch is never NPT and what it may be', () => {
    const read = readThread('1/4-19 NPT');
    expect(read).toMatchObject({ recognised: false, problem: 'family-mismatch' });
    expect(read.nearest.map((n) => n.designation)).toEqual(['G 1/4 (BSPP)', 'R 1/4 (BSPT)', '1/4-18 NPT']);
  });

  it.each(['3/8-22', 'M10x1.3', '7/16-22 UNF', 'M12x0.9'])('knows that %s does not exist', (text) => {
    const read = readThread(text);
    expect(read).toMatchObject({ recognised: false, problem: 'no-such-pitch' });
    expect(read.nearest.length).toBeGreaterThan(0);
  });

  it('does not choose between G and R, since only the taper tells', () => {
    const read = readThread('1/8-28');
    expect(read.recognised).toBe(false);
    expect(read.nearest.map((n) => n.designation)).toEqual(['G 1/8 (BSPP)', 'R 1/8 (BSPT)']);
    expect(read.sentence).toContain('taper');
  });

  it('takes a real but unusual thread for what it is and names the usual ones', () => {
    const read = readThread('3/8-16');
    expect(read).toMatchObject({ recognised: true, designation: '3/8-16 UNC' });
    expect(read.unusual).toContain('not one that brake');
    expect(read.nearest.map((n) => n.designation)).toContain('3/8-24 UNF');
  });

  it('knows that M13x1.5 is made although ISO 261 has no such diameter', () => {
    expect(readThread('M13x1.5').unusual).toContain('not in ISO 261');
    expect(readThread('M13x1.0')).toMatchObject({ recognised: false, problem: 'no-such-pitch' });
  });

  it('reads a wrong series letter as a mix of families', () => {
    expect(readThread('3/8-24 UNC')).toMatchObject({ recognised: false, problem: 'family-mismatch' });
  });

  it('reads M10 alone as coarse and asks for the pitch', () => {
    expect(readThread('M10')).toMatchObject({ recognised: true, designation: 'M10x1.5' });
    expect(readThread('M10').unusual).toContain('Measure the pitch');
  });

  it.each(['', '   ', 'hello', '10', 'x'.repeat(200), '3//8-24', '<script>', 'M', '1/0-24'])(
    'refuses %j in a sentence',
    (text) => {
      const read = readThread(text);
      expect(read.recognised).toBe(false);
      expect(read.sentence).toMatch(/\.$/);
    },
  );

  it('reads every thread of the standard series back by its own name', () => {
    for (const t of SERIES) expect(readThread(t.designation).designation, t.designation).toBe(t.designation);
  });

  it('never throws and never recognises without a designation', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 60 }), (text) => {
        const read = readThread(text);
        expect(read.recognised).toBe(read.designation !== undefined);
      }),
    );
  });
});

describe('do two threads mate', () => {
  it('3/8-24 male in an M10x1.0 port starts by hand and binds after six and a half turns', () => {
    const m = mate(thread('3/8-24'), thread('M10x1.0'));
    expect(m.verdict).toBe('starts, then binds');
    expect(m.deltaMm).toBeCloseTo(0.475, 3);
    expect(m.deltaPitchDiameterMm).toBeCloseTo(0.513, 3);
    expect(m.driftMm).toBeCloseTo(0.0583, 4);
    expect(m.engagement).toBeCloseTo(0.56, 2);
    expect(m.bindsAfterTurns).toBeCloseTo(6.45, 2);
  });
  it.each([
    ['M10x1.25', 'M10x1.0', 0.7],
    ['M12x1.0', '1/2-20', 1.4],
  ])('%s in %s binds after %f turns', (male, female, turns) => {
    const m = mate(thread(male), thread(female));
    expect(m.verdict).toBe('starts, then binds');
    expect(m.bindsAfterTurns).toBeCloseTo(turns, 1);
  });
  it('M10x1.0 will not start in 3/8-24', () => {
    expect(mate(thread('M10x1.0'), thread('3/8-24')).verdict).toBe('will not start');
  });
  it('M12x1.25 in 1/2-20 is loose and would bind only after 24 turns', () => {
    const m = mate(thread('M12x1.25'), thread('1/2-20'));
    expect(m.verdict).toBe('loose');
    expect(m.engagement).toBeCloseTo(0.49, 2);
    expect(m.bindsAfterTurns).toBeCloseTo(24, 0);
  });
  it('7/16-24 in M12x1.0 is loose on 0.18 of its thread', () => {
    const m = mate(thread('7/16-24'), thread('M12x1.0'));
    expect(m.verdict).toBe('loose');
    expect(m.engagement).toBeCloseTo(0.18, 2);
  });
  it('M10x1.0 falls through M11x1.0', () => {
    const m = mate(thread('M10x1.0'), thread('M11x1.0'));
    expect(m.verdict).toBe('falls through');
    expect(m.engagement).toBeCloseTo(0.08, 2);
  });
  it('a tapered pipe thread does not seal in a parallel port', () => {
    expect(mate(thread('R 1/8'), thread('G 1/8')).verdict).toBe('taper mismatch');
  });
  it('every brake thread mates with itself', () => {
    for (const t of BRAKE_THREADS) expect(mate(t, t).verdict).toBe('mates');
  });
});

describe('tapered in tapered, by how far it goes in', () => {
  it('its own kind goes in by its hand-tight length', () => {
    const own = mate(thread('1/8-27 NPT'), thread('1/8-27 NPT'));
    expect([own.verdict, own.makeUpMm]).toEqual(['mates', 4.102]);
    expect(mate(thread('R 1/4'), thread('R 1/4')).verdict).toBe('mates');
  });
  it('1/8 NPT is too large for R 1/8, and R 1/8 goes far too deep into 1/8 NPT', () => {
    // 16 × (9.728 − 10.242) = −8.2 mm along the axis: more than the 4.1 that it has.
    expect(mate(thread('1/8-27 NPT'), thread('R 1/8')).verdict).toBe('will not start');
    const deep = mate(thread('R 1/8'), thread('1/8-27 NPT'));
    expect(deep.makeUpMm).toBeCloseTo(4 + 16 * 0.514, 2);
    expect(['starts, then binds', 'loose']).toContain(deep.verdict);
    expect(deep.sentence).toContain('leaks');
  });
  it('dryseal goes with its plain namesake', () => {
    expect(mate(thread('1/8-27 NPTF'), thread('1/8-27 NPT')).verdict).toBe('mates');
  });
});

describe('what is said to a customer', () => {
  const ask = (male: string, female: string, seats?: Parameters<typeof couplingWords>[1]) =>
    couplingWords({ ...mate(thread(male), thread(female)), male, female }, seats);
  it('the thread never tells the seat', () => {
    expect(ask('M10x1.0', 'M10x1.0')).toContain('told by the seat');
    expect(ask('M10x1.0', 'M10x1.0', { meets: false, male: 'bubble flare', female: 'inverted flare' })).toMatch(
      /^Do not join them: the thread goes in and feels right/,
    );
  });
  it('a thread that starts and binds is refused with its turns', () => {
    expect(ask('3/8-24', 'M10x1.0')).toContain('after about 6 turns it binds');
    expect(ask('7/16-24', 'M12x1.0')).toContain('lets go');
  });
  it('the hexagon is a hint for those on which it is usual', () => {
    const { candidates } = identifyThread({ gender: 'male', diameterMm: 9.9, instrument: 'caliper' });
    expect(hexWords('14 mm', candidates)).toContain('14 mm is usual on M10x1.5.');
    expect(hexWords('11', candidates)).toContain('M10x1.0');
    expect(hexWords('3/4 in', candidates)).toContain('on none of these');
    expect(hexWords('', candidates)).toBeUndefined();
  });
});

describe('every pair of threads', () => {
  const all = [...new Map([...SERIES, ...BRAKE_THREADS].map((t) => [t.designation, t])).values()];
  it('one verdict for each, and none that the other way round denies', () => {
    const odd: string[] = [];
    let [seen, mated] = [0, 0];
    for (const a of all)
      for (const b of all) {
        const [ab, ba] = [mate(a, b), mate(b, a)];
        const claim = (holds: boolean, what: string): void => {
          if (!holds)
            odd.push(`${a.designation} in ${b.designation}: ${ab.verdict}, the other way ${ba.verdict}: ${what}`);
        };
        seen++;
        if (ab.verdict === 'mates') mated++;
        claim(ab.verdict !== 'will not start' || a.tapered || ba.verdict !== 'will not start', 'both too large');
        claim((ab.verdict === 'taper mismatch') === (a.tapered !== b.tapered), 'a taper is one from both sides');
        claim(ab.verdict !== 'mates' || a.tapered || ba.verdict === 'mates', 'an equal mates both ways');
        claim(ab.verdict !== 'mates' || Math.abs(a.pitchMm - b.pitchMm) < 0.003, 'another pitch mates');
        claim(ab.verdict !== 'starts, then binds' || (ab.bindsAfterTurns ?? 99) < 12, 'binds after it is home');
        claim(ab.sentence.endsWith('.'), 'no sentence');
      }
    expect(odd).toEqual([]);
    expect(seen).toBeGreaterThan(40_000);
    // Each with itself, and the few that are one thread under two names.
    expect(mated).toBeGreaterThanOrEqual(all.length - 20);
  });
});
