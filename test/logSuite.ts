/**
 * What every way between a device and the log of a server must keep: nothing recorded is lost, nothing is doubled, and all devices end with the same
 * log. Run against the store alone, against a real server, and through the gate.
 */
import assert from 'node:assert/strict';
import { setTimeout as pause } from 'node:timers/promises';
import { newJob, planFile, type Job, type Plan } from '../src/core/given';
import { groundOfSite } from '../src/core/lay';
import { planJob } from '../src/core/plan';
import { openLog, openLogStore, presenceOf, type Heard, type LiveLog, type LogState, type LogStore, type Transport } from '../src/sync';

export const suiteJob: Job = newJob('Toll house', 'metric', 3600, 2400);
const made = planJob(suiteJob, { steps: 100 });
const plan = planFile((made as { value: Plan }).value, suiteJob.name);
const BEGUN = { what: 'begun', format: 'pitsaw/log', version: 1, plan };
const laid = (row: number) => ({ what: 'laid', floor: 'f1', row });
const note = (text: string) => ({ what: 'note', text });

/** A server with a job, and ways to it. */
export type Rig = {
  newJob(): Promise<string>;
  transport(): Transport;
  /** Copies what the server has. */
  copy(): Promise<string>;
  /** Puts a copy in its place. */
  restore(copy: string): Promise<void>;
  remove(jobId: string): Promise<void>;
  bringBack(jobId: string): Promise<void>;
};

/** A way on which things go wrong: `send` is asked before and after each request. */
type Way = Transport & { refuse: ((events: readonly { readonly what: string }[]) => Heard | 'lost' | null) | null };
function fragile(transport: Transport): Way {
  const way: Way = {
    ...transport,
    refuse: null,
    async send(jobId, batch) {
      const wrong = way.refuse?.(batch.events) ?? null;
      if (wrong !== null && wrong !== 'lost') return wrong;
      const answer = await transport.send(jobId, batch);
      // the server has it, and the device never hears so
      return wrong === 'lost' ? { status: 0 } : answer;
    },
  };
  return way;
}

type Device = { readonly log: LiveLog; readonly way: Way; readonly store: LogStore; state(): LogState; kept(): Promise<readonly string[]> };

let count = 0;
/** Logs that a case opened: they end with it, however it ends. */
const opened: LiveLog[] = [];
/** A device, or a page that comes after another one on the same device. */
async function device(rig: Rig, jobId: string, after?: Device): Promise<Device> {
  const store = after?.store ?? openLogStore(`suite ${process.pid} ${++count}`);
  const way = fragile(rig.transport());
  let last: LogState | null = null;
  const id = `page ${++count}`;
  let n = 0;
  const log = openLog({
    jobId,
    ground: groundOfSite(suiteJob),
    store,
    transport: way,
    presence: presenceOf(id, store, undefined),
    changed: (state) => (last = state),
    stamp: () => ({ time: '2026-03-02T08:00:00', by: '' }),
    newId: () => `${id} ${++n}`,
  });
  opened.push(log);
  await log.recalled;
  return { log, way, store, state: () => last!, kept: () => kept(rig, jobId) };
}

/** Compared as texts: arrays of another realm are alike. */
const same = (a: unknown, b: unknown): void => assert.equal(JSON.stringify(a), JSON.stringify(b));

async function until(what: string, is: () => boolean | Promise<boolean>): Promise<void> {
  for (let k = 0; k < 1200; k++) {
    if (await is()) return;
    await pause(25);
  }
  assert.fail(`waited in vain: ${what}`);
}
/** All that a device recorded is sent, and it has heard all that the server keeps. */
const sent = (d: Device) =>
  until('all is sent and heard', async () => {
    const { connected, unsent, lines } = d.state();
    return connected && unsent === 0 && lines.every((l) => l.n > 0) && lines.length === (await d.kept()).length;
  });
const texts = (lines: readonly string[] | null): string[] =>
  (lines ?? []).map((line) => {
    const { what, text, row } = JSON.parse(line) as { what: string; text?: string; row?: number };
    return text ?? (row === undefined ? what : `${what} ${row}`);
  });
const kept = async (rig: Rig, jobId: string) => texts(await rig.transport().lines(jobId));
const keeps = (rig: Rig, jobId: string, want: readonly string[]) =>
  until(`the server keeps ${want.join()}`, async () => (await kept(rig, jobId)).join() === want.join()).catch(async (error: unknown) => {
    same(await kept(rig, jobId), want);
    throw error;
  });

/** Begins a log and waits until the server has it. */
async function begun(rig: Rig): Promise<{ id: string; one: Device }> {
  const id = await rig.newJob();
  const one = await device(rig, id);
  one.log.record(BEGUN);
  await sent(one);
  return { id, one };
}

type Case = readonly [string, (rig: Rig) => Promise<void>];

