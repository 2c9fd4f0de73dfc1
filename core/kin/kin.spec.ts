import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { STANDARD_PRACTICE } from '../practice/index.js';
import type { SourceKind } from '../unit/index.js';
import { linkTrust, walkKin, type Condition, type KinLink, type KinNode, type KinSource, type LinkKind } from './index.js';

let count = 0;
const link = (from: KinNode, kind: LinkKind, to: KinNode, by: SourceKind = 'unit-maker', conditions: Condition[] = [], bothWays = false): KinLink => ({
  id: `l${count++}`,
  from,
  to,
  kind,
  bothWays,
  conditions,
  assertions: [{ source: { id: by, kind: by, title: by, date: '2010-01-01' }, date: '2010-01-01' }],
});
const source = (...links: KinLink[]): KinSource => ({ linksOf: (node) => links.filter((l) => l.from === node || l.to === node) });
const kin = (start: KinNode, ...links: KinLink[]) => walkKin(start, source(...links), STANDARD_PRACTICE).entries;
const gradeOf = (entries: ReturnType<typeof kin>, node: KinNode) => entries.find((e) => e.node === node)?.grade;
const sensor: Condition = { kind: 'move-over', text: 'move the sensor over' };

describe('grades of kin', () => {
  it('another number of the same unit is the same', () => {
    expect(gradeOf(kin('u:1', link('n:1', 'same', 'u:1')), 'n:1')).toBe('same');
  });
  it('supersession leads to the newer number only', () => {
    const links = [link('n:old', 'superseded-by', 'n:new')];
    expect(gradeOf(kin('n:old', ...links), 'n:new')).toBe('same');
    expect(kin('n:new', ...links)).toEqual([]);
  });
  it('a drop-in with a condition is one with changes, and names it', () => {
    const [entry] = kin('u:1', link('u:1', 'drop-in', 'u:2', 'unit-maker', [sensor]));
    expect(entry).toMatchObject({ grade: 'with-changes', conditions: [sensor] });
  });
  it('the gravest step grades a path, and conditions add up', () => {
    const [entry] = kin('u:1', link('u:1', 'drop-in', 'u:2'), link('u:2', 'with-changes', 'u:3', 'unit-maker', [sensor])).filter((e) => e.node === 'u:3');
    expect(entry).toMatchObject({ grade: 'with-changes', conditions: [sensor] });
    expect(entry?.paths[0]).toHaveLength(2);
  });
  it('a drop-in is not followed backwards unless the link says both ways', () => {
    expect(kin('u:2', link('u:1', 'drop-in', 'u:2'))).toEqual([]);
    expect(gradeOf(kin('u:2', link('u:1', 'drop-in', 'u:2', 'unit-maker', [], true)), 'u:1')).toBe('drop-in');
  });
  it('a measured refusal beats a list that calls it a drop-in', () => {
    const entries = kin('u:1', link('u:1', 'drop-in', 'u:2', 'unsourced'), link('u:1', 'does-not-fit', 'u:2', 'measured'));
    expect(gradeOf(entries, 'u:2')).toBe('does-not-fit');
  });
  it('a weak refusal against a maker’s bulletin leaves the pair disputed, both sides kept', () => {
    const [entry] = kin('u:1', link('u:1', 'drop-in', 'u:2', 'maker-bulletin'), link('u:1', 'does-not-fit', 'u:2', 'unsourced'));
    expect(entry?.grade).toBe('drop-in');
    expect(entry?.disputed?.refusal.kind).toBe('does-not-fit');
  });
  it('a refusal holds for the same unit under another number', () => {
    const entries = kin('n:1', link('n:1', 'same', 'u:1'), link('u:1', 'does-not-fit', 'u:2', 'measured'));
    expect(gradeOf(entries, 'u:2')).toBe('does-not-fit');
  });
  it('a unit that does not fit is no way to its own kin', () => {
    const entries = kin('u:1', link('u:1', 'drop-in', 'u:2', 'unsourced'), link('u:1', 'does-not-fit', 'u:2', 'measured'), link('u:2', 'same', 'n:9'));
    expect(gradeOf(entries, 'n:9')).toBeUndefined();
  });
  it('takes the dearer-looking path when the short one is less trusted', () => {
    const entries = kin(
      'u:1',
      link('u:1', 'drop-in', 'u:3', 'unsourced'),
      link('u:1', 'drop-in', 'u:2', 'maker-bulletin'),
      link('u:2', 'drop-in', 'u:3', 'maker-bulletin'),
    );
    const entry = entries.find((e) => e.node === 'u:3');
    expect(entry?.trust).toBeCloseTo(0.97 * 0.97, 12);
    expect(entry?.paths[0]).toHaveLength(2);
  });
  it('paths under the trust floor rank below all others of their grade', () => {
    const entries = kin(
      'u:1',
      link('u:1', 'drop-in', 'u:2', 'unsourced'),
      link('u:2', 'drop-in', 'u:3', 'unsourced'),
      link('u:1', 'drop-in', 'u:4', 'aftermarket-list'),
    );
    expect(entries.map((e) => e.node)).toEqual(['u:4', 'u:2', 'u:3']);
  });
  it('says when it stopped at its depth', () => {
    const chain = Array.from({ length: 9 }, (_, i) => link(`u:${i}`, 'same', `u:${i + 1}`));
    expect(walkKin('u:0', source(...chain), STANDARD_PRACTICE, 6).truncated).toBe(true);
    expect(walkKin('u:0', source(...chain), STANDARD_PRACTICE, 6).entries).toHaveLength(6);
    expect(walkKin('u:0', source(...chain.slice(0, 5)), STANDARD_PRACTICE, 6).truncated).toBe(false);
  });
  it('a link that nobody asserts is trusted like one without source', () => {
    expect(linkTrust({ assertions: [] })).toBe(0.6);
  });
});

