export { type Built, builtWith, chainWith, type Done, type Occupied, unitThere } from './chain.js';
export { Draw } from './draw.js';
export { TRUE_LAYOUTS, wheelsAt } from './layouts.js';
export { numberOf, tablesOf } from './tables.js';
export {
  type Arm,
  ARMS,
  holeOf,
  type Listed,
  type Offer,
  type TrueConverted,
  type TrueFact,
  type TrueKit,
  type TruePlace,
  type TrueUnit,
  type TrueVehicle,
  type World,
} from './types.js';
export { worldOf } from './world.js';
