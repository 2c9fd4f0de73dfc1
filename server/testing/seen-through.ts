import { afterAll, beforeAll } from 'vitest';
import { Draw, ERRORS, personOf, type World } from '@kerabat/core/simulate';
import { premises } from '../main/premises.js';
import { Follower } from '../trial/advice.js';
import { type JobSpec, placeAt, vehicleOf } from '../trial/spec.js';
import { openWorkshop, type Workshop } from '../trial/workshop.js';

/**
 * Jobs that are followed to their end by somebody who sees everything: what stays open then is the program's own doing.
 * Called once by a spec; workshops that it opens are closed after its tests.
 */
export function seenThrough() {
  const unseen = ERRORS.unseen;
  const shops: Workshop[] = [];
  beforeAll(() => void (ERRORS.unseen = 0));
  afterAll(async () => {
    ERRORS.unseen = unseen;
    for (const shop of shops) await shop.close();
  });
  return {
    open(world: World): Workshop {
      const shop = openWorkshop(world, premises());
      shops.push(shop);
      return shop;
    },
    /** Follows the advice through a job. Throws where its place is not in the world: a programming error. */
    async follow(shop: Workshop, spec: JobSpec) {
      const vehicle = vehicleOf(shop.world, spec);
      const place = placeAt(vehicle, spec, spec.slot);
      if (!place) throw new Error(`no place "${spec.slot}"`);
      const draw = new Draw(spec.seed);
      const story: string[] = [];
      const person = personOf(draw, 'honest');
      const follower = new Follower({ shop, spec, vehicle, place, person, draw: draw.apart('said'), story });
      return { end: await follower.follow(), story, job: follower.job };
    },
  };
}
