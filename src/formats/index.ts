/** What leaves Pitsaw for paper and other programs: the cut list in words and as CSV. */
export * from './csv';
export * from './words';
