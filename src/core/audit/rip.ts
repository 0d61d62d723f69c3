import { fewerBeyond, firstFrom, spansAt, turned, turnedPolygon, type Point, type Polygon, type Span, ROUNDING } from '../geometry';
import { sourceOf, sourceText, type Placed, type PlanRow } from '../given';
import { bestOrigin, isAlwaysCrossed, runningWalls, scoreOf, SHORTEST_JUDGED, widthsOf, type RunningWall } from '../setout';
import { wallLetter } from '../survey';

import { formatLength } from '../units';
import { finding, type AuditedFloor, type Rule } from './rule';

type Stretch = {
  from: number;
  to: number;
  least: number;
  at: readonly [number, number];
  wall: RunningWall;
  /** how far across it the strip reaches, within its row */
  across: Span;
};

/**
 * Least rip: the width left of a row beside a wall, a transition's line, a hearth, an island or a cabinet that runs with the planks (within
 * 10°), over more than 30 mm of length; one finding for each stretch. Mend: move the line.
 */
export const rip: Rule = (floor, say) => ripStretches(floor).forEach(({ finding: f }) => say(f));

/** Every stretch that is too narrow: its finding, and the two ends of where it reaches, in the row frame. */
export function ripStretches(floor: AuditedFloor): { readonly finding: Placed; readonly reach: readonly [Point, Point] }[] {
  const limit = floor.product.limits.rip;
  if (limit <= 0) return [];
  const found: { finding: Placed; reach: [Point, Point] }[] = [];
  const laid = floor.plan.laid.map((polygon) => turnedPolygon(floor.frame, polygon));
  // a round hearth is drawn as many short edges: how long a stretch is shows once they are joined
  const walls = runningWalls(floor.edges, floor.frame, undefined, 0);
  let helped: boolean | undefined;
  const lineHelps = () => (helped ??= someLineHelps(floor));
  // what lies may have been pushed: its edge is then a little beside where the wall asks for it
  const near = floor.plan.pieces.some((p) => p.laid) ? PUSHED : SAME_EDGE;
  for (const { row } of floor.rows) {
    let breaks: readonly number[] | undefined;
    const breaksOf = () => (breaks ??= breaksIn(row, laid));
    const beside = laid.map((polygon) => fewerBeyond(polygon, 1, row.from - 2 * PUSHED, row.to + 2 * PUSHED));
    for (const side of ['start', 'far'] as const) {
      const narrow = walls
        .filter((w) => w.side === side)
        .flatMap((wall) => narrowStretches(wall, row, { laid: beside, breaks: breaksOf, limit: limit - ROUNDING, near }));
      for (const { from, to, least, at, wall } of joined(narrow)) {
        if (to - from <= SHORTEST_JUDGED) continue;
        found.push({
          reach: [
            [from, row.from],
            [to, row.to],
          ],
          finding: finding(floor, 'rip', turned(floor.frame, at), {
            rows: [row.n],
            measured: least,
            limit,
            text: `Row ${row.n} is only ${formatLength(least, floor.display, { down: true })} wide beside ${besideWords(floor, wall)} over ${floor.length(to - from)}, at least ${floor.length(limit)} (${sourceText(sourceOf(floor.product, 'rip'))}). ${mendWords(floor, wall, lineHelps)}`,
          }),
        });
      }
    }
  }
  return found;
}

/** What a strip lies beside, as a sentence goes on with it. */
function besideWords({ spaces, doorway }: AuditedFloor, { bound }: RunningWall): string {
  if (bound.kind === 'wall') {
    const space = spaces.find((s) => s.id === bound.space);
    const letter = wallLetter(Math.max(0, bound.wall));
    return `wall ${letter}${spaces.length > 1 && space ? ` of ${space.name}` : ''}`;
  }
  if (bound.kind === 'jamb') return `the jamb in ${doorway(bound.opening)}`;
  if (bound.kind === 'line' || bound.kind === 'open') return `the line in ${doorway(bound.opening)}`;
  return `the ${bound.kind}`;
}

/** Whether some place of the rows leaves wide enough strips beside all that runs with them. */
function someLineHelps({ product, edges, frame }: AuditedFloor): boolean {
  const widths = widthsOf({ product });
  const walls = runningWalls(edges, frame);
  const { rip: limit } = product.limits;
  return scoreOf(walls, { origin: bestOrigin(walls, widths, limit, 0), widths }, limit).broken === 0;
}

/** What helps against a strip that is too narrow. */
function mendWords({ product }: AuditedFloor, wall: RunningWall, lineHelps: () => boolean): string {
  if (isAlwaysCrossed(wall, widthsOf({ product }))) return 'No line helps: it leans by more than a plank is wide. Try another direction.';
  return lineHelps() ? 'Move the line.' : 'No line gives every wall its strip: try another direction, or end the floor at a doorway.';
}

