/** The job file: what it may hold, reading it with problems that name their place, and presets to begin with. */
export * from './schema';
export * from './problems';
export * from './read';
export * from './presets';
