/** Chances of what workshops meet. */
export const CHANCE = {
  clutch: 0.5,
  /** A unit as good as the recorded one was fitted last time. */
  twin: 0.05,
  /** Another unit was fitted last time, and the vehicle was made to take it: a nut, studs, a rod. */
  altered: 0.05,
  /** The works changed the unit in mid-year, or an option has another one. */
  change: 0.15,
  option: 0.1,
  /** A unit had another number before; its box holds small parts. */
  superseded: 0.15,
  box: 0.3,
  /** Only with lies: a listing is of a unit that does not go; a kit is of another bore; two ports are swapped. */
  wrongListing: 0.25,
  wrongKit: 0.1,
  swapped: 0.1,
  copied: 0.05,
  oldList: 0.3,
};
