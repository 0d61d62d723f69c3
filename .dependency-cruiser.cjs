/**
 * Imports run downwards only: core ← formats, data, devices ← workers ← ui ← stages ← screens ← app; the command line stands on core and formats.
 */
const only = (name, path, allowed) => ({
  name,
  severity: 'error',
  from: { path: `^src/${path}`, pathNot: '\\.test\\.tsx?$' },
  to: { path: '^src/', pathNot: allowed.map((a) => `^src/${a}`) },
});

/** The folders of the core in the order in which data flows: each may import those before it, and none after it. */
const CORE = [
  'units',
  'geometry',
  'given',
  'answer',
  'wood',
  'floors',
  'survey',
  'setout',
  'base',
  'beneath',
  'rows',
  'audit',
  'cuts',
  'plan',
  'edges',
  'order',
  'lay',
  'replan',
  'inspect',
  'repair',
  'drill',
  'days',
];

module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } } },
    only('core-imports-core', 'core/', ['core/']),
    ...CORE.map((folder, i) => ({
      name: `core-${folder}-stands-on-what-comes-before`,
      severity: 'error',
      from: { path: `^src/core/${folder}/`, pathNot: '\\.test\\.ts$' },
      to: { path: `^src/core/(${CORE.slice(i + 1).join('|')}|answers\\.ts)` },
    })).filter((rule, i) => i < CORE.length - 1),
    {
      name: 'core-is-pure',
      severity: 'error',
      from: { path: '^src/core/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core', 'npm'], pathNot: 'node_modules/(zod|polyclip-ts|@noble/hashes|delaunator)/' },
    },
    {
      name: 'cuts-by-their-face',
      comment: 'what is said of cuts is made of the answer of core/cuts: nobody else saws',
      severity: 'error',
      from: { path: '^src/', pathNot: '^src/core/cuts/' },
      to: { path: '^src/core/cuts/', pathNot: '^src/core/cuts/index\\.ts$' },
    },
    {
      name: 'only-wood-in-hand-saws',
      comment: 'screens, paper and files list cuts; sawing itself belongs to the plan, to what happens on site and to replanning',
      severity: 'error',
      from: { path: '^src/(formats|stages|screens|ui|cli|pack)/', pathNot: '\\.test\\.tsx?$' },
      to: { path: '^src/core/wood/apart|^src/core/rows/saw/' },
    },
    only('formats-on-core', 'formats/', ['formats/', 'core/']),
    only('data-on-core', 'data/', ['data/', 'core/']),
    only('gate-on-data', 'gate/', ['gate/', 'data/']),
    only('devices-on-core', 'devices/', ['devices/', 'core/']),
    only('workers-on-core', 'workers/', ['workers/', 'core/', 'formats/']),
    only('sync-on-core', 'sync/', ['sync/', 'core/']),
    only('ui-on-core-formats-workers', 'ui/', ['ui/', 'core/', 'formats/', 'workers/', 'sync/']),
    only('kit-knows-no-job', 'ui/kit/', ['ui/kit/', 'core/units/', 'core/survey/']),
    only('stages-on-ui', 'stages/', ['stages/', 'ui/', 'core/', 'formats/', 'workers/']),
    only('screens-on-stages', 'screens/', ['screens/', 'stages/', 'ui/', 'core/', 'formats/']),
    only('pack-on-prints', 'pack/', ['pack/', 'core/', 'formats/', 'stages/prints', 'stages/stage\\.']),
    only('cli-on-core-formats-pack', 'cli/', ['cli/', 'core/', 'formats/', 'pack/']),
    {
      name: 'no-stage-imports-another',
      severity: 'error',
      from: { path: '^src/stages/([^/]+)/' },
      to: { path: '^src/stages/[^/]+/', pathNot: '^src/stages/$1/' },
    },
  ],
  options: { doNotFollow: { path: 'node_modules' }, tsPreCompilationDeps: true, tsConfig: { fileName: 'tsconfig.json' } },
};
