/**
 * Sawing one piece off a part of a plank by cuts right through, so that what later pieces need stays whole: along its own edges where that harms nobody,
 * else first along a line that parts the others from it.
 */
import type { Point, Ring } from '../geometry';
import type { Display } from '../units';
import type { StraightCut } from './list';
import { lineMark } from './marks';
import type { PieceShape } from './shape';
import { beyond, isLong, lineThrough, partedAt, plainer, reachAlong, SAME_WOOD, sideOf, type Line } from './wood';

/** A cut, what it leaves in hand and what falls off. */
export type Sawing = { readonly cut: StraightCut; readonly kept: Ring; readonly off: Ring };

/** A later piece may be this near (mm) to a kerf: what plan files round away. */
const SLACK = 0.03;
/** A line that leans no more than this, across over along, is square. */
const SQUARE = 1e-4;

/** Which of other shapes fall off at a line; null where it goes through one of them. */
function fallingOff(line: Line, kerf: number, others: readonly PieceShape[]): readonly PieceShape[] | null {
  const off: PieceShape[] = [];
  for (const other of others) {
    const [least, most] = reachAlong(other.hull, line.normal);
    if (most <= line.at + SLACK) continue;
    if (least < line.at + kerf - SLACK) return null;
    off.push(other);
  }
  return off;
}

/**
 * The cuts right through that leave a piece's block of a part of its plank.
 *
 * @param others what is still to be cut from that part
 */
export function sawnThrough(part: Ring, own: PieceShape, others: readonly PieceShape[], kerf: number, display: Display): readonly Sawing[] {
  const sawings: Sawing[] = [];
  let wood = part;
  let left = others;
  const saw = (line: Line): boolean => {
    const sawing = sawn(wood, line, kerf, display);
    if (!sawing) return false;
    sawings.push(sawing);
    wood = sawing.kept;
    const off = fallingOff(line, kerf, left) ?? [];
    left = left.filter((o) => !off.includes(o));
    return true;
  };
  let sides = [...own.sides].sort((a, b) => rankOf(a) - rankOf(b));
  while (sides.length > 0) {
    sides = sides.filter((s) => reachAlong(wood, s.normal)[1] > s.at + SAME_WOOD);
    const safe = sides.find((s) => fallingOff(s, kerf, left) !== null);
    const line = safe ?? partingLine(own, left, kerf) ?? sides[0];
    if (!line) break;
    sides = sides.filter((s) => s !== line);
    saw(line);
  }
  // others that lie beside it in its own block: only where it has a recess that reaches round them
  while (left.length > 0) {
    const line = partingLine(own, left, kerf);
    if (!line || !saw(line)) break;
  }
  return sawings;
}

/** Crosscuts come first, square ones before slanted ones; then rips, then what takes corners off. */
function rankOf({ normal: [x, y] }: Line): number {
  if (Math.abs(y) < SQUARE) return 0;
  if (Math.abs(x) < SQUARE) return 2;
  return Math.abs(x) > Math.abs(y) ? 1 : 3;
}

/** A line that parts some of the others from a piece and goes through none: along a side of any of them, leaving as few with the piece as can be. */
function partingLine(own: PieceShape, others: readonly PieceShape[], kerf: number): Line | null {
  const normals: Point[] = [[1, 0], [-1, 0], [0, 1], [0, -1]]; // prettier-ignore
  for (const { hull } of [own, ...others])
    hull.forEach((a, i) => {
      const { normal } = lineThrough(a, hull[(i + 1) % hull.length]!);
      if (Number.isFinite(normal[0])) normals.push(normal, [-normal[0], -normal[1]]);
    });
  let best: { readonly line: Line; readonly rank: number } | null = null;
  for (const normal of normals) {
    const reach = others.map((o) => reachAlong(o.hull, normal));
    let at = reachAlong(own.hull, normal)[1];
    for (let grew = true; grew;) {
      const inTheWay = reach.filter(([least, most]) => most > at + SLACK && least < at + kerf - SLACK);
      grew = inTheWay.length > 0;
      if (grew) at = Math.max(...inTheWay.map(([, most]) => most));
    }
    const off = reach.filter(([, most]) => most > at + SLACK).length;
    if (off === 0) continue;
    const rank = rankOf({ normal, at }) - off / (others.length + 1);
    if (!best || rank < best.rank - 1e-9) best = { line: { normal, at }, rank };
  }
  return best?.line ?? null;
}

/** Saws wood along a line; null where the line leaves nothing to saw. */
export function sawn(wood: Ring, line: Line, kerf: number, display: Display): Sawing | null {
  const parted = partedAt(wood, line);
  if (!parted || parted.kept.length < 3) return null;
  const { a, b, kept } = parted;
  // the line as it is written is the line that is sawn
  const written = lineThrough(a, b);
  const off = plainer(beyond(wood, written, kerf), 1e-3);
  const [sideA, sideB] = [besides(kept, a, b), besides(kept, b, a)];
  const isCross = isLong(sideA) && isLong(sideB) && sideA !== sideB;
  const isRip = !isLong(sideA) && !isLong(sideB) && sideA !== sideB;
  const kind = isCross || (!isRip && Math.abs(b[1] - a[1]) > Math.abs(b[0] - a[0])) ? 'cross' : 'rip';
  const forward = kind === 'cross' ? a[1] <= b[1] : a[0] <= b[0];
  const [p, q] = forward ? [a, b] : [b, a];
  const base = { line: [p, q] as const, marks: [lineMark(kept, p, q, display), lineMark(kept, q, p, display)] as const };
  const [nx, ny] = written.normal;
  const cut: StraightCut =
    kind === 'cross' ? { kind, ...base, keep: nx > 0 ? 'left' : 'right' } : { kind, ...base, keep: ny > 0 ? 'near' : 'far' };
  return { cut, kept, off };
}

/** The side of the wood on which an end of a line lies, by what is kept beside it. */
function besides(kept: Ring, p: Point, q: Point) {
  const ring = plainer(kept, SAME_WOOD, [p, q]);
  const at = ring.indexOf(p);
  const next = ring[(at + 1) % ring.length]!;
  return next === q ? sideOf(ring[(at + ring.length - 1) % ring.length]!, p) : sideOf(p, next);
}
