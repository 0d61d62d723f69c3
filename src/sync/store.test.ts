import 'fake-indexeddb/auto';
import { openDB } from 'idb';
import { openLogStore, type Recorded } from '.';

const note = (id: string): Recorded => ({ id, what: 'note', text: id });
let name = '';
beforeEach(() => (name = `logs ${Math.random()}`));
const ids = async (store: ReturnType<typeof openLogStore>, job: string) => (await store.entries(job)).map((e) => e.event.id);

test('what is recorded waits in its order, by job, also for a page that comes after', async () => {
  const store = openLogStore(name);
  expect(await store.record('one', ['a', 'b', 'c'].map(note), 'tab')).toBe(true);
  await store.record('other', [note('x')], 'tab');
  const later = openLogStore(name);
  expect(await ids(later, 'one')).toEqual(['a', 'b', 'c']);
  await later.drop('one', new Set(['b', 'x']));
  expect(await ids(store, 'one')).toEqual(['a', 'c']);
  expect(await ids(store, 'other')).toEqual(['x']);
});

test('how far entries have come is kept with them', async () => {
  const store = openLogStore(name);
  await store.record('one', ['a', 'b'].map(note), 'tab');
  await store.mark('one', new Map([['a', { acked: { epoch: 'e', n: 4 } }], ['b', { aside: 'refused' }]])); // prettier-ignore
  expect(await openLogStore(name).entries('one')).toMatchObject([{ acked: { epoch: 'e', n: 4 } }, { aside: 'refused' }]);
});

test('lines are kept under their numbers, as far as none is missing', async () => {
  const store = openLogStore(name);
  for (const n of [2, 1, 2, 4, 5]) await store.hear('one', 'e', n, `${n}`);
  await store.hear('other', 'f', 1, 'else');
  expect(await store.heard('one')).toEqual({ epoch: 'e', lines: ['1', '2'] });
  expect(await store.heard('nobody')).toEqual({ epoch: '', lines: [] });
});

test('a log that becomes another keeps its beginning; what is sent again goes before what waits, once', async () => {
  const store = openLogStore(name);
  for (const n of [1, 2, 3]) await store.hear('one', 'e', n, `${n}`);
  await store.record('one', [note('waits')], 'tab');
  await store.become('one', 'f', 1, [note('two'), note('three')], 'tab');
  await store.become('one', 'f', 1, [note('three')], 'tab');
  expect(await store.heard('one')).toEqual({ epoch: 'f', lines: ['1'] });
  expect(await ids(store, 'one')).toEqual(['two', 'three', 'waits']);
  await store.become('one', 'g', 0, [note('one')], 'tab');
  expect(await ids(store, 'one')).toEqual(['one', 'two', 'three', 'waits']);
});

test('what an older version kept is taken over, and only once', async () => {
  const former = `former ${name}`;
  const old = await openDB(former, 1, {
    upgrade(db) {
      db.createObjectStore('told', { autoIncrement: true }).createIndex('jobId', 'jobId');
      db.createObjectStore('lines');
    },
  });
  await old.add('told', { jobId: 'one', event: note('a') });
  await old.put('lines', 'first', ['one', 1]);
  old.close();
  expect(await ids(openLogStore(name, former), 'one')).toEqual(['a']);
  const again = openLogStore(name, former);
  expect(await ids(again, 'one')).toEqual(['a']);
  expect(await again.heard('one')).toEqual({ epoch: '', lines: ['first'] });
});

test('a page counts as open until its lease is over, or it says that it ends', async () => {
  const store = openLogStore(name);
  await store.beat('a', 100, 0);
  expect(await store.beat('b', 100, 50)).toEqual(['a', 'b']);
  expect(await store.beat('b', 200, 150)).toEqual(['b']);
  expect(await store.beat('b', 0, 150)).toEqual([]);
});

test('where a browser keeps nothing, that is said, and nothing throws', async () => {
  const kept = globalThis.indexedDB;
  Object.defineProperty(globalThis, 'indexedDB', { value: undefined, configurable: true });
  try {
    const store = openLogStore(name);
    expect(await store.works()).toBe(false);
    expect(await store.record('one', [note('a')], 'tab')).toBe(false);
    expect(await store.entries('one')).toEqual([]);
    await expect(store.drop('one', new Set(['a']))).resolves.toBeUndefined();
    await expect(store.hear('one', 'e', 1, '')).resolves.toBeUndefined();
    expect(await store.heard('one')).toEqual({ epoch: '', lines: [] });
  } finally {
    Object.defineProperty(globalThis, 'indexedDB', { value: kept, configurable: true });
  }
});
