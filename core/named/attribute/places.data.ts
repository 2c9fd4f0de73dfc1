import { choice, length, paper, quantity, row } from './rows.js';
import type { AttributeRow } from './types.js';

/**
 * What surrounds a unit and decides whether it goes together there: the rod, the pedal, the room, what drives it, what hangs
 * on it. None of it tells units apart. Minutes and error chances are workshop practice.
 */
// prettier-ignore
export const PLACE_ROWS = [
  // pedal and rod
  row('bled-where', 'where it is bled first', 'choice', 1, 'no', 0.02, 'maker’s data', 'some come filled and sealed, and some cannot be bled in the vehicle', { ...choice('bench', 'vehicle', 'sealed'), ...paper }),
  row('rod-end', 'rod end toward the unit', 'choice', 2, 'partly', 0.05, 'push the boot back and look at the end of the rod', 'a ball end in a flat recess wears through', { ...choice('ball', 'domed', 'flat', 'cup'), ...paper, off: 'the boot', spot: 'rod' }),
  row('rod-retention', 'rod held in the unit by', 'choice', 2, 'partly', 0.05, 'push the boot back', 'a loose rod drops out when the pedal is pulled up', { ...choice('ring', 'clip', 'boot', 'plate'), ...paper, off: 'the boot', spot: 'rod' }),
  row('rod-adjust', 'range of the rod’s adjuster', 'quantity', 2, 'yes', 0.05, 'thread behind the lock nut', 'rusted adjusters turn the rod, not the nut', { ...length(0.5, 80, 'an adjuster'), ...paper, tool: 'ruler', spot: 'rod' }),
  row('rod-engaged', 'thread engaged in the fork', 'quantity', 2, 'yes', 0.05, 'length of the fork’s thread less what is empty', '', { ...length(1, 80, 'an engagement'), ...paper, tool: 'caliper', spot: 'rod' }),
  row('pedal-height', 'pedal height', 'quantity', 2, 'yes', 0.03, 'floor plate to pad, before anything is taken off', 'carpet and mats', { ...length(30, 500, 'a pedal height'), ...paper, tool: 'ruler', spot: 'vehicle', gone: 'the pedal is still there' }),
  row('pedal-travel', 'pedal travel', 'quantity', 3, 'yes', 0.05, 'pad at rest to pad at its stop', '', { ...length(20, 300, 'a pedal travel'), ...paper, tool: 'ruler', spot: 'vehicle' }),
  row('free-travel', 'pedal free travel', 'quantity', 2, 'yes', 0.05, 'press by hand until the rod is felt', '', { ...length(0, 60, 'a free travel'), ...paper, tool: 'ruler', spot: 'vehicle' }),
  row('linkage', 'linkage from pedal to unit', 'choice', 1, 'yes', 0.01, 'look behind the pedal', 'a cross linkage has an adjustment of its own, and it is part of the pedal height', { ...choice('direct', 'cross'), ...paper, spot: 'vehicle' }),
  row('driving-side', 'driving side', 'choice', 1, 'yes', 0.01, 'look', 'ports and reservoir of the other side are mirrored', { ...choice('left', 'right', 'middle'), ...paper, spot: 'vehicle' }),
  // bulkhead
  row('flange-thickness', 'flange thickness under the nut', 'quantity', 2, 'yes', 0.03, 'caliper over the flange', '', { ...length(2, 60, 'a flange'), ...paper, tool: 'caliper', spot: 'flange' }),
  row('under-nut', 'bracket or switch under the nut', 'quantity', 2, 'yes', 0.03, 'look at the mounting nuts', 'it wants a longer stud', { ...length(0.5, 40, 'a bracket'), ...paper, tool: 'caliper', spot: 'flange' }),
  row('torque', 'tightening torque', 'quantity', 2, 'yes', 0.02, 'maker’s data only', 'a bare figure without a unit is no torque', { ...quantity('torque', 1, 400, 'a torque'), ...paper }),
  row('reach-front', 'length ahead of the flange', 'quantity', 2, 'no', 0.03, 'flange face to the end of the body', '', { ...length(20, 700, 'a length'), ...paper, tool: 'ruler', spot: 'body' }),
  row('reach-left', 'reach to the left of the bore', 'quantity', 2, 'no', 0.03, 'centre of the bore to what stands out furthest, lines and fittings included', 'adapters add to it', { ...length(10, 300, 'a reach'), ...paper, tool: 'ruler', spot: 'body' }),
  row('reach-right', 'reach to the right of the bore', 'quantity', 2, 'no', 0.03, 'centre of the bore to what stands out furthest, lines and fittings included', 'adapters add to it', { ...length(10, 300, 'a reach'), ...paper, tool: 'ruler', spot: 'body' }),
  row('reach-up', 'height above the bore', 'quantity', 2, 'no', 0.03, 'centre of the bore to the top of the cap', 'the cap must come off too', { ...length(10, 400, 'a height'), ...paper, tool: 'ruler', spot: 'reservoir' }),
  row('reach-behind', 'what projects behind the flange', 'quantity', 2, 'no', 0.03, 'flange face to the end of the body behind it', 'it goes through the bulkhead', { ...length(1, 200, 'a projection'), ...paper, tool: 'caliper', spot: 'flange' }),
  row('room-front', 'room ahead of the bulkhead', 'quantity', 2, 'yes', 0.03, 'bulkhead to the next thing in front', 'the engine moves', { ...length(20, 1500, 'a room'), ...paper, tool: 'ruler', spot: 'vehicle' }),
  row('room-left', 'room to the left', 'quantity', 2, 'yes', 0.03, 'centre of the bore to the strut tower or what else stands there', '', { ...length(10, 800, 'a room'), ...paper, tool: 'ruler', spot: 'vehicle' }),
  row('room-right', 'room to the right', 'quantity', 2, 'yes', 0.03, 'centre of the bore to the steering shaft or what else stands there', '', { ...length(10, 800, 'a room'), ...paper, tool: 'ruler', spot: 'vehicle' }),
  row('room-up', 'room above', 'quantity', 2, 'yes', 0.03, 'centre of the bore to the bonnet, closed', 'clay on the cap shows it', { ...length(10, 800, 'a room'), ...paper, tool: 'ruler', spot: 'vehicle' }),
  row('room-behind', 'opening behind the flange', 'quantity', 3, 'no', 0.03, 'depth that the bulkhead leaves free behind the flange', 'brackets of the pedal box', { ...length(1, 300, 'an opening'), ...paper, tool: 'ruler', spot: 'vehicle' }),
  // booster and master
  row('seal-ring', 'seal ring between booster and master', 'quantity', 2, 'no', 0.03, 'across the ring', 'a flattened one feels like a bad booster', { ...length(15, 120, 'a seal ring'), ...paper, tool: 'caliper', off: 'the master from the booster', spot: 'flange' }),
  row('plate', 'plate between booster and master', 'quantity', 2, 'no', 0.03, 'spacer or gasket between the faces', 'it adds to the clearance', { ...length(0.2, 30, 'a plate'), ...paper, tool: 'caliper', off: 'the master from the booster', spot: 'flange' }),
  row('insert', 'insert in the master’s recess', 'quantity', 2, 'no', 0.03, 'a piece at the bottom of the recess', 'it takes away from the clearance', { ...length(0.2, 30, 'an insert'), ...paper, tool: 'caliper', off: 'the master from the booster', spot: 'mouth' }),
  row('pin-adjustable', 'booster pin', 'choice', 1, 'no', 0.03, 'a screw head with flats', 'some are staked', { ...choice('adjustable', 'fixed'), ...paper, off: 'the master from the booster', spot: 'shell' }),
  row('pin-adjust', 'range of the booster pin’s adjuster', 'quantity', 3, 'no', 0.05, 'turn it out to its end', 'a pin turned out too far falls out', { ...length(0, 40, 'a range'), tool: 'caliper', ...paper, off: 'the master from the booster', spot: 'shell' }),
  row('output-force', 'output force of the booster', 'quantity', 1, 'no', 0.02, 'maker’s data', '', { ...quantity('force', 200, 30000, 'a booster force'), ...paper }),
  row('force-limit', 'input force that the master bears', 'quantity', 1, 'no', 0.02, 'maker’s data', '', { ...quantity('force', 200, 30000, 'a force'), ...paper }),
  // reservoir
  row('grommet-size', 'neck of the reservoir', 'quantity', 3, 'no', 0.03, 'caliper over the neck', '', { ...length(4, 40, 'a neck'), ...paper, tool: 'caliper', off: 'the reservoir', spot: 'reservoir' }),
  row('feed-nipple', 'feed nipple for the clutch', 'choice', 1, 'yes', 0.01, 'on the side of the reservoir', 'moulded shut on some: it is opened last', { ...choice('present'), ...paper, spot: 'reservoir' }),
  row('clutch-feed', 'clutch is fed from', 'choice', 1, 'yes', 0.01, 'follow the feed hose', 'a shared reservoir loses both systems’ fluid', { ...choice('brake-reservoir', 'own-reservoir'), ...paper, spot: 'reservoir' }),
  // sensors and switches
  row('level-sensor', 'level sensor connector', 'mark', 1, 'yes', 0.03, 'look at the plug at the reservoir', 'it is in the cap on some', { ...paper, spot: 'reservoir', gone: 'the plug on the harness' }),
  row('brake-light-switch', 'brake-light switch connector', 'mark', 2, 'yes', 0.03, 'on the pedal, or on the unit', 'without it nobody behind is warned', { ...paper, spot: 'vehicle', gone: 'the plug on the harness' }),
  row('cruise-switch', 'cruise release connector', 'mark', 2, 'yes', 0.03, 'second switch at the pedal', 'without it the speed holds against the brake', { ...paper, spot: 'vehicle', gone: 'the plug on the harness' }),
  row('start-switch', 'clutch start switch connector', 'mark', 2, 'yes', 0.03, 'at the clutch pedal or its master', 'bridged ones start in gear', { ...paper, spot: 'vehicle', gone: 'the plug on the harness' }),
  // valves
  row('line-valve', 'valve in the lines', 'choice', 2, 'yes', 0.05, 'follow the lines from the master', 'a second one doubles the effect', { ...choice('proportioning', 'residual', 'differential'), ...paper, spot: 'vehicle' }),
  row('master-stands', 'where the master stands', 'choice', 1, 'yes', 0.02, 'its reservoir against the bleed screws of the calipers, on the level', 'fluid runs back from discs into a master below them', { ...choice('above', 'below'), ...paper, spot: 'vehicle' }),
  row('valve-thread', 'thread of the valve', 'thread', 4, 'no', 0.05, 'gauge, valve out', 'old and new valves have other threads', { ...paper, tool: 'thread-gauge', off: 'the valve', spot: 'nose' }),
  // what drives the booster
  row('vacuum-hose', 'vacuum hose inside diameter', 'quantity', 1, 'yes', 0.03, 'printed on the hose, or a plug gauge', '', { ...length(5, 30, 'a vacuum hose'), ...paper, spot: 'shell' }),
  row('vacuum-source', 'vacuum comes from', 'choice', 1, 'yes', 0.02, 'follow the hose', 'an engine of another kind has none', { ...choice('engine', 'pump'), ...paper, spot: 'vehicle' }),
  row('pump-flow', 'flow of the pump', 'quantity', 3, 'yes', 0.05, 'plate, maker’s data', 'at idle, not at full speed', { ...quantity('flow', 0.5, 60, 'a flow'), ...paper }),
  row('flow-wanted', 'flow that the booster wants', 'quantity', 1, 'no', 0.02, 'maker’s data', '', { ...quantity('flow', 0.5, 60, 'a flow'), ...paper }),
  row('relief-pressure', 'relief pressure of the pump', 'quantity', 3, 'yes', 0.05, 'plate, maker’s data', '', { ...quantity('pressure', 1, 30, 'a relief pressure'), ...paper }),
  row('pressure-wanted', 'pressure that the booster wants', 'quantity', 1, 'no', 0.02, 'maker’s data', '', { ...quantity('pressure', 1, 30, 'a pressure'), ...paper }),
  row('pump-returns', 'returns of the pump', 'count', 2, 'yes', 0.03, 'count the return ports at the pump’s reservoir', 'a second return is easily overlooked', { ...paper, spot: 'vehicle' }),
  row('returns-wanted', 'returns that are wanted', 'count', 1, 'no', 0.02, 'steering and booster each want one', '', { ...paper, spot: 'shell' }),
  row('pressure-end', 'end of the pressure hose', 'choice', 2, 'no', 0.05, 'look at the end, hose off', 'two styles under one description', { ...choice('inverted-flare', 'bubble-flare', 'flare-37', 'banjo', 'o-ring'), ...paper, off: 'the pressure hose', spot: 'shell' }),
  row('pressure-thread', 'thread of the pressure hose', 'thread', 2, 'no', 0.05, 'gauge, hose off', 'same thread, other seat', { ...paper, tool: 'thread-gauge', off: 'the pressure hose', spot: 'shell' }),
  row('return-hose', 'return hose inside diameter', 'quantity', 1, 'yes', 0.03, 'printed on the hose, or a plug gauge', 'a narrow return holds the brakes on', { ...length(5, 30, 'a return hose'), ...paper, spot: 'shell' }),
  row('assist-fluid', 'fluid of the assistance', 'choice', 1, 'yes', 0.03, 'cap of the pump', 'it ruins the seals of the brakes, and the reverse', { ...choice('steering-fluid', 'brake-fluid', 'mineral'), ...paper, spot: 'vehicle' }),
  // hose and wheel unit
  row('hose-length', 'length of the flexible hose', 'quantity', 3, 'yes', 0.03, 'end to end, along the hose', '', { ...length(80, 1500, 'a hose'), ...paper, tool: 'ruler', spot: 'vehicle' }),
  row('hose-outside', 'outside diameter of the feed hose', 'quantity', 1, 'yes', 0.03, 'caliper over the hose, not pressed', 'clamps go by it, not by the bore of the hose', { ...length(6, 40, 'a feed hose'), ...paper, tool: 'caliper', spot: 'reservoir' }),
  row('hose-lock', 'hose needed at full lock', 'quantity', 4, 'yes', 0.05, 'a string from end to end, wheels turned to either lock', 'both locks', { ...length(80, 1500, 'a hose'), ...paper, tool: 'ruler', spot: 'vehicle' }),
  row('hose-droop', 'hose needed at full droop', 'quantity', 6, 'yes', 0.05, 'a string from end to end, vehicle on stands, wheels hanging', 'never on the jack alone', { ...length(80, 1500, 'a hose'), ...paper, tool: 'ruler', spot: 'vehicle' }),
  row('hose-bump', 'hose needed at full bump', 'quantity', 6, 'yes', 0.05, 'a string from end to end, springs compressed', 'a long hose rubs on the tyre', { ...length(80, 1500, 'a hose'), ...paper, tool: 'ruler', spot: 'vehicle' }),
  row('hose-offset', 'how much further the port sits', 'quantity', 2, 'no', 0.05, 'old port to new port, along the hose', '', { ...length(1, 300, 'an offset'), ...paper, tool: 'ruler', spot: 'ports' }),
  // caliper, carrier, disc, wheel
  row('disc-thickness', 'disc thickness', 'quantity', 2, 'yes', 0.03, 'caliper over the unworn rim', 'a worn disc has a ridge', { ...length(5, 60, 'a disc thickness'), ...paper, tool: 'caliper', spot: 'vehicle' }),
  row('carrier-spacing', 'bolt spacing of the carrier', 'quantity', 3, 'partly', 0.03, 'centre to centre', '', { ...length(30, 300, 'a bolt spacing'), ...paper, tool: 'caliper', off: 'the wheel', spot: 'flange' }),
  row('offset', 'offset of the carrier from the disc', 'quantity', 3, 'partly', 0.03, 'bolt face to the middle of the disc', '', { ...length(1, 120, 'an offset'), ...paper, tool: 'caliper', off: 'the wheel', spot: 'flange' }),
  row('sweep', 'radius that the caliper sweeps', 'quantity', 2, 'no', 0.03, 'hub centre to the outside of the caliper', '', { ...length(60, 400, 'a radius'), ...paper, tool: 'ruler', spot: 'body' }),
  row('wheel-inside', 'inside radius of the wheel', 'quantity', 3, 'partly', 0.03, 'hub centre to the inside of the rim, less 3 mm', 'weights inside the rim', { ...length(60, 500, 'a radius'), ...paper, tool: 'ruler', off: 'the wheel', spot: 'vehicle' }),
  row('overhang', 'caliper outside the hub face', 'quantity', 2, 'no', 0.03, 'hub face to the outermost point', '', { ...length(1, 200, 'an overhang'), ...paper, tool: 'ruler', spot: 'body' }),
  row('spoke-room', 'room behind the spokes', 'quantity', 3, 'partly', 0.03, 'hub face to the inside of the spokes', '', { ...length(1, 300, 'a room'), ...paper, tool: 'ruler', off: 'the wheel', spot: 'vehicle' }),
  row('hub-bore', 'hub spigot', 'quantity', 2, 'partly', 0.03, 'caliper over the spigot', 'a spacer without its hub fit hangs on the bolts', { ...length(30, 250, 'a hub'), ...paper, tool: 'caliper', off: 'the wheel', spot: 'vehicle' }),
  row('tab', 'tab that can foul the hose', 'choice', 1, 'yes', 0.03, 'look beside the caliper at both locks', '', { ...choice('present'), ...paper, spot: 'vehicle' }),
  // faces of the chain: what a joint turns on beyond the unit's own record
  row('stud-count', 'number of studs', 'count', 1, 'yes', 0.02, 'count the studs or holes of the flange', 'a hole for a locating pin is no stud', { ...paper, spot: 'flange' }),
  row('pin-under-vacuum', 'booster output rod under vacuum', 'quantity', 4, 'no', 0.05, 'depth gauge, vacuum applied', 'vacuum moves the rod out', { ...length(0.5, 80, 'a booster output rod'), ...paper, tool: 'caliper', off: 'the master from the booster', spot: 'shell' }),
  row('gap-limit', 'largest clearance that the maker allows', 'quantity', 1, 'no', 0.02, 'maker’s data', 'only where the maker gives a limit', { ...length(0.05, 10, 'a clearance'), ...paper }),
  row('rod-thread-length', 'whole length of the rod’s thread', 'quantity', 2, 'partly', 0.05, 'caliper along the thread', 'what is inside the fork counts too', { ...length(3, 200, 'a thread'), ...paper, tool: 'caliper', spot: 'rod' }),
  row('port-gender', 'gender of the end', 'choice', 1, 'yes', 0.01, 'look', '', { perPort: true, ...choice('male', 'female'), ...paper, spot: 'ports' }),
  row('port-circuit', 'circuit of the port', 'choice', 2, 'yes', 0.03, 'follow the line, or the maker’s drawing', 'the port beside it can belong to the other circuit', { perPort: true, ...choice('1', '2'), ...paper, spot: 'ports' }),
  row('eye', 'thickness of the banjo eye', 'quantity', 2, 'partly', 0.03, 'caliper over the eye', '', { perPort: true, ...length(3, 30, 'an eye'), ...paper, tool: 'caliper', spot: 'ports' }),
  row('bolt-length', 'banjo bolt under its head', 'quantity', 2, 'no', 0.03, 'caliper, bolt out', 'too long it meets the bottom of the port', { perPort: true, ...length(8, 80, 'a banjo bolt'), ...paper, tool: 'caliper', off: 'the bolt', spot: 'ports' }),
  row('port-depth', 'depth of the port’s thread', 'quantity', 2, 'no', 0.03, 'depth gauge into the port', 'the thread ends before the hole does', { perPort: true, ...length(4, 60, 'a thread depth'), ...paper, tool: 'caliper', off: 'the line', spot: 'ports' }),
  row('wheel-size', 'nominal size of the wheel', 'quantity', 1, 'yes', 0.01, 'cast or stamped on the wheel; a diameter by name', 'not the inside of the rim', { ...length(150, 800, 'a wheel'), ...paper, spot: 'vehicle' }),
  row('wheel-least', 'smallest wheel that clears the caliper', 'quantity', 1, 'no', 0.02, 'maker’s data', 'a nominal size, by name', { ...length(150, 800, 'a wheel'), ...paper }),
  row('line-reaches', 'where the end of the line comes to', 'mark', 1, 'yes', 0.03, 'follow the line to its end', 'a line that is bent over has to reach without pull', { perPort: true, ...paper, spot: 'ports' }),
  row('hand', 'side of the vehicle', 'choice', 1, 'yes', 0.02, 'the bleed screw is at the top when it is fitted', 'left and right look alike on the bench', { ...choice('left', 'right'), ...paper, spot: 'body' }),
] as const satisfies readonly AttributeRow[];
