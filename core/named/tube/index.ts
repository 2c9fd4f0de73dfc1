export {
  endRow,
  ENDS,
  flareFor,
  LINE_FLARES,
  LINE_OPERATIONS,
  type LineFlare,
  type LineOperation,
} from './ends.data.js';
export { type TorqueRow, tubeNutTorque } from './torque.data.js';
export {
  findMaterial,
  findTube,
  interchangeableTubes,
  MATERIALS,
  TUBE_MATERIALS,
  TUBE_NAMES,
  type TubeMaterial,
  type TubeRow,
  TUBES,
  tubesFor,
} from './tubes.data.js';
