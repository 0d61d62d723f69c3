/** @jest-environment node */
import { createHash } from 'node:crypto';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { photoStore } from './photos';

let folder: string;
beforeEach(() => (folder = mkdtempSync(join(tmpdir(), 'pitsaw-photos-'))));
afterEach(() => rmSync(folder, { recursive: true }));

const plain = (width: number, height: number) => sharp({ create: { width, height, channels: 3, background: '#887755' } });

test('a picture is kept under the hash of its bytes, turned as it was taken, no larger than needed, once', async () => {
  const store = photoStore(folder);
  // orientation 6: held upright, to be turned a quarter
  const taken = await plain(3600, 1200).withMetadata({ orientation: 6 }).jpeg().toBuffer();
  const kept = await store.keep(taken);
  if (!kept.ok) throw new Error(kept.problems[0]!.text);
  const { hash } = kept.value;
  const bytes = readFileSync(join(folder, hash));
  expect(createHash('sha256').update(bytes).digest('hex')).toBe(hash);
  expect(await sharp(bytes).metadata()).toMatchObject({ format: 'jpeg', width: 800, height: 2400 });
  expect((await sharp(bytes).metadata()).orientation).toBeUndefined();
  const small = (await store.read(hash, true))!;
  expect(await sharp(small).metadata()).toMatchObject({ height: 320 });
  await store.keep(taken);
  expect(readdirSync(folder)).toEqual([hash]);
});

test.each<[string, () => Promise<Uint8Array> | Uint8Array, RegExp]>([
  ['a text', () => Buffer.from('hello'), /no picture/],
  ['a drawing that could run', () => Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script>1</script></svg>'), /no picture/],
  ['a PDF', () => Buffer.from('%PDF-1.7 '), /A pdf file is no picture/],
  ['half a picture', async () => (await plain(600, 400).jpeg().toBuffer()).subarray(0, 300), /damaged/],
  ['too much', () => new Uint8Array(25_000_001), /larger than 25 MB/],
])('%s is refused, and nothing is kept', async (_, bytes, says) => {
  const kept = await photoStore(folder).keep(await bytes());
  expect(!kept.ok && kept.problems[0]!.text).toMatch(says);
  expect(readdirSync(folder)).toEqual([]);
});

test('what is not there, or is no hash, is not there', async () => {
  const store = photoStore(folder);
  expect(await store.read('../../etc/passwd', false)).toBeNull();
  expect(await store.read('0'.repeat(64), true)).toBeNull();
});