const stays = (status: number): Case => [
  `a ${status} drops nothing: it is said, and what waits goes out once it can`,
  async (rig) => {
    const { id, one } = await begun(rig);
    one.way.refuse = () => ({ status, problem: 'not now' });
    for (const text of ['a', 'b']) one.log.record(note(text));
    await until('it is said', () => one.state().waits?.status === status);
    assert.equal(one.state().unsent, 2);
    same(one.state().aside, []);
    one.way.refuse = null;
    await keeps(rig, id, ['begun', 'a', 'b']);
    await sent(one);
    assert.equal(one.state().waits, null);
    one.log.stop();
  },
];

const setAside = (status: number): Case => [
  `a batch refused whole with ${status} is halved: the one that is meant is set aside, the rest goes on`,
  async (rig) => {
    const { id, one } = await begun(rig);
    one.way.refuse = (events) => (events.some((e) => (e as { text?: string }).text === 'bad') ? { status, problem: 'not that' } : null);
    for (const text of ['a', 'b', 'bad', 'c', 'd']) one.log.record(note(text));
    await keeps(rig, id, ['begun', 'a', 'b', 'c', 'd']);
    await until('one is set aside', () => one.state().aside.length === 1);
    assert.equal(one.state().aside[0]!.why, 'not that');
    // also for a page that comes after
    one.log.stop();
    const later = await device(rig, id, one);
    await until('it is still set aside', () => later.state().aside.length === 1);
    later.log.sendAgain(later.state().aside[0]!.event.id);
    await keeps(rig, id, ['begun', 'a', 'b', 'c', 'd', 'bad']);
    later.log.stop();
  },
];

