import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Found, KitDetail } from '@kerabat/contract';
import { testServer, type TestServer } from '../../testing/harness.js';

/** What the quick box makes of what is said on the phone, with the demo's catalogue. */
let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

const found = async (query: string): Promise<Found> =>
  (await server.ask('GET', `/find?q=${encodeURIComponent(query)}`)).body as Found;
const begins = ({ hits }: Found): Record<string, string> => Object.fromEntries(new URLSearchParams(hits[0]?.id));

describe('a whole call', () => {
  it.each([
    ['bigger master for the V10', { vehicle: 'v10', slot: 'brake-master', request: 'upgrade' }],
    ['convert B7 to hydraulic', { vehicle: 'b7', request: 'convert', conversion: 'vacuum-to-hydraulic' }],
    ['V12 master sinks', { vehicle: 'v12', slot: 'brake-master', complaint: 'sinking-pedal' }],
  ])('%s', async (query, job) => {
    const answer = await found(query);
    expect(answer.takenFor).toBe('a call');
    expect(begins(answer)).toEqual({ ...job, words: query });
  });
  it.each([
    ['7/8', '7/8 in'],
    ['27 mm', '1-1/16 in ≡ 27 mm'],
  ])('%s is a bore', async (query, words) => {
    const { takenFor, hits } = await found(query);
    expect([takenFor, hits[0]?.words]).toEqual(['a bore', words]);
  });
  it.each(['2', '900 mm', '3/8-24', 'WX1900'])('%s is none', async (query) => {
    expect((await found(query)).hits.filter(({ kind }) => kind === 'bore')).toEqual([]);
  });
});

describe('a question', () => {
  it('of the fluid is answered with what the cap on record says, for each system', async () => {
    const { takenFor, hits } = await found('which fluid for the Q4');
    expect(takenFor).toBe('a question');
    const said = hits.filter(({ kind }) => kind === 'answer').map(({ words }) => words);
    expect(said).toEqual([
      'DOT 4 for the brake of the Quellmar Q4 quay tug',
      'DOT 4 for the clutch of the Quellmar Q4 quay tug',
    ]);
  });
  it('of the kit says on which unit it depends, where the units take different ones', async () => {
    const [hit] = (await found('seal kit Q3 master')).hits;
    expect(hit?.words).toBe('The kit depends on which master the Quellmar Q3 quay tug has');
    expect(hit?.detail).toContain('A 90-229');
    expect(hit?.detail).toContain('A 90-239');
  });
  it('never names a kit that a unit of the place does not take', async () => {
    const { body } = await server.ask('GET', '/vehicles?q=&limit=100');
    const vehicles = (body as { vehicles: { id: string; name: string }[] }).vehicles;
    let named = 0;
    for (const { id, name } of vehicles) {
      const hits = (await found(`seal kit ${name} master`)).hits.filter((h) => h.kind === 'answer');
      for (const { detail } of hits.filter(({ words }) => / for the /.test(words) && !/^(No|The kit)/.test(words))) {
        named++;
        const chain = (await server.ask('GET', `/vehicles/${id}`)).body as {
          chain: { slot: string; unitId: string }[];
        };
        const units = new Set(chain.chain.filter(({ slot }) => slot === 'brake-master').map(({ unitId }) => unitId));
        expect(detail).toContain(units.size > 1 ? `each of ${units.size} units` : 'its unit');
      }
    }
    expect(named).toBeGreaterThan(0);
  });
});

describe('a seal kit', () => {
  it('has a page: what lies in it, its units, its numbers, and who has it', async () => {
    const hit = (await found('A 90-229')).hits[0];
    expect(hit).toMatchObject({ kind: 'kit', id: 'kit:ka-22' });
    const kit = (await server.ask('GET', '/kits/ka-22')).body as KitDetail;
    expect(kit.contents.map(({ item }) => item)).toContain('primary seal');
    expect(kit.units.map(({ unitId }) => unitId)).toContain('ard-tm22q');
    expect(kit.numbers.map(({ written }) => written)).toContain('A 90-229');
  });
  it('that is none is said', async () => {
    const { status, body } = await server.ask('GET', '/kits/no%20such');
    expect([status, (body as { detail: string }).detail]).toEqual([
      404,
      'There is no seal kit "no such" in the catalogue.',
    ]);
  });
});
