import { afterAll, beforeAll, expect, it } from 'vitest';
import type { Workspace } from '@kerabat/contract';
import answers from '../../testing/an-old-directory/answers.json' with { type: 'json' };
import { testServer, type TestServer } from '../../testing/harness.js';

/**
 * A directory that was written before references were values and before a write was an event, with a decision of
 * every kind. What each job answered then is kept beside it, with what is said otherwise since; no grade rose. A unit
 * that the record does not name makes the record of its studs and plugs count no longer (job 6); what one side alone
 * records is looked at on receipt (5, 8); a unit named against what was seen is told, and another design that was
 * wanted before it was kept of which unit asks to be confirmed (6); a conversion lists what the chains differ in, a
 * figure that others share names no unit, and a silent box is asked about (5); a condition is asked about, not ordered
 * (2); a number that somebody has goes first (4).
 */
let server: TestServer;
beforeAll(async () => {
  server = await testServer({ old: true });
});
afterAll(() => server.close());

it.each(Object.entries(answers))('job %s answers what it answered before', async (id, before) => {
  const { work, partsList, decisions, safety } = (await server.ask('GET', `/jobs/${id}`)).body as Workspace;
  expect({
    grade: safety.grade,
    sentence: safety.sentence,
    subjects: decisions.map((d) => d.subject).sort(),
    list: partsList.map((l) => [l.section, l.quantity, l.words, l.number ?? ''].join(' | ')),
    checks: work
      .flatMap((w) => w.joints.flatMap((j) => j.checks.map((c) => `${w.slot}, ${c.state}: ${c.sentence}`)))
      .sort(),
    evidence: work.map((w) => `${w.slot} ${w.evidence.length}`),
  }).toEqual(before);
});
it('has a decision of every kind', () => {
  const kinds = new Set(Object.values(answers).flatMap(({ subjects }) => subjects.map((s) => s.split(':')[0])));
  const places = ['old', 'unit', 'kit', 'reseal', 'slot', 'at', 'wanted'];
  const all = [...places, 'fix', 'override', 'box', 'look', 'found', 'fluid', 'conversion'];
  expect(all.filter((kind) => !kinds.has(kind))).toEqual([]);
});
it('goes on being written: what was decided there can be taken back and decided anew', async () => {
  const subject = 'fix:brake-master/adapter@front-left';
  const decided = async () =>
    ((await server.ask('GET', '/jobs/6')).body as Workspace).decisions.find((d) => d.subject === subject);
  const before = await decided();
  expect(before?.value).toEqual({ choice: 'yes' });
  const path = `/jobs/6/decisions/${encodeURIComponent(subject)}`;
  expect((await server.ask('DELETE', path, { seen: before?.version ?? 0 })).status).toBe(200);
  expect((await decided())?.value).toBeNull();
});
