import { lookup } from '../../base/lookup/index.js';
import type { ListLine } from '../../list/need/index.js';
import { positionWords, valueWords } from '../../named/attribute/index.js';
import type { ItemName } from '../../named/item/index.js';

/** What the items of a parts list are called, and what happens without them. */

interface ItemWords {
  readonly words: string;
  /** How it is counted, where that is not plain. */
  readonly counted?: string;
  /** What happens without it. */
  readonly without: string;
  readonly size?: (mm: number) => string;
}

const ring = (mm: number): string => `for a spigot of ${valueWords('pilot', mm)}`;
const across = (mm: number): string => `${valueWords('grommet-size', mm)}`;

const WORDS: Readonly<Partial<Record<ItemName, ItemWords>>> = {
  'booster-seal': {
    words: 'Seal ring between booster and master',
    without: 'a flattened ring leaks vacuum and feels like a bad booster',
    size: ring,
  },
  nut: {
    words: 'Self-locking nut for the studs',
    counted: 'one for each stud',
    without: 'a self-locking nut that was loosened does not lock again',
  },
  gasket: {
    words: 'Gasket of the flange',
    counted: 'one for each that lies between the faces',
    without: 'a squeezed gasket seals once',
  },
  'crush-washer': {
    words: 'Crush washer for the banjo eye',
    counted: 'one more than there are eyes on the bolt',
    without: 'a crushed washer does not seal twice',
    size: (mm) => `, ${valueWords('eye', mm)} inside`,
  },
  bolt: {
    words: 'Banjo bolt for one eye more',
    counted: 'each eye with its washer takes its thickness from the thread',
    without: 'too few threads hold the hose',
    size: (mm) => `, ${valueWords('bolt-length', mm)} under its head`,
  },
  'hose-clip': { words: 'Spring clip for the hose in its bracket', without: 'the hose turns in its bracket and rubs' },
  'roll-pin': { words: 'Roll pin for the line', without: 'a driven-out pin is not reused' },
  clip: { words: 'Clip for the line', without: 'a clip that was spread lets the line go under pressure' },
  'o-ring': { words: 'O-ring for the line’s spigot', without: 'new with every opening: a stretched ring weeps' },
  grommet: {
    words: 'Reservoir grommet',
    counted: 'one for each neck',
    without: 'old grommets leak under a reservoir that was pulled',
    size: across,
  },
  'reservoir-pin': { words: 'Pin of the reservoir', without: 'the reservoir lifts off its grommets' },
  'hose-clamp': {
    words: 'Hose clamp for the feed hose',
    counted: 'one for each end; its size by the outside of the hose',
    without: 'the job stops for one missing clamp',
    size: (mm) => `of ${valueWords('hose-outside', mm)} outside`,
  },
  plug: {
    words: 'Blanking plug',
    counted: 'one for each opening that nothing fills',
    without: 'an open port has no pressure and loses its fluid',
  },
  'bench-bleed': {
    words: 'Bench-bleed fitting with hose',
    counted: 'one for each port that a line goes to',
    without: 'air that stays in the unit is hard to get out in the vehicle',
  },
  tee: { words: 'Tee', without: 'two lines do not go into one port' },
  'tube-nut': {
    words: 'Tube nut',
    counted: 'one for each end of a line that is made',
    without: 'nothing holds the flare in its seat',
  },
  line: { words: 'Brake line', without: 'nothing carries the fluid there' },
  hose: { words: 'Flexible hose', without: 'nothing carries the fluid to what moves' },
  'feed-hose': { words: 'Feed hose for brake fluid', without: 'the unit draws air' },
  'vacuum-cap': {
    words: 'Cap for the vacuum line that is not used any more',
    without: 'an open vacuum line leans out the engine',
  },
  'pressure-hose': { words: 'Pressure hose', without: 'nothing drives the assistance' },
  'return-hose': { words: 'Return hose with two clamps', without: 'the pump has nowhere to give back to' },
  'assist-fluid': { words: 'Fluid for pump and booster, as the pump’s cap says', without: 'not the brake fluid' },
  'pedal-box': { words: 'Pedal box with clutch pedal', without: 'nothing moves the clutch master' },
  'start-switch': { words: 'Start-lockout switch', without: 'the engine starts in gear' },
  'small-hose': { words: 'Vacuum hose', without: 'nothing drives the booster' },
  connector: { words: 'Inline connector', without: 'two line ends do not meet by themselves' },
  adapter: { words: 'Adapter', without: 'the nut does not go into the port' },
  reservoir: { words: 'Reservoir with cap', without: 'the unit has nothing to draw from' },
  sensor: { words: 'Sensor', without: 'its warning lamp stays on' },
  rod: { words: 'Push rod', without: 'the pedal does not reach the unit' },
  fork: { words: 'Fork for the rod', without: 'the pedal does not reach the booster' },
  boot: { words: 'Boot', without: 'dirt gets behind the piston' },
  bracket: { words: 'Bracket', without: 'the unit has nothing to sit on' },
  carrier: { words: 'Carrier for the caliper, with bolts', without: 'the caliper has nothing to sit on' },
  disc: { words: 'Disc', without: 'another caliper wants the disc that it was made for' },
  pads: { words: 'Pads for the axle', without: 'new discs want new pads' },
  pump: { words: 'Pump', without: 'nothing drives the assistance' },
  valve: { words: 'Valve', without: 'the balance between the axles is another' },
  harness: { words: 'Harness with plug', without: 'the plug has no mate' },
};

const wordsFor = (item: ItemName): ItemWords | undefined => lookup(WORDS, item);

/** "Blanking plug M10x1.0", "Seal ring between booster and master for a pilot of 42.00 mm" */
export function itemWords({
  item,
  thread,
  tube,
  sizeMm,
}: Pick<ListLine, 'item' | 'thread' | 'tube' | 'sizeMm'>): string {
  const row = wordsFor(item);
  const words = row?.words ?? capital(positionWords(item));
  const size = sizeMm === undefined ? undefined : row?.size?.(sizeMm);
  return [words, thread, tube === undefined ? undefined : `for ${tube} tube`, size]
    .filter((part) => part !== undefined)
    .join(' ')
    .replace(' ,', ',');
}

/** What happens without it. */
export const withoutWords = (item: ItemName): string | undefined => wordsFor(item)?.without;
/** How it is counted. */
export const countedWords = (item: ItemName): string | undefined => wordsFor(item)?.counted;

const capital = (words: string): string => words.slice(0, 1).toUpperCase() + words.slice(1);
