import fc from 'fast-check';
import {
  boxOf,
  clipHalf,
  commonSpans,
  crossingEdges,
  difference,
  drawnIn,
  fewerBeyond,
  frameOf,
  insidePolygon,
  middleOfRing,
  oriented,
  polygonArea,
  spansAt,
  tidyRing,
  turned,
  union,
  type MultiPolygon,
  type Point,
  type Polygon,
} from '.';

const star = fc
  .array(fc.tuple(fc.double({ min: 0.1, max: 1, noNaN: true }), fc.integer({ min: 300, max: 2000 })), { minLength: 3, maxLength: 10 })
  .map((corners): Point[] => {
    const whole = corners.reduce((sum, [step]) => sum + step, 0);
    let angle = 0;
    return corners.map(([step, radius]) => {
      angle += (2 * Math.PI * step) / whole;
      return [Math.round(radius * Math.cos(angle)), Math.round(radius * Math.sin(angle))];
    });
  })
  .filter((ring) => tidyRing(ring).length >= 3 && crossingEdges(ring) === null);

const areaOf = (polygons: readonly Polygon[]) => polygons.reduce((sum, p) => sum + polygonArea(p), 0);

test('a line cuts a polygon into two parts that together are all of it', () => {
  fc.assert(
    fc.property(star, fc.constantFrom<0 | 1>(0, 1), fc.integer({ min: -2000, max: 2000 }), (ring, axis, at) => {
      const hole: Point[] = [
        [-60, -60],
        [-60, 60],
        [60, 60],
        [60, -60],
      ];
      const [polygon] = difference([oriented([ring])], [[hole]]);
      fc.pre(polygon !== undefined);
      const parts = [...clipHalf(polygon!, axis, at, 1), ...clipHalf(polygon!, axis, at, -1)];
      expect(areaOf(parts)).toBeCloseTo(polygonArea(polygon!), 1);
      for (const part of clipHalf(polygon!, axis, at, 1)) expect(part[0]!.every((p) => p[axis] >= at - 1e-6)).toBe(true);
    }),
  );
});

test('what lies between two lines is the same, to the last digit, where corners beyond them are left out', () => {
  const levels = fc.tuple(fc.integer({ min: -2000, max: 1900 }), fc.integer({ min: 1, max: 900 }));
  fc.assert(
    fc.property(star, fc.constantFrom<0 | 1>(0, 1), levels, fc.integer({ min: -2000, max: 2000 }), (ring, axis, [from, high], at) => {
      const polygon = oriented([ring]);
      const to = from + high;
      const fewer = fewerBeyond(polygon, axis, from, to);
      expect(fewer[0]!.length).toBeLessThanOrEqual(polygon[0]!.length);
      const within = (whole: Polygon) => clipHalf(whole, axis, from, 1).flatMap((p) => clipHalf(p, axis, to, -1));
      expect(within(fewer)).toEqual(within(polygon));
      // and so are the stretches of a line across the two, as far as they lie between them
      const other = axis === 0 ? 1 : 0;
      const between = (whole: Polygon) =>
        spansAt([whole], other, at + 0.37, 1)
          .map(([a, b]) => [Math.max(a, from), Math.min(b, to)] as const)
          .filter(([a, b]) => b - a > 1e-6);
      expect(between(fewer)).toEqual(between(polygon));
    }),
  );
});

test('a line through corners and along edges leaves no slivers', () => {
  const ell: Polygon = [
    [
      [0, 0],
      [400, 0],
      [400, 100],
      [200, 100],
      [200, 300],
      [0, 300],
    ],
  ];
  expect(clipHalf(ell, 1, 100, 1)).toEqual([
    [
      [
        [200, 100],
        [200, 300],
        [0, 300],
        [0, 100],
      ],
    ],
  ]);
  expect(areaOf(clipHalf(ell, 1, 100, -1))).toBe(40000);
  expect(clipHalf(ell, 1, 300, 1)).toEqual([]);
  expect(clipHalf(ell, 0, 200, 1)).toHaveLength(1);
});

