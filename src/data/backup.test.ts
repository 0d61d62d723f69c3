import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { newJob, type Job } from '../core/given';
import { backUp, restore } from './backup';
import { jobStore, openDatabase } from '.';

let folder: string;
beforeEach(() => (folder = mkdtempSync(join(tmpdir(), 'pitsaw-'))));
afterEach(() => rmSync(folder, { recursive: true }));
const at = (...path: string[]) => join(folder, ...path);
const named = (name: string): Job => newJob(name, 'metric', 4000, 3000);
const photo = (of: string, bytes: string) => {
  mkdirSync(at(of, 'photos'), { recursive: true });
  const name = `${createHash('sha256').update(bytes).digest('hex')}.jpg`;
  writeFileSync(at(of, 'photos', name), bytes);
  return name;
};
const open = async (file: string) => {
  const database = await openDatabase(file);
  return { store: jobStore(database), close: () => database.sequelize.close() };
};
const names = async (file: string) => {
  const { store, close } = await open(file);
  const { jobs } = await store.list({ sort: 'name' });
  await close();
  return jobs.map((j) => j.name);
};

test('a copy is made while jobs are saved, and brings every one of them back, photos too', async () => {
  const file = at('here', 'jobs.sqlite');
  const { store, close } = await open(file);
  const picture = photo('here', 'a wall');
  await store.create(named('First'));
  let busy = true;
  const saving = (async () => {
    for (let n = 0; busy; n++) await store.create(named(`Later ${n}`));
  })();
  const copied = await backUp(file, at('copy'));
  busy = false;
  await saving;
  expect(copied).toMatchObject({ photos: 1 });
  expect(await names(at('copy', 'pitsaw.sqlite'))).toHaveLength(copied.jobs);
  // into a place where a server has something else open
  const other = await open(at('there', 'jobs.sqlite'));
  await other.store.create(named('In the way'));
  expect(await restore(at('copy'), at('there', 'jobs.sqlite'), at('before'))).toEqual(copied);
  expect((await other.store.list({ search: 'first' })).total).toBe(1);
  expect((await other.store.list({ search: 'in the way' })).total).toBe(0);
  await other.close();
  expect(await names(at('before', 'pitsaw.sqlite'))).toEqual(['In the way']);
  expect(existsSync(at('there', 'photos', picture))).toBe(true);
  await close();
});

test.each<[string, () => void, RegExp]>([
  ['is not there', () => rmSync(at('copy', 'pitsaw.sqlite')), /no copy in/],
  ['is cut off', () => truncateSync(at('copy', 'pitsaw.sqlite'), 20_000), /damaged|no database/],
  ['is something else', () => writeFileSync(at('copy', 'pitsaw.sqlite'), 'a letter'.repeat(999)), /no database of Pitsaw/],
  ['has a damaged photo', () => writeFileSync(at('copy', 'photos', readdirSync(at('copy', 'photos'))[0]!), 'another wall'), /photo .* is damaged/],
])('a copy that %s is refused, and nothing is changed', async (_, harm, words) => {
  const { store, close } = await open(at('here', 'jobs.sqlite'));
  photo('here', 'a wall');
  await store.create(named('First'));
  await backUp(at('here', 'jobs.sqlite'), at('copy'));
  await store.create(named('Second'));
  harm();
  await expect(restore(at('copy'), at('here', 'jobs.sqlite'), at('before'))).rejects.toThrow(words);
  await close();
  expect(await names(at('here', 'jobs.sqlite'))).toEqual(['First', 'Second']);
});

test('what a newer Pitsaw wrote is refused', async () => {
  const { close } = await open(at('here', 'jobs.sqlite'));
  await close();
  const database = await openDatabase(at('here', 'jobs.sqlite'));
  await database.sequelize.query("INSERT INTO SequelizeMeta VALUES ('999-later')");
  await database.sequelize.close();
  await expect(backUp(at('here', 'jobs.sqlite'), at('copy'))).rejects.toThrow(/newer Pitsaw/);
});
