/**
 * Cutting polygons with straight lines that run along an axis: what row edges and end joints do to a floor.
 *
 * A polygon is cut by walking each of its rings once. Stretches on the kept side become chains that begin and end on the
 * line; sorted along the line, neighbouring chain ends bound the new edges. Points on the line count as outside, so a wall
 * that lies on a row's edge gives no sliver, and both neighbours of a line get the very same points on it.
 */
import { insideRing, signedArea, tidyRing } from './ring';
import { ON_LINE, TOLERANCE, type Box, type MultiPolygon, type Point, type Polygon, type Ring } from './point';

/** What is smaller than this, in mm², is dust. */
const DUST = 1e-3;

type Chain = {
  readonly points: Point[];
  readonly start: number;
  readonly end: number;
  readonly startLean: number;
  readonly endLean: number;
};

/**
 * The part of `polygon` on one side of the line where coordinate `axis` equals `at`.
 *
 * @param polygon outer ring anticlockwise, holes clockwise
 * @param axis 0 for a line of equal first coordinate (an end joint), 1 for equal second coordinate (a row's edge)
 * @param side 1 keeps what is greater than `at`, −1 what is less
 */
export const clipHalf = (polygon: Polygon, axis: 0 | 1, at: number, side: 1 | -1): MultiPolygon =>
  gathered(halfOf(polygon, axis, at, side));

/** The rings that bound what is on one side of the line, in no order. */
function halfOf(polygon: Polygon, axis: 0 | 1, at: number, side: 1 | -1): Ring[] {
  const other = axis === 0 ? 1 : 0;
  // Along the line in the sense that has the kept side on its left, as an anticlockwise ring does.
  const sense = axis === 1 ? side : -side;
  const chains: Chain[] = [];
  const whole: Ring[] = [];

  for (const ring of polygon) {
    const n = ring.length;
    let first = -1;
    let kept = 0;
    for (let i = 0; i < n; i++) {
      const inside = side * (ring[i]![axis] - at) > ON_LINE;
      if (inside) kept++;
      if (inside && first < 0 && side * (ring[(i + n - 1) % n]![axis] - at) <= ON_LINE) first = i;
    }
    if (kept === 0) continue;
    if (kept === n) {
      whole.push(ring);
      continue;
    }
    const crossing = (out: Point, inn: Point): Point => {
      const t = Math.abs(out[axis] - at) <= ON_LINE ? 0 : (at - out[axis]) / (inn[axis] - out[axis]);
      const along = out[other] + t * (inn[other] - out[other]);
      return axis === 0 ? [at, along] : [along, at];
    };
    const lean = (out: Point, inn: Point): number => (sense * (inn[other] - out[other])) / Math.abs(inn[axis] - out[axis]);
    for (let step = 0, i = first; step < n;) {
      // ring[i] is inside and its forerunner is not
      const before = ring[(i + n - 1) % n]!;
      const points: Point[] = [crossing(before, ring[i]!)];
      const startLean = lean(before, ring[i]!);
      while (side * (ring[i]![axis] - at) > ON_LINE) {
        points.push(ring[i]!);
        i = (i + 1) % n;
        step++;
      }
      const last = ring[(i + n - 1) % n]!;
      points.push(crossing(ring[i]!, last));
      // a ring that only touches the line with a corner is whole
      if (kept === points.length - 2 && isOne(points[0]!, points[points.length - 1]!)) {
        whole.push(points.slice(1));
        break;
      }
      chains.push({
        points,
        start: sense * points[0]![other],
        end: sense * points[points.length - 1]![other],
        startLean,
        endLean: lean(ring[i]!, last),
      });
      while (step < n && side * (ring[i]![axis] - at) <= ON_LINE) {
        i = (i + 1) % n;
        step++;
      }
    }
  }

  if (chains.length === 0) return whole;
  const ends: { at: number; lean: number; chain: number; begins: boolean }[] = [];
  chains.forEach((c, k) => {
    ends.push({ at: c.start, lean: c.startLean, chain: k, begins: true });
    ends.push({ at: c.end, lean: c.endLean, chain: k, begins: false });
  });
  ends.sort((a, b) => a.at - b.at || a.lean - b.lean);
  const next = new Int32Array(chains.length).fill(-1);
  for (let k = 0; k + 1 < ends.length; k += 2) {
    const [a, b] = [ends[k]!, ends[k + 1]!];
    if (!a.begins && b.begins) next[a.chain] = b.chain;
    else if (a.begins && !b.begins) next[b.chain] = a.chain;
  }
  const done = new Uint8Array(chains.length);
  for (let k = 0; k < chains.length; k++) {
    if (done[k]) continue;
    const ring: Point[] = [];
    for (let c = k; c >= 0 && !done[c]; c = next[c]!) {
      done[c] = 1;
      ring.push(...chains[c]!.points);
    }
    whole.push(ring);
  }
  return whole;
}

