import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { STANDARD_SETTINGS } from '../../named/settings/index.js';
import type { SourceKind } from '../../named/unit/index.js';
import { linkTrust } from './trust.js';
import type { Condition, Grade, InterchangeLink, InterchangeNode, InterchangeSource, LinkKind } from './types.js';
import { pathsOfInterchange, walkInterchange } from './walk.js';

const source = (...links: InterchangeLink[]): InterchangeSource => ({
  linksOf: (nodes) => links.filter((l) => nodes.includes(l.from) || nodes.includes(l.to)),
});
const sensor: Condition = { kind: 'move-over', text: 'move the sensor over' };

describe('against an exhaustive search', () => {
  const kinds: LinkKind[] = ['same', 'same', 'superseded-by', 'drop-in', 'with-changes', 'does-not-fit'];
  const sources: SourceKind[] = ['maker-bulletin', 'unit-maker', 'aftermarket-list', 'unsourced'];
  const arcs = fc.array(
    fc.record({
      a: fc.nat(5),
      b: fc.nat(5),
      kind: fc.constantFrom(...kinds),
      by: fc.constantFrom(...sources),
      both: fc.boolean(),
      condition: fc.boolean(),
      misfits: fc.nat(3),
    }),
    { maxLength: 10 },
  );
  const graphOf = (
    list: {
      a: number;
      b: number;
      kind: LinkKind;
      by: SourceKind;
      both: boolean;
      condition: boolean;
      misfits: number;
    }[],
  ) =>
    list
      .filter(({ a, b }) => a !== b)
      .map(({ a, b, kind, by, both, condition, misfits }, i) => ({
        id: `l${String(i).padStart(2, '0')}`,
        from: `u:${a}` as InterchangeNode,
        to: `u:${b}` as InterchangeNode,
        kind,
        bothWays: both,
        conditions: condition && kind !== 'same' ? [sensor] : [],
        assertions: [{ source: { id: by, kind: by, title: by, date: '2010-01-01' }, date: '2010-01-01' }],
        outcomes: { fitted: 0, changed: 0, misfit: misfits },
      }));

  const arc = (a: number, b: number, kind: LinkKind, by: SourceKind, over = {}) => ({
    a,
    b,
    kind,
    by,
    both: false,
    condition: false,
    misfits: 0,
    ...over,
  });
  /** Two ways of one cost and two grades: once the one found first was taken. */
  const TIES: [Parameters<typeof graphOf>[0], number][] = [
    [
      [
        arc(3, 0, 'drop-in', 'maker-bulletin', { both: true, condition: true }),
        arc(1, 2, 'drop-in', 'aftermarket-list'),
        arc(0, 1, 'same', 'maker-bulletin', { misfits: 2 }),
        arc(2, 1, 'same', 'aftermarket-list'),
      ],
      2,
    ],
  ];

  it('every grade, trust and few paths are the same, at every depth', () => {
    let compared = 0;
    fc.assert(
      fc.property(arcs, fc.integer({ min: 1, max: 6 }), (list, depth) => {
        const links = graphOf(list);
        const walked = walkInterchange('u:0', source(...links), STANDARD_SETTINGS, { depth });
        const naive = exhaustive('u:0', links, depth);
        expect(walked.entries.map((e) => e.node).sort()).toEqual([...naive.keys()].sort());
        for (const entry of walked.entries) {
          const wanted = naive.get(entry.node);
          expect({ grade: entry.grade, disputed: entry.disputed !== undefined }, entry.node).toEqual({
            grade: wanted?.grade,
            disputed: wanted?.disputed,
          });
          expect(entry.trust).toBeCloseTo(wanted?.trust ?? -1, 9);
          expect(entry.underFloor).toBe(entry.trust < STANDARD_SETTINGS.trustFloor - 1e-9);
          if (entry.grade === 'does-not-fit') continue;
          compared += 1;
          const few = pathsOfInterchange('u:0', entry.node, source(...links), STANDARD_SETTINGS, 3, { depth }).paths;
          expect(
            few.map((path) =>
              path.reduce((sum, s) => sum - Math.log(s.trust) + 0.22 * s.conditions.length, 0).toFixed(9),
            ),
          ).toEqual(wanted?.costs.slice(0, 3).map((c) => c.toFixed(9)));
        }
      }),
      { numRuns: 400, examples: TIES },
    );
    expect(compared).toBeGreaterThan(400);
  });
  it('past its depth it always says so', () => {
    fc.assert(
      fc.property(arcs, fc.integer({ min: 1, max: 3 }), (list, depth) => {
        const links = graphOf(list).filter((l) => l.kind !== 'does-not-fit');
        const all = exhaustive('u:0', links, 9);
        const within = exhaustive('u:0', links, depth);
        if (all.size > within.size)
          expect(walkInterchange('u:0', source(...links), STANDARD_SETTINGS, { depth }).truncated).toBe(true);
      }),
    );
  });
});

