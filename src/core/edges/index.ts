/**
 * Edges: what the floor ends at. Takes floors, what lies beneath them, kits and trim; gives what fits each doorway and what everything else
 * lacks, undercuts, trims wall by wall, what all of it is cut from, pieces that can only be slid in, and where a long floor is broken.
 */
export { fitsOf, type Fit, type Fits, type Miss, type Side } from './fits';
export { PROFILE_WORDS, profileOf, type EdgeReport, type Fixing } from './doorways';
export { commonStep, cutFromStock, type StockPlan } from './stock';
export { movesAt, type TrimEnd, type TrimRun } from './trims';
export { LOW_WORDS, untippableOf, type Untippable } from './untippable';
export type { Break } from './breaks';
export { doorways, edges, splitOf, type DoorwaysReport, type EdgesReport, type StockList } from './answer';
