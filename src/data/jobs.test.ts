import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { newJob, type Job } from '../core/given';
import { historyStore, jobStore, openDatabase, type Database, type JobStore, type StoredJob } from '.';

let folder: string;
let store: JobStore;
let database: Database;
let close: () => Promise<void>;

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'pitsaw-'));
  database = await openDatabase(join(folder, 'jobs.sqlite'));
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
  expect((await store.list()).jobs).toEqual([]);
  expect(await store.list({ deleted: true })).toMatchObject({ total: 1, jobs: [{ name: 'Porch' }] });
  expect(await store.save(id, 1, named('x'))).toEqual({ kind: 'missing' });
  expect(await store.restore(id)).toBe(true);
  expect(await store.list()).toMatchObject({ total: 1, jobs: [{ name: 'Porch', area: 12e6, product: named('').product.name, problem: null }] });
});

test('a job that cannot be read takes no other with it: it is listed as such, and its file can be taken out', async () => {
  const { id } = await store.create(named('Broken'));
  await store.create(named('Whole'));
  const database = await openDatabase(join(folder, 'jobs.sqlite'));
  await database.revisions.update({ document: '{"format":"pitsaw/job","version":9}' }, { where: { jobId: id } });
  await database.sequelize.close();
  // it is found where it is opened, and from then on said in the list
  expect(await store.read(id)).toMatchObject({ name: 'Broken', problem: expect.stringContaining('version') as string });
  const { jobs: listed } = await store.list();
  expect(listed).toHaveLength(2);
  expect(listed.find((j) => j.id === id)).toMatchObject({ name: 'Broken', problem: expect.stringContaining('version') as string });
  expect(listed.find((j) => j.id !== id)).toMatchObject({ name: 'Whole', problem: null });
  expect(await store.file(id)).toEqual({ name: 'Broken', text: '{"format":"pitsaw/job","version":9}' });
  expect(await store.remove(id)).toBe(true);
});

test('a save that comes twice is kept once; one whose answer was lost is no rival of what follows it', async () => {
  const { id, version } = await store.create(named('start'));
  const one = { saveId: 'one', words: 'name' };
  expect(await store.save(id, version, named('one'), one)).toMatchObject({ kind: 'saved', job: { version: version + 1 } });
  expect(await store.save(id, version, named('one'), one)).toMatchObject({ kind: 'saved', job: { version: version + 1 } });
  // the page never heard of it, and counts from where it began
  const two = await store.save(id, version, named('two'), { saveId: 'two', unheard: ['one'] });
  expect(two).toMatchObject({ kind: 'saved', job: { version: version + 2 } });
  // what is as it stands changes nothing, whatever it counts from
  expect(await store.save(id, version, named('two'))).toMatchObject({ kind: 'saved', job: { version: version + 2 } });
  // somebody else’s save between is a rival
  await store.save(id, version + 2, named('theirs'), { saveId: 'theirs' });
  expect(await store.save(id, version + 2, named('three'), { saveId: 'three', unheard: ['two'] })).toMatchObject({ kind: 'stale' });
  // put aside once, however often it comes
  expect(await store.save(id, version + 2, named('three'), { saveId: 'three' })).toMatchObject({ kind: 'stale' });
  expect(await database.revisions.count({ where: { jobId: id } })).toBe(5);
});

test('the history says when, what and how it looked; any of it, put aside too, can be read again', async () => {
  const history = historyStore(database);
  const { id, version } = await store.create(named('start'));
  await store.save(id, version, { ...named('longer'), spaces: newJob('', 'metric', 8000, 3000).spaces }, { words: 'length of wall A' });
  await store.save(id, version, named('mine'), { words: 'name' });
  const { past } = (await history.past(id))!;
  expect(past.map(({ is, words }) => [is, words])).toEqual([
    ['refused', 'name'],
    ['now', 'length of wall A'],
    ['line', 'begun'],
  ]);
  expect(past.map((p) => p.miniature!.height)).toEqual([150, 75, 150]);
  expect(await history.document(id, past[0]!.id)).toMatchObject({ ok: true, value: { name: 'mine' } });
  expect(await history.past(id, past[1]!.id)).toMatchObject({ past: [{ words: 'begun' }], more: false });
  // another job’s is not told
  const other = await store.create(named('other'));
  expect(await history.document(other.id, past[0]!.id)).toBeNull();
  expect(await history.past('nobody')).toBeNull();
});

test('a long history comes in parts, and says whether there is more', async () => {
  const history = historyStore(database);
  const { id, version } = await store.create(named('0'));
  for (let n = 1; n <= 60; n++) await store.save(id, version + n - 1, named(`${n}`));
  const first = (await history.past(id))!;
  expect([first.past.length, first.more]).toEqual([60, true]);
  const rest = (await history.past(id, first.past.at(-1)!.id))!;
  expect([rest.past.map((p) => p.words), rest.more]).toEqual([['begun'], false]);
});

test('the list is looked through by name, sorted, and given in parts', async () => {
  for (const [name, length] of [['Übergang', 3000], ['Mill 10%', 6000], ['mill_loft', 5000], ['Quay', 4000]] as const) // prettier-ignore
    await store.create(newJob(name, 'metric', length, 2000));
  const names = async (listing: Parameters<JobStore['list']>[0]) => (await store.list(listing)).jobs.map((j) => j.name);
  expect(await names({ search: 'uber' })).toEqual(['Übergang']);
  expect(await names({ search: 'MILL', sort: 'name' })).toEqual(['Mill 10%', 'mill_loft']);
  expect(await names({ search: '%' })).toEqual(['Mill 10%']);
  expect(await names({ search: 'l_l' })).toEqual(['mill_loft']);
  expect(await names({ sort: 'area' })).toEqual(['Mill 10%', 'mill_loft', 'Quay', 'Übergang']);
  expect(await names({ sort: 'name', from: 1, count: 2 })).toEqual(['mill_loft', 'Quay']);
  expect((await store.list({ sort: 'name', from: 1, count: 2 })).total).toBe(4);
});

test('ids that cannot be are those of no job', async () => {
  for (const id of ['', '\0', '%00', "' OR 1=1 --", 'x'.repeat(5000)]) {
    expect(await store.read(id)).toBeNull();
    expect(await store.file(id)).toBeNull();
    expect(await store.undo(id)).toBeNull();
    expect(await store.remove(id)).toBe(false);
    expect(await store.restore(id)).toBe(false);
  }
});

test('two servers that start on a new file both come up', async () => {
  const file = join(folder, 'new.sqlite');
  const both = await Promise.all([openDatabase(file), openDatabase(file), openDatabase(file)]);
  const { id } = await jobStore(both[0]).create(named('seen by all'));
  for (const one of both) expect(await jobStore(one).read(id)).toMatchObject({ document: { name: 'seen by all' } });
  await Promise.all(both.map((one) => one.sequelize.close()));
});
