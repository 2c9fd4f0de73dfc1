import fc from 'fast-check';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { type ChainAnswer, writeFace } from '@kerabat/contract';
import { checkChain } from '@kerabat/core/job';
import type { ChainInput } from '@kerabat/core/judge/verdict';
import { attribute } from '@kerabat/core/named/attribute';
import type { ChainFact } from '@kerabat/core/vehicle/chain';
import { draws, inputWith, layouts, putAnother, vehicleOf } from '../../../core/judge/verdict/vehicles.testing.js';
import { runs } from '../../../tools/seeds.js';
import { testServer, type TestServer } from '../../testing/harness.js';

/** The chain that is asked over HTTP is judged as the core judges it: a twentieth of the jobs of the laws of doubt. */

let server: TestServer;
beforeAll(async () => {
  server = await testServer({ demo: false });
});
afterAll(() => server.close());

/** A chain as it goes over the wire. */
const sent = ({ parts, joints, edits, listed }: ChainInput) => ({
  parts,
  joints: joints.map(({ id, kind, between: [a, b], through, stack }) => ({
    id,
    kind,
    between: [writeFace(a), writeFace(b)],
    ...(through === undefined ? {} : { through }),
    ...(stack === undefined ? {} : { stack }),
  })),
  edits,
  listed,
});

/** Without words that only a layout writes: a port that feeds one wheel. */
function writable(input: ChainInput): ChainInput {
  const own = (facts: readonly ChainFact[]) =>
    facts.filter(({ attribute: name, value }) => {
      const { choices } = attribute(name);
      return choices === undefined || value === null || choices.includes(String(value));
    });
  return {
    ...input,
    parts: input.parts.map((part) => ({ ...part, facts: own(part.facts) })),
    edits: input.edits.map((edit) => (edit.do === 'put' ? { ...edit, facts: own(edit.facts) } : edit)),
  };
}

it('an order with a figure that is known less well is judged over HTTP as it is in the core', async () => {
  let [told, fell] = [0, 0];
  await fc.assert(
    fc.asyncProperty(
      layouts,
      draws,
      fc.nat(40),
      draws,
      fc.nat(1000),
      fc.constantFrom(0.05, 0.3, 2, 9),
      async (layout, values, which, others, pick, more) => {
        const vehicle = vehicleOf(layout, values);
        const put = putAnother(vehicle, which, others, 9, pick % 2 === 0);
        const plain = writable(inputWith(vehicle, [put]));
        const parts = plain.parts.map((part, i) => ({
          ...part,
          facts: part.facts.map((fact, n) =>
            typeof fact.value === 'number' && (i + n) % 7 === pick % 7 && fact.value > more
              ? { ...fact, tolerance: more }
              : fact,
          ),
        }));
        const grades = [plain, { ...plain, parts }].map(async (input) => {
          const here = checkChain({ ...input, whole: false, fluids: false });
          const { status, body } = await server.ask('POST', '/chain/check', { body: sent(input) });
          expect(status, JSON.stringify(body).slice(0, 300)).toBe(200);
          if ('faults' in here) throw new Error(JSON.stringify(here.faults));
          const there = body as ChainAnswer;
          expect(there.verdict.grade).toBe(here.verdict.grade);
          expect(there.verdict.reasons.map(({ joint, code, state }) => [joint, code, state])).toEqual(
            here.verdict.reasons.map(({ joint, code, state }) => [joint, code, state]),
          );
          expect(there.judged).toEqual(here.judged);
          told++;
          return here.verdict.reasons.length;
        });
        const [sure, unsure] = await Promise.all(grades);
        if ((unsure ?? 0) > (sure ?? 0)) fell++;
      },
    ),
    { numRuns: runs(75) },
  );
  expect(told).toBeGreaterThan(runs(75));
  expect(fell).toBeGreaterThan(0);
});
