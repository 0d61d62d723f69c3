import fc from 'fast-check';
import { plantedDip, plantedLine, plantedNoise } from '../../../test/planted';
import { insideRing, signedArea, type Point } from '../geometry';
import { measureFlat, type Flat } from './flat';
import { grindingOf } from './grind';
import { layerOver } from './layer';
import { roomOf } from './reach';
import { straightedgeOver } from './straightedge';
import { surfaceOf, whyNoSurface, type Level } from './surface';
import { envelopeOf, skewBase } from '../../../test/bases';
import '../../../test/property';

const square: Point[] = [[0, 0], [3000, 0], [3000, 3000], [0, 3000]]; // prettier-ignore
const wanted = { straightedge: 2000, limit: 3 };
const measured = (outline: Point[], levels: Level[], flatness = wanted): Flat => measureFlat(outline, levels, flatness)!;

/** The greatest gap at a point, found the slow way: the straightedge in a thousand directions, every centimetre along it. */
function slowGap(outline: Point[], levels: Level[], p: Point, length: number, directions = 720): number {
  const { heightAt } = surfaceOf(levels, outline)!;
  const inside = (q: Point) => insideRing(q, outline);
  let worst = 0;
  for (let k = 0; k < directions; k++) {
    const [dx, dy] = [Math.cos((k * Math.PI) / directions), Math.sin((k * Math.PI) / directions)];
    const side = (sign: number): number[] => {
      const rises: number[] = [];
      for (let u = 10; u <= length; u += 10) {
        const q: Point = [p[0] + sign * dx * u, p[1] + sign * dy * u];
        if (!inside(q)) break;
        rises.push(heightAt(q[0], q[1]) - heightAt(p[0], p[1]));
      }
      return rises;
    };
    const [behind, ahead] = [side(-1), side(1)];
    behind.forEach((a, i) => {
      for (let j = 0; j < ahead.length && i + j + 2 <= length / 10; j++)
        worst = Math.max(worst, ((j + 1) * a + (i + 1) * ahead[j]!) / (i + j + 2));
    });
  }
  return worst;
}

describe('the surface', () => {
  const at = (x: number, y: number, height: number): Level => ({ at: [x, y], height });

  test('where four levels lie on one circle, the line goes out from the one with the least x, then the least y', () => {
    const corners = [at(1000, 1000, 4), at(2000, 1000, 0), at(2000, 2000, 4), at(1000, 2000, 0)];
    for (const levels of [corners, [...corners].reverse(), [corners[1]!, corners[3]!, corners[0]!, corners[2]!]]) {
      expect(surfaceOf(levels, square)!.heightAt(1500, 1500)).toBeCloseTo(4);
    }
    const turned = corners.map(({ at: [x, y], height }) => at(x * 0.8 - y * 0.6 + 2000, x * 0.6 + y * 0.8, height));
    // turned, the least x is the upper left corner's: the line between the two zeros
    expect(surfaceOf(turned, square)!.heightAt(1500 * 0.2 + 2000, 1500 * 1.4)).toBeCloseTo(0);
  });

  test('beyond its hull it goes on with the slope of the plane that fits best', () => {
    const levels = [at(1000, 1000, 1), at(2000, 1000, 3), at(2000, 2000, 3), at(1000, 2000, 1)];
    const { heightAt } = surfaceOf(levels, square)!;
    expect(
      [heightAt(3000, 1500), heightAt(0, 0), heightAt(1500, 2900), heightAt(2999, 2999)].map((h) => Math.round(h * 1e6) / 1e6),
    ).toEqual([5, -1, 2, 4.998]);
  });

  test('none without three levels that are not in one line, and why', () => {
    expect(whyNoSurface([])).toMatch(/No height/);
    expect(whyNoSurface([at(0, 0, 1), at(0.5, 0.5, 1), at(900, 0, 1)])).toMatch(/Two heights/);
    expect(whyNoSurface([at(0, 0, 1), at(500, 0.4, 2), at(900, 0, 1)])).toMatch(/one line/);
    expect(measureFlat(square, [at(0, 0, 1), at(500, 0.4, 2), at(900, 0, 1)], wanted)).toBeNull();
  });

  test('goes through every level, whatever their order', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 9999 }), (seed) => {
        const { outline, levels } = plantedNoise(seed);
        const surface = surfaceOf([...levels].reverse(), outline)!;
        for (const { at: [x, y], height } of levels) expect(surface.heightAt(x, y)).toBeCloseTo(height, 6); // prettier-ignore
      }),
      { numRuns: 20 },
    );
  });
});

