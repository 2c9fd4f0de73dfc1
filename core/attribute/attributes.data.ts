import type { AttributeRow } from './types.js';

type Rest = Omit<AttributeRow, 'name' | 'words' | 'kind' | 'minutes' | 'onVehicle' | 'epsilon' | 'where' | 'trap'>;

const row = <N extends string>(
  name: N,
  words: string,
  kind: AttributeRow['kind'],
  minutes: number,
  onVehicle: AttributeRow['onVehicle'],
  epsilon: number,
  where: string,
  trap: string,
  rest: Rest = {},
) => ({ name, words, kind, minutes, onVehicle, epsilon, where, trap, ...rest }) as const;

const length = (min: number, max: number, what: string): Rest => ({ dimension: 'length', usual: { min, max, what } });
const choice = (...choices: string[]): Rest => ({ choices });

/** What can be observed about a unit, where to look, what it costs and what misleads. Minutes and error chances are workshop practice. */
export const ATTRIBUTE_ROWS = [
  row('bore', 'bore', 'quantity', 6, 'no', 0.02, 'at the open end after the rod and boot are off, across two diameters; a size may be cast on the body side', 'a retaining ring in the way, a worn mouth, the mouth of a stepped unit', length(8, 60, 'a bore')),
  row('bore-large', 'large bore', 'quantity', 6, 'no', 0.02, 'behind the step, with the piston out', 'it is not the bore the unit is named by', length(12, 70, 'a large bore')),
  row('mouth', 'mouth diameter', 'quantity', 4, 'no', 0.02, 'across the open end, ring out', 'not the bore of a stepped unit', length(8, 70, 'a mouth')),
  row('bore-form', 'bore form', 'choice', 2, 'yes', 0.03, 'a step in the outside of the casting', 'the fatter body may be the smaller unit by name', choice('straight', 'stepped')),
  row('casting-number', 'casting number', 'mark', 3, 'partly', 0.03, 'underside or end of the casting', 'shared by variants; not an order number'),
  row('label-code', 'label code', 'mark', 1, 'yes', 0.05, 'sticker on the nose', 'missing, or a rebuilder’s'),
  row('makers-mark', 'maker’s mark', 'mark', 1, 'yes', 0.05, 'cast on the body', 'maker of the casting, not of the unit'),
  row('casting-date', 'casting date', 'month', 3, 'partly', 0.05, 'cast clock or digits', 'bounds the build date from below only'),
  row('port-count', 'number of ports', 'count', 1, 'yes', 0.02, 'look all round the body', 'plugged ports count too'),
  row('port-thread', 'port thread', 'thread', 5, 'no', 0.05, 'thread gauge on the removed nut', 'inch and metric neighbours; the hex of a nut is only a hint', { perPort: true }),
  row('port-seat', 'port seat', 'choice', 3, 'no', 0.03, 'look into the port, and at the flare on the line', 'same thread, other seat', { perPort: true, ...choice('inverted-flare', 'bubble-flare', 'flare-37', 'banjo', 'taper-pipe', 'o-ring', 'spigot') }),
  row('port-feeds', 'port feeds', 'choice', 2, 'yes', 0.03, 'follow the line', 'the rear port often feeds the front', { perPort: true, ...choice('front', 'rear', 'left', 'right', 'all', 'slave', 'reservoir', 'pump', 'steering', 'return') }),
  row('flange-angle', 'flange angle to the bore', 'quantity', 1, 'yes', 0.01, 'look, or a square', 'clocking of the reservoir against the flange', { dimension: 'angle', usual: { min: 0, max: 180, what: 'a flange angle' } }),
  row('stud-spacing', 'stud spacing', 'quantity', 3, 'yes', 0.03, 'caliper over both studs minus one diameter', 'diagonal patterns', length(25, 250, 'a stud spacing')),
  row('stud-thread', 'stud thread', 'thread', 3, 'no', 0.03, 'gauge, nut off', 'a switch under the nut needs a longer stud'),
  row('pilot', 'pilot diameter', 'quantity', 3, 'no', 0.03, 'caliper', '', length(10, 90, 'a pilot')),
  row('rod-kind', 'rod', 'choice', 1, 'partly', 0.05, 'at the pedal end', 'the rod may stay with the old unit', choice('fixed', 'loose', 'ball', 'fork')),
  row('rod-length', 'rod length from the flange face', 'quantity', 4, 'partly', 0.05, 'depth gauge, or threads showing × pitch', 'the new rod may be shorter', length(5, 300, 'a rod length')),
  row('recess-depth', 'rod recess depth', 'quantity', 3, 'no', 0.03, 'depth gauge from the mating face', 'spacer or gasket forgotten', length(1, 80, 'a recess')),
  row('booster-pin', 'booster pin protrusion', 'quantity', 3, 'no', 0.03, 'depth gauge from the booster’s face', 'measured with the vacuum still on', length(0.5, 80, 'a booster pin')),
  row('clevis-pin', 'clevis pin', 'quantity', 2, 'yes', 0.02, 'caliper on the pin', 'bushing worn or missing', length(4, 20, 'a clevis pin')),
  row('reservoir', 'reservoir', 'choice', 1, 'yes', 0.01, 'look', 'the box may come without it', choice('integral', 'clipped', 'pinned', 'screwed', 'remote')),
  row('grommet-spacing', 'reservoir grommet spacing', 'quantity', 3, 'no', 0.03, 'caliper, centre to centre', '', length(10, 150, 'a grommet spacing')),
  row('feed-hose', 'feed hose inside diameter', 'quantity', 2, 'yes', 0.03, 'printed on the hose, or a plug gauge', 'the clutch may share the brake reservoir', length(3, 25, 'a feed hose')),
  row('sensor', 'sensor connector', 'mark', 2, 'yes', 0.03, 'look at the plug', 'same place, other connector: move the old one over'),
  row('sensor-thread', 'sensor thread', 'thread', 3, 'no', 0.03, 'gauge', ''),
  row('valve-in-body', 'valve in the body', 'choice', 3, 'partly', 0.1, 'look for the plug or the nose; paperwork', 'moved over or doubled by mistake', choice('proportioning', 'residual')),
  row('bleeder', 'bleeder position', 'choice', 1, 'yes', 0.02, 'it must be highest when fitted', 'shipped in the wrong hole', choice('top', 'side', 'bottom')),
  row('foot', 'steadying foot', 'choice', 1, 'no', 0.02, 'compare with the old one', 'the slave tilts without it', choice('present')),
  row('travel', 'piston travel', 'quantity', 3, 'yes', 0.05, 'ruler on the fork, second person on the pedal', 'air, wear and hose swelling look alike', length(3, 80, 'a travel')),
  row('line-retention', 'line held by', 'choice', 1, 'yes', 0.01, 'look', 'the pin must be new', choice('thread', 'pin', 'clip')),
  row('diaphragms', 'diaphragms', 'count', 2, 'yes', 0.03, 'one or two steps in the shell', ''),
  row('diaphragm', 'diaphragm diameter', 'quantity', 2, 'yes', 0.03, 'tape around the shell / 3.14 gives the rim', 'the effective diameter is smaller than the rim', length(100, 400, 'a diaphragm')),
  row('booster-supply', 'booster supply', 'choice', 1, 'yes', 0.01, 'look', '', choice('vacuum', 'pump', 'electric')),
  row('booster-ratio', 'booster ratio', 'quantity', 1, 'no', 0.02, 'maker’s data', '', { dimension: 'ratio' }),
  row('piston-count', 'pistons on one side of the disc', 'count', 6, 'partly', 0.03, 'pads off', 'counted on both sides'),
  row('seals', 'seal material', 'choice', 1, 'no', 0.05, 'unit maker’s data', 'a kit of the other family', choice('EPDM', 'SBR', 'natural rubber', 'NBR', 'FKM')),
  row('fluid', 'fluid on the cap', 'choice', 1, 'yes', 0.03, 'moulded on the cap', 'the cap may come from another vehicle', choice('DOT 3', 'DOT 4', 'DOT 5', 'DOT 5.1', 'ISO class 3', 'ISO class 4', 'ISO class 5-1', 'ISO class 6', 'ISO class 7', 'mineral')),
  row('holds', 'fluid held', 'quantity', 1, 'no', 0.05, 'maker’s data', '', { dimension: 'volume' }),
  row('pedal-ratio', 'pedal ratio', 'quantity', 5, 'yes', 0.05, 'pivot to pad over pivot to pin', '', { dimension: 'ratio' }),
  row('tube', 'tube', 'choice', 2, 'yes', 0.05, 'caliper over the tube', '3/16 in and 4.75 mm interchange, 1/4 in and 6 mm do not', { perPort: true, ...choice('3/16 in', '4.75 mm', '1/4 in', '6 mm', '5/16 in', '8 mm', '3/8 in') }),
] as const satisfies readonly AttributeRow[];
