export { type BoreChange, type BoreChangeKind, changeBore, pistonArea } from './change.js';
export {
  type BoreCandidate,
  type BoreGroup,
  type BoreIdentity,
  boreName,
  boreSigma,
  groupSizes,
  identifyBore,
  listOr,
} from './identify.js';
export { BORE_SIZES, type BoreSize } from './sizes.data.js';
