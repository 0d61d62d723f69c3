/**
 * A lower bound: how many planks no plan can do without whose rows lie as these do and that keeps their least end pieces. Every piece is given a weight by its length
 * and width such that the pieces of one plank never weigh more than 1 together, however it is cut; then the pieces of all runs, each laid as
 * lightly as it can be, weigh no more than there are planks. Weights by dual feasible functions (after Lueker 1983 and Fekete & Schepers 2001).
 */
import { boxOf, grouped, ROUNDING, spansAt, type Polygon } from '../geometry';
import { allowedStarters, closerFor, jointsOf, SAME_LENGTH, wholesFor, type RunLine } from './joints';
import type { Run } from './runs';

/** A weight for a share (length + kerf) ÷ (plank + kerf) of a plank: those that fit a plank together never weigh more than 1. Never falls. */
type Weight = { readonly of: (share: number) => number; /** shares at which it jumps */ readonly jumps: readonly number[] };

/** As long as it is, but what is longer than 1 − λ counts whole and what is shorter than λ nothing. */
const beyond = (least: number): Weight => ({
  of: (x) => (x > 1 - least + TINY ? 1 : x >= least - TINY ? x : 0),
  jumps: [least, 1 - least],
});
/** In steps of 1 ÷ m: what is more than k ÷ (m + 1) counts k ÷ m. */
const stepped = (m: number): Weight => ({
  of(x) {
    const steps = x * (m + 1);
    const whole = Math.round(steps);
    return Math.abs(steps - whole) < TINY ? whole / (m + 1) : Math.floor(steps) / m;
  },
  jumps: Array.from({ length: m }, (_, k) => (k + 1) / (m + 1)),
});
const TINY = 1e-9;
const STEPS = [1, 2, 3, 4, 5, 6];

/** Starters of runs that are no plain strips are tried so far apart (mm); each stands for those about it. */
const TRIED_APART = { few: 4, many: 20 };
/** So many are many. */
const MANY = 300;
/** Beside a place where a weight jumps, mm. */
const BESIDE = 1e-5;

/** So many runs that are no plain strips are weighed in every way. */
const FEW = 4;

/** A stretch of a run between corners of its outline, and how wide it is at its narrowest. */
type Stretch = { readonly from: number; readonly to: number; readonly width: number };

/** The stretches of a run in which it is one strip, left to right; those that a hole or a post parts are left out. */
function stretchesOf(shape: Polygon): Stretch[] {
  const us = [...new Set(shape.flat().map((p) => p[0]))].sort((a, b) => a - b);
  const cuts = us.filter((u, i) => i === 0 || u - us[i - 1]! > ROUNDING);
  return cuts.slice(1).flatMap((to, i): Stretch[] => {
    const from = cuts[i]!;
    const [near, far] = [spansAt([shape], 0, from, 1), spansAt([shape], 0, to, -1)];
    if (near.length !== 1 || far.length !== 1) return [];
    const width = Math.min(near[0]![1] - near[0]![0], far[0]![1] - far[0]![0]);
    return width > ROUNDING ? [{ from, to, width }] : [];
  });
}

/** A run as it is weighed. */
type Weighed = RunLine & { readonly endPiece: number; readonly stretches: readonly Stretch[]; readonly plain: boolean };

function weighedOf({ u0, u1, shape, parted }: Run, plank: number, endPiece: number): Weighed {
  const stretches = stretchesOf(shape);
  const [only] = stretches;
  const { minX, maxX } = boxOf(shape[0]!);
  const plain = stretches.length === 1 && only!.from - minX < ROUNDING && maxX - only!.to < ROUNDING;
  return { u0, u1, plank, endPiece, stretches, plain, parted };
}

type Plank = { readonly length: number; readonly width: number; readonly kerf: number };

/** What a piece weighs at least: as the heaviest rectangle in it. `slack` is by how much its inner ends may lie otherwise, mm. */
function weightOf(
  { stretches }: Weighed,
  from: number,
  to: number,
  { length, width, kerf }: Plank,
  long: Weight,
  wide: Weight,
  slack: number,
): number {
  let most = 0;
  // the stretches go from left to right
  for (let i = 0; i < stretches.length && stretches[i]!.from < to; i++) {
    const first = stretches[i]!;
    if (first.to <= from) continue;
    let narrowest = Infinity;
    for (let k = i; k < stretches.length && stretches[k]!.from < to; k++) {
      if (k > i && stretches[k]!.from - stretches[k - 1]!.to > ROUNDING) break;
      narrowest = Math.min(narrowest, stretches[k]!.width);
      const reach = Math.min(to, stretches[k]!.to) - Math.max(from, first.from) - slack;
      if (reach <= 0) continue;
      most = Math.max(most, long.of((reach + kerf) / (length + kerf)) * wide.of((Math.min(narrowest, width) + kerf) / (width + kerf)));
    }
  }
  return most;
}

