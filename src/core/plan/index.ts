/** The plan: what goes where and which plank it is cut from, and the few numbers that sum it up. */
export * from './answer';
export * from './summary';
export * from './deal';
export * from './faces';
export { rackAlong, rackOf, type Rack } from './rack';
