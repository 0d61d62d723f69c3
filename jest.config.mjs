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

/** Core, formats, data and command line run in Node; what draws runs in jsdom. */
const config = {
  // a machine that is busy with something else fails nothing: times are the benchmark's
  testTimeout: 60_000,
  // one more than Jest takes by itself on a machine of two cores
  maxWorkers: '100%',
  projects: [
    {
      ...common,
      displayName: 'node',
      setupFilesAfterEnv: ['<rootDir>/test/property.ts'],
      testEnvironment: 'node',
      // looked up in the sandbox they would cost more than the sums that they are used in
      sandboxInjectedGlobals: ['Math', 'Infinity'],
      testMatch: ['<rootDir>/src/**/*.test.ts', '<rootDir>/bench/**/*.test.ts', '<rootDir>/test/**/*.test.ts'],
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
