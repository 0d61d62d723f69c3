import { frameOf, spansAt, turnedPolygon } from '../geometry';
import { ringsOf } from './pieces';
import type { Piece, Plan, PlanFloor } from './schema';

/** A saw cut across the plank: how much to keep, measured from which of its ends. */
export type Crosscut = { readonly keep: number; readonly from: 'left' | 'right' };

/** A saw cut along the plank: what width to keep, at which edge, at both ends of the piece. */
export type Rip = {
  /** `near`: the edge towards the starting wall stays; `far`: the one away from it */
  readonly keepEdge: 'near' | 'far' | 'middle';
  /** width at the piece's left and right end, mm; equal where the wall runs with the planks */
  readonly left: number;
  readonly right: number;
};

/** What becomes of what was cut off. */
export type Remainder = {
  readonly length: number;
  readonly width: number;
  /** parted by a cut along the plank: narrower than the plank */
  readonly rippedOff: boolean;
  /** the piece that is cut from it later; null where none is */
  readonly becomes: string | null;
  readonly floor: string | null;
};

/** One line of the cut list: what to take, what to cut, what is left. */
export type CutLine = {
  readonly piece: Piece;
  readonly floor: string;
  readonly length: number;
  /** `plank`: a fresh plank from the box; else the offcut that this piece of an earlier row left */
  readonly take: { readonly kind: 'plank' } | { readonly kind: 'offcut'; readonly of: string; readonly length: number };
  readonly crosscuts: readonly Crosscut[];
  readonly rip: Rip | null;
  /**
   * For an outline that is more than one straight rip and square ends: its rings' corners on the plank, each as far along from the plank's
   * left end and across from its edge towards the starting wall; null where length and rip say it all.
   */
  readonly shape: readonly (readonly (readonly [number, number])[])[] | null;
  readonly remainders: readonly Remainder[];
};

export type CutRow = { readonly floor: string; readonly row: number; readonly lines: readonly CutLine[] };

type Stock = { from: number; to: number; low: number; high: number; of: string | null };

const SAME = 0.01;
/** An offcut shorter than this (mm) is not worth naming. */
const CRUMB = 40;

/** Reads the cut list off a plan, row by row in laying order. */
export function cutList(plan: Plan, kerf: number): readonly CutRow[] {
  const stock = new Map<number, Stock[]>();
  const later = new Map<number, { piece: Piece; floor: string }[]>();
  for (const floor of plan.floors) {
    for (const piece of floor.pieces) later.set(piece.plank, [...(later.get(piece.plank) ?? []), { piece, floor: floor.id }]);
  }
  const rows: CutRow[] = [];
  for (const floor of plan.floors) {
    for (const row of floor.rows) {
      const lines = floor.pieces.filter((p) => p.row === row.n).map((piece) => cutLine(plan, floor, piece, stock, later, kerf));
      rows.push({ floor: floor.id, row: row.n, lines });
    }
  }
  return rows;
}

