import { boxOf, frameOf, round3, turned, turnedPolygon, type Point } from '@/core/geometry';
import { type Job, type Piece, type PlanFloor } from '@/core/given';

const MEETS = 0.5;

type Laid = { readonly piece: Piece; readonly from: number; readonly to: number };

function rowOf(floor: PlanFloor, row: number): { laid: Laid[]; middle: number } {
  const frame = frameOf(floor.direction);
  const laid = floor.pieces
    .filter((p) => p.row === row)
    .map((piece) => {
      const { minX, maxX } = boxOf(turnedPolygon(frame, piece.outline)[0]!);
      return { piece, from: minX, to: maxX };
    })
    .sort((a, b) => a.from - b.from);
  const band = floor.rows.find((r) => r.n === row);
  return { laid, middle: band ? (band.from + band.to) / 2 : 0 };
}

const inPlan = (floor: PlanFloor, u: number, w: number): [number, number] => {
  const [x, y] = turned(frameOf(floor.direction), [u, w]);
  return [round3(x), round3(y)];
};

/** The joint at a piece's right end, or at its left where it is the last of its run; null where it fills its run. */
export function jointOf(floor: PlanFloor, piece: Piece): Point | null {
  const { laid, middle } = rowOf(floor, piece.row);
  const own = laid.find((l) => l.piece.id === piece.id);
  if (!own) return null;
  if (laid.some((l) => Math.abs(l.from - own.to) < MEETS)) return inPlan(floor, own.to, middle);
  if (laid.some((l) => Math.abs(l.to - own.from) < MEETS)) return inPlan(floor, own.from, middle);
  return null;
}

/** The first joint of every run of a row. */
function firstJoints(floor: PlanFloor, row: number): { from: number; joint: number; to: number }[] {
  const { laid } = rowOf(floor, row);
  return laid
    .filter((l) => !laid.some((o) => Math.abs(o.to - l.from) < MEETS) && laid.some((o) => Math.abs(o.from - l.to) < MEETS))
    .map((l) => {
      let to = l.to;
      for (const o of laid) if (Math.abs(o.from - to) < MEETS) to = o.to;
      return { from: l.from, joint: l.to, to };
    });
}

const near = (a: Point, b: Point): boolean => Math.hypot(a[0] - b[0], a[1] - b[1]) < 1;
const withPins = (job: Job, pins: readonly (readonly [number, number])[]): Job => {
  const kept = (job.hand?.pins ?? []).filter((p) => !pins.some((q) => near(p, q)));
  return { ...job, hand: { ...job.hand, pins: [...kept, ...pins.map(([x, y]): [number, number] => [x, y])] } };
};

/** A joint that stays where it is. */
export const pinned = (job: Job, at: Point): Job => withPins(job, [[at[0], at[1]]]);

/** A place where no joint shall be. */
export const forbidden = (job: Job, at: Point): Job => ({
  ...job,
  hand: { ...job.hand, forbid: [...(job.hand?.forbid ?? []), [at[0], at[1]]] },
});

/** Every run of a row as it is: by its first joint, from which the others follow, or by all of them where lengths are mixed. */
export function locked(job: Job, floor: PlanFloor, row: number, mixed = false): Job {
  const { laid, middle } = rowOf(floor, row);
  const joints = mixed
    ? laid.filter((l) => laid.some((o) => Math.abs(o.from - l.to) < MEETS)).map((l) => l.to)
    : firstJoints(floor, row).map(({ joint }) => joint);
  return withPins(
    unpinnedRows(job, floor, [row]),
    joints.map((joint) => inPlan(floor, joint, middle)),
  );
}

/** Without the pins that lie in these rows. */
function unpinnedRows(job: Job, floor: PlanFloor, rows: readonly number[]): Job {
  const frame = frameOf(floor.direction);
  const bands = floor.rows.filter((r) => rows.includes(r.n));
  const pins = (job.hand?.pins ?? []).filter((p) => {
    const [, w] = turned(frame, p);
    return !bands.some((b) => w >= b.from && w < b.to);
  });
  return { ...job, hand: { ...job.hand, pins } };
}

/** The starters of the first runs of two rows, each in the other's place; null where either has no joint or a starter does not fit. */
export function swapped(job: Job, floor: PlanFloor, rowA: number, rowB: number): Job | null {
  const [a] = firstJoints(floor, rowA);
  const [b] = firstJoints(floor, rowB);
  if (!a || !b) return null;
  const [sa, sb] = [a.joint - a.from, b.joint - b.from];
  if (Math.abs(sa - sb) < 1 || a.from + sb >= a.to || b.from + sa >= b.to) return null;
  return withPins(unpinnedRows(job, floor, [rowA, rowB]), [
    inPlan(floor, a.from + sb, rowOf(floor, rowA).middle),
    inPlan(floor, b.from + sa, rowOf(floor, rowB).middle),
  ]);
}

/** Nothing is settled by hand any more. */
export const clearedHand = (job: Job): Job => ({ ...job, hand: undefined });