/** The starters at which a plain run may be lightest: where its stretches end and where a weight jumps at its starter or closer. */
function lightStarters(
  run: Weighed,
  stretches: readonly (readonly [number, number])[],
  { length, kerf }: Plank,
  { jumps }: Weight,
): number[] {
  const jumping = jumps.flatMap((share) => {
    const at = share * (length + kerf) - kerf;
    const closing = run.u1 - run.u0 - at;
    return [at, closing - Math.floor(closing / length) * length];
  });
  const inside = (s: number) => stretches.some(([a, b]) => s >= a && s <= b);
  return [...stretches.flat(), ...jumping.flatMap((s) => [s - BESIDE, s, s + BESIDE]).filter(inside)];
}

/** The least that a run's pieces weigh together, however it is laid. */
function lightest(run: Weighed, plank: Plank, long: Weight, wide: Weight, apart: number): number {
  const stretches = allowedStarters(run, run.endPiece);
  /** A plain run's whole planks weigh alike, wherever they lie. */
  const plainly = (starter: number): number => {
    const joints = wholesFor(run, starter);
    const closer = closerFor(run, starter);
    const [{ width }] = run.stretches as [Stretch];
    const piece = (reach: number) => long.of((reach + plank.kerf) / (plank.length + plank.kerf));
    return (
      (piece(starter) + joints * piece(plank.length) + piece(closer)) *
      wide.of((Math.min(width, plank.width) + plank.kerf) / (plank.width + plank.kerf))
    );
  };
  const at = (starter: number, slack: number): number => {
    const ends = [run.u0, ...jointsOf(run, starter), run.u1];
    let sum = 0;
    for (let k = 1; k < ends.length; k++) sum += weightOf(run, ends[k - 1]!, ends[k]!, plank, long, wide, slack);
    return sum;
  };
  // what is laid in two might do in one
  const whole = run.u1 - run.u0 <= plank.length ? weightOf(run, run.u0, run.u1, plank, long, wide, 0) : Infinity;
  if (whole < Infinity && !run.parted) return whole;
  const open = stretches.length > 0 ? stretches : ([[BESIDE, plank.length]] as const);
  if (run.plain) return Math.min(whole, ...lightStarters(run, open, plank, long).map(plainly));
  let least = whole;
  for (const [from, to] of open) for (let s = from; s < to + apart; s += apart) least = Math.min(least, at(Math.min(s, to), apart));
  return least;
}

/** Starters so near to each other (mm) are counted as the most useful of them. */
const CELL = 2;

/** Starters of a run in a cell: the shortest of them, and the longest starter that shares a plank with the shortest closer that they leave. */
type Cell = {
  readonly shortest: number;
  readonly admits: number;
  readonly wholes: number;
  readonly starts: boolean;
  readonly ends: boolean;
};

/** The cells of a run's starters; a whole starter, and one that leaves a whole closer, are cells of their own. */
function cellsOf({ u0, u1, plank, endPiece }: RunLine & { readonly endPiece: number }, kerf: number): Cell[] {
  return allowedStarters({ u0, u1, plank }, endPiece).flatMap(([from, to]) => {
    const both = from + closerFor({ u0, u1, plank }, from);
    const wholes = Math.round((u1 - u0 - both) / plank);
    const cell = (a: number, b: number): Cell => {
      const [whole, closes] = [a >= plank - SAME_LENGTH, both - b >= plank - SAME_LENGTH];
      const admits = closes ? -Infinity : plank - kerf - (both - b) + SAME_LENGTH;
      return { shortest: a, admits, wholes: wholes + Number(whole) + Number(closes), starts: !whole, ends: !closes };
    };
    const cells = [cell(from, from), cell(to, to)];
    for (let a = from; a < to; a += CELL) cells.push(cell(Math.min(a, plank - 2 * SAME_LENGTH), Math.min(a + CELL, to) - 2 * SAME_LENGTH));
    return cells;
  });
}

/**
 * The fewest planks of equal runs, whole planks apart from each other: pairs make chains, in which each closer's remainder starts the next run, and a
 * chain goes on only as long as there is a shorter starter (or a run that may be begun anew with a longer one). Looks at chains of every length, not
 * at which of the runs lie side by side.
 *
 * @returns null where no starter keeps the end pieces
 */
