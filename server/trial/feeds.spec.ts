import { afterAll, describe, expect, it } from 'vitest';
import { fixKey, slotOf } from '@kerabat/core/job';
import { type ChainInput, judgeChain } from '@kerabat/core/judge/verdict';
import { circuitFlaws } from '@kerabat/core/simulate';
import { applyEdits, type ChainFact, type Edit, faceName } from '@kerabat/core/vehicle/chain';
import { answered, type Begun, jobsBegun, plausible, toldIn } from '../testing/begun.js';

/**
 * Whatever is accepted, every wheel is fed by the outlet that is for it, or the order is not safe. Who feeds what is
 * followed by the plain judge, which shares nothing with the rules.
 */

const { jobs, close } = jobsBegun('feeds', 24);
afterAll(close);

/** Wheels that an outlet feeds which is for another axle or side, in the vehicle as a chain of edits leaves it. */
function misfed({ parts, joints, edits }: ChainInput): string[] {
  const then = applyEdits({ parts, joints }, edits);
  if ('faults' in then) return [];
  const closed = new Set([...then.plugs]);
  return circuitFlaws(then, closed).flatMap(({ sentence }) =>
    sentence.includes('is fed by the port for') ? sentence : [],
  );
}

/** The same order with a master whose outlets feed the other axle than it says. */
const crossed = (input: ChainInput): ChainInput => ({
  ...input,
  edits: input.edits.map((edit): Edit => (edit.do === 'put' ? { ...edit, facts: edit.facts.map(otherAxle) } : edit)),
});
const otherAxle = (fact: ChainFact): ChainFact =>
  fact.attribute === 'port-feeds' && (fact.value === 'front' || fact.value === 'rear')
    ? { ...fact, value: fact.value === 'front' ? 'rear' : 'front' }
    : fact;

/** A chain of a job in which everything was answered, with fixes that are offered accepted, one more each time. */
async function* chains(begun: Begun): AsyncIterable<ChainInput> {
  const w = await begun.shop.workOut(begun.start().base());
  const everything = w.measurements.map((m) => answered(m, plausible(begun, m, w), w));
  const accepted = new Set<string>();
  for (let round = 0; round < 4; round++) {
    const { input, answer } = await begun.shop.judged(toldIn(begun, everything).base(), accepted);
    if (!answer) return;
    yield input;
    const worked = w.work.map(({ slot }) => slot);
    const offered = answer.joints.flatMap((joint) =>
      joint.checks.flatMap(({ fixes }) => fixes.map((fix) => `${slotOf(joint, worked) ?? ''}/${fixKey(fix)}`)),
    );
    const more = offered.filter((key) => !accepted.has(key));
    if (more.length === 0) return;
    for (const key of more.slice(0, round + 1)) accepted.add(key);
  }
}

describe('feeds', () => {
  it('no order is safe in which an outlet feeds another axle than it is for, through whatever', async () => {
    let [judged, wrong, safe] = [0, 0, 0];
    for (const begun of jobs)
      for await (const input of chains(begun))
        for (const one of [input, crossed(input)]) {
          const answer = judgeChain(one);
          if ('faults' in answer) continue;
          const flaws = misfed(one);
          judged += 1;
          if (flaws.length === 0) {
            if (answer.verdict.grade === 'safe') safe += 1;
            continue;
          }
          wrong += 1;
          const ports = one.edits.flatMap((edit) => (edit.do === 'plug' ? [faceName(edit.face)] : []));
          expect(
            answer.verdict.grade,
            `${begun.spec.seed} ${begun.spec.request} ${flaws.join()} ${ports.join()}`,
          ).not.toBe('safe');
        }
    expect(judged).toBeGreaterThan(100);
    expect(wrong).toBeGreaterThan(5);
    expect(safe).toBeGreaterThan(0);
  });
});
