import fc from 'fast-check';
import { insideRing, type Point } from '../geometry';
import { plantedDip, plantedNoise } from '../../../test/planted';
import { measureFlat } from './flat';
import { pointsToRead, presetSpacing } from './grid';
import { profileUnder } from './profile';
import { surfaceOf } from './surface';
import '../../../test/property';

test('points lie in the room, clear of walls, its corners and doorways among them, and none far from the next', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 999 }), fc.integer({ min: 300, max: 900 }), (seed, spacing) => {
      const { outline } = plantedNoise(seed);
      const points = pointsToRead(outline, [], spacing);
      for (const p of points) expect(insideRing(p, outline)).toBe(true);
      for (const corner of outline) expect(points.some((p) => Math.hypot(p[0] - corner[0], p[1] - corner[1]) < 200)).toBe(true);
      // every place in the room has a point within one spacing
      for (let x = 100; x < 4500; x += 170) {
        for (let y = 100; y < 3600; y += 170) {
          if (insideRing([x, y], outline)) expect(points.some((p) => Math.hypot(p[0] - x, p[1] - y) < spacing)).toBe(true);
        }
      }
    }),
    { numRuns: 15 },
  );
});

test('a doorway has its own point', () => {
  const outline: Point[] = [[0, 0], [4000, 0], [4000, 3000], [0, 3000]]; // prettier-ignore
  const opening = { id: 'd', between: ['a', null] as [string, null], outline: [[1100, 0], [1900, 0], [1900, -100], [1100, -100]] as [number, number][], finish: 'through' as const }; // prettier-ignore
  expect(pointsToRead(outline, [opening], 600).some(([x, y]) => x === 1500 && Math.abs(y - 61) <= 1)).toBe(true);
  expect(presetSpacing(outline)).toBe(500);
});

test('the profile under the worst straightedge shows the worst gap, and no more than the limit once filled', () => {
  const { outline, levels, limit } = plantedDip(3);
  const flat = measureFlat(outline, levels, { straightedge: 2000, limit })!;
  const surface = surfaceOf(levels, outline)!;
  const profile = profileUnder(surface, ...flat.found.ends, { mesh: flat.map.mesh, depth: flat.map.least });
  expect(Math.abs(profile.worst.gap - flat.found.worst)).toBeLessThan(0.15);
  profile.filled.forEach((h, i) => expect(profile.edge[i]! - h).toBeLessThan(limit + 0.2));
});
