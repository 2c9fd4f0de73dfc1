import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { LineTemplates } from '@kerabat/contract';
import { testServer, type TestServer } from '../../testing/harness.js';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

const mm = (value: number) => ({ value, unit: 'mm' });
const LINE = {
  tube: '3/16 in',
  legs: [mm(180), mm(95)],
  bends: [{ angle: 90, radius: mm(16) }],
  ends: [{ flare: 'none' }, { flare: 'none' }],
};
const keep = (vehicle: string, name: string, line: unknown, seen: number) =>
  server.ask('PUT', `/vehicles/${vehicle}/lines/${encodeURIComponent(name)}`, { body: { line }, seen });

describe('lines of a vehicle', () => {
  it('one is kept and found again, whatever it is called', async () => {
    const saved = await keep('q3', 'rear left / “long”', LINE, 0);
    expect(saved.status).toBe(200);
    const { lines } = (await server.ask('GET', '/vehicles/q3/lines')).body as LineTemplates;
    expect(lines).toMatchObject([{ name: 'rear left / “long”', line: LINE, version: 1, by: 'Ilse' }]);
    expect((await server.ask('GET', '/vehicles/q4/lines')).body).toEqual({ lines: [] });
  });
  it('two people at once: the second is told, and loses nothing', async () => {
    await keep('q4', 'front', LINE, 0);
    const late = await keep('q4', 'front', { ...LINE, tube: '1/4 in' }, 0);
    expect(late.status).toBe(412);
    expect(late.body).toMatchObject({ theirs: { line: LINE }, mine: { tube: '1/4 in' } });
    expect((await keep('q4', 'front', { ...LINE, tube: '1/4 in' }, 1)).status).toBe(200);
  });
  it('what cannot be made, has no name or no vehicle is refused with a sentence', async () => {
    const bad = await keep('q4', 'x', { ...LINE, legs: [mm(-1), mm(95)] }, 0);
    expect([bad.status, bad.body.errors[0].pointer]).toEqual([400, '/legs/0']);
    expect((await keep('q4', ' ', LINE, 0)).status).toBe(400);
    expect((await keep('q4', 'a\u202eb', LINE, 0)).status).toBe(400);
    expect((await keep('q99', 'x', LINE, 0)).status).toBe(404);
  });
  it('one that is taken out is gone, and taking it out twice is told', async () => {
    await keep('v12', 'rear', LINE, 0);
    const out = (seen: number) => server.ask('DELETE', '/vehicles/v12/lines/rear', { seen });
    expect((await out(4)).status).toBe(412);
    expect((await out(1)).status).toBe(204);
    expect((await out(0)).status).toBe(404);
  });
});
