import { round3, signedArea, type Point, type Ring } from '../geometry';

/** A width as measured: square from the wall, `along` from its first corner, to the wall opposite. */
export type Station = { readonly along: number; readonly width: number };

/** What several widths say of the wall opposite. */
export type Spread = {
  /** greatest less least reading, mm */
  readonly spread: number;
  /** how much the wall opposite runs apart over the length of the wall measured from, mm; negative where it closes in */
  readonly flare: number;
  /** the greatest distance of a reading from the straight line through all of them, mm: a bow, or a misread tape */
  readonly bow: number;
  /** the width at the wall's first corner, on that line */
  readonly first: number;
};

/** The straight line through the readings by least squares; two readings lie on it. */
export function spreadOf(stations: readonly Station[], wallLength: number): Spread {
  const n = stations.length;
  const meanS = stations.reduce((sum, s) => sum + s.along, 0) / n;
  const meanW = stations.reduce((sum, s) => sum + s.width, 0) / n;
  const varS = stations.reduce((sum, s) => sum + (s.along - meanS) ** 2, 0);
  const slope = varS < 1 ? 0 : stations.reduce((sum, s) => sum + (s.along - meanS) * (s.width - meanW), 0) / varS;
  const first = meanW - slope * meanS;
  const widths = stations.map((s) => s.width);
  return {
    spread: round3(Math.max(...widths) - Math.min(...widths)),
    flare: round3(slope * wallLength),
    bow: round3(Math.max(...stations.map((s) => Math.abs(s.width - first - slope * s.along)))),
    first: round3(first),
  };
}

type Line = { readonly origin: Point; readonly way: Point };

/** Where two lines meet; null where they run alike. */
function meeting(a: Line, b: Line): Point | null {
  const cross = a.way[0] * b.way[1] - a.way[1] * b.way[0];
  if (Math.abs(cross) < 0.05) return null;
  const [dx, dy] = [b.origin[0] - a.origin[0], b.origin[1] - a.origin[1]];
  const t = (dx * b.way[1] - dy * b.way[0]) / cross;
  return [a.origin[0] + t * a.way[0], a.origin[1] + t * a.way[1]];
}

function lineOfWall(ring: Ring, wall: number): Line & { readonly length: number; readonly into: Point } {
  const n = ring.length;
  const [a, b] = [ring[((wall % n) + n) % n]!, ring[(((wall + 1) % n) + n) % n]!];
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const way: Point = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
  const left = signedArea(ring) > 0;
  return { origin: a, way, length, into: left ? [-way[1], way[0]] : [way[1], -way[0]] };
}

/** How far a room reaches square from a wall at a station, as it is drawn, and which wall it meets there; null where it meets none. */
export function widthAt(ring: Ring, wall: number, along: number): { readonly width: number; readonly opposite: number } | null {
  const { origin, way, into } = lineOfWall(ring, wall);
  const from: Point = [origin[0] + way[0] * along, origin[1] + way[1] * along];
  let best: { width: number; opposite: number } | null = null;
  for (let i = 0; i < ring.length; i++) {
    if (i === wall) continue;
    const other = lineOfWall(ring, i);
    const at = meeting({ origin: from, way: into }, other);
    if (!at) continue;
    const width = (at[0] - from[0]) * into[0] + (at[1] - from[1]) * into[1];
    const place = (at[0] - other.origin[0]) * other.way[0] + (at[1] - other.origin[1]) * other.way[1];
    if (width > 1 && place > -1 && place < other.length + 1 && (!best || width < best.width)) best = { width: round3(width), opposite: i };
  }
  return best;
}

/** An outline, or why it cannot be had. */
export type Reshaped = { readonly outline: [number, number][] } | { readonly problem: string };

/** The stations of one wall sorted along it, and the wall that they all reach; a problem where they reach different ones. */
function opposite(ring: Ring, wall: number, stations: readonly Station[]): number | string {
  const found = new Set(stations.map(({ along }) => widthAt(ring, wall, along)?.opposite ?? -1));
  if (found.has(-1)) return 'a station lies beside the wall; it must lie within its length';
  if (found.size > 1) return 'the widths reach different walls; measure those of one wall at a time';
  return [...found][0]!;
}

/**
 * Turns the wall opposite so that it lies on the straight line through the measured widths: the spread becomes a flare. Its
 * corners slide along the walls that it meets, so these keep their direction.
 *
 * @param stations at least two, at different places along the wall
 */
export function flared(ring: Ring, wall: number, stations: readonly Station[]): Reshaped {
  const along = stations.map((s) => s.along);
  if (stations.length < 2 || Math.max(...along) - Math.min(...along) < 100)
    return { problem: 'a flare needs widths at two stations that are at least 100 mm apart' };
  const other = opposite(ring, wall, stations);
  if (typeof other === 'string') return { problem: other };
  const base = lineOfWall(ring, wall);
  const { first, flare } = spreadOf(stations, base.length);
  const at = (s: number, w: number): Point => [
    base.origin[0] + base.way[0] * s + base.into[0] * w,
    base.origin[1] + base.way[1] * s + base.into[1] * w,
  ];
  const [p, q] = [at(0, first), at(base.length, first + flare)];
  const run = Math.hypot(q[0] - p[0], q[1] - p[1]);
  const line: Line = { origin: p, way: [(q[0] - p[0]) / run, (q[1] - p[1]) / run] };
  const n = ring.length;
  const begin = meeting(line, lineOfWall(ring, other - 1));
  const end = meeting(line, lineOfWall(ring, other + 1));
  if (!begin || !end) return { problem: 'the wall beside it runs the same way, so there is no corner to slide; drag the corners instead' };
  return { outline: ring.map((r, i) => rounded(i === other ? begin : i === (other + 1) % n ? end : r)) };
}

/** Gives the wall opposite a corner at every station, so that the drawing shows the bow as it was measured. */
export function bowed(ring: Ring, wall: number, stations: readonly Station[]): Reshaped {
  const straight = flared(ring, wall, stations);
  if ('problem' in straight) return straight;
  const other = opposite(ring, wall, stations) as number;
  const base = lineOfWall(ring, wall);
  const line = lineOfWall(straight.outline, other);
  const points = stations.map(({ along, width }): [number, number] =>
    rounded([base.origin[0] + base.way[0] * along + base.into[0] * width, base.origin[1] + base.way[1] * along + base.into[1] * width]),
  );
  const place = (p: Point) => (p[0] - line.origin[0]) * line.way[0] + (p[1] - line.origin[1]) * line.way[1];
  const inner = points.filter((p) => place(p) > 20 && place(p) < line.length - 20).sort((a, b) => place(a) - place(b));
  return { outline: [...straight.outline.slice(0, other + 1), ...inner, ...straight.outline.slice(other + 1)] };
}

const rounded = (p: Point): [number, number] => [round3(p[0]), round3(p[1])];
