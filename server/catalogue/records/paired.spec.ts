import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { PairedUnits } from '@kerabat/contract';
import { testServer, type TestServer } from '../../testing/harness.js';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());
const paired = async (unit: string) => (await server.ask('GET', `/units/${unit}/paired`)).body as PairedUnits;

describe('what makers paired with a wheel unit', () => {
  it('is every master that a vehicle on record has with it, with its bore and booster', async () => {
    const { paired: rows } = await paired('ard-k48v');
    expect(rows.length).toBeGreaterThan(0);
    // By another route: each of them is in the chain of a vehicle of that name beside the caliper.
    const { vehicles } = (await server.ask('GET', '/vehicles?limit=100')).body as {
      vehicles: { id: string; name: string }[];
    };
    for (const row of rows) {
      const id = vehicles.find(({ name }) => name === row.vehicle)?.id ?? '';
      const { chain } = (await server.ask('GET', `/vehicles/${id}`)).body as {
        chain: { slot: string; unitId: string }[];
      };
      expect(chain.map(({ slot, unitId }) => `${slot} ${unitId}`)).toEqual(
        expect.arrayContaining(['front-brake ard-k48v', `brake-master ${row.unitId}`]),
      );
      expect(row.bore?.value).toBeGreaterThan(10);
    }
  });
  it('of a unit that nobody has is nothing; of no unit a sentence', async () => {
    expect((await paired('wex-s20q')).paired).toEqual([]);
    expect((await server.ask('GET', '/units/nothing/paired')).status).toBe(404);
  });
});
