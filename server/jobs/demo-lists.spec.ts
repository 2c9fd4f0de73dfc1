import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Workspace } from '@kerabat/contract';
import { testServer, type TestServer } from '../testing/harness.js';

/** The whole list of every job of the demo, counted by hand from what is recorded of its vehicle. */

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

const LISTS: readonly (readonly [job: number, counted: string, lines: readonly string[]])[] = [
  [1, 'nothing is chosen: nothing is ordered', []],
  [
    2,
    'one port with a pinned spigot: a pin and an O-ring; (15 + 250) × 1.15 = 305 ml',
    [
      'order 1 M13-111 slave cylinder, slave 20 Q4, from November 2000, 13/16 in',
      'order 1 WX7063 Roll pin for the line',
      'order 1 WX7066 O-ring for the line’s spigot',
      'order 1 WX7078 DOT 4, bottle of 500 ml',
      'perhaps 1 Flexible hose: if it is soft, cracked, swollen or old',
      'ask 1 Only with the clutch master and line of the same side of November 2000',
      'ask 1 Count the studs of the slave',
      'perhaps 1 Tool: flare wrench 10, 11 or 12 mm',
    ],
  ],
  [
    3,
    'two lines, two fittings; one feed hose, two clamps; (90 + 2 × 250) × 1.15 = 679 ml',
    [
      'order 1 P/1130/2 brake master, tandem master 1130, 1-3/16 in',
      'box 1 Boot',
      'stays 1 Reservoir with cap',
      'order 1 WX7206 Seal ring between booster and master for a spigot of 50 mm · 1.9685 in',
      'order 2 30718 Hose clamp for the feed hose of 15 mm · 0.5906 in outside',
      'order 1 WX7030 Bench-bleed fitting with hose 7/16-24 UNS',
      'order 1 WX7036 Bench-bleed fitting with hose 1/2-20 UNF',
      'order 1 WX7251 DOT 4, bottle of 250 ml',
      'order 1 WX7078 DOT 4, bottle of 500 ml',
      'perhaps 3 Flexible hose: if it is soft, cracked, swollen or old',
      'perhaps 1 Feed hose for brake fluid: if it is hard, cracked or soft',
      'perhaps 1 Bleed screw: if the old one is seized',
      'stays 1 The line at front left with its nut',
      'stays 1 The line at rear left with its nut',
      'ask 1 Count the studs of the brake master',
      'perhaps 1 Tool: flare wrench 7/16 or 1/2 in',
      'perhaps 1 Tool: flare wrench 1/2 or 9/16 in, also 13 mm',
    ],
  ],
  [
    4,
    'a spare kit beside the unit; (30 + 250) × 1.15 = 322 ml',
    [
      'order 1 TR-77635 clutch master, clutch master 15 T, 5/8 in',
      'order 2 Hose clamp for the feed hose',
      'order 1 M9-C151 seal kit clutch master 15',
      'perhaps 1 Felt washer',
      'order 1 WX7078 DOT 4, bottle of 500 ml',
      'perhaps 1 Feed hose for brake fluid: if it is hard, cracked or soft',
      'perhaps 1 Clevis pin and bushing: if the pin shows a step',
      'stays 1 The line at front left with its nut',
      'ask 1 Count the studs of the clutch master',
      'ask 1 Measure the outside diameter of the feed hose',
      'perhaps 1 Tool: flare wrench 10, 11 or 12 mm',
    ],
  ],
  [
    5,
    'two units, one ring, two studs; what the conversion brings is there once',
    [
      'order 1 CV.18.4476 booster, hydraulic booster B7',
      'order 1 CV.18.4440 brake master, tandem master 31 B, hydraulic, 1-1/4 in',
      'ask 1 Ask the supplier: is it in the box of CV.18.4440? Reservoir with cap',
      'order 1 WX7209 Seal ring between booster and master for a spigot of 52 mm · 2.0472 in',
      'order 2 Self-locking nut for the studs',
      'order 2 WX7048 Bench-bleed fitting with hose M12x1.0',
      'order 1 Cap for the vacuum line that is not used any more',
      'order 2 Pressure hose, pump to booster and booster to steering',
      'order 1 Return hose with two clamps',
      'order 1 Fluid for pump and booster, as the pump’s cap says',
      'order 1 WX7251 DOT 4, bottle of 250 ml',
      'order 1 WX7078 DOT 4, bottle of 500 ml',
      'perhaps 3 Flexible hose: if it is soft, cracked, swollen or old',
      'perhaps 1 Bleed screw: if the old one is seized',
      'perhaps 1 Clevis pin and bushing: if the pin shows a step',
      'ask 1 flow of the pump, vehicle',
      'ask 1 relief pressure of the pump, vehicle',
      'ask 1 returns of the pump, vehicle',
      'ask 1 thread of the pressure hose, vehicle',
      'ask 1 end of the pressure hose, vehicle',
      'make 1 Mark both fillers; one funnel for each fluid',
      'ask 1 opening behind the flange, vehicle',
      'ask 1 brake-light switch connector, vehicle',
      'ask 1 cruise release connector, vehicle',
      'stays 1 The line at front left with its nut',
      'stays 1 The line at rear left with its nut',
      'perhaps 1 The gasket of the linkage',
      'ask 1 Count the studs of the booster',
      'perhaps 1 Tool: flare wrench 12, 13 or 14 mm',
    ],
  ],
  [
    6,
    'one port; (60 + 2 × 250) × 1.15 = 644 ml of what its SBR seals and cap want',
    [
      'order 1 WX1900 brake master, single master 1900, 3/4 in ≡ 19 mm',
      'order 1 WX7042 Bench-bleed fitting with hose M10x1.0',
      'order 2 WX7075 DOT 3, bottle of 500 ml',
      'perhaps 3 Flexible hose: if it is soft, cracked, swollen or old',
      'perhaps 1 Bleed screw: if the old one is seized',
      'perhaps 1 Clevis pin and bushing: if the pin shows a step',
      'make 1 New nut M10x1.0 and bubble flare',
      'make 1 Set the rod 5.5 mm · 0.22 in longer; pedal height as before',
      'make 1 Set the pedal to 182 mm · 7.1654 in, as before',
      'ask 1 Count the studs of the brake master',
      'perhaps 1 Tool: flare wrench 3/8 or 7/16 in',
      'perhaps 1 Tool: socket 13 mm, with a long extension; open-end where it does not go',
    ],
  ],
];

