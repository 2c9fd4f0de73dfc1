import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ChainAnswer, ChainRequest, ChainSolveAnswer } from '@kerabat/contract';
import { testServer, type TestServer } from '../../testing/harness.js';

let server: TestServer;
beforeAll(async () => {
  server = await testServer({ demo: false });
});
afterAll(() => server.close());

interface Example {
  readonly request: ChainRequest;
  readonly answer: ChainAnswer;
}
const example = (name: string): Example =>
  JSON.parse(
    readFileSync(new URL(`../../../docs/examples/chain-check-${name}.json`, import.meta.url), 'utf8'),
  ) as Example;
const BOOSTER = example('booster').request;
const check = (body: unknown) => server.ask('POST', '/chain/check', { body });

/** Sentences are free. */
const withoutSentences = (answer: ChainAnswer): unknown =>
  JSON.parse(JSON.stringify(answer, (key, value: unknown) => (key === 'sentence' ? undefined : value)));

describe('POST /chain/check', () => {
  it(
    'answers the documented example of a booster, with further checks that decide nothing before the ' + 'order',
    async () => {
      const { answer } = example('booster');
      const { status, body: whole } = (await check(BOOSTER)) as { status: number; body: ChainAnswer };
      expect(status).toBe(200);
      const { card, judged, ...body } = whole;
      expect(judged).toContainEqual({ what: 'request', of: 'request', state: 'fits' });
      expect(card.map((s) => `${s.step} ${s.at}`.trim())).toEqual(
        expect.arrayContaining(['have-ready', 'undo-mount master-mount', 'mount-loose master-mount', 'rod-on rod']),
      );
      const listed = new Set(answer.joints.flatMap((joint) => joint.checks.map((c) => `${joint.id} ${c.code}`)));
      const further = body.joints.flatMap((joint) =>
        joint.checks.filter((c) => !listed.has(`${joint.id} ${c.code}`)).map((c) => c.rank),
      );
      expect(further).not.toContain('must');
      const joints = body.joints.map((joint) => ({
        ...joint,
        checks: joint.checks.filter((c) => listed.has(`${joint.id} ${c.code}`)),
      }));
      expect(withoutSentences({ ...body, joints } as unknown as ChainAnswer)).toEqual(withoutSentences(answer));
    },
  );
  it('answers the documented example of one circuit that becomes two', async () => {
    const { request, answer } = example('two-circuits');
    const { body: whole } = (await check(request)) as { body: ChainAnswer };
    const { card, judged, ...body } = whole;
    expect(judged.filter(({ what }) => what === 'feed').map(({ state }) => state)).not.toContain('does-not-fit');
    expect(body).toEqual(answer);
    expect(card.filter((s) => s.step === 'plug-ports' || s.step === 'bench-bleed')).toHaveLength(2);
    expect(body.verdict.grade).toBe('safe');
    // One plug in the box goes into the opening whose thread it has; the others are ordered.
    expect(body.list.filter((line) => line.item === 'plug')).toEqual([
      { section: 'order', item: 'plug', thread: '3/8-24 UNF', quantity: 2, needs: ['n2', 'n7'] },
      { section: 'box', item: 'plug', thread: '7/16-24 UNS', quantity: 1, needs: ['n8'] },
    ]);
  });
  it('every check has a sentence of its own', async () => {
    const { body } = (await check(BOOSTER)) as { body: ChainAnswer };
    const checks = body.joints.flatMap((joint) => joint.checks);
    expect(checks.length).toBeGreaterThan(5);
    for (const { sentence } of checks) expect(sentence).toMatch(/^[A-Z].{10,}[.]$/);
  });
});

