import { boxOf, frameOf, grouped, spansAt, turnedPolygon, type Polygon, ROUNDING } from '../geometry';
import { kerfAlong, slantsOf } from '../rows';
import type { Piece, Plan, PlanFloor, Plank } from '../given';

/** A saw cut across the plank: how much to keep, measured from which of its ends. */
export type Crosscut = {
  readonly keep: number;
  readonly from: 'left' | 'right';
  /** where it is not square: how much stays at the edge towards the starting wall, and at the one away from it */
  readonly slant?: { readonly near: number; readonly far: number; /** off square */ readonly degrees: number };
};

/** A saw cut along the plank: what width to keep, at which edge, at both ends of the piece. */
export type Rip = {
  /** `near`: the edge towards the starting wall stays; `far`: the one away from it */
  readonly keepEdge: 'near' | 'far' | 'middle';
  /** width at the piece's left and right end, mm; equal where the wall runs with the planks */
  readonly left: number;
  readonly right: number;
};

/** A cut that comes before a piece's own, so that another piece of the plank stays whole: across, or along the plank's whole rest. */
export type EarlyCut =
  ({ readonly kind: 'across' } & Crosscut) | { readonly kind: 'along'; readonly keep: number; readonly keepEdge: 'near' | 'far' };

/** What becomes of what was cut off. */
export type Remainder = {
  /** of its longer edge where it ends in a slant */
  readonly length: number;
  readonly slanted: boolean;
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
  readonly take:
    { readonly kind: 'plank' } | { readonly kind: 'offcut'; readonly of: string; readonly length: number; readonly slanted: boolean };
  readonly early: readonly EarlyCut[];
  readonly crosscuts: readonly Crosscut[];
  readonly rip: Rip | null;
  /** its rings' corners on the plank, each as far along from the plank's left end and across from its edge towards the starting wall */
  readonly outline: OnPlank;
  /** of these rings, where length and rip do not say it all, those to be marked: a hole without its square outer ring; else null */
  readonly shape: OnPlank | null;
  readonly remainders: readonly Remainder[];
};

type OnPlank = readonly (readonly (readonly [number, number])[])[];

export type CutRow = { readonly floor: string; readonly row: number; readonly lines: readonly CutLine[] };

type Box = Piece['cut'];

/** How the two ends of a part slant: how much further along they lie at the edge away from the starting wall. */
type Ends = { readonly left: number; readonly right: number };
type Part = Box & { readonly ends: Ends };
type Stock = Part & { readonly of: string | null };

const SQUARE: Ends = { left: 0, right: 0 };

/** Less than this (mm) is not cut off. */
const TRIM = 0.1;
/** An end whose edges differ by less than this (mm) is cut square. */
const SLANTED = 0.5;
/** An offcut shorter than this (mm) is not worth naming. */
const CRUMB = 40;

/** Planks by number, looked up for every piece of a plan. */
const numbers = new WeakMap<readonly Plank[], ReadonlyMap<number, Plank>>();

/** The plank that a piece of a plan is cut from; its numbers may have gaps once some of it lies. */
export function plankOf({ planks }: Pick<Plan, 'planks'>, { plank }: Pick<Piece, 'plank'>): Plank {
  const found = numbers.get(planks) ?? new Map(planks.map((p) => [p.n, p]));
  numbers.set(planks, found);
  return found.get(plank)!;
}

/** Reads the cut list off a plan, row by row in laying order. */
export function cutList(plan: Pick<Plan, 'floors' | 'planks'>, kerf: number): readonly CutRow[] {
  const rows = plan.floors.flatMap((floor) => floor.rows.map((row) => ({ floor, row: row.n, pieces: floor.pieces.filter((p) => p.row === row.n) }))); // prettier-ignore
  const lines = cutLines(plan, rows.flatMap(({ floor, pieces }) => pieces.map((piece) => ({ floor, piece }))), kerf); // prettier-ignore
  let at = 0;
  return rows.map(({ floor, row, pieces }) => ({ floor: floor.id, row, lines: lines.slice(at, (at += pieces.length)) }));
}

