export { cutLine, developedMm, flareTaken, lastEnd } from './cut.js';
export { lineFault, MOST_BENDS } from './checks.js';
export {
  ENDS,
  endRow,
  flareFor,
  LINE_FLARES,
  LINE_OPERATIONS,
  type LineFlare,
  type LineOperation,
} from './ends.data.js';
export { endsOf, indexFittings, openingKey, opposite, type FittingIndex } from './fittings.js';
export {
  banjoLength,
  HOSE_PLACES,
  hoseFault,
  hoseLength,
  shortestWay,
  wayPoints,
  type HoseEnd,
  type HoseLength,
  type HoseOrder,
  type HosePlace,
} from './hose.js';
export {
  closest,
  cornersOf,
  legsOf,
  stretchesOf,
  tangentMm,
  type Bend,
  type Legs,
  type Stretch,
  type Xyz,
} from './path.js';
export { findRoutes, lineOpening } from './route.js';
export {
  PIECE_KINDS,
  ROUTE_ACTS,
  ROUTE_DOUBTS,
  ROUTE_REFUSALS,
  type FittingPiece,
  type Opening,
  type PieceKind,
  type Route,
  type RouteAnswer,
  type RouteLine,
  type RouteQuestion,
  type RouteStep,
} from './route.types.js';
export { tubeNutTorque, type TorqueRow } from './torque.data.js';
export {
  findMaterial,
  findTube,
  interchangeableTubes,
  MATERIALS,
  TUBE_MATERIALS,
  TUBE_NAMES,
  TUBES,
  tubesFor,
  type TubeMaterial,
  type TubeRow,
} from './tubes.data.js';
export {
  LINE_CHECKS,
  LINE_STEPS,
  type BendMark,
  type CutLine,
  type LineCheck,
  type LineEnd,
  type LineOrder,
  type LineStep,
} from './types.js';
