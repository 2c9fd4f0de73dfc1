import { type AttributeName, mayBeNone } from '@kerabat/core/named/attribute';
import { Draw, said, type TrueFact, worldOf } from '@kerabat/core/simulate';
import type { Workspace } from '@kerabat/contract';
import { runs } from '../../tools/seeds.js';
import { premises } from '../main/premises.js';
import { TrialJob } from '../trial/job.js';
import { type JobSpec, placeAt, specOf, vehicleOf } from '../trial/spec.js';
import { openWorkshop, type Workshop } from '../trial/workshop.js';

/** Generated jobs for the laws: the workshops that they are done in, and a unit put in at each place they are about. */

const JOBS_IN_A_WORLD = 8;

/** A job that was begun: what it is about and what is put in. */
export interface Begun {
  readonly shop: Workshop;
  readonly spec: JobSpec;
  /** The job as it begins, anew each time. */
  start(): TrialJob;
}

/** So many workshops of a name, with the jobs that are begun in them; `close` ends them. */
export function jobsBegun(name: string, usual: number): { readonly jobs: readonly Begun[]; close(): Promise<void> } {
  const worlds = runs(usual);
  const shops = Array.from({ length: worlds }, (_, i) => openWorkshop(worldOf(`${name} ${i}`, 'honest'), premises()));
  const jobs = shops.flatMap((shop) =>
    Array.from({ length: JOBS_IN_A_WORLD }, (_, n): Begun => {
      const spec = specOf(shop.world, n);
      return { shop, spec, start: () => started(shop, spec) };
    }),
  );
  return {
    jobs,
    async close() {
      for (const shop of shops) await shop.close();
    },
  };
}

/** What is offered for the purpose goes in; where nothing is, the unit of the record or any other of its kind. */
function started({ world }: Workshop, spec: JobSpec): TrialJob {
  const vehicle = vehicleOf(world, spec);
  const job = new TrialJob(vehicle, spec);
  if (spec.conversion !== undefined) job.decide('conversion', spec.conversion, '');
  const purpose = spec.conversion ?? spec.request;
  const offers = world.offers.filter((one) => one.vehicle === vehicle.id && one.purpose === purpose);
  const numberOf = (id: string): string => world.units.get(id)?.number ?? '';
  for (const { slot, unit } of offers) job.decide(`unit:${slot}`, unit, numberOf(unit));
  if (offers.length > 0) return job;
  const place = placeAt(vehicle, spec, spec.slot);
  const alike = [...world.units.values()].filter(({ kind }) => kind === place?.kind).map(({ id }) => id);
  const id = new Draw(spec.seed).one([place?.recorded ?? '', ...alike]);
  job.decide(`unit:${spec.slot}`, id, numberOf(id));
  return job;
}

export type Question = Workspace['measurements'][number];
/** An answer as somebody types it: the line, and of what it is. */
export type Told = readonly [line: string, slot: string, onVehicle: boolean];

/** Who asks, what of, and the units that go in. */
export const unitAt = ({ work }: Workspace, slot: string): string =>
  work.find((place) => place.slot === slot)?.chosen?.unitId ?? '';

const STEADY = { arm: 'honest', bias: 0, slips: [] as string[] } as const;

/**
 * What could be answered to a question, in words: what is true of the place or of the unit, else what is true of
 * somebody's.
 */
export function plausible({ shop, spec }: Begun, m: Question, w: Workspace): string {
  const { world } = shop;
  const name = m.attribute as AttributeName;
  const place = placeAt(vehicleOf(world, spec), spec, m.slot);
  const own = world.units.get(m.side === 'unit' ? unitAt(w, m.slot) : (place?.unit ?? ''))?.facts ?? [];
  const anybody = [
    ...world.vehicles.flatMap((vehicle) => vehicle.places.flatMap(({ side }) => side)),
    ...[...world.units.values()].flatMap(({ facts }) => facts),
  ];
  const of = (facts: readonly TrueFact[]): TrueFact[] => facts.filter(({ attribute }) => attribute === name);
  const facts = [m.side === 'unit' ? [] : (place?.side ?? []), own, anybody].map(of).find((list) => list.length > 0);
  // Now and then nothing can be seen: they look again.
  for (let look = 0; look < 9; look++) {
    const draw = new Draw(`${spec.seed} ${m.key} ${look}`);
    const answer =
      said(facts ?? [], name, m.position, STEADY, draw) ??
      said(
        (facts ?? []).map(({ attribute, value }) => ({ attribute, value })),
        name,
        undefined,
        STEADY,
        draw,
      );
    if (answer !== undefined) return answer;
  }
  return mayBeNone(name) ? 'none' : '';
}

/** A question with an answer, as it is asked. */
export const answered = (m: Question, answer: string, w: Workspace): Told => [
  `${m.line}${answer.replace(' cal', ' mm ± 0.01')}`,
  m.side === 'unit' ? `unit:${unitAt(w, m.slot)}` : m.slot,
  m.side === 'vehicle',
];

/** A job as it begins, with what was told; throws where a line is refused. */
export function toldIn(begun: Begun, told: readonly Told[]): TrialJob {
  const job = begun.start();
  for (const [line, slot, onVehicle] of told) {
    const problem = job.tell(line, slot, onVehicle);
    if (problem !== undefined) throw new Error(`"${line}" at ${slot}: ${problem}`);
  }
  return job;
}
