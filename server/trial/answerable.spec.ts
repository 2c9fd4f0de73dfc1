import { afterAll, describe, expect, it } from 'vitest';
import type { Workspace } from '@kerabat/contract';
import { type AttributeName, mayBeNone } from '@kerabat/core/named/attribute';
import { answered, type Begun, jobsBegun, plausible, type Told, toldIn } from '../testing/begun.js';
import { toldOf } from './play.js';

/**
 * Each question of a job can be answered exactly as it is asked: by what is plausible, and by "none" where there may be
 * none. Then it is gone, whatever it comes to, and answering all of them comes to an end.
 */

const { jobs, close } = jobsBegun('answers', 15);
afterAll(close);

/** So many rounds of answering everything that is open, and it never ends. */
const MOST_ROUNDS = 8;
/** One job in so many is done over HTTP too. */
const OVER_HTTP = 20;

const workOut = (begun: Begun, told: readonly Told[]): Promise<Workspace> =>
  begun.shop.workOut(toldIn(begun, told).base());
const named = ({ spec }: Begun, more: string): string => `${spec.seed} ${spec.request} ${spec.slot} ${more}`;

/** Checks that are open and ask something, at places where nothing stands in the way for good. */
const stillOpen = ({ work }: Workspace): string[] => {
  const checks = work.flatMap(({ slot, joints }) =>
    joints.flatMap((joint) =>
      joint.checks.map((check) => ({ ...check, slot, key: `${slot}/${joint.id} ${check.id}` })),
    ),
  );
  const lost = checks.flatMap((c) => (c.state === 'does-not-fit' && !c.tells && c.fixes.length === 0 ? c.slot : []));
  return checks.flatMap((c) =>
    c.state === 'not-known' && !c.tells && c.measures.length > 0 && !lost.includes(c.slot) ? c.key : [],
  );
};

describe('answerable', () => {
  it('each question goes away by its answer, and by none where there may be none', async () => {
    let [asked, nones] = [0, 0];
    for (const begun of jobs) {
      const w = await workOut(begun, []);
      for (const m of w.measurements) {
        const value = plausible(begun, m, w);
        expect(value, named(begun, m.key)).not.toBe('');
        const answers = new Set([value, ...(mayBeNone(m.attribute as AttributeName) ? ['none'] : [])]);
        for (const answer of answers) {
          const after = await workOut(begun, [answered(m, answer, w)]);
          const left = after.measurements.map(({ key }) => key);
          expect(left, named(begun, `${m.line}${answer}`)).not.toContain(m.key);
          expect(after.next, named(begun, `${m.line}${answer}`)).toBeDefined();
          asked += 1;
          if (answer === 'none') nones += 1;
        }
      }
    }
    expect(asked).toBeGreaterThan(100);
    expect(nones).toBeGreaterThan(50);
  });

  it('answering everything ends in a verdict, asks nothing twice, and is the same over HTTP', async () => {
    let [ended, overHttp] = [0, 0];
    for (const [n, begun] of jobs.entries()) {
      const told: Told[] = [];
      const seen = new Set<string>();
      let w = await workOut(begun, told);
      for (let round = 0; w.measurements.length > 0; round++) {
        expect(round, named(begun, w.measurements.map(({ key }) => key).join())).toBeLessThan(MOST_ROUNDS);
        for (const m of w.measurements) {
          const line = answered(m, plausible(begun, m, w), w);
          const key = `${m.key} ${line[1]}`;
          expect(seen.has(key), named(begun, `asked again: ${key}`)).toBe(false);
          seen.add(key);
          told.push(line);
        }
        w = await workOut(begun, told);
      }
      expect(stillOpen(w), named(begun, '')).toEqual([]);
      ended += 1;
      if (n % OVER_HTTP !== 0) continue;
      const { asked, acts } = toldIn(begun, told);
      expect(toldOf(await begun.shop.overHttp(asked, acts)), named(begun, '')).toBe(toldOf(w));
      overHttp += 1;
    }
    expect(ended).toBe(jobs.length);
    expect(overHttp).toBeGreaterThan(0);
  });
});