describe('gaps', () => {
  test.each([1, 2, 3, 5])('a dip, a step, a ridge, waves as they were planted (%i)', (seed) => {
    for (const p of [plantedDip(seed), plantedLine(seed), plantedLine(seed + 40)]) {
      const flat = measured(p.outline, p.levels, p);
      expect([p.name, Math.abs(flat.found.worst - p.worst) < 0.1]).toEqual([p.name, true]);
      expect([p.name, Math.abs(flat.least.litres - p.litres) < Math.max(0.03 * p.litres, 0.03)]).toEqual([p.name, true]);
      expect(flat.after).toBeLessThanOrEqual(p.limit + 1e-6 < p.worst ? p.limit + 1e-6 : p.worst + 0.1);
    }
  });

  test('a tilted floor is flat', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -30, max: 30 }),
        fc.integer({ min: -30, max: 30 }),
        fc.integer({ min: 1, max: 999 }),
        (sx, sy, seed) => {
          const { outline, levels } = plantedNoise(seed);
          const flat = measured(outline, levels.map(({ at }) => ({ at, height: (at[0] * sx + at[1] * sy) / 1000 }))); // prettier-ignore
          expect(flat.found.worst).toBeLessThan(1e-6);
          expect(flat.least).toEqual({ litres: 0, area: 0, deepest: 0 });
        },
      ),
      { numRuns: 20 },
    );
  });

  test('as a slow search finds them, on rough floors too', () => {
    for (const seed of [2, 3]) {
      const { outline, levels } = plantedNoise(seed);
      const flat = measured(outline, levels);
      const slow = slowGap(outline, levels, flat.found.at, wanted.straightedge);
      expect([seed, Math.abs(slow - flat.found.worst) < 0.2]).toEqual([seed, true]);
      // nowhere on a coarse grid is there more than the worst
      const { mesh, gap } = flat.map;
      for (let i = 0; i < gap.length; i += 401) {
        const there = slowGap(outline, levels, [mesh.x[i]!, mesh.y[i]!], wanted.straightedge, 90);
        expect(there).toBeLessThan(flat.found.worst + 0.1);
        expect([seed, i, gap[i]! > there - 0.3]).toEqual([seed, i, true]);
      }
    }
  });

  test('no straightedge lies across the corner of an L', () => {
    const ell: Point[] = [[0, 0], [3000, 0], [3000, 600], [600, 600], [600, 3000], [0, 3000]]; // prettier-ignore
    // both far ends stand 30 mm high; a straightedge from one to the other would pass outside
    const levels: Level[] = [[0, 0, 0], [3000, 0, 30], [0, 3000, 30], [600, 600, 0], [3000, 600, 30], [600, 3000, 30]].map(([x, y, height]) => ({ at: [x!, y!], height: height! })); // prettier-ignore
    const room = roomOf(ell);
    const edge = straightedgeOver(surfaceOf(levels, ell)!, room, 3500);
    const chord = { angle: 0, behind: 0, ahead: 0, gap: 0 };
    edge.best(
      580,
      580,
      Array.from({ length: 360 }, (_, i) => (i * Math.PI) / 360),
      chord,
      0.004,
    );
    for (const [sign, far] of [
      [-1, chord.behind],
      [1, chord.ahead],
    ] as const) {
      // prettier-ignore
      for (let u = 1; u < far; u += 5) expect(room.holds(580 + sign * Math.cos(chord.angle) * u, 580 + sign * Math.sin(chord.angle) * u)).toBe(true);
    }
  });

  test('a place’s outline encloses its area and its worst', () => {
    const { outline, levels } = plantedDip(3);
    const { places } = measured(outline, levels);
    expect(places).toHaveLength(1);
    expect(Math.abs(signedArea(places[0]!.outline) / places[0]!.area - 1)).toBeLessThan(0.02);
    expect(insideRing(places[0]!.at, places[0]!.outline)).toBe(true);
  });
});

describe('the least fill', () => {
  test('passes by the same measure, and is least: a filled point 0.3 mm lower breaks the limit', () => {
    let filled = 0;
    for (const seed of [4, 7, 19]) {
      const { outline, levels } = plantedNoise(seed);
      const { map, after } = measured(outline, levels);
      expect(after).toBeLessThan(wanted.limit + 0.02);
      const edge = straightedgeOver(surfaceOf(levels, outline)!, roomOf(outline), wanted.straightedge);
      const top = map.least.map(
        (depth, i) => edge.bareAt(map.mesh.x[i]!, map.mesh.y[i]!) + (depth > 0 ? depth : map.gap[i]! - wanted.limit),
      );
      const layer = layerOver(map.mesh, top, 60, [0, 0]);
      map.least.forEach((depth, i) => depth > 0 && layer.mark(i));
      edge.over({ any: layer.any, topAt: layer.trueTopAt });
      const angles = Array.from({ length: 180 }, (_, i) => (i * Math.PI) / 180);
      map.least.forEach((depth, i) => {
        if (i % (depth > 0.3 ? 5 : 41) > 0) return;
        const chord = { angle: 0, behind: 0, ahead: 0, gap: 0 };
        edge.best(map.mesh.x[i]!, map.mesh.y[i]!, angles, chord, 0.02, depth);
        expect([seed, i, chord.gap < wanted.limit + 0.2]).toEqual([seed, i, true]);
        if (depth <= 0.3) return;
        filled++;
        expect([seed, i, chord.gap + 0.3 > wanted.limit]).toEqual([seed, i, true]);
      });
    }
    expect(filled).toBeGreaterThan(30);
  });

  test('flush is at least the least, as high as the straightedge in every place', () => {
    const { outline, levels } = plantedDip(5);
    const { map, found, flush, least } = measured(outline, levels);
    expect(flush.litres).toBeGreaterThan(least.litres);
    expect(flush.deepest).toBeCloseTo(found.worst, 3);
    map.gap.forEach((gap, i) => gap > wanted.limit && expect(map.flush[i]!).toBeGreaterThanOrEqual(gap - 1e-9));
  });
});

