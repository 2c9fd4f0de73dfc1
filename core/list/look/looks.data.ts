import type { ItemName } from '../../named/item/index.js';
import type { PartKind } from '../../vehicle/chain/index.js';

/** What stays on the vehicle and is looked at while it is open, as a table. */

/** What an answer brings. */
export interface Brings {
  readonly item: ItemName;
  readonly section: 'order' | 'make' | 'perhaps';
  /** As many as the look is about: lines, hoses, axles; one when it is not said. */
  readonly each?: true;
  readonly words: string;
}

export interface LookAnswer {
  readonly id: string;
  readonly words: string;
  /** The setting whose years it means. */
  readonly beyond?: 'hoseYears' | 'fluidYears';
  readonly brings?: readonly Brings[];
  /** What it tells whoever orders. */
  readonly finding?: string;
  /** Nothing is ordered as it stands: in words, why. */
  readonly refuses?: string;
  /** Looks that it opens. */
  readonly then?: readonly string[];
}

/** What the look is about. */
export type About =
  | 'line' // each rigid line that is undone
  | 'hoses' // the flexible hoses of what is opened, together
  | 'wheels' // the wheel units that are bled, together
  | 'rod' // the pin that the rod hangs on
  | 'booster' // the booster that stays behind a new master
  | 'feed' // hoses from a reservoir that sits apart
  | 'reservoir' // the reservoir that stays or moves over
  | 'carrier' // the carrier that a new caliper goes on
  | 'bores' // the bores of units that are sealed anew
  | 'boots' // wheel units and slaves that stay and are opened
  | 'fluid'; // the fluid that comes out

export interface LookRow {
  readonly look: string;
  readonly about: About;
  /** Only after an answer that opens it. */
  readonly follows?: true;
  readonly words: string;
  readonly how: string;
  readonly minutes: number;
  /** What may be wanted while nobody has looked. */
  readonly perhaps?: Brings;
  readonly answers: readonly LookAnswer[];
}

/** Parts that hold fluid at a wheel or at the clutch. */
export const ENDS: readonly PartKind[] = ['caliper', 'wheel-cylinder', 'slave'];

const SOUND = { id: 'sound', words: 'sound' } as const;

