import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/* Setting up: what is asked before minutes are spent, and what is said where it cannot go on. */

/** What a line of the scripts' own module gives, in Node as they run in it. */
function asked(expression: string): unknown {
  const code = `import * as lib from './scripts/lib.mjs'; console.log(JSON.stringify(${expression} ?? null))`;
  const { stdout, stderr } = spawnSync(process.execPath, ['--input-type=module', '-e', code], { encoding: 'utf8', timeout: 20_000 });
  if (stderr !== '') throw new Error(stderr);
  return JSON.parse(stdout);
}

test.each([
  ['18.20.0', false],
  ['20.18.3', false],
  ['20.19.0', true],
  ['21.7.0', false],
  ['22.12.0', false],
  ['22.13.0', true],
  ['24.0.0', true],
])('Node %s will do: %s', (node, will) => {
  const why = asked(`lib.whyNotInstall({ node: '${node}', path: '/srv/pitsaw', found: () => true })`);
  expect(why === null).toBe(will);
  if (!will) expect(why).toContain(node);
  // and the packages promise the same
  const { engines } = JSON.parse(readFileSync('package.json', 'utf8')) as { engines: { node: string } };
  expect(engines.node).toBe('^20.19 || >=22.13');
});

test('a path with spaces and a missing compiler are refused in one line that says what to do', () => {
  expect(asked(`lib.whyNotInstall({ path: '/srv/my floors', found: () => true })`)).toMatch(/spaces\. Move it\.$/);
  const why = asked(`lib.whyNotInstall({ path: '/srv/x', found: (c) => c === 'python3' || c === 'clang++' })`) as string;
  expect(why).toMatch(/needs make: sudo apt-get .* make$/);
  expect(why).not.toContain('\n');
});

test('where the home folder cannot be written, npm and the compiler keep their things here', () => {
  const home = mkdtempSync(join(tmpdir(), 'pitsaw-home-'));
  expect(asked(`lib.cachesFor(${JSON.stringify(home)})`)).toEqual({});
  rmSync(home, { recursive: true });
  expect(Object.keys(asked(`lib.cachesFor('/proc/nobody')`) as object)).toContain('npm_config_cache');
});

test('a database that cannot be used is said in one line', () => {
  const folder = mkdtempSync(join(tmpdir(), 'pitsaw-'));
  const file = join(folder, 'broken.sqlite');
  writeFileSync(file, 'this is a letter, and no database of anybody’s, however long it may be'.repeat(20));
  const seeding = spawnSync(process.execPath, ['--import', 'tsx', 'demo/seed.ts'], {
    encoding: 'utf8',
    env: { ...process.env, PITSAW_DB: file },
  });
  expect(seeding.status).toBe(1);
  expect(seeding.stderr.trim().split('\n')).toHaveLength(1);
  expect(seeding.stderr).toContain(file);
  rmSync(folder, { recursive: true });
});
