'use client';
import { useMemo } from 'react';
import type { Floor } from '@/core/floors';
import type { Job, Plan } from '@/core/given';
import { distanceToSegment, signedArea, type Point, type Span } from '@/core/geometry';

/** Eye height of a person who walks in, mm. */
const EYE = 1600;
/** How far before the door they stand, mm. */
const BEFORE = 600;
/** Nearer than this to the eye (mm) nothing is drawn. */
const NEAR = 500;

/** Where a person stands and which way they look. */
export type Entrance = { readonly name: string; readonly at: Point; readonly way: Point };

/** The doorways by which a floor can be entered, as the places where one stands; the middle of its longest wall where it has none. */
export function entrancesOf(floor: Floor): readonly Entrance[] {
  const found = floor.ways.flatMap(({ opening, near, far }): Entrance[] => {
    const own = (id: string | null) => id !== null && floor.spaces.some((s) => s.id === id);
    const middle = (p: readonly [Point, Point]): Point => [(p[0][0] + p[1][0]) / 2, (p[0][1] + p[1][1]) / 2];
    const [a, b] = [middle(near), middle(far)];
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
    const into = (from: Point, to: Point, name: string): Entrance => {
      const way: Point = [(to[0] - from[0]) / length, (to[1] - from[1]) / length];
      return { name, at: [from[0] - way[0] * BEFORE, from[1] - way[1] * BEFORE], way };
    };
    const nameOf = (id: string | null) => floor.spaces.find((s) => s.id === id)?.name ?? '';
    return [
      ...(own(opening.between[1]) ? [into(a, b, `into ${nameOf(opening.between[1])}`)] : []),
      ...(own(opening.between[0]) ? [into(b, a, `into ${nameOf(opening.between[0])}`)] : []),
    ];
  });
  if (found.length > 0) return found;
  const longest = [...floor.edges].sort(
    (p, q) => Math.hypot(q.b[0] - q.a[0], q.b[1] - q.a[1]) - Math.hypot(p.b[0] - p.a[0], p.b[1] - p.a[1]),
  )[0]!;
  const [dx, dy] = [longest.b[0] - longest.a[0], longest.b[1] - longest.a[1]];
  const length = Math.hypot(dx, dy);
  // the floor lies left of its edges
  const way: Point = [-dy / length, dx / length];
  const middle: Point = [(longest.a[0] + longest.b[0]) / 2, (longest.a[1] + longest.b[1]) / 2];
  return [{ name: 'from the longest wall', at: [middle[0] - way[0] * BEFORE, middle[1] - way[1] * BEFORE], way }];
}

/** How high walls are drawn, mm: enough that they bound the floor, whatever the ceiling is. */
const WALL_HEIGHT = 2300;
/** Points of an opening this near (mm) to a wall lie on it. */
const ON_WALL = 2;

type Props = { job: Job; plan: Plan; entrance: Entrance; width: number; height: number };

