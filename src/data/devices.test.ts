import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { deviceStore, openDatabase, type Database } from '.';

let folder: string;
let database: Database;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'pitsaw-'));
  database = await openDatabase(join(folder, 'jobs.sqlite'));
});
afterEach(async () => {
  await database.sequelize.close();
  rmSync(folder, { recursive: true });
});

test('devices are listed, the one last seen first, until they are sent away', async () => {
  const store = deviceStore(database);
  const saw = await store.pair('At the saw');
  const floor = await store.pair('On the floor');
  jest.useFakeTimers({ now: Date.now() + 1000, doNotFake: ['nextTick', 'setImmediate', 'setTimeout', 'setInterval', 'queueMicrotask'] });
  await store.seen(saw.id);
  jest.useRealTimers();
  expect((await store.list()).map((d) => d.name)).toEqual(['At the saw', 'On the floor']);
  expect(await store.sendAway(saw.id)).toBe(true);
  expect(await store.roleOf(saw.id)).toBeNull();
  expect(await store.roleOf(floor.id)).toBe('lay');
  expect((await store.list()).map((d) => d.id)).toEqual([floor.id]);
});

test('one that was sent away stays away, whoever asks again, and nobody is made up', async () => {
  const store = deviceStore(database);
  const { id } = await store.pair('A phone');
  await store.sendAway(id);
  expect(await store.sendAway(id)).toBe(false);
  await store.seen(id);
  expect(await store.roleOf(id)).toBeNull();
  expect(await store.sendAway('nobody')).toBe(false);
});

test('a device may do what its role says, and what happened to whom is written down', async () => {
  const store = deviceStore(database);
  const { id } = await store.pair('A phone', 'look');
  expect(await store.setRole(id, 'all')).toBe(true);
  expect(await store.roleOf(id)).toBe('all');
  await store.sendAway(id);
  expect(await store.setRole(id, 'lay')).toBe(false);
  await store.note('wrong-code', '10.0.0.7');
  expect((await store.records()).map((r) => `${r.what} ${r.about}`)).toEqual([
    'wrong-code 10.0.0.7',
    'removed A phone',
    'role A phone: all',
    'paired A phone',
  ]);
});

test('a code is shown until it ends or is used', async () => {
  const store = deviceStore(database);
  expect(await store.code()).toBeNull();
  await store.saveCode({ code: 'K7QM-4TXR', until: Date.now() + 60_000 });
  expect(await store.code()).toMatchObject({ code: 'K7QM-4TXR' });
  await store.saveCode({ code: 'K7QM-4TXR', until: Date.now() - 1 });
  expect(await store.code()).toBeNull();
  await store.saveCode(null);
  expect(await store.code()).toBeNull();
});

test('the key is made once, however often and from wherever it is asked for', async () => {
  const [one, two] = await Promise.all([deviceStore(database).key(), deviceStore(database).key()]);
  expect(one.length).toBe(32);
  expect(two.equals(one)).toBe(true);
  const again = await openDatabase(join(folder, 'jobs.sqlite'));
  expect((await deviceStore(again).key()).equals(one)).toBe(true);
  await again.sequelize.close();
});