test('turning into a frame and back is exact for quarter turns', () => {
  fc.assert(
    fc.property(fc.constantFrom(0, 90, 180, 270, -90), fc.integer(), fc.integer(), (direction, x, y) => {
      const frame = frameOf(direction);
      expect(turned(frame, turned(frame, [x, y]))).toEqual([x, y]);
    }),
  );
  expect(turned(frameOf(0), [3, 5])).toEqual([3, -5]);
  expect(turned(frameOf(90), [3, 5])).toEqual([5, 3]);
});

test('drawing in keeps every point at its gap: each probe inside is at least the gap from the outline', () => {
  fc.assert(
    fc.property(star, fc.integer({ min: 1, max: 60 }), (ring, gap) => {
      const laid = drawnIn([[ring]], gap);
      const lines = ring.map((a, i) => [a, ring[(i + 1) % ring.length]!] as const);
      for (const polygon of laid) {
        for (const p of polygon[0]!) {
          const near = Math.min(
            ...lines.map(([a, b]) => {
              const t = Math.max(
                0,
                Math.min(1, ((p[0] - a[0]) * (b[0] - a[0]) + (p[1] - a[1]) * (b[1] - a[1])) / ((b[0] - a[0]) ** 2 + (b[1] - a[1]) ** 2)),
              );
              return Math.hypot(p[0] - a[0] - t * (b[0] - a[0]), p[1] - a[1] - t * (b[1] - a[1]));
            }),
          );
          expect(near).toBeGreaterThanOrEqual(gap - 1e-3);
        }
        expect(polygon[0]!.every((p) => insidePolygon(p, [ring]))).toBe(true);
      }
    }),
  );
});

test('corners stay sharp, at an obstacle too', () => {
  const room: Point[] = [
    [0, 0],
    [3000, 0],
    [3000, 2000],
    [0, 2000],
  ];
  const hearth: Point[] = [
    [0, 500],
    [400, 500],
    [400, 1500],
    [0, 1500],
  ];
  expect(areaOf(drawnIn([[room]], 10, [{ outline: hearth, gap: 5 }]))).toBeCloseTo(2980 * 1980 - 395 * 1010, 6);
  expect(drawnIn([[room]], 1001)).toEqual([]);
});

test('union over a shared edge is one piece', () => {
  const a: Polygon = [
    [
      [0, 0],
      [100, 0],
      [100, 100],
      [0, 100],
    ],
  ];
  const b: Polygon = [
    [
      [100, 20],
      [200, 20],
      [200, 80],
      [100, 80],
    ],
  ];
  expect(union([a, b])).toHaveLength(1);
  expect(boxOf(union([a, b])[0]![0]!)).toEqual({ minX: 0, minY: 0, maxX: 200, maxY: 100 });
});

test('spans along a line, and what two lists share', () => {
  const ring: Polygon = [
    [
      [0, 0],
      [100, 0],
      [100, 100],
      [0, 100],
    ],
    [
      [40, 40],
      [40, 60],
      [60, 60],
      [60, 40],
    ],
  ];
  expect(spansAt([ring], 1, 50, 1)).toEqual([
    [0, 40],
    [60, 100],
  ]);
  expect(
    commonSpans(
      [
        [0, 10],
        [20, 30],
      ],
      [[5, 25]],
    ),
  ).toEqual([
    [5, 10],
    [20, 25],
  ]);
});

test.each([
  [
    [
      [0, 0],
      [10, 10],
      [10, 0],
      [0, 10],
    ],
    [1, 3],
  ],
  [
    [
      [0, 0],
      [10, 0],
      [5, 0],
      [5, 5],
    ],
    [1, 2],
  ],
  [
    [
      [0, 0],
      [10, 0],
      [10, 10],
      [0, 10],
    ],
    null,
  ],
] as const)('crossing edges of %j', (ring, want) => expect(crossingEdges(ring)).toEqual(want));

