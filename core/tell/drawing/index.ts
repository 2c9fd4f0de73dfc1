export { arrowAt } from './arrow.js';
export { keyOf } from './facts.js';
export { hoseDrawing } from './hose.js';
export { joinedDrawing, type JoinedStep } from './joined.js';
export { factsWords, jointDrawing, type JointFaces } from './joint.js';
export { profileView } from './joints/ports.js';
export { faceKey, type FaceName } from './joints/side.js';
export { type Box, type Laid, type LaidLabel, type LaidView, layOut, type LayoutAsk } from './layout.js';
export { developedView, legMarks, LINE_SIDES, lineExtent, type LineSide, lineViews } from './line.js';
export { drawnWords, partDrawing } from './part.js';
export { boreViews } from './parts/master.js';
export { pathOf } from './path.js';
export { type DrawnReading, readingDrawing } from './reading.js';
export { extent, shift } from './shapes.js';
export { silhouetteOf, type Strip, type StripItem, type StripLine, stripOf, type StripPart } from './strip.js';
export { shapeSvg, type SvgAsk, svgOf } from './svg.js';
export {
  type Dimension,
  type Drawing,
  type DrawnFact,
  type FactKey,
  type Look,
  LOOKS,
  type Mark,
  type Point,
  type Shape,
  type View,
} from './types.js';
