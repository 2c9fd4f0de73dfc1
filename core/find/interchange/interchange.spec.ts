import { describe, expect, it } from 'vitest';
import { STANDARD_SETTINGS } from '../../named/settings/index.js';
import type { SourceKind } from '../../named/unit/index.js';
import { linkTrust, wantsReview } from './trust.js';
import type { Condition, InterchangeLink, InterchangeNode, InterchangeSource, LinkKind, Outcomes } from './types.js';
import { pathsOfInterchange, walkInterchange } from './walk.js';

let count = 0;
const link = (
  from: InterchangeNode,
  kind: LinkKind,
  to: InterchangeNode,
  by: SourceKind = 'unit-maker',
  conditions: Condition[] = [],
  bothWays = false,
): InterchangeLink => ({
  id: `l${count++}`,
  from,
  to,
  kind,
  bothWays,
  conditions,
  assertions: [{ source: { id: by, kind: by, title: by, date: '2010-01-01' }, date: '2010-01-01' }],
});
const source = (...links: InterchangeLink[]): InterchangeSource => ({
  linksOf: (nodes) => links.filter((l) => nodes.includes(l.from) || nodes.includes(l.to)),
});
const interchange = (start: InterchangeNode, ...links: InterchangeLink[]) =>
  walkInterchange(start, source(...links), STANDARD_SETTINGS).entries;
const gradeOf = (entries: ReturnType<typeof interchange>, node: InterchangeNode) =>
  entries.find((e) => e.node === node)?.grade;
const sensor: Condition = { kind: 'move-over', text: 'move the sensor over' };

