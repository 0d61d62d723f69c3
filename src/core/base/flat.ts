import { hullOf, type Point, type Ring } from '../geometry';
import { flushFill, leastFill, type Fill, type Flush } from './fill';
import { closeIn, gapMap, type ClosedIn, type GapMap } from './gaps';
import { overLevel, stretchesOver, volumeOver, type Mesh, type Stretch } from './mesh';
import { roomOf } from './reach';
import { straightedgeOver } from './straightedge';
import { surfaceOf, type Level } from './surface';

/** How flat a base has to be: no gap of more than `limit` under a straightedge of this length, mm. */
export type Flatness = { readonly straightedge: number; readonly limit: number };

/** Where the straightedge finds a gap: its middle need not be there; `angle` in degrees from 0 up to 180, its ends in plan. */
export type Found = { readonly worst: number; readonly at: Point; readonly angle: number; readonly ends: readonly [Point, Point] };

/** A connected stretch where the gap is over the limit: its outer ring, and its area in mm². */
export type Place = Found & { readonly outline: Ring; readonly area: number };

/** What a fill takes: litres, the area in mm² where it is over {@link THIN} deep, and its greatest depth, mm. */
export type FillSum = { readonly litres: number; readonly area: number; readonly deepest: number };

/** A base measured by its straightedge. */
export type Flat = Flatness & {
  readonly found: Found;
  readonly places: readonly Place[];
  readonly least: FillSum;
  readonly flush: FillSum;
  /** the greatest gap once the least fill has set */
  readonly after: number;
  /** gaps and depths over points of the room joined to triangles, for drawing */
  readonly map: { readonly mesh: Mesh; readonly gap: Float64Array; readonly least: Float64Array; readonly flush: Float64Array };
};

/** Fill no deeper than this (mm) is not counted as filled area. */
export const THIN = 0.2;

/**
 * Measures a base.
 *
 * @returns null where its levels make no surface; see {@link whyNoSurface}
 */
export function measureFlat(outline: Ring, levels: readonly Level[], flatness: Flatness, progress?: (done: number) => void): Flat | null {
  const surface = surfaceOf(levels, outline);
  if (!surface) return null;
  const { straightedge, limit } = flatness;
  const room = roomOf(outline);
  const edge = straightedgeOver(surface, room, straightedge);
  const map = gapMap(surface, room, edge, straightedge, limit);
  progress?.(0.5);
  const { mesh, gap } = map;
  const worstOf = (points: Iterable<number>): Found => {
    let best = -1;
    for (const i of points) if (best < 0 || gap[i]! > gap[best]!) best = i;
    return foundAt(closeIn(edge, [mesh.x[best]!, mesh.y[best]!], map.chords[best]!, map.close, room.holds));
  };
  const stretches = together(stretchesOver(mesh, gap, limit), map.close);
  const places = stretches
    .map((s): Place => ({ ...worstOf(s.points), outline: withoutSpikes(simplified(s.outline)), area: s.area }))
    .sort((a, b) => b.worst - a.worst);
  const found = places[0] ?? worstOf(gap.keys());
  const fill = leastFill(map, edge, limit);
  const flush = flushFill(map, fill.depth, limit);
  const deepest = Math.max(0, found.worst - limit);
  return {
    straightedge,
    limit,
    found,
    places,
    least: sumOf(mesh, fill.lacks, deepest),
    flush: flushSum(map, fill, flush, places.length > 0 ? found.worst : 0),
    after: places.length > 0 ? fill.worst : found.worst,
    map: { mesh, gap, least: fill.depth, flush: flush.depth },
  };
}

function foundAt({ at: [x, y], chord: { angle, behind, ahead, gap } }: ClosedIn): Found {
  const [dx, dy] = [Math.cos(angle), Math.sin(angle)];
  return {
    worst: gap,
    at: [x, y],
    angle: ((angle * 180) / Math.PI) % 180,
    ends: [
      [x - dx * behind, y - dy * behind],
      [x + dx * ahead, y + dy * ahead],
    ],
  };
}

/** Stretches smaller than this (mm²) may be beads of one: along a bend of the surface the gap is over the limit in a strip that is thinner than points are apart. */
const BEAD = 10_000;

