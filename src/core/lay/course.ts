/**
 * The course of the work: in which order rows are laid, where a part of a floor has to be begun on a line of its own, where it is filled back,
 * and what comes due at a row.
 */
import { boxOf, frameOf, turned, type Frame, type Ring } from '../geometry';
import { measureRows } from '../audit';
import { rackOf } from '../plan';
import type { Job, Piece, Plan, PlanFloor } from '../given';

/** How a row is laid: on from the row before it, begun on a line measured from the rows that are there, or backwards into the row after it. */
export type Way = 'on' | 'own-line' | 'back';

/** Something that comes due at a row. */
export type Due =
  | { readonly what: 'push' }
  | { readonly what: 'register'; readonly obstacle: string }
  | { readonly what: 'undercut'; readonly opening: string }
  /** strips of pad that the row comes to lie on, by their letters and numbers */
  | { readonly what: 'pad'; readonly strips: readonly string[] }
  | { readonly what: 'meets' };

/** A row, or the part of it that is laid in one go. */
export type Step = {
  readonly floor: string;
  readonly row: number;
  readonly way: Way;
  /** pieces from left to right, by id */
  readonly pieces: readonly string[];
  readonly due: readonly Due[];
};

/** An island of no more pieces than this is filled back; a larger one is begun on a line of its own: laying backwards is slow and risky. */
const FILLED_BACK = 8;
/** After so many rows the floor is pushed to its gap, spaced and weighted. */
const PUSHED_AFTER = 3;
/** Less than this (mm) of a shared edge ties no rows. */
const TOUCHES = 1;

type Part = { readonly row: number; readonly pieces: readonly Piece[]; readonly u0: number; readonly u1: number; island: number };

/** The runs of a floor by rows, each with the island that it belongs to: parts that no earlier row ties to what is there. */
function partsOf(
  floor: PlanFloor,
  frame: Frame,
): { readonly parts: readonly Part[]; readonly meets: ReadonlyMap<Part, readonly number[]> } {
  const parts: Part[] = [];
  const meets = new Map<Part, readonly number[]>();
  let before: Part[] = [];
  const joined: number[] = [];
  const root = (i: number): number => (joined[i] === i ? i : root(joined[i]!));
  for (const { row, runs } of measureRows(floor, frame)) {
    const own = runs
      .map((run): Part => {
        const us = run.map((p) => p.box);
        return {
          row: row.n,
          pieces: run.map((p) => p.piece),
          u0: Math.min(...us.map((b) => b.minX)),
          u1: Math.max(...us.map((b) => b.maxX)),
          island: -1,
        };
      })
      .sort((a, b) => a.u0 - b.u0);
    for (const part of own) {
      const above = before.filter((b) => b.row === row.n - 1 && Math.min(b.u1, part.u1) - Math.max(b.u0, part.u0) > TOUCHES);
      // the one that was begun first takes in the others
      const islands = [...new Set(above.map((b) => root(b.island)))].sort((a, b) => a - b);
      part.island = islands.length > 0 ? islands[0]! : joined.push(joined.length) - 1;
      if (islands.length > 1) meets.set(part, islands);
      for (const other of islands.slice(1)) joined[other] = part.island;
    }
    parts.push(...own);
    before = own;
  }
  return { parts, meets };
}

/** The floors of a plan in the order in which a person wants their rooms laid; as the plan has them where nothing is said. */
export function layingOrder({ floors }: Pick<Plan, 'floors'>, { laying }: Pick<Job, 'laying'>): readonly PlanFloor[] {
  const order = laying?.order ?? [];
  const placeOf = (floor: PlanFloor) => Math.min(...floor.spaces.map((s) => (order.includes(s) ? order.indexOf(s) : order.length)));
  return [...floors].sort((a, b) => placeOf(a) - placeOf(b));
}

/** What an order of the rooms costs: pieces laid backwards, parts begun on a line of their own, and the most remainders that wait. */
export type OrderCost = { readonly back: number; readonly lines: number; readonly waiting: number };

export function orderCost(plan: Plan, job: Pick<Job, 'obstacles' | 'openings' | 'laying'>): OrderCost {
  const steps = courseOf(plan, job);
  return {
    back: steps.filter((s) => s.way === 'back').reduce((sum, s) => sum + s.pieces.length, 0),
    lines: steps.filter((s) => s.way === 'own-line').length,
    waiting: rackOf(layingOrder(plan, job)).greatest,
  };
}

/** A strip of what lies beneath, in plan. */
export type PadStrip = { readonly floor: string; readonly id: string; readonly outline: Ring };

/**
 * The steps of the work on a plan, floor by floor in the order that is wanted.
 *
 * @param pads strips of pad, each of which is rolled out when a row comes to lie on it: what lies open is walked on
 */
export function courseOf(plan: Plan, job: Pick<Job, 'obstacles' | 'openings' | 'laying'>, pads: readonly PadStrip[] = []): readonly Step[] {
  return layingOrder(plan, job).flatMap((floor) =>
    withPads(
      courseOfFloor(floor, job),
      floor,
      pads.filter((p) => p.floor === floor.id),
    ),
  );
}

