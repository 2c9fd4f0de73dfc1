import { afterAll, describe, expect, it } from 'vitest';
import type { Workspace } from '@kerabat/contract';
import { personOf, Draw } from '@kerabat/core/simulate';
import { answered, type Begun, jobsBegun, plausible, type Told, toldIn } from '../testing/begun.js';
import { Follower } from './advice.js';
import { placeAt, vehicleOf } from './spec.js';

/** Readings are one truth: what one view of a job takes for a figure, every other takes too. */

const { jobs, close } = jobsBegun('truth', 15);
afterAll(close);

const named = ({ spec }: Begun, more: string): string => `${spec.seed} ${spec.request} ${spec.slot} ${more}`;

/** What the views say of a part's attribute, by part and attribute: each value with the view that says it. */
type Said = Map<string, Map<string, string[]>>;
function say(said: Said, thing: string, value: unknown, view: string): void {
  const values = said.get(thing) ?? new Map<string, string[]>();
  values.set(String(value), [...(values.get(String(value)) ?? []), view]);
  said.set(thing, values);
}

const FEEL = {
  bore: 'master bore',
  masterStroke: 'master travel',
  frontPiston: 'front-left bore',
  rearPiston: 'rear-left bore',
  pedalRatio: 'pedal pedal-ratio',
} as const;

/** What Fit, the whole chain and Feel say of the parts as they will be, of what a part has once. */
function saidThen({ chain, work, feel }: Workspace): Said {
  const said: Said = new Map();
  for (const { id, facts } of chain?.parts ?? [])
    for (const { attribute, position, value } of facts)
      if (position === undefined) say(said, `${id} ${attribute}`, value, 'chain');
  for (const { drawn, id } of work.flatMap(({ joints }) => joints))
    for (const { part, facts } of drawn?.faces ?? [])
      for (const { attribute, value } of facts)
        if (ONCE.includes(attribute)) say(said, `${part} ${attribute}`, value, id);
  for (const { key, value } of feel.brake?.then.values ?? [])
    if (key in FEEL) say(said, FEEL[key as keyof typeof FEEL], value, 'feel');
  return said;
}
const ONCE: readonly string[] = ['bore', 'travel', 'pedal-ratio', 'recess-depth', 'insert', 'disc', 'carrier-spacing'];

const bench = async (begun: Begun, told: readonly Told[]): Promise<Workspace> =>
  begun.shop.workOut(toldIn(begun, told).base());

describe('one truth', () => {
  it('a figure is the same in Fit, in the whole chain and in Feel, whatever was read', async () => {
    let [figures, views] = [0, 0];
    for (const begun of jobs) {
      const w = await bench(begun, []);
      const told = w.measurements.map((m) => answered(m, plausible(begun, m, w), w));
      for (const some of [[], told.filter((_, i) => i % 2 === 0), told]) {
        const said = saidThen(await bench(begun, some));
        for (const [thing, values] of said) {
          const all = [...values].map(([value, by]) => `${value} in ${by.join(', ')}`);
          expect(all, named(begun, thing)).toHaveLength(1);
          figures += 1;
          if ([...values.values()].flat().length > 1) views += 1;
        }
      }
    }
    expect(figures).toBeGreaterThan(1000);
    expect(views).toBeGreaterThan(100);
  });

  it('what is disputed is nobody’s figure: told as disputed, unknown to the chain and to Feel', async () => {
    let disputed = 0;
    for (const begun of jobs) {
      const { spec, shop } = begun;
      const place = placeAt(vehicleOf(shop.world, spec), spec, spec.slot);
      if (!place || place.slot === 'booster' || spec.request === 'convert') continue;
      const told = ['20.1', '24.9'].map((bore): Told => [`bore ${bore} mic`, place.slot, true]);
      const number = shop.world.units.get(place.recorded)?.number ?? '';
      for (const [order, like] of [
        [told, false],
        [[...told].reverse(), false],
        [told, true],
      ] as const) {
        const job = toldIn(begun, order);
        // The very unit of the record goes in again: no joint reads its bore.
        if (like) job.decide(`unit:${place.slot}`, place.recorded, number);
        const w = await shop.workOut(job.base());
        const work = w.work.find(({ slot }) => slot === place.slot);
        expect(
          work?.disputes.map(({ attribute }) => attribute),
          named(begun, ''),
        ).toEqual(['bore']);
        for (const part of w.chain?.parts ?? []) {
          const now = part.was ?? part.facts;
          const own = part.id === 'master' ? place.slot === 'brake-master' : part.id === place.slot;
          if (own)
            expect(
              now.map(({ attribute }) => attribute),
              named(begun, part.id),
            ).not.toContain('bore');
        }
        const feel = w.feel.brake?.now.values.map(({ key }) => key) ?? [];
        if (place.slot === 'brake-master') expect(feel, named(begun, '')).not.toContain('bore');
        expect(w.safety.grade, named(begun, '')).toBe('not-safe');
        disputed += 1;
      }
    }
    expect(disputed).toBeGreaterThan(30);
  });

  it('two marks that one unit cannot both have leave nothing to order, like for like too', async () => {
    let like = 0;
    for (const begun of jobs) {
      const { spec, shop } = begun;
      const place = placeAt(vehicleOf(shop.world, spec), spec, spec.slot);
      if (!place || spec.request === 'convert') continue;
      const marks = ['ZZ8', 'ZZ9'].map((mark): Told => [`label ${mark}`, place.slot, true]);
      const job = toldIn(begun, marks);
      job.decide(`unit:${place.slot}`, place.recorded, shop.world.units.get(place.recorded)?.number ?? '');
      job.decide(`old:${place.slot}`, place.recorded);
      const { safety } = await shop.workOut(job.base());
      expect(
        safety.blockers.map(({ key }) => key),
        named(begun, ''),
      ).toContain(`${place.slot}/disputed`);
      like += 1;
    }
    expect(like).toBeGreaterThan(20);
  });

  it('each rival, worked out in full, gives the same order', async () => {
    let [sure, rivals] = [0, 0];
    for (const { shop, spec } of jobs) {
      if (spec.conversion !== undefined || spec.request === 'kit') continue;
      const vehicle = vehicleOf(shop.world, spec);
      const place = placeAt(vehicle, spec, spec.slot);
      if (!place) continue;
      const draw = new Draw(spec.seed);
      const person = personOf(draw, shop.world.arm);
      const follower = new Follower({ shop, spec, vehicle, place, person, draw: draw.apart('said'), story: [] });
      const end = await follower.follow();
      if (end.end !== 'safe' && end.end !== 'on-listing') continue;
      sure += 1;
      const base = follower.job.base();
      const w = await shop.workOut(base);
      const candidates = w.work.find(({ slot }) => slot === spec.slot)?.identification.candidates ?? [];
      let held = 0;
      for (const { unitId, probability } of candidates.slice(0, 12)) {
        if (held >= base.settings.enoughToOrder) break;
        held += probability;
        follower.job.decide(`old:${spec.slot}`, unitId);
        const other = await shop.workOut(follower.job.base());
        expect(orderOf(other), `${spec.seed} ${spec.request} ${spec.slot} ${unitId} of ${candidates.length}`).toEqual(
          orderOf(w),
        );
        rivals += 1;
      }
    }
    expect(sure).toBeGreaterThan(10);
    expect(rivals).toBeGreaterThanOrEqual(sure);
  });
});

const orderOf = ({ partsList }: Workspace): string[] =>
  partsList.flatMap(({ section, key, quantity, number }) =>
    section === 'order' ? [`${quantity} ${key} ${number ?? ''}`] : [],
  );
