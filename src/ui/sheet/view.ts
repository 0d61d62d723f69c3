import type { Point } from '@/core/geometry';

/** How plan millimetres become screen pixels: X = a·x + c·y + e, Y = b·x + d·y + f. */
export type View = {
  readonly a: number;
  readonly b: number;
  readonly c: number;
  readonly d: number;
  readonly e: number;
  readonly f: number;
};

/** Zoom and pan on top of the fitted view. */
export type Zoom = { readonly k: number; readonly x: number; readonly y: number };

export const NO_ZOOM: Zoom = { k: 1, x: 0, y: 0 };

/**
 * The view that shows all points within the margins, y up on the plan and down on the screen.
 * @param quarters quarter turns clockwise, so that the drawing lies as the person stands
 */
export function fitted(
  points: readonly Point[],
  width: number,
  height: number,
  quarters: number,
  margin: { x: number; top: number; bottom: number },
): View {
  const [cos, sin] = (
    [
      [1, 0],
      [0, 1],
      [-1, 0],
      [0, -1],
    ] as const
  )[((quarters % 4) + 4) % 4]!;
  // clockwise on the screen, where y points down: X = x·cos + y·sin, Y = x·sin − y·cos
  const turned = points.map(([x, y]): Point => [x * cos + y * sin, x * sin - y * cos]);
  const xs = turned.map((p) => p[0]);
  const ys = turned.map((p) => p[1]);
  const [minX, maxX, minY, maxY] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const scale = Math.max(
    1e-6,
    Math.min((width - 2 * margin.x) / Math.max(1, maxX - minX), (height - margin.top - margin.bottom) / Math.max(1, maxY - minY)),
  );
  const e = width / 2 - (scale * (minX + maxX)) / 2;
  const f = margin.top + (height - margin.top - margin.bottom) / 2 - (scale * (minY + maxY)) / 2;
  return { a: scale * cos, b: scale * sin, c: scale * sin, d: -scale * cos, e, f };
}

export const zoomed = (view: View, { k, x, y }: Zoom): View => ({
  a: view.a * k,
  b: view.b * k,
  c: view.c * k,
  d: view.d * k,
  e: view.e * k + x,
  f: view.f * k + y,
});

export const toScreen = (v: View, [x, y]: Point): Point => [v.a * x + v.c * y + v.e, v.b * x + v.d * y + v.f];

export function toPlan(v: View, [X, Y]: Point): Point {
  const det = v.a * v.d - v.b * v.c;
  return [(v.d * (X - v.e) - v.c * (Y - v.f)) / det, (v.a * (Y - v.f) - v.b * (X - v.e)) / det];
}

/** Pixels per millimetre. */
export const scaleOf = (v: View): number => Math.hypot(v.a, v.b);

export const matrixOf = (v: View): string => `matrix(${v.a} ${v.b} ${v.c} ${v.d} ${v.e} ${v.f})`;

/** Where a straight line through `p` in screen direction `d` enters and leaves a rectangle; null where it misses it. */
export function across(p: Point, d: Point, width: number, height: number, inset: number): readonly [Point, Point] | null {
  let [from, to] = [-Infinity, Infinity];
  for (const [at, step, low, high] of [
    [p[0], d[0], inset, width - inset],
    [p[1], d[1], inset, height - inset],
  ] as const) {
    if (Math.abs(step) < 1e-9) {
      if (at < low || at > high) return null;
      continue;
    }
    const [t0, t1] = [(low - at) / step, (high - at) / step];
    from = Math.max(from, Math.min(t0, t1));
    to = Math.min(to, Math.max(t0, t1));
  }
  if (from > to) return null;
  return [
    [p[0] + from * d[0], p[1] + from * d[1]],
    [p[0] + to * d[0], p[1] + to * d[1]],
  ];
}
