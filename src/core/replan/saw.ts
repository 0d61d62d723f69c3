/** Which wood each piece that is still to be laid is cut from. */
import { boxOf, grouped, hullOf, polygonArea, turned, type Point, type Polygon, type Ring } from '../geometry';
import type { Piece, Plan, Product } from '../given';
import { holds, shapeOf } from '../cuts';
import { liesIn, onPlank, pieceKey, SAME_PLACE } from '../lay';
import { allocate, crowded, piecesOf, reuse, type Blank, type Cut, type Laid } from '../rows';
import type { FloorToLay, Placed, Stretch } from './ground';
import type { Joints, Lines } from './joints';
import { blocksOf, fitsIn, isPlain, partBin, type Stock, type StockPart } from './wood';

/** A piece that is to be laid, and what it was in the plan in force, where it was in it. */
export type Need = {
  readonly own: FloorToLay;
  readonly laid: Laid;
  readonly size: number;
  readonly planned: Placed | null;
  /** which wood a pairing gave it */ readonly paired: number | null;
};

/** A need and where it is cut from; `bin` is a plank's number, below 0 a part that is in hand, above {@link FRESH} a plank that has none yet. */
export type Met = {
  readonly need: Need;
  readonly bin: number;
  readonly cut: Piece['cut'];
  /** the parts that there are: `bin` −1 is the first of them */
  readonly parts: Stock['parts'];
};

/** From here on planks are counted that have no number yet. */
export const FRESH = 1_000_000;

/** Places and areas that are one: what files round away. */
const SAME = 0.05;
const SAME_AREA = 3;
/** Corners in plan (mm) that are one. */
const ALIKE = 0.02;

/** The pieces of all stretches, once their joints are known; for those that a pairing has cut already, `pairing` says how. */
export function needsOf(group: readonly FloorToLay[], joints: Joints, plan: Pick<Plan, 'planks'>, pairing?: Pairing): Need[] {
  const plankOf = new Map(plan.planks.map((p) => [p.n, p]));
  let at = 0;
  return group.flatMap((own) => {
    const byPlace = grouped(own.planned, ({ piece, box }) => `${piece.row} ${Math.round(box.minX)}`);
    const plannedOf = (laid: Laid, { run }: Stretch): Placed | null => {
      const minX = Math.round(reachOf(laid.piece, own).minX);
      const near = [-1, 0, 1].flatMap((d) => byPlace.get(`${run.row.n} ${minX + d}`) ?? []);
      return (
        near.find((p) => isSamePiece(p, laid, own) && lockedAlike(p.piece, laid, run.row.width, plankOf.get(p.piece.plank)!.length)) ?? null
      );
    };
    const { planks } = own.floor.product;
    return own.stretches.flatMap((stretch) => {
      const cuts = pairing?.cutsOf.get(stretch) ?? cutsFor(stretch, joints[at]!, own);
      at++;
      return piecesIn(stretch, cuts, own).map((laid): Need => {
        const planned = plannedOf(laid, stretch);
        return {
          own,
          laid: planned ? buttedAsPlanned(laid, planned.piece, plankOf.get(planned.piece.plank)!.length) : laid,
          size: sizeFor(planks, stretch.run.row.width, laid, planned && plankOf.get(planned.piece.plank)!.length),
          planned,
          paired: pairing?.binOf.get(laid.piece.plank) ?? null,
        };
      });
    });
  });
}

/** A piece at a butt keeps the factory ends that it was planned with. */
function buttedAsPlanned(laid: Laid, { cut }: Piece, length: number): Laid {
  if (!laid.piece.butt) return laid;
  return { ...laid, needs: { ...laid.needs, left: cut.from < SAME, right: cut.to > length - SAME } };
}

/** How far a piece reaches in its floor's row frame. */
const reachOf = ({ outline }: Piece, { frame }: FloorToLay) => boxOf(outline[0]!.map((p) => turned(frame, p)));

function isSamePiece({ shape, box }: Placed, { piece }: Laid, own: FloorToLay): boolean {
  const reach = reachOf(piece, own);
  const corners = piece.outline.flatMap((ring) => ring.map((p) => turned(own.frame, p)));
  const near = (a: number, b: number) => Math.abs(a - b) < ALIKE;
  return (
    near(reach.minX, box.minX) &&
    near(reach.maxX, box.maxX) &&
    near(reach.minY, box.minY) &&
    near(reach.maxY, box.maxY) &&
    Math.abs(polygonArea(piece.outline) - polygonArea(shape)) < SAME_AREA &&
    // notches may lie otherwise in the same box
    corners.every((p) => shape.some((ring) => ring.some((q) => near(p[0], q[0]) && near(p[1], q[1]))))
  );
}

