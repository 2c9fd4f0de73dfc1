import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type ChainAnswer, checkChain, composeJob } from '@kerabat/core/job';
import type { Answer, Check } from '@kerabat/core/judge/check';
import type { ChainInput } from '@kerabat/core/judge/verdict';
import { attribute } from '@kerabat/core/named/attribute';
import type { ChainFact, Edit } from '@kerabat/core/vehicle/chain';
import { SLOTS } from '@kerabat/core/vehicle/place';
import { testServer, type TestServer } from '../testing/harness.js';
import { judgedRowsOf } from './gather.js';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

const judged = (input: ChainInput): ChainAnswer => {
  const answer = checkChain(input);
  if ('faults' in answer) throw new Error(JSON.stringify(answer.faults));
  return answer;
};

/** A value that somebody could find for an attribute. */
function plausible(name: NonNullable<Answer['attribute']>): ChainFact['value'] {
  const row = attribute(name);
  if (row.kind === 'thread') return 'M10x1.0';
  if (row.kind === 'choice') return row.choices?.[0] ?? null;
  if (row.kind === 'count') return 2;
  if (row.kind === 'quantity') return row.usual ? (row.usual.min + row.usual.max) / 2 : 4;
  return 'K1';
}

/** The same chain with each question of a check answered with its named instrument. */
function answered(input: ChainInput, check: Check): ChainInput {
  const decided = check.answers.some((a) => a.how === 'decide');
  const seen = new Set<string>();
  const edits = check.answers.flatMap((answer, i): Edit[] => {
    const { part, attribute: name, position } = answer;
    const key = `${part} ${name} ${position ?? ''}`;
    if (name === undefined || seen.has(key)) return [];
    seen.add(key);
    const fact = {
      attribute: name,
      ...(position === undefined ? {} : { position }),
      value: plausible(name),
      rests: 'measured' as const,
    };
    return [{ id: `answer ${i}`, do: 'set', at: part, facts: [fact] }];
  });
  const wanted = input.edits.map((edit): Edit => (decided && edit.do === 'put' ? { ...edit, wanted: true } : edit));
  // The build month says which side of a production change a part comes from.
  const parts = input.parts.map((part) =>
    check.code === 'place.mated' && part.set === 'not-known' ? { ...part, set: 'A' } : part,
  );
  return { ...input, parts, edits: [...wanted, ...edits] };
}

/**
 * Every blocker of a job that nobody knows: answered, it goes, or becomes a mismatch, or asks for what the answer
 * opened.
 */
function expectAnswerable(input: ChainInput, words: string): number {
  const before = judged(input);
  const open = before.joints.flatMap((joint) =>
    joint.checks.filter((c) => c.state === 'not-known' && c.rank === 'must').map((check) => ({ joint, check })),
  );
  for (const { joint, check } of open) {
    const what = `${words}: ${joint.id} ${check.code}`;
    expect(check.answers.length, what).toBeGreaterThan(0);
    const parts = new Set(input.parts.map((part) => part.id));
    for (const { part } of check.answers) expect(parts.has(part), `${what} asks about ${part}`).toBe(true);
    const after = judged(answered(input, check));
    const same = after.joints.find((j) => j.id === joint.id)?.checks.find((c) => c.code === check.code);
    const settled =
      same === undefined ||
      same.state !== 'not-known' ||
      JSON.stringify(same.answers) !== JSON.stringify(check.answers);
    expect(settled, `${what} ${JSON.stringify(same)}`).toBe(true);
  }
  return open.length;
}

describe('nobody is blocked by what cannot be answered', () => {
  it('in any job of the demo', async () => {
    for (const { id } of server.stores.jobs.list(() => '').jobs)
      expectAnswerable(composeJob(await judgedRowsOf(id, server.stores)), `job ${id}`);
  });
  it('with any unit of the catalogue in any place of any vehicle', async () => {
    const { vehicles } = server.stores.vehicles.search({
      q: '',
      maker: '',
      series: '',
      built: '',
      option: '',
      assistance: '',
      limit: 100,
    });
    let [orders, asked] = [0, 0];
    for (const vehicle of vehicles) {
      for (const { slot, kinds } of SLOTS) {
        const fitted = server.stores.vehicles.chain(vehicle.id).filter((e) => e.slot === slot);
        if (fitted.length === 0) continue;
        const units = kinds
          .flatMap((kind) => server.stores.units.search({ kind, q: '', limit: 100 }))
          .filter((_, i) => (i + orders) % 9 === 0);
        for (const unit of units) {
          const job = server.stores.jobs.create(
            {
              asker: 'x',
              request: 'replace',
              complaints: [],
              words: '',
              vehicleId: vehicle.id,
              built: null,
              options: [],
              slot,
            },
            'Ilse',
          );
          const decide = (subject: string, choice: string) =>
            server.stores.jobs.decide(job.id, subject, { value: { choice }, reason: '' }, 0, 'Ilse');
          decide(`old:${slot}`, fitted[0]?.unitId ?? '');
          decide(`unit:${slot}`, unit.id);
          asked += expectAnswerable(
            composeJob(await judgedRowsOf(job.id, server.stores)),
            `${vehicle.id} ${slot} ${unit.id}`,
          );
          orders++;
        }
      }
    }
    // So many orders were tried, and so many questions answered.
    expect(orders).toBeGreaterThan(100);
    expect(asked).toBeGreaterThan(100);
  });
});
