import { afterAll, describe, expect, it } from 'vitest';
import type { Workspace } from '@kerabat/contract';
import { type JobInput, workOut } from '@kerabat/core/job';
import { answered, type Begun, jobsBegun, plausible, toldIn } from '../testing/begun.js';

/**
 * Function decides, and not a name: whatever the ports of units, the units and the vehicles are called, a job has the
 * same verdict, list and card, but for the names.
 */

const { jobs, close } = jobsBegun('names', 14);
afterAll(close);

/** Names of ports as the books have them, and what they are called instead. */
const PORTS = new Map([
  ['front-left', 'uuu'],
  ['front-right', 'aaa'],
  ['rear-left', 'mmm'],
  ['rear-right', 'zzz'],
  ['single', 'bbb'],
]);

/** The whole input of a job with other names for ports, units and vehicles. What lies between units is the layout's. */
function renamed(input: JobInput, ids: ReadonlyMap<string, string>): JobInput {
  const { partFacts, ...rows } = input.rows;
  let text = JSON.stringify({ ...input, rows });
  for (const [from, to] of PORTS) text = text.replaceAll(`"position":"${from}"`, `"position":"${to}"`);
  let between = JSON.stringify(partFacts ?? {});
  for (const [from, to] of ids)
    for (const quote of ['"', '\\"', ':'])
      [text, between] = [text, between].map((one) =>
        one.replaceAll(`${quote}${from}${quote === ':' ? '"' : quote}`, `${quote}${to}${quote === ':' ? '"' : quote}`),
      ) as [string, string];
  const made = JSON.parse(text) as JobInput;
  return { ...made, rows: { ...made.rows, partFacts: JSON.parse(between) as Record<string, unknown> } };
}

/** What a job says, in sentences, without the names of anything. */
function told(
  { safety, partsList, workCard, next, measurements }: Workspace,
  ids: ReadonlyMap<string, string>,
): string[] {
  const plain = (text: string): string => {
    let own = text;
    for (const [from, to] of [...PORTS, ...ids])
      for (const name of [from, to, from.replace('-', ' ')]) own = own.replaceAll(name, '·');
    return own;
  };
  return [
    safety.grade,
    ...[...safety.blockers, ...safety.receive].map(({ words, sentence }) => plain(`${words}: ${sentence ?? ''}`)),
    ...partsList.map(({ section, quantity, words }) => plain(`${section} ${quantity} ${words}`)),
    ...workCard.map(({ words }) => plain(words)),
    ...measurements.map(({ what, side }) => plain(`${side} ${what}`)),
    `next ${next?.act ?? ''}`,
  ].sort();
}

const idsOf = ({ shop }: Begun): ReadonlyMap<string, string> =>
  new Map([...shop.world.units.keys(), ...shop.world.vehicles.map(({ id }) => id)].map((id, i) => [id, `thing${i}q`]));

describe('names decide nothing', () => {
  it('of ports, units and vehicles, with little and with everything answered', async () => {
    let [compared, safe] = [0, 0];
    for (const begun of jobs) {
      const ids = idsOf(begun);
      const w = await begun.shop.workOut(begun.start().base());
      const everything = w.measurements.map((m) => answered(m, plausible(begun, m, w), w));
      for (const some of [[], everything]) {
        const input = await begun.shop.inputOf(toldIn(begun, some).base());
        const [plain, other] = [workOut(input), workOut(renamed(input, ids))] as Workspace[];
        if (!plain || !other) throw new Error('no workspace');
        expect(told(other, ids), `${begun.spec.seed} ${begun.spec.request} ${begun.spec.conversion ?? ''}`).toEqual(
          told(plain, ids),
        );
        compared += 1;
        if (plain.safety.grade !== 'not-safe') safe += 1;
      }
    }
    expect(compared).toBeGreaterThan(40);
    expect(safe).toBeGreaterThan(1);
  });
});
