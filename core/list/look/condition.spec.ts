import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { listOfJob, looksOfJob, wordsOfList } from '../../job/index.js';
import { type JobExample, type Line, lookAt } from '../../job/jobs.testing.js';
import { viewOf } from '../../judge/verdict/index.js';
import { draws, inputWith, layouts, putAgain, vehicleOf } from '../../judge/verdict/vehicles.testing.js';
import { STANDARD_SETTINGS } from '../../named/settings/index.js';
import type { Edit } from '../../vehicle/chain/index.js';
import { lookKey, looksOf, toldByLooks } from './index.js';
import { LOOKS } from './looks.data.js';

const port = (at: string): Line[] => [
  ['port-thread', 'M10x1.0', at],
  ['port-seat', 'bubble-flare', at],
];
const MASTER: readonly Line[] = [...port('front-left'), ...port('rear-left'), ['pilot', 42], ['clevis-pin', 10]];
const JOB: JobExample = {
  booster: true,
  vehicle: [...MASTER, ['tube', '4.75 mm', 'rear-left']],
  unit: MASTER,
  old: MASTER,
};

/** The lines of a job that its looks bring, by section. */
function lines(example: JobExample, answers: Readonly<Record<string, string>>): string[] {
  const { judged } = lookAt(example);
  const looks = looksOfJob(judged, new Map(Object.entries(answers)));
  const told = toldByLooks(looks, STANDARD_SETTINGS);
  const rounds = [told.filter((t) => t.section !== 'perhaps'), told.filter((t) => t.section === 'perhaps')];
  return wordsOfList(listOfJob(judged, rounds, new Set()), told, () => [])
    .filter((line) => line.key.startsWith('look/'))
    .map(({ section, quantity, words, reason }) => `${section}: ${quantity} × ${words} (${reason})`);
}
const keys = (example: JobExample, answers: Readonly<Record<string, string>> = {}): string[] =>
  looksOfJob(lookAt(example).judged, new Map(Object.entries(answers))).map(lookKey);

describe('the look-list', () => {
  it('of a master on its booster: its lines, the face of the booster, the fluid', () => {
    expect(keys(JOB)).toEqual(['line@master line front-left', 'line@master line rear-left', 'booster-face', 'fluid']);
  });
  it('asks nothing about what is not there, nor where nothing is put in', () => {
    const vehicle = vehicleOf('one-circuit', [0.5]);
    const view = viewOf(inputWith(vehicle, []));
    expect('faults' in view ? view : looksOf(view, new Map())).toEqual([]);
  });
  it('an answer turns its perhaps into a line, or takes it off', () => {
    const slave: JobExample = {
      kind: 'slave',
      vehicle: [...port('single'), ['line-retention', 'thread', 'single']],
      unit: port('single'),
      old: port('single'),
    };
    const pinned: JobExample = { ...JOB, booster: false, vehicle: [...MASTER, ['rod-length', 120]] };
    expect(lines(pinned, {})).toEqual([
      'perhaps: 1 × Clevis pin and bushing: if the pin shows a step (not looked at yet: clevis pin and bushing)',
    ]);
    expect(lines(pinned, { pin: 'worn' })).toEqual([
      'order: 1 × Clevis pin and bushing (clevis pin and bushing: worn)',
    ]);
    expect(lines(pinned, { pin: 'sound' })).toEqual([]);
    expect(keys(slave)).toContain('fluid');
  });
  it('a rounded nut is ordered in the thread of its line, and the flare is made', () => {
    expect(lines(JOB, { 'line@master line rear-left': 'rounded' })).toEqual([
      'order: 1 × Tube nut, as the old one (nut and line: nut rounded or seized on the tube)',
      'make: 1 × Cut the line behind the nut and flare it again (nut and line: nut rounded or seized on the tube)',
    ]);
    const told = toldByLooks(
      looksOfJob(lookAt(JOB).judged, new Map([['line@master line rear-left', 'rounded']])),
      STANDARD_SETTINGS,
    );
    expect(told.find((t) => t.item === 'tube-nut')).toMatchObject({ thread: 'M10x1.0', tube: '4.75 mm' });
  });
  it('follows on: a wet face of the booster asks for its inside, and fluid there is perhaps another booster', () => {
    expect(keys(JOB, { 'booster-face': 'dry' })).not.toContain('booster-inside');
    expect(keys(JOB, { 'booster-face': 'wet' })).toContain('booster-inside');
    expect(lines(JOB, { 'booster-face': 'wet', 'booster-inside': 'fluid' })).toEqual([
      'perhaps: 1 × Booster: its diaphragm stood in fluid (inside of the booster: fluid comes)',
    ]);
    // Without the answer before it, an answer that was given once does not count.
    expect(lines(JOB, { 'booster-face': 'dry', 'booster-inside': 'fluid' })).toEqual([]);
  });
  it('every row is reached in some layout or job, and every follow-up by an answer', () => {
    const caliper: readonly Line[] = [...port('single'), ['carrier-spacing', 80]];
    const onCarrier: JobExample = { kind: 'caliper', vehicle: caliper, unit: caliper, old: caliper };
    const fed: JobExample = {
      kind: 'clutch-master',
      vehicle: [['feed-hose', 8]],
      unit: [['reservoir', 'remote']],
      old: [['reservoir', 'remote']],
    };
    const own = [...keys(JOB), ...keys(onCarrier), ...keys(fed)];
    const reached = new Set<string>(own.map((key) => key.split('@')[0] ?? ''));
    fc.assert(
      fc.property(layouts, draws, fc.nat(40), (layout, values, which) => {
        const vehicle = vehicleOf(layout, values);
        const hose = vehicle.parts.find((part) => part.kind === 'hose' && which % 2 === 0);
        const edit: Edit = hose
          ? { id: 'hose', do: 'put', at: hose.id, kind: 'hose', facts: hose.facts }
          : putAgain(vehicle, which);
        const view = viewOf(inputWith(vehicle, [edit]));
        if ('faults' in view) throw new Error('a chain with a fault');
        const looks = looksOf(
          view,
          new Map([
            ['bleeders', 'seized'],
            ['booster-face', 'wet'],
          ]),
          new Set(hose ? [] : [...view.then.putBy.keys()]),
        );
        for (const look of looks) {
          reached.add(look.row.look);
          expect(look.count).toBeGreaterThan(0);
        }
        expect(new Set(looks.map(lookKey)).size).toBe(looks.length);
      }),
      { numRuns: 400 },
    );
    const follows = new Set(LOOKS.flatMap((row) => row.answers.flatMap((a) => a.then ?? [])));
    expect([...follows].sort()).toEqual(
      LOOKS.filter((row) => row.follows)
        .map((row) => row.look)
        .sort(),
    );
    expect(LOOKS.map((row) => row.look).filter((look) => !reached.has(look))).toEqual([]);
  });
});
