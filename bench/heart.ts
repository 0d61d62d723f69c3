/* The heart: how good the plans are, how they look, how they are laid, how sure they are, and what that takes. */
import { spawnSync } from 'node:child_process';
import { rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { floorsOf } from '../src/core/floors';
import { type Job, newJob, type Plan, SCHOOLS } from '../src/core/given';
import { countStops, cutList } from '../src/core/cuts';
import { planJob, rackOf } from '../src/core/plan';
import { randomFrom } from '../src/core/rows';
import { untruths } from '../test/truth';
import { houses } from '../test/houses';
import { brokenHall, corridorOf } from '../test/large';
import { fromAtMost } from './optimum';
import { rooms } from '../test/rooms';

const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;
const sum = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0);

/** Findings that are no faults of looks: what the set-out decides, and what is said of a school as a whole. */
const NO_LOOKS = ['leaf', 'jamb', 'half-bond', 'measure-again', 'school'];

function planned(job: Job): { plan: Plan; cpu: number } {
  const before = process.cpuUsage();
  const plan = planJob(job);
  const { user, system } = process.cpuUsage(before);
  if (!plan.ok) throw new Error(plan.problems[0]!.text);
  return { plan: plan.value, cpu: (user + system) / 1e6 };
}

function measureSet(name: string, jobs: readonly Job[]): void {
  const made = jobs.map((job) => ({ job, ...planned(job) }));
  const kinds = new Map<string, number>();
  let broken = 0;
  for (const { plan } of made) {
    for (const { level, rule } of plan.findings) {
      if (level === 'must') broken += Number(!/^run/.test(rule));
      else if (!NO_LOOKS.includes(rule)) kinds.set(rule, (kinds.get(rule) ?? 0) + 1);
    }
  }
  const planks = made.map((m) => m.plan.totals.planks);
  const gaps = made.map((m, i) => planks[i]! - (m.plan.totals.leastPlanks ?? 0));
  const racks = made.map((m) => rackOf(m.plan.floors));
  const stops = made.map((m) => countStops(cutList(m.job, m.plan).pieces));
  console.log(
    `${name}: planks ${sum(planks)}${jobs.length >= 12 ? ` (first 12: ${sum(planks.slice(0, 12))})` : ''}, ÷ bound ${(sum(planks) / (sum(planks) - sum(gaps))).toFixed(4)}, proven fewest ${gaps.filter((g) => g === 0).length} of ${jobs.length}, within one ${gaps.filter((g) => g <= 1).length}; limits broken ${broken}`,
  );
  console.log(`  faults ${sum([...kinds.values()])}: ${[...kinds].map(([rule, n]) => `${rule} ${n}`).join(', ') || 'none'}`);
  console.log(
    `  rack greatest ${Math.max(...racks.map((r) => r.greatest))}, over 6 in ${racks.filter((r) => r.greatest > 6).length}, mean ${(sum(racks.map((r) => r.mean)) / jobs.length).toFixed(2)}; rows between the parts: median ${median(racks.map((r) => r.rowsBetween.median))}, most ${Math.max(...racks.map((r) => r.rowsBetween.most))}`,
  );
  console.log(
    `  stop settings ${sum(stops.map((s) => s.rowByRow))} row by row, ${sum(stops.map((s) => s.batches))} six rows ahead; CPU ${(sum(made.map((m) => m.cpu)) / jobs.length).toFixed(3)} s each`,
  );
}

/** 60 small rooms against the proven fewest planks: the certificate must never claim more. */
async function measureCertificate(): Promise<void> {
  const random = randomFrom(11);
  const count = { wrong: 0, exact: 0, open: 0 };
  for (let n = 0; n < 60; n++) {
    const rows = 4 + Math.floor(random() * 8);
    const length = 1700 + Math.round(random() * 4800);
    const job = { ...newJob(`Small ${n}`, 'metric', length + 16, Math.round(192 * (rows - 0.9) + 16)), kerf: 3, tape: 0 };
    const { plan } = planned({ ...job, layout: { ...job.layout, direction: 0 } });
    const small = { rows: plan.floors[0]!.rows.length, length, plank: 1285, kerf: 3, stagger: 300, endPiece: 300 };
    const least = plan.totals.leastPlanks!;
    // were there a floor of one plank fewer than the bound, the bound would be wrong
    const below = await fromAtMost(small, least - 1, 20);
    if (below === 'found') count.wrong++;
    if (below === 'open') count.open++;
    if (plan.totals.planks === least || (await fromAtMost(small, least, 20)) === 'found') count.exact++;
  }
  console.log(
    `certificate of 60 small rooms: wrong ${count.wrong}, a floor of just so many planks exists in ${count.exact}, not settled ${count.open}`,
  );
}

/** The most memory that the command line takes until it has printed a plan, MB. */
function peakOf(job: Job): number {
  const file = join(tmpdir(), `pitsaw-scale-${process.pid}.pitsaw.json`);
  writeFileSync(file, JSON.stringify(job));
  const tell = encodeURIComponent("process.on('exit', () => console.error(process.resourceUsage().maxRSS))");
  const { stderr } = spawnSync(process.execPath, ['--import', `data:text/javascript,${tell}`, 'scripts/pitsaw.mjs', 'plan', file], {
    encoding: 'utf8',
    maxBuffer: 1e9,
  });
  rmSync(file);
  return Math.round(Number(stderr.trim().split('\n').at(-1)) / 1000);
}

/** The largest jobs: time, how it grows, and memory. */
export function measureScale(): void {
  const took = (job: Job): number => {
    const begun = performance.now();
    planned(job);
    return (performance.now() - begun) / 1000;
  };
  const hall = { ...newJob('10,000 m²', 'metric', 125_000, 80_000), kerf: 3 };
  console.log(`10,000 m²: ${took(hall).toFixed(1)} s; by the command line in ${peakOf(hall)} MB at most, itself and its printing included`);
  const sizes = [100, 200, 400];
  const times = sizes.map((n) => took(corridorOf(n)));
  const growth = Math.log(times[2]! / times[0]!) / Math.log(4);
  console.log(
    `rooms on one corridor: ${sizes.map((n, i) => `${n} in ${times[i]!.toFixed(1)} s`).join(', ')}; growth exponent ${growth.toFixed(2)}`,
  );
}

export async function measureHeart(): Promise<void> {
  const bySchool = (jobs: readonly Job[], school: (typeof SCHOOLS)[number]) =>
    jobs.map((job) => ({ ...job, layout: { ...job.layout, stagger: { ...job.layout.stagger, school, seed: 1 } } }));
  const halls = [{ ...newJob('300 m²', 'metric', 20_000, 15_000), kerf: 3 }, brokenHall()];
  for (const school of SCHOOLS) {
    measureSet(`20 houses, ${school}`, bySchool(houses(20, 1), school));
    measureSet(`30 rooms, ${school}`, bySchool(rooms(30, 1), school));
    measureSet(`halls of 300 and 2,000 m², ${school}`, bySchool(halls, school));
  }
  const heldOut = houses(6, 9);
  const lies = heldOut.flatMap((job) => {
    const floors = floorsOf(job);
    return floors.ok ? untruths(job, floors.value, planned(job).plan) : ['no floor'];
  });
  console.log(`6 houses held out: untrue ${lies.length}`);
  await measureCertificate();
}
