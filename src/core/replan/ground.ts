/** What is still to be laid of each floor: its rows as they lie by now, its runs, and the stretches of them on which nothing lies. */
import type { Floor } from '../floors';
import {
  boxOf,
  clipBand,
  difference,
  frameOf,
  polygonArea,
  round3,
  turnedMulti,
  turnedPolygon,
  ROUNDING,
  type Box,
  type Frame,
  type MultiPolygon,
  type Point,
  type Polygon,
} from '../geometry';
import type { Piece, PlanFloor } from '../given';
import { AT_EDGE, pieceKey, rowAsPushed, rowKey, type Site } from '../lay';
import { runsOf, type Contact, type Run } from '../rows';
import { groundOf, originFor, placed, widthsOf, type RowBand } from '../setout';

/** A piece and where it lies in the row frame. */
export type Placed = { readonly piece: Piece; readonly shape: Polygon; readonly box: Box };

/** What bounds a stretch: the edge of the floor, or a piece that lies. */
export type End = 'edge' | 'joint';

/** Part of a run on which nothing lies. */
export type Stretch = {
  /** the run, as much of it as is to be laid */
  readonly run: Run;
  /** the whole run's place in its floor */
  readonly of: number;
  readonly left: End;
  readonly right: End;
  /** joints of the plan in force within it, along the row; null where it has none to keep to */
  readonly planned: readonly number[] | null;
};

export type FloorToLay = {
  readonly floor: Floor;
  /** the floor in the plan in force; null where it is set out anew */
  readonly before: PlanFloor | null;
  readonly direction: number;
  readonly frame: Frame;
  readonly rows: readonly RowBand[];
  readonly runs: readonly Run[];
  readonly contacts: readonly Contact[];
  /** what lies, row by row */
  readonly lying: readonly Placed[];
  /** what the plan in force has laid otherwise or not yet, where it would lie */
  readonly planned: readonly Placed[];
  readonly stretches: readonly Stretch[];
  /** floor that nothing comes to lie on, in the row frame */
  readonly bare: MultiPolygon;
};

/** Places along a row nearer than this (mm) are one. */
const SAME = 0.5;
/** A bare strip narrower than this (mm) is only what was rounded. */
const HAIR = 0.2;

export const placedPiece = (frame: Frame, piece: Piece): Placed => {
  const shape = turnedPolygon(frame, piece.outline);
  return { piece, shape, box: boxOf(shape[0]!) };
};

/**
 * @param floor as its walls are known by now
 * @param before the same floor in the plan in force
 */
export function floorToLay(floor: Floor, before: PlanFloor | undefined, site: Site): FloorToLay {
  const lies = [...site.lying.values()].filter((l) => l.floor === floor.id);
  if (!before || (lies.length === 0 && !isLaidAlike(floor, before))) return anew(floor);
  const frame = frameOf(before.direction);
  // where nothing lies, nothing was pushed
  const shift = (lies.length > 0 ? site.shifts.get(floor.id) : undefined) ?? [0, 0];
  const lying = lies.map((l) => placedPiece(frame, l.piece));
  const planned = before.pieces
    .filter((p) => !site.lying.has(pieceKey(floor.id, p)) && !site.otherRows.has(rowKey(floor.id, p.row)))
    .map((p) => placedPiece(frame, { ...p, outline: p.outline.map((ring) => ring.map(([x, y]): [number, number] => [round3(x + shift[0]), round3(y + shift[1])])) })); // prettier-ignore
  const laid = turnedMulti(frame, floor.laid);
  const rows = rowsOver(
    floor,
    before.rows.map((r) => rowAsPushed(before, r, shift)),
    laid,
    lying,
  );
  // where nothing was moved, what lies as planned leaves nothing bare
  const unmoved = shift[0] === 0 && shift[1] === 0 && isLaidAlike(floor, before);
  const all = runsOf(floor, { frame, rows });
  const own = all.runs.filter((run) => !isBeyondSawn(run, before, lying));
  const dropped = all.runs.filter((run) => !own.includes(run));
  const renumbered = new Map(own.map((run, index) => [run.index, index]));
  const runs = own.map((run, index) => ({ ...run, index }));
  const contacts = all.contacts.flatMap((c) => {
    const [a, b] = [renumbered.get(c.before), renumbered.get(c.after)];
    return a === undefined || b === undefined ? [] : [{ ...c, before: a, after: b }];
  });
  const found = runs.map((run) => stretchesOf(run, lying, planned, site, floor.id, unmoved));
  // beside what lies, a strip that no row reaches
  const outside = [...clipBand(laid, 1, -Infinity, rows[0]!.from), ...clipBand(laid, 1, rows[rows.length - 1]!.to, Infinity)];
  const bare = [...outside, ...dropped.map((r) => r.shape), ...found.flatMap((f) => f.bare)].filter(isMoreThanRounded);
  return {
    floor,
    before,
    direction: before.direction,
    frame,
    rows,
    runs,
    contacts,
    lying,
    planned,
    stretches: found.flatMap((f) => f.stretches),
    bare,
  };
}

