import type { OrderLine } from '@/core/order';
import { batchWords, buyWords, needWords, roomNames, weightWords } from './words';

const line = (change: Partial<OrderLine>): OrderLine =>
  ({ id: 'tape', unit: 'metres', need: 36.2, spare: 0, pack: null, packs: null, ...change }) as OrderLine;

test('what is bought is said in packs, or as much as is needed where nothing says the pack', () => {
  expect(buyWords(line({}), 'metric')).toBe('36.2 metres');
  expect(buyWords(line({ pack: 25, packs: 2 }), 'metric')).toBe('2 rolls');
  expect(buyWords(line({ id: 'planks/1285x192', unit: 'planks', need: 117, spare: 4, pack: 8, packs: 16 }), 'metric')).toBe('16 boxes');
  expect(buyWords(line({ id: 'pad/foam', unit: 'rolls', need: 1, pack: 1, packs: 1 }), 'metric')).toBe('1 roll');
  expect(buyWords(line({ id: 'glue/track', pack: 8, packs: 1 }), 'metric')).toBe('1 cartridge');
  expect(needWords(line({ unit: 'planks', need: 117, spare: 4 }), 'metric')).toBe('117 planks and 4 spare');
});

test('in feet and pounds where people measure so; planks stay planks', () => {
  expect(needWords(line({}), 'imperial')).toBe('118.8 ft');
  expect(needWords(line({ unit: 'm²', need: 10 }), 'imperial')).toBe('107.6 sq ft');
  expect(weightWords(100, 'imperial')).toBe('220 lb');
  expect(weightWords(1.84, 'metric')).toBe('1.8 kg');
  expect(needWords(line({ unit: 'planks', need: 9 }), 'imperial')).toBe('9 planks');
});

test('batches are judged in words that say what to do', () => {
  const rooms = (floor: string) => (floor === 'f1' ? 'Hall' : 'Kitchen');
  expect(batchWords({ kind: 'one', batch: 'K7', packs: 4 }, rooms)).toEqual({ tone: 'good', text: 'All 4 from batch K7.' });
  const shares = [
    { batch: 'K7', floors: ['f1'], packs: 3 },
    { batch: 'K8', floors: ['f2'], packs: 2 },
  ];
  expect(batchWords({ kind: 'shared', shares, packs: 5 }, rooms).text).toContain('3 of K7 for Hall; 2 of K8 for Kitchen');
  expect(batchWords({ kind: 'short', largest: 2, packs: 5, missing: 1 }, rooms)).toMatchObject({ tone: 'must', text: expect.stringContaining('1 are missing in all') }); // prettier-ignore
});

test('rooms by their names; all of them are everywhere', () => {
  const job = { spaces: [{ id: 'a', name: 'Hall' }, { id: 'b', name: '' }] } as Parameters<typeof roomNames>[0]; // prettier-ignore
  expect(roomNames(job, ['a'])).toBe('Hall');
  expect(roomNames(job, ['b'])).toBe('b');
  expect(roomNames(job, ['a', 'b'])).toBe('everywhere');
});
