import {
  boxOf,
  clipBand,
  difference,
  frameOf,
  grouped,
  insidePolygon,
  intersection,
  polygonArea,
  spansAt,
  turned,
  turnedMulti,
  type MultiPolygon,
  type Point,
  type Polygon,
  type Span,
} from '../../geometry';
import type { PlanFloor } from '../../given';
import { ALIKE, middleOf, type Say, type Shape } from './shapes';

/** Less than this (mm²), and what is thinner than {@link ALIKE} on the whole, is rounding. */
const NOTHING = 1;

const perimeter = (polygon: Polygon): number =>
  polygon.reduce(
    (sum, ring) =>
      sum + ring.reduce((s, p, i) => s + Math.hypot(p[0] - ring[(i + 1) % ring.length]![0], p[1] - ring[(i + 1) % ring.length]![1]), 0),
    0,
  );
const matters = (polygon: Polygon): boolean => polygonArea(polygon) > NOTHING && (2 * polygonArea(polygon)) / perimeter(polygon) > ALIKE;

/** A place inside a polygon: the middle of its widest section. */
function insideOf(polygon: Polygon): Point {
  const { minX, maxX, minY, maxY } = boxOf(polygon[0]!);
  const middle: Point = [(minX + maxX) / 2, (minY + maxY) / 2];
  if (insidePolygon(middle, polygon)) return middle;
  const [a, b, c] = polygon[0]! as [Point, Point, Point];
  return [(a[0] + b[0] + c[0]) / 3, (a[1] + b[1] + c[1]) / 3];
}

/**
 * The pieces of a floor cover its laid area, all of it and nothing else, and never each other; row by row, in bands that do not overlap.
 *
 * @param laid the laid area that the job asks for, in plan
 */
export function covers(floor: PlanFloor, laid: MultiPolygon, shapes: readonly Shape[], say: Say): void {
  const frame = frameOf(floor.direction);
  const wanted = turnedMulti(frame, laid);
  const tell = (polygons: MultiPolygon, text: (area: string) => string) => {
    for (const polygon of polygons.filter(matters)) {
      say(floor.id, turned(frame, insideOf(polygon)), text(`${(polygonArea(polygon) / 100).toFixed(1)} cm²`));
    }
  };
  const listed = turnedMulti(frame, floor.laid);
  if (!isAlike(listed, wanted)) {
    tell(difference(wanted, listed), (area) => `Its laid area leaves out ${area} that the job asks for.`);
    tell(difference(listed, wanted), (area) => `Its laid area takes in ${area} more than the job asks for.`);
  }

  const rows = [...floor.rows].sort((a, b) => a.from - b.from);
  const byRow = grouped(shapes, (s) => s.piece.row);
  let inBands = 0;
  rows.forEach((row, i) => {
    const own = byRow.get(row.n) ?? [];
    const at: Point | null = own[0] ? middleOf(frame, own[0]) : null;
    if (Math.abs(row.to - row.from - row.width) > ALIKE) say(floor.id, at, `Row ${row.n} is not as wide as its planks.`);
    const next = rows[i + 1];
    if (next && next.from < row.to - ALIKE) say(floor.id, at, `Rows ${row.n} and ${next.n} overlap.`);
    for (const s of own) {
      if (s.box.minY < row.from - ALIKE || s.box.maxY > row.to + ALIKE)
        say(floor.id, middleOf(frame, s), `Piece ${s.piece.id} reaches out of row ${row.n}.`);
    }
    const band = clipBand(wanted, 1, row.from, row.to);
    inBands += band.reduce((sum, p) => sum + polygonArea(p), 0);
    if (fills(own, band)) return;
    const pieces = own.map((s) => s.shape);
    tell(pieces.length === 0 ? band : difference(band, pieces), (area) => `Row ${row.n} leaves ${area} of the floor bare.`);
    for (const s of own) {
      const near = band.filter((p) => touches(boxOf(p[0]!), s.box));
      tell(
        near.length === 0 ? [s.shape] : difference([s.shape], near),
        (area) => `Piece ${s.piece.id} lies over ${area} that are not to be laid.`,
      );
    }
    const inOrder = [...own].sort((a, b) => a.box.minX - b.box.minX);
    inOrder.forEach((a, k) => {
      for (const b of inOrder.slice(k + 1)) {
        if (b.box.minX >= a.box.maxX - ALIKE) break;
        if (touches(a.box, b.box))
          tell(intersection([a.shape], [b.shape]), (area) => `Pieces ${a.piece.id} and ${b.piece.id} lie over each other by ${area}.`);
      }
    });
  });
  // rows that do not overlap leave nothing between them where they hold all of it
  if (wanted.reduce((sum, p) => sum + polygonArea(p), 0) - inBands > NOTHING)
    tell(
      rows.reduce<MultiPolygon>((left, row) => difference(left, clipBand(left, 1, row.from, row.to)), wanted),
      (area) => `No row covers ${area} of the floor.`,
    );
  const numbers = new Set(rows.map((r) => r.n));
  for (const s of shapes) {
    if (!numbers.has(s.piece.row))
      say(floor.id, middleOf(frame, s), `Piece ${s.piece.id} lies in row ${s.piece.row}, which is not listed.`);
  }
}

