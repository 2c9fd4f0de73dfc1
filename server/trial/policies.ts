import { attribute } from '@kerabat/core/named/attribute';
import { said, type TrueFact, type TrueUnit } from '@kerabat/core/simulate';
import { offersFor } from './spec.js';
import type { End, Seat } from './types.js';

/** People who do not follow the advice: by the record, by the label, by measuring, by care. */

const NONE = { fixes: [], receive: [], askedFor: [], acts: 0, twice: 0, again: 0, unanswered: 0 };
const order = ({ spec }: Seat, unit: string | undefined, asked: number, minutes: number): End =>
  unit === undefined
    ? { end: 'nothing', units: {}, ...NONE, asked, minutes }
    : { end: 'ordered', units: { [spec.slot]: unit }, ...NONE, asked, minutes };

const offered = ({ shop, spec }: Seat, id: string): readonly string[] => offersFor(shop.world, spec, spec.slot, id);

/** The first unit that the book names for the place. */
const recorded = ({ vehicle, spec, place }: Seat): string =>
  vehicle.book.find(({ slot }) => slot === spec.slot)?.unit ?? place.recorded;

/** Orders what the record names. */
export const byListing = (seat: Seat): End => order(seat, offered(seat, recorded(seat))[0], 0, 1);

/** The unit that has the label that is read on the vehicle. */
function labelled({ shop, vehicle, spec, person, draw }: Seat): TrueUnit | undefined {
  const { units } = shop.world;
  const there = vehicle.places.find(({ slot }) => slot === spec.slot)?.unit;
  const label = said(units.get(there ?? '')?.facts ?? [], 'label-code', undefined, person, draw);
  if (label === undefined) return undefined;
  return [...units.values()].find(({ facts }) =>
    facts.some(({ attribute: name, value }) => name === 'label-code' && value === label),
  );
}

/** Orders the unit that is labelled, or what is offered for it, whatever else is so. */
export function byLabel(seat: Seat): End {
  const unit = labelled(seat);
  return order(seat, unit && offered(seat, unit.id)[0], 1, 3);
}

/** Whether two things that people said go together; what neither could say is no objection. */
function agree(here: string | undefined, there: string | undefined): boolean {
  if (here === undefined || there === undefined) return true;
  const [a, b] = [Number.parseFloat(here), Number.parseFloat(there)];
  return Number.isNaN(a) || Number.isNaN(b) ? here === there : Math.abs(a - b) < 1;
}

/** What a unit is compared by: a pocket stands against a pin, a travel has to be at least what is wanted. */
const MATES: Partial<Record<string, TrueFact['attribute']>> = {
  'booster-pin': 'recess-depth',
  'recess-depth': 'booster-pin',
};
const NOT_COMPARED = ['fluid', 'travel', 'pump-flow', 'relief-pressure', 'pump-returns'];

/** The first of these units of which everything that is compared goes together, read so many times over. */
function firstThatAgrees(seat: Seat, offers: readonly string[], readings: number, before: number): End {
  const { shop, place, person, draw } = seat;
  let asked = before;
  let minutes = before * 3;
  for (const id of offers) {
    const facts = shop.world.units.get(id)?.facts ?? [];
    const agrees = place.side
      .filter(({ attribute: name }) => !NOT_COMPARED.includes(name))
      .every(({ attribute: name, position }) =>
        // Read again before it counts against the unit: a reading may be wrong once.
        Array.from({ length: readings }).some(() => {
          asked += 2;
          minutes += 2 * attribute(name).minutes;
          const there = MATES[name] ?? name;
          return agree(said(place.side, name, position, person, draw), said(facts, there, position, person, draw));
        }),
      );
    if (agrees) return order(seat, id, asked, minutes);
  }
  return order(seat, undefined, asked, minutes);
}

/** Measures every place of the vehicle and of each unit that is listed, once, and orders the first that agrees. */
export const byMeasuring = (seat: Seat): End => firstThatAgrees(seat, offered(seat, recorded(seat)), 1, 0);

/**
 * A careful person: believes the label before the record, measures everything against everything, and reads again what
 * does not agree before it counts.
 */
export const byCare = (seat: Seat): End =>
  firstThatAgrees(seat, offered(seat, labelled(seat)?.id ?? recorded(seat)), 2, 1);
