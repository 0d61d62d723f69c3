import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { fork, type ChildProcess } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { demoJobs } from '../../demo/jobs';
import { newJob } from '../../src/core/given';
import { planJob } from '../../src/core/plan';
import { planSvg } from '../../src/formats';
import { planDxf } from '../../src/formats/dxf';
import { chanceOf, oneOf } from './chance';
import { hurt, hurtPairs, mutated } from './mutate';
import { ask, serve } from './server';
import type { Outcome, Piece } from './work';

/** What takes longer than this is a hang, ms; what takes longer than that is ended. */
const HANG = 5000;
const END = 15_000;

export type Hurts = {
  readonly tried: number;
  readonly taken: number;
  readonly faults: number;
  readonly hangs: number;
  readonly slowest: number;
};

/** Gives pieces to a process one by one; one that does not come back is ended. */
async function through(pieces: Iterable<Piece>): Promise<Hurts> {
  const open = () => fork(fileURLToPath(new URL('./work.ts', import.meta.url)), { execArgv: ['--import', 'tsx'] });
  let worker = open();
  let [tried, taken, faults, hangs, slowest] = [0, 0, 0, 0, 0];
  for (const piece of pieces) {
    // the first one waits for the process to start
    if (tried === 0) await answered(worker, { kind: 'job', text: '' }, 60_000);
    const begun = performance.now();
    const outcome = await answered(worker, piece, END);
    const took = performance.now() - begun;
    tried++;
    slowest = Math.max(slowest, took);
    if (took > HANG) hangs++;
    if (took > HANG || outcome?.became === 'fault') {
      faults += outcome?.became === 'fault' ? 1 : 0;
      console.error(
        `  ${piece.kind} ${tried}: ${Math.round(took)} ms ${outcome?.words ?? ''}\n    ${piece.text.slice(0, 300).replaceAll('\n', '⏎')}`,
      );
    }
    if (outcome?.became === 'taken') taken++;
    if (outcome === null) {
      worker.kill('SIGKILL');
      worker = open();
      await answered(worker, { kind: 'job', text: '' }, 60_000);
    }
  }
  worker.kill();
  return { tried, taken, faults, hangs, slowest };
}

const answered = (worker: ChildProcess, piece: Piece, within: number): Promise<Outcome | null> =>
  new Promise((done) => {
    const timer = setTimeout(() => done(null), within);
    const settle = (outcome: Outcome) => {
      clearTimeout(timer);
      worker.off('message', settle);
      done(outcome);
    };
    worker.on('message', settle);
    worker.send(piece);
  });

const jobs = () => [...demoJobs, newJob('One room', 'metric', 5000, 4000)];

/** Jobs that nobody would write: read, and planned where they can be read. */
export function fuzzJobs(times: number, seed = 1): Promise<Hurts> {
  const chance = chanceOf(seed);
  const from = jobs();
  return through(
    (function* () {
      for (let n = 0; n < times; n++) yield { kind: 'job', text: mutated(oneOf(chance, from), chance) };
    })(),
  );
}

/** Drawings with stretches of them cut out, doubled and overwritten. */
export function fuzzDrawings(times: number, seed = 1): Promise<Hurts> {
  const chance = chanceOf(seed);
  const files = readdirSync('test/drawings').map((name) => ({ name, text: readFileSync(join('test/drawings', name), 'utf8') }));
  for (const job of demoJobs) {
    const plan = planJob(job, { steps: 5 });
    if (plan.ok) files.push({ name: 'x.dxf', text: planDxf(job, plan.value) }, { name: 'x.svg', text: planSvg(job, plan.value) });
  }
  files.push({ name: 'x.csv', text: 'room,x,y\nHall,0,0\nHall,3000,0\nHall,3000,2000\nHall,0,2000\n' });
  return through(
    (function* () {
      for (let n = 0; n < times; n++) {
        const { name, text } = oneOf(chance, files);
        yield { kind: 'drawing', name, text: (name.endsWith('dxf') && chance() < 0.8 ? hurtPairs : hurt)(text, chance) };
      }
    })(),
  );
}

export type Asked = { readonly asked: number; readonly failed: number; readonly silent: number };

/** The same jobs sent to the server, new and as saves: it answers each in a sentence, and never by a fault. */
export async function fuzzServer(times: number, seed = 1): Promise<Asked> {
  const server = await serve();
  const chance = chanceOf(seed);
  const from = jobs();
  let [failed, silent] = [0, 0];
  try {
    const made = await ask(`${server.url()}/api/jobs`, 'POST', from[0]);
    const { id } = (made!.body as { job: { id: string } }).job;
    for (let n = 0; n < times; n++) {
      const document = mutated(oneOf(chance, from), chance);
      const answer =
        n % 2 === 0
          ? await ask(`${server.url()}/api/jobs`, 'POST', document)
          : await ask(`${server.url()}/api/jobs/${id}`, 'PUT', `{"base":${n % 7},"document":${document}}`);
      if (answer === null) silent++;
      else if (answer.status >= 500) failed++;
      if (answer === null || answer.status >= 500) console.error(`  ${answer?.status ?? 'no answer'}: ${document.slice(0, 300)}`);
    }
    return { asked: times, failed, silent };
  } finally {
    await server.end();
  }
}