describe('in rooms that are no boxes', () => {
  /** Nothing is filled above what a straightedge could reach, less the limit; wherever it finds more than the limit, so much at least is filled. */
  const holds = (seed: number): boolean => {
    const { outline, levels, limit, ...rest } = skewBase(seed);
    const flat = measureFlat(outline, levels, { limit, ...rest });
    if (!flat) return false;
    const { found, least, flush, map } = flat;
    expect([seed, ...Object.values(least), ...Object.values(flush)].every(Number.isFinite)).toBe(true);
    expect([seed, least.litres > 0]).toEqual([seed, found.worst > limit]);
    expect(least.deepest).toBeGreaterThanOrEqual(found.worst - limit);
    if (least.litres === 0) return false;
    const envelope = envelopeOf(outline, levels);
    const { heightAt } = surfaceOf(levels, outline)!;
    map.least.forEach((depth, i) => {
      const p: Point = [map.mesh.x[i]!, map.mesh.y[i]!];
      const most = Math.max(0, envelope(p) - limit - heightAt(p[0], p[1]));
      expect([seed, p, depth <= most + 0.05]).toEqual([seed, p, true]);
      expect([seed, p, depth >= map.gap[i]! - limit - 0.05]).toEqual([seed, p, true]);
    });
    return true;
  };

  test('the least fill lies between the surface and its envelope less the limit', () => {
    expect(Array.from({ length: 24 }, (_, i) => i + 1).filter(holds).length).toBeGreaterThan(10);
  });

  const levels = (...all: [number, number, number][]): Level[] => all.map(([x, y, height]) => ({ at: [x, y], height }));
  test.each<[string, Point[], Level[], number, number]>([
    [
      'a room of three walls, whose fill was lost',
      [
        [8, -38],
        [1508, -38],
        [608, 1262],
      ],
      levels([8, -38, 4], [435, 346, 0], [489.6, 890, 3.236], [8, 1262, 1], [482, 1262, 0]),
      3.245,
      0.08,
    ],
    [
      'a skew room that was filled twice too much',
      [
        [3443, -13],
        [5243, -141],
        [5210, 1187],
        [3445, 1067],
      ],
      levels([4689, -141, 46], [5243, -141, 55], [3443, 325, 35], [4099, 458, 38], [5243, 1187, 53]),
      3.963,
      0.49,
    ],
  ])('%s', (_, outline, heights, worst, litres) => {
    const flat = measured(outline, heights, { straightedge: 2000, limit: 2 });
    expect(flat.found.worst).toBeCloseTo(worst, 2);
    expect(Math.abs(flat.least.litres - litres)).toBeLessThan(0.02);
  });

  test('an outline has no tip narrower than a millimetre, and no edge shorter', () => {
    let corners = 0;
    for (let seed = 1; seed <= 24; seed++) {
      const { outline, levels, ...rest } = skewBase(seed);
      for (const { outline: ring } of measureFlat(outline, levels, rest)?.places ?? []) {
        ring.forEach((b, i) => {
          const [a, c] = [ring[(i + ring.length - 1) % ring.length]!, ring[(i + 1) % ring.length]!];
          const [ax, ay, cx, cy] = [a[0] - b[0], a[1] - b[1], c[0] - b[0], c[1] - b[1]];
          const short = Math.min(Math.hypot(ax, ay), Math.hypot(cx, cy));
          const wide = (Math.abs(ax * cy - ay * cx) / Math.hypot(ax, ay) / Math.hypot(cx, cy)) * short;
          corners++;
          expect([seed, b, ax * cx + ay * cy <= 0 || wide >= 1]).toEqual([seed, b, true]);
        });
      }
    }
    expect(corners).toBeGreaterThan(200);
  });
});

describe('grinding', () => {
  const at = (x: number, y: number, height: number): Level => ({ at: [x, y], height });
  const rim = [0, 1000, 2000, 3000].flatMap((x) => [0, 1000, 2000, 3000].map((y) => at(x, y, 0)));

  test('a hump is taken off where it stands, and leaves less to fill', () => {
    const levels = [...rim, at(1500, 1500, 8)];
    const flat = measured(square, levels);
    const ground = grindingOf(square, levels, flat)!;
    expect(flat.least.litres).toBeGreaterThan(0.3);
    expect(ground.left.fill.litres).toBeLessThan(flat.least.litres / 4);
    expect(ground.off.deepest).toBeLessThanOrEqual(8);
    expect(Math.hypot(ground.humps[0]!.at[0] - 1500, ground.humps[0]!.at[1] - 1500)).toBeLessThan(50);
  });

  test('a dip is nothing to grind', () => {
    const levels = [...rim, at(1500, 1500, -8)];
    expect(grindingOf(square, levels, measured(square, levels))).toBeNull();
  });
});
