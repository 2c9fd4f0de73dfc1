export { applyEdits, chainFaults } from './edit.js';
export {
  faceOf,
  attributesOf,
  facesOf,
  jointsOfPart,
  knownAt,
  partsById,
  portsOf,
  PLUGS,
  readRef,
  type Face,
  type Known,
} from './faces.js';
export { partRow, PARTS, ROLES, type FaceRow, type PartRow, type Role } from './parts.data.js';
export type * from './types.js';
export * from './vocabulary.js';
export { fillLayout, LAYOUT_NAMES, LAYOUTS, type LayoutName, type LayoutRow } from './layouts.data.js';