describe('what cannot be judged is refused where it stands', () => {
  const parts = BOOSTER.parts;
  const part = (kind: string, id = 'x') => ({ id, kind, facts: [] });
  it.each<[string, object, string, RegExp]>([
    ['a part of unknown kind', { parts: [part('turbine')] }, '/parts/0/kind', /turbine|one of/],
    ['two parts with one name', { parts: [part('pedal'), part('booster')] }, '/parts/1/id', /Two parts are called "x"/],
    [
      'a joint of a part that is not there',
      { joints: [{ id: 'j', kind: 'rod', between: ['pedal', 'lever'] }] },
      '/joints/0/between/1',
      /no part "lever"/,
    ],
    [
      'a mount that does not say which of two faces',
      { joints: [{ id: 'j', kind: 'mount', between: ['bulkhead', 'booster'] }] },
      '/joints/0/between/1',
      /booster@bulkhead or booster@master/,
    ],
    [
      'a face that the kind has not',
      { joints: [{ id: 'j', kind: 'push', between: ['pedal', 'master'] }] },
      '/joints/0/between/0',
      /pedal has no face/,
    ],
    [
      'a loop of mounts',
      { joints: [...BOOSTER.joints, { id: 'ring', kind: 'mount', between: ['bulkhead', 'master'] }] },
      '/joints/5',
      /closes a loop/,
    ],
    [
      'a face that meets two others',
      { joints: [...BOOSTER.joints, { id: 'again', kind: 'push', between: ['booster', 'master'] }] },
      '/joints/5/between/0',
      /meets two others: push and again/,
    ],
    [
      'a joint of a part with itself',
      { joints: [{ id: 'j', kind: 'rod', between: ['pedal', 'pedal'] }] },
      '/joints/0/between',
      /to itself/,
    ],
    [
      'two edits of one place',
      { edits: [...BOOSTER.edits, { ...BOOSTER.edits[0], id: 'e2' }] },
      '/edits/1',
      /"e2" and "e1" contradict each other/,
    ],
    [
      'an edit of a place that is not there',
      { edits: [{ id: 'e', do: 'remove', at: 'servo' }] },
      '/edits/0/at',
      /no place "servo"/,
    ],
    [
      'a value set on what another edit removes',
      {
        edits: [
          { id: 'a', do: 'remove', at: 'hose' },
          { id: 'b', do: 'set', at: 'hose', facts: [] },
        ],
      },
      '/edits/1/at',
      /removed by another edit/,
    ],
    [
      'a word where a figure is meant',
      {
        parts: [{ id: 'p', kind: 'pedal', facts: [{ attribute: 'rod-length', value: 'long' }] }],
        joints: [],
        edits: [],
      },
      '/parts/0/facts/0/value',
      /is a figure/,
    ],
    [
      'a thread that is none',
      {
        parts: [{ id: 'p', kind: 'line', facts: [{ attribute: 'port-thread', position: 'a', value: 'M10x0.9' }] }],
        joints: [],
        edits: [],
      },
      '/parts/0/facts/0/value',
      /no thread/,
    ],
    ['a setting that there is not', { settings: { gapMin: 0.2, luck: 1 } }, '/settings/luck', /luck/],
    ['a setting that there is not, by the old name', { practice: { luck: 1 } }, '/practice/luck', /luck/],
    [
      'a thousand parts',
      { parts: Array.from({ length: 1000 }, (_, i) => part('line', `l${i}`)) },
      '/parts',
      /200|at most/,
    ],
  ])('%s', async (_, over, pointer, sentence) => {
    const { status, body } = await check({ ...BOOSTER, parts, ...over });
    expect(status).toBe(400);
    const error = (body.errors as { pointer: string; detail: string }[]).find((e) => e.pointer === pointer);
    expect(error?.detail, JSON.stringify(body.errors)).toMatch(sentence);
  });
});

describe('POST /chain/solve', () => {
  const solve = async (body: object) => (await server.ask('POST', '/chain/solve', { body })).body as ChainSolveAnswer;
  it('closes the clearance with a spacer, and says what it costs and what stays open', async () => {
    const { ways } = await solve(BOOSTER);
    expect(ways[0]?.edits).toEqual([{ do: 'stack', joint: 'master-mount', item: 'spacer', sizeMm: 0.78 }]);
    expect(ways[0]).toMatchObject({ skill: 'machinist', grade: 'not-safe', minutes: 60 });
  });
  it('finds none where nobody may be asked, and says for what', async () => {
    const found = await solve({ ...BOOSTER, limits: { skill: 'ordinary' } });
    expect(found.ways).toEqual([]);
    expect(found.because).toContain('push push.gap');
  });
});
