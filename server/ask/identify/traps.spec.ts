import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { IdentifyAnswer } from '@kerabat/contract';
import { readBenchLine } from '@kerabat/core/find/identify';
import { testServer, type TestServer } from '../../testing/harness.js';

/**
 * The traps of the trade on units of the demo catalogue. Each has what was seen at first, the unit that a hasty reader
 * would order by it, the unit that it is, and the check that leads there.
 */
interface Trap {
  readonly trap: string;
  readonly vehicle?: string;
  readonly kind: string;
  readonly seen: readonly string[];
  readonly tempting: string;
  /** The check that is proposed, and what it shows. */
  readonly check: string;
  readonly then: readonly string[];
  readonly right: string;
  readonly unitIs?: 'off' | 'lost';
  /** The observation that is named as the odd one out, before or after the check. */
  readonly odd?: string;
  readonly swapped?: true;
  readonly didYouRead?: string;
}

const master = { kind: 'brake-master' } as const;
const slave = { kind: 'slave' } as const;

// prettier-ignore
const TRAPS: readonly Trap[] = [
  { trap: 'the same casting serves two bores: the standard unit is ordered, the stepped one is fitted', ...master, vehicle: 'v12', seen: ['cast 44719', 'ports 2'], tempting: 'ard-tm23v', check: 'label-code', then: ['label KE'], right: 'ard-tm22vs' },
  { trap: 'the mouth of a stepped unit is measured, and a unit of that bore is ordered', ...master, vehicle: 'v12', seen: ['bore 28.6 cal'], tempting: 'cas-tm28b', check: 'label-code', then: ['form stepped', 'label KE'], right: 'ard-tm22vs', odd: 'bore' },
  { trap: 'the fatter body is taken for the larger unit', ...master, seen: ['mouth 28.5 ruler', 'ports 2'], tempting: 'cas-tm28b', check: 'bore-mark', then: ['bore mark 22.225', 'label KE'], right: 'ard-tm22vs' },
  { trap: 'the retaining ring sits in the mouth, and the reading is that of another unit', ...master, vehicle: 'v12', seen: ['bore 23.8 cal', 'option H'], tempting: 'ard-tm23v', check: 'label-code', then: ['label KH', 'cast 44802'], right: 'ard-tm25v', odd: 'bore' },
  { trap: 'a reading that no unit has is rounded to the nearest one', ...master, vehicle: 'v12', seen: ['bore 24.6 cal'], tempting: 'ard-tm25v', check: 'label-code', then: ['label KD'], right: 'ard-tm23v', odd: 'bore' },
  { trap: 'a rebuilder’s label is taken for the unit’s own', ...master, vehicle: 'v12', seen: ['cast 44719', 'label RB 12'], tempting: 'ard-tm22vs', check: 'bore-form', then: ['form straight', 'bore 23.8 cal'], right: 'ard-tm23v', odd: 'label-code' },
  { trap: 'a light vehicle with the heavy option is given the light unit', ...master, vehicle: 'v12', seen: ['option H'], tempting: 'ard-tm23v', check: 'label-code', then: ['label KH'], right: 'ard-tm25v' },
  { trap: 'the plate says what left the factory, not what is there', ...master, vehicle: 'v12', seen: ['option H', 'built 1999-05'], tempting: 'ard-tm25v', check: 'label-code', then: ['label KD', 'bore mark 23.8125'], right: 'ard-tm23v', swapped: true },
  { trap: 'one model took two bores, and so two seal kits', ...master, vehicle: 'q3', seen: ['cast 41220'], tempting: 'ard-tm22q', check: 'bore-mark', then: ['bore mark 23.8125'], right: 'ard-tm23q' },
  { trap: 'the month is before the change, but the newer part was fitted from stock or since', ...slave, vehicle: 'q4', seen: ['built 2000-09', 'label S4B'], tempting: 'mor-s20qa', check: 'line-retention', then: ['held by pin'], right: 'mor-s20qb', swapped: true },
  { trap: 'the model year is taken for the build month', ...slave, vehicle: 'q4', seen: ['cast M3200', 'foot present'], tempting: 'mor-s20qb', check: 'build-month', then: ['built 2000-09', 'label S4A'], right: 'mor-s20qa' },
  { trap: 'the clutch master of the other side of the change goes into the same holes', kind: 'clutch-master', vehicle: 'q4', seen: ['cast M1910'], tempting: 'mor-c19qa', check: 'port-thread', then: ['port front left M12x1'], right: 'mor-c19qb' },
  { trap: 'one vehicle took a larger bore from January on', ...master, vehicle: 'e2', seen: ['cast 30060'], tempting: 'ard-tm30e', check: 'build-month', then: ['built 1999-02', 'label EM'], right: 'ard-tm31e' },
  { trap: 'a ruler decides between sizes that it cannot part', ...master, vehicle: 'e2', seen: ['bore 31 ruler'], tempting: 'ard-tm31e', check: 'bore', then: ['bore 30.17 cal'], right: 'ard-tm30e', unitIs: 'off' },
  { trap: '27 mm and 1-1/16 in are one size: the bore cannot tell two makers’ units apart', ...master, seen: ['bore 26.94 cal'], tempting: 'cas-tm27q', check: 'makers-mark', then: ['mark AF', 'label BA'], right: 'ard-tm26b' },
  { trap: 'two figures of the casting number are swapped under the dirt', ...master, vehicle: 'v12', seen: ['cast 44791'], tempting: 'ard-tm25v', check: 'label-code', then: ['label KD'], right: 'ard-tm23v', didYouRead: '44719', odd: 'casting-number' },
  { trap: 'a naught is read as the letter O', ...slave, seen: ['label WX2O'], tempting: 'mor-s20qa', check: 'bore-mark', then: ['bore mark 20.6375', 'foot none'], right: 'wex-s20q', didYouRead: 'WX20', odd: 'label-code' },
  { trap: 'an S is read as a five, an I for a one', ...slave, seen: ['label 51'], tempting: 'mor-s19v', check: 'casting-number', then: ['cast M3195'], right: 'mor-s19q', didYouRead: 'S1', odd: 'label-code' },
  { trap: 'the B of a label is read as an eight', ...master, vehicle: 'b7', seen: ['label 87'], tempting: 'cas-tm31b', check: 'bore-mark', then: ['bore mark 28.575'], right: 'cas-tm28b', didYouRead: 'B7', odd: 'label-code' },
  { trap: 'something was swapped earlier: the record is ordered, another unit is fitted', ...master, vehicle: 'v12', seen: ['option L', 'reservoir length 142 ruler'], tempting: 'ard-tm22vs', check: 'label-code', then: ['label KH', 'bore 25.4 cal'], right: 'ard-tm25v', swapped: true },
  { trap: 'a unit of another vehicle stands in its place', ...master, vehicle: 'v10', seen: ['form stepped'], tempting: 'ard-tm22v', check: 'label-code', then: ['label KE', 'cast 44719'], right: 'ard-tm22vs', swapped: true },
  { trap: 'the look-alike with inch ports', ...master, vehicle: 'v12', seen: ['form stepped', 'bore 22.2 cal', 'port rear left 3/8-24'], tempting: 'ard-tm22vs', check: 'makers-mark', then: ['mark C in ring', 'label none'], right: 'cas-tm22u', swapped: true },
  { trap: 'an aftermarket unit with metric ports stands in for the inch one', ...master, vehicle: 'q3', seen: ['bore 23.8 cal', 'port front left M10x1'], tempting: 'ard-tm23q', check: 'label-code', then: ['label P0877', 'port rear left M12x1'], right: 'pel-tm23q', swapped: true },
  { trap: 'the ports are on the other side', ...master, vehicle: 'v12', seen: ['bore 23.8 cal', 'ports 2 right'], tempting: 'ard-tm23v', check: 'makers-mark', then: ['mark C in ring', 'label V4'], right: 'cas-tm23v', swapped: true },
  { trap: 'a unit without papers: the one with the shorter rod looks the same', ...master, seen: ['bore 19.0 cal', 'reservoir integral'], tempting: 'ard-sm19', check: 'rod-length', then: ['rod 112.5 cal'], right: 'wex-sm19', unitIs: 'off' },
  { trap: 'the clutch master of another list: only the rod tells', kind: 'clutch-master', seen: ['bore 19.05 cal'], tempting: 'mor-c19qa', check: 'rod-length', then: ['rod 101.5 cal'], right: 'pel-c19q', unitIs: 'off' },
  { trap: 'same place, other connector', ...master, vehicle: 'v12', seen: ['form stepped', 'sensor round 3-pin'], tempting: 'ard-tm22vs', check: 'makers-mark', then: ['mark none', 'label P0912'], right: 'pel-tm22vs', swapped: true },
  { trap: 'the vacuum booster is ordered for the hauler with the pump', kind: 'booster', vehicle: 'b7', seen: ['studs 140 cal'], tempting: 'cas-b270b', check: 'booster-supply', then: ['supply pump', 'supply ports 3'], right: 'cas-h40b' },
  { trap: 'one diaphragm or two: the same maker, the same shell from the front', kind: 'booster', seen: ['mark C in ring', 'studs 120 cal'], tempting: 'cas-b230q', check: 'diaphragms', then: ['diaphragms 2'], right: 'cas-b250q' },
  { trap: 'the unit is lost: the plate and what is left on the vehicle decide', ...master, vehicle: 'e2', seen: [], tempting: 'ard-tm31e', check: 'build-month', then: ['built 1996-04'], right: 'ard-tm30e', unitIs: 'lost' },
  { trap: 'the foot that steadies the slave is missing: another unit', ...slave, seen: ['bore 20.6 cal'], tempting: 'mor-s20qa', check: 'foot', then: ['foot none'], right: 'wex-s20q', unitIs: 'off' },
];