/** Whether a planned piece still has the factory ends that it is to lock by. */
const lockedAlike = ({ cut, butt }: Piece, { needs }: Laid, width: number, length: number): boolean =>
  (!needs.left || cut.from < SAME || butt === true) &&
  (!needs.right || cut.to > length - SAME || butt === true) &&
  (!needs.low || cut.low < SAME) &&
  (!needs.high || cut.high > width - SAME);

/** How the pieces of a stretch lie on planks of their own. */
function cutsFor({ run, left, right }: Stretch, joints: readonly number[], { floor }: FloorToLay): readonly Cut[] {
  const ends = [run.u0, ...joints, run.u1];
  const lengths = floor.product.planks.filter((p) => p.width === run.row.width).map((p) => p.length);
  const cuts = ends.slice(1).map((to, place): Cut => {
    const from = ends[place]!;
    const long = to - from;
    const [first, last] = [place === 0 && left === 'edge', place === ends.length - 2 && right === 'edge'];
    const whole = lengths.find((l) => Math.abs(l - long) < SAME);
    const plank = whole ?? lengths.filter((l) => l >= long - SAME).reduce((a, b) => Math.min(a, b), Infinity);
    // between two factory ends only a whole plank fits; else one of its ends is sawn
    const butt = !first && !last && whole === undefined ? 'right' : undefined;
    const along = first && !last && Number.isFinite(plank) ? plank - long : 0;
    return { segment: { run: run.index, place, kind: 'single', from, to }, plank: 0, along, ...(butt ? { butt } : {}) };
  });
  // a joint is a butt for both that meet there
  return cuts.map((cut, k) => (cuts[k - 1]?.butt === 'right' && cut.butt === undefined ? { ...cut, butt: 'left' } : cut));
}

/** A stretch in pieces, each with the ends by which it locks: also into what lies beside it. */
function piecesIn({ run, left, right }: Stretch, cuts: readonly Cut[], own: FloorToLay): Laid[] {
  return piecesOf(run, cuts, own.frame, 1).map((laid) => {
    const { needs, piece } = laid;
    const { minX, maxX } = reachOf(piece, own);
    const meets = {
      left: left === 'joint' && minX < run.u0 + SAME,
      right: right === 'joint' && maxX > run.u1 - SAME && piece.butt !== true,
    };
    return { ...laid, needs: { ...needs, left: needs.left || meets.left, right: needs.right || meets.right } };
  });
}

/** The size of plank that a piece is cut from: as it was planned, else the shortest that holds it. */
function sizeFor(planks: Product['planks'], width: number, { box, needs }: Laid, planned: number | null): number {
  const long = box.to - box.from;
  const own = planks.flatMap((p, i) => (p.width === width && p.length >= long - SAME ? [i] : []));
  const before = own.find((i) => planks[i]!.length === planned);
  if (before !== undefined) return before;
  const exact = own.find((i) => Math.abs(planks[i]!.length - long) < SAME);
  if (exact !== undefined && (needs.left || needs.right)) return exact;
  return own.reduce((a, b) => (planks[b]!.length < planks[a]!.length ? b : a), own[0] ?? 0);
}

/** From which wood pieces are cut first, before they are moved together. */
export type First = 'planned' | 'paired';

type Sawing = { readonly needs: readonly Need[]; readonly stock: Stock };

/**
 * Cuts all pieces from the wood that there is: what is sawn just so stays, the rest begins where it was planned or paired, and moves together
 * until no plank is begun that need not be.
 */