const isOne = (a: Point, b: Point): boolean => Math.abs(a[0] - b[0]) < TOLERANCE && Math.abs(a[1] - b[1]) < TOLERANCE;

/** Sorts loose rings into polygons: anticlockwise ones are outer rings, clockwise ones holes of the one that holds them. */
export function gathered(rings: readonly Ring[]): MultiPolygon {
  const outers: Ring[][] = [];
  const holes: Ring[] = [];
  for (const raw of rings) {
    const ring = tidyRing(raw);
    const area = ring.length < 3 ? 0 : signedArea(ring);
    if (area > DUST) outers.push([ring]);
    else if (area < -DUST) holes.push(ring);
  }
  for (const hole of holes) {
    const home = outers.length === 1 ? outers[0] : outers.find((p) => insideRing(middleOfFirstEdge(hole), p[0]!));
    home?.push(hole);
  }
  return outers;
}

const middleOfFirstEdge = (ring: Ring): Point => [(ring[0]![0] + ring[1]![0]) / 2, (ring[0]![1] + ring[1]![1]) / 2];

/**
 * A polygon that is the same between two lines of equal coordinate `axis`, with hardly a corner beyond them: of corners that follow each other beyond one
 * line the first and the last are left. Beyond the lines its edges may cross, so its area and the sense of its rings mean nothing: it is for what looks
 * between the lines only.
 */
export function fewerBeyond(polygon: Polygon, axis: 0 | 1, from: number, to: number): Polygon {
  return polygon.map((ring) => {
    const side = (p: Point) => (p[axis] <= from ? -1 : p[axis] >= to ? 1 : 0);
    const n = ring.length;
    let [before, own] = [side(ring[n - 1]!), side(ring[0]!)];
    return ring.filter((_, i) => {
      const after = side(ring[i + 1 < n ? i + 1 : 0]!);
      const kept = own === 0 || before !== own || after !== own;
      [before, own] = [own, after];
      return kept;
    });
  });
}

/** The parts of a multipolygon between two lines of equal coordinate `axis`. */
export function clipBand(multi: MultiPolygon, axis: 0 | 1, from: number, to: number): MultiPolygon {
  // with few corners beyond the lines a ring may cross itself there: which way it turns is known only once both lines have cut it
  return multi.flatMap((p) => gathered(halfOf(halfOf(fewerBeyond(p, axis, from, to), axis, from, 1), axis, to, -1)));
}

/** The parts of a multipolygon within a box. */
export const clipBox = (multi: MultiPolygon, { minX, minY, maxX, maxY }: Box): MultiPolygon =>
  clipBand(clipBand(multi, 0, minX, maxX), 1, minY, maxY);

/** A stretch [from, to] of a line. */
export type Span = readonly [number, number];

/**
 * The stretches of the line where coordinate `axis` equals `at` that lie inside, taken a hair to the side given: on the line
 * itself an edge that runs along it would be neither in nor out.
 */
export function spansAt(multi: MultiPolygon, axis: 0 | 1, at: number, side: 1 | -1): Span[] {
  const other = axis === 0 ? 1 : 0;
  const level = at + side * 1e-4;
  const spans: [number, number][] = [];
  for (const polygon of multi) {
    const cuts: number[] = [];
    for (const ring of polygon) {
      for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
        const a = ring[j]!;
        const b = ring[i]!;
        if (a[axis] > level !== b[axis] > level) cuts.push(a[other] + ((level - a[axis]) / (b[axis] - a[axis])) * (b[other] - a[other]));
      }
    }
    // most shapes are cut twice, and most lists are of one shape
    if (cuts.length > 2 || cuts[0]! > cuts[1]!) cuts.sort((a, b) => a - b);
    for (let k = 0; k + 1 < cuts.length; k += 2) if (cuts[k + 1]! - cuts[k]! > TOLERANCE) spans.push([cuts[k]!, cuts[k + 1]!]);
  }
  return spans.length > 1 ? spans.sort((a, b) => a[0] - b[0]) : spans;
}

/** The stretches that two sorted lists of spans have in common. */
export function commonSpans(a: readonly Span[], b: readonly Span[]): Span[] {
  const common: Span[] = [];
  for (let i = 0, j = 0; i < a.length && j < b.length;) {
    const from = Math.max(a[i]![0], b[j]![0]);
    const to = Math.min(a[i]![1], b[j]![1]);
    if (to - from > TOLERANCE) common.push([from, to]);
    if (a[i]![1] < b[j]![1]) i++;
    else j++;
  }
  return common;
}
