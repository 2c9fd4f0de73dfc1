import { afterAll, expect, it } from 'vitest';
import { questionText } from '@kerabat/core/job';
import { attribute, type AttributeName } from '@kerabat/core/named/attribute';
import { Draw, personOf, said } from '@kerabat/core/simulate';
import { answered, jobsBegun, plausible, toldIn } from '../testing/begun.js';
import { vehicleOf } from './spec.js';

/** A second reading that contradicts the first is never passed over, whatever the job is about. */

const { jobs, close } = jobsBegun('doubt', 12);
afterAll(close);

it('two readings of one thing that contradict each other stop the order until one is taken back', async () => {
  let tried = 0;
  for (const begun of jobs) {
    const w = await begun.shop.workOut(begun.start().base());
    const told = w.measurements.map((m) => answered(m, plausible(begun, m, w), w));
    const first = told.find(([line]) => line.endsWith(' mm ± 0.01'));
    if (!first) continue;
    const [line, slot, onVehicle] = first;
    const other = line.replace(/[\d.]+(?= mm ± 0.01$)/, (mm: string) => (Number(mm) + 4).toFixed(1));
    const far = [other, slot, onVehicle] as const;
    const job = toldIn(begun, [first, far]);
    const doubted = await begun.shop.workOut(job.base());
    const what = `${begun.spec.seed} ${line} ${other}`;
    expect(doubted.safety.grade, what).not.toBe('safe');
    const [dispute] = doubted.work.flatMap(({ disputes }) => disputes);
    expect(dispute?.readings, what).toHaveLength(2);
    const [, second] = job.readingsLike(dispute?.readings[0]?.id ?? 0);
    if (!second) throw new Error(what);
    job.withdraw(second);
    const settled = await begun.shop.workOut(job.base());
    expect(
      settled.work.flatMap(({ disputes }) => disputes),
      what,
    ).toEqual([]);
    tried += 1;
  }
  expect(tried).toBeGreaterThan(5);
});

it('what could not be had is asked once more in another way, and then no more', async () => {
  let tried = 0;
  for (const begun of jobs) {
    const start = begun.start();
    const before = await begun.shop.workOut(start.base());
    const [measure] = before.measurements;
    if (!measure) continue;
    const { slot, side, attribute, position } = measure;
    const subject = `asked:${slot}/${[side, attribute, ...(position === undefined ? [] : [position])].join('/')}`;
    const asked = async (end: string) => {
      start.decide(subject, end, end === 'no-answer' ? 'the seller' : undefined);
      await start.bind((one) => begun.shop.given(start.base(), one));
      const w = await begun.shop.workOut(start.base());
      return w.measurements.find(({ key }) => key === measure.key)?.group;
    };
    expect(await asked(side === 'unit' ? 'no-answer' : 'cannot-be-seen'), subject).toBe('another-way');
    expect(await asked('nowhere'), subject).toBeUndefined();
    tried += 1;
  }
  expect(tried).toBeGreaterThan(5);
});

it('nobody is led to say by name what nothing tells: where no mark can be seen, what decides is measured', async () => {
  const draw = new Draw('unmarked');
  let [tried, open] = [0, 0];
  for (const begun of jobs.slice(0, 40)) {
    const { shop, spec } = begun;
    const vehicle = vehicleOf(shop.world, spec);
    const job = begun.start();
    // All that Identify asks for is seen, but for what would name the unit.
    for (let round = 0; round < 30; round++) {
      const { work } = await shop.workOut(job.base());
      const checks = work.flatMap(({ slot, identification }) =>
        identification.nextChecks.slice(0, 3).map((check) => ({ ...check, slot })),
      );
      if (checks.length === 0) break;
      for (const { slot, line, ...check } of checks) {
        const there = shop.world.units.get(vehicle.places.find((place) => place.slot === slot)?.unit ?? '');
        const name = check.attribute as AttributeName;
        const marked = attribute(name).kind === 'mark';
        const answer = marked
          ? undefined
          : said(there?.facts ?? [], name, check.position, personOf(draw, 'honest'), draw);
        const position = check.position === undefined ? {} : { position: check.position };
        const asked = questionText({ side: 'vehicle', attribute: name, ...position });
        if (answer !== undefined) job.tell(`${line}${answer}`, slot, true);
        job.decide(`asked:${slot}/${asked}`, 'cannot-be-seen');
      }
    }
    const { work, next, safety } = await shop.workOut(job.base());
    if (work.every(({ brought }) => brought)) continue;
    open += work.filter(({ identification }) => identification.verdict === 'not-enough').length;
    if (!next) throw new Error(`${spec.seed}: there is always a next act`);
    expect(next.act, spec.seed).not.toBe('identify');
    expect(safety.grade, spec.seed).not.toBe('safe');
    tried += 1;
  }
  expect(tried).toBeGreaterThan(20);
  expect(open).toBeGreaterThan(5);
});