/** A floor on which nothing lies and that is not as it was planned: set out as if for the first time. */
function anew(floor: Floor): FloorToLay {
  const ground = groundOf(floor);
  const { mode } = floor.layout.setOut;
  const { direction, frame, rows } = placed(ground, mode, originFor(ground, mode));
  const { runs, contacts } = runsOf(floor, { frame, rows });
  const stretches = runs.map((run): Stretch => ({ run, of: run.index, left: 'edge', right: 'edge', planned: null }));
  return { floor, before: null, direction, frame, rows, runs, contacts, lying: [], planned: [], stretches, bare: [] };
}

/** Whether a floor is to lie just where it was planned. */
function isLaidAlike(floor: Floor, before: PlanFloor): boolean {
  const corners = (laid: MultiPolygon) => JSON.stringify(laid.map((p) => p.map((ring) => ring.map(([x, y]) => [round3(x), round3(y)]))));
  return corners(floor.laid) === corners(before.laid);
}

/** Rows that reach over all that is to be laid: those of the plan, and more of them before the first and after the last where the floor has grown. */
function rowsOver(floor: Floor, planned: readonly RowBand[], laid: MultiPolygon, lying: readonly Placed[]): readonly RowBand[] {
  const rows = [...planned].sort((a, b) => a.n - b.n);
  const widths = widthsOf(floor);
  const [first, last] = [rows[0]!, rows[rows.length - 1]!];
  // the order of widths, begun so that it fits the rows that there are
  const at = widths.findIndex((_, k) =>
    rows.every((r) => widths[(((r.n - first.n + k) % widths.length) + widths.length) % widths.length] === r.width),
  );
  const widthOf = (n: number) => widths[(((n - first.n + Math.max(0, at)) % widths.length) + widths.length) % widths.length]!;
  const reach = laid.map((p) => boxOf(p[0]!));
  const [low, high] = [Math.min(...reach.map((b) => b.minY)), Math.max(...reach.map((b) => b.maxY))];
  const lies = (n: number) => lying.some((l) => l.piece.row === n);
  // beside what lies a bare strip no wider than what a joint takes up is left to the gap
  const spare = (n: number) => (lies(n) ? AT_EDGE : HAIR);
  for (let n = first.n; rows[0]!.from - low > spare(n);) {
    n--;
    rows.unshift({ n, from: round3(rows[0]!.from - widthOf(n)), to: rows[0]!.from, width: widthOf(n) });
  }
  for (let n = last.n; high - rows[rows.length - 1]!.to > spare(n);) {
    n++;
    const { to } = rows[rows.length - 1]!;
    rows.push({ n, from: to, to: round3(to + widthOf(n)), width: widthOf(n) });
  }
  return rows;
}

