import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { testServer, type TestServer } from '../../testing/harness.js';

describe('POST /identify', () => {
  let server: TestServer;
  beforeAll(async () => {
    server = await testServer();
  });
  afterAll(() => server.close());
  const ask = (body: unknown) => server.ask('POST', '/identify', { body });
  const cast = { attribute: 'casting-number', kind: 'mark', value: '44719' };

  it('ranks the units of a vehicle, and says what each has for and against it', async () => {
    const { status, body } = await ask({
      vehicleId: 'v12',
      kind: 'brake-master',
      slot: 'brake-master',
      limit: 2,
      evidence: [cast],
    });
    expect(status).toBe(200);
    expect(body.candidates).toHaveLength(2);
    expect(body.candidates[0].agrees[0].sentence).toBe('casting number 44719, as seen');
    expect(body.eliminated).toHaveLength(2);
    expect(body.eliminatedCount).toBeGreaterThan(2);
    expect(body.nextChecks[0]).toMatchObject({ attribute: 'label-code', minutes: 1, removal: '' });
  });
  it('knows no vehicle and no evidence: all units share alike', async () => {
    const { body } = await ask({ kind: 'slave', evidence: [] });
    expect(body.verdict).toBe('not-enough');
    expect(body.entropyBits).toBeCloseTo(Math.log2(body.pool), 9);
  });
  it.each([
    [
      'a vehicle that is not there',
      { vehicleId: 'nope', kind: 'slave', evidence: [] },
      '/vehicleId',
      'There is no vehicle "nope"',
    ],
    ['a place that takes no such unit', { kind: 'slave', slot: 'brake-master', evidence: [] }, '/slot', 'has no place'],
    [
      'an attribute that nobody knows',
      { kind: 'slave', evidence: [{ attribute: 'colour', kind: 'mark', value: 'red' }] },
      '/evidence/0',
      'colour',
    ],
    [
      'a bore in grams',
      { kind: 'slave', evidence: [cast, { attribute: 'bore', kind: 'quantity', value: { value: 20, unit: 'g' } }] },
      '/evidence/1',
      'must be one of: mm, in',
    ],
    [
      'a choice that there is not',
      { kind: 'slave', evidence: [{ attribute: 'foot', kind: 'choice', value: 'perhaps' }] },
      '/evidence/0',
      'present',
    ],
    [
      'a mark of nothing but dots',
      { kind: 'slave', evidence: [{ attribute: 'label-code', kind: 'mark', value: '...' }] },
      '/evidence/0',
      'no letter or digit',
    ],
    [
      'a thread of no standard',
      { kind: 'slave', evidence: [{ attribute: 'port-thread', position: 'single', kind: 'thread', value: 'M10x3' }] },
      '/evidence/0',
      'thread',
    ],
    [
      'a thirteenth month',
      { kind: 'slave', evidence: [{ attribute: 'casting-date', kind: 'month', value: '1999-13' }] },
      '/evidence/0',
      'like 2004-09',
    ],
  ])('refuses %s, and says where', async (_, request, pointer, words) => {
    const { status, body } = await ask(request);
    expect(status).toBe(400);
    expect(body.errors[0].pointer).toContain(pointer);
    expect(body.detail).toContain(words);
  });
  it('a bore of half a metre fits nobody, and is named as the odd one out', async () => {
    const { body } = await ask({
      kind: 'slave',
      evidence: [{ attribute: 'bore', kind: 'quantity', value: { value: 500, unit: 'mm' } }],
    });
    expect(body.verdict).toBe('contradictory');
    expect(body.oddOneOut.sentence).toContain('No unit of this kind has bore 500 mm');
  });
  it('a bore of five metres, and one less than nought, are refused at the door', async () => {
    for (const value of [5000, -22]) {
      const bore = { attribute: 'bore', kind: 'quantity', value: { value, unit: 'mm' } };
      expect(await ask({ kind: 'slave', evidence: [bore] })).toMatchObject({ status: 400 });
    }
  });
  it('refuses two hundred and one pieces of evidence, and an unknown field', async () => {
    expect((await ask({ kind: 'slave', evidence: Array(201).fill(cast) })).status).toBe(400);
    expect((await ask({ kind: 'slave', evidence: [], guess: true })).status).toBe(400);
  });
  it('takes hostile text as a mark like any other', async () => {
    const { status, body } = await ask({
      kind: 'slave',
      evidence: [{ ...cast, value: `'); DROP TABLE unit; -- <script>` }],
    });
    expect(status).toBe(200);
    expect(body.pool).toBeGreaterThan(5);
  });
});
