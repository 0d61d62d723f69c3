// npm test: installs what it needs, then every check, what fails quickest first. Each is a script of its own: npm run check:types …
import { ensureBuilt, ensureChromium, ensureFetched, ensureInstalled, must, run, runBeside } from './lib.mjs';

const bin = (file, ...args) => [`node_modules/${file}`, ...args];
const CHECKS = {
  engines: { says: 'versions of Node that packages ask for', args: ['scripts/engines.mjs'] },
  routes: { says: 'types of routes', args: bin('next/dist/bin/next', 'typegen') },
  format: { says: 'format', beside: true, args: bin('prettier/bin/prettier.cjs', '--check', '--log-level', 'warn', '.') },
  imports: {
    says: 'import rules',
    beside: true,
    args: bin('dependency-cruiser/bin/dependency-cruise.mjs', 'src', '--config', '.dependency-cruiser.cjs'),
  },
  types: { says: 'types', beside: true, args: bin('typescript/bin/tsc', '--noEmit') },
  lint: { says: 'lint', beside: true, args: bin('eslint/bin/eslint.js', '.', '--max-warnings', '0') },
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
const chosen = Object.entries(CHECKS).filter(([name]) => wanted.length === 0 || wanted.includes(name));
// compiling takes one core: it goes beside the checks that do not need what is compiled
const toCompile = chosen.some(([, { beside }]) => beside) ? ensureFetched() : null;
if (!toCompile) ensureInstalled();
const ended = (says, begun, status) => {
  console.log(`\n── ${says}`);
  must(says, status);
  console.log(`   ${((Date.now() - begun) / 1000).toFixed(0)} s`);
};
/** Checks that take one core each go two beside each other; what one of them says is printed once it has ended. */
async function runTwoByTwo(checks) {
  const left = [...checks];
  const next = async () => {
    for (let one = left.shift(); one; one = left.shift()) {
      const begun = Date.now();
      const { status, output } = await runBeside(one.command ?? process.execPath, one.args, one.extraEnv);
      if (status !== 0) process.stderr.write(output);
      ended(one.says, begun, status);
      one.compiled?.();
    }
  };
  await Promise.all([next(), next()]);
}

for (const [name, { says, args, browser, beside }] of chosen) {
  if (beside) {
    const all = chosen.filter(([, check]) => check.beside);
    const first = toCompile ? [{ says: 'compiling the database driver', ...toCompile }] : [];
    if (all[0][0] === name) await runTwoByTwo([...first, ...all.map(([, check]) => check)]);
    continue;
  }
  const extraEnv = browser ? { CHROMIUM: ensureChromium() } : {};
  if (browser) ensureBuilt();
  const begun = Date.now();
  console.log(`\n── ${says}`);
  must(says, run(process.execPath, args, { extraEnv }));
  console.log(`   ${((Date.now() - begun) / 1000).toFixed(0)} s`);
}