/** Whether a run of a new row would meet an edge that was sawn off what lies: nothing locks there. */
function isBeyondSawn(run: Run, before: PlanFloor, lying: readonly Placed[]): boolean {
  const numbers = before.rows.map((r) => r.n);
  const [first, last] = [Math.min(...numbers), Math.max(...numbers)];
  if (run.row.n >= first && run.row.n <= last) return false;
  const beside = run.row.n < first ? first : last;
  const [near] = lying.filter((l) => l.piece.row === beside && l.box.minX < run.u1 - SAME && l.box.maxX > run.u0 + SAME);
  if (!near || Math.abs(run.row.n - beside) > 1) return false;
  const { low, high } = near.piece.cut;
  return run.row.n < first ? low > HAIR : high < run.row.width - HAIR;
}

/** The parts of a run that are still to be laid, and those that stay bare. */
function stretchesOf(
  run: Run,
  lying: readonly Placed[],
  planned: readonly Placed[],
  site: Site,
  floor: string,
  unmoved: boolean,
): { stretches: Stretch[]; bare: MultiPolygon } {
  const inRun = ({ piece, box }: Placed) =>
    piece.row === run.row.n &&
    Math.min(box.maxX, run.u1) - Math.max(box.minX, run.u0) > SAME &&
    Math.min(box.maxY, run.w1) - Math.max(box.minY, run.w0) > HAIR;
  const own = planned.filter(inRun).sort((a, b) => a.box.minX - b.box.minX);
  const lies = lying.filter(inRun).sort((a, b) => a.box.minX - b.box.minX);
  const ends = own.flatMap(({ box }) => [box.minX, box.maxX]).sort((a, b) => a - b);
  // an end and the beginning that it meets were rounded each by itself
  const joints = ends.filter((u, k) => k === 0 || u - ends[k - 1]! > SAME);
  const hasJoint = (u: number) => joints.some((j) => Math.abs(j - u) < SAME);
  const within = (from: number, to: number) => joints.filter((u) => u > from + SAME && u < to - SAME && isJoint(u, own));
  if (lies.length === 0)
    return {
      stretches: [{ run, of: run.index, left: 'edge', right: 'edge', planned: own.length > 0 ? within(run.u0, run.u1) : null }],
      bare: [],
    };
  const otherwise = site.otherRows.has(rowKey(floor, run.row.n));
  // what lies beside each other under one another is one block
  const blocks: { from: number; to: number }[] = [];
  for (const { box } of lies) {
    const before = blocks[blocks.length - 1];
    if (before && box.minX < before.to + SAME) before.to = Math.max(before.to, box.maxX);
    else blocks.push({ from: box.minX, to: box.maxX });
  }
  const holes: { from: number; to: number; left: End; right: End }[] = [];
  blocks.forEach((block, k) => {
    const next = blocks[k + 1];
    if (k === 0 && !otherwise && hasJoint(block.from) && block.from > run.u0 + SAME)
      holes.push({ from: run.u0, to: block.from, left: 'edge', right: 'joint' });
    if (next && !otherwise && (hasJoint(block.to) || hasJoint(next.from)))
      holes.push({ from: block.to, to: next.from, left: 'joint', right: 'joint' });
    if (!next && !otherwise && hasJoint(block.to) && block.to < run.u1 - SAME)
      holes.push({ from: block.to, to: run.u1, left: 'joint', right: 'edge' });
  });
  const stretches = holes.flatMap(({ from, to, left, right }) =>
    clipBand([run.shape], 0, from, to)
      .filter((shape) => polygonArea(shape) > HAIR)
      .map((shape): Stretch => {
        const { minX, maxX, minY, maxY } = boxOf(shape[0]!);
        const meets = (u: number, end: End): End =>
          end === 'joint' && (Math.abs(u - from) < SAME || Math.abs(u - to) < SAME) ? 'joint' : 'edge';
        return {
          run: { ...run, shape, u0: minX, u1: maxX, w0: minY, w1: maxY },
          of: run.index,
          left: meets(minX, left),
          right: meets(maxX, right),
          planned: within(minX, maxX),
        };
      }),
  );
  return { stretches, bare: unmoved && !otherwise ? [] : bareIn(run, lies, stretches) };
}

