/** Seat forms: how a line end seals in a port. Standards are named with each form. */

export const SEAT_FORMS = [
  'inverted-flare',
  'bubble-flare',
  'flare-37',
  'flare-45',
  'cone-24',
  'banjo',
  'taper-pipe',
  'o-ring',
  'o-ring-face',
  'spigot',
] as const;
export type SeatForm = (typeof SEAT_FORMS)[number];

export interface SeatRow {
  readonly form: SeatForm;
  readonly name: string;
  readonly portForm: string;
  readonly nutForm: string;
  readonly usedOn: string;
  readonly source: string;
}

// prettier-ignore
export const SEATS: readonly SeatRow[] = [
  { form: 'inverted-flare', name: 'inverted double flare 45°', portForm: 'a raised cone at the bottom of the port', nutForm: 'threads may run to the nose of the nut', usedOn: 'steel and copper-nickel tube', source: 'SAE J533' },
  { form: 'bubble-flare', name: 'bubble flare', portForm: 'a flat or shallow conical bottom', nutForm: 'plain nose ahead of the thread', usedOn: 'steel and copper-nickel tube', source: 'ISO 4038; DIN 74234' },
  { form: 'flare-37', name: '37° flare', portForm: 'a 37° outward cone on the male fitting', nutForm: 'separate sleeve and nut', usedOn: 'hoses with AN ends', source: 'SAE J514' },
  { form: 'flare-45', name: '45° external flare', portForm: 'a 45° outward cone on the male fitting', nutForm: 'a nut that goes over the cone', usedOn: 'copper and steel tube of feeds and gauges; as a single flare no brake line', source: 'SAE J512' },
  { form: 'cone-24', name: '24° cone', portForm: 'a hollow 24° cone on the male fitting', nutForm: 'a nut over a cutting ring or a cone with O-ring', usedOn: 'pump and pressure lines', source: 'ISO 8434-1' },
  { form: 'banjo', name: 'banjo with crush washers', portForm: 'a flat face for a banjo eye', nutForm: 'a new washer on each face: two for one eye, three for two eyes', usedOn: 'hoses', source: 'trade settings' },
  { form: 'taper-pipe', name: 'tapered pipe', portForm: 'a thread that seals itself, with sealant', nutForm: 'tapered male thread', usedOn: 'feed fittings, gauges', source: 'ASME B1.20.1; ISO 7-1' },
  { form: 'o-ring', name: 'O-ring port', portForm: 'a chamfer or groove for an O-ring', nutForm: 'O-ring sits where the drawing says', usedOn: 'booster pressure hoses', source: 'ISO 6149-1' },
  { form: 'o-ring-face', name: 'O-ring face seal', portForm: 'a flat face with an O-ring in it on the male fitting', nutForm: 'a nut over a flat sleeve', usedOn: 'pump and pressure hoses', source: 'ISO 8434-3' },
  { form: 'spigot', name: 'spigot with O-ring, held by pin or clip', portForm: 'a plain bore with a groove', nutForm: 'new O-ring, new roll pin or clip', usedOn: 'clutch slaves and lines', source: 'trade settings' },
];

export const findSeat = (form: string): SeatRow | undefined => SEATS.find((seat) => seat.form === form);

/** Whether a line end of one form seals in a port of another: only its own form ever does. The sentence says why. */
export function seatsMeet(port: string, line: string): { readonly meets: boolean; readonly sentence: string } {
  const p = findSeat(port);
  const l = findSeat(line);
  if (!p || !l) return { meets: false, sentence: `"${p ? line : port}" is not a seat form that is known here.` };
  if (p === l) return { meets: true, sentence: `Both are ${p.name}.` };
  return {
    meets: false,
    sentence:
      `The port has ${p.portForm} (${p.name}); the line ends as ${l.name}. They never seal on each ` +
      'other, whatever the thread.',
  };
}