describe('grades of interchange', () => {
  it('another number of the same unit is the same', () => {
    expect(gradeOf(interchange('u:1', link('n:1', 'same', 'u:1')), 'n:1')).toBe('same');
  });
  it('supersession leads to the newer number only', () => {
    const links = [link('n:old', 'superseded-by', 'n:new')];
    expect(gradeOf(interchange('n:old', ...links), 'n:new')).toBe('same');
    expect(interchange('n:new', ...links)).toEqual([]);
  });
  it('a drop-in with a condition is one with changes, and names it', () => {
    const [entry] = interchange('u:1', link('u:1', 'drop-in', 'u:2', 'unit-maker', [sensor]));
    expect(entry).toMatchObject({ grade: 'with-changes', conditions: [sensor] });
  });
  it('the gravest step grades a path, and conditions add up', () => {
    const [entry] = interchange(
      'u:1',
      link('u:1', 'drop-in', 'u:2'),
      link('u:2', 'with-changes', 'u:3', 'unit-maker', [sensor]),
    ).filter((e) => e.node === 'u:3');
    expect(entry).toMatchObject({ grade: 'with-changes', conditions: [sensor] });
    expect(entry?.paths[0]).toHaveLength(2);
  });
  it('a drop-in is not followed backwards unless the link says both ways', () => {
    expect(interchange('u:2', link('u:1', 'drop-in', 'u:2'))).toEqual([]);
    expect(gradeOf(interchange('u:2', link('u:1', 'drop-in', 'u:2', 'unit-maker', [], true)), 'u:1')).toBe('drop-in');
  });
  it('a measured refusal beats a list that calls it a drop-in', () => {
    const entries = interchange(
      'u:1',
      link('u:1', 'drop-in', 'u:2', 'unsourced'),
      link('u:1', 'does-not-fit', 'u:2', 'measured'),
    );
    expect(gradeOf(entries, 'u:2')).toBe('does-not-fit');
  });
  it('a weak refusal against a maker’s bulletin leaves the pair disputed, both sides kept', () => {
    const [entry] = interchange(
      'u:1',
      link('u:1', 'drop-in', 'u:2', 'maker-bulletin'),
      link('u:1', 'does-not-fit', 'u:2', 'unsourced'),
    );
    expect(entry?.grade).toBe('drop-in');
    expect(entry?.disputed?.refusal.kind).toBe('does-not-fit');
  });
  it('a refusal holds for the same unit under another number', () => {
    const entries = interchange('n:1', link('n:1', 'same', 'u:1'), link('u:1', 'does-not-fit', 'u:2', 'measured'));
    expect(gradeOf(entries, 'u:2')).toBe('does-not-fit');
  });
  it('a unit that does not fit is no way to its own numbers: they do not fit either', () => {
    const entries = interchange(
      'u:1',
      link('u:1', 'drop-in', 'u:2', 'unsourced'),
      link('u:1', 'does-not-fit', 'u:2', 'measured'),
      link('u:2', 'same', 'n:9'),
    );
    expect(gradeOf(entries, 'n:9')).toBe('does-not-fit');
  });
  it('takes the dearer-looking path when the short one is less trusted', () => {
    const entries = interchange(
      'u:1',
      link('u:1', 'drop-in', 'u:3', 'unsourced'),
      link('u:1', 'drop-in', 'u:2', 'maker-bulletin'),
      link('u:2', 'drop-in', 'u:3', 'maker-bulletin'),
    );
    const entry = entries.find((e) => e.node === 'u:3');
    expect(entry?.trust).toBeCloseTo(0.97 * 0.97, 12);
    expect(entry?.paths[0]).toHaveLength(2);
  });
  it('paths under the trust floor rank below all others, whatever their grade', () => {
    const entries = interchange(
      'u:1',
      link('u:1', 'same', 'u:2', 'unsourced'),
      link('u:2', 'same', 'u:3', 'unsourced'),
      link('u:1', 'with-changes', 'u:4', 'aftermarket-list', [sensor]),
    );
    expect(entries.map((e) => [e.node, e.underFloor])).toEqual([
      ['u:2', false],
      ['u:4', false],
      ['u:3', true],
    ]);
  });
  it('a path over the trust floor is taken before a cheaper one under it', () => {
    // 0.6 · 0.8 = 0.48 without a condition costs less than 0.6 with two.
    const twice = [sensor, { ...sensor, text: 'and the bracket' }];
    const links = [
      link('u:1', 'drop-in', 'u:3', 'unsourced', twice),
      link('u:1', 'drop-in', 'u:2', 'aftermarket-list'),
      link('u:2', 'drop-in', 'u:3', 'unsourced'),
    ];
    const floor = { ...STANDARD_SETTINGS, trustFloor: 0.55 };
    const entry = walkInterchange('u:1', source(...links), floor).entries.find((e) => e.node === 'u:3');
    expect(entry).toMatchObject({ grade: 'with-changes', underFloor: false });
    expect(pathsOfInterchange('u:1', 'u:3', source(...links), floor, 3).paths.map((path) => path.length)).toEqual([
      1, 2,
    ]);
  });
  it('of two ways that cost the same the better grade is taken, in whatever order they are told', () => {
    const links = [
      { ...link('u:3', 'drop-in', 'u:0', 'maker-bulletin', [sensor], true) },
      link('u:1', 'drop-in', 'u:2', 'aftermarket-list'),
      { ...link('u:0', 'same', 'u:1', 'maker-bulletin'), outcomes: { fitted: 0, changed: 0, misfit: 2 } },
      link('u:2', 'same', 'u:1', 'aftermarket-list'),
    ];
    for (const order of [links, [...links].reverse()]) {
      const entries = walkInterchange(
        'u:0',
        source(...order.map((l, i) => ({ ...l, id: `l${i}` }))),
        STANDARD_SETTINGS,
        {
          depth: 2,
        },
      ).entries;
      expect(gradeOf(entries, 'u:2')).toBe('same');
    }
  });
  it('a refusal that comes back to the wanted unit itself disputes nothing', () => {
    const links = [
      link('u:0', 'same', 'n:1'),
      link('n:1', 'does-not-fit', 'u:2'),
      link('u:2', 'same', 'u:0'),
      link('u:0', 'same', 'n:7'),
    ];
    const entries = interchange('u:0', ...links);
    expect(entries.find((e) => e.node === 'n:7')).toMatchObject({ grade: 'same' });
    expect(entries.find((e) => e.node === 'n:7')?.disputed).toBeUndefined();
  });
  it('paths under the trust floor rank below all others of their grade', () => {
    const entries = interchange(
      'u:1',
      link('u:1', 'drop-in', 'u:2', 'unsourced'),
      link('u:2', 'drop-in', 'u:3', 'unsourced'),
      link('u:1', 'drop-in', 'u:4', 'aftermarket-list'),
    );
    expect(entries.map((e) => e.node)).toEqual(['u:4', 'u:2', 'u:3']);
  });
  it('says when it stopped at its depth', () => {
    const chain = Array.from({ length: 9 }, (_, i) => link(`u:${i}`, 'same', `u:${i + 1}`));
    expect(walkInterchange('u:0', source(...chain), STANDARD_SETTINGS, { depth: 6 }).truncated).toBe(true);
    expect(walkInterchange('u:0', source(...chain), STANDARD_SETTINGS, { depth: 6 }).entries).toHaveLength(6);
    expect(walkInterchange('u:0', source(...chain.slice(0, 5)), STANDARD_SETTINGS, { depth: 6 }).truncated).toBe(false);
  });
  it('a refusal holds for the refused unit under another number, however it is reached', () => {
    const entries = interchange(
      'u:1',
      link('u:1', 'does-not-fit', 'u:2', 'measured'),
      link('u:2', 'same', 'n:9'),
      link('u:1', 'drop-in', 'n:9', 'unsourced'),
    );
    expect(gradeOf(entries, 'n:9')).toBe('does-not-fit');
    expect(entries.find((e) => e.node === 'n:9')?.paths[0]?.map((step) => step.kind)).toEqual(['does-not-fit', 'same']);
  });
  it('of two ways the dearer one counts where only it leads on within the depth', () => {
    // u:3 is cheaper by way of u:2, but only the direct step leaves a step for u:4.
    const links = [
      link('u:1', 'same', 'u:2', 'maker-bulletin'),
      link('u:2', 'same', 'u:3', 'maker-bulletin'),
      link('u:1', 'same', 'u:3', 'unsourced'),
      link('u:3', 'same', 'u:4', 'maker-bulletin'),
    ];
    const entries = walkInterchange('u:1', source(...links), STANDARD_SETTINGS, { depth: 2 }).entries;
    expect(entries.find((e) => e.node === 'u:3')?.trust).toBeCloseTo(0.97 * 0.97, 12);
    expect(entries.find((e) => e.node === 'u:4')?.trust).toBeCloseTo(0.6 * 0.97, 12);
  });
  it('a hub of five hundred numbers is whole, and a family past the limit of work says so', () => {
    const hub = (size: number) =>
      walkInterchange(
        'u:0',
        source(...Array.from({ length: size }, (_, i) => link('u:0', 'same', `n:${i}`))),
        STANDARD_SETTINGS,
      );
    expect(hub(500)).toMatchObject({ truncated: false });
    expect(hub(500).entries).toHaveLength(500);
    expect(hub(6000)).toMatchObject({ truncated: true });
  });
});

