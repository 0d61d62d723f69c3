/** The plan: what lies where and which plank it is cut from; the plan file and the cut list that is read from it. */
export * from './schema';
export * from './plan';
export * from './cutlist';
export * from './summary';
export { ringsOf } from './pieces';
export * from './faces';
export type { PlanOptions, SearchMemory } from './sawn';