/** Puts to each step the strips of pad that it is the first to lie on. */
function withPads(steps: readonly Step[], floor: PlanFloor, pads: readonly PadStrip[]): readonly Step[] {
  if (pads.length === 0) return steps;
  const frame = frameOf(floor.direction);
  const reach = (ring: Ring) => boxOf(ring.map((p) => turned(frame, p)));
  const pieces = new Map(floor.pieces.map((p) => [p.id, reach(p.outline[0]!)]));
  let left = pads.map((p) => ({ id: p.id, box: reach(p.outline) }));
  return steps.map((step) => {
    const own = step.pieces.map((id) => pieces.get(id)!);
    const over = left.filter(({ box: a }) => own.some((b) => Math.min(a.maxX, b.maxX) - Math.max(a.minX, b.minX) > TOUCHES && Math.min(a.maxY, b.maxY) - Math.max(a.minY, b.minY) > TOUCHES)); // prettier-ignore
    if (over.length === 0) return step;
    left = left.filter((l) => !over.includes(l));
    return { ...step, due: [{ what: 'pad' as const, strips: over.map((o) => o.id) }, ...step.due] };
  });
}

function courseOfFloor(floor: PlanFloor, job: Pick<Job, 'obstacles' | 'openings'>): Step[] {
  const frame = frameOf(floor.direction);
  const { parts, meets } = partsOf(floor, frame);
  const count = new Map<number, number>();
  for (const part of parts) count.set(part.island, (count.get(part.island) ?? 0) + part.pieces.length);
  const main = parts[0]?.island ?? 0;
  const isBack = (island: number) =>
    island !== main && (count.get(island) ?? 0) <= FILLED_BACK && [...meets.values()].some((m) => m.includes(island));
  const begun = new Set<number>([main]);
  const steps: Step[] = [];
  const waiting = new Map<number, Part[]>();
  const rows = [...new Set(parts.map((p) => p.row))].sort((a, b) => a - b);
  rows.forEach((row, k) => {
    const own = parts.filter((p) => p.row === row);
    for (const part of own.filter((p) => isBack(p.island))) waiting.set(part.island, [part, ...(waiting.get(part.island) ?? [])]);
    for (const part of own.filter((p) => !isBack(p.island))) {
      const starts = !begun.has(part.island);
      begun.add(part.island);
      const last = steps[steps.length - 1];
      const met = meets.get(part);
      const due: Due[] = [
        ...(met ? [{ what: 'meets' as const }] : []),
        ...(k + 1 === PUSHED_AFTER ? [{ what: 'push' as const }] : []),
        ...crossed(part, floor, frame, job),
      ];
      // runs of one row that go on from what lies are one step
      if (last?.row === row && last.way === 'on' && !starts)
        steps[steps.length - 1] = { ...last, pieces: [...last.pieces, ...part.pieces.map((p) => p.id)], due: merged(last.due, due) };
      else steps.push({ floor: floor.id, row, way: starts ? 'own-line' : 'on', pieces: part.pieces.map((p) => p.id), due });
      for (const island of met ?? []) {
        for (const back of waiting.get(island) ?? [])
          steps.push({ floor: floor.id, row: back.row, way: 'back', pieces: back.pieces.map((p) => p.id), due: [] });
        waiting.delete(island);
      }
    }
  });
  return steps;
}

const merged = (a: readonly Due[], b: readonly Due[]): readonly Due[] => {
  const all = new Map([...a, ...b].map((d) => [JSON.stringify(d), d]));
  return [...all.values()];
};

/** What a part of a row crosses: registers to be cut out, casings to be undercut. */
function crossed(
  part: Part,
  floor: PlanFloor,
  frame: Frame,
  { obstacles = [], openings = [] }: Pick<Job, 'obstacles' | 'openings'>,
): Due[] {
  const row = floor.rows.find((r) => r.n === part.row)!;
  const over = (ring: Ring, margin: number) => {
    const box = boxOf(ring.map((p) => turned(frame, p)));
    return box.minX < part.u1 + margin && box.maxX > part.u0 - margin && box.minY < row.to + margin && box.maxY > row.from - margin;
  };
  const first = (ring: Ring) => {
    const box = boxOf(ring.map((p) => turned(frame, p)));
    return box.minY >= row.from - TOUCHES || part.row === floor.rows[0]!.n;
  };
  return [
    ...obstacles
      .filter((o) => o.kind === 'register' && over(o.outline, 0) && first(o.outline))
      .map((o): Due => ({ what: 'register', obstacle: o.id })),
    ...openings
      .filter((o) => (o.casing ?? 0) > 0 && over(o.outline, 10) && first(o.outline))
      .map((o): Due => ({ what: 'undercut', opening: o.id })),
  ];
}

/** The step in hand: the first of which something does not lie; null where all lies. */
export const stepInHand = (steps: readonly Step[], lies: (floor: string, piece: string) => boolean): Step | null =>
  steps.find((s) => s.pieces.some((p) => !lies(s.floor, p))) ?? null;