/** The floor as a person sees it who enters there: joints and faces, so that patterns show, and the walls that bound them. */
export function LooksView({ job, plan, entrance, width, height }: Props) {
  const { floors, walls } = useMemo(() => {
    const { at, way } = entrance;
    // forward and to the right, seen from the eye
    const seen = ([x, y]: Point): Point => [(x - at[0]) * way[0] + (y - at[1]) * way[1], (x - at[0]) * way[1] - (y - at[1]) * way[0]];
    const focal = Math.min(width, height * 1.4) * 0.75;
    const horizon = height * 0.24;
    const project = ([f, r]: Point, up = 0): string =>
      `${(width / 2 + (r / f) * focal).toFixed(1)} ${(horizon + ((EYE - up) / f) * focal).toFixed(1)}`;
    const planks = new Map(plan.planks.map((p) => [p.n, p]));
    const floors = plan.floors.flatMap((floor) =>
      floor.pieces.flatMap((piece) => {
        const inFront = clipNear((piece.outline[0] ?? []).map(seen));
        if (inFront.length < 3) return [];
        const { face } = planks.get(piece.plank)!;
        const d = `M${inFront.map((p) => project(p)).join('L')}Z`;
        return [{ key: `${floor.id}/${piece.id}`, d, tone: (face ?? piece.plank) % 4 }];
      }),
    );
    const walls = wallsOf(job)
      .flatMap(([a, b]) => {
        const [p, q] = [seen(a), seen(b)];
        // a wall that turns its back is one that we look through
        if (p[0] * q[1] - p[1] * q[0] >= 0) return [];
        const [c, d] = clipSegment(p, q) ?? [];
        if (!c || !d) return [];
        return [{ far: Math.max(c[0], d[0]), d: `M${project(c)}L${project(d)}L${project(d, WALL_HEIGHT)}L${project(c, WALL_HEIGHT)}Z` }];
      })
      .sort((a, b) => b.far - a.far);
    return { floors, walls };
  }, [job, plan, entrance, width, height]);
  return (
    <svg className="looks" width={width} height={height} role="img" aria-label={`The floor as one walks ${entrance.name}`}>
      <rect width={width} height={height} fill="var(--panel)" />
      {floors.map(({ key, d, tone }) => (
        <path key={key} d={d} fill={`var(--board-${tone})`} stroke="var(--joint)" strokeWidth={0.8} />
      ))}
      {walls.map(({ d }, i) => (
        <path key={i} d={d} fill="var(--paper)" stroke="var(--wall)" strokeWidth={1.2} data-wall />
      ))}
    </svg>
  );
}

/** The walls of all rooms between their doorways, each with its room on the left. */
function wallsOf(job: Job): [Point, Point][] {
  return job.spaces.flatMap(({ outline }) => {
    const ring: readonly Point[] = signedArea(outline) > 0 ? outline : [...outline].reverse();
    return ring.flatMap((a, i) => {
      const b = ring[(i + 1) % ring.length]!;
      const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
      const along = (p: Point) => ((p[0] - a[0]) * (b[0] - a[0]) + (p[1] - a[1]) * (b[1] - a[1])) / length;
      const doors = (job.openings ?? [])
        .filter((o) => o.finish !== 'stop')
        .map((o) => o.outline.filter((p) => distanceToSegment(p, a, b) < ON_WALL).map(along))
        .filter((on) => on.length >= 2)
        .map((on): Span => [Math.min(...on), Math.max(...on)])
        .sort((p, q) => p[0] - q[0]);
      const at = (s: number): Point => [a[0] + ((b[0] - a[0]) * s) / length, a[1] + ((b[1] - a[1]) * s) / length];
      const ends = [0, ...doors.flat(), length];
      return Array.from({ length: ends.length / 2 }, (_, k): [Point, Point] => [at(ends[2 * k]!), at(ends[2 * k + 1]!)]);
    });
  });
}

/** What of a stretch lies before the eye; null where none does. */
function clipSegment(a: Point, b: Point): [Point, Point] | null {
  if (a[0] < NEAR && b[0] < NEAR) return null;
  const cut = (p: Point, q: Point): Point => {
    if (p[0] >= NEAR) return p;
    const t = (NEAR - p[0]) / (q[0] - p[0]);
    return [NEAR, p[1] + (q[1] - p[1]) * t];
  };
  return [cut(a, b), cut(b, a)];
}

/** What of an outline lies before the eye, farther than {@link NEAR}. */
function clipNear(ring: readonly Point[]): Point[] {
  const kept: Point[] = [];
  ring.forEach((a, i) => {
    const b = ring[(i + 1) % ring.length]!;
    if (a[0] >= NEAR) kept.push(a);
    if (a[0] >= NEAR !== b[0] >= NEAR) {
      const t = (NEAR - a[0]) / (b[0] - a[0]);
      kept.push([NEAR, a[1] + (b[1] - a[1]) * t]);
    }
  });
  return kept;
}
