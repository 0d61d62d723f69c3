/** What comes out of a block where cuts right through cannot make the piece: notches from its outline, holes within it. */
import { distanceToSegment, roundPoint, signedArea, type Point, type Ring } from '../geometry';
import type { Display } from '../units';
import type { ShapedCut, Side } from './list';
import { cornerMark, datumFor, measured, placeMark, type Rounding } from './marks';
import type { PieceShape } from './shape';
import { CORNER, holds, lineThrough, plainer, SAME_WOOD, sideOf } from './wood';

/** Something round on the floor, as a plank sees it. */
export type RoundThing = { readonly centre: Point; readonly radius: number; readonly gap: number; readonly pipe: boolean };

/** How far (mm) the corners round a round thing may lie off its circle. */
const OFF_CIRCLE = 0.6;
/** Corners of a mitred ring of eight corners stand out by so much of the gap more. */
const MITRED = 1.09;

/**
 * The notches and holes that make a piece of its block.
 *
 * @param block the wood in hand after all cuts right through
 * @param width of the plank
 * @param rounds what round things the floor goes round, in the plank's frame
 */
export function shapedCuts(
  { rings }: PieceShape,
  block: Ring,
  width: number,
  rounds: readonly RoundThing[],
  display: Display,
): readonly ShapedCut[] {
  const notches = pocketsOf(rings[0]!, block).map((out) => shapedCut('notch', out, block, width, rounds, display));
  const holes = rings.slice(1).map((ring) => {
    // one of which a corner touches the edge opens there
    const kind = ring.some((p) => offRing(p, block) <= ON_EDGE) ? 'notch' : 'hole';
    return shapedCut(kind, turningLeft(ring), block, width, rounds, display);
  });
  return [...notches, ...holes];
}

const turningLeft = (ring: Ring): Ring => (signedArea(ring) > 0 ? ring : [...ring].reverse());

/** How far a point lies from a ring. */
const offRing = (p: Point, ring: Ring): number => Math.min(...ring.map((a, i) => distanceToSegment(p, a, ring[(i + 1) % ring.length]!)));

/** A corner this near (mm) to the edge, and what rounding adds, is on it. */
const ON_EDGE = SAME_WOOD + 2e-3;
/** A piece's outline begins to leave its block's this far (mm) from it. */
const LEAVES = 2 * CORNER;

/** The rings between a piece's outline and its block's. */
function pocketsOf(outer: Ring, block: Ring): Ring[] {
  const n = outer.length;
  const off = outer.map((p) => offRing(p, block));
  const touches = (i: number) => off[i % n]! <= LEAVES;
  const runsAlong = (i: number): boolean => {
    const [a, b] = [outer[i % n]!, outer[(i + 1) % n]!];
    return touches(i) && touches(i + 1) && offRing([(a[0] + b[0]) / 2, (a[1] + b[1]) / 2], block) <= LEAVES;
  };
  /** How far an edge leaves the block's outline: at its far end, or in its middle. */
  const offBetween = (i: number): number => {
    const [a, b] = [outer[i % n]!, outer[(i + 1) % n]!];
    return Math.max(off[(i + 1) % n]!, offRing([(a[0] + b[0]) / 2, (a[1] + b[1]) / 2], block));
  };
  const pockets: Ring[] = [];
  for (let i = 0; i < n; i++) {
    if (!touches(i) || runsAlong(i)) continue;
    let k = i + 1;
    while (!touches(k) && k < i + n) k++;
    const chain = Array.from({ length: k - i + 1 }, (_, j) => outer[(i + j) % n]!);
    if (Math.max(...Array.from({ length: k - i }, (_, j) => offBetween(i + j))) <= SAME_WOOD) continue;
    const ring = plainer(roundPocket(chain, block), SAME_WOOD / 2, chain);
    if (ring.length >= 3 && Math.abs(signedArea(ring)) > 1e-3) pockets.push(turningLeft(ring));
  }
  return pockets;
}

/** How far (mm) a ring that is taken out goes beyond the wood, so that no hair of it is left along its outline. */
const BEYOND = 1;

/** The ring that is taken out between a stretch of a piece's outline and its block's. */
function roundPocket(chain: Ring, block: Ring): Ring {
  const [first, last] = [chain[0]!, chain[chain.length - 1]!];
  const corners = cornersBetween(block, first, last).map((p) => outside(p, block));
  const inner = chain.slice(1, -1).reverse();
  const isSquare = chain.slice(1).every((p, k) => Math.min(Math.abs(p[0] - chain[k]![0]), Math.abs(p[1] - chain[k]![1])) < SAME_WOOD);
  // square sides run on beyond the wood; where a slanted one leaves it, the place on its edge is a corner to be marked
  if (isSquare) return [onwards(chain[1]!, first), ...corners, onwards(chain[chain.length - 2]!, last), ...inner];
  return [first, outside(first, block), ...corners, outside(last, block), last, ...inner];
}