/** How each piece of a plan is cut where they are laid in this order: what opens a plank, and what is cut from what that leaves. */
export function cutLines(
  plan: Pick<Plan, 'planks'>,
  order: readonly { readonly floor: PlanFloor; readonly piece: Piece }[],
  kerf: number,
): readonly CutLine[] {
  const stock = new Map<number, Stock[]>();
  const later = grouped(
    order.map(({ piece, floor }) => ({ piece, floor: floor.id })),
    ({ piece }) => piece.plank,
  );
  return order.map(({ floor, piece }) => cutLine(plan, floor, piece, stock, later, kerf));
}

/** Whether an earlier cut along the plank has made the piece as wide as it is to be. */
export const isRippedBefore = ({ early, rip }: Pick<CutLine, 'early' | 'rip'>): boolean =>
  early.some(
    (cut) => cut.kind === 'along' && rip !== null && Math.max(Math.abs(rip.left - cut.keep), Math.abs(rip.right - cut.keep)) < SLANTED,
  );

/** How many saw cuts a list asks for: crosscuts, rips, and one for each piece that is cut to a shape. */
export const sawCuts = (rows: readonly CutRow[]): number =>
  rows
    .flatMap((r) => r.lines)
    .reduce((sum, l) => sum + l.early.length + l.crosscuts.length + (l.shape || (l.rip && !isRippedBefore(l)) ? 1 : 0), 0);

const within = (c: Box, r: Box): boolean =>
  c.from >= r.from - ROUNDING && c.to <= r.to + ROUNDING && c.low >= r.low - ROUNDING && c.high <= r.high + ROUNDING;

/**
 * Parts what else is to come of a stretch of plank from the piece that is cut now, by cuts right through, across where that will do: ripping
 * first where a crosscut would go through another piece.
 *
 * @returns the stretch that is left to the piece, what was parted from it, and the cuts that must come before the piece's own
 */
function partedFrom(found: Stock, own: Part, inside: readonly Box[], kerf: number): { part: Stock; early: EarlyCut[]; off: Part[] } {
  const rests = restsOf(found, own, kerf);
  if (inside.every((c) => rests.some((r) => within(c, r)))) return { part: found, early: [], off: [] };
  let part = found;
  let others = inside;
  const steps: { readonly cut: EarlyCut; readonly part: Stock; readonly off: Part }[] = [];
  const axes = [
    ['from', 'to', 'across'],
    ['low', 'high', 'along'],
  ] as const;
  while (others.length > 0) {
    const boxes = [own, ...others];
    const options = axes.flatMap(([low, high, kind]) =>
      boxes.flatMap((b) => {
        const at = b[high];
        const near = boxes.filter((o) => o[high] <= at + ROUNDING);
        const far = boxes.filter((o) => o[low] >= at + kerf - ROUNDING);
        if (far.length === 0 || near.length + far.length < boxes.length) return [];
        const mine = near.includes(own);
        const kept = mine ? near : far;
        // as much as the pieces beyond the cut can spare stays with them
        const edge = mine ? Math.max(...near.map((o) => o[high])) : Math.min(...far.map((o) => o[low]));
        return [{ low, high, kind, mine, kept, edge }];
      }),
    );
    const best = options[0];
    if (!best) break;
    const { low, high, kind, mine, kept, edge } = best;
    const off = mine ? { ...part, [low]: edge + kerf } : { ...part, [high]: edge - kerf };
    part = mine ? { ...part, [high]: edge } : { ...part, [low]: edge };
    const keep = part[high] - part[low];
    const cut: EarlyCut =
      kind === 'across' ? { kind, keep, from: mine ? 'left' : 'right' } : { kind, keep, keepEdge: mine ? 'near' : 'far' };
    steps.push({ cut, part, off });
    others = others.filter((o) => kept.includes(o));
  }
  // what is parted across after the last rip is the piece's own crosscut
  const early = steps.slice(0, steps.map((s) => s.cut.kind).lastIndexOf('along') + 1);
  return { part: early[early.length - 1]?.part ?? found, early: early.map((s) => s.cut), off: early.map((s) => s.off) };
}

