import { measureFlat, roomOf, straightedgeOver, surfaceOf, type Flat, type Level } from '../src/core/base';
import { layerOver } from '../src/core/base/layer';
import type { Point } from '../src/core/geometry';
import { chanceOf, plantedDip, plantedLine, plantedNoise } from '../test/planted';

const usual = { straightedge: 2000, limit: 3 };
const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;

/** A hall as halls are: nearly level, a little rough, with a dip for every 20 m². */
function hall(area: number, readings: number): { outline: Point[]; levels: Level[] } {
  const chance = chanceOf(area * 31 + readings);
  const [width, depth] = [Math.sqrt(area * 1.6) * 1000, Math.sqrt(area / 1.6) * 1000];
  const dips = Array.from({ length: Math.max(1, Math.round(area / 20)) }, () => ({
    at: [chance() * width, chance() * depth] as const,
    radius: 500 + chance() * 700,
    deep: 4 + chance() * 6,
  }));
  const columns = Math.max(2, Math.round(Math.sqrt((readings * width) / depth)));
  const lines = Math.max(2, Math.round(readings / columns));
  const levels: Level[] = [];
  for (let i = 0; i < columns; i++) {
    for (let j = 0; j < lines; j++) {
      const [x, y] = [60 + ((width - 120) * i) / (columns - 1), 60 + ((depth - 120) * j) / (lines - 1)];
      const sunk = dips.reduce((sum, d) => {
        const r = Math.hypot(x - d.at[0], y - d.at[1]) / d.radius;
        return r < 1 ? sum + (d.deep * (1 + Math.cos(Math.PI * r))) / 2 : sum;
      }, 0);
      levels.push({ at: [x, y], height: 0.0008 * x + 0.4 * chance() - sunk });
    }
  }
  return { outline: [[0, 0], [width, 0], [width, depth], [0, depth]], levels }; // prettier-ignore
}

function measureTimes(): void {
  for (const [area, readings] of [
    [10, 60],
    [10, 240],
    [25, 150],
    [50, 300],
    [50, 1000],
    [100, 600],
    [100, 2000],
    [200, 2000],
  ] as const) {
    // prettier-ignore
    const { outline, levels } = hall(area, readings);
    const times = Array.from({ length: area > 50 ? 5 : 11 }, () => {
      const begun = performance.now();
      measureFlat(outline, levels, usual);
      return performance.now() - begun;
    });
    const flat = measureFlat(outline, levels, usual)!;
    console.log(
      `base: ${area} m², ${levels.length} readings: map, places and least fill ${median(times).toFixed(0)} ms (${flat.places.length} places, ${flat.least.litres.toFixed(1)} l)`,
    );
  }
}

function measurePlanted(): void {
  let [cases, gap, litres, unlike] = [0, 0, 0, 0];
  const worstOf: string[] = [];
  for (let seed = 1; seed <= 120; seed++) {
    for (const p of [plantedDip(seed), plantedLine(seed)]) {
      const flat = measureFlat(p.outline, p.levels, p)!;
      const [byGap, byLitres] = [Math.abs(flat.found.worst - p.worst), Math.abs(flat.least.litres - p.litres)];
      cases++;
      gap = Math.max(gap, byGap);
      if (p.litres > 0.5) litres = Math.max(litres, byLitres / p.litres);
      if (byGap > 0.2 || (byLitres > 0.03 * p.litres && byLitres > 0.03)) {
        unlike++;
        worstOf.push(p.name);
      }
      if (p.name.startsWith('tilt') && flat.found.worst > 1e-6) worstOf.push(`${p.name} has a gap`);
    }
  }
  console.log(
    `base: ${cases} planted dips, steps, ridges, grooves, waves and tilts: worst gap off by ${gap.toFixed(3)} mm at most; litres, where over half a litre, by ${(litres * 100).toFixed(1)} %; off by more than 0.2 mm, or by 3 % and 0.03 l: ${unlike} ${worstOf.join(', ')}`,
  );
}

/** Whether the floor passes once it is filled, and no filled point may be lower: every point in 180 directions. */
function judge(outline: Point[], levels: Level[], { map }: Flat): { over: number; low: number; filled: number } {
  const edge = straightedgeOver(surfaceOf(levels, outline)!, roomOf(outline), usual.straightedge);
  const top = map.least.map((depth, i) => edge.bareAt(map.mesh.x[i]!, map.mesh.y[i]!) + (depth > 0 ? depth : map.gap[i]! - usual.limit));
  const layer = layerOver(map.mesh, top, 60, [0, 0]);
  map.least.forEach((depth, i) => depth > 0 && layer.mark(i));
  edge.over({ any: layer.any, topAt: layer.trueTopAt });
  const angles = Array.from({ length: 180 }, (_, i) => (i * Math.PI) / 180);
  let [over, low, filled] = [0, 0, 0];
  map.least.forEach((depth, i) => {
    if (depth <= 0 && i % 7 > 0) return;
    const chord = { angle: 0, behind: 0, ahead: 0, gap: 0 };
    edge.best(map.mesh.x[i]!, map.mesh.y[i]!, angles, chord, 0.02, depth);
    over = Math.max(over, chord.gap - usual.limit);
    if (depth < 0.3) return;
    filled++;
    if (chord.gap + 0.3 <= usual.limit) low++;
  });
  return { over, low, filled };
}

function measureLeast(): void {
  let [over, low, filled, floors] = [0, 0, 0, 0];
  for (let seed = 1; seed <= 300; seed++) {
    const { outline, levels } = plantedNoise(seed);
    const flat = measureFlat(outline, levels, usual)!;
    if (flat.least.litres === 0) continue;
    floors++;
    const judged = judge(outline, levels, flat);
    over = Math.max(over, judged.over);
    low += judged.low;
    filled += judged.filled;
  }
  console.log(
    `base: 300 random surfaces, ${floors} of them filled: over the limit by ${over.toFixed(3)} mm at most once filled; of ${filled} points filled by 0.3 mm and more ${low} could be 0.3 mm lower`,
  );
}

/** How long the base takes to be measured, and how true it is. */
export function measureBase(): void {
  measureTimes();
  measurePlanted();
  measureLeast();
}
