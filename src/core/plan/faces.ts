/** Which planks touch, where those show the same face, and what each row takes from which box or pile. */
import { boxOf, frameOf, grouped, roundPoint, turned, turnedPolygon } from '../geometry';
import type { Placed, Plan, PlanFloor } from '../given';

/** Pieces of neighbouring rows whose ends are this near (mm) meet at a corner. */
const CORNER = 15;
/** Pieces lie side by side when they share more edge than this, mm. */
const SIDE = 1;

/** Two planks that touch, the lower number first, and where first: in which floor, by which of their pieces, and where along the row. */
type Touch = {
  readonly planks: readonly [number, number];
  readonly floor: PlanFloor;
  readonly a: Lying;
  readonly b: Lying;
  readonly u: number;
};

/** Pairs of planks whose pieces touch, each once; a plank's own two pieces are no pair. */
function touchesOf(floors: readonly PlanFloor[]): readonly Touch[] {
  const pairs = new Map<number, Touch>();
  const many = 1 + floors.reduce((most, { pieces }) => pieces.reduce((m, p) => Math.max(m, p.plank), most), 0);
  for (const floor of floors) {
    const touch = (a: Lying, b: Lying, u: number) => {
      if (a.plank === b.plank) return;
      const planks: [number, number] = a.plank < b.plank ? [a.plank, b.plank] : [b.plank, a.plank];
      const key = planks[0] * many + planks[1];
      if (!pairs.has(key)) pairs.set(key, { planks, floor, a, b, u });
    };
    const rows = rowsOf(floor);
    for (const [n, row] of rows) {
      for (let i = 0; i + 1 < row.length; i++) if (row[i + 1]!.from - row[i]!.to < SIDE) touch(row[i]!, row[i + 1]!, row[i]!.to);
      const next = rows.get(n + 1) ?? [];
      let k = 0;
      for (const a of row) {
        while (k < next.length && next[k]!.to < a.from - CORNER) k++;
        for (let j = k; j < next.length && next[j]!.from <= a.to + CORNER; j++)
          touch(a, next[j]!, (Math.max(a.from, next[j]!.from) + Math.min(a.to, next[j]!.to)) / 2);
      }
    }
  }
  return [...pairs.values()];
}

/** A piece along its row. */
type Lying = { plank: number; row: number; from: number; to: number; low: number; high: number };

function rowsOf(floor: PlanFloor): ReadonlyMap<number, readonly Lying[]> {
  const frame = frameOf(floor.direction);
  const lying = floor.pieces.map(({ row, plank, outline }): Lying => {
    const { minX, maxX, minY, maxY } = boxOf(turnedPolygon(frame, outline)[0]!);
    return { plank, row, from: minX, to: maxX, low: minY, high: maxY };
  });
  const rows = grouped(lying, ({ row }) => row);
  for (const row of rows.values()) row.sort((a, b) => a.from - b.from);
  return rows;
}

/** Pairs of planks whose pieces touch, each once, lower number first; a plank's own two pieces are no pair. */
export const touchingPlanks = (floors: readonly PlanFloor[]): readonly (readonly [number, number])[] =>
  touchesOf(floors).map((t) => t.planks);

/** Pairs of touching planks that show the same face, where they touch. */
export function equalFaces(plan: Pick<Plan, 'floors' | 'planks'>): readonly Placed[] {
  const planks = new Map(plan.planks.map((p) => [p.n, p]));
  return touchesOf(plan.floors).flatMap(({ planks: [first, second], floor, a, b, u }): Placed[] => {
    const [one, other] = [planks.get(first), planks.get(second)];
    if (one?.face === undefined || one.face !== other?.face || one.product !== other.product) return [];
    const rows = [...new Set([a.row, b.row])];
    const at = turned(frameOf(floor.direction), [u, a.row === b.row ? (a.low + a.high) / 2 : a.high]);
    const where = rows.length === 1 ? `Row ${rows[0]}: two planks end to end show` : `Rows ${rows.join(' and ')}: planks beside each other show`; // prettier-ignore
    return [{ rule: 'equal-faces', level: 'should', floor: floor.id, at: roundPoint(at), rows, text: `${where} the same face. Exchange one for another that lies open.` }]; // prettier-ignore
  });
}

/** What each row takes from where: whole planks that are opened for it, by box or by pile. */
export function takesOf(
  plan: Plan,
  floor: PlanFloor,
  habit: 'boxes' | 'piles',
): ReadonlyMap<number, readonly { readonly from: number; readonly count: number }[]> {
  const planks = new Map(plan.planks.map((p) => [p.n, p]));
  const opened = new Set<number>();
  for (const other of plan.floors) {
    if (other.id === floor.id) break;
    for (const p of other.pieces) opened.add(p.plank);
  }
  const rows = new Map<number, Map<number, number>>();
  for (const { row, plank } of floor.pieces) {
    if (opened.has(plank)) continue;
    opened.add(plank);
    const { face, box } = planks.get(plank)!;
    const from = habit === 'boxes' ? box : face;
    if (from === undefined) continue;
    const own = rows.get(row) ?? new Map<number, number>();
    own.set(from, (own.get(from) ?? 0) + 1);
    rows.set(row, own);
  }
  return new Map([...rows].map(([row, own]) => [row, [...own].sort((a, b) => a[0] - b[0]).map(([from, count]) => ({ from, count }))]));
}