/** Whether two edges of a ring cross or touch, by looking at each pair: what the tree of boxes must find too. */
function crossesByPairs(ring: readonly Point[]): boolean {
  const side = ([ax, ay]: Point, [bx, by]: Point, [x, y]: Point) => Math.sign((bx - ax) * (y - ay) - (by - ay) * (x - ax));
  const holds = (a: Point, b: Point, p: Point) =>
    side(a, b, p) === 0 && p.every((v, k) => v >= Math.min(a[k]!, b[k]!) && v <= Math.max(a[k]!, b[k]!));
  const n = ring.length;
  return ring.some((a, i) => {
    const b = ring[(i + 1) % n]!;
    const after = ring[(i + 2) % n]!;
    if (side(a, b, after) === 0 && (b[0] - a[0]) * (after[0] - b[0]) + (b[1] - a[1]) * (after[1] - b[1]) < 0) return true;
    return ring.some((c, j) => {
      if (j < i + 2 || (i === 0 && j === n - 1)) return false;
      const d = ring[(j + 1) % n]!;
      const across = side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0;
      return across || holds(a, b, c) || holds(a, b, d) || holds(c, d, a) || holds(c, d, b);
    });
  });
}

test('crossing edges are found wherever they are, in rings of any length', () => {
  const corner = fc.tuple(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 0, max: 40 }));
  // a comb with many teeth crosses nowhere, until some of its corners are moved
  const comb = (teeth: number): Point[] => [
    ...Array.from({ length: 2 * teeth }, (_, k): Point => [k * 3, k % 2 === 0 ? 0 : 30]),
    [6 * teeth, 60],
    [0, 60],
  ];
  const moved = fc.array(fc.tuple(fc.nat(), corner), { maxLength: 3 });
  fc.assert(
    fc.property(fc.integer({ min: 2, max: 30 }), moved, (teeth, moves) => {
      const ring = comb(teeth);
      for (const [at, to] of moves) ring[at % ring.length] = to;
      fc.pre(ring.every((p, i) => p[0] !== ring[(i + 1) % ring.length]![0] || p[1] !== ring[(i + 1) % ring.length]![1]));
      expect(crossingEdges(ring) !== null).toBe(crossesByPairs(ring));
    }),
    { numRuns: 400 },
  );
});

test('pieces that fill a band but for what was rounded leave slivers, and no error', () => {
  const band: MultiPolygon = [[[[1379.5114579843419, 11450.282], [1378.8993429713403, 11258.282], [4497.817710837332, 11258.282], [4497.817711078812, 11450.282]]]]; // prettier-ignore
  const pieces: MultiPolygon = [
    [[[2663.8989866400034, 11450.28245914608], [1379.511458599526, 11450.282192962606], [1378.8993435091786, 11258.28216870189], [2663.898874815669, 11258.282483768508]]], // prettier-ignore
    [[[3948.8995179414123, 11450.282771024613], [2663.8989866400034, 11450.28245914608], [2663.898874815669, 11258.282483768508], [3948.8994061170783, 11258.282795647043]]], // prettier-ignore
    [[[3948.8994061170783, 11258.282795647043], [4497.818195698925, 11258.28279708205], [4497.817307528341, 11450.282775647705], [3948.8995179414123, 11450.282771024613]]], // prettier-ignore
  ];
  const left = difference(band, pieces);
  expect(left.reduce((sum, p) => sum + polygonArea(p), 0)).toBeLessThan(5);
});

test('the middle of a ring lies within it, and in its box’s middle where that does', () => {
  fc.assert(
    fc.property(star, (ring) => {
      // bent to a V the middle of its box may lie beside it
      const bent = ring.map(([x, y]): Point => [x, y + Math.abs(x) * 1.5]);
      for (const own of [ring, bent]) {
        fc.pre(crossingEdges(own) === null);
        const { minX, minY, maxX, maxY } = boxOf(own);
        const centre: Point = [(minX + maxX) / 2, (minY + maxY) / 2];
        const middle = middleOfRing(own);
        if (insidePolygon(centre, [own])) expect(middle).toEqual(centre);
        // a hair up: a level may run along an edge
        else expect(insidePolygon([middle[0], middle[1] + 1e-4], [own])).toBe(true);
      }
    }),
  );
  // a strip that goes round a hearth is named where it is widest, not on the hearth
  const round: Point[] = [[0, 0], [500, 0], [500, 3000], [0, 3000], [0, 2000], [400, 2000], [400, 1000], [0, 1000]]; // prettier-ignore
  expect(middleOfRing(round)).toEqual([250, 750]);
});
