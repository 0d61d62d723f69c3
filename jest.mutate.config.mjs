import config from './jest.config.mjs';

const folder = process.env.MUTATED ?? 'src/core/days';

/** The project that runs in Node alone, and of it one folder's own tests: what mutation testing takes. */
const mutated = {
  ...config.projects[0],
  displayName: undefined,
  testMatch: [`<rootDir>/${folder}/**/*.test.ts`],
};

export default mutated;
