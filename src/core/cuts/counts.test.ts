import { countStops, sawCuts } from './counts';
import type { PieceCuts } from './list';

const mark = (from: string, read: number) => ({ from, read });
const cross = (read: number, other = read, from = 'left', otherFrom = from) => ({ kind: 'cross', line: [], marks: [mark(from, read), mark(otherFrom, other)] }); // prettier-ignore
const rip = (read: number) => ({ kind: 'rip', line: [], marks: [mark('near', read), mark('near', read)] });
const notch = { kind: 'notch', out: [] };
const piece = (row: number, cuts: readonly object[], floor = 'f1') => ({ floor, row, cuts }) as unknown as PieceCuts;

test('the stop is set for every square crosscut of another length than the last', () => {
  expect(countStops([piece(1, [cross(400)]), piece(1, [cross(400)]), piece(2, [cross(500)]), piece(3, [cross(400)])])).toEqual({
    rowByRow: 3,
    batches: 2,
    lengths: 2,
  });
});

test('no stop is set for a slant, a rip, a notch or a cut measured from different ends', () => {
  const others = [cross(400, 410), rip(100), notch, cross(400, 400, 'left', 'right')];
  expect(countStops([piece(1, others)])).toEqual({ rowByRow: 0, batches: 0, lengths: 0 });
  expect(sawCuts([piece(1, others), piece(2, [cross(300)])])).toBe(5);
});

test('rows are cut ahead in batches of so many: a length is set once in each', () => {
  const rows = [1, 2, 3, 4].map((n) => piece(n, [cross(n % 2 === 0 ? 400 : 300)]));
  expect(countStops(rows, 2)).toEqual({ rowByRow: 4, batches: 4, lengths: 2 });
  expect(countStops(rows, 4)).toEqual({ rowByRow: 4, batches: 2, lengths: 2 });
  // rows of two floors are not one
  expect(countStops([piece(1, [cross(300)]), piece(1, [cross(300)], 'f2')], 1).batches).toBe(2);
});
