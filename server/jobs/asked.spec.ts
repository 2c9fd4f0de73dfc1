import { afterAll, beforeAll, expect, it } from 'vitest';
import type { Workspace } from '@kerabat/contract';
import { testServer, type TestServer } from '../testing/harness.js';

/** A question that has no answer: it cannot be seen, or its source was asked and did not say. */

let server: TestServer;
let id: number;
beforeAll(async () => {
  server = await testServer();
  // What nobody recorded of the new unit.
  server.databases.catalogue.exec(
    `DELETE FROM unit_fact WHERE attribute = 'stud-spacing' AND unit_id = (SELECT id FROM unit WHERE key = 'wex-sm19')`,
  );
  const asked = { asker: 'x', request: 'replace', complaints: [], words: '', options: [] };
  const body = { ...asked, vehicleId: 'q2', built: '1979-05', slot: 'brake-master' };
  ({ id } = (await server.ask('POST', '/jobs', { body })).body as { id: number });
  await decide('unit:brake-master', { choice: 'wex-sm19' });
});
afterAll(() => server.close());

const workspace = async (): Promise<Workspace> => (await server.ask('GET', `/jobs/${id}`)).body as Workspace;
async function decide(subject: string, value: { choice: string; detail?: string }) {
  const seen = (await workspace()).decisions.find((d) => d.subject === subject)?.version ?? 0;
  return server.ask('PUT', `/jobs/${id}/decisions/${encodeURIComponent(subject)}`, {
    body: { value, reason: '' },
    seen,
  });
}
const asksFor = ({ measurements }: Workspace): string[] => measurements.map(({ key }) => key);
const words = (lines: readonly { readonly words: string }[]): string[] => lines.map((line) => line.words);
const UNIT = 'unit/stud-spacing';
const groupOf = ({ measurements }: Workspace): string | undefined =>
  measurements.find(({ key }) => key === `brake-master/${UNIT}`)?.group;

it('asked without an answer: it is asked another way last, waits for the part, and is open until then', async () => {
  const before = await workspace();
  expect(asksFor(before)).toContain(`brake-master/${UNIT}`);
  expect(words(before.safety.blockers)).toContain('stud spacing');
  expect((await decide(`asked:brake-master/${UNIT}`, { choice: 'no-answer', detail: 'supplier' })).status).toBe(200);
  const after = await workspace();
  expect(groupOf(after)).toBe('another-way');
  expect(words(after.safety.receive)).toContain('stud spacing');
  expect(words(after.safety.blockers)).toContain('stud spacing');
  expect(after.safety).toMatchObject({ grade: 'not-safe', mayOrder: false });
  const check = after.work[0]?.joints.flatMap((j) => j.checks).find((c) => c.words === 'stud spacing');
  expect(check).toMatchObject({ state: 'not-known', measures: [{ attribute: 'stud-spacing', again: true }] });
  expect(after.work[0]?.joints.find((joint) => joint.checks.some((c) => c === check))?.state).toBe('not-known');
});

it('is about the unit that it was asked of: of another it is asked anew, and said so', async () => {
  await decide('unit:brake-master', { choice: 'ard-sm19' });
  const other = await workspace();
  expect(other.decisions.find((d) => d.subject === `asked:brake-master/${UNIT}`)?.again).toContain('another unit');
  expect(other.safety.notes.join(' ')).toContain('asked about "stud spacing"');
  await decide('unit:brake-master', { choice: 'wex-sm19' });
  expect(groupOf(await workspace())).toBe('another-way');
});

it('what cannot be seen is asked once more at the end, then no more; taken back, it is asked again', async () => {
  await takeBack();
  const before = await workspace();
  expect(asksFor(before)).toContain(`brake-master/${UNIT}`);
  expect((await decide(`asked:brake-master/${UNIT}`, { choice: 'cannot-be-seen' })).status).toBe(200);
  expect(groupOf(await workspace())).toBe('another-way');
  expect((await decide(`asked:brake-master/${UNIT}`, { choice: 'nowhere' })).status).toBe(200);
  const after = await workspace();
  expect(asksFor(after)).toEqual(asksFor(before).filter((key) => key !== `brake-master/${UNIT}`));
  expect(words(after.safety.blockers)).toEqual(words(before.safety.blockers));
  // Of the new unit it is looked at when that is there.
  expect(words(after.safety.receive)).toEqual(
    expect.arrayContaining([...words(before.safety.receive), 'stud spacing']),
  );
  await takeBack();
  expect(asksFor(await workspace())).toEqual(asksFor(before));
});
async function takeBack(): Promise<void> {
  const subject = `asked:brake-master/${UNIT}`;
  const seen = (await workspace()).decisions.find((d) => d.subject === subject)?.version ?? 0;
  const path = `/jobs/${id}/decisions/${encodeURIComponent(subject)}`;
  expect((await server.ask('DELETE', path, { seen })).status).toBeLessThan(300);
}

it.each([
  ['a question of nothing', 'asked:brake-master/unit/colour', { choice: 'no-answer', detail: 'x' }, 'nothing that is'],
  ['of nobody', `asked:brake-master/${UNIT}`, { choice: 'no-answer' }, 'Say who was asked'],
  ['of the vehicle', 'asked:brake-master/vehicle/stud-spacing', { choice: 'no-answer', detail: 'x' }, 'looked at'],
  ['an end that is none', `asked:brake-master/${UNIT}`, { choice: 'perhaps' }, 'ends in'],
  [
    'a detail that says nothing',
    `asked:brake-master/${UNIT}`,
    { choice: 'cannot-be-seen', detail: 'x' },
    'Nothing more',
  ],
  ['a place that is none', `asked:roof/${UNIT}`, { choice: 'cannot-be-seen' }, 'not something that is decided'],
])('refuses %s', async (_, subject, value, sentence) => {
  const { status, body } = await decide(subject, value);
  expect([status, body.detail]).toEqual([400, expect.stringContaining(sentence)]);
});
