// npm test: installs what it needs, then every check, what fails quickest first.
import { ensureBuilt, ensureChromium, ensureInstalled, must, run } from './lib.mjs';

const bin = (file, ...args) => [process.execPath, [`node_modules/${file}`, ...args]];
const step = (name, [command, args], extraEnv = {}) => {
  const begun = Date.now();
  console.log(`\n── ${name}`);
  must(name, run(command, args, { extraEnv }));
  console.log(`   ${((Date.now() - begun) / 1000).toFixed(0)} s`);
};

ensureInstalled();
step('format', bin('prettier/bin/prettier.cjs', '--check', '--log-level', 'warn', '.'));
step('import rules', bin('dependency-cruiser/bin/dependency-cruise.mjs', 'src', '--config', '.dependency-cruiser.cjs'));
step('types of routes', bin('next/dist/bin/next', 'typegen'));
step('types', bin('typescript/bin/tsc', '--noEmit'));
step('lint', bin('eslint/bin/eslint.js', '.', '--max-warnings', '0'));
step('units and properties', bin('jest/bin/jest.js', '--silent'));
const chromium = ensureChromium();
ensureBuilt();
step('the built application in Chromium', bin('@playwright/test/cli.js', 'test'), { CHROMIUM: chromium });