function onwards(from: Point, to: Point): Point {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
  return [to[0] + ((to[0] - from[0]) / length) * BEYOND, to[1] + ((to[1] - from[1]) / length) * BEYOND];
}

/** A place on a block's outline, moved off it. */
function outside(p: Point, block: Ring): Point {
  let [x, y] = p;
  block.forEach((a, i) => {
    const b = block[(i + 1) % block.length]!;
    if (distanceToSegment(p, a, b) > SAME_WOOD) return;
    const { normal } = lineThrough(a, b);
    x += normal[0] * BEYOND;
    y += normal[1] * BEYOND;
  });
  return [x, y];
}

/** The corners of a ring between one point on its outline and another, in its own sense. */
function cornersBetween(ring: Ring, from: Point, to: Point): Point[] {
  const n = ring.length;
  const edgeOf = (p: Point) => {
    let [best, at] = [Infinity, 0];
    for (let i = 0; i < n; i++) {
      const off = distanceToSegment(p, ring[i]!, ring[(i + 1) % n]!);
      if (off < best - 1e-9) [best, at] = [off, i];
    }
    return at;
  };
  const [first, last] = [edgeOf(from), edgeOf(to)];
  const along = (i: number, p: Point) => Math.hypot(p[0] - ring[i]![0], p[1] - ring[i]![1]);
  const corners: Point[] = [];
  const round = first !== last || along(first, to) < along(first, from) - SAME_WOOD;
  for (let k = 0; round && k < n; k++) {
    const i = (first + 1 + k) % n;
    corners.push(ring[i]!);
    if (i === last) break;
  }
  const apart = (p: Point) => [from, to].every((q) => Math.hypot(p[0] - q[0], p[1] - q[1]) > SAME_WOOD);
  return corners.filter(apart);
}

/** One notch or hole with its marks. */
function shapedCut(
  kind: 'notch' | 'hole',
  out: Ring,
  block: Ring,
  width: number,
  rounds: readonly RoundThing[],
  display: Display,
): ShapedCut {
  const inside = out.filter((p) => holds(block, [p], 0) && offRing(p, block) > ON_EDGE);
  const isOwnCorner = (p: Point) => block.some((q) => Math.hypot(p[0] - q[0], p[1] - q[1]) <= SAME_WOOD);
  const middle = middleOf(out);
  const datum = datumFor(block, middle, width);
  const round = rounds.find(
    ({ centre, radius, gap }) =>
      inside.length >= 3 &&
      inside.every((p) => {
        const off = Math.hypot(p[0] - centre[0], p[1] - centre[1]) - radius - gap;
        return off > -OFF_CIRCLE && off < (MITRED - 1) * gap + OFF_CIRCLE;
      }),
  );
  const ring = out.map(roundPoint);
  if (round) {
    const place = placeMark(round.centre, datumFor(block, round.centre, width), display, 'nearest', 'nearest');
    const diameter = measured(2 * (round.radius + round.gap), display, 'up');
    const relief = kind === 'hole' && round.pipe ? { relief: { to: nearestSide(block, round.centre) } } : {};
    return {
      kind,
      out: ring,
      inside: inside.map(roundPoint),
      marks: [],
      round: { centre: roundPoint(round.centre), ...place, diameter },
      ...relief,
    };
  }
  const [along, across] = roundings(out, datum.end === 'left', datum.edge === 'near');
  const marks = out.filter((p) => !isOwnCorner(p) && holds(block, [p])).map((p) => cornerMark(p, datum, display, along(p), across(p)));
  return { kind, out: ring, inside: inside.map(roundPoint), marks };
}

const middleOf = (ring: Ring): Point => {
  const xs = ring.map((p) => p[0]);
  const ys = ring.map((p) => p[1]);
  return [(Math.min(...xs) + Math.max(...xs)) / 2, (Math.min(...ys) + Math.max(...ys)) / 2];
};

/** How corners are rounded: a box comes out no smaller than it is, any other ring to the nearest step. */
function roundings(out: Ring, fromLeft: boolean, fromNear: boolean): readonly [(p: Point) => Rounding, (p: Point) => Rounding] {
  const square =
    out.length === 4 &&
    out.every(([x, y], i) => {
      const [v, z] = out[(i + 1) % 4]!;
      return Math.abs(x - v) < SAME_WOOD || Math.abs(y - z) < SAME_WOOD;
    });
  if (!square) return [() => 'nearest', () => 'nearest'];
  const [x, y] = middleOf(out);
  return [(p) => (p[0] < x === fromLeft ? 'down' : 'up'), (p) => (p[1] < y === fromNear ? 'down' : 'up')];
}

/** The side of a block that lies nearest to a place. */
function nearestSide(block: Ring, p: Point): Side {
  let [best, side]: [number, Side] = [Infinity, 'near'];
  block.forEach((a, i) => {
    const b = block[(i + 1) % block.length]!;
    const off = distanceToSegment(p, a, b);
    if (off < best) [best, side] = [off, sideOf(a, b)];
  });
  return side;
}
