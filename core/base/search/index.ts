export { Heap } from './heap.js';
