import { readFileSync } from 'node:fs';
import { written } from '../../list/need/cases.testing.js';
import { describe, expect, it } from 'vitest';
import { type ChainAnswer, checkChain } from '../../job/index.js';
import { STANDARD_SETTINGS } from '../../named/settings/index.js';
import type { ChainInput, Listing } from './types.js';

interface Given {
  readonly request: Omit<ChainInput, 'settings'> & { readonly settings: Record<string, number> };
  readonly answer: ChainAnswer;
}
const given = JSON.parse(
  readFileSync(new URL('../../../docs/examples/chain-check-booster.json', import.meta.url), 'utf8'),
) as Given;

function answer(more: Partial<ChainInput> = {}): ChainAnswer {
  const { request } = given;
  const joints = request.joints.map(({ between: [a, b], ...joint }) => ({
    ...joint,
    between: [written(String(a)), written(String(b))] as const,
  }));
  const result = checkChain({ ...request, joints, settings: { ...STANDARD_SETTINGS, ...request.settings }, ...more });
  if ('faults' in result) throw new Error(JSON.stringify(result.faults));
  return result;
}

describe('a booster for this bulkhead, another than the one that comes off', () => {
  const found = answer();
  it('both chains name their units', () => {
    expect(found.now).toEqual(given.answer.now);
    expect(found.then).toEqual(given.answer.then);
  });
  it('shows some checks of its joints', () => {
    expect(given.answer.joints.flatMap((joint) => joint.checks as unknown[]).length).toBeGreaterThan(3);
  });
  it.each(given.answer.joints.map((joint) => [joint.id, joint] as const))('joint %s', (id, wanted) => {
    const joint = found.joints.find((j) => j.id === id);
    expect(joint).toMatchObject({
      between: wanted.between.map((face) => written(String(face))),
      is: wanted.is,
      state: wanted.state,
    });
    for (const check of wanted.checks) {
      const own = joint?.checks.find((c) => c.code === check.code);
      expect(own).toMatchObject({ rank: check.rank, state: check.state, rests: check.rests });
      expect(own?.values).toEqual(check.values);
      expect(own?.answers).toEqual(check.answers);
      const fixes = (check as unknown as { fixes?: unknown[] }).fixes ?? [];
      expect(own?.fixes.flatMap((fix) => fix.edits)).toEqual(fixes);
    }
    const others = joint?.checks.filter((c) => !wanted.checks.some((w) => w.code === c.code)) ?? [];
    expect(others.filter((c) => c.rank === 'must')).toEqual([]);
  });
  it('joints come in the order in which they are to be settled', () => {
    expect(found.joints.map((j) => j.id)).toEqual(given.answer.joints.map((j) => j.id));
  });
  it('needs, haves and the list', () => {
    expect(found.needs).toEqual(given.answer.needs);
    expect(found.haves).toEqual(given.answer.haves);
    expect(found.list).toEqual(given.answer.list);
  });
  it('the verdict', () => {
    expect(found.verdict).toEqual(given.answer.verdict);
  });
  it('studs measured 95 apart: the pattern does not fit', () => {
    const edits = [
      ...given.request.edits,
      {
        id: 'e2',
        do: 'set',
        at: 'booster',
        facts: [{ attribute: 'stud-spacing', position: 'master', value: 95, rests: 'measured' }],
      },
    ] as ChainInput['edits'];
    const spacing = answer({ edits })
      .joints.find((j) => j.id === 'master-mount')
      ?.checks.find((c) => c.code === 'mount.spacing');
    expect(spacing).toMatchObject({ state: 'does-not-fit', values: { 'booster@master': 95, master: 84 } });
  });
  it(
    'listed by its maker instead of the one that comes off: two checks rest on the listing, and the ' +
      'clearance still forbids it',
    () => {
      const listed: Listing[] = [{ unit: 'B', by: 'unit-maker', instead: 'A' }];
      const { verdict } = answer({ listed });
      expect(verdict.onListing.map((r) => r.code)).toEqual(['mount.spacing', 'mount.pilot']);
      expect(verdict.reasons.map((r) => r.code)).toEqual(['push.gap']);
      expect(verdict.grade).toBe('not-safe');
    },
  );
  it('one that did not go in cancels the listing, and a list without a source never answers for a bolt pattern', () => {
    const misfit: Listing[] = [{ unit: 'B', by: 'unit-maker', instead: 'A', misfits: 1 }];
    expect(answer({ listed: misfit }).verdict.onListing).toEqual([]);
    const unsourced: Listing[] = [{ unit: 'B', by: 'unsourced', vehicle: true }];
    expect(answer({ listed: unsourced }).verdict.onListing).toEqual([]);
  });
  it('a listing instead of another unit than the one identified says nothing', () => {
    expect(answer({ listed: [{ unit: 'B', by: 'unit-maker', instead: 'C' }] }).verdict.onListing).toEqual([]);
  });
});
