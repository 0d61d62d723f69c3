import {
  boxOf,
  clipBand,
  difference,
  frameOf,
  insidePolygon,
  intersection,
  polygonArea,
  turned,
  turnedMulti,
  type MultiPolygon,
  type Point,
  type Polygon,
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
  tell(difference(wanted, listed), (area) => `Its laid area leaves out ${area} that the job asks for.`);
  tell(difference(listed, wanted), (area) => `Its laid area takes in ${area} more than the job asks for.`);

  const rows = [...floor.rows].sort((a, b) => a.from - b.from);
  rows.forEach((row, i) => {
    const own = shapes.filter((s) => s.piece.row === row.n);
    const at: Point | null = own[0] ? middleOf(frame, own[0]) : null;
    if (Math.abs(row.to - row.from - row.width) > ALIKE) say(floor.id, at, `Row ${row.n} is not as wide as its planks.`);
    const next = rows[i + 1];
    if (next && next.from < row.to - ALIKE) say(floor.id, at, `Rows ${row.n} and ${next.n} overlap.`);
    for (const s of own) {
      if (s.box.minY < row.from - ALIKE || s.box.maxY > row.to + ALIKE)
        say(floor.id, middleOf(frame, s), `Piece ${s.piece.id} reaches out of row ${row.n}.`);
    }
    const band = clipBand(wanted, 1, row.from, row.to);
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
  const between = rows.reduce<MultiPolygon>((left, row) => difference(left, clipBand(left, 1, row.from, row.to)), wanted);
  tell(between, (area) => `No row covers ${area} of the floor.`);
  for (const s of shapes) {
    if (!rows.some((r) => r.n === s.piece.row))
      say(floor.id, middleOf(frame, s), `Piece ${s.piece.id} lies in row ${s.piece.row}, which is not listed.`);
  }
}

const touches = (a: Shape['box'], b: Shape['box']): boolean => a.minX < b.maxX && b.minX < a.maxX && a.minY < b.maxY && b.minY < a.maxY;