describe('trust of a link', () => {
  const outcomes = (over: Partial<Outcomes>): Outcomes => ({ fitted: 0, changed: 0, misfit: 0, ...over });
  const trust = (kind: LinkKind, by: SourceKind, over: Partial<Outcomes>, conditions: Condition[] = []) =>
    linkTrust({ ...link('u:1', kind, 'u:2', by, conditions), outcomes: outcomes(over) }, STANDARD_SETTINGS);

  it('is the prior of the best source; nobody asserting it counts as unsourced', () => {
    expect(linkTrust({ kind: 'same', conditions: [], assertions: [] }, STANDARD_SETTINGS)).toBe(0.6);
    expect(trust('same', 'unit-maker', {})).toBeCloseTo(0.93, 12);
  });
  it('moves by outcomes, one case each: worked by hand', () => {
    expect(trust('drop-in', 'aftermarket-list', { fitted: 3 })).toBeCloseTo((0.85 * 5 + 3) / 8, 12);
    expect(trust('drop-in', 'aftermarket-list', { misfit: 2 })).toBeCloseTo((0.85 * 5) / 7, 12);
    expect(trust('drop-in', 'aftermarket-list', { changed: 1 })).toBeCloseTo((0.85 * 5 + 0.5) / 6, 12);
    expect(trust('drop-in', 'aftermarket-list', { changed: 1 }, [sensor])).toBeCloseTo((0.85 * 5 + 1) / 6, 12);
    expect(trust('does-not-fit', 'measured', { misfit: 1 })).toBeCloseTo((0.93 * 10 + 1) / 11, 12);
    expect(trust('does-not-fit', 'measured', { fitted: 1 })).toBeCloseTo((0.93 * 10) / 11, 12);
  });
  it('a bulletin takes more to move than a list, and priors are settings', () => {
    expect(trust('same', 'maker-bulletin', { misfit: 1 })).toBeGreaterThan(0.9);
    expect(trust('same', 'unsourced', { misfit: 1 })).toBeCloseTo(0.4, 12);
    const own = { ...STANDARD_SETTINGS, 'trust.unit-maker': 0.5, 'cases.unit-maker': 1 };
    expect(linkTrust({ ...link('u:1', 'same', 'u:2'), outcomes: outcomes({ fitted: 1 }) }, own)).toBeCloseTo(0.75, 12);
  });
  it('a second "did not fit" puts a link up for review; for a refusal it is a second "fitted"', () => {
    expect(wantsReview({ kind: 'drop-in', outcomes: outcomes({ misfit: 1, fitted: 9 }) })).toBe(false);
    expect(wantsReview({ kind: 'drop-in', outcomes: outcomes({ misfit: 2, fitted: 9 }) })).toBe(true);
    expect(wantsReview({ kind: 'does-not-fit', outcomes: outcomes({ misfit: 5 }) })).toBe(false);
    expect(wantsReview({ kind: 'does-not-fit', outcomes: outcomes({ fitted: 2 }) })).toBe(true);
  });
});
