import fc from 'fast-check';

/**
 * Property tests draw the same cases in every run, so that a red check is about the change at hand. To hunt for new cases:
 * PITSAW_SEED=123 npx jest …, or PITSAW_CASES=1000 for more of them.
 */
fc.configureGlobal({
  seed: Number(process.env.PITSAW_SEED ?? 1),
  ...(process.env.PITSAW_CASES ? { numRuns: Number(process.env.PITSAW_CASES) } : {}),
  interruptAfterTimeLimit: 60_000,
  markInterruptAsFailure: true,
});
