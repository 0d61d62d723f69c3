import fc from 'fast-check';
import { newJob } from '@/core/given';
import { planJob } from '@/core/plan';
import { middleOf, pieceAt, rowPaths } from './paths';
import { across, fitted, scaleOf, toPlan, toScreen, zoomed } from './view';

const point = fc.tuple(fc.integer({ min: -9000, max: 9000 }), fc.integer({ min: -9000, max: 9000 }));
const points = fc
  .array(point, { minLength: 2, maxLength: 12 })
  .filter((ps) => ps.some((p) => Math.hypot(p[0] - ps[0]![0], p[1] - ps[0]![1]) > 50));
const margin = { x: 40, top: 30, bottom: 60 };

test('every point fits inside the margins, however the drawing is turned, at one scale', () => {
  fc.assert(
    fc.property(points, fc.nat(7), (ps, quarters) => {
      const view = fitted(ps, 900, 600, quarters, margin);
      for (const p of ps) {
        const [x, y] = toScreen(view, p);
        expect(x).toBeGreaterThanOrEqual(margin.x - 1e-6);
        expect(x).toBeLessThanOrEqual(900 - margin.x + 1e-6);
        expect(y).toBeGreaterThanOrEqual(margin.top - 1e-6);
        expect(y).toBeLessThanOrEqual(600 - margin.bottom + 1e-6);
      }
      const [a, b] = [toScreen(view, ps[0]!), toScreen(view, ps[1]!)];
      expect(Math.hypot(b[0] - a[0], b[1] - a[1])).toBeCloseTo(scaleOf(view) * Math.hypot(ps[1]![0] - ps[0]![0], ps[1]![1] - ps[0]![1]), 6);
    }),
  );
});

test('screen and plan are each other’s inverse, zoomed too', () => {
  fc.assert(
    fc.property(points, fc.nat(3), fc.double({ min: 0.4, max: 60, noNaN: true }), point, (ps, quarters, k, p) => {
      const view = zoomed(fitted(ps, 900, 600, quarters, margin), { k, x: 13, y: -7 });
      const back = toPlan(view, toScreen(view, p));
      expect(back[0]).toBeCloseTo(p[0], 4);
      expect(back[1]).toBeCloseTo(p[1], 4);
    }),
  );
});

test('up on the plan is up on the screen, and a quarter turn goes clockwise', () => {
  const square = [
    [0, 0],
    [1000, 1000],
  ] as const;
  const up = (quarters: number) => {
    const view = fitted(square, 500, 500, quarters, { x: 0, top: 0, bottom: 0 });
    const [a, b] = [toScreen(view, [500, 0]), toScreen(view, [500, 1000])];
    return [Math.sign(Math.round(b[0] - a[0])), Math.sign(Math.round(b[1] - a[1]))];
  };
  expect([0, 1, 2, 3].map(up)).toEqual([
    [0, -1],
    [1, 0],
    [0, 1],
    [-1, 0],
  ]);
});

test('a line is followed to the edges of the sheet, or misses it', () => {
  expect(across([100, 50], [1, 0], 400, 300, 0)).toEqual([
    [0, 50],
    [400, 50],
  ]);
  expect(across([100, -50], [1, 0], 400, 300, 0)).toBeNull();
  const [from, to] = across([200, 150], [0.6, 0.8], 400, 300, 20)!;
  expect(from[1]).toBeCloseTo(20, 9);
  expect(to[1]).toBeCloseTo(280, 9);
});

test('each piece is found at its middle, and drawn once', () => {
  const job = newJob('Room', 'metric', 4200, 3100);
  for (const direction of [0, 90, 30] as const) {
    const plan = planJob({ ...job, layout: { ...job.layout, direction } }, { steps: 100 });
    if (!plan.ok) throw new Error('no plan');
    const [floor] = plan.value.floors;
    for (const piece of floor!.pieces) {
      if (direction === 30) continue;
      expect(pieceAt(plan.value.floors, middleOf(floor!, piece))?.piece.id).toBe(piece.id);
    }
    expect(pieceAt(plan.value.floors, [-500, -500])).toBeNull();
    const drawn = rowPaths(floor!).flatMap((r) => r.tones.flatMap((t) => t.match(/Z/g) ?? []));
    expect(drawn).toHaveLength(floor!.pieces.length);
  }
});
