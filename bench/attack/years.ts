import { mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { demoJobs } from '../../demo/jobs';
import { CHROMIUM_ARGS, ensureChromium, freePort, startServer } from '../../scripts/lib.mjs';
import { newJob } from '../../src/core/given';
import { jobStore, openDatabase } from '../../src/data';
import { chanceOf, oneOf } from './chance';
import { ask, serve } from './server';

const median = (list: readonly number[]): number => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? 0;

async function timed<T>(work: () => Promise<T>): Promise<[number, T]> {
  const begun = performance.now();
  const made = await work();
  return [performance.now() - begun, made];
}

export type Listed = {
  readonly jobs: number;
  readonly page: number;
  readonly api: number;
  readonly search: number;
  readonly kilobytes: number;
  readonly usable: number;
};

/** A list of so many jobs: what the server takes for its page, and when somebody can look for a name in it. Times in ms. */
export async function manyJobs(count: number, visits = 5): Promise<Listed> {
  const folder = mkdtempSync(join(tmpdir(), 'pitsaw-years-'));
  const file = join(folder, 'jobs.sqlite');
  try {
    const database = await openDatabase(file);
    const store = jobStore(database);
    for (let n = 0; n < count; n++) await store.create({ ...demoJobs[n % demoJobs.length]!, name: `Floor ${n}` });
    await database.sequelize.close();
    const { child, url } = await startServer(await freePort(4720), file);
    try {
      await fetch(url);
      const pages: number[] = [];
      let bytes = 0;
      for (let n = 0; n < 9; n++) {
        const [took, text] = await timed(async () => (await fetch(url)).text());
        pages.push(took);
        bytes = text.length;
      }
      const api = median(await Promise.all([0, 1, 2].map(async () => (await timed(() => ask(`${url}/api/jobs`)))[0])));
      const search = (await timed(() => ask(`${url}/api/jobs?search=${count - 1}&sort=name`)))[0];
      return { jobs: count, page: median(pages), api, search, kilobytes: bytes / 1000, usable: await usable(url, visits) };
    } finally {
      child.kill();
    }
  } finally {
    rmSync(folder, { recursive: true });
  }
}

/** From asking for the page until its search field takes what is typed; median of so many first visits. */
async function usable(url: string, visits: number): Promise<number> {
  const browser = await chromium.launch({ executablePath: ensureChromium(), args: CHROMIUM_ARGS });
  const took: number[] = [];
  for (let n = 0; n < visits; n++) {
    const page = await browser.newPage();
    const begun = performance.now();
    await page.goto(url, { waitUntil: 'commit' });
    const field = page.getByRole('searchbox');
    // it lives once what is typed stays and asks the server
    await field.waitFor();
    await page.waitForFunction(() => {
      const field = document.querySelector('input[type=search]')!;
      return Object.keys(field).some((key) => key.startsWith('__reactProps'));
    });
    took.push(performance.now() - begun);
    await page.close();
  }
  await browser.close();
  return median(took);
}

export type Changed = {
  readonly changes: number;
  readonly begin: number;
  readonly end: number;
  readonly megabytes: number;
  readonly revisions: number;
};

/** One job changed again and again: what a save takes at the beginning and at the end (median, ms), and how large the file is. */
export async function manyChanges(count: number): Promise<Changed> {
  const folder = mkdtempSync(join(tmpdir(), 'pitsaw-years-'));
  const file = join(folder, 'jobs.sqlite');
  const database = await openDatabase(file);
  try {
    const store = jobStore(database);
    const job = demoJobs[0]!;
    const { id, version: first } = await store.create(job);
    const took: number[] = [];
    let version = first;
    for (let n = 0; n < count; n++) {
      const [ms, saved] = await timed(() => store.save(id, version, { ...job, name: `Change ${n}` }, { saveId: `${n}`, words: 'name' }));
      if (saved.kind !== 'saved') throw new Error(saved.kind);
      version = saved.job.version;
      took.push(ms);
    }
    const part = Math.min(1000, Math.floor(count / 4));
    const revisions = await database.revisions.count();
    return {
      changes: count,
      begin: median(took.slice(0, part)),
      end: median(took.slice(-part)),
      megabytes: statSync(file).size / 1e6,
      revisions,
    };
  } finally {
    await database.sequelize.close();
    rmSync(folder, { recursive: true });
  }
}

export type Loaded = { readonly requests: number; readonly failed: number; readonly megabytes: readonly number[] };

/** Requests of all kinds, eight at a time: whether the server's memory stays level (MB, after each eighth of them). */
export async function load(count: number, seed = 1): Promise<Loaded> {
  const server = await serve();
  const chance = chanceOf(seed);
  const base = newJob('Toll house', 'metric', 4000, 3000);
  const ids: string[] = [];
  let failed = 0;
  const memory = () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid()}/status`, 'utf8'))?.[1] ?? 0) / 1000;
  const create = async () => {
    const answer = await ask(`${server.url()}/api/jobs`, 'POST', base);
    const id = (answer?.body as { job?: { id: string } } | undefined)?.job?.id;
    if (id) ids.push(id);
    return answer;
  };
  const asks = [
    () => ask(`${server.url()}/api/jobs/${oneOf(chance, ids)}`),
    () => ask(`${server.url()}/api/jobs?search=toll`),
    () => ask(`${server.url()}/`),
    () => ask(`${server.url()}/jobs/${oneOf(chance, ids)}/room`),
    () => ask(`${server.url()}/api/jobs/${oneOf(chance, ids)}`, 'PUT', { base: 1, document: { ...base, name: `${chance()}` } }),
    () => ask(`${server.url()}/api/jobs/${oneOf(chance, ids)}/undo`, 'POST', {}),
    () => ask(`${server.url()}/api/jobs/${oneOf(chance, ids)}/history`),
    () => ask(`${server.url()}/api/jobs/none`),
    () => ask(`${server.url()}/api/jobs`, 'POST', '{"format":'),
  ];
  try {
    for (let n = 0; n < 20; n++) await create();
    const megabytes = [memory()];
    for (let eighth = 0; eighth < 8; eighth++) {
      const each = Math.ceil(count / 64);
      await Promise.all(
        Array.from({ length: 8 }, async () => {
          for (let n = 0; n < each; n++) {
            const answer = await oneOf(chance, asks)();
            if (answer === null || answer.status >= 500) failed++;
          }
        }),
      );
      megabytes.push(memory());
    }
    return { requests: count, failed, megabytes };
  } finally {
    await server.end();
  }
}
