/** Imports run downwards only: core ← formats, data, devices ← workers ← ui ← app, cli. */
const only = (name, path, allowed) => ({
  name,
  severity: 'error',
  from: { path: `^src/${path}`, pathNot: '\\.test\\.tsx?$' },
  to: { path: '^src/', pathNot: allowed.map((a) => `^src/${a}`) },
});

module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } } },
    only('core-imports-core', 'core/', ['core/']),
    {
      name: 'core-is-pure',
      severity: 'error',
      from: { path: '^src/core/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core', 'npm'], pathNot: 'node_modules/(zod|polyclip-ts|@noble/hashes)/' },
    },
    only('formats-on-core', 'formats/', ['formats/', 'core/']),
    only('data-on-core', 'data/', ['data/', 'core/']),
    only('devices-on-core', 'devices/', ['devices/', 'core/']),
    only('workers-on-core', 'workers/', ['workers/', 'core/', 'formats/']),
    only('ui-on-core-formats-workers', 'ui/', ['ui/', 'core/', 'formats/', 'workers/']),
  ],
  options: { doNotFollow: { path: 'node_modules' }, tsPreCompilationDeps: true, tsConfig: { fileName: 'tsconfig.json' } },
};
