export { ERRORS, type Person, personOf, said } from './people.js';
export { chainWith } from './world/chain.js';
export { circuitFlaws } from './judge/circuits.js';
export { fluidFlaws } from './judge/fluids.js';
export { listFlaws, type Thing, thingsFor } from './judge/list.js';
export { type Flaw, type FlawKind, FLAWS } from './judge/types.js';
export { jointFlaws } from './judge/vehicle.js';
export { Draw } from './world/draw.js';
export {
  ARMS,
  type Arm,
  type Quality,
  type TrueFact,
  type TrueUnit,
  type TrueVehicle,
  type World,
} from './world/types.js';
export { PORTS, QUALITIES, worldOf } from './world/world.js';
