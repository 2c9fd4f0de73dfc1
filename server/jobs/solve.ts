import { PassThrough } from 'node:stream';
import type { Context } from 'koa';
import type { SolveAnswer, SolveLine, SolveLimits } from '@kerabat/contract';
import { checkChain, checkKey, composeJob, fixKey, isOpen, shownFix, slotOf } from '@kerabat/core/job';
import type { ChainSolution, ChainWay } from '@kerabat/core/judge/solve';
import type { ChainInput } from '@kerabat/core/judge/verdict';
import { checkWords, sentenceOf } from '@kerabat/core/tell/words';
import { findSlot } from '@kerabat/core/vehicle/place';
import { SEARCH_MS } from '../ask/chain/task.js';
import { hangsUp } from '../base/http/gone.js';
import { sender } from '../base/http/guard.js';
import { HttpProblem } from '../base/http/problem.js';
import { judgedRowsOf } from './gather.js';
import type { Stores } from './needs.js';

/** Ways to close the chain of a job: the cheapest sets of fixes, looked for in a thread. */

/** Answers line by line while a thread looks: progress, then the answer. Whoever hangs up stops it. */
export async function solveJob(ctx: Context, id: number, limits: SolveLimits, stores: Stores): Promise<void> {
  const rows = await judgedRowsOf(id, stores);
  const input = composeJob(rows);
  const worked = rows.places.filter((place) => place.chosen).map((place) => place.slot);
  const stream = new PassThrough();
  const write = (line: SolveLine | { problem: string }): void => void stream.write(`${JSON.stringify(line)}\n`);
  stores.pool
    .run(
      'solveChain',
      { input, limits },
      {
        pool: 'long',
        person: sender(ctx),
        signal: hangsUp(ctx),
        timeMs: SEARCH_MS,
        tell: (progress) => write({ progress }),
      },
    )
    .then(
      (found) => write({ answer: answerOf(found, input, worked) }),
      (error: unknown) =>
        write({
          problem:
            error instanceof HttpProblem
              ? error.detail
              : `The search ended early. ${error instanceof Error ? error.message : ''}`,
        }),
    )
    .finally(() => stream.end());
  ctx.compress = false;
  ctx.type = 'application/x-ndjson';
  ctx.body = stream;
}

function answerOf(found: ChainSolution, input: ChainInput, worked: readonly string[]): SolveAnswer {
  const answer = checkChain(input);
  const joints = 'faults' in answer ? [] : answer.joints;
  const open = joints.flatMap((joint) => joint.checks.filter(isOpen).map((check) => ({ joint, check })));
  const placed = open.filter(({ check }) => check.state === 'not-known');
  const without = open.find(({ joint, check }) => checkKey(joint, check) === found.without);
  return {
    ways: found.ways.map((way) => wayView(way, input, worked)),
    ...(found.because === undefined ? {} : { because: becauseOf(found.because, without) }),
    notKnown: placed.map(({ joint, check }) => `${placeWords(slotOf(joint, worked))}: ${checkWords(check.code)}`),
    truncated: found.truncated,
    looked: found.looked,
  };
}

type Open = { readonly joint: Parameters<typeof sentenceOf>[1]; readonly check: Parameters<typeof sentenceOf>[0] };
function becauseOf(because: NonNullable<ChainSolution['because']>, without: Open | undefined): string {
  if (because === 'cut-short') return 'The search was cut short before a way was found.';
  if (because === 'opens-another')
    return 'No solution within these limits, or every fix opens another mismatch: choose another unit.';
  const what = without
    ? ` for the ${checkWords(without.check.code)}: ${sentenceOf(without.check, without.joint)}`
    : '.';
  return `No acceptable fix is known${what} Choose another unit.`;
}

const placeWords = (slot: string | undefined): string => (slot === undefined ? '' : (findSlot(slot)?.words ?? slot));

function wayView(
  { fixes, joints, minutes, parts, cost }: ChainWay,
  { settings }: ChainInput,
  worked: readonly string[],
): SolveAnswer['ways'][number] {
  const keys = fixes.map((fix, i) => {
    const joint = joints[i];
    return `${(joint && slotOf(joint, worked)) ?? worked[0] ?? ''}/${fixKey(fix)}`;
  });
  return {
    keys: [...keys].sort(),
    fixes: fixes.map((fix, i) => ({
      ...shownFix(fix, '', false),
      key: keys[i] ?? fixKey(fix),
    })) as SolveAnswer['ways'][number]['fixes'],
    minutes,
    parts,
    cost,
    working:
      `${minutes} min work + ${parts} ${parts === 1 ? 'part' : 'parts'} × ${settings.partMinutes} + ` +
      `${cost - minutes - parts * settings.partMinutes} waiting = ${cost}`,
  };
}
