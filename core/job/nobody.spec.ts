import { describe, expect, it } from 'vitest';
import { byItsMates } from '../judge/joint/index.js';
import { portsOf } from '../vehicle/chain/index.js';
import { composeJob } from './compose.js';
import { type JobExample, lookAt, rowsFor } from './jobs.testing.js';
import { withoutEnded } from './question.js';
import { measuresOf } from './sides.js';

/** What nobody said is not there, and not so: it is asked for where it is, a few times, and never guessed. */

const codes = (job: JobExample): string[] => {
  const { answer } = lookAt(job).judged;
  return (answer?.joints ?? []).flatMap(({ checks }) => checks.map(({ code }) => code));
};

describe('a rod of another length', () => {
  const rods = (...more: JobExample['unit']) =>
    lookAt({ vehicle: [['rod-length', 118]], unit: [['rod-length', 112], ...more] }).check('rod-length');
  it('is not counted on to be set by an adjuster that nobody knows: that is asked of the new unit', () => {
    expect(rods()).toMatchObject({ state: 'not-known', sentence: expect.stringContaining('whether it can be set') });
    expect(rods()?.measures.map(({ side, attribute }) => `${side} ${attribute}`)).toEqual(['unit rod-adjust']);
    expect(rods(['rod-adjust', 8])?.state).toBe('fits-with-change');
    expect(rods(['rod-adjust', null])?.state).toBe('does-not-fit');
  });
  it('is offered first what closes it: behind a bracket the old rod is too short as well', () => {
    const known: JobExample['unit'] = [
      ['rod-length', 118],
      ['rod-kind', 'fork'],
      ['clevis-pin', 10],
      ['pilot', 40],
      ['flange-angle', 0],
    ];
    const job: JobExample = {
      vehicle: [...known, ['stud-spacing', 84]],
      unit: [...known, ['stud-spacing', 76], ['rod-adjust', null]],
      old: known,
    };
    const bracket = lookAt(job)
      .check('stud-spacing')
      ?.fixes.find(({ row }) => row === 'bracket');
    const rod = lookAt(job, bracket?.key ?? '').check('rod-length');
    expect(rod?.state).toBe('does-not-fit');
    const outlooks = rod?.fixes.map(({ after }) => after?.state === 'does-not-fit') ?? [];
    expect(outlooks).toContain(true);
    expect(outlooks).toEqual([...outlooks].sort());
  });
});

it('a diaphragm that was measured is of the size that it is of, however its figures end', () => {
  const boosters = (now: number, then: number): JobExample => ({
    kind: 'booster',
    vehicle: [],
    unit: [['diaphragm', then]],
    old: [['diaphragm', now]],
  });
  expect(codes(boosters(229.8, 230))).not.toContain('place.record');
  expect(codes(boosters(200, 230))).toContain('place.record');
});

it('a port that is said not to be there has no line', () => {
  const job: JobExample = {
    vehicle: [
      ['port-thread', 'M10x1.0', 'rear-left'],
      ['port-feeds', null, 'front-left'],
    ],
    unit: [],
  };
  const { joints, parts } = composeJob(rowsFor(job));
  expect(joints.map(({ id }) => id)).toContain('master line rear-left');
  expect(joints.map(({ id }) => id)).not.toContain('master line front-left');
  const facts = [{ attribute: 'port-thread', position: 'front-left', value: null }] as const;
  expect(parts.length).toBeGreaterThan(0);
  expect(portsOf({ id: 'master', kind: 'brake-master', facts })).toEqual([]);
});

it('what nobody is named for makes its mate no surer', () => {
  const restsOf = (rests: 'listed' | 'recorded') =>
    byItsMates({
      parts: [
        { id: 'pedal', kind: 'pedal', facts: [{ attribute: 'rod-length', value: 118, rests }] },
        { id: 'master', kind: 'brake-master', facts: [] },
      ],
      joints: [{ id: 'rod', kind: 'rod', between: [{ part: 'pedal' }, { part: 'master' }] }],
    }).parts[1]?.facts.map((fact) => fact.rests);
  expect(restsOf('recorded')).toEqual(['by-its-mate']);
  expect(restsOf('listed')).toEqual(['listed']);
});

it('what the pedal has at a booster is read at the booster, whichever place is worked on', () => {
  const answers = [{ how: 'measure', part: 'pedal', attribute: 'rod-length', tool: 'caliper' }] as const;
  const between = [{ part: 'pedal' }, { part: 'booster', face: 'bulkhead' }] as const;
  const check = lookAt({ vehicle: [], unit: [] }).judged.answer?.joints[0]?.checks[0];
  if (!check) throw new Error('nothing was judged');
  const [measure] = measuresOf({ ...check, answers }, { between }, 'brake-master', new Set());
  expect(measure).toMatchObject({ slot: 'booster', side: 'vehicle', attribute: 'rod-length' });
});

describe('what was asked', () => {
  const { joints } = lookAt({ vehicle: [], unit: [] });
  const asked = joints.flatMap(({ checks }) => checks.flatMap(({ measures }) => measures))[0];
  const left = (read: number, end?: string) => {
    if (!asked) throw new Error('nothing is asked');
    const subject = `asked:${asked.slot}/${asked.side}/${asked.attribute}`;
    const decided = end === undefined ? [] : [{ subject, value: { choice: end } }];
    const measures = withoutEnded(joints, decided, (one) => (one.attribute === asked.attribute ? read : 0))
      .flatMap(({ checks }) => checks.flatMap((check) => check.measures))
      .filter(({ attribute, side }) => attribute === asked.attribute && side === asked.side);
    return measures.length === 0 ? 'gone' : measures[0]?.again ? 'again' : 'open';
  };
  it.each([
    [0, undefined, 'open'],
    // Read once and too coarse: once more, finer.
    [1, undefined, 'open'],
    [2, undefined, 'again'],
    [3, undefined, 'gone'],
    [0, 'cannot-be-seen', 'again'],
    [1, 'cannot-be-seen', 'again'],
    [2, 'cannot-be-seen', 'gone'],
    [0, 'nowhere', 'gone'],
  ])('was read %i times and ended %s: %s', (read, end, is) => expect(left(read, end)).toBe(is));
});
