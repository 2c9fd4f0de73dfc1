import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Workspace } from '@kerabat/contract';
import { testServer, type TestServer } from '../testing/harness.js';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

const workspace = async (id: number): Promise<Workspace> => (await server.ask('GET', `/jobs/${id}`)).body;
const decide = (id: number, subject: string, choice: string, seen = 0) =>
  server.ask('PUT', `/jobs/${id}/decisions/${encodeURIComponent(subject)}`, {
    body: { value: { choice }, reason: 'asked by telephone' },
    seen,
  });
async function open(vehicleId: string, slot: string, old: string, unit: string, built: string): Promise<number> {
  const body = { asker: 'x', request: 'replace', complaints: [], words: '', vehicleId, built, options: [], slot };
  const id = (await server.ask('POST', '/jobs', { body })).body.id as number;
  await decide(id, `old:${slot}`, old);
  await decide(id, `unit:${slot}`, unit);
  return id;
}

describe('what nobody knows to be in the box', () => {
  const sensor = async (id: number) =>
    (await workspace(id)).partsList
      .filter((line) => line.words.includes('Sensor'))
      .map(({ section, words }) => ({ section, words }));
  const start = () => open('v12', 'brake-master', 'ard-tm22vs', 'pel-tm22vs', '1999-05');

  it('is a question with the text to send', async () => {
    const line = (await workspace(await start())).partsList.find((l) => l.box?.subject === 'box:brake-master/sensor');
    expect(line).toMatchObject({ section: 'ask', words: 'Ask the supplier: is it in the box of P/0912/3? Sensor' });
    expect(line?.box?.text).toContain('P/0912/3');
    expect(line?.without).toBe('its warning lamp stays on');
  });
  it('is answered: in the box, or counted as not there and moved over', async () => {
    const id = await start();
    expect((await decide(id, 'box:brake-master/sensor', 'with')).status).toBe(200);
    expect(await sensor(id)).toEqual([{ section: 'box', words: 'Sensor' }]);
    expect((await decide(id, 'box:brake-master/sensor', 'without', 1)).status).toBe(200);
    expect(await sensor(id)).toEqual([{ section: 'move', words: 'Sensor' }]);
  });
  it('two people answer at once: the second is told, and nothing is ordered twice', async () => {
    const id = await start();
    const both = await Promise.all([
      decide(id, 'box:brake-master/sensor', 'with'),
      decide(id, 'box:brake-master/sensor', 'without'),
    ]);
    expect(both.map((b) => b.status).sort()).toEqual([200, 412]);
    expect(await sensor(id)).toHaveLength(1);
  });
  it.each([
    ['box:brake-master/moon', 'with', 'is not an item that a box can hold'],
    ['box:brake-master/sensor', 'perhaps', 'with it or without it'],
    ['box:nowhere/sensor', 'with', 'is not something that is decided'],
  ])('refuses %s = %s with a sentence', async (subject, choice, sentence) => {
    const { status, body } = await decide(await start(), subject, choice);
    expect([status, body.detail]).toEqual([400, expect.stringContaining(sentence)]);
  });
});

describe('what breaks on the way', () => {
  it('lies ready, and is said at the step where it comes off', async () => {
    const w = await workspace(await open('v12', 'brake-master', 'ard-tm22vs', 'ard-tm22vs', '1999-05'));
    expect(w.workCard.find((s) => s.key.startsWith('access'))?.words).toBe(
      'Take off first: the air duct over the master; it breaks the clips of the air duct',
    );
    expect(w.partsList.find((l) => l.key === 'brake-master/breaks-0')).toMatchObject({
      section: 'perhaps',
      words: 'The clips of the air duct',
    });
  });
  it('two people strike one line at once: one of them is told, and it is struck once', async () => {
    const id = await open('v12', 'brake-master', 'ard-tm22vs', 'ard-tm22vs', '1999-05');
    const strike = (person: string) =>
      server.ask('PUT', `/jobs/${id}/parts-list/${encodeURIComponent('brake-master/unit')}`, {
        body: { dropped: true },
        seen: 0,
        person,
      });
    const both = await Promise.all([strike('Ilse'), strike('Odo')]);
    expect(both.map((b) => b.status).sort()).toEqual([200, 412]);
    expect((await workspace(id)).partsList.filter((l) => l.dropped).map((l) => l.key)).toEqual(['brake-master/unit']);
  });
});

