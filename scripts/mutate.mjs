// npm run mutate -- FOLDER (or one file of it): small errors are put into its code one by one; which of them do the folder's tests notice?
import { existsSync, mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensureInstalled, must, root, run } from './lib.mjs';

const [given = ''] = process.argv.slice(2);
const places = [given, join('src', given), join('src/core', given)];
const folder = [...places, ...places.map((place) => `${place}.ts`)].find((path) => given !== '' && existsSync(join(root, path)));
if (!folder) {
  console.error('Which folder? For one: npm run mutate -- days');
  process.exit(2);
}
ensureInstalled();
mkdirSync(join(root, '.cache', 'mutation'), { recursive: true });
const begun = Date.now();
must(
  'Mutation testing',
  run(process.execPath, ['node_modules/@stryker-mutator/core/bin/stryker.js', 'run', '--logLevel', 'error'], {
    // properties draw fewer cases: an error that a test notices at all, it notices in these
    extraEnv: { MUTATED: folder, PITSAW_CASES: process.env.PITSAW_CASES ?? '10' },
  }),
);
const report = JSON.parse(readFileSync(join(root, '.cache', 'mutation', `${folder.replaceAll('/', '-')}.json`), 'utf8'));
const all = Object.values(report.files).flatMap((file) => file.mutants);
const count = (...states) => all.filter((m) => states.includes(m.status)).length;
const [noticed, missed] = [count('Killed', 'Timeout'), count('Survived', 'NoCoverage')];
console.log(
  `\n${folder}: ${((100 * noticed) / (noticed + missed)).toFixed(1)} % noticed, ${noticed} of ${noticed + missed} (${count('NoCoverage')} run by no test), ${((Date.now() - begun) / 60_000).toFixed(1)} min`,
);
