const swc = [
  '@swc/jest',
  { jsc: { parser: { syntax: 'typescript', tsx: true }, transform: { react: { runtime: 'automatic' } }, target: 'es2022' } },
];
const common = {
  transform: { '^.+\\.(mjs|[jt]sx?)$': swc },
  moduleNameMapper: {
    '^@/(.*)$': '<rootDir>/src/$1',
    '^@test/(.*)$': '<rootDir>/test/$1',
    '^server-only$': '<rootDir>/test/empty.ts',
    '/workerUrl$': '<rootDir>/test/workerUrl.ts',
    '\\.(css|png)$': '<rootDir>/test/styles.ts',
  },
  transformIgnorePatterns: [
    '/node_modules/(?!(polyclip-ts|delaunator|robust-predicates|file-type|strtok3|token-types|uint8array-extras|@borewit/[a-z-]+|@tokenizer/[a-z]+|@noble/hashes|d3-[a-z]+|comlink|idb|react-hotkeys-hook|svg-pathdata|@tarikjabiri/dxf|ical\.js|nanoid)/)',
  ],
  modulePathIgnorePatterns: ['<rootDir>/.next/', '<rootDir>/.cache/'],
};

/** What is computed and nothing else: it keeps no state, so its tests share a worker's modules, compiled and warm. */
const COMPUTED = ['src/core', 'src/formats', 'src/cli', 'test/pinned', 'bench'];

/** What is computed shares its workers; data and server run in Node, each file by itself; what draws runs in jsdom. */
const config = {
  // a machine that is busy with something else fails nothing: times are the benchmark's
  testTimeout: 60_000,
  // one more than Jest takes by itself on a machine of two cores
  maxWorkers: '100%',
  projects: [
    {
      displayName: 'computed',
      runner: 'jest-light-runner',
      transform: {},
      modulePathIgnorePatterns: common.modulePathIgnorePatterns,
      setupFiles: ['<rootDir>/test/typescript.mjs'],
      setupFilesAfterEnv: ['<rootDir>/test/property.ts'],
      testMatch: COMPUTED.map((folder) => `<rootDir>/${folder}/**/*.test.ts`),
    },
    {
      ...common,
      displayName: 'node',
      setupFilesAfterEnv: ['<rootDir>/test/property.ts'],
      testEnvironment: 'node',
      // looked up in the sandbox they would cost more than the sums that they are used in
      sandboxInjectedGlobals: ['Math', 'Infinity'],
      testPathIgnorePatterns: COMPUTED.map((folder) => `<rootDir>/${folder}/`),
      testMatch: ['<rootDir>/src/**/*.test.ts', '<rootDir>/test/**/*.test.ts'],
    },
    {
      ...common,
      displayName: 'dom',
      testEnvironment: 'jsdom',
      testMatch: ['<rootDir>/src/**/*.test.tsx'],
      setupFilesAfterEnv: ['<rootDir>/test/dom.ts'],
    },
  ],
};

export default config;
