import 'fake-indexeddb/auto';
import { openDevice } from './device';
import { apart, together } from './parts';

test('what is kept comes back; the oldest make room; without a memory nothing fails', async () => {
  let now = 0;
  const device = openDevice(() => ++now);
  await device.put('plan 1', { floors: [1, 2] });
  expect(await device.get('plan 1')).toEqual({ floors: [1, 2] });
  expect(await device.get('plan 2')).toBeUndefined();
  for (let k = 0; k < 120; k++) await device.put(`other ${k}`, k);
  expect(await device.get('plan 1')).toBeUndefined();
  expect(await device.get('other 119')).toBe(119);
  expect(await device.get('other 31')).toBe(31);
});

test('what another core worked out is not taken for what this one would', async () => {
  const old = openDevice(() => 1000, 'old');
  await old.put('plan 1', 'as it was');
  expect(await openDevice(() => 1001, 'new').get('plan 1')).toBeUndefined();
  expect(await openDevice(() => 1002, 'old').get('plan 1')).toBe('as it was');
});

test.each([
  [[1, 2]],
  [Array.from({ length: 500 }, (_, k) => ({ k }))],
  [{ floors: [{ id: 'f1' }, { id: 'f2' }], totals: 3 }],
  [{ floors: [1] }],
  ['text'],
  [null],
])('an answer in parts is the answer again', (value) => {
  expect(together(apart(value))).toEqual(value);
});
