import type { Level } from '../src/core/base';
import type { Point } from '../src/core/geometry';

/*
 * Bases of known shape, with what is true of them worked out another way than Pitsaw does: a dip that a straightedge spans is as deep as its
 * gaps are, and a floor that bends one way only is a line, over which every rest of the straightedge can be tried.
 */

/** Chance that is the same each time: 0 to 1. */
export function chanceOf(seed: number): () => number {
  let s = (seed * 2654435761 + 1) >>> 0 || 1;
  return () => {
    s ^= s << 13;
    s ^= s >>> 17;
    s ^= s << 5;
    return ((s >>> 0) % 1_000_000) / 1_000_000;
  };
}

export type Planted = {
  readonly name: string;
  readonly outline: Point[];
  readonly levels: Level[];
  readonly straightedge: number;
  readonly limit: number;
  /** the greatest gap, and the litres of the least fill */
  readonly worst: number;
  readonly litres: number;
};

const room = (width: number, depth: number): Point[] => [
  [0, 0],
  [width, 0],
  [width, depth],
  [0, depth],
];

/** A cone-shaped dip with a level at its bottom and rings of levels, in a floor that is flat or tilted. */
export function plantedDip(seed: number): Planted {
  const chance = chanceOf(seed);
  const [width, depth] = [3000 + chance() * 1500, 2500 + chance() * 1500];
  const straightedge = 2000;
  const [limit, deep] = [2 + Math.round(chance() * 2), 4 + chance() * 6];
  const radius = 350 + chance() * 450;
  const [cx, cy] = [1300 + chance() * (width - 2600), 1100 + chance() * (depth - 2200)];
  const [tiltX, tiltY] = seed % 2 ? [chance() * 0.02 - 0.01, chance() * 0.02 - 0.01] : [0, 0];
  const sides = 24;
  const levels: Level[] = [];
  const add = (x: number, y: number, height: number) => levels.push({ at: [x, y], height: height + tiltX * x + tiltY * y });
  add(cx, cy, -deep);
  for (let k = 0; k < sides; k++) {
    const angle = (k * 2 * Math.PI) / sides;
    // two rings: at half the radius the dip is three quarters as deep
    add(cx + (Math.cos(angle) * radius) / 2, cy + (Math.sin(angle) * radius) / 2, -deep * 0.75);
    add(cx + Math.cos(angle) * radius, cy + Math.sin(angle) * radius, 0);
  }
  for (const x of [0, width / 3, (2 * width) / 3, width])
    for (const y of [0, depth / 3, (2 * depth) / 3, depth]) if (Math.hypot(x - cx, y - cy) > radius + 30) add(x, y, 0);
  // rings of regular polygons: areas and volumes of frustums over one triangle of each
  const shape = (sides * Math.sin((2 * Math.PI) / sides)) / 2;
  const area = (r: number) => shape * r * r;
  const radiusAt = (h: number) =>
    h >= deep * 0.75 ? ((deep - h) / (deep * 0.25)) * (radius / 2) : radius / 2 + ((deep * 0.75 - h) / (deep * 0.75)) * (radius / 2);
  let volume = 0;
  const steps = 20_000;
  for (let i = 0; i < steps; i++) volume += (area(radiusAt(limit + ((deep - limit) * (i + 0.5)) / steps)) * (deep - limit)) / steps;
  return { name: `dip ${seed}`, outline: room(width, depth), levels, straightedge, limit, worst: deep, litres: volume / 1e6 };
}

const LINES = ['step', 'ridge', 'groove', 'wave', 'tilt'] as const;

