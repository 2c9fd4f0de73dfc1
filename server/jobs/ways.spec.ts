import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Workspace } from '@kerabat/contract';
import { readWay, type WayNote, wayText } from '@kerabat/core/judge/fix';
import { testServer, type TestServer } from '../testing/harness.js';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

const decide = (id: number, subject: string, choice: string, detail?: string) =>
  server.ask('PUT', `/jobs/${id}/decisions/${encodeURIComponent(subject)}`, {
    body: { value: { choice, ...(detail === undefined ? {} : { detail }) }, reason: 'test' },
    seen: 0,
  });
const workspace = async (id: number): Promise<Workspace> => (await server.ask('GET', `/jobs/${id}`)).body;

/**
 * A Q3 tug whose front line ends 3/8-24 inverted and whose rear line ends 7/16-24, with a master of another vehicle.
 */
async function job(unit: string, ways: Readonly<Record<string, readonly WayNote[]>>): Promise<number> {
  const body = {
    asker: 'x',
    request: 'upgrade',
    complaints: [],
    words: '',
    vehicleId: 'q3',
    built: null,
    options: [],
    slot: 'brake-master',
  };
  const { id } = (await server.ask('POST', '/jobs', { body })).body as { id: number };
  await decide(id, 'unit:brake-master', unit);
  for (const [line, notes] of Object.entries(ways))
    expect((await decide(id, `fix:brake-master/way@${line}`, 'accepted', wayText(notes))).status).toBe(200);
  return id;
}
const checksOf = ({ work }: Workspace, line: string) =>
  work.flatMap((w) => w.joints.flatMap((j) => j.checks)).filter((c) => c.id.endsWith(`@${line}`));
const ordered = ({ partsList }: Workspace): string[] =>
  partsList
    .filter((line) => line.section === 'order')
    .map(({ quantity, number, words }) => `${quantity} ${number ?? '-'} ${words}`);

const ADAPTER: WayNote = { do: 'adapter', key: 'adapter-38-m10', thread: '3/8-24 UNF', seat: 'inverted-flare' };

describe('a way that is taken into a job', () => {
  it('is laid into the chain: its piece is ordered, and what it meets is judged', async () => {
    const w = await workspace(await job('ard-tm23v', { 'front-left': [ADAPTER] }));
    expect(
      checksOf(w, 'front-left')
        .filter((c) => /^(thread|seat)@/.test(c.id))
        .map((c) => c.state),
    ).not.toContain('does-not-fit');
    expect(ordered(w)).toContain('1 WX7248 Adapter 3/8-24 UNF female, M10x1.0 male');
    expect(
      w.work[0]?.joints.flatMap((j) => j.checks.flatMap((c) => c.fixes)).find((r) => r.key === 'way@front-left')
        ?.accepted,
    ).toBe(true);
  });
  it('an adapter and a new flare behind it: both are on the list, with the nut of the adapter', async () => {
    const notes: WayNote[] = [
      { do: 'adapter', key: 'adapter-m12-m10', thread: 'M10x1.0', seat: 'bubble-flare' },
      { do: 'reflare', thread: 'M10x1.0', seat: 'bubble-flare' },
    ];
    const w = await workspace(await job('ard-tm25v', { 'rear-left': notes }));
    expect(
      checksOf(w, 'rear-left')
        .filter((c) => /^(thread|seat)@/.test(c.id))
        .map((c) => c.state),
    ).not.toContain('does-not-fit');
    const lines = ordered(w);
    expect(lines.some((l) => l.includes('Adapter M10x1.0 female, M12x1.0 male'))).toBe(true);
    expect(lines.some((l) => /Tube nut M10x1\.0/.test(l))).toBe(true);
  });
  it('one that does not come to the line is no fix: the mismatch moves to where it is', async () => {
    const w = await workspace(await job('ard-tm23v', { 'rear-left': [ADAPTER] }));
    expect(w.safety.safe).toBe(false);
    expect(JSON.stringify(w.safety)).toMatch(/7\/16-24|thread/);
  });
  it('what the catalogue does not hold, or what is no way, is told and changes nothing', async () => {
    const gone = await workspace(await job('ard-tm23v', { 'front-left': [{ ...ADAPTER, key: 'adapter-gone' }] }));
    expect(JSON.stringify(gone)).toContain('does not hold any more');
    expect(checksOf(gone, 'front-left').find((c) => c.id === 'thread@front-left')?.state).toBe('does-not-fit');
    for (const text of [
      '',
      '{}',
      '[]',
      '[["adapter"]]',
      '[["weld","a","M10x1.0","bubble-flare"]]',
      'half a [',
      JSON.stringify(Array(9).fill(['reflare', '', 'M10x1.0', 'bubble-flare'])),
    ])
      expect(readWay(text, () => undefined)).toEqual({ gone: '' });
  });
});
