import fc from 'fast-check';
import {
  allowedStarters,
  closerFor,
  jointsOf,
  mostPairs,
  pairHands,
  randomFrom,
  searchStarters,
  wholesFor,
  type RunLine,
  type SearchRun,
} from '.';

const lengths = fc.array(fc.integer({ min: 100, max: 1285 }), { maxLength: 6 });

/** The most pairs by trying every way. */
function mostByTrying(starters: readonly number[], closers: readonly number[], room: number): number {
  const [first, ...rest] = starters;
  if (first === undefined) return 0;
  let most = mostByTrying(rest, closers, room);
  closers.forEach((c, i) => {
    if (first + c <= room)
      most = Math.max(
        most,
        1 +
          mostByTrying(
            rest,
            closers.filter((_, j) => j !== i),
            room,
          ),
      );
  });
  return most;
}

test('hands are paired as many as can be, each once, each fitting its plank', () => {
  fc.assert(
    fc.property(lengths, lengths, fc.integer({ min: 400, max: 1285 }), (starters, closers, room) => {
      const most = mostByTrying(starters, closers, room);
      const want = (list: number[]) => list.map((length, row) => ({ length, row }));
      for (const pairs of [mostPairs(want(starters), want(closers), room), pairHands(want(starters), want(closers), room)]) {
        expect(pairs).toHaveLength(most);
        expect(new Set(pairs.map((p) => p[0])).size).toBe(most);
        expect(new Set(pairs.map((p) => p[1])).size).toBe(most);
        expect(pairs.every(([s, c]) => starters[s]! + closers[c]! <= room)).toBe(true);
      }
    }),
  );
});

test('of many hands as many are paired, each fitting, and what is laid about the same time shares planks', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 1000 }), fc.integer({ min: 1000, max: 1282 }), (seed, room) => {
      const random = randomFrom(seed);
      const want = () => Array.from({ length: 500 }, (_, row) => ({ length: 300 + Math.round(random() * 985), row }));
      const [starters, closers] = [want(), want()];
      const [most, near] = [mostPairs(starters, closers, room), pairHands(starters, closers, room)];
      expect(near).toHaveLength(most.length);
      for (const hand of [0, 1] as const) expect(new Set(near.map((p) => p[hand])).size).toBe(most.length);
      expect(near.every(([s, c]) => starters[s]!.length + closers[c]!.length <= room)).toBe(true);
      const apart = (pairs: readonly (readonly [number, number])[]) => pairs.reduce((sum, [s, c]) => sum + Math.abs(s - c), 0);
      expect(apart(near)).toBeLessThanOrEqual(apart(most));
    }),
    { numRuns: 20 },
  );
});

const line = fc
  .record({ u0: fc.integer({ min: -500, max: 500 }), length: fc.integer({ min: 1300, max: 9000 }) })
  .map(({ u0, length }): RunLine => ({ u0, u1: u0 + length, plank: 1285 }));

test('starter, whole planks and closer fill the run; allowed starters keep both ends', () => {
  fc.assert(
    fc.property(line, fc.integer({ min: 1, max: 1285 }), fc.double({ min: 0, max: 1, noNaN: true }), (run, starter, share) => {
      expect(starter + wholesFor(run, starter) * run.plank + closerFor(run, starter)).toBeCloseTo(run.u1 - run.u0, 6);
      expect(closerFor(run, starter)).toBeGreaterThan(0);
      expect(closerFor(run, starter)).toBeLessThanOrEqual(run.plank + 1e-6);
      const joints = jointsOf(run, starter);
      expect(joints[0]).toBeCloseTo(run.u0 + starter, 6);
      expect(run.u1 - joints[joints.length - 1]!).toBeCloseTo(closerFor(run, starter), 6);
      for (const [from, to] of allowedStarters(run, 300)) {
        const chosen = from + share * (to - from);
        expect(chosen).toBeGreaterThanOrEqual(300 - 1e-6);
        expect(closerFor(run, chosen)).toBeGreaterThanOrEqual(300 - 1e-5);
      }
    }),
  );
});

const rows = (count: number, length: number): SearchRun[] =>
  Array.from({ length: count }, (_, row) => ({ u0: 8, u1: 8 + length, plank: 1285, size: 0, row, stagger: 300, endPiece: 300 }));
const task = (count: number, length: number, seed = 1) => ({
  runs: rows(count, length),
  contacts: Array.from({ length: count - 1 }, (_, i) => ({ before: i, after: i + 1, from: 8, to: 8 + length })),
  mates: new Int32Array(count).fill(-1),
  kerf: 3,
  school: 'offcut' as const,
  seed,
});

test('the search keeps every limit where it can and never opens fewer planks than the lengths need', () => {
  fc.assert(
    fc.property(fc.integer({ min: 2, max: 24 }), fc.integer({ min: 2100, max: 8000 }), (count, length) => {
      const { cost } = searchStarters({ ...task(count, length), steps: 3000 });
      expect(cost.musts).toBe(0);
      expect(cost.planks).toBeGreaterThanOrEqual(Math.ceil((count * length) / 1285 - 1e-9));
    }),
    { numRuns: 40 },
  );
});

test('more steps never give a worse floor, and the same seed the same one', () => {
  const few = searchStarters({ ...task(20, 5300), steps: 50 }).cost;
  const many = searchStarters({ ...task(20, 5300), steps: 20_000 }).cost;
  expect(many.planks).toBeLessThanOrEqual(few.planks);
  expect([...searchStarters(task(12, 4400)).starters]).toEqual([...searchStarters(task(12, 4400)).starters]);
});

test('free spends a plank sooner than it repeats', () => {
  const offcut = searchStarters({ ...task(26, 5984) }).cost;
  const free = searchStarters({ ...task(26, 5984), school: 'free' }).cost;
  expect(free.looks).toBeLessThanOrEqual(offcut.looks);
});
