export { inchFraction, print, printBoth, printNumber } from './print.js';
export { type Dimension, inUnit, mm, otherSystem, type Quantity, toBase, type Unit, UNITS } from './quantity.js';
export { type Reading, type ReadOptions, readQuantity, type UsualRange } from './read.js';