/** Strings beads that lie within reach of each other, or of a larger stretch. */
function together(stretches: readonly Stretch[], close: number): Stretch[] {
  const kept: Stretch[] = [];
  for (const one of [...stretches].sort((a, b) => b.area - a.area)) {
    const near =
      one.area < BEAD
        ? kept.findIndex((other) => other.outline.some(([x, y]) => one.outline.some((p) => Math.hypot(p[0] - x, p[1] - y) < close * 1.3)))
        : -1;
    const other = kept[near];
    if (!other) kept.push(one);
    else {
      const outline = other.area < BEAD ? hullOf([...other.outline, ...one.outline]) : other.outline;
      kept[near] = { outline, area: other.area + one.area, points: [...other.points, ...one.points] };
    }
  }
  return kept;
}

/**
 * What a fill over a mesh takes.
 *
 * @param lacks its depth; where there is none, under 0 how far off some is
 */
export function sumOf(mesh: Mesh, lacks: Float64Array, atLeast = 0): FillSum {
  let volume = 0;
  for (let t = 0; t < mesh.corner.length; t += 3) volume += volumeOver(mesh, lacks, lacks, 0, t);
  return { litres: volume / 1e6, area: overLevel(mesh, lacks, THIN), deepest: lacks.reduce((most, d) => Math.max(most, d), atLeast) };
}

/** What filling flush takes: it ends where the gap comes down to its level, not at nothing. */
function flushSum(map: GapMap, fill: Fill, { depth, within, level }: Flush, atLeast: number): FillSum {
  const { mesh, gap } = map;
  let [volume, area] = [0, 0];
  const high = gap.map((g, i) => Math.max(g, fill.depth[i]!));
  const deep = high.map((d) => (d > THIN ? 1 : 0));
  for (let t = 0; t < mesh.corner.length; t += 3) {
    const inside = within[mesh.corner[t]!] || within[mesh.corner[t + 1]!] || within[mesh.corner[t + 2]!];
    volume += inside ? volumeOver(mesh, high, gap, level, t) : volumeOver(mesh, fill.lacks, fill.lacks, 0, t);
    area += inside ? volumeOver(mesh, deep, gap, level, t) : 0;
  }
  return { litres: volume / 1e6, area, deepest: depth.reduce((most, d) => Math.max(most, d), atLeast) };
}

/** An outline is drawn with fewer points where none of those left out lies further off than this (mm). */
const OFF_LINE = 3;

/** A ring with fewer points that lies nearly where it lay (Douglas and Peucker's way, from two far points). */
export function simplified(ring: Ring): Ring {
  if (ring.length < 8) return ring;
  const half = ring.length >> 1;
  return [...thinned([...ring.slice(0, half), ring[half]!]).slice(0, -1), ...thinned([...ring.slice(half), ring[0]!]).slice(0, -1)];
}

function thinned(line: readonly Point[]): readonly Point[] {
  const [a, b] = [line[0]!, line[line.length - 1]!];
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
  let [far, at] = [0, 0];
  line.forEach((p, i) => {
    const off =
      length > 0 ? Math.abs((b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0])) / length : Math.hypot(p[0] - a[0], p[1] - a[1]);
    if (off > far) [far, at] = [off, i];
  });
  return far <= OFF_LINE ? [a, b] : [...thinned(line.slice(0, at + 1)).slice(0, -1), ...thinned(line.slice(at))];
}

/** Tips and slits of an outline that are narrower than this (mm) are left out. */
const SPIKE = 1;

/** A ring without tips or slits that are narrower than {@link SPIKE} where they end. */
function withoutSpikes(ring: Ring): Ring {
  const kept = [...ring];
  for (let i = 0, clear = 0; kept.length > 3 && clear < kept.length;) {
    const [a, b, c] = [kept[(i + kept.length - 1) % kept.length]!, kept[i % kept.length]!, kept[(i + 1) % kept.length]!];
    if (isSpike(a, b, c)) {
      kept.splice(i % kept.length, 1);
      // the corners before it stand between other neighbours now
      i = (i + kept.length - 2) % kept.length;
      clear = 0;
    } else {
      i = (i + 1) % kept.length;
      clear++;
    }
  }
  return kept;
}

/** Whether the corner b turns back so sharply that, at the end of its shorter side, it is still narrower than {@link SPIKE}. */
function isSpike(a: Point, b: Point, c: Point): boolean {
  const [ax, ay, cx, cy] = [a[0] - b[0], a[1] - b[1], c[0] - b[0], c[1] - b[1]];
  const [toA, toC] = [Math.hypot(ax, ay), Math.hypot(cx, cy)];
  if (Math.min(toA, toC) < SPIKE) return true;
  const turn = Math.abs(ax * cy - ay * cx) / (toA * toC);
  return ax * cx + ay * cy > 0 && turn * Math.min(toA, toC) < SPIKE;
}
