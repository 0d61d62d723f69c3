/** Mutation testing of one folder against its own tests: `npm run mutate -- src/core/days`. */
const folder = process.env.MUTATED ?? 'src/core/days';

/** @type {import('@stryker-mutator/api/core').PartialStrykerOptions} */
const stryker = {
  testRunner: 'jest',
  jest: { configFile: 'jest.mutate.config.mjs', enableFindRelatedTests: false },
  mutate: [`${folder}/**/*.ts`, `!${folder}/**/*.test.ts`, `!${folder}/**/index.ts`],
  coverageAnalysis: 'perTest',
  // a constant of a module would ask for a new process for each of its mutants
  ignoreStatic: true,
  disableTypeChecks: false,
  concurrency: 2,
  timeoutMS: 10_000,
  timeoutFactor: 2,
  reporters: ['clear-text', 'json', 'progress-append-only'],
  clearTextReporter: { allowColor: false, logTests: false, reportTests: false },
  jsonReporter: { fileName: `.cache/mutation/${folder.replaceAll('/', '-')}.json` },
  tempDirName: '.cache/mutating',
  ignorePatterns: ['.next', 'data', 'docs', 'dist', '.cache', 'test-results', 'e2e'],
};

export default stryker;