describe('a box of which no list speaks', () => {
  const pot = async (id: number) =>
    (await workspace(id)).partsList
      .filter(({ item }) => item === 'reservoir' || item === 'grommet')
      .map(({ section, quantity, item }) => `${section} ${quantity} ${item ?? ''}`);
  it('may hold the reservoir that its unit has: asked, and the answer counts though there is no row', async () => {
    const id = await open('q2', 'brake-master', 'ard-tm22q', 'ard-tm22q', '1981-06');
    expect(await pot(id)).toEqual(['ask 1 reservoir']);
    await decide(id, 'box:brake-master/reservoir', 'with');
    expect(await pot(id)).toEqual(['box 1 reservoir']);
    await decide(id, 'box:brake-master/reservoir', 'without', 1);
    expect(await pot(id)).toEqual(['move 1 reservoir', 'order 2 grommet']);
    // One of which nobody thought is asked for by its answer alone.
    await decide(id, 'box:brake-master/boot', 'without');
    expect((await workspace(id)).partsList.some((l) => l.item === 'boot' && l.section === 'order')).toBe(true);
  });
  it('where nothing like it comes off, it is a reason not to order before the supplier was asked', async () => {
    const body = { asker: 'x', request: 'convert', complaints: [], words: '', options: [], slot: null };
    const { id } = (await server.ask('POST', '/jobs', { body: { ...body, vehicleId: 'q5', built: null } })).body;
    await decide(id, 'conversion', 'self-shifting-to-manual');
    await decide(id, 'unit:clutch-master', 'mor-c15t');
    await decide(id, 'box:clutch-master/rod', 'without');
    const open = async () =>
      (await workspace(id)).safety.blockers.filter(({ words }) => words.startsWith('whether it is in the box'));
    expect(await open()).toEqual([]);
    server.databases.catalogue
      .prepare(
        `INSERT INTO box_item (number_id, item, presence, kind, source_id)
          SELECT n.id, 'sensor', 'unknown', 'sensor', n.source_id FROM number n JOIN unit u ON u.id = n.unit_id
          WHERE u.key = 'mor-c15t' AND n.kind = 'order'`,
      )
      .run();
    expect((await open()).map(({ words }) => words)).toEqual([
      expect.stringMatching(/^whether it is in the box of .*: Sensor$/),
    ]);
    await decide(id, 'box:clutch-master/sensor', 'with');
    expect(await open()).toEqual([]);
  });
  it('that comes without something says so, whether or not anything consumes it; two of one name are two', async () => {
    const catalogue = server.databases.catalogue;
    const put = catalogue.prepare(
      `INSERT INTO box_item (number_id, item, thread, presence, kind, quantity, source_id)
        SELECT id, ?, ?, ?, 'plug', ?, source_id FROM number WHERE written = 'A 23-804'`,
    );
    put.run('plugs', 'M10x1.0', 'left-out', 2);
    const id = await open('q2', 'brake-master', 'ard-tm22q', 'ard-tm22q', '1981-06');
    const plugs = async () =>
      (await workspace(id)).partsList
        .filter(({ words }) => /plug/i.test(words))
        .map(({ section, quantity, words }) => `${section} ${quantity} ${words}`);
    expect(await plugs()).toEqual(['perhaps 2 Blanking plug']);
    put.run('plugs', '7/16-24 UNS', 'included', 1);
    put.run('plugs', '3/8-24 UNF', 'included', 1);
    // Of the threads of its ports they bleed it.
    const bled = (await workspace(id)).partsList.filter(({ item }) => item === 'bench-bleed');
    expect(bled.map(({ section, words }) => `${section} ${words}`).sort()).toEqual([
      'box Bench-bleed fitting with hose 3/8-24 UNF',
      'box Bench-bleed fitting with hose 7/16-24 UNS',
    ]);
    catalogue.prepare(`DELETE FROM box_item WHERE item IN ('plugs', 'sensor')`).run();
  });
});

describe('a box that brings what the vehicle has no place for', () => {
  it('says so at the line, and a count that cannot be is refused with both sides', async () => {
    const id = await open('q2', 'brake-master', 'ard-sm19', 'ard-sm19', '1981-06');
    for (const item of ['reservoir', 'sensor']) await decide(id, `box:brake-master/${item}`, 'with');
    const told = async (item: string) => (await workspace(id)).partsList.find((l) => l.item === item);
    expect(await told('reservoir')).toMatchObject({
      section: 'box',
      reason: 'its reservoir is integral: this one is left over',
    });
    expect(await told('sensor')).toMatchObject({
      section: 'box',
      reason: 'the unit has no place for it: it is left over',
    });
    const before = (await workspace(id)).partsList.length;
    for (const quantity of [0, 1000]) {
      const { status, body } = await server.ask('PUT', `/jobs/${id}/parts-list/brake-master%2Funit`, {
        body: { quantity },
        seen: 0,
      });
      expect([status, (body as unknown as { detail: string }).detail]).toEqual([
        400,
        expect.stringContaining('quantity'),
      ]);
    }
    expect((await workspace(id)).partsList).toHaveLength(before);
  });
});