describe('the list of a job of the demo', () => {
  it.each(LISTS)('%i: %s', async (job, _counted, lines) => {
    const { partsList } = (await server.ask('GET', `/jobs/${job}`)).body as Workspace;
    const told = partsList.map(({ section, quantity, number, words }) =>
      [section, quantity, number, words].filter(Boolean),
    );
    expect(told.map((line) => line.join(' '))).toEqual(lines);
  });
});

describe('whole lists of conversions and upgrades', () => {
  const made = async (job: object, decisions: readonly (readonly [string, string])[]): Promise<string[]> => {
    const body = { asker: 'x', request: 'convert', complaints: [], words: '', options: [], ...job };
    const { id } = (await server.ask('POST', '/jobs', { body })).body as { id: number };
    for (const [subject, choice] of decisions)
      await server.ask('PUT', `/jobs/${id}/decisions/${encodeURIComponent(subject)}`, {
        body: { value: { choice }, reason: 'x' },
        seen: 0,
      });
    const { partsList } = (await server.ask('GET', `/jobs/${id}`)).body as Workspace;
    return partsList
      .filter(({ section }) => section !== 'perhaps' && section !== 'ask')
      .map(({ section, quantity, number, words }) => [section, quantity, number, words].filter(Boolean).join(' '));
  };

  it(
    'one circuit to two: the rear line gets its own outlet, the junction a plug, and no outlet is ' +
      'plugged that is used',
    async () => {
      const list = await made({ vehicleId: 'q2', built: '1981-06', slot: 'brake-master' }, [
        ['conversion', 'single-to-dual'],
        ['unit:brake-master', 'ard-tm22q'],
      ]);
      expect(list).toEqual([
        'order 1 A 23-804 brake master, tandem master 22 Q, 7/8 in',
        'order 1 Warning valve with switch',
        // 3/8-24 at the junction, where the rear line was; both outlets of the new master are used.
        'order 1 WX7021 Plug for the old outlet to the other axle, at the junction',
        'order 1 WX7218 Union on the rear line',
        'order 1 Line from the second outlet to the rear union, from a wire template',
        // The line is made: 7/16-24 at the master, 3/8-24 at the union.
        'order 1 WX7003 Tube nut 7/16-24 UNS for 3/16 in tube',
        'order 1 WX7000 Tube nut 3/8-24 UNF for 3/16 in tube',
        'order 1 WX7260 Bench-bleed set of four sizes',
        'order 2 WX7075 DOT 3, bottle of 500 ml',
        'make 1 Set the pedal to 182 mm · 7.1654 in, as before',
        'stays 1 The line at front left with its nut',
      ]);
    },
  );
  it('other calipers change force and travel: said with the master that would leave the travel as it was', async () => {
    const body = {
      asker: 'x',
      request: 'upgrade',
      complaints: [],
      words: '',
      options: [],
      vehicleId: 'q4',
      built: '2001-05',
      slot: 'front-brake',
    };
    const { id } = (await server.ask('POST', '/jobs', { body })).body as { id: number };
    for (const [subject, choice] of [
      ['old:front-brake', 'cas-k54q'],
      ['unit:front-brake', 'cas-k57q'],
    ] as const)
      await server.ask('PUT', `/jobs/${id}/decisions/${encodeURIComponent(subject)}`, {
        body: { value: { choice }, reason: 'x' },
        seen: 0,
      });
    const { feel } = (await server.ask('GET', `/jobs/${id}`)).body as Workspace;
    const of = (side: 'now' | 'then') => feel.brake?.[side].values.find(({ key }) => key === 'frontPiston')?.value;
    expect([of('now'), of('then')]).toEqual([54, 57]);
    expect(feel.brake?.then.values.find(({ key }) => key === 'bore')?.value).toBe(25.4);
  });
  it('other calipers on a front axle: two of them, two washers on each bolt, fluid for one axle', async () => {
    const list = await made({ vehicleId: 'q4', built: '2001-05', slot: 'front-brake' }, [
      ['old:front-brake', 'cas-k54q'],
      ['unit:front-brake', 'cas-k57q'],
    ]);
    expect(list).toEqual([
      'order 2 CV.18.4534 caliper, caliper 57 Q5, 57 mm',
      'order 4 WX7051 Crush washer for the banjo eye, 10 mm · 0.3937 in inside',
      'order 1 WX7078 DOT 4, bottle of 500 ml',
    ]);
  });
});