interface Naive {
  readonly grade: Grade;
  readonly trust: number;
  readonly disputed: boolean;
  /** What each way that is no way through a refused node costs, cheapest first. */
  readonly costs: readonly number[];
}

/** Every simple path is tried one by one; nothing is shared with the walk but the trust of a link. */
function exhaustive(
  start: InterchangeNode,
  links: readonly InterchangeLink[],
  depth: number,
): Map<InterchangeNode, Naive> {
  interface Arc {
    to: InterchangeNode;
    link: InterchangeLink;
    trust: number;
  }
  const arcs = (node: InterchangeNode): Arc[] =>
    links.flatMap((l) => {
      const mutual = l.bothWays || l.kind === 'same' || l.kind === 'does-not-fit';
      const to = l.from === node ? l.to : l.to === node && mutual ? l.from : undefined;
      return to === undefined ? [] : [{ to, link: l, trust: linkTrust(l, STANDARD_SETTINGS) }];
    });
  const paths = (
    from: InterchangeNode,
    most: number,
    takes: (a: Arc) => boolean,
    ends: ReadonlySet<InterchangeNode>,
    shut?: InterchangeNode,
  ): Arc[][] => {
    const all: Arc[][] = [];
    const go = (node: InterchangeNode, path: readonly Arc[], seen: readonly InterchangeNode[]): void => {
      if (path.length >= most || ends.has(node)) return;
      for (const arc of arcs(node)) {
        if (!takes(arc) || seen.includes(arc.to) || arc.to === shut) continue;
        all.push([...path, arc]);
        go(arc.to, [...path, arc], [...seen, arc.to]);
      }
    };
    go(from, [], [from]);
    return all;
  };
  const trustOf = (path: readonly Arc[]): number => path.reduce((t, a) => t * a.trust, 1);
  const cost = (path: readonly Arc[]): number =>
    path.reduce((c, a) => c - Math.log(a.trust) + 0.22 * a.link.conditions.length, 0);
  const isUnder = (path: readonly Arc[]): boolean => trustOf(path) < STANDARD_SETTINGS.trustFloor - 1e-9;
  const grades: Grade[] = ['same', 'drop-in', 'with-changes'];
  const gradeOf = (path: readonly Arc[]): Grade =>
    path.reduce<Grade>((worst, { link: l }) => {
      const g = l.conditions.length > 0 ? 'with-changes' : l.kind === 'superseded-by' ? 'same' : (l.kind as Grade);
      return grades.indexOf(g) > grades.indexOf(worst) ? g : worst;
    }, 'same');
  const none = new Set<InterchangeNode>();
  const goes = (a: Arc): boolean => a.link.kind !== 'does-not-fit';
  // Refusals: along the same unit, over the refusal, along the refused unit.
  const refusal = new Map<InterchangeNode, number>();
  const own = [[], ...paths(start, depth, (a) => goes(a) && gradeOf([a]) === 'same', none)] as Arc[][];
  for (const path of own) {
    for (const no of arcs(path.at(-1)?.to ?? start).filter((a) => !goes(a))) {
      if (no.to === start) continue;
      for (const on of [
        [],
        ...paths(no.to, depth - path.length - 1, (a) => a.link.kind === 'same', none, start),
      ] as Arc[][]) {
        const whole = [...path, no, ...on];
        const to = whole.at(-1)?.to ?? start;
        if (whole.length <= depth) refusal.set(to, Math.max(refusal.get(to) ?? 0, trustOf(whole)));
      }
    }
  }
  const refused = new Set<InterchangeNode>();
  for (;;) {
    const found = new Map<InterchangeNode, Arc[][]>();
    for (const path of paths(start, depth, goes, refused)) {
      const to = path.at(-1)?.to ?? start;
      found.set(to, [...(found.get(to) ?? []), path]);
    }
    const graded = new Map<InterchangeNode, Naive>();
    for (const [node, ways] of found) {
      const sorted = [...ways].sort((a, b) => {
        const [costs, floors] = [cost(a) - cost(b), Number(isUnder(a)) - Number(isUnder(b))];
        return (
          floors ||
          (Math.abs(costs) > 1e-9
            ? costs
            : grades.indexOf(gradeOf(a)) - grades.indexOf(gradeOf(b)) || a.length - b.length)
        );
      });
      const best = sorted[0] ?? [];
      const no = refusal.get(node);
      if (no !== undefined && no >= trustOf(best) - 1e-9)
        graded.set(node, { grade: 'does-not-fit', trust: no, disputed: false, costs: [] });
      else
        graded.set(node, {
          grade: gradeOf(best),
          trust: trustOf(best),
          disputed: no !== undefined,
          costs: sorted.map(cost),
        });
    }
    for (const [node, no] of refusal)
      if (!found.has(node)) graded.set(node, { grade: 'does-not-fit', trust: no, disputed: false, costs: [] });
    const more = [...graded].filter(([node, e]) => e.grade === 'does-not-fit' && !refused.has(node));
    if (more.length === 0) return graded;
    for (const [node] of more) refused.add(node);
  }
}
