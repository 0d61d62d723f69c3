import 'fake-indexeddb/auto';
import { openOutbox, type Told } from '.';

const note = (id: string): Told => ({ id, what: 'note', text: id });
let name = '';
beforeEach(() => (name = `outbox ${Math.random()}`));

test('what is told waits in its order, by job, also for a page that comes after', async () => {
  const outbox = openOutbox(name);
  for (const id of ['a', 'b', 'c']) expect(await outbox.put('one', note(id))).toBe(true);
  await outbox.put('other', note('x'));
  const later = openOutbox(name);
  expect((await later.waiting('one')).map((e) => e.id)).toEqual(['a', 'b', 'c']);
  await later.drop('one', new Set(['b', 'x']));
  expect((await outbox.waiting('one')).map((e) => e.id)).toEqual(['a', 'c']);
  expect((await outbox.waiting('other')).map((e) => e.id)).toEqual(['x']);
});

test('lines are kept under their numbers, each once, in order whatever order they come in', async () => {
  const outbox = openOutbox(name);
  await outbox.hear('one', [{ n: 2, line: 'two' }]);
  await outbox.hear('one', [
    { n: 1, line: 'one' },
    { n: 2, line: 'two' },
  ]);
  await outbox.hear('other', [{ n: 1, line: 'else' }]);
  expect(await outbox.heard('one')).toEqual(['one', 'two']);
});

test('a log with a line missing is taken up as far as it is whole', async () => {
  const outbox = openOutbox(name);
  await outbox.hear(
    'one',
    [1, 2, 4, 5].map((n) => ({ n, line: `${n}` })),
  );
  expect(await outbox.heard('one')).toEqual(['1', '2']);
  expect(await outbox.heard('nobody')).toEqual([]);
});

test('where a browser keeps nothing, that is said, and nothing throws', async () => {
  const kept = globalThis.indexedDB;
  Object.defineProperty(globalThis, 'indexedDB', { value: undefined, configurable: true });
  try {
    const outbox = openOutbox(name);
    expect(await outbox.put('one', note('a'))).toBe(false);
    expect(await outbox.waiting('one')).toEqual([]);
    await expect(outbox.drop('one', new Set(['a']))).resolves.toBeUndefined();
    await expect(outbox.hear('one', [{ n: 1, line: '' }])).resolves.toBeUndefined();
    expect(await outbox.heard('one')).toEqual([]);
  } finally {
    Object.defineProperty(globalThis, 'indexedDB', { value: kept, configurable: true });
  }
});
