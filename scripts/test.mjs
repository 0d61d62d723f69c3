// npm test: installs what it needs, then every check, what fails quickest first. Each is a script of its own: npm run check:types …
import { ensureBuilt, ensureChromium, ensureInstalled, must, run } from './lib.mjs';

const bin = (file, ...args) => [`node_modules/${file}`, ...args];
const CHECKS = {
  engines: { says: 'versions of Node that packages ask for', args: ['scripts/engines.mjs'] },
  format: { says: 'format', args: bin('prettier/bin/prettier.cjs', '--check', '--log-level', 'warn', '.') },
  imports: {
    says: 'import rules',
    args: bin('dependency-cruiser/bin/dependency-cruise.mjs', 'src', '--config', '.dependency-cruiser.cjs'),
  },
  routes: { says: 'types of routes', args: bin('next/dist/bin/next', 'typegen') },
  types: { says: 'types', args: bin('typescript/bin/tsc', '--noEmit') },
  lint: { says: 'lint', args: bin('eslint/bin/eslint.js', '.', '--max-warnings', '0') },
  unit: { says: 'units and properties', args: bin('jest/bin/jest.js', '--silent') },
  attack: { says: 'attacks, for a short while each', args: ['--import', 'tsx', 'bench/attack/main.ts', '--short'], browser: true },
  browser: { says: 'the built application in Chromium', args: bin('@playwright/test/cli.js', 'test'), browser: true },
};

const wanted = process.argv.slice(2);
for (const name of wanted) {
  if (name in CHECKS) continue;
  console.error(`There is no check "${name}"; there are ${Object.keys(CHECKS).join(', ')}.`);
  process.exit(2);
}
ensureInstalled();
for (const [name, { says, args, browser }] of Object.entries(CHECKS)) {
  if (wanted.length > 0 && !wanted.includes(name)) continue;
  const extraEnv = browser ? { CHROMIUM: ensureChromium() } : {};
  if (browser) ensureBuilt();
  const begun = Date.now();
  console.log(`\n── ${says}`);
  must(says, run(process.execPath, args, { extraEnv }));
  console.log(`   ${((Date.now() - begun) / 1000).toFixed(0)} s`);
}
