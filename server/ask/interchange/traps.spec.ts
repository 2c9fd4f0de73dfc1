import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { InterchangeAnswer, InterchangeEntry, NumberSearch, Workspace } from '@kerabat/contract';
import { testServer, type TestServer } from '../../testing/harness.js';

/**
 * The traps of cross-referencing, each on the demo catalogue: what a hasty reader would order, and what is told
 * instead.
 */

let server: TestServer;
beforeEach(async () => {
  server = await testServer();
});
afterEach(() => server.close());

const get = async <T>(path: string): Promise<T> => (await server.ask('GET', path)).body as T;
const interchangeOf = async (unit: string): Promise<InterchangeEntry[]> =>
  (await get<InterchangeAnswer>(`/units/${unit}/interchange`)).entries;
const between = async (unit: string, other: string): Promise<InterchangeEntry | undefined> =>
  (await interchangeOf(unit)).find((e) => e.unitId === other);
const conditions = (entry: InterchangeEntry | undefined): string =>
  (entry?.conditions ?? []).map((c) => c.text).join('; ');
const find = (q: string): Promise<NumberSearch> => get<NumberSearch>(`/numbers?q=${encodeURIComponent(q)}`);

describe('numbers', () => {
  it('a casting mark is ordered by: it is told to be no number to order by, and leads to no unit', async () => {
    const [mark] = (await find('44719')).exact;
    expect(mark?.leadsTo).toMatchObject({
      kind: 'mark',
      words: expect.stringContaining('not a number to order by') as string,
    });
    expect((await interchangeOf('ard-tm22vs')).flatMap((e) => e.numbers.map((n) => n.written))).not.toContain('44719');
  });
  it('a superseded number is ordered: the one to order now is told, over every step between', async () => {
    const [old] = (await find('4410-01-6')).exact;
    expect(old).toMatchObject({
      status: 'superseded',
      supersededBy: expect.stringContaining('4400-01-8') as string,
      leadsTo: { kind: 'unit', id: 'ard-sm19' },
    });
  });
  it('supersession is taken for both ways: the new number does not lead back to the old one', async () => {
    const db = server.databases.catalogue;
    const id = (written: string): number =>
      db.prepare('SELECT id FROM number WHERE written = ?').pluck().get(written) as number;
    const walk = (from: string) =>
      server.stores.interchange.paths(from, `n:${id('4419-02-9')}`, server.stores.settings.current(), 3, { depth: 6 })
        .paths;
    db.prepare(
      `UPDATE number SET unit_id = (SELECT id FROM unit WHERE key = 'ard-k38t') WHERE written = '4419-03-7'`,
    ).run();
    db.prepare(
      `UPDATE number SET unit_id = (SELECT id FROM unit WHERE key = 'ard-k48q') WHERE written = '4419-01-1'`,
    ).run();
    expect(walk('ard-k48q').length).toBeGreaterThan(0);
    expect(walk('ard-k38t')).toEqual([]);
  });
  it(
    'a dash that its maker means is left out: both numbers are shown, and neither is taken for the ' + 'other',
    async () => {
      const { exact, normalised, near } = await find('M127 1');
      expect([exact, normalised]).toEqual([[], []]);
      expect(near.map((n) => n.written).sort()).toEqual(['M1-271', 'M12-71']);
    },
  );
  it('a number of one maker is ordered from another, where it is something else', async () => {
    const { near, normalised } = await find('4412086');
    const all = [...normalised, ...near];
    expect(new Set(all.map((n) => n.issuer)).size).toBe(2);
    expect(new Set(all.map((n) => n.leadsTo.words)).size).toBe(2);
  });
});