export function met(sawing: Sawing, first: First): readonly Met[] {
  const { needs, stock } = sawing;
  const used = new Map<number, Need>();
  for (const need of needs) {
    const k = stock.parts.findIndex((part, at) => !used.has(at) && isSawnSo(part, need));
    if (k >= 0) used.set(k, need);
  }
  const partOf = new Map([...used].map(([k, need]) => [need, k]));
  let fresh = FRESH;
  const places = needs.map((need): { bin: number; cut: Piece['cut'] } => {
    const part = partOf.get(need);
    if (part !== undefined) return { bin: partBin(part), cut: stock.parts[part]!.cut };
    const { laid } = need;
    // a part that is laid just as it is has nothing left for a partner, and one that leans may be too short for it
    const { paired } = need;
    const taken = paired !== null && paired < 0 && (used.has(-1 - paired) || !fitsIn(stock, paired, cornersOf(laid)));
    if (first === 'paired' && paired !== null && !taken) return { bin: paired, cut: laid.box };
    const planned = need.planned && plannedPlace(need, sawing, used);
    if (planned) return planned;
    return { bin: fresh++, cut: onFresh(need, stock) };
  });
  const blank = (need: Need, i: number): Blank => ({
    ...need.laid.needs,
    ring: need.laid.ring,
    size: need.size,
    plank: places[i]!.bin,
    box: places[i]!.cut,
    ...(partOf.has(need) ? { fixed: true } : {}),
  });
  const blanks = apart(needs.map(blank), needs, () => fresh++, stock.kerf);
  const found = reuse([...blanks, ...blocksOf(stock)], stock.sizes, stock.kerf, (bin, corners) => fitsIn(stock, bin, corners));
  const sawn = needs.map((_, i): Place => ({ bin: found[i]!.plank, cut: found[i]!.box }));
  const kept = intoSawn(needs, sawn, stock);
  return needs.map((need, i) => ({ need, ...kept[i]!, parts: stock.parts }));
}

/** A piece's wood, and where on it. */
type Place = { readonly bin: number; readonly cut: Piece['cut'] };

/** Sawn pieces that nothing is cut from are put to use: for each the largest piece that fits in it, its own place in the floor first. */
function intoSawn(needs: readonly Need[], places: readonly Place[], stock: Stock): readonly Place[] {
  const kept = [...places];
  const used = new Set(places.map((p) => p.bin));
  const isSpare = ({ bin }: Place): boolean => bin >= 0 || stock.parts[-1 - bin]!.sawn === null;
  stock.parts.forEach((part, k) => {
    if (!part.sawn || used.has(partBin(k)) || !isConvex(part.sawn.shape, part.ring)) return;
    const isOwn = (need: Need): boolean => need.planned !== null && pieceKey(need.own.floor.id, need.planned.piece) === part.sawn!.key;
    let best: { readonly i: number; readonly cut: Piece['cut']; readonly worth: number } | null = null;
    needs.forEach((need, i) => {
      if (!isSpare(kept[i]!) || !isConvex(need.laid.piece.outline, hullOf(need.laid.piece.outline[0]!))) return;
      const worth = isOwn(need) ? Infinity : polygonArea(need.laid.piece.outline);
      const cut = worth > (best?.worth ?? 0) ? placeIn(part, k, need, stock) : null;
      if (cut) best = { i, cut, worth };
    });
    const found = best as { readonly i: number; readonly cut: Piece['cut'] } | null;
    if (found) kept[found.i] = { bin: partBin(k), cut: found.cut };
  });
  return kept;
}

/** Whether a shape is all that its hull holds: with notches, holes or hollow sides it is sawn as it was meant, or not at all. */
const isConvex = (shape: Polygon, hull: Ring): boolean =>
  shape.length === 1 && Math.abs(polygonArea(shape) - polygonArea([hull])) < SAME_AREA;

/** Where in a part a piece can be cut, at the factory ends and edges that it needs; null where it fits nowhere. */
function placeIn(part: StockPart, k: number, { own, laid, size }: Need, stock: Stock): Piece['cut'] | null {
  const plank = stock.begun.get(part.plank)!;
  if (stock.sizeOf(plank) !== size) return null;
  const { box, needs } = laid;
  const [long, wide] = [box.to - box.from, box.high - box.low];
  const corners = laid.piece.outline[0]!.map((p) => turned(own.frame, p));
  const { minX, minY } = boxOf(corners);
  const leaning = corners.flatMap(([u]) => part.ring.map((p) => p[0] - (u - minX)));
  const along = startsIn(part.cut.from, part.cut.to, long, needs.left, needs.right, plank.length, leaning);
  const across = startsIn(part.cut.low, part.cut.high, wide, needs.low, needs.high, plank.width);
  for (const from of along)
    for (const low of across) {
      if (
        fitsIn(
          stock,
          partBin(k),
          corners.map(([u, w]): Point => [from + u - minX, low + w - minY]),
        )
      )
        // prettier-ignore
        return { from, to: from + long, low, high: low + wide };
    }
  return null;
}

