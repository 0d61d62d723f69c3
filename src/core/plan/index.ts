/** The plan: what lies where and which plank it is cut from, the cut list that is read from it, and the few numbers that sum it up. */
export * from './answer';
export * from './cutlist';
export * from './summary';
export * from './deal';
export * from './faces';
export { rackAlong, rackOf, type Rack } from './rack';
export { stopSettings, BATCH_ROWS, type StopSettings } from './stops';
