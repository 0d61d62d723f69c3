import { boxOf, round3, type Point, type Ring } from '../geometry';
import type { Job, Opening, Space } from '../given';
import { formatLength } from '../units';
import { doorwayIn, doorwayOutline } from './attach';
import { wallLetter } from './walk';

/** A wall between two rooms is no thicker than this, mm. */
const THICKEST = 700;
/** Two walls face each other when they are parallel within this, as a sine. */
const PARALLEL = 0.01;

type Facing = { readonly wall: number; readonly thickness: number; readonly from: number; readonly to: number };

/** The wall of another room that faces a wall across the thickness between them, and the stretch along which it does. */
export function facingWall(ring: Ring, wall: number, other: Ring): Facing | null {
  const a = ring[wall]!;
  const b = ring[(wall + 1) % ring.length]!;
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const way: Point = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
  const outward = doorwayOutline(ring, { wall, along: 0, width: 100, thickness: 100 })[0]!;
  const out: Point = [(outward[0] - a[0]) / 100, (outward[1] - a[1]) / 100];
  let best: Facing | null = null;
  other.forEach((p, i) => {
    const q = other[(i + 1) % other.length]!;
    const run = Math.hypot(q[0] - p[0], q[1] - p[1]);
    const cross = ((q[0] - p[0]) * way[1] - (q[1] - p[1]) * way[0]) / run;
    const thickness = (p[0] - a[0]) * out[0] + (p[1] - a[1]) * out[1];
    if (Math.abs(cross) > PARALLEL || thickness < 1 || thickness > THICKEST) return;
    const ends = [p, q].map((c) => (c[0] - a[0]) * way[0] + (c[1] - a[1]) * way[1]);
    const [from, to] = [Math.max(0, Math.min(...ends)), Math.min(length, Math.max(...ends))];
    if (to - from > 1 && (!best || thickness < best.thickness))
      best = { wall: i, thickness: round3(thickness), from: round3(from), to: round3(to) };
  });
  return best;
}

/** Rooms that could be reached through a wall, nearest first. */
export function neighboursBeyond(job: Job, space: Space, wall: number): readonly (Facing & { readonly space: Space })[] {
  return job.spaces
    .filter((s) => s.id !== space.id)
    .flatMap((s) => {
      const facing = facingWall(space.outline, wall, s.outline);
      return facing ? [{ ...facing, space: s }] : [];
    })
    .sort((p, q) => p.thickness - q.thickness);
}

const shift = (ring: Ring, [dx, dy]: Point): [number, number][] => ring.map(([x, y]) => [round3(x + dx), round3(y + dy)]);

const within = (inner: Ring, outer: Ring): boolean => {
  const [a, b] = [boxOf(inner), boxOf(outer)];
  return a.minX >= b.minX - 200 && a.maxX <= b.maxX + 200 && a.minY >= b.minY - 200 && a.maxY <= b.maxY + 200;
};

/**
 * Moves a room with what stands in it and the doorways that lead out of the job. A doorway to another room stays where it is in the other
 * room's wall and takes the new thickness; where the two rooms no longer face each other there, the move is refused.
 */
export function movedSpace(job: Job, id: string, by: Point): { readonly job: Job } | { readonly problem: string } {
  const space = job.spaces.find((s) => s.id === id)!;
  const outline = shift(space.outline, by);
  const openings: Opening[] = [];
  for (const opening of job.openings ?? []) {
    if (!opening.between.includes(id)) {
      openings.push(opening);
      continue;
    }
    const otherId = opening.between.find((b) => b !== id) ?? null;
    if (otherId === null) {
      openings.push({ ...opening, outline: shift(opening.outline, by) });
      continue;
    }
    const other = job.spaces.find((s) => s.id === otherId)!;
    const place = doorwayIn(other.outline, opening.outline);
    const facing = place && facingWall(other.outline, place.wall, outline);
    if (!place || !facing || place.along < facing.from - 1 || place.along + place.width > facing.to + 1) {
      return {
        problem: `the doorway between ${space.name || id} and ${other.name || otherId} would no longer lead from one to the other; take it away first`,
      };
    }
    openings.push({ ...opening, outline: doorwayOutline(other.outline, { ...place, thickness: facing.thickness }) });
  }
  const obstacles = job.obstacles?.map((o) => (within(o.outline, space.outline) ? { ...o, outline: shift(o.outline, by) } : o));
  return {
    job: {
      ...job,
      spaces: job.spaces.map((s) => (s.id === id ? { ...s, outline } : s)),
      ...(job.openings ? { openings } : {}),
      ...(obstacles ? { obstacles } : {}),
    },
  };
}

/** What a dragged room snaps to. */
export type Snap = { readonly by: Point; readonly text: string };

/**
 * The nearest good place for a room that is dragged: its walls the job's usual wall thickness away from walls that they face, or in
 * line with walls that run the same way.
 *
 * @param by how far it has been dragged
 * @param reach how near a good place must be, mm
 */
export function snapped(job: Job, id: string, by: Point, reach: number): Snap {
  const space = job.spaces.find((s) => s.id === id)!;
  const thickness = usualThickness(job);
  const others = job.spaces.filter((s) => s.id !== id);
  let [x, y] = by;
  const said: string[] = [];
  for (const axis of [0, 1] as const) {
    let best: { off: number; text: string } | null = null;
    const own = sides(space.outline, axis).map((s) => ({ ...s, at: s.at + by[axis] }));
    for (const other of others) {
      for (const theirs of sides(other.outline, axis)) {
        for (const mine of own) {
          const goals = [
            { at: theirs.at, text: `in line with wall ${wallLetter(theirs.wall)} of ${other.name || other.id}` },
            { at: theirs.at + thickness, text: `${formatLength(thickness, job.display)} from ${other.name || other.id}` },
            { at: theirs.at - thickness, text: `${formatLength(thickness, job.display)} from ${other.name || other.id}` },
          ];
          for (const goal of goals) {
            const off = goal.at - mine.at;
            if (Math.abs(off) <= reach && (!best || Math.abs(off) < Math.abs(best.off))) best = { off, text: goal.text };
          }
        }
      }
    }
    if (!best) continue;
    if (axis === 0) x += best.off;
    else y += best.off;
    said.push(best.text);
  }
  return { by: [round3(x), round3(y)], text: said.join(', ') };
}

/** Walls across an axis of the plan, with their place on it. */
function sides(ring: Ring, axis: 0 | 1): { wall: number; at: number }[] {
  return ring.flatMap((a, wall) => {
    const b = ring[(wall + 1) % ring.length]!;
    const off = Math.abs(b[axis] - a[axis]);
    return off <= 0.01 * Math.hypot(b[0] - a[0], b[1] - a[1]) ? [{ wall, at: (a[axis] + b[axis]) / 2 }] : [];
  });
}

/** The thickness that most doorways of the job have; 100 mm where there is none. */
function usualThickness(job: Job): number {
  const found = (job.openings ?? []).flatMap((o) => {
    const space = job.spaces.find((s) => s.id === o.between[0]);
    const place = space && doorwayIn(space.outline, o.outline);
    return place ? [Math.round(place.thickness)] : [];
  });
  const count = (t: number) => found.filter((f) => f === t).length;
  return found.sort((a, b) => count(b) - count(a) || a - b)[0] ?? 100;
}
