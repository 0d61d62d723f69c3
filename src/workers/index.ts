/** Workers: one that gives every answer (newest request wins, progress, cancel), and one that reads drawings. */
export * from './answers';
export * from './device';
export * from './drawings';
export * from './drills';