/** What of a run neither lies nor is to be laid. */
function bareIn(run: Run, lies: readonly Placed[], stretches: readonly Stretch[]): MultiPolygon {
  const shapes = [...lies.map((l) => l.shape), ...stretches.map((s) => s.run.shape)];
  if ([run.shape, ...shapes].every(isPlain)) return bareBeside(run, shapes);
  return difference([run.shape], [...lies.map(grown), ...stretches.map((s) => s.run.shape)]);
}

const isPlain = (shape: Polygon): boolean => {
  const { minX, minY, maxX, maxY } = boxOf(shape[0]!);
  return shape.length === 1 && shape[0]!.length === 4 && Math.abs(polygonArea(shape) - (maxX - minX) * (maxY - minY)) < HAIR;
};

/** The same where all are plain boxes: no corner of one lies within another, so that what is bare are strips. */
function bareBeside({ u0, u1, w0, w1 }: Run, shapes: readonly Polygon[]): MultiPolygon {
  const boxes = shapes.map((s) => boxOf(s[0]!)).sort((a, b) => a.minX - b.minX);
  const found: Polygon[] = [];
  const add = (a: number, b: number, c: number, d: number) => {
    const [from, to, low, high] = [Math.max(u0, a), Math.min(u1, b), Math.max(w0, c), Math.min(w1, d)];
    if (to - from > HAIRLINE && high - low > HAIRLINE) found.push([[[from, low], [to, low], [to, high], [from, high]]]); // prettier-ignore
  };
  let reach = u0;
  for (const { minX, maxX, minY, maxY } of boxes) {
    add(reach, minX, w0, w1);
    add(minX, maxX, w0, minY);
    add(minX, maxX, maxY, w1);
    reach = Math.max(reach, maxX);
  }
  add(reach, u1, w0, w1);
  return found;
}

/** Twice what a corner may be rounded by, mm. */
const HAIRLINE = 0.002;

/** A piece's shape a hair larger: its corners are rounded, and what is left between two of them is no floor. */
const grown = ({ shape, box }: Placed): Polygon => {
  const [u, w] = [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2];
  const out = (at: number, middle: number) => at + Math.sign(at - middle) * HAIRLINE;
  return shape.map((ring, k) => (k > 0 ? ring : ring.map((p): Point => [out(p[0], u), out(p[1], w)])));
};

/** All joints of a run: between and beside what lies in it, and those that are to come. */
export function allJoints({ lying }: FloorToLay, { row, u0, u1 }: Run, coming: readonly number[]): readonly number[] {
  const lies = lying.filter(({ piece, box }) => piece.row === row.n && box.maxX > u0 && box.minX < u1);
  const ends = [...lies.flatMap(({ box }) => [box.minX, box.maxX]), ...coming].sort((a, b) => a - b);
  return ends.filter((u, k) => u > u0 + SAME && u < u1 - SAME && (k === 0 || u - ends[k - 1]! > SAME));
}

/** Whether two planned pieces meet end to end at a place. */
const isJoint = (u: number, own: readonly Placed[]): boolean =>
  own.some((a) => Math.abs(a.box.maxX - u) < SAME) && own.some((b) => Math.abs(b.box.minX - u) < SAME);

/** Whether a shape is wider than what files round away. */
export const isMoreThanRounded = (polygon: Polygon): boolean => thickness(polygon) > ROUNDING;

/** How wide a shape is for its length, mm. */
export function thickness(polygon: Polygon): number {
  const { minX, minY, maxX, maxY } = boxOf(polygon[0]!);
  return Math.min(maxX - minX, maxY - minY, polygonArea(polygon) / Math.max(maxX - minX, maxY - minY));
}

/** Whether a bare place can be seen. */
export const isSeen = (polygon: Polygon): boolean => thickness(polygon) > HAIR;
