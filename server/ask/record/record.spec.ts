import { afterAll, beforeAll, expect, it } from 'vitest';
import type { RecordNext, TrialReport } from '@kerabat/contract';
import { testServer, type TestServer } from '../../testing/harness.js';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

const answer = async (): Promise<RecordNext> => (await server.ask('GET', '/record-next')).body as RecordNext;
async function tried(): Promise<RecordNext> {
  expect((await server.ask('POST', '/record-next')).status).toBe(202);
  for (let i = 0; i < 600; i++) {
    const now = await answer();
    if (now.state !== 'running') return now;
    await new Promise((soon) => setTimeout(soon, 100));
  }
  throw new Error('it never ended');
}

it('nothing is tried before somebody asks for it', async () => {
  expect(await answer()).toEqual({ state: 'not-tried' });
});

it('each line names what is missing, where, and what it saves; the most useful first', async () => {
  const { state, jobs = 0, lines = [], stale } = await tried();
  expect(state).toBe('done');
  expect(stale).toBe(false);
  expect(jobs).toBeGreaterThan(20);
  expect(lines.length).toBeGreaterThan(5);
  expect(lines.map(({ minutes }) => minutes)).toEqual(lines.map(({ minutes }) => minutes).sort((a, b) => b - a));
  for (const line of lines) {
    expect(line.minutes + line.notKnown, line.key).toBeGreaterThan(0);
    expect(line.where.length, line.key).toBeGreaterThan(0);
    expect(
      line.where.reduce((sum, { minutes }) => sum + minutes, 0),
      line.key,
    ).toBeCloseTo(line.minutes, 6);
  }
});

it('the same as CSV, a row for each unit or vehicle', async () => {
  const { lines = [] } = await answer();
  const text = String((await server.ask('GET', '/record-next.csv')).body);
  expect(text.trim().split('\r\n')).toHaveLength(1 + lines.reduce((sum, { where }) => sum + where.length, 0));
});

it('the report of the last trial ships with the program', async () => {
  const report = (await server.ask('GET', '/trial')).body as TrialReport;
  expect(report.honest.lines.find(({ policy, of }) => policy === 'advice' && of === 'all')?.jobs).toBe(
    report.honest.jobs,
  );
  expect(report.honest.lines.filter(({ of }) => of.startsWith('catalogue '))).toHaveLength(3);
});