/** Whether two areas have the same corners in the same order, give or take what files round away. */
const isAlike = (a: MultiPolygon, b: MultiPolygon): boolean =>
  a.length === b.length &&
  a.every(
    (polygon, i) =>
      polygon.length === b[i]!.length &&
      polygon.every(
        (ring, r) =>
          ring.length === b[i]![r]!.length &&
          ring.every(([u, w], k) => Math.abs(u - b[i]![r]![k]![0]) < ALIKE && Math.abs(w - b[i]![r]![k]![1]) < ALIKE),
      ),
  );

/** Levels nearer than this (mm) are one: between them there is nothing to be seen. */
const LEVEL = 0.02;

/**
 * Whether pieces fill a row's band, all of it and nothing else, without lying over each other. Between two levels on which corners lie all edges are
 * straight and none cross, so it is enough to compare the sections beside each level. No is no proof: beside shallow slopes sections are not exact.
 */
function fills(own: readonly Shape[], band: MultiPolygon): boolean {
  const [only, other] = band;
  const whole = only && !other && only.length === 1 && only[0]!.length === 4 ? boxOf(only[0]!) : null;
  const isHigh = ({ plain, box }: Shape) => plain && Math.abs(box.minY - whole!.minY) < ALIKE && Math.abs(box.maxY - whole!.maxY) < ALIKE;
  if (whole && polygonArea(only!) > (whole.maxX - whole.minX) * (whole.maxY - whole.minY) - NOTHING && own.every(isHigh)) {
    const spans = own.map(({ box }): Span => [box.minX, box.maxX]).sort((a, b) => a[0] - b[0]);
    return isSameSection(spans, [[whole.minX, whole.maxX]]);
  }
  const corners = [...own.flatMap((s) => s.shape), ...band.flat()].flatMap((ring) => ring.map((p) => p[1])).sort((a, b) => a - b);
  const levels = corners.filter((w, i) => i === 0 || w - corners[i - 1]! > LEVEL);
  const pieces = own.map((s) => s.shape);
  return levels.slice(1).every((high, i) => {
    const low = levels[i]!;
    return (
      [
        [low + LEVEL, 1],
        [high - LEVEL, -1],
      ] as const
    ).every(([w, side]) => isSameSection(spansAt(pieces, 1, w, side), spansAt(band, 1, w, side)));
  });
}

/** Whether stretches that follow each other are just those wanted, and none laps another. */
function isSameSection(own: readonly Span[], wanted: readonly Span[]): boolean {
  const joined: [number, number][] = [];
  for (const [from, to] of own) {
    const last = joined[joined.length - 1];
    if (last && Math.abs(from - last[1]) < ALIKE) last[1] = Math.max(last[1], to);
    else if (last && from < last[1]) return false;
    else joined.push([from, to]);
  }
  return (
    joined.length === wanted.length &&
    joined.every(([from, to], i) => Math.abs(from - wanted[i]![0]) < ALIKE && Math.abs(to - wanted[i]![1]) < ALIKE)
  );
}

const touches = (a: Shape['box'], b: Shape['box']): boolean => a.minX < b.maxX && b.minX < a.maxX && a.minY < b.maxY && b.minY < a.maxY;