describe('a number with the reservoir and the number without', () => {
  const reservoir = async (number: string) => {
    const id = await open('v12', 'brake-master', 'ard-tm22vs', 'ard-tm22vs', '1999-05');
    await server.ask('PUT', `/jobs/${id}/decisions/${encodeURIComponent('unit:brake-master')}`, {
      body: { value: { choice: 'ard-tm22vs', detail: number }, reason: 'x' },
      seen: 1,
    });
    return (await workspace(id)).partsList
      .filter((line) => /eservoir/.test(line.words))
      .map(({ section, quantity, words }) => `${section} ${quantity} ${words}`);
  };
  it('are counted apart: it is in the box, or moves over with new grommets; clipped, it has no pin', async () => {
    expect(await reservoir('A 23-816')).toEqual(['box 1 Reservoir with cap']);
    expect(await reservoir('A 23-811')).toEqual(['move 1 Reservoir with cap', 'order 2 Reservoir grommet']);
  });
  it('stand apart in the interchange list, by what lies in their boxes', async () => {
    const interchange = (await server.ask('GET', '/units/ard-tm22vs/interchange')).body as {
      entries: { unitId?: string; numbers: { written: string; box?: string }[] }[];
    };
    const numbers = interchange.entries.flatMap((e) => e.numbers);
    const box = (written: string) => numbers.find((n) => n.written === written)?.box;
    expect(box('A 23-816')).toBe('with boot, reservoir with cap; without bench-bleed hose');
    expect(box('A 23-811')).toBe('with boot; without bench-bleed hose, reservoir with cap');
  });
});

describe('fluid', () => {
  const fluids = async (id: number) =>
    (await workspace(id)).partsList
      .filter((line) => line.key.startsWith('fluid'))
      .map(({ section, words, quantity, number, reason }) => ({ section, words, quantity, number, reason }));

  it('is bought in the cheapest set of bottles for what the unit holds and the axles that hang on it', async () => {
    const id = await open('e2', 'brake-master', 'ard-tm30e', 'pel-tm30e', '1996-04');
    // (90 + 2 × 250) × 1.15 = 678.5 ml: a bottle of 500 at 7.90 and one of 250 at 4.60, against two of 500 at 15.80.
    const reason = 'brake: unit 90 ml, flush of 2 axles 500 ml, 15 % waste: 679 ml';
    expect(await fluids(id)).toEqual([
      { section: 'order', words: 'DOT 4, bottle of 250 ml', quantity: 1, number: 'WX7251', reason },
      { section: 'order', words: 'DOT 4, bottle of 500 ml', quantity: 1, number: 'WX7078', reason },
    ]);
  });
  it('of a clutch flushes its line and no axle', async () => {
    const [line] = await fluids(await open('q4', 'slave', 'mor-s20qa', 'mor-s20qa', '2000-01'));
    expect(line?.reason).toContain('clutch: unit 15 ml, flush of its line 250 ml');
  });
  it('of one axle is not that of two', async () => {
    const { chain } = (await server.ask('GET', '/vehicles/v12')).body as { chain: { slot: string; unitId: string }[] };
    const unit = chain.find((e) => e.slot === 'front-brake')?.unitId ?? '';
    const [line] = await fluids(await open('v12', 'front-brake', unit, unit, '1999-05'));
    expect(line?.reason).toContain('flush of one axle 250 ml');
  });
  it('two systems, two fluids: one fluid for both is refused, and each is bought for itself', async () => {
    const id = await open('q4', 'brake-master', 'ard-tm22q', 'ard-tm22q', '1999-05');
    await decide(id, 'slot:clutch-master', 'yes');
    await decide(id, 'old:clutch-master', 'mor-c19qa');
    await decide(id, 'unit:clutch-master', 'mor-c19qa');
    const cap = { attribute: 'fluid', kind: 'choice', value: 'mineral', slot: 'clutch-master', onVehicle: true };
    expect((await server.ask('POST', `/jobs/${id}/evidence`, { body: cap })).status).toBe(201);
    const refused = (await workspace(id)).fluids
      .find((f) => f.system === 'clutch')
      ?.grades.find((g) => g.grade === 'DOT 4');
    expect(refused).toMatchObject({
      state: 'does-not-fit',
      sentence: 'The cap names mineral (mineral oil); DOT 4 is glycol fluid. The two never mix.',
    });
    const w = await workspace(id);
    // The seals of that clutch are EPDM: mineral oil under such a cap contradicts itself and is not safe.
    expect(w.safety.blockers.map((b) => b.words)).toContain('the fluid of the clutch is wrong for cap or seals');
    expect((await fluids(id)).map((f) => f.words)).toEqual([
      'DOT 4, bottle of 250 ml',
      'DOT 4, bottle of 500 ml',
      'mineral, bottle of 500 ml',
    ]);
    expect(w.workCard.map((s) => s.key)).toContain('two-fluids');
  });
  it('is judged by the seals of every part, worked on or not', async () => {
    const id = await open('q2', 'brake-master', 'ard-sm19', 'ard-sm19', '1979-05');
    const [brake] = (await workspace(id)).fluids;
    expect([brake?.system, brake?.seals]).toEqual(['brake', ['SBR', 'EPDM']]);
  });
  it('is not bought where no line is opened: a booster alone', async () => {
    expect(await fluids(await open('b7', 'booster', 'cas-b270b', 'cas-b270b', '2005-07'))).toEqual([]);
  });
});