/** Source: workshop practice (work.md): what is found on opening, and what follows from it. */
// prettier-ignore
export const LOOKS: readonly LookRow[] = [
  { look: 'bore', about: 'bores', words: 'Bore of what is sealed anew', how: 'Piston out, wash with brake fluid or alcohol, dry; a lamp along the bore, then a fingernail across it', minutes: 5, answers: [
    { id: 'clean', words: 'clean and bright' },
    { id: 'light', words: 'light marks, no edge', finding: 'Light marks may be polished only if the maker allows it; measure the bore after it.' },
    { id: 'scored', words: 'a fingernail catches', refuses: 'a scratch that a fingernail feels lets the new seals leak: another unit, or a sleeve' },
    { id: 'pitted', words: 'pitted', refuses: 'pitting cuts the new seals: another unit, or a sleeve' },
    { id: 'worn', words: 'worn to a taper', refuses: 'a worn bore is too wide for the seals of its size: another unit, or a sleeve' },
  ] },
  { look: 'line', about: 'line', words: 'Nut and line', how: 'Brush the nut; look under the clips and where the tube enters the nut', minutes: 2, answers: [
    SOUND,
    { id: 'rounded', words: 'nut rounded or seized on the tube', brings: [{ item: 'tube-nut', section: 'order', words: 'Tube nut, as the old one' }, { item: 'work', section: 'make', words: 'Cut the line behind the nut and flare it again' }] },
    { id: 'rust', words: 'tube rusted or pitted', brings: [{ item: 'line', section: 'order', words: 'Brake line, made to the old one' }] },
  ] },
  { look: 'hoses', about: 'hoses', words: 'Flexible hoses', how: 'Bend each sharply, look for cracks, bulges and rub marks; read the date on it', minutes: 4,
    perhaps: { item: 'hose', section: 'perhaps', each: true, words: 'Flexible hose: if it is soft, cracked, swollen or old' }, answers: [
    SOUND,
    { id: 'bad', words: 'soft, cracked or swollen', brings: [{ item: 'hose', section: 'order', each: true, words: 'Flexible hose, in pairs by axle' }] },
    { id: 'old', words: 'its age is not known, or it is older than', beyond: 'hoseYears', brings: [{ item: 'hose', section: 'order', each: true, words: 'Flexible hose, while it is open' }] },
  ] },
  { look: 'feed-hose', about: 'feed', words: 'Feed hose', how: 'Squeeze it along its length and look at both its ends; only hose that is printed for brake fluid will do', minutes: 2,
    perhaps: { item: 'feed-hose', section: 'perhaps', each: true, words: 'Feed hose for brake fluid: if it is hard, cracked or soft' }, answers: [
    SOUND,
    { id: 'bad', words: 'hard, cracked or soft', brings: [{ item: 'feed-hose', section: 'order', each: true, words: 'Feed hose for brake fluid' }] },
    { id: 'wrong', words: 'fuel or coolant hose', brings: [{ item: 'feed-hose', section: 'order', each: true, words: 'Feed hose for brake fluid' }], finding: 'The wrong hose dissolves into the fluid: flush the system.' },
  ] },
  { look: 'bleeders', about: 'wheels', words: 'Bleed screws', how: 'Brush, oil, and try each with a six-point socket before anything is ordered', minutes: 6,
    perhaps: { item: 'bleeder', section: 'perhaps', words: 'Bleed screw: if the old one is seized' }, answers: [
    { id: 'open', words: 'all open' },
    { id: 'seized', words: 'one is seized', brings: [{ item: 'bleeder', section: 'order', words: 'Bleed screw' }], then: ['bleeder-out'] },
    { id: 'broken', words: 'one broke off', brings: [{ item: 'other', section: 'perhaps', words: 'The wheel unit whose bleed screw broke off, unless it can be drilled out' }], finding: 'A broken bleed screw often takes the wheel unit with it: identify that unit too before the order goes out.' },
  ] },
  { look: 'bleeder-out', about: 'wheels', follows: true, words: 'The seized bleed screw', how: 'Warmth and oil, six-point socket; stop before it twists', minutes: 10, answers: [
    { id: 'out', words: 'came out' },
    { id: 'broken', words: 'broke off', brings: [{ item: 'other', section: 'perhaps', words: 'The wheel unit whose bleed screw broke off, unless it can be drilled out' }], finding: 'Identify that wheel unit too before the order goes out.' },
  ] },
  { look: 'pin', about: 'rod', words: 'Clevis pin and bushing', how: 'Take the pin out and feel it for a step; move the pedal sideways', minutes: 3,
    perhaps: { item: 'clevis-set', section: 'perhaps', words: 'Clevis pin and bushing: if the pin shows a step' }, answers: [
    SOUND,
    { id: 'worn', words: 'worn', brings: [{ item: 'clevis-set', section: 'order', words: 'Clevis pin and bushing' }] },
  ] },
  { look: 'booster-face', about: 'booster', words: 'Face of the booster', how: 'Wipe it behind the master with a white rag', minutes: 2, answers: [
    { id: 'dry', words: 'dry' },
    { id: 'wet', words: 'wet', finding: 'The old master leaked into the booster: look inside before it is used again.', then: ['booster-inside'] },
  ] },
  { look: 'booster-inside', about: 'booster', follows: true, words: 'Inside of the booster', how: 'Draw with a thin hose and a syringe from its lowest point; look with a lamp', minutes: 5, answers: [
    { id: 'dry', words: 'nothing comes' },
    { id: 'fluid', words: 'fluid comes', brings: [{ item: 'other', section: 'perhaps', words: 'Booster: its diaphragm stood in fluid' }], finding: 'Fluid ruins the diaphragm: work on the booster too, or write on the order that it was wet.' },
  ] },
  { look: 'reservoir', about: 'reservoir', words: 'Reservoir and cap', how: 'Look for cracks at the necks, mud on the floor and a torn cap seal', minutes: 3, answers: [
    SOUND,
    { id: 'cracked', words: 'cracked or brittle', brings: [{ item: 'reservoir', section: 'order', words: 'Reservoir with cap' }] },
    { id: 'mud', words: 'mud on its floor', brings: [{ item: 'work', section: 'make', words: 'Wash the reservoir with clean brake fluid, nothing else' }] },
  ] },
  { look: 'carrier', about: 'carrier', words: 'Carrier and its pins', how: 'Slide the pins, feel the edges where the pads sit', minutes: 5, answers: [
    SOUND,
    { id: 'worn', words: 'pins seized or edges worn', brings: [{ item: 'carrier', section: 'order', each: true, words: 'Carrier for the caliper, with pins and bolts' }] },
  ] },
  { look: 'boots', about: 'boots', words: 'Boots of what stays', how: 'Lift the lip with a blunt tool: damp or torn', minutes: 3, answers: [
    SOUND,
    { id: 'torn', words: 'torn and dry', brings: [{ item: 'boot', section: 'order', words: 'Boot' }] },
    { id: 'damp', words: 'damp behind it', finding: 'It leaks past its seal: identify that unit too.', brings: [{ item: 'other', section: 'perhaps', words: 'The unit whose boot is damp, or its seal kit' }] },
  ] },
  { look: 'fluid', about: 'fluid', words: 'Fluid: colour and age', how: 'Take some from the floor of the reservoir: clear, dark, milky; ask when it was changed', minutes: 2, answers: [
    { id: 'fresh', words: 'clear, inside its interval' },
    { id: 'old', words: 'dark, or in there for more than', beyond: 'fluidYears', finding: 'Over its interval: flush all of the system, and look at the hoses while it is open.' },
    { id: 'oil', words: 'cloudy or oily, seals swollen', finding: 'Wrong oil was filled: every seal of the system is ruined. Nothing is ordered before it is settled how far it got.', refuses: 'wrong oil was filled: first settle how far it got' },
  ] },
];
