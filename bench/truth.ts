import { spawn } from 'node:child_process';
import { floorsOf } from '../src/core/floors';
import { judge } from '../src/core/audit';
import { cutList } from '../src/core/cuts';
import type { Job } from '../src/core/given';
import { groundOfSite, siteOf, withWalls } from '../src/core/lay';
import { planJob } from '../src/core/plan';
import { planFromHere } from '../src/core/replan';
import { randomFrom } from '../src/core/rows';
import { oddJobs } from '../test/jobs';
import { misused } from '../test/replans';
import { missawn } from '../test/sawn';
import { untruths } from '../test/truth';
import { eventsOf, happenings, KINDS, logText } from '../test/happenings';
import { jitteredJob } from './robust';

/** What is found wrong of one job: its plan, how that is sawn, and, where one is asked for, its way on after something happened. */
export type Wrong = { readonly plan: readonly string[]; readonly cuts: readonly string[] };

/** Plans a job and judges it: by the audit, by the truths that tests measure, and by sawing every plank. */
export function wrongOf(job: Job, steps: number): Wrong {
  const [plan, floors] = [planJob(job, { steps }), floorsOf(job)];
  if (!plan.ok || !floors.ok) return { plan: ['no plan'], cuts: [] };
  const untrue = judge(job, floors.value, plan.value).filter((f) => f.rule === 'untrue');
  return {
    plan: [...untrue.map((f) => f.text), ...untruths(job, floors.value, plan.value)],
    cuts: missawn(job, plan.value, cutList(job, plan.value)),
  };
}

/** Lets something happen on a floor and judges the best way on. */
export function wrongAfter(job: Job, kind: (typeof KINDS)[number], seed: number, steps: number): Wrong | null {
  const plan = planJob(job, { steps });
  const lines = plan.ok ? happenings(job, plan.value, kind, seed) : null;
  if (!plan.ok || !lines) return null;
  const site = siteOf(eventsOf(logText(job, plan.value, lines)), groundOfSite(job));
  if (!site.ok) return null;
  const ways = planFromHere(job, site.value, { steps });
  if (!ways.ok) return null;
  const { plan: best } = ways.value[0]!;
  const list = cutList(withWalls(job, site.value.walls), best, { yard: site.value.yard, lies: (key) => site.value.lying.has(key) });
  const untrue = best.findings.filter((f) => f.rule === 'untrue').map((f) => f.text);
  return { plan: [...untrue, ...misused(job, site.value, best)], cuts: missawn(job, best, list, site.value) };
}

type Counts = { jobs: number; untrue: number; sawn: number; ways: number; waysUntrue: number; waysSawn: number; said: string[] };

/** One part of all jobs: every so many-th of them. */
function measurePart(part: number, parts: number): Counts {
  const counts: Counts = { jobs: 0, untrue: 0, sawn: 0, ways: 0, waysUntrue: 0, waysSawn: 0, said: [] };
  const take = (name: string, wrong: Wrong, way: boolean) => {
    if (way) counts.ways++;
    else counts.jobs++;
    if (wrong.plan.length > 0) counts[way ? 'waysUntrue' : 'untrue']++;
    if (wrong.cuts.length > 0) counts[way ? 'waysSawn' : 'sawn']++;
    if (wrong.plan.length + wrong.cuts.length > 0 && counts.said.length < 12)
      counts.said.push(`${name}: ${[...wrong.plan, ...wrong.cuts][0]}`);
  };
  const [many, rooms] = [Number(process.env.PITSAW_JOBS ?? 3000), Number(process.env.PITSAW_ROOMS ?? 2000)];
  oddJobs(many, 15).forEach((job, n) => {
    if (n % parts !== part) return;
    take(job.name, wrongOf(job, 300), false);
    if (n % (5 * parts) !== part) return;
    const kind = KINDS[((n / parts) % KINDS.length) | 0]!;
    const wrong = wrongAfter(job, kind, n, 200);
    if (wrong) take(`${job.name}, ${kind}`, wrong, true);
  });
  const random = randomFrom(30);
  for (let n = 0; n < rooms; n++) {
    const job = jitteredJob(random, n);
    if (n % parts === part) take(job.name, wrongOf(job, 300), false);
  }
  return counts;
}

/** Jobs unlike each other, half of them in each of two processes: what is untrue of their plans, and what comes out otherwise by their cut lists. */
export async function measureTruth(): Promise<void> {
  const [own, parts] = (process.env.PITSAW_PART ?? '').split('/').map(Number);
  if (parts) return void console.log(JSON.stringify(measurePart(own!, parts)));
  const begun = performance.now();
  const counts = await Promise.all([0, 1].map((part) => partOf(part, 2)));
  const sum = (name: Exclude<keyof Counts, 'said'>) => counts.reduce((total, c) => total + c[name], 0);
  for (const said of counts.flatMap((c) => c.said)) console.log(`  ${said}`);
  console.log(
    `${sum('jobs')} jobs and rooms by chance: untrue ${sum('untrue')}, false cuts ${sum('sawn')}; ${sum('ways')} ways on: untrue ${sum('waysUntrue')}, false cuts ${sum('waysSawn')}; ${((performance.now() - begun) / 60_000).toFixed(1)} min on two cores`,
  );
}

function partOf(part: number, parts: number): Promise<Counts> {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, ['scripts/run.mjs', 'bench/main.ts', 'truth'], {
      env: { ...process.env, PITSAW_PART: `${part}/${parts}` },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    let out = '';
    child.stdout.setEncoding('utf8').on('data', (text: string) => (out += text));
    child.on('close', () => {
      const line = out.split('\n').find((l) => l.startsWith('{'));
      if (line) resolve(JSON.parse(line) as Counts);
      else reject(new Error(out || 'a part of the measure ended early'));
    });
  });
}