/** What stays when a piece is cut to its length first and then ripped; beyond a slanted cut, the rest reaches as far as its longer edge. */
function restsOf(part: Part, own: Part, kerf: number): Part[] {
  const { left, right } = own.ends;
  const saw = (slant: number) => kerfAlong(kerf, slant, own.high - own.low) - Math.abs(slant);
  return [
    { ...part, to: own.from - saw(left), ends: { ...part.ends, right: left } },
    { ...part, from: own.to + saw(right), ends: { ...part.ends, left: right } },
    { ...own, low: part.low, high: own.low - kerf },
    { ...own, low: own.high + kerf, high: part.high },
  ].filter((r) => r.to - r.from > ROUNDING && r.high - r.low > ROUNDING);
}

/** The crosscuts that leave a piece of a part; an end that is cut rightly already needs none. */
function crosscutsOf(part: Part, own: Part): Crosscut[] {
  // along the edge towards the starting wall, and along the other
  const [near, far] = [
    { from: (p: Part) => p.from + Math.max(0, -p.ends.left), to: (p: Part) => p.to - Math.max(0, p.ends.right) },
    { from: (p: Part) => p.from + Math.max(0, p.ends.left), to: (p: Part) => p.to - Math.max(0, -p.ends.right) },
  ];
  const cut = (keep: number, from: 'left' | 'right', near: number, far: number, slant: number): Crosscut => {
    if (Math.abs(near - far) < SLANTED) return { keep, from };
    return { keep, from, slant: { near, far, degrees: (Math.atan2(Math.abs(slant), own.high - own.low) * 180) / Math.PI } };
  };
  const cuts: Crosscut[] = [];
  if (part.from < own.from - TRIM || Math.abs(part.ends.left - own.ends.left) > SLANTED)
    cuts.push(cut(part.to - own.from, 'right', near.to(part) - near.from(own), far.to(part) - far.from(own), own.ends.left));
  if (part.to > own.to + TRIM || Math.abs(part.ends.right - own.ends.right) > SLANTED)
    cuts.push(cut(own.to - own.from, 'left', near.to(own) - near.from(own), far.to(own) - far.from(own), own.ends.right));
  return cuts;
}

function cutLine(
  plan: Pick<Plan, 'planks'>,
  floor: PlanFloor,
  piece: Piece,
  stock: Map<number, Stock[]>,
  later: Map<number, { piece: Piece; floor: string }[]>,
  kerf: number,
): CutLine {
  const plank = plankOf(plan, piece);
  const { cut } = piece;
  const shape = turnedPolygon(frameOf(floor.direction), piece.outline);
  const { minX, minY } = boxOf(shape[0]!);
  const outline = shape.map((ring) => ring.map(([u, w]) => [cut.from + u - minX, cut.low + w - minY] as const));
  const own: Part = { ...cut, ends: slantsOf(shape, plank.width) };
  const parts = stock.get(plank.n) ?? [{ from: 0, to: plank.length, low: 0, high: plank.width, ends: SQUARE, of: null }];
  const k = parts.findIndex((p) => within(cut, p));
  // A piece of a run that an obstacle splits lies in what is already cut to length; it is named by its own part.
  const found = parts[k] ?? { ...own, of: null };
  const others = (later.get(plank.n) ?? []).filter((l) => l.piece !== piece);
  const inside = others.map((l) => l.piece.cut).filter((c) => within(c, found));
  const { part, early, off } = partedFrom(found, own, inside, kerf);
  const rest = [...parts.filter((_, i) => i !== k), ...[...off, ...restsOf(part, own, kerf)].map((o) => ({ ...o, of: piece.id }))];
  stock.set(plank.n, rest);

  const remainders = rest
    .filter((r) => r.of === piece.id && (r.to - r.from - slantOf(r) >= CRUMB || others.some((l) => within(l.piece.cut, r))))
    .map((r): Remainder => {
      const next = others.find((l) => within(l.piece.cut, r));
      return {
        length: r.to - r.from,
        slanted: isSlanted(r),
        width: r.high - r.low,
        rippedOff: r.high - r.low < plank.width - ROUNDING,
        becomes: next?.piece.id ?? null,
        floor: next?.floor ?? null,
      };
    })
    .filter((r) => r.becomes !== null || r.width >= CRUMB / 2);
  const whole = found.of === null && found.to - found.from >= plank.length - ROUNDING && found.high - found.low >= plank.width - ROUNDING;
  return {
    piece,
    floor: floor.id,
    length: cut.to - cut.from,
    take: whole
      ? { kind: 'plank' }
      : { kind: 'offcut', of: found.of ?? piece.id, length: found.to - found.from, slanted: isSlanted(found) },
    early,
    crosscuts: crosscutsOf(part, own),
    ...(isPlain(shape, piece, plank.width) ? { rip: null, shape: null } : edgesOf(shape, outline, piece, plank.width)),
    outline,
    remainders,
  };
}

