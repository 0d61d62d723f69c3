import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { newJob, type Job } from '../core/given';
import { jobStore, openDatabase, type JobStore, type StoredJob } from '.';

let folder: string;
let store: JobStore;
let close: () => Promise<void>;

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'pitsaw-'));
  const database = await openDatabase(join(folder, 'jobs.sqlite'));
  store = jobStore(database);
  close = () => database.sequelize.close();
});
afterEach(async () => {
  await close();
  rmSync(folder, { recursive: true });
});

const named = (name: string): Job => ({ ...newJob(name, 'metric', 4000, 3000), ...{ surveyor: 'kept as it came' } });

test('a job comes back as it was given, fields that nobody knows included', async () => {
  const { id } = await store.create(named('Porch'));
  const job = (await store.read(id)) as StoredJob;
  expect(job.document).toEqual(named('Porch'));
  expect(job).toMatchObject({ canUndo: false, canRedo: false });
});

test('undo and redo walk the line; a new change after undo leaves the old way behind', async () => {
  const { id, version } = await store.create(named('one'));
  const two = await store.save(id, version, named('two'));
  if (two.kind !== 'saved') throw new Error(two.kind);
  expect((await store.undo(id))?.document.name).toBe('one');
  expect((await store.undo(id))?.document.name).toBe('one');
  const redone = await store.redo(id);
  expect(redone).toMatchObject({ document: { name: 'two' }, canRedo: false });
  const undone = await store.undo(id);
  await store.save(id, undone!.version, named('three'));
  expect(await store.redo(id)).toMatchObject({ document: { name: 'three' }, canUndo: true });
});

test('a stale save is refused and both versions are kept', async () => {
  const { id, version } = await store.create(named('start'));
  await store.save(id, version, named('theirs'));
  const mine = await store.save(id, version, named('mine'));
  expect(mine).toMatchObject({ kind: 'stale', job: { document: { name: 'theirs' } } });
  const database = await openDatabase(join(folder, 'jobs.sqlite'));
  const kept = await database.revisions.findAll({ where: { kept: 'refused' } });
  expect(kept.map((r) => (JSON.parse(r.document) as Job).name)).toEqual(['mine']);
  // what was put aside does not stand in the way of redo
  expect(await store.read(id)).toMatchObject({ canRedo: false });
  await database.sequelize.close();
});

test('of many saves from one version at once exactly one goes through', async () => {
  const { id, version } = await store.create(named('start'));
  const all = await Promise.all(Array.from({ length: 12 }, (_, i) => store.save(id, version, named(`save ${i}`))));
  expect(all.filter((s) => s.kind === 'saved')).toHaveLength(1);
  expect(all.filter((s) => s.kind === 'stale')).toHaveLength(11);
});

test('deleting can be undone', async () => {
  const { id } = await store.create(named('Porch'));
  expect(await store.remove(id)).toBe(true);
  expect(await store.list()).toEqual([]);
  expect(await store.save(id, 1, named('x'))).toEqual({ kind: 'missing' });
  expect(await store.restore(id)).toBe(true);
  expect(await store.list()).toMatchObject([{ document: { name: 'Porch' } }]);
});

test('a job that cannot be read takes no other with it: it is listed as such, and its file can be taken out', async () => {
  const { id } = await store.create(named('Broken'));
  await store.create(named('Whole'));
  const database = await openDatabase(join(folder, 'jobs.sqlite'));
  await database.revisions.update({ document: '{"format":"pitsaw/job","version":9}' }, { where: { jobId: id } });
  await database.sequelize.close();
  const listed = await store.list();
  expect(listed).toHaveLength(2);
  expect(listed.find((j) => j.id === id)).toMatchObject({ name: 'Broken', problem: expect.stringContaining('version') as string });
  expect(listed.find((j) => j.id !== id)).toMatchObject({ document: { name: 'Whole' } });
  expect(await store.file(id)).toEqual({ name: 'Broken', text: '{"format":"pitsaw/job","version":9}' });
  expect(await store.remove(id)).toBe(true);
});
