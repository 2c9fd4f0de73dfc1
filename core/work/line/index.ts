export { lineFault, MOST_BENDS } from './checks.js';
export { cutLine, developedMm, flareTaken, lastEnd } from './cut.js';
export { type FittingIndex, indexFittings } from './fittings.js';
export {
  banjoLength,
  HOSE_PLACES,
  type HoseEnd,
  hoseFault,
  hoseLength,
  type HoseLength,
  type HoseOrder,
  type HosePlace,
  shortestWay,
  wayPoints,
} from './hose.js';
export {
  type Bend,
  closest,
  cornersOf,
  type Legs,
  legsOf,
  type Stretch,
  stretchesOf,
  tangentMm,
  type Xyz,
} from './path.js';
export { findRoutes, lineOpening } from './route.js';
export {
  type Route,
  ROUTE_ACTS,
  ROUTE_DOUBTS,
  ROUTE_REFUSALS,
  type RouteAnswer,
  type RouteLine,
  type RouteQuestion,
  type RouteStep,
} from './route.types.js';
export {
  type BendMark,
  type CutLine,
  LINE_CHECKS,
  LINE_STEPS,
  type LineCheck,
  type LineEnd,
  type LineOrder,
  type LineStep,
} from './types.js';
