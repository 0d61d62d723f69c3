import { round3, signedArea, type Point, type Ring } from '../geometry';

/** Two walls within this many degrees of each other count as parallel when one has to follow the other. */
const PARALLEL = 0.5;

const at = (ring: Ring, i: number): Point => ring[((i % ring.length) + ring.length) % ring.length]!;
const rounded = (ring: Ring): [number, number][] => ring.map(([x, y]) => [round3(x), round3(y)]);

function wayOf(ring: Ring, i: number): { length: number; dx: number; dy: number } {
  const [a, b] = [at(ring, i), at(ring, i + 1)];
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
  return { length, dx: (b[0] - a[0]) / length, dy: (b[1] - a[1]) / length };
}

/**
 * Gives a wall another length. A parallel wall follows, so that every angle stays; where none can, the wall's far corner moves alone.
 *
 * @returns the outline, and the wall that followed (null where the corner moved alone)
 */
export function withWallLength(ring: Ring, wall: number, length: number): { outline: [number, number][]; follows: number | null } {
  const n = ring.length;
  const own = wayOf(ring, wall);
  const by = length - own.length;
  // the next wall round that runs back along it
  for (let k = 1; k < n; k++) {
    const j = (wall + k) % n;
    const other = wayOf(ring, j);
    const dot = own.dx * other.dx + own.dy * other.dy;
    if (dot > -Math.cos((PARALLEL * Math.PI) / 180) || other.length + by < 10) continue;
    // everything between the two moves along
    const moves = new Set(Array.from({ length: k }, (_, m) => (wall + 1 + m) % n));
    return { outline: rounded(ring.map((p, i) => (moves.has(i) ? [p[0] + own.dx * by, p[1] + own.dy * by] : p))), follows: j };
  }
  return {
    outline: withCorner(ring, (wall + 1) % n, [at(ring, wall + 1)[0] + own.dx * by, at(ring, wall + 1)[1] + own.dy * by]),
    follows: null,
  };
}

/** Moves one corner. */
export const withCorner = (ring: Ring, corner: number, to: Point): [number, number][] =>
  rounded(ring.map((p, i) => (i === corner ? to : p)));

/** A new corner in the middle of a wall. */
export function withNewCorner(ring: Ring, wall: number): [number, number][] {
  const [a, b] = [at(ring, wall), at(ring, wall + 1)];
  return rounded([...ring.slice(0, wall + 1), [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2], ...ring.slice(wall + 1)]);
}

/** Without a corner; three stay. */
export const withoutCorner = (ring: Ring, corner: number): [number, number][] =>
  rounded(ring.length > 3 ? ring.filter((_, i) => i !== corner) : ring);

/** A rectangle beside a wall, as a tape gives it: how far along from the wall's first corner, how far off the wall, and its size. */
export type Place = {
  readonly wall: number;
  readonly along: number;
  readonly off: number;
  readonly length: number;
  readonly depth: number;
};

/** The unit vectors along a wall and from it into the room. */
function axes(ring: Ring, wall: number): { origin: Point; along: Point; into: Point; length: number } {
  const { dx, dy, length } = wayOf(ring, wall);
  const left = signedArea(ring) > 0;
  return { origin: at(ring, wall), along: [dx, dy], into: left ? [-dy, dx] : [dy, -dx], length };
}

/** The outline of a rectangle so placed. */
export function placedOutline(ring: Ring, { wall, along, off, length, depth }: Place): [number, number][] {
  const { origin, along: a, into } = axes(ring, wall);
  const point = (s: number, t: number): Point => [origin[0] + a[0] * s + into[0] * t, origin[1] + a[1] * s + into[1] * t];
  return rounded([point(along, off), point(along + length, off), point(along + length, off + depth), point(along, off + depth)]);
}

/** How an outline lies beside a wall: its least distances and its extent. */
export function placeBeside(ring: Ring, wall: number, outline: Ring): Place {
  const { origin, along, into } = axes(ring, wall);
  const s = outline.map((p) => (p[0] - origin[0]) * along[0] + (p[1] - origin[1]) * along[1]);
  const t = outline.map((p) => (p[0] - origin[0]) * into[0] + (p[1] - origin[1]) * into[1]);
  const [s0, t0] = [Math.min(...s), Math.min(...t)];
  return { wall, along: round3(s0), off: round3(t0), length: round3(Math.max(...s) - s0), depth: round3(Math.max(...t) - t0) };
}

/** The wall that an outline is most naturally measured from: the nearest one that runs with its first edge, else the nearest. */
export function nearestWall(ring: Ring, outline: Ring): number {
  const [p, q] = [outline[0]!, outline[1]!];
  const run = Math.hypot(q[0] - p[0], q[1] - p[1]);
  let best = { wall: 0, score: Infinity };
  ring.forEach((_, wall) => {
    const { along, length } = axes(ring, wall);
    const place = placeBeside(ring, wall, outline);
    const beyond = Math.max(0, -place.along, place.along + place.length - length);
    const cross = Math.abs(((q[0] - p[0]) / run) * along[1] - ((q[1] - p[1]) / run) * along[0]);
    const askew = Math.min(cross, Math.abs(1 - cross)) > 0.02 ? 1e6 : 0;
    const score = Math.abs(place.off) + beyond + askew;
    if (score < best.score - 1e-6) best = { wall, score };
  });
  return best.wall;
}

/**
 * Moves a wall by a distance, square to itself, away from the room; its corners go along the walls beside it.
 *
 * @param by mm; below 0 into the room
 */
export function withWallMoved(ring: Ring, wall: number, by: number): [number, number][] {
  const n = ring.length;
  const [before, a, b, after] = [-1, 0, 1, 2].map((k) => ring[(wall + k + n) % n]!) as [Point, Point, Point, Point];
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const out = signedArea(ring) > 0 ? 1 : -1;
  const normal: Point = [(out * (b[1] - a[1])) / length, (-out * (b[0] - a[0])) / length];
  // how far a corner goes along its other wall to come out by that much
  const moved = (corner: Point, other: Point): [number, number] => {
    const [dx, dy] = [corner[0] - other[0], corner[1] - other[1]];
    const rise = (dx * normal[0] + dy * normal[1]) / Math.hypot(dx, dy);
    if (Math.abs(rise) < 0.05) return [corner[0] + by * normal[0], corner[1] + by * normal[1]];
    const along = by / rise / Math.hypot(dx, dy);
    return [corner[0] + along * dx, corner[1] + along * dy];
  };
  return ring.map((p, i) => (i === wall ? moved(a, before) : i === (wall + 1) % n ? moved(b, after) : [p[0], p[1]]));
}
