export { FITTING_KINDS, type FittingKind, type ItemName, ITEMS } from './items.data.js';
