/*
 * npm run attack -- [names] [--short]: what was aimed at Pitsaw to lose, hang or silence something, and what came of it. Without names all of it;
 * `--short` for a moment each, as `npm test` does. Times are told, not judged; what is lost, doubled, hangs or fails makes it fail.
 */
import { ensureBuilt } from '../../scripts/lib.mjs';
import { fuzzDrawings, fuzzJobs, fuzzServer } from './fuzz';
import { kills } from './kills';
import { siteKills } from './site';
import { load, manyChanges, manyJobs } from './years';

const short = process.argv.includes('--short');
const names = process.argv.slice(2).filter((a) => !a.startsWith('--'));
/** `--part=0.2` does a fifth of the whole. */
const part = Number(process.argv.find((a) => a.startsWith('--part='))?.slice(7) ?? 1);
const many = (whole: number, brief: number) => (short ? brief : Math.ceil(whole * part));
const words = (result: object) =>
  Object.entries(result)
    .map(
      ([name, value]) =>
        `${name} ${[value]
          .flat()
          .map((v) => (typeof v === 'number' && !Number.isInteger(v) ? v.toFixed(1) : v))
          .join(' ')}`,
    ) // prettier-ignore
    .join(', ');

/** Each attack, and which of its figures must be none. */
const ATTACKS: Record<string, { run(): Promise<object>; none: readonly string[] }> = {
  kills: { run: () => kills(many(500, 4)), none: ['lost', 'doubled', 'corrupt'] },
  site: {
    run: () =>
      siteKills({
        happenings: many(5000, 90),
        kills: many(60, 2),
        cuts: many(20, 2),
        revocations: many(3, 1),
        restores: many(5, 1),
      }),
    none: ['lost', 'doubled', 'unlike', 'corrupt', 'aside'],
  },
  jobs: { run: () => fuzzJobs(many(20_000, 300)), none: ['faults', 'hangs'] },
  drawings: { run: () => fuzzDrawings(many(2000, 150)), none: ['faults', 'hangs'] },
  server: { run: () => fuzzServer(many(20_000, 300)), none: ['failed', 'silent'] },
  list: { run: () => manyJobs(many(10_000, 80), short ? 1 : 5), none: [] },
  changes: { run: () => manyChanges(many(50_000, 300)), none: [] },
  load: { run: () => load(many(30_000, 320)), none: ['failed'] },
};

const unknown = names.find((name) => !(name in ATTACKS));
if (unknown) {
  console.error(`There is no attack "${unknown}"; there are ${Object.keys(ATTACKS).join(', ')}.`);
  process.exit(2);
}
ensureBuilt();
let failed = false;
for (const [name, { run, none }] of Object.entries(ATTACKS)) {
  if (names.length > 0 && !names.includes(name)) continue;
  const result = (await run()) as Record<string, unknown>;
  const wrong = none.filter((figure) => result[figure] !== 0);
  failed ||= wrong.length > 0;
  console.log(`${name}: ${words(result)}${wrong.length > 0 ? `   ← ${wrong.join(', ')} should be 0` : ''}`);
}
process.exit(failed ? 1 : 0);
