import { setTimeout as pause } from 'node:timers/promises';
import { backUp } from '../../src/data/backup';
import { chanceOf } from './chance';
import { ask, serve, type Served } from './server';
import { tollHouse, tollPlan } from './toll';

export type Losses = {
  readonly kills: number;
  readonly acknowledged: number;
  readonly lost: number;
  readonly doubled: number;
  readonly corrupt: number;
};

/** What one page wrote and was told. */
type Page = {
  id: string;
  version: number;
  /** the last name that was acknowledged, and the number in it */
  acknowledged: number;
  tried: number;
  readonly events: string[];
};

/** Kills the server again and again while pages write, and looks for what was acknowledged. */
export async function kills(times: number, seed = 1): Promise<Losses> {
  const server = await serve();
  const chance = chanceOf(seed);
  const pages: Page[] = [];
  let running = true;
  let acknowledged = 0;
  const writers = Array.from({ length: 4 }, async (_, k) => {
    while (running) {
      if (server.url() === '') await pause(20);
      else {
        const heard = await write(server, pages, k);
        acknowledged += heard;
      }
    }
  });
  let corrupt = 0;
  try {
    for (let n = 0; n < times; n++) {
      await pause(200 + chance() * 1000);
      await server.kill();
      // a copy is checked: every page of the file, every revision with its job
      if (n % 10 === 0) await backUp(server.file, `${server.file}.copy`).catch(() => corrupt++);
      await server.start();
    }
    running = false;
    await Promise.all(writers);
    const { lost, doubled } = await lookFor(server, pages);
    return { kills: times, acknowledged, lost, doubled, corrupt };
  } finally {
    running = false;
    await server.end();
  }
}

/** One page's next writing, as the interface does it: sent again under the same id until it is heard. Gives how much was acknowledged. */
async function write(server: Served, pages: Page[], k: number): Promise<number> {
  const page = pages[k];
  if (!page || page.tried > 60) {
    const created = await ask(`${server.url()}/api/jobs`, 'POST', tollHouse);
    if (created?.status !== 201) return 0;
    const { id, version } = (created.body as { job: { id: string; version: number } }).job;
    const fresh: Page = { id, version, acknowledged: 0, tried: 0, events: [] };
    // the page before is kept, to be looked for at the end
    if (page) pages.push(page);
    pages[k] = fresh;
    return 1;
  }
  if (page.tried % 3 === 2) {
    page.tried++;
    const first = page.events.length === 0;
    const id = `${page.id} ${page.events.length}`;
    const event = first ? { what: 'begun', format: 'pitsaw/log', version: 1, plan: tollPlan } : { what: 'note', text: id };
    return (await heard(server, page, 'log', 'POST', { events: [{ id, time: '2026-03-02T08:00:00', by: '', ...event }] }, () => page.events.push(id))) ? 1 : 0; // prettier-ignore
  }
  const n = ++page.tried;
  const save = { base: page.version, saveId: `${page.id} save ${n}`, unheard: [], document: { ...tollHouse, name: `state ${n}` } };
  const answer = await heard(server, page, '', 'PUT', save, () => (page.acknowledged = n));
  if (answer) page.version = (answer.body as { job: { version: number } }).job.version;
  return answer ? 1 : 0;
}

async function heard(server: Served, page: Page, path: string, method: string, body: unknown, then: () => void) {
  for (let tries = 0; tries < 6000; tries++) {
    const url = server.url();
    const answer = url === '' ? null : await ask(`${url}/api/jobs/${page.id}${path === '' ? '' : `/${path}`}`, method, body);
    if (answer?.status === 200) {
      then();
      return answer;
    }
    if (answer && answer.status < 500) throw new Error(`${method} ${path}: ${JSON.stringify(answer)}`);
    await pause(50);
  }
  throw new Error('the server did not come back');
}

async function lookFor(server: Served, pages: readonly Page[]): Promise<{ lost: number; doubled: number }> {
  let [lost, doubled] = [0, 0];
  for (const page of pages) {
    const kept = await ask(`${server.url()}/api/jobs/${page.id}`);
    const name = (kept?.body as { job?: { document?: { name?: string } } } | undefined)?.job?.document?.name;
    if (page.acknowledged > 0 && name !== `state ${page.acknowledged}`) lost++;
    const history = await ask(`${server.url()}/api/jobs/${page.id}/history`);
    const states = ((history?.body as { past?: { is: string }[] } | undefined)?.past ?? []).filter((p) => p.is !== 'refused').length;
    const saves = Array.from({ length: page.acknowledged }, (_, i) => i + 1).filter((n) => (n - 1) % 3 !== 2).length;
    doubled += Math.max(0, Math.min(states, 60) - 1 - saves);
    const log = await ask(`${server.url()}/api/jobs/${page.id}/log`);
    const lines = String(log?.body ?? '').split('\n').filter(Boolean); // prettier-ignore
    const ids = lines.map((line) => (JSON.parse(line) as { id: string }).id);
    lost += page.events.filter((id) => !ids.includes(id)).length;
    doubled += ids.length - new Set(ids).size;
  }
  return { lost, doubled };
}
