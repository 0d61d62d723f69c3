import fc from 'fast-check';
import { insideAny } from './inside';
import { insidePolygon } from './ring';
import type { Point, Polygon, Ring } from './point';

/** A star of many corners about a point: simple, whatever its reaches. */
const star = (x: number, y: number, reaches: readonly number[], stretch: number): Ring =>
  reaches.map((r, i): Point => {
    const a = (2 * Math.PI * i) / reaches.length;
    return [x + stretch * r * Math.cos(a), y + r * Math.sin(a)];
  });

const stars = fc
  .record({
    x: fc.integer({ min: -2000, max: 2000 }),
    y: fc.integer({ min: -2000, max: 2000 }),
    // few corners are counted one by one, many by slices
    reaches: fc.array(fc.integer({ min: 300, max: 2000 }), { minLength: 3, maxLength: 160 }),
    stretch: fc.constantFrom(0.3, 1, 4),
    hole: fc.boolean(),
  })
  .map(({ x, y, reaches, stretch, hole }): Polygon => [
    star(x, y, reaches, stretch),
    ...(hole ? [[...star(x, y, [200, 150, 180, 220, 160], stretch)].reverse()] : []),
  ]);

test('a point looked up by slices lies where it lies when every edge is counted', () => {
  const points = fc.array(fc.tuple(fc.integer({ min: -9000, max: 9000 }), fc.integer({ min: -4000, max: 4000 })), {
    minLength: 1,
    maxLength: 40,
  });
  fc.assert(
    fc.property(fc.array(stars, { minLength: 1, maxLength: 4 }), points, (multi, list) => {
      const inside = insideAny(multi);
      for (const [x, y] of list) {
        // off whole numbers, where a corner may lie and either answer is right
        const p: Point = [x + 0.137, y + 0.291];
        expect(inside(p)).toBe(multi.some((polygon) => insidePolygon(p, polygon)));
      }
    }),
  );
  expect(insideAny([])([0, 0])).toBe(false);
});

test('of many polygons only those about a point are asked, and the answer is the same', () => {
  const small = fc.record({
    x: fc.integer({ min: -20_000, max: 20_000 }),
    y: fc.integer({ min: -3000, max: 3000 }),
    reaches: fc.array(fc.integer({ min: 50, max: 900 }), { minLength: 3, maxLength: 9 }),
  });
  fc.assert(
    fc.property(fc.array(small, { minLength: 49, maxLength: 120 }), fc.boolean(), (drawn, upright) => {
      const multi = drawn.map(({ x, y, reaches }): Polygon => [upright ? star(y, x, reaches, 1) : star(x, y, reaches, 1)]);
      const inside = insideAny(multi);
      for (const { x, y } of drawn) {
        for (const by of [0, 300, 1000]) {
          const p: Point = upright ? [y + by + 0.137, x + 0.291] : [x + by + 0.137, y + 0.291];
          expect(inside(p)).toBe(multi.some((polygon) => insidePolygon(p, polygon)));
        }
      }
    }),
  );
});
