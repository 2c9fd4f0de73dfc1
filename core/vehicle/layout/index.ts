export { fillLayout, LAYOUT_NAMES, type LayoutName, type LayoutRow, LAYOUTS } from './layouts.data.js';
