export { type Asked, judgeAsked } from './asked.js';
export { circuitsFed, judgeCircuits, spacesOf } from './circuits.js';
export { judgeFeeds, type LineFeed } from './feeds.js';
export { isNew, isSameUnit, judge, isChanged, judgedJoints } from './judge.js';
export { byItsMates } from './mates.js';
export { judgeClutch, pistonOf } from './paths.js';
export { DESIGN, judgePlaces, judgeSets } from './places.js';
export { vouched, withoutAnswer } from './vouched.js';
export { asOneFace, judgeRefusals, judgeVehicle, type Refusal } from './vehicle.js';
