import fc from 'fast-check';
import { allocate, matesOf, searchStarters, segmentsOf, stripWidth, edgesNeeded, type Run, type SearchRun } from '.';

const runLine = (length: number, row: number): SearchRun => ({ u0: 0, u1: length, plank: 1285, size: 0, row, stagger: 300, endPiece: 300 });

const floorOf = fc.array(fc.integer({ min: 120, max: 6500 }), { minLength: 1, maxLength: 14 }).map((lengths) => lengths.map(runLine));

test('every segment is cut once, inside its plank, its hand kept, a kerf from its neighbours', () => {
  fc.assert(
    fc.property(floorOf, fc.constantFrom(0, 3), (runs, kerf) => {
      const mates = new Int32Array(runs.length).fill(-1);
      const { starters, cost } = searchStarters({ runs, contacts: [], mates, kerf, school: 'offcut', seed: 1, steps: 300 });
      const cuts = allocate(runs, starters, mates, kerf);
      const wanted = runs.flatMap((line, i) => segmentsOf(line, i, starters[i]!));
      expect(cuts.map((c) => `${c.segment.run}.${c.segment.place}`)).toEqual(wanted.map((s) => `${s.run}.${s.place}`));
      for (const { segment, along } of cuts) {
        const end = along + segment.to - segment.from;
        expect(along).toBeGreaterThanOrEqual(-1e-6);
        expect(end).toBeLessThanOrEqual(1285 + 1e-6);
        if (segment.kind === 'starter') expect(end).toBeCloseTo(1285, 6);
        if (segment.kind === 'closer') expect(along).toBeCloseTo(0, 6);
      }
      const planks = new Set(cuts.map((c) => c.plank));
      expect(planks.size).toBe(Math.max(...planks));
      // what the search counted is what is opened
      expect(planks.size).toBeLessThanOrEqual(cost.planks);
      for (const plank of planks) {
        const own = cuts.filter((c) => c.plank === plank).sort((a, b) => a.along - b.along);
        own
          .slice(1)
          .forEach((c, i) =>
            expect(c.along - (own[i]!.along + own[i]!.segment.to - own[i]!.segment.from)).toBeGreaterThanOrEqual(kerf - 1e-6),
          );
      }
    }),
  );
});

test('planks are numbered as they are opened', () => {
  const runs = [runLine(4000, 1), runLine(4000, 2)];
  const mates = new Int32Array(2).fill(-1);
  const cuts = allocate(runs, [900, 1285], mates, 3);
  let highest = 0;
  for (const { plank } of cuts) {
    expect(plank).toBeLessThanOrEqual(highest + 1);
    highest = Math.max(highest, plank);
  }
});

const row = { n: 1, from: 0, to: 192, width: 192 };
const run = (index: number, change: Partial<Run>): Run => ({
  index,
  row,
  shape: [],
  u0: 0,
  u1: 4000,
  w0: 0,
  w1: 192,
  lockBefore: [[0, 4000]],
  lockAfter: [[0, 4000]],
  ...change,
});

test('mates: a first and a last row whose strips and a kerf fit one plank’s width', () => {
  const first = run(0, { w0: 122, lockBefore: [] });
  const middle = run(1, {});
  const last = run(2, { w1: 100, lockAfter: [] });
  const plank = { length: 1285, width: 192, share: 1 };
  expect([first, middle, last].map(edgesNeeded)).toEqual(['after', 'both', 'before']);
  expect([first, middle, last].map(stripWidth)).toEqual([70, 192, 100]);
  expect([...matesOf([first, middle, last], () => plank, 3)]).toEqual([2, -1, 0]);
  // one millimetre too wide
  expect([...matesOf([first, middle, run(2, { w1: 120, lockAfter: [] })], () => plank, 3)]).toEqual([-1, -1, -1]);
});

test('two mates take the planks of the longer one, whatever their joints', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1400, max: 6500 }),
      fc.integer({ min: 200, max: 6500 }),
      fc.integer({ min: 300, max: 1285 }),
      fc.integer({ min: 300, max: 1285 }),
      (a, b, s, t) => {
        const runs = [runLine(a, 1), runLine(b, 9)];
        const alone = allocate(runs, [Math.min(s, a), Math.min(t, b)], Int32Array.of(-1, -1), 3);
        const shared = allocate(runs, [Math.min(s, a), Math.min(t, b)], Int32Array.of(1, 0), 3);
        const count = (cuts: typeof alone) => new Set(cuts.map((c) => c.plank)).size;
        expect(count(shared)).toBeLessThanOrEqual(count(alone));
        expect(shared).toHaveLength(alone.length);
        // in one plank a stretch is shared by pieces of both runs at the most once each
        for (const plank of new Set(shared.map((c) => c.plank))) {
          for (const r of [0, 1]) {
            const own = shared.filter((c) => c.plank === plank && c.segment.run === r).sort((x, y) => x.along - y.along);
            own
              .slice(1)
              .forEach((c, i) =>
                expect(c.along).toBeGreaterThanOrEqual(own[i]!.along + own[i]!.segment.to - own[i]!.segment.from + 3 - 1e-6),
              );
          }
        }
      },
    ),
  );
});
