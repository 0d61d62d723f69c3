/** A point of the plan, millimetres: x to the right, y up; or (u, w) in a row frame. */
export type Point = readonly [number, number];
/** A closed outline without the closing repeat. */
export type Ring = readonly Point[];
/** An outer ring and the rings of its holes. */
export type Polygon = readonly Ring[];
export type MultiPolygon = readonly Polygon[];
/** Least and greatest of both coordinates. */
export type Box = { readonly minX: number; readonly minY: number; readonly maxX: number; readonly maxY: number };

/** Points closer than this are one point: a thousandth of what any tool can cut. */
export const TOLERANCE = 1e-6;

/**
 * What lies within this (mm) of a row's edge or an end joint lies on it: corners given to a thousandth and turned may miss the line that they
 * are meant to lie on by some of them. Set-out and clipping go by the same, so that neither sees a strip where the other sees none.
 */
export const ON_LINE = 5e-3;

/** Lengths in a plan file are rounded to a thousandth; two of them may differ by this (mm) and be meant as one. */
export const ROUNDING = 0.01;

/** Distance of `p` from the stretch a–b. */
export function distanceToSegment(p: Point, a: Point, b: Point): number {
  const dx = b[0] - a[0];
  const dy = b[1] - a[1];
  const length2 = dx * dx + dy * dy;
  const t = length2 === 0 ? 0 : Math.max(0, Math.min(1, ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / length2));
  return Math.hypot(p[0] - a[0] - t * dx, p[1] - a[1] - t * dy);
}

/** The rest of a division that is never negative: where a place lies on a circle of length n. */
export const modulo = (a: number, n: number): number => ((a % n) + n) % n;

/** Place of the first of some rising numbers that is not less than one; how many there are where all are less. */
export function firstFrom(rising: readonly number[], least: number): number {
  let [low, high] = [0, rising.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (rising[middle]! < least) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** How far what lies up to each of them reaches, of things from left to right that end there: with {@link firstFrom}, the first that may reach a place. */
export function reachedBy(ends: readonly number[]): number[] {
  let reach = -Infinity;
  return ends.map((end) => (reach = Math.max(reach, end)));
}

/** Rounds to the three decimals that our files carry; never gives −0. */
export const round3 = (n: number): number => Math.round(n * 1000) / 1000 || 0;
/** Rounds to the six decimals that angles carry; never gives −0. */
export const round6 = (n: number): number => Math.round(n * 1e6) / 1e6 || 0;
export const roundPoint = (p: Point): [number, number] => [round3(p[0]), round3(p[1])];