/** A floor's edge this near (mm) to where a wall asks for it is that wall's. */
const SAME_EDGE = 1;
const PUSHED = 12;

/** Where along a row corners of the floor lie, or an edge of it crosses the row's own, left to right. */
function breaksIn(row: PlanRow, laid: readonly Polygon[]): readonly number[] {
  const breaks: number[] = [];
  for (const polygon of laid) {
    for (const ring of polygon) {
      ring.forEach(([u, w], i) => {
        const [v, x] = ring[(i + 1) % ring.length]!;
        if (Math.max(w, x) < row.from - 1 || Math.min(w, x) > row.to + 1) return;
        if (w > row.from - 1 && w < row.to + 1) breaks.push(u);
        for (const edge of [row.from, row.to]) if (w < edge !== x < edge) breaks.push(u + ((edge - w) * (v - u)) / (x - w));
      });
    }
  }
  return breaks.sort((a, b) => a - b);
}

type Narrow = {
  /** the floor about the row */
  readonly laid: readonly Polygon[];
  /** {@link breaksIn} the row, worked out where a wall stands in it */
  readonly breaks: () => readonly number[];
  readonly limit: number;
  readonly near: number;
};

/** Where, along one wall and in one row, less than `limit` of the row's width is left. */
function narrowStretches(wall: RunningWall, row: PlanRow, { laid, breaks, limit, near }: Narrow): Stretch[] {
  const [[u0, u1], [w0, w1]] = [wall.u, wall.w];
  const wAt = (u: number) => w0 + ((w1 - w0) * (u - u0)) / (u1 - u0);
  // the part of the wall that stands in this row
  let [from, to] = [u0, u1];
  const low = wall.side === 'start' ? row.from - ROUNDING : row.from + ROUNDING;
  const high = wall.side === 'start' ? row.to - ROUNDING : row.to + ROUNDING;
  if (Math.abs(w1 - w0) < 1e-9) {
    if (w0 < low || w0 > high) return [];
  } else {
    const cross = [low, high].map((w) => u0 + ((w - w0) * (u1 - u0)) / (w1 - w0)).sort((a, b) => a - b);
    from = Math.max(from, cross[0]!);
    to = Math.min(to, cross[1]!);
    if (to - from < 1e-6) return [];
  }
  // width is linear between the corners of the floor, and where its opposite side leaves the row
  const within = breaks();
  const us = [from, ...within.slice(firstFrom(within, from), firstFrom(within, to)), to];
  const stretches: Stretch[] = [];
  for (let k = 0; k + 1 < us.length; k++) {
    const [a, b] = [us[k]!, us[k + 1]!];
    if (b - a < 1e-3) continue;
    const sectionAt = (u: number, lean: 1 | -1): Span | undefined =>
      spansAt(laid, 0, u, lean).find(([s, t]) => Math.abs((wall.side === 'start' ? s : t) - wAt(u)) < near);
    const [sa, sb] = [sectionAt(a, 1), sectionAt(b, -1)];
    if (!sa || !sb) continue;
    const [ca, cb] = [clipped(sa, row), clipped(sb, row)];
    const [wa, wb] = [ca[1] - ca[0], cb[1] - cb[0]];
    if (Math.min(wa, wb) >= limit) continue;
    const meet = a + ((b - a) * (limit - wa)) / (wb - wa);
    const f = wa < limit ? a : meet;
    const t = wb < limit ? b : meet;
    const uLeast = wa <= wb ? f : t;
    stretches.push({
      from: f,
      to: t,
      least: Math.max(0, Math.min(wa, wb)),
      at: [wa === wb ? (f + t) / 2 : uLeast, wAt(wa === wb ? (f + t) / 2 : uLeast)],
      wall,
      across: hull(ca, cb),
    });
  }
  return stretches;
}

const clipped = ([from, to]: Span, row: PlanRow): Span => [Math.max(from, row.from), Math.min(to, row.to)];
const hull = ([a, b]: Span, [c, d]: Span): Span => [Math.min(a, c), Math.max(b, d)];

/** Stretches of one strip made one: those that follow each other, and not what lies above or below them in the same row. */
function joined(stretches: readonly Stretch[]): Stretch[] {
  const all: Stretch[] = [];
  for (const s of [...stretches].sort((a, b) => a.from - b.from)) {
    const last = all.findLast((l) => s.from - l.to < 0.1 && s.across[0] <= l.across[1] && l.across[0] <= s.across[1]);
    if (last) {
      last.across = hull(last.across, s.across);
      last.to = Math.max(last.to, s.to);
      if (s.least < last.least) Object.assign(last, { least: s.least, at: s.at, wall: s.wall });
    } else all.push({ ...s });
  }
  return all;
}
