export {
  circuitFlaws,
  type Flaw,
  type FlawKind,
  fluidFlaws,
  jointFlaws,
  listFlaws,
  type Thing,
  thingsFor,
} from './judge/index.js';
export { ERRORS, type Person, personOf, said } from './people.js';
export {
  type Arm,
  ARMS,
  chainWith,
  Draw,
  type TrueFact,
  type TrueUnit,
  type TrueVehicle,
  type World,
  worldOf,
} from './world/index.js';