const CASES: readonly Case[] = [
  ...[0, 401, 403, 421, 500, 503].map(stays),
  ...[400, 413, 422].map(setAside),
  [
    'what is sent twice, because no answer came, is kept once',
    async (rig) => {
      const { id, one } = await begun(rig);
      let lost = 0;
      one.way.refuse = () => (lost++ < 2 ? 'lost' : null);
      for (const text of ['a', 'b', 'c']) one.log.record(note(text));
      await keeps(rig, id, ['begun', 'a', 'b', 'c']);
      await sent(one);
      one.log.stop();
    },
  ],
  [
    'a line that is refused by itself is set aside, and what was recorded after it goes on; so is a kind that the server does not know',
    async (rig) => {
      const { id, one } = await begun(rig);
      one.log.record(laid(99));
      one.log.record({ what: 'painted' });
      one.log.record(note('after'));
      await keeps(rig, id, ['begun', 'after']);
      await until('both are set aside', () => one.state().aside.length === 2);
      one.log.stop();
    },
  ],
  [
    'the jam: taken back while it is being sent, then refused; what comes later is sent all the same',
    async (rig) => {
      const { id, one } = await begun(rig);
      let release: () => void = () => undefined;
      const held = new Promise<void>((done) => (release = done));
      const { send } = one.way;
      one.way.send = async (job, batch) => (await held, send(job, batch));
      const bad = one.log.record(laid(99));
      await pause(60);
      one.log.takeBack(bad);
      one.log.record(note('later'));
      release();
      await keeps(rig, id, ['begun', 'later']);
      await sent(one);
      one.log.stop();
    },
  ],
  [
    'a page that is closed in the middle leaves what waits to the next one; a tab that stays open takes it over',
    async (rig) => {
      const { id, one } = await begun(rig);
      const tab = await device(rig, id, one);
      await sent(tab);
      one.way.refuse = () => ({ status: 0 });
      one.log.record(note('left behind'));
      await pause(50);
      one.log.stop();
      await keeps(rig, id, ['begun', 'left behind']);
      await sent(tab);
      tab.log.stop();
    },
  ],
  [
    'two devices hear the same lines in the same order, and pressing one thing on both is one line',
    async (rig) => {
      const { id, one } = await begun(rig);
      const two = await device(rig, id);
      await sent(two);
      for (const d of [one, two]) d.log.record(laid(1));
      one.log.record(note('one'));
      two.log.record(note('two'));
      for (const d of [one, two]) await sent(d);
      await until('both hear all', () => [one, two].every((d) => d.state().lines.length === 4));
      same(one.state().lines.map((l) => l.n), two.state().lines.map((l) => l.n)); // prettier-ignore
      const lines = await kept(rig, id);
      assert.equal(lines.filter((l) => l === 'laid 1').length, 1);
      same([one, two].flatMap((d) => d.state().aside), []); // prettier-ignore
      for (const d of [one, two]) d.log.stop();
    },
  ],
  [
    'what was recorded under another plan is set aside, and can be recorded under the one in force',
    async (rig) => {
      const { id, one } = await begun(rig);
      const two = await device(rig, id);
      await sent(two);
      two.way.refuse = () => ({ status: 0 });
      two.log.record(laid(1));
      one.log.record({ what: 'replanned', plan: { ...plan, name: 'another' } });
      await sent(one);
      two.way.refuse = null;
      await until('it is set aside', () => two.state().aside.length === 1);
      assert.match(two.state().aside[0]!.why, /another plan/);
      two.log.sendAgain(two.state().aside[0]!.event.id, true);
      await keeps(rig, id, ['begun', 'replanned', 'laid 1']);
      for (const d of [one, two]) d.log.stop();
    },
  ],
  [
    'a server set back to an older copy gets again what it lacks, from whoever has it; both then have the same',
    async (rig) => {
      const { id, one } = await begun(rig);
      const two = await device(rig, id);
      one.log.record(laid(1));
      await sent(one);
      const copy = await rig.copy();
      const mistake = one.log.record(laid(2));
      one.log.record(note('a'));
      await sent(one);
      one.log.takeBack(mistake);
      two.log.record(note('b'));
      for (const d of [one, two]) await sent(d);
      await until('all is heard', () => [one, two].every((d) => d.state().lines.length === 6));
      const before = (await kept(rig, id)).sort();
      await rig.restore(copy);
      one.log.record(note('meanwhile'));
      await until('the server has all again', async () => (await kept(rig, id)).length === 7);
      same((await kept(rig, id)).filter((l) => l !== 'meanwhile').sort(), before);
      await until('both have the same', () => [one, two].every((d) => d.state().connected && d.state().unsent === 0 && d.state().lines.length === 7)); // prettier-ignore
      same([...one.state().site.laid], [...two.state().site.laid]);
      assert.equal(one.state().site.laid.size > 0, true);
      for (const d of [one, two]) d.log.stop();
    },
  ],
  [
    'where device and server both went on, both are shown, and nothing is sent until somebody chose',
    async (rig) => {
      const { id, one } = await begun(rig);
      const beginning = await rig.copy();
      const other = await device(rig, id);
      await sent(other);
      other.log.record(note('theirs'));
      await sent(other);
      other.log.stop();
      one.log.stop();
      const theirs = await rig.copy();
      await rig.restore(beginning);
      // a device that never heard of it goes on from the beginning
      const here = await device(rig, id);
      await sent(here);
      here.log.record(note('ours'));
      await sent(here);
      await rig.restore(theirs);
      await until('both are shown', () => here.state().apart !== null);
      here.log.record(note('meanwhile'));
      await pause(200);
      same(await kept(rig, id), ['begun', 'theirs']);
      same(here.state().apart!.ours.map((e) => e.text), ['ours']); // prettier-ignore
      same(here.state().apart!.theirs.map((e) => e.text), ['theirs']); // prettier-ignore
      await here.log.decide('both');
      await keeps(rig, id, ['begun', 'theirs', 'ours', 'meanwhile']);
      here.log.stop();
    },
  ],
  [
    'planks that are begun on site keep their meaning where numbers change: references go by id',
    async (rig) => {
      const { id, one } = await begun(rig);
      const copy = await rig.copy();
      const two = await device(rig, id);
      await sent(two);
      const { length, width } = suiteJob.product.planks[0]!;
      one.log.record({ what: 'found', length: 700, width, ends: 'left' });
      await sent(one);
      two.log.record({ what: 'found', length, width, ends: 'both' });
      await sent(two);
      const highest = Math.max(...(made as { value: Plan }).value.planks.map((p) => p.n));
      two.log.record({ what: 'broken', plank: highest + 2 });
      for (const d of [one, two]) await sent(d);
      one.log.stop();
      await rig.restore(copy);
      await until('the server has it again', async () => (await kept(rig, id)).length === 4);
      const again = (await rig.transport().lines(id))!.map((l) => JSON.parse(l) as { what: string; plank?: number; length?: number });
      const whole = again.filter((l) => l.what === 'found').findIndex((l) => l.length === length);
      assert.equal(again.find((l) => l.what === 'broken')!.plank, highest + 1 + whole);
      two.log.stop();
    },
  ],
  [
    'a job that was deleted keeps what waits; brought back, it is sent',
    async (rig) => {
      const { id, one } = await begun(rig);
      await rig.remove(id);
      one.log.record(note('meanwhile'));
      await until('it is said', () => one.state().waits?.status === 404);
      assert.equal(one.state().unsent, 1);
      await rig.bringBack(id);
      await keeps(rig, id, ['begun', 'meanwhile']);
      one.log.stop();
    },
  ],
];

/** Every case by its name. */
export const LOG_CASES: readonly Case[] = CASES.map(([name, run]) => [
  name,
  async (rig) => {
    try {
      await run(rig);
    } finally {
      for (const log of opened.splice(0)) log.stop();
      // what is under way hears that it ended
      await pause(50);
    }
  },
]);
