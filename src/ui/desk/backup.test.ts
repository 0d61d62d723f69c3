import 'fake-indexeddb/auto';
import { openBackup, type Backup } from './backup';

const left = (jobId: string, name: string) => ({ jobId, base: 3, saveId: 's', unheard: [], words: 'name', document: { name } });
const names = async (backup: Backup, jobId: string) => (await backup.leftBehind(jobId)).map((l) => (l.document as { name: string }).name);

/** Locks as a browser keeps them for pages that live. */
function locks() {
  const held = new Set<string>();
  Object.defineProperty(globalThis, 'navigator', {
    configurable: true,
    value: {
      locks: {
        request: (name: string) => Promise.resolve(void held.add(name)),
        query: () => Promise.resolve({ held: [...held].map((name) => ({ name })) }),
      },
    },
  });
  return { dies: (page: string) => held.delete(`pitsaw page ${page}`) };
}

test('two pages on one job keep each their own; what a page left is found once it lives no more', async () => {
  const { dies } = locks();
  let now = 0;
  const [a, b, c] = ['a', 'b', 'c'].map((page) => openBackup(page, () => ++now)) as [Backup, Backup, Backup];
  expect(await a.keep(left('job', 'of a'))).toBe(true);
  await b.keep(left('job', 'of b'));
  await b.keep(left('other', 'of another job'));
  expect(await names(c, 'job')).toEqual([]);
  dies('a');
  expect(await names(c, 'job')).toEqual(['of a']);
  dies('b');
  // the latest first
  expect(await names(c, 'job')).toEqual(['of b', 'of a']);
  await c.forget('job', 'b');
  expect(await names(c, 'job')).toEqual(['of a']);
  // one's own, from before one went on to another job, is there for oneself too
  expect(await names(b, 'other')).toEqual(['of another job']);
  await a.forget('job');
  expect(await names(c, 'job')).toEqual([]);
});

test('where the browser keeps nothing that is said, and nothing fails', async () => {
  const real = indexedDB.open.bind(indexedDB);
  indexedDB.open = () => {
    throw new Error('switched off');
  };
  const backup = openBackup('x');
  expect(await backup.keep(left('job', 'x'))).toBe(false);
  expect(await backup.leftBehind('job')).toEqual([]);
  await backup.forget('job');
  // room was made
  indexedDB.open = real;
  expect(await backup.keep(left('job', 'x'))).toBe(true);
});