/** Where between two places something so long may begin: at the end that it needs, else at either, or with a corner at one of the part's. */
function startsIn(
  from: number,
  to: number,
  long: number,
  near: boolean,
  far: boolean,
  whole: number,
  leaning: readonly number[] = [],
): readonly number[] {
  if (near && far) return Math.abs(whole - long) < SAME ? [0] : [];
  const starts = near ? [0] : far ? [whole - long] : [from, to - long, ...leaning];
  return starts.filter((at) => at > from - SAME && at + long < to + SAME);
}

/** The corners of a piece where it lies on a plank of its own. */
const cornersOf = ({ box: { from, to, low, high }, ring }: Laid): readonly Point[] =>
  ring?.map(([u, w]): Point => [from + u, low + w]) ?? [[from, low], [to, low], [to, high], [from, high]]; // prettier-ignore

/** Where a piece lies on a plank of its own: at the factory end that it needs. */
function onFresh({ laid: { box, needs }, size }: Need, { sizes }: Stock): Piece['cut'] {
  const long = box.to - box.from;
  const from = needs.right && !needs.left ? sizes[size]!.length - long : 0;
  return { ...box, from, to: from + long };
}

/** Pieces that lie too close on one plank to be sawn from it get a plank of their own. */
function apart(blanks: readonly Blank[], needs: readonly Need[], fresh: () => number, kerf: number): readonly Blank[] {
  const list = blanks.map((b, i) => ({ box: b.box, ring: b.ring, piece: { ...needs[i]!.laid.piece, plank: b.plank }, i }));
  const moved = new Set(crowded(list.filter((l) => !blanks[l.i]!.fixed), kerf).map((l) => l.i)); // prettier-ignore
  return blanks.map((b, i) => (moved.has(i) ? { ...b, plank: fresh() } : b));
}

/** Whether a sawn part is just the piece that is needed. */
function isSawnSo({ sawn }: StockPart, need: Need): boolean {
  const own = need.planned;
  if (!own || !sawn || own.piece.plank !== sawn.plank) return false;
  const { cut } = own.piece;
  const same = (a: number, b: number) => Math.abs(a - b) < SAME_PLACE;
  return same(cut.from, sawn.cut.from) && same(cut.to, sawn.cut.to) && same(cut.low, sawn.cut.low) && same(cut.high, sawn.cut.high) && liesIn(onPlank(need.own.direction, own.piece), sawn); // prettier-ignore
}

/** Where a planned piece was to be cut from, if that is still there. */
function plannedPlace(
  { planned, own, size }: Need,
  { stock }: Sawing,
  used: ReadonlyMap<number, Need>,
): { bin: number; cut: Piece['cut'] } | null {
  const { piece } = planned!;
  if (!stock.begun.has(piece.plank)) return { bin: piece.plank, cut: piece.cut };
  const { hull } = shapeOf(own.direction, piece, stock.sizes[size]!);
  const within = stock.parts.findIndex((p, k) => p.plank === piece.plank && isPlain(p) && !used.has(k) && holds(p.ring, hull));
  return within >= 0 ? { bin: partBin(within), cut: piece.cut } : null;
}

/** How a pairing cuts the runs whose joints were chosen: their cuts, and from which wood each of its planks is. */
export type Pairing = { readonly cutsOf: ReadonlyMap<Stretch, readonly Cut[]>; readonly binOf: ReadonlyMap<number, number> };

/** Pairs starters and closers anew, together with what begun planks have left. */
export function pairedAnew(lines: Lines, starters: Float64Array, kerf: number): Pairing {
  const cuts = allocate(lines.runs, starters, lines.mates, kerf);
  const binOf = new Map<number, number>();
  const twice = new Set<number>();
  for (const { plank, segment } of cuts) {
    if (!binOf.has(plank)) binOf.set(plank, 2 * FRESH + plank);
    const supply = lines.supplyOf.get(segment.run);
    // the whole plank beside a remnant stands for nothing
    if (!supply || segment.kind === 'whole') continue;
    if (binOf.get(plank)! < FRESH) twice.add(plank);
    binOf.set(plank, supply.bin);
  }
  // two remnants are no plank
  for (const plank of twice) binOf.set(plank, 2 * FRESH + plank);
  const stretchAt = new Map([...lines.lineOf].map(([stretch, line]) => [line, stretch]));
  const cutsOf = new Map<Stretch, Cut[]>();
  for (const cut of cuts) {
    const stretch = stretchAt.get(cut.segment.run);
    if (stretch) cutsOf.set(stretch, [...(cutsOf.get(stretch) ?? []), cut]);
  }
  return { cutsOf, binOf };
}
