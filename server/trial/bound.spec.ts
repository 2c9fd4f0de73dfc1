import { afterAll, describe, expect, it } from 'vitest';
import type { Workspace } from '@kerabat/contract';
import { isSameQuestion } from '@kerabat/core/job';
import { VERDICT_GRADES } from '@kerabat/core/judge/verdict';
import { answered, type Begun, jobsBegun, plausible, type Told, toldIn } from '../testing/begun.js';
import type { TrialJob } from './job.js';

/**
 * A decision is about something, and ends with it: after another unit is chosen, another figure is read or another
 * vehicle is meant, nothing that was decided before makes the order surer.
 */

const { jobs, close } = jobsBegun('bound', 6);
afterAll(close);

const named = ({ spec }: Begun, more: string): string => `${spec.seed} ${spec.request} ${spec.slot} ${more}`;
const gradeOf = ({ safety }: Workspace): number => VERDICT_GRADES.indexOf(safety.grade);

/** Everything that a named person could let pass, want or take in a job as it stands. */
function everything(w: Workspace): string[] {
  const overrides = w.safety.blockers.flatMap(({ joint }) => (joint === undefined ? [] : [`override:${joint}`]));
  const fixes = w.work.flatMap(({ slot, joints }) =>
    joints.flatMap(({ checks }) => checks.flatMap((c) => (c.fixes[0] ? [`fix:${slot}/${c.fixes[0].key}`] : []))),
  );
  const wanted = w.work.map(({ slot }) => `wanted:${slot}`);
  const asked = w.measurements.flatMap(({ side, slot, attribute, position }) =>
    side === 'unit' ? [`asked:${slot}/unit/${attribute}${position === undefined ? '' : `/${position}`}`] : [],
  );
  return [...new Set([...overrides, ...fixes, ...wanted, ...asked])];
}
const choiceOf = (subject: string): string =>
  subject.startsWith('asked:') ? 'no-answer' : subject.startsWith('fix:') ? 'accepted' : 'yes';

/** The job with all of it decided, twice over: what was let pass shows what is behind it. */
async function decided(begun: Begun, told: readonly Told[]): Promise<{ job: TrialJob; subjects: string[] }> {
  const { shop } = begun;
  const job = toldIn(begun, told);
  const subjects = new Set<string>();
  for (let round = 0; round < 2; round++) {
    for (const subject of everything(await shop.workOut(job.base()))) {
      if (!subjects.has(subject)) job.decide(subject, choiceOf(subject));
      subjects.add(subject);
    }
    await job.bind((subject) => shop.given(job.base(), subject));
  }
  return { job, subjects: [...subjects] };
}

/** What can change after something was decided: the unit, a figure, the vehicle. */
function changes(begun: Begun, w: Workspace): { readonly what: string; readonly change: (job: TrialJob) => void }[] {
  const { shop, spec } = begun;
  const chosen = w.work.find(({ slot }) => slot === spec.slot)?.chosen?.unitId;
  const kind = shop.world.units.get(chosen ?? '')?.kind;
  const other = [...shop.world.units.values()].find((unit) => unit.kind === kind && unit.id !== chosen);
  const vehicle = shop.world.vehicles.find(({ id }) => id !== spec.vehicle);
  return [
    ...(other
      ? [{ what: 'unit', change: (job: TrialJob) => job.decide(`unit:${spec.slot}`, other.id, other.number) }]
      : []),
    ...(vehicle ? [{ what: 'vehicle', change: (job: TrialJob) => job.isOf(vehicle.id) }] : []),
  ];
}

describe('bound', () => {
  it('after another unit or another vehicle, nothing that was decided before makes the order surer', async () => {
    let [changed, raised] = [0, 0];
    for (const begun of jobs) {
      const { shop } = begun;
      const w = await shop.workOut(begun.start().base());
      const told = w.measurements.slice(0, 3).map((m) => answered(m, plausible(begun, m, w), w));
      for (const { what, change } of changes(begun, w)) {
        const [{ job, subjects }, plain] = [await decided(begun, told), toldIn(begun, told)];
        const before = gradeOf(await shop.workOut(job.base()));
        if (before < gradeOf(await shop.workOut(plain.base()))) raised += 1;
        change(job);
        change(plain);
        const [after, bare] = [await shop.workOut(job.base()), await shop.workOut(plain.base())];
        const place = what === 'unit' ? `:${begun.spec.slot}` : ':';
        const held = after.decisions.filter(
          (d) => subjects.includes(d.subject) && d.subject.includes(place) && !d.again,
        );
        const about = held.filter(({ subject }) => !subject.includes('/vehicle/'));
        expect(
          about.map(({ subject }) => subject),
          named(begun, what),
        ).toEqual([]);
        if (what === 'vehicle') expect(gradeOf(after), named(begun, what)).toBeGreaterThanOrEqual(gradeOf(bare));
        changed += 1;
      }
    }
    expect(changed).toBeGreaterThan(20);
    expect(raised).toBeGreaterThan(2);
  });

  it('a figure that an override was given for is read anew: that override counts no longer', async () => {
    let ended = 0;
    for (const begun of jobs) {
      const { shop } = begun;
      const w = await shop.workOut(begun.start().base());
      for (const m of w.measurements.slice(0, 6)) {
        const joint = w.work.flatMap(({ slot, joints }) =>
          joints.flatMap(({ id, checks }) =>
            slot === m.slot && checks.some((c) => c.measures.some((x) => isSameQuestion(x, m))) && !id.includes('asked')
              ? [`override:${slot}/${id}`]
              : [],
          ),
        )[0];
        if (joint === undefined || !w.safety.blockers.some((b) => `override:${b.joint ?? ''}` === joint)) continue;
        const job = begun.start();
        job.decide(joint, 'yes');
        await job.bind((subject) => shop.given(job.base(), subject));
        expect(again(await shop.workOut(job.base()), joint), named(begun, joint)).toBeUndefined();
        const [line, slot, onVehicle] = answered(m, plausible(begun, m, w), w);
        expect(job.tell(line, slot, onVehicle), line).toBeUndefined();
        const [after, bare] = [
          await shop.workOut(job.base()),
          await shop.workOut(toldIn(begun, [[line, slot, onVehicle]]).base()),
        ];
        expect(again(after, joint), named(begun, `${joint} ${line}`)).toBeDefined();
        expect(gradeOf(after), named(begun, joint)).toBeGreaterThanOrEqual(gradeOf(bare));
        ended += 1;
      }
    }
    expect(ended).toBeGreaterThan(10);
  });
});

const again = ({ decisions }: Workspace, subject: string): string | undefined =>
  decisions.find((one) => one.subject === subject)?.again;
