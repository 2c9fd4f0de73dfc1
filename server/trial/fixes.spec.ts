import { afterAll, describe, expect, it } from 'vitest';
import type { Workspace } from '@kerabat/contract';
import { answered, type Begun, jobsBegun, plausible, toldIn } from '../testing/begun.js';

/** A fix closes what it says: its check fits with it, and what it opens instead was shown before it was taken. */

const { jobs, close } = jobsBegun('fixes', 24);
afterAll(close);

type Taken = readonly [slot: string, key: string];
const workOut = async (begun: Begun, told: Parameters<typeof toldIn>[1], taken?: Taken): Promise<Workspace> => {
  const job = toldIn(begun, told);
  if (taken) job.decide(`fix:${taken[0]}/${taken[1]}`, 'accepted');
  await job.bind((subject) => begun.shop.given(job.base(), subject));
  return begun.shop.workOut(job.base());
};

/** Words of the checks that keep a job from being ordered. */
const openIn = ({ work }: Workspace): Set<string> =>
  new Set(
    work.flatMap(({ joints }) =>
      joints.flatMap(({ checks }) =>
        checks.flatMap(({ state, tells, words }) =>
          !tells && (state === 'does-not-fit' || state === 'not-known') ? [words] : [],
        ),
      ),
    ),
  );

describe('fixes', () => {
  it('each that is offered closes its check, and opens only what was shown', async () => {
    let tried = 0;
    const wrong: string[] = [];
    for (const begun of jobs) {
      const first = await workOut(begun, []);
      const told = first.measurements.map((m) => answered(m, plausible(begun, m, first), first));
      const before = await workOut(begun, told);
      for (const { slot, joints } of before.work)
        for (const joint of joints)
          for (const check of joint.checks.filter(({ state }) => state === 'does-not-fit'))
            for (const fix of check.fixes) {
              const after = await workOut(begun, told, [slot, fix.key]);
              const there = after.work
                .find((one) => one.slot === slot)
                ?.joints.find(({ id }) => id === joint.id)
                ?.checks.find(({ id }) => id === check.id);
              const name = `${begun.spec.seed} ${slot}/${fix.key} at ${joint.id}`;
              if (there?.state === 'does-not-fit') wrong.push(`${name}: ${check.words} still does not fit`);
              const shown = new Set([...openIn(before), ...(fix.after?.opens ?? [])]);
              for (const words of openIn(after)) if (!shown.has(words)) wrong.push(`${name}: opens ${words}`);
              tried += 1;
            }
    }
    expect(wrong).toEqual([]);
    expect(tried).toBeGreaterThan(30);
  });
});
