/**
 * How every piece is sawn: from a plan and the wood in hand to cuts as straight lines on the plank, in the order in which they are sawn, the figures that a
 * person marks, and what is left. All that is said of cuts anywhere is made of this and of nothing else.
 */
export * from './list';
export { cutList, cutLister, inLayingOrder, itemsOf, plankOf, type CutLister, type Sawable, type SawnFrom } from './cutList';
export { cutsFile } from './file';
export { countStops, sawCuts, BATCH_ROWS, type StopSettings } from './counts';
export { roomsFinder, tagOf } from './rooms';
export { freshPart, itemOf, lostBetween, sawOff, type Item, type Origin, type PartInHand, type Yard } from './yard';
export { shapeOf, type PieceShape } from './shape';
export { holds, isCrumb, SAME_WOOD, wholePlank } from './wood';
