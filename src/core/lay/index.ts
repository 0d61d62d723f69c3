/**
 * Laying: what stands on site, folded from the log. Takes the events in order and what of the job they are read with; gives the plan in
 * force, what is sawn, what lies and where, and the wood that is there.
 */
export { lay } from './answer';
export * from './ahead';
export { isByPlan, linkAfter, linksOf, NO_LINK, planHash, type RawLine } from './chain';
export { carried, resolved, type Carried } from './carried';
export * from './course';
export type { Due, PadStrip } from './due';
export { asItLies } from './asItLies';
export { roomOf } from './parts';
export * from './rack';
export * from './stands';
export * from './site';
export { isSameCut } from './folding';
export { rowAsPushed } from './laying';
export * from './wood';
export { withWalls } from './walls';
export { AT_EDGE, stripsOf } from './asLaid';
