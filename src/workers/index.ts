/** The core behind web workers: newest request wins, progress and cancel. */
export * from './planner';
export * from './drawings';