describe('units that would do', () => {
  // Each is plain "fits" in somebody's list.
  it.each([
    ['the sensor has another connector', 'ard-tm22vs', 'pel-tm22vs', 'Move the old pressure sensor over'],
    ['the recess is deeper and the pin drags', 'ard-tm23v', 'pel-tm23v', 'Check the pin clearance'],
    ['the reservoir is not in the box', 'ard-tm30e', 'pel-tm30e', 'Comes without its reservoir'],
    ['the rear line wants another nut', 'ard-tm23v', 'ard-tm25v', 'M12x1.0 nut'],
    ['the lines have another flare', 'ard-tm23q', 'pel-tm23q', 'Re-flare both lines'],
    ['the rod is out', 'ard-sm19', 'wex-sm19', 'Let the rod out 5.5 mm'],
    ['the rod is too long', 'mor-c19qa', 'pel-c19q', '3.5 mm shorter'],
    ['the pedal will feel otherwise', 'ard-tm30e', 'ard-tm31e', 'Another bore'],
    ['assistance is another', 'cas-tm28b', 'cas-tm31b', 'Only with hydraulic assistance'],
  ])('%s: the yes carries its condition', async (_, unit, other, words) => {
    const entry = await between(unit, other);
    expect(conditions(entry)).toContain(words);
    expect(entry?.grade).toBe('with-changes');
  });
  it(
    'a pipe made for after the change does not take the cylinder made for before it: mated parts are ' +
      'named, both ways',
    async () => {
      for (const [unit, other] of [
        ['mor-c19qa', 'mor-c19qb'],
        ['mor-c19qb', 'mor-c19qa'],
        ['mor-s20qa', 'mor-s20qb'],
        ['mor-s20qb', 'mor-s20qa'],
      ] as const)
        expect(conditions(await between(unit, other)), unit).toContain('same side of November 2000');
    },
  );
  it.each([
    ['the same casting, other ports', 'ard-tm22vs', 'cas-tm22u'],
    ['the same bore, another mount', 'ard-tm23v', 'cas-tm23v'],
    ['a slave without its foot', 'mor-s20qa', 'wex-s20q'],
    ['a hydraulic booster for a vacuum one', 'cas-b270b', 'cas-h40b'],
    ['a wheel cylinder of the next size', 'ard-w19q', 'cas-w20q'],
  ])('%s looks alike and does not fit: it is said, with who found out', async (_, unit, other) => {
    const entry = await between(unit, other);
    expect(entry?.grade).toBe('does-not-fit');
    expect(entry?.paths[0]?.at(-1)?.assertions.length).toBeGreaterThan(0);
  });
  it('a unit listed as a drop-in and found not to fit is no drop-in, and no way leads through it', async () => {
    const interchange = await interchangeOf('ard-tm22vs');
    expect(interchange.filter((e) => e.unitId === 'cas-tm22u').map((e) => e.grade)).toEqual(['does-not-fit']);
    const through = interchange.filter(
      (e) =>
        e.grade !== 'does-not-fit' &&
        e.paths.some((path) => path.some((step) => step.to.includes('tandem master 22 universal'))),
    );
    expect(through).toEqual([]);
  });
  it('out of stock here: what would do and is on somebody’s shelf is told', async () => {
    const interchange = await interchangeOf('ard-sm19');
    const stocked = interchange
      .filter((e) => e.grade !== 'does-not-fit')
      .flatMap((e) => e.numbers.flatMap((n) => n.stock.map((s) => s.supplier)));
    expect(stocked.length).toBeGreaterThan(0);
  });
  it('a rebuilder’s number is interchange, and trusted as a list is, not as the maker', async () => {
    const rebuilt = (await interchangeOf('ard-tm22v')).find((e) => e.numbers.some((n) => n.issuer === 'Skarrow'));
    const own = (await interchangeOf('ard-tm22v')).find((e) => e.numbers.some((n) => n.issuer === 'Ardfrith'));
    expect(rebuilt?.trust).toBeLessThan(own?.trust ?? 0);
  });
  it(
    'a condition that says "order this too" goes to the parts list with the choice, and nobody has ' + 'to remember it',
    async () => {
      const work = (await get<Workspace>('/jobs/2')).work[0];
      const entry = await between(work?.old?.unitId ?? '', work?.chosen?.unitId ?? '');
      const partsList = (await get<Workspace>('/jobs/2')).partsList.map((line) => line.words).join('; ');
      expect(entry?.conditions.length).toBeGreaterThan(0);
      for (const condition of entry?.conditions ?? []) expect(partsList).toContain(condition.text);
    },
  );
  it('what was learnt the last time is there the next time', async () => {
    const before = await between('ard-tm23v', 'pel-tm23v');
    const link = before?.paths[0]?.at(-1)?.link ?? '';
    await server.ask('POST', '/outcomes', {
      body: { link, result: 'did-not-fit', reason: 'pin dragged, recess 0.4 deeper than said' },
    });
    const after = await between('ard-tm23v', 'pel-tm23v');
    expect(after?.trust).toBeLessThan(before?.trust ?? 0);
    const { outcomes } = await get<{ outcomes: { reason: string }[] }>(`/units/ard-tm23v/interchange/${after?.node}`);
    expect(outcomes[0]?.reason).toContain('pin dragged');
  });
});