function cutLine(
  plan: Plan,
  floor: PlanFloor,
  piece: Piece,
  stock: Map<number, Stock[]>,
  later: Map<number, { piece: Piece; floor: string }[]>,
  kerf: number,
): CutLine {
  const plank = plan.planks[piece.plank - 1]!;
  const { cut } = piece;
  const parts = stock.get(plank.n) ?? [{ from: 0, to: plank.length, low: 0, high: plank.width, of: null }];
  const k = parts.findIndex(
    (p) => p.from <= cut.from + SAME && p.to >= cut.to - SAME && p.low <= cut.low + SAME && p.high >= cut.high - SAME,
  );
  // A piece of a run that an obstacle splits lies in what is already cut to length; it is named by its own part.
  const part = parts[k] ?? { ...cut, of: null };
  const rest = parts.filter((_, i) => i !== k);
  const crosscuts: Crosscut[] = [];
  if (part.from < cut.from - SAME) {
    crosscuts.push({ keep: part.to - cut.from, from: 'right' });
    if (cut.from - kerf - part.from > SAME) rest.push({ ...part, to: cut.from - kerf, of: piece.id });
  }
  if (part.to > cut.to + SAME) {
    crosscuts.push({ keep: cut.to - cut.from, from: 'left' });
    if (part.to - cut.to - kerf > SAME) rest.push({ ...part, from: cut.to + kerf, of: piece.id });
  }
  if (cut.low - kerf - part.low > SAME) rest.push({ from: cut.from, to: cut.to, low: part.low, high: cut.low - kerf, of: piece.id });
  if (part.high - cut.high - kerf > SAME) rest.push({ from: cut.from, to: cut.to, low: cut.high + kerf, high: part.high, of: piece.id });
  stock.set(plank.n, rest);

  const others = (later.get(plank.n) ?? []).filter((l) => l.piece !== piece);
  const remainders = rest
    .filter((r) => r.of === piece.id)
    .map((r): Remainder => {
      const next = others.find(
        ({ piece: { cut: c } }) => c.from >= r.from - SAME && c.to <= r.to + SAME && c.low >= r.low - SAME && c.high <= r.high + SAME,
      );
      return {
        length: r.to - r.from,
        width: r.high - r.low,
        rippedOff: r.high - r.low < plank.width - SAME,
        becomes: next?.piece.id ?? null,
        floor: next?.floor ?? null,
      };
    })
    .filter((r) => r.becomes !== null || (r.length >= CRUMB && r.width >= CRUMB / 2));
  const whole = part.of === null && part.to - part.from >= plank.length - SAME && part.high - part.low >= plank.width - SAME;
  return {
    piece,
    floor: floor.id,
    length: cut.to - cut.from,
    take: whole ? { kind: 'plank' } : { kind: 'offcut', of: part.of ?? piece.id, length: part.to - part.from },
    crosscuts,
    ...edgesOf(floor, piece, plank.width),
    remainders,
  };
}

/** How a piece is ripped, measured from its shape on the floor. */
function edgesOf(floor: PlanFloor, piece: Piece, width: number): Pick<CutLine, 'rip' | 'shape'> {
  const shape = turnedPolygon(frameOf(floor.direction), ringsOf(piece));
  const us = shape[0]!.map((p) => p[0]);
  const [u0, u1] = [Math.min(...us), Math.max(...us)];
  const heightAt = (u: number, lean: 1 | -1) => spansAt([shape], 0, u, lean).reduce((sum, [a, b]) => sum + b - a, 0);
  const corners = shape[0]!.length;
  const ws = shape[0]!.map((p) => p[1]);
  const w0 = Math.min(...ws);
  const shaped = shape.length > 1 || corners > 4 || us.some((u) => u > u0 + 1 && u < u1 - 1);
  const ripped = piece.cut.low > SAME || piece.cut.high < width - SAME || [heightAt(u0, 1), heightAt(u1, -1)].some((h) => h < width - 0.1);
  const onPlank = shaped ? shape.map((ring) => ring.map(([u, w]) => [piece.cut.from + u - u0, piece.cut.low + w - w0] as const)) : null;
  if (!ripped) return { rip: null, shape: onPlank };
  const keepsNear = piece.cut.low <= SAME && !(piece.cut.high >= width - SAME && tapersNear(shape, piece));
  const keepsFar = piece.cut.high >= width - SAME;
  return {
    rip: { keepEdge: keepsNear ? 'near' : keepsFar ? 'far' : 'middle', left: heightAt(u0, 1), right: heightAt(u1, -1) },
    shape: onPlank,
  };
}

/** Whether the slanted side is the one towards the starting wall, where both edges of the box are the plank's own. */
function tapersNear(shape: ReturnType<typeof turnedPolygon>, piece: Piece): boolean {
  const ws = shape[0]!.map((p) => p[1]);
  const [w0, w1] = [Math.min(...ws), Math.max(...ws)];
  const near = shape[0]!.filter((p) => p[1] - w0 < 0.1).length;
  const far = shape[0]!.filter((p) => w1 - p[1] < 0.1).length;
  return piece.cut.low <= SAME && near < far;
}
