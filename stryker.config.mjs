/** Mutation testing of one folder, or one file of it, against the folder's own tests: `npm run mutate -- src/core/days`. */
const mutated = process.env.MUTATED ?? 'src/core/days';

/** @type {import('@stryker-mutator/api/core').PartialStrykerOptions} */
const stryker = {
  plugins: ['./scripts/mutationRunner.mjs'],
  testRunner: 'once',
  mutated,
  mutate: mutated.endsWith('.ts') ? [mutated] : [`${mutated}/**/*.ts`, `!${mutated}/**/*.test.ts`, `!${mutated}/**/index.ts`],
  coverageAnalysis: 'perTest',
  disableTypeChecks: false,
  concurrency: 2,
  timeoutMS: 5_000,
  timeoutFactor: 1.5,
  reporters: ['clear-text', 'json', 'progress-append-only'],
  clearTextReporter: { allowColor: false, logTests: false, reportTests: false },
  jsonReporter: { fileName: `.cache/mutation/${mutated.replaceAll('/', '-')}.json` },
  tempDirName: '.cache/mutating',
  ignorePatterns: ['/.next', '/data', '/docs', '/dist', '/.cache', '/test-results', '/e2e'],
};

export default stryker;
