export { chainWith } from './chain.js';
export { Draw } from './draw.js';
export { type Arm, ARMS, type Quality, type TrueFact, type TrueUnit, type TrueVehicle, type World } from './types.js';
export { worldOf } from './world.js';