describe('the traps of identification', () => {
  let server: TestServer;
  beforeAll(async () => {
    server = await testServer();
  });
  afterAll(() => server.close());

  const evidence = (lines: readonly string[]) =>
    lines.flatMap((line) => {
      const read = readBenchLine(line);
      if (!read.recognised) throw new Error(`${line}: ${read.problem}`);
      return [read.evidence, ...(read.also ? [read.also] : [])];
    });
  const ask = async (trap: Trap, lines: readonly string[]): Promise<IdentifyAnswer> => {
    const { vehicle, kind, unitIs } = trap;
    const body = {
      kind,
      limit: 200,
      ...(vehicle ? { vehicleId: vehicle } : {}),
      ...(unitIs ? { unitIs } : {}),
      evidence: evidence(lines),
    };
    const answer = await server.ask('POST', '/identify', { body });
    expect(answer.status, JSON.stringify(answer.body)).toBe(200);
    return answer.body as IdentifyAnswer;
  };
  const share = (answer: IdentifyAnswer, id: string): number =>
    [...answer.candidates, ...answer.eliminated].find((c) => c.unitId === id)?.probability ?? 0;

  it('there are more than twenty-five of them, no two alike', () => {
    expect(new Set(TRAPS.map((t) => t.trap)).size).toBeGreaterThanOrEqual(25);
  });
  it.each(TRAPS)('$trap', async (trap) => {
    const first = await ask(trap, trap.seen);
    expect(
      first.verdict === 'enough' && first.candidates[0]?.unitId === trap.right,
      'the first look does not settle it',
    ).toBe(false);
    const sure = first.verdict === 'enough' && first.candidates.some((c) => c.agrees.length > 0);
    expect(sure && first.candidates[0]?.unitId === trap.tempting, 'the tempting unit is not said to be enough').toBe(
      false,
    );
    expect(
      first.nextChecks.slice(0, 12).map((c) => c.attribute),
      'the check that leads on is proposed',
    ).toContain(trap.check);
    for (const check of first.nextChecks) {
      for (const { line } of check.answers) {
        if (line !== undefined)
          expect(evidence([line])[0], line).toMatchObject({
            attribute: check.attribute,
            ...(check.position ? { position: check.position } : {}),
          });
      }
    }
    if (trap.didYouRead) expect(first.didYouRead.map((d) => d.instead)).toContain(trap.didYouRead);
    const then = await ask(trap, [...trap.seen, ...trap.then]);
    expect(then.candidates[0]?.unitId).toBe(trap.right);
    expect(share(then, trap.right)).toBeGreaterThan(share(then, trap.tempting) * 3);
    expect(share(then, trap.right)).toBeGreaterThan(share(first, trap.right) - 1e-9);
    if (trap.odd) expect([first.oddOneOut?.attribute, then.oddOneOut?.attribute]).toContain(trap.odd);
    else expect(then.verdict).toBe('enough');
    expect(then.swapped?.sure ?? false).toBe(trap.swapped ?? false);
  });
});
