import { runs } from '../../tools/seeds.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { faceRef } from '../vehicle/chain/index.js';
import type { Slot } from '../vehicle/place/index.js';
import { type ChainAnswer, checkChain } from './check-chain.js';
import { composeJob } from './compose.js';
import { factsFrom, type Line, rowsFor } from './jobs.testing.js';
import type { JobPlace, JobRows } from './types.js';

/** One circuit becomes two on generated vehicles, whatever the outlets and lines are called. */

const NAMES = ['front-left', 'rear-left', 'front-right', 'rear-right', 'out', 'single', 'top', 'bottom'];

const port = (position: string, feeds: string): Line[] => [
  ['port-thread', 'M10x1.0', position],
  ['port-seat', 'bubble-flare', position],
  ['port-feeds', feeds, position],
];
const wheel = (slot: Slot, id: string): JobPlace => ({
  slot,
  kind: 'wheel-cylinder',
  old: { id, kind: 'wheel-cylinder', name: id, maker: 'Ardfrith', facts: factsFrom([['seals', 'EPDM']]) },
  recorded: [],
  read: [],
  wanted: false,
  beside: [],
  changes: [],
  asks: [],
});

/** A master with one outlet makes way for one with two. */
function split(old: string, front: string, rear: string, layout: boolean): JobRows {
  const same: Line[] = [
    ['bore', 22.2],
    ['bore-form', 'plain'],
    ['seals', 'EPDM'],
    ['port-count', 2],
  ];
  const rows = rowsFor({
    vehicle: [['fluid', 'DOT 4']],
    old: [...same, ...port(old, 'all')],
    unit: [...same, ...port(front, 'front'), ...port(rear, 'rear')],
  });
  const wheels = [wheel('front-brake', 'f'), wheel('rear-brake', 'r')];
  return {
    ...rows,
    places: [...rows.places, ...wheels],
    splits: true,
    ...(layout ? { layouts: { brake: 'one-circuit' } } : {}),
  };
}

function judged(rows: JobRows): ChainAnswer {
  const answer = checkChain(composeJob(rows));
  if ('faults' in answer) throw new Error(answer.faults.map((f) => f.sentence).join(' '));
  return answer;
}
const codes = (answer: ChainAnswer): string[] => answer.verdict.reasons.map((r) => r.code);

/** The outlet that the main line of the vehicle sits in then. */
function mainOutlet(rows: JobRows, old: string): string | undefined {
  const { joints, edits } = composeJob(rows);
  const id = joints.find((j) => j.kind === 'port' && j.between[0].face === old && j.between[0].part === 'master')?.id;
  const moved = edits.flatMap((e) => (e.do === 'join' && e.joint.id === id ? [e.joint] : []))[0];
  return (moved ?? joints.find((j) => j.id === id))?.between[0].face;
}

describe('an outlet feeds what its line reaches', () => {
  it(
    'one circuit becomes two: never safe with the main line at an outlet that feeds the rear, ' + 'whatever the names',
    () => {
      let crossed = 0;
      fc.assert(
        fc.property(fc.shuffledSubarray(NAMES, { minLength: 3, maxLength: 3 }), fc.boolean(), (names, alike) => {
          const [old = '', front = '', other = ''] = names;
          const rear = alike ? old : other;
          const rows = split(old, front, rear, true);
          if (mainOutlet(rows, old) !== rear) return;
          crossed++;
          expect(codes(judged(rows))).toContain('circuit.feeds');
        }),
        { numRuns: runs(200) },
      );
      expect(crossed).toBeGreaterThan(runs(50));
    },
  );
  it('one circuit becomes two with the names as they should be: nothing is said of the feeds', () => {
    expect(codes(judged(split('front-left', 'front-left', 'rear-left', true)))).not.toContain('circuit.feeds');
  });
  it('a line without another end goes by what it fed', () => {
    const answer = judged(split('out', 'front-left', 'out', false));
    expect(codes(answer)).toContain('circuit.feeds');
    expect(answer.verdict.grade).toBe('not-safe');
  });
  it('an outlet that is plugged leaves its axle without a feed', () => {
    const rows = split('front-left', 'front-left', 'rear-left', true);
    const input = composeJob(rows);
    const edits = input.edits.map((e) =>
      e.id === 'split from' ? ({ id: 'closed', do: 'plug', face: faceRef('master', 'rear-left') } as const) : e,
    );
    const answer = checkChain({ ...input, edits });
    if ('faults' in answer) throw new Error('faults');
    expect(codes(answer)).toContain('circuit.axle');
  });
  it('an adapter between the outlet and its line changes nothing of it', () => {
    const rows = split('out', 'front-left', 'out', true);
    const input = composeJob(rows);
    const line = input.joints.find((j) => j.between[0].face === 'out');
    if (!line) throw new Error('no main line');
    const adapter = {
      id: 'a',
      do: 'part',
      part: { id: 'adapter', kind: 'adapter', facts: [] },
    } as const;
    const joins = [
      {
        id: 'b',
        do: 'join',
        joint: { id: line.id, kind: 'port', between: [faceRef('adapter', 'line'), line.between[1]] },
      },
      {
        id: 'c',
        do: 'join',
        joint: { id: 'adapter in', kind: 'port', between: [faceRef('master', 'out'), faceRef('adapter', 'port')] },
      },
    ] as const;
    const answer = checkChain({ ...input, edits: [...input.edits, adapter, ...joins] });
    if ('faults' in answer) throw new Error(answer.faults.map((f) => f.sentence).join(' '));
    expect(codes(answer)).toContain('circuit.feeds');
  });
});
