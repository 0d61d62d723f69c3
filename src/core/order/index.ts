/**
 * The order: what to buy. Takes what plan, base, beneath and edges say is used; gives one list by counter with packs, weights, prices where
 * somebody said them, what batches at hand allow, and what is missing or goes back of what came.
 */
export { COUNTERS, PRESET_CARRY, type Counter, type Figure, type OrderLine } from './line';
export * from './offers';
export { type Batch, type BatchAnswer, type Share } from './batches';
export { arrivedOf, batchesOf, order, PRESET_FLAT, priceOf, type Arrived, type Boxes, type OrderReport } from './answer';
