import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Fact } from '../../named/unit/index.js';
import { patchPool, type Pool, poolBuilder } from './pool.js';

const fact = (
  attribute: Fact['attribute'],
  values: readonly Fact['value'][],
  position?: string,
): fc.Arbitrary<Fact[]> =>
  fc
    .option(fc.constantFrom(...values), { nil: undefined })
    .map((value) =>
      value === undefined ? [] : [{ attribute, value, source: '', ...(position === undefined ? {} : { position }) }],
    );
/** A unit with a few facts, ports among them: one, two or none, all of them recorded or not. */
const record: fc.Arbitrary<Fact[]> = fc
  .tuple(
    fact('bore', [19.05, 22.225]),
    fact('bore-form', ['straight', 'stepped']),
    fact('bore-large', [28.575, null]),
    fact('label-code', ['QC', 'QD', null]),
    fact('port-count', [1, 2]),
    fact('port-thread', ['M10x1.0', 'M12x1.0'], 'rear-left'),
    fact('port-thread', ['M10x1.0', '3/8-24 UNF'], 'front-left'),
    fact('port-seat', ['bubble-flare'], 'single'),
  )
  .map((parts) => parts.flat());

const built = (units: ReadonlyMap<string, readonly Fact[]>): Pool => {
  const builder = poolBuilder();
  for (const id of [...units.keys()].sort()) builder.add(id, units.get(id) ?? []);
  return builder.done();
};
/** What a pool says, whatever codes it says it with. A port that nobody has says nothing. */
const said = ({ units, columns, ports }: Pool) => ({
  units,
  ports,
  columns: Object.fromEntries(
    [...columns]
      .filter(([, c]) => c.position === undefined || c.answers.some((answer) => answer !== null))
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, c]) => [
        key,
        {
          alias: c.alias,
          rows: units.map((_, i) => {
            const code = c.codes[i] ?? 0;
            return code === 0 ? 'not recorded' : [c.answers[code - 1], c.mouths?.[code - 1], c.keys?.[code - 1]];
          }),
          answers: c.answers.map((answer, i) => `${String(answer)} ${c.mouths?.[i] ?? ''}`).sort(),
        },
      ]),
  ),
});

describe('a pool that is patched', () => {
  it('is what a new reading of all units would come to', () => {
    const ids = ['a', 'b', 'c', 'd', 'e', 'f'];
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom(...ids), record), { minLength: 1, maxLength: 6 }),
        fc.array(fc.tuple(fc.constantFrom(...ids), record), { minLength: 1, maxLength: 3 }),
        (before, changes) => {
          const [was, changed] = [new Map(before), new Map(changes)];
          const pool = built(was);
          const untouched = JSON.stringify(said(pool));
          const patched = patchPool(
            pool,
            [...changed].map(([id, facts]) => ({ id, facts })),
          );
          expect(said(patched)).toEqual(said(built(new Map([...was, ...changed]))));
          expect(JSON.stringify(said(pool))).toBe(untouched);
        },
      ),
      { numRuns: 300 },
    );
  });
});
