// npm run check: types, lint and units of what was changed since the last commit, for daily use; npm test runs every check.
import { spawnSync } from 'node:child_process';
import { ensureInstalled, root, runBeside } from './lib.mjs';

ensureInstalled();
const git = (...args) => spawnSync('git', args, { cwd: root, encoding: 'utf8' }).stdout.split('\n').filter(Boolean);
const changed = [
  ...new Set([...git('diff', '--name-only', '--diff-filter=d', 'HEAD'), ...git('ls-files', '--others', '--exclude-standard')]),
];
const code = changed.filter((file) => /\.(ts|tsx|mjs)$/.test(file));
/** The tests of the folders that changed, and of no other: npm test runs them all. */
const tests = [...new Set(code.filter((file) => file.startsWith('src/')).map((file) => file.slice(0, file.lastIndexOf('/') + 1)))];
const checks = [
  ['types', ['node_modules/typescript/bin/tsc', '--noEmit', '--incremental', '--tsBuildInfoFile', '.cache/types.tsbuildinfo']],
  ...(code.length > 0 ? [['lint', ['node_modules/eslint/bin/eslint.js', '--max-warnings', '0', ...code]]] : []),
  ...(tests.length > 0 ? [['units', ['node_modules/jest/bin/jest.js', '--silent', '--passWithNoTests', ...tests]]] : []),
];
const begun = Date.now();
const ended = await Promise.all(checks.map(async ([name, args]) => ({ name, ...(await runBeside(process.execPath, args)) })));
for (const { name, status, output } of ended) {
  if (status !== 0) process.stderr.write(output);
  console.log(`${status === 0 ? '✓' : '✗'} ${name}`);
}
console.log(`${((Date.now() - begun) / 1000).toFixed(0)} s`);
process.exit(ended.some((one) => one.status !== 0) ? 1 : 0);