describe('the cheapest path', () => {
  const kinds: LinkKind[] = ['same', 'superseded-by', 'drop-in', 'with-changes'];
  const sources: SourceKind[] = ['maker-bulletin', 'unit-maker', 'aftermarket-list', 'unsourced'];
  const arcs = fc.array(fc.record({ a: fc.nat(5), b: fc.nat(5), kind: fc.constantFrom(...kinds), by: fc.constantFrom(...sources), both: fc.boolean() }), {
    maxLength: 9,
  });

  it('is the one that an exhaustive search finds', () => {
    fc.assert(
      fc.property(arcs, (list) => {
        const links = list.filter(({ a, b }) => a !== b).map(({ a, b, kind, by, both }) => link(`u:${a}`, kind, `u:${b}`, by, [], both));
        const found = new Map(walkKin('u:0', source(...links), STANDARD_PRACTICE).entries.map((e) => [e.node, e.trust]));
        const best = exhaustive('u:0', links);
        expect([...found.keys()].sort()).toEqual([...best.keys()].sort());
        for (const [node, trust] of best) expect(found.get(node)).toBeCloseTo(trust, 9);
      }),
    );
  });
});

/** Every simple path, tried one by one. */
function exhaustive(start: KinNode, links: readonly KinLink[]): Map<KinNode, number> {
  const best = new Map<KinNode, number>();
  const go = (node: KinNode, trust: number, seen: readonly KinNode[]): void => {
    for (const l of links) {
      const forward = l.from === node;
      const mutual = l.bothWays || l.kind === 'same';
      const to = forward ? l.to : l.to === node && mutual ? l.from : undefined;
      if (to === undefined || seen.includes(to)) continue;
      const next = trust * linkTrust(l);
      if (next > (best.get(to) ?? 0)) best.set(to, next);
      go(to, next, [...seen, to]);
    }
  };
  go(start, 1, [start]);
  return best;
}