/** A floor that bends along x only: a step, a ridge, a groove, waves, a tilt. */
export function plantedLine(seed: number): Planted {
  const chance = chanceOf(seed);
  const kind = LINES[seed % LINES.length]!;
  const spacing = 150 + Math.round(chance() * 100);
  const columns = 14 + Math.floor(chance() * 10);
  const [width, depth] = [(columns - 1) * spacing, 1200 + Math.round(chance() * 1800)];
  const straightedge = [1000, 2000, 3000][seed % 3]!;
  const limit = 2 + chance() * 2;
  const high = 4 + chance() * 5;
  const at = Math.floor(columns * (0.35 + 0.3 * chance()));
  const turns = 1 + chance() * 3;
  const slope = chance() * 0.02 - 0.01;
  const height = (c: number): number => {
    const x = c * spacing;
    if (kind === 'tilt') return slope * x;
    if (kind === 'step') return slope * x + (c >= at ? high : 0);
    if (kind === 'ridge') return slope * x + Math.max(0, high * (1 - Math.abs(c - at) / 2));
    if (kind === 'groove') return slope * x - Math.max(0, high * (1 - Math.abs(c - at) / 3));
    return (high / 2) * Math.sin((c / columns) * turns * 2 * Math.PI);
  };
  const line = Array.from({ length: columns }, (_, c) => height(c));
  const levels = line.flatMap((h, c): Level[] => [0, depth / 2, depth].map((y) => ({ at: [c * spacing, y], height: h })));
  const truth = lineTruth(line, spacing, straightedge, limit);
  return {
    name: `${kind} ${seed}`,
    outline: room(width, depth),
    levels,
    straightedge,
    limit,
    worst: truth.worst,
    litres: (truth.area * depth) / 1e6,
  };
}

/** Every rest of the straightedge over a line, tried at places this far apart (mm) and at its bends. */
const FINE = 10;

/** The greatest gap under a straightedge over a line, and the least fill's area in its section, mm². */
function lineTruth(line: readonly number[], spacing: number, straightedge: number, limit: number): { worst: number; area: number } {
  const parts = Math.max(1, Math.round(spacing / FINE));
  const step = spacing / parts;
  const bare = line.slice(1).flatMap((h, i) => Array.from({ length: parts }, (_, k) => line[i]! + ((h - line[i]!) * k) / parts));
  bare.push(line[line.length - 1]!);
  const reach = Math.floor(straightedge / step + 1e-9);
  const chords = (h: readonly number[]): number[] => {
    const over = [...h];
    for (let a = 0; a < h.length; a++) {
      // from each rest on, the upper hull of what the straightedge spans
      const end = Math.min(h.length - 1, a + reach);
      const hull = [a];
      for (let b = a + 1; b <= end; b++) {
        while (hull.length > 1) {
          const [p, q] = [hull[hull.length - 2]!, hull[hull.length - 1]!];
          if ((h[q]! - h[p]!) * (b - p) > (h[b]! - h[p]!) * (q - p)) break;
          hull.pop();
        }
        hull.push(b);
      }
      for (let k = 1; k < hull.length; k++) {
        const [p, q] = [hull[k - 1]!, hull[k]!];
        for (let m = p + 1; m < q; m++) over[m] = Math.max(over[m]!, h[p]! + ((h[q]! - h[p]!) * (m - p)) / (q - p));
      }
    }
    return over;
  };
  const worst = Math.max(...chords(bare).map((c, i) => c - bare[i]!));
  let filled = bare;
  for (let round = 0; round < 4000; round++) {
    const next = chords(filled).map((c, i) => Math.max(filled[i]!, c - limit));
    const most = Math.max(...next.map((h, i) => h - filled[i]!));
    filled = next;
    if (most < 1e-4) break;
  }
  return { worst, area: filled.reduce((sum, h, i) => sum + (h - bare[i]!) * step, 0) };
}

/** A floor of random heights on a loose grid, in a rectangle or an L. */
export function plantedNoise(seed: number): { readonly outline: Point[]; readonly levels: Level[] } {
  const chance = chanceOf(seed);
  const [width, depth] = [2000 + chance() * 2500, 1800 + chance() * 1800];
  const outline: Point[] = seed % 3 === 0 ? [[0, 0], [width, 0], [width, depth / 2], [width / 2, depth / 2], [width / 2, depth], [0, depth]] : room(width, depth); // prettier-ignore
  const spacing = 350 + chance() * 250;
  const rough = 1.5 + chance() * 4;
  const levels: Level[] = [];
  for (let x = 60; x < width; x += spacing) {
    for (let y = 60; y < depth; y += spacing) levels.push({ at: [x + chance() * 60, y + chance() * 60], height: chance() * rough });
  }
  return { outline, levels };
}
