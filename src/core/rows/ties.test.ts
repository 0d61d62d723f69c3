import fc from 'fast-check';
import { tiesOf, type SearchRun } from '.';

const run = (row: number, u0 = 0, u1 = 4000, plank = 1285): SearchRun => ({ u0, u1, plank, size: 0, row, stagger: 300, endPiece: 300 });
const rows = (count: number) => Array.from({ length: count }, (_, i) => run(i));
const contacts = (count: number) => Array.from({ length: count - 1 }, (_, i) => ({ before: i, after: i + 1, from: 0, to: 4000 }));

test('neighbours are tied by stagger, rows up to five apart by likeness, three by bands, and each goes on in the next', () => {
  const { staggers, likenesses, bands, next } = tiesOf(rows(8), contacts(8));
  expect(staggers[3]!.map((p) => [p.a, p.b])).toEqual([
    [2, 3],
    [3, 4],
  ]);
  expect(likenesses[0]!.map((p) => p.rowsApart)).toEqual([2, 3, 4, 5]);
  expect(bands[0]).toEqual([[0, 1, 2]]);
  expect([...next]).toEqual([1, 2, 3, 4, 5, 6, 7, -1]);
});

test('a run that one piece fills is tied to nobody; runs that do not lie under each other are not alike', () => {
  const single = tiesOf([run(0), run(1, 0, 1000), run(2)], contacts(3));
  expect(single.staggers.flat()).toEqual([]);
  const apart = tiesOf([run(0, 0, 1900), run(2, 2000, 4000)], []);
  expect(apart.likenesses.flat()).toEqual([]);
});

test('where runs begin at different places, that is counted on the circle as long as a plank', () => {
  const { staggers } = tiesOf([run(0, 200), run(1, 100)], [{ before: 0, after: 1, from: 200, to: 4000 }]);
  expect(staggers[0]![0]!.shift).toBe(1185);
});

test('runs of several rows are compared where they lie under each other, as every pair tried says', () => {
  const drawn = fc.array(fc.tuple(fc.integer({ min: 0, max: 9 }), fc.integer({ min: 0, max: 6000 }), fc.integer({ min: 900, max: 4000 })), {
    maxLength: 24,
  });
  fc.assert(
    fc.property(drawn, (list) => {
      const runs = list.map(([row, u0, length]) => run(row, u0, u0 + length));
      const { likenesses } = tiesOf(runs, []);
      const found = new Set(likenesses.flat().map((p) => `${p.a} ${p.b}`));
      const wanted = new Set<string>();
      runs.forEach((a, i) =>
        runs.forEach((b, j) => {
          const apart = b.row - a.row;
          const under = Math.min(a.u1, b.u1) > Math.max(a.u0, b.u0);
          const whole = [a, b].every((r) => r.u1 - r.u0 > r.plank + 1e-6);
          if (apart >= 2 && apart <= 5 && under && whole) wanted.add(`${i} ${j}`);
        }),
      );
      expect(found).toEqual(wanted);
    }),
  );
});