/** Whether a piece is as wide as its plank, with straight ends: two crosscuts then make it. */
function isPlain(shape: Polygon, { cut }: Piece, width: number): boolean {
  const { minY, maxY } = boxOf(shape[0]!);
  const onEdge = shape[0]!.every(([, w]) => w < minY + ROUNDING || w > maxY - ROUNDING);
  return shape.length === 1 && onEdge && cut.low <= ROUNDING && cut.high >= width - ROUNDING;
}

const slantOf = ({ ends }: Part): number => Math.max(Math.abs(ends.left), Math.abs(ends.right));
const isSlanted = (part: Part): boolean => slantOf(part) > SLANTED;

/** How a piece is ripped, measured from its shape on the floor. */
function edgesOf(shape: Polygon, outline: OnPlank, piece: Piece, width: number): Pick<CutLine, 'rip' | 'shape'> {
  const { minX: u0, maxX: u1, minY: w0, maxY: w1 } = boxOf(shape[0]!);
  const heightAt = (u: number, lean: 1 | -1) => spansAt([shape], 0, u, lean).reduce((sum, [a, b]) => sum + b - a, 0);
  const corners = shape[0]!.length;
  const shaped = shape.length > 1 || corners > 4 || shape[0]!.some(([u]) => u > u0 + 1 && u < u1 - 1);
  const ripped =
    piece.cut.low > ROUNDING || piece.cut.high < width - ROUNDING || [heightAt(u0, 1), heightAt(u1, -1)].some((h) => h < width - 0.1);
  const isBox = corners === 4 && shape[0]!.every(([u, w]) => Math.min(u - u0, u1 - u) < ROUNDING && Math.min(w - w0, w1 - w) < ROUNDING);
  const onPlank = shaped ? (isBox ? outline.slice(1) : outline) : null;
  if (!ripped) return { rip: null, shape: onPlank };
  const keepsNear = piece.cut.low <= ROUNDING && !(piece.cut.high >= width - ROUNDING && tapersNear(shape, piece));
  const keepsFar = piece.cut.high >= width - ROUNDING;
  return {
    rip: { keepEdge: keepsNear ? 'near' : keepsFar ? 'far' : 'middle', left: heightAt(u0, 1), right: heightAt(u1, -1) },
    shape: onPlank,
  };
}

/** Whether the slanted side is the one towards the starting wall, where both edges of the box are the plank's own. */
function tapersNear(shape: Polygon, piece: Piece): boolean {
  const ws = shape[0]!.map((p) => p[1]);
  const [w0, w1] = [Math.min(...ws), Math.max(...ws)];
  const near = shape[0]!.filter((p) => p[1] - w0 < 0.1).length;
  const far = shape[0]!.filter((p) => w1 - p[1] < 0.1).length;
  return piece.cut.low <= ROUNDING && near < far;
}