function leastOfEqual(run: RunLine & { readonly endPiece: number }, count: number, kerf: number): number | null {
  const cells = cellsOf(run, kerf).sort((a, b) => a.shortest - b.shortest);
  if (cells.length === 0) return null;
  const costOf = (c: Cell) => c.wholes + Number(c.ends);
  // the dearest cell that may still come next, by what the last one admits
  const after = cells.map((c) => {
    let many = 0;
    while (many < cells.length && cells[many]!.shortest <= c.admits) many++;
    return many;
  });
  /** the least that a chain of so many runs costs */
  const chain = [0];
  let reach = new Float64Array(cells.length).fill(Infinity);
  cells.forEach((c, i) => (reach[i] = costOf(c) + Number(c.starts)));
  for (let many = 1; many <= count; many++) {
    chain.push(Math.min(...reach));
    const next = new Float64Array(cells.length).fill(Infinity);
    // what it costs to come to a cell that admits so many of the next
    const least = new Float64Array(cells.length + 1).fill(Infinity);
    cells.forEach((c, i) => c.ends && (least[after[i]!] = Math.min(least[after[i]!]!, reach[i]!)));
    for (let k = cells.length - 1; k >= 0; k--) least[k] = Math.min(least[k]!, least[k + 1]!);
    cells.forEach((c, i) => c.starts && (next[i] = least[i + 1]! + costOf(c)));
    reach = next;
  }
  const ring = ringCost(cells, run, kerf);
  const best = [0];
  for (let n = 1; n <= count; n++) {
    let least = best[n - 1]! + ring;
    for (let many = 1; many <= n; many++) least = Math.min(least, best[n - many]! + chain[many]!);
    best.push(least);
  }
  return Math.ceil(best[count]! - 1e-6);
}

/** What each run costs at least in a ring, where the last one's remainder starts the first: as a cell that has one before and one after it, and by its length; Infinity where there is none. */
function ringCost(cells: readonly Cell[], { u0, u1, plank }: RunLine, kerf: number): number {
  let inRing = cells.filter((c) => c.starts && c.ends);
  for (let before = -1; before !== inRing.length;) {
    before = inRing.length;
    const [shortest, admits] = [Math.min(...inRing.map((c) => c.shortest)), Math.max(...inRing.map((c) => c.admits))];
    inRing = inRing.filter((c) => c.admits >= shortest && c.shortest <= admits);
  }
  if (inRing.length === 0) return Infinity;
  const pieces = Math.ceil((u1 - u0) / plank - 1e-9);
  return Math.max(Math.min(...inRing.map((c) => c.wholes + 1)), (u1 - u0 + kerf * pieces) / (plank + kerf));
}

/** Runs that weigh alike: plain ones that are as long and as wide as each other. */
function alike(weighed: readonly Weighed[]): readonly (readonly Weighed[])[] {
  const kind = (run: Weighed) => (run.plain ? `${run.parted} ${(run.u1 - run.u0).toFixed(6)} ${run.stretches[0]!.width.toFixed(6)}` : run);
  return [...grouped(weighed, kind).values()];
}

/**
 * How many planks of one size some runs ask for at least.
 *
 * @param size of their planks, the longest where they come in several lengths
 */
function leastOfSize(runs: readonly Run[], plank: Plank, endPiece: number): number {
  const weighed = runs.map((run) => weighedOf(run, plank.length, endPiece));
  const narrowest = Math.min(plank.width, ...weighed.flatMap((r) => r.stretches.map((s) => s.width)));
  const share = (mm: number, of: number) => (mm + plank.kerf) / (of + plank.kerf);
  const shortest = Math.min(0.5, share(endPiece, plank.length));
  // where many runs are no plain strips, the steps say little and take long
  const odd = weighed.filter((r) => !r.plain).length;
  const longs = [beyond(0), beyond(shortest), ...(odd > FEW ? [] : STEPS.map(stepped))];
  const wides = [beyond(Math.min(0.5, share(narrowest, plank.width))), stepped(1)];
  const kinds = alike(weighed);
  let most = 0;
  for (const wide of wides) {
    for (const long of longs) {
      let sum = 0;
      for (const own of kinds) sum += own.length * lightest(own[0]!, plank, long, wide, odd > MANY ? TRIED_APART.many : TRIED_APART.few);
      most = Math.max(most, sum);
    }
  }
  const [first] = weighed;
  const equal = first?.plain && weighed.every((r) => r.plain && Math.abs(r.u1 - r.u0 - (first.u1 - first.u0)) < SAME_LENGTH);
  // strips that are too wide for two of them to come out of one plank's width
  const apart = weighed.every((r) => r.stretches.every((x) => 2 * x.width + plank.kerf > plank.width + ROUNDING));
  const chained =
    first && equal && apart && first.u1 - first.u0 > plank.length + SAME_LENGTH ? leastOfEqual(first, runs.length, plank.kerf) : null;
  return Math.max(Math.ceil(most - 1e-6), chained ?? 0);
}

/**
 * How many planks no plan can do without that lays these runs and keeps their least end pieces.
 *
 * @param sizes the product's planks; runs take those of their row's width
 */
export function leastPlanks(
  runs: readonly Run[],
  sizes: readonly { readonly length: number; readonly width: number }[],
  endPiece: number,
  kerf: number,
): number {
  let sum = 0;
  for (const [width, own] of grouped(runs, (run) => run.row.width)) {
    const length = Math.max(...sizes.filter((s) => s.width === width).map((s) => s.length));
    sum += leastOfSize(own, { length, width, kerf }, endPiece);
  }
  return sum;
}
