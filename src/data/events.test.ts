import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Sequelize } from 'sequelize';
import { newJob, planFile, readLogText, type Job, type Plan } from '../core/given';
import { groundOfSite, linksOf, siteOf, type RawLine } from '../core/lay';
import { planJob } from '../core/plan';
import * as first from './migrations/001-jobs';
import { eventStore, jobStore, openDatabase, type Database, type EventStore, type SentEvent } from '.';

const job = newJob('Toll house', 'metric', 3600, 2400);
const made = planJob(job);
const plan = (made as { value: Plan }).value;
const sent = (id: string, what: string, fields: object = {}): SentEvent => ({ id, time: '2026-03-02T08:00:00', by: 'Ada', what, ...fields });
const begun = (id = 'begin') => sent(id, 'begun', { format: 'pitsaw/log', version: 1, plan: planFile(plan, job.name) });
const cut = (id: string, piece: string) => sent(id, 'cut', { piece });

let folder: string;
let database: Database;
let events: EventStore;
let id: string;
const open = async () => {
  database = await openDatabase(join(folder, 'jobs.sqlite'));
  events = eventStore(database);
};
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'pitsaw-'));
  await open();
  id = (await jobStore(database).create(job)).id;
});
afterEach(async () => {
  await database.sequelize.close();
  rmSync(folder, { recursive: true });
});
const log = async () => {
  const read = readLogText((await events.after(id, 0))!.map((line) => `${line}\n`).join(''));
  if (!read.ok) throw new Error(read.problems[0]!.text);
  return read.value;
};

test('what is sent is kept in order under numbers, and what is sent twice is kept once', async () => {
  expect(await events.append(id, [begun(), cut('a', 'f1/1.1')])).toEqual([
    { id: 'begin', n: 1 },
    { id: 'a', n: 2 },
  ]);
  expect(await events.append(id, [cut('a', 'f1/1.1'), cut('b', 'f1/1.2')])).toEqual([
    { id: 'a', n: 2 },
    { id: 'b', n: 3 },
  ]);
  expect((await log()).map((e) => e.what)).toEqual(['begun', 'cut', 'cut']);
  expect((await events.after(id, 2))!.map((line) => (JSON.parse(line) as { id: string }).id)).toEqual(['b']);
});

test('many batches at once are numbered without a gap, over a reopened database too', async () => {
  await events.append(id, [begun()]);
  const pieces = plan.floors[0]!.pieces.slice(0, 24).map((p) => `f1/${p.id}`);
  await Promise.all(pieces.slice(0, 12).flatMap((piece) => [1, 2].map(() => events.append(id, [cut(piece, piece)]))));
  await database.sequelize.close();
  await open();
  await Promise.all(pieces.slice(12).map((piece) => events.append(id, [cut(piece, piece)])));
  const site = siteOf(await log(), groundOfSite(job));
  expect(site.ok && new Set(site.value.sawn.keys())).toEqual(new Set(pieces));
});

test('what makes no sense where it would stand is refused by itself, with its reason', async () => {
  const taken = await events.append(id, [
    cut('early', 'f1/1.1'),
    begun(),
    begun('again'),
    cut('a', 'f1/1.1'),
    cut('b', 'f1/1.1'),
    sent('c', 'painted'),
    sent('d', 'undone', { event: 2 }),
  ]);
  expect(taken).toMatchObject([
    { id: 'early', refused: 'comes before laying began' },
    { id: 'begin', n: 1 },
    { id: 'again', refused: expect.stringContaining('begun already') as string },
    { id: 'a', n: 2 },
    { id: 'b', refused: expect.stringContaining('sawn already') as string },
    { id: 'c', refused: expect.stringContaining('painted') as string },
    { id: 'd', n: 3 },
  ]);
  const site = siteOf(await log(), groundOfSite(job));
  expect(site.ok && site.value.sawn.size).toBe(0);
});

test('every line is told once it is kept; an unknown job has no log', async () => {
  const heard: number[] = [];
  const stop = events.listen(id, (line) => heard.push((JSON.parse(line) as { n: number }).n));
  await events.append(id, [begun(), cut('a', 'f1/1.1')]);
  stop();
  await events.append(id, [cut('b', 'f1/1.2')]);
  expect(heard).toEqual([1, 2]);
  expect(await events.append('nobody', [begun()])).toBeNull();
  expect(await events.after('nobody', 0)).toBeNull();
});

test('every connection is set, those of transactions included', async () => {
  const settings = async (transaction?: Awaited<ReturnType<Sequelize['transaction']>>) => {
    const one = async (name: string) => Object.values((await database.sequelize.query(`PRAGMA ${name}`, { transaction, plain: true }))!)[0];
    return [await one('synchronous'), await one('busy_timeout'), await one('foreign_keys'), await one('journal_mode')];
  };
  const transaction = await database.sequelize.transaction();
  expect(await settings(transaction)).toEqual([2, 5000, 1, 'wal']);
  await transaction.rollback();
  expect(await settings()).toEqual([2, 5000, 1, 'wal']);
});

test('ticks of an older database become sawn pieces, and undo no longer touches them', async () => {
  const file = join(folder, 'old.sqlite');
  const old = new Sequelize({ dialect: 'sqlite', storage: file, logging: false });
  await old.transaction((transaction) => first.up(old.getQueryInterface(), transaction));
  await old.query(`CREATE TABLE SequelizeMeta (name VARCHAR(255) PRIMARY KEY)`);
  await old.query(`INSERT INTO SequelizeMeta VALUES ('001-jobs')`);
  const ticked = plan.floors[0]!.pieces.slice(0, 3);
  const ticks = ticked.map(({ id: piece, plank, cut: c }) => `f1/${piece}:${plank}:${c.from}-${c.to}:${c.low}-${c.high}`);
  const stored = (document: object) => JSON.stringify(document);
  const time = '2026-01-05 10:00:00.000 +00:00';
  await old.query('INSERT INTO jobs VALUES (?, ?, 2, 2, NULL, ?, ?)', { replacements: ['old', 'Toll house', time, time] });
  for (const [n, document] of [job, { ...job, ticks: [...ticks, 'f1/9.9:1:0-1:0-1'] }].entries()) {
    await old.query("INSERT INTO revisions VALUES (?, 'old', ?, 'line', ?, ?)", { replacements: [n + 1, n || null, stored(document), time] });
  }
  await old.close();

  const upgraded = await openDatabase(file);
  const lines = (await eventStore(upgraded).after('old', 0))!;
  const read = readLogText(lines.map((line) => `${line}\n`).join(''));
  const site = read.ok ? siteOf(read.value, groundOfSite(job)) : read;
  expect(site.ok && [...site.value.sawn.keys()]).toEqual(ticked.map((p) => `f1/${p.id}`));
  // logs of before have a chain by then
  const head = (await eventStore(upgraded).head('old', lines.length))!;
  expect(head).toMatchObject({ last: lines.length, link: linksOf(lines.map((line) => JSON.parse(line) as RawLine)).at(-1)! });
  expect(head.at).toBe(head.link);
  const store = jobStore(upgraded);
  expect(await store.read('old')).toMatchObject({ document: job as Job });
  expect(await store.undo('old')).toMatchObject({ document: job as Job });
  expect((await eventStore(upgraded).after('old', 0))!).toHaveLength(lines.length);
  await upgraded.sequelize.close();
});
