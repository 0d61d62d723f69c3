/**
 * Rows: cuts the set-out's bands into runs, searches starters under the limits for the school that was chosen, and cuts all pieces out of
 * planks with both hands in mind.
 */
export * from './runs';
export * from './joints';
export * from './hands';
export * from './mates';
export * from './looks';
export * from './slants';
export * from './ties';
export * from './stock';
export * from './search';
export * from './allocate';
export * from './random';
export * from './schools';
export * from './wishes';
export * from './mixed';
export * from './pins';
export * from './saw';
export * from './bound';
export * from './lay';
export { least, rows, runs, type FloorRows, type LaidRows } from './answer';
