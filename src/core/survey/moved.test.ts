import fc from 'fast-check';
import { distanceToSegment, signedArea, type Point } from '../geometry';
import { withWallMoved } from '.';

const box = (w: number, d: number): [number, number][] => [[0, 0], [w, 0], [w, d], [0, d]]; // prettier-ignore

test('a wall goes out square to itself, and its corners along the walls beside it', () => {
  expect(withWallMoved(box(4000, 3000), 1, 40)).toEqual([[0, 0], [4040, 0], [4040, 3000], [0, 3000]]); // prettier-ignore
  expect(withWallMoved(box(4000, 3000), 0, -25)).toEqual([[0, 25], [4000, 25], [4000, 3000], [0, 3000]]); // prettier-ignore
  // the same room walked the other way round: its second wall is the same one
  expect(withWallMoved([...box(4000, 3000)].reverse(), 1, 40)).toEqual([[0, 3000], [4040, 3000], [4040, 0], [0, 0]]); // prettier-ignore
});

test('beside walls out of square the corners stay on their lines', () => {
  const ring: [number, number][] = [[0, 0], [4000, 60], [4100, 3000], [-80, 2950]]; // prettier-ignore
  fc.assert(
    fc.property(fc.nat(3), fc.integer({ min: -200, max: 200 }), (wall, by) => {
      const moved = withWallMoved(ring, wall, by);
      const [a, b] = [moved[wall]!, moved[(wall + 1) % 4]!];
      const [p, q] = [ring[wall]!, ring[(wall + 1) % 4]!];
      // the other two corners stay, the moved ones stay on their other walls' lines
      moved.forEach((m, i) => i !== wall && i !== (wall + 1) % 4 && expect(m).toEqual(ring[i]));
      const far = (from: Point, to: Point): Point => [from[0] + 3 * (to[0] - from[0]), from[1] + 3 * (to[1] - from[1])];
      expect(distanceToSegment(a, ring[(wall + 3) % 4]!, far(ring[(wall + 3) % 4]!, p))).toBeLessThan(1e-6);
      expect(distanceToSegment(b, ring[(wall + 2) % 4]!, far(ring[(wall + 2) % 4]!, q))).toBeLessThan(1e-6);
      // by as much as was said, out of the room or into it
      const length = Math.hypot(q[0] - p[0], q[1] - p[1]);
      const off = ((a[0] - p[0]) * (q[1] - p[1]) - (a[1] - p[1]) * (q[0] - p[0])) / length;
      expect(off).toBeCloseTo(by, 6);
      expect(Math.sign(signedArea(moved) - signedArea(ring))).toBe(Math.sign(by));
    }),
  );
});
