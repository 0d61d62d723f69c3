/** Round things that a floor goes round: a hole or a notch about one is drilled, not marked corner by corner. */
import { boxOf, frameOf, turned, type Point, type Ring } from '../geometry';
import { footOf, type Job } from '../given';
import type { RoundThing } from './notches';
import type { Item } from './yard';

/** So many corners at least make a circle, each within so much (mm) of it. */
const LEAST_CORNERS = 8;
const ON_CIRCLE = 0.5;

/** The circle through the corners of a ring; null where they lie on none. */
function circleOf(ring: Ring): { readonly centre: Point; readonly radius: number } | null {
  if (ring.length < LEAST_CORNERS) return null;
  const [a, b, c] = [0, Math.floor(ring.length / 3), Math.floor((2 * ring.length) / 3)].map((i) => ring[i]!) as [Point, Point, Point];
  const d = 2 * (a[0] * (b[1] - c[1]) + b[0] * (c[1] - a[1]) + c[0] * (a[1] - b[1]));
  if (Math.abs(d) < 1e-9) return null;
  const square = (p: Point) => p[0] ** 2 + p[1] ** 2;
  const centre: Point = [
    (square(a) * (b[1] - c[1]) + square(b) * (c[1] - a[1]) + square(c) * (a[1] - b[1])) / d,
    (square(a) * (c[0] - b[0]) + square(b) * (a[0] - c[0]) + square(c) * (b[0] - a[0])) / d,
  ];
  const radii = ring.map((p) => Math.hypot(p[0] - centre[0], p[1] - centre[1]));
  const [least, most] = [Math.min(...radii), Math.max(...radii)];
  return most - least <= 2 * ON_CIRCLE ? { centre, radius: most } : null;
}

/** Finds the round things about a piece, in the frame of its plank; `gap` is that of its floor's product, where a thing has none of its own. */
export function roundThings(job: Pick<Job, 'obstacles' | 'kits'>): (item: Item, gap: number) => readonly RoundThing[] {
  const rounds = (job.obstacles ?? []).flatMap((o) => {
    const circle = circleOf(o.outline);
    const foot = o.edge ? footOf(o.edge, job) : 0;
    return circle ? [{ ...circle, own: o.gap, foot, pipe: o.kind === 'pipe' || o.kind === 'post' }] : [];
  });
  return ({ floor, piece }, floorGap) => {
    if (rounds.length === 0) return [];
    const frame = frameOf(floor.direction);
    const { minX, minY, maxX, maxY } = boxOf(piece.outline[0]!.map((p) => turned(frame, p)));
    return rounds.flatMap(({ own, foot, ...thing }) => {
      const r = { ...thing, gap: (own ?? floorGap) + foot };
      const [u, w] = turned(frame, r.centre);
      const reach = 2 * (r.radius + r.gap);
      if (u < minX - reach || u > maxX + reach || w < minY - reach || w > maxY + reach) return [];
      return [{ ...r, centre: [piece.cut.from + u - minX, piece.cut.low + w - minY] as Point }];
    });
  };
}
