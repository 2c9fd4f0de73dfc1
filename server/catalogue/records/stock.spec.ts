import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Workspace } from '@kerabat/contract';
import { testServer, type TestServer } from '../../testing/harness.js';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

const job = async (id: number): Promise<Workspace> => (await server.ask('GET', `/jobs/${id}`)).body;

describe('prices that suppliers told', () => {
  it('stand on the lines to order, the lowest of those who have some, with who told it and when', async () => {
    const { partsList } = await job(3);
    expect(partsList.find((l) => l.number === 'P/1130/2')?.price).toEqual({
      each: 139.5,
      supplier: 'Gannet Row Stores',
      date: '2024-05-09',
    });
  });
  it('are summed over what is ordered; a line without a price is counted as such', async () => {
    const { partsList, sum } = await job(3);
    const ordered = partsList.filter((l) => l.section === 'order' && !l.dropped);
    // By hand: master 139.50, ring 2.20, two clamps at 1.05, bench-bleed fitting 2.40, a bottle at 7.90 and one at
    // 4.60.
    expect(sum).toEqual({ total: 158.7, priced: 6, unpriced: ordered.length - 6 });
    const csv = (await server.ask('GET', '/jobs/3/parts-list.csv')).body as unknown as string;
    expect(csv).toContain('139.50,"Gannet Row Stores, 2024-05-09"');
  });
  it('of a number that nobody has left say so, and name the next where one is on a shelf', async () => {
    // Whoever chose nothing gets the number that somebody has; one that was chosen stands.
    expect((await job(4)).partsList.some((l) => l.number === 'TR-77635')).toBe(true);
    const decided = (await job(4)).decisions.find(({ subject }) => subject === 'unit:clutch-master');
    await server.ask('PUT', `/jobs/4/decisions/${encodeURIComponent('unit:clutch-master')}`, {
      body: { value: { choice: decided?.value?.choice, detail: 'M13-105' }, reason: 'x' },
      seen: decided?.version ?? 0,
    });
    const { partsList } = await job(4);
    expect(partsList.find((l) => l.number === 'M13-105')?.soldOut).toBeDefined();
    expect(partsList.find((l) => l.number === 'M13-105')).not.toHaveProperty('price');
  });
  it('of a price list that does not say how many there are: the price stands, and it is not sold out', async () => {
    const of = (written: string) => server.stores.stock.supplyOf(written);
    const [none, some] = ['M13-105', 'P/1130/2'];
    const tell = server.databases.catalogue.prepare(
      `INSERT INTO stock (number_id, supplier, quantity, told_on, price) SELECT id, 'Price list', NULL,
        '2024-06-01', 12 FROM number WHERE written = ?`,
    );
    for (const number of [none, some]) tell.run(number);
    expect(of(none)).toEqual({ price: { each: 12, supplier: 'Price list', date: '2024-06-01' } });
    // Who says that he has some goes before who only told a price.
    expect(of(some).price?.supplier).toBe('Gannet Row Stores');
  });
});

describe('numbers that their maker lists no longer', () => {
  it('say on list and in files what came in their place', async () => {
    const asked = {
      asker: 'x',
      request: 'replace',
      complaints: [],
      words: '',
      vehicleId: 'v10',
      built: '1990-03',
      options: [],
      slot: 'brake-master',
    };
    const { id } = (await server.ask('POST', '/jobs', { body: asked })).body as { id: number };
    await server.ask('PUT', `/jobs/${id}/decisions/unit%3Abrake-master`, {
      body: { value: { choice: 'ard-tm22v', detail: '3571 378 106' }, reason: 'as it is written on the old one' },
      seen: 0,
    });
    const line = (await job(id)).partsList.find((l) => l.number === '3571 378 106');
    expect(line?.notCurrent).toEqual({ status: 'superseded', by: '3571 078 006' });
    const csv = (await server.ask('GET', `/jobs/${id}/parts-list.csv`)).body as unknown as string;
    expect(csv).toContain('superseded: order 3571 078 006');
  });
  it('come after every number that is listed, of every unit of the demo', async () => {
    const { units } = (await server.ask('GET', '/units?limit=500')).body as { units: { id: string }[] };
    const gone = (status: string): boolean => status === 'superseded' || status === 'withdrawn';
    let both = 0;
    for (const { id } of units) {
      const { entries } = (await server.ask('GET', `/units/${id}/interchange`)).body as {
        entries: { numbers: { status: string }[] }[];
      };
      for (const { numbers } of entries) {
        const first = numbers.findIndex(({ status }) => gone(status));
        if (first < 0) continue;
        if (first > 0) both++;
        expect(numbers.slice(first).every(({ status }) => gone(status))).toBe(true);
      }
    }
    expect(both).toBeGreaterThan(0);
  });
});
