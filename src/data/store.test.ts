import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { theStore } from '.';

test('an opening that failed is not remembered: the next request opens', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'pitsaw-'));
  writeFileSync(join(folder, 'file'), '');
  process.env.PITSAW_DB = join(folder, 'file', 'jobs.sqlite');
  await expect(theStore()).rejects.toThrow();
  process.env.PITSAW_DB = join(folder, 'jobs.sqlite');
  const store = await theStore();
  expect((await store.list()).jobs).toEqual([]);
  // and one that went well is opened once
  expect(await theStore()).toBe(store);
  rmSync(folder, { recursive: true });
});
