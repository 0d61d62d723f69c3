/**
 * The course of the work: in which order rows are laid, where a part of a floor has to be begun on a line of its own, where it is filled back,
 * and what comes due at a row.
 */
import { frameOf, insideRing, middleOfRing } from '../geometry';
import { rackAlong } from '../plan';
import type { Job, Plan, PlanFloor } from '../given';
import { crossed, merged, withBoxes, withPads, type Due, type PadStrip } from './due';
import { inWantedOrder, partsOf, roomOf, type Part } from './parts';

/** How a row is laid: on from the row before it, begun on a line measured from the rows that are there, or backwards into the row after it. */
export type Way = 'on' | 'own-line' | 'back';

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
/** The floors of a plan in the order in which a person wants their rooms laid; as the plan has them where nothing is said. */
export function layingOrder({ floors }: Pick<Plan, 'floors'>, { laying }: Pick<Job, 'laying'>): readonly PlanFloor[] {
  const order = laying?.order ?? [];
  const placeOf = (floor: PlanFloor) => Math.min(...floor.spaces.map((s) => (order.includes(s) ? order.indexOf(s) : order.length)));
  return [...floors].sort((a, b) => placeOf(a) - placeOf(b));
}

/** A floor without what lies in rooms that were removed from the job: nobody is sent to a room that is gone. */
function inRoomsThatAre(floor: PlanFloor, { spaces, openings }: Coursed): PlanFloor {
  if (floor.spaces.every((id) => spaces.some((s) => s.id === id))) return floor;
  const room = roomOf(spaces);
  const ways = openings ?? [];
  const pieces = floor.pieces.filter((p) => room(p) !== null || ways.some((o) => insideRing(middleOfRing(p.outline[0]!), o.outline)));
  return { ...floor, pieces };
}

/** What of a job decides the course. */
export type Coursed = Pick<Job, 'spaces' | 'obstacles' | 'openings' | 'laying'>;

/** What an order of the rooms costs: pieces laid backwards, parts begun on a line of their own, the most remainders that wait, walks to another room. */
export type OrderCost = { readonly back: number; readonly lines: number; readonly waiting: number; readonly walks: number };

export function orderCost(plan: Plan, job: Coursed): OrderCost {
  const steps = courseOf(plan, job);
  const room = roomOf(job.spaces);
  const pieces = inOrder(plan, steps);
  const rooms = pieces.flatMap(({ piece }) => room(piece) ?? []);
  return {
    back: steps.filter((s) => s.way === 'back').reduce((sum, s) => sum + s.pieces.length, 0),
    lines: steps.filter((s) => s.way === 'own-line').length,
    waiting: rackAlong(pieces).greatest,
    walks: rooms.filter((r, i) => i > 0 && r !== rooms[i - 1]).length,
  };
}

/** The pieces of a plan in the order in which steps lay them. */
export function inOrder(
  { floors }: Plan,
  steps: readonly Step[],
): readonly { readonly floor: PlanFloor; readonly piece: PlanFloor['pieces'][number] }[] {
  const known = new Map(floors.map((floor) => [floor.id, { floor, pieces: new Map(floor.pieces.map((p) => [p.id, p])) }]));
  return steps.flatMap((step) => {
    const { floor, pieces } = known.get(step.floor)!;
    return step.pieces.map((id) => ({ floor, piece: pieces.get(id)! }));
  });
}

/** The rooms of a plan in the order in which the work first comes to them. */
export function roomsInOrder(plan: Plan, job: Coursed): readonly string[] {
  const room = roomOf(job.spaces);
  return [...new Set(inOrder(plan, courseOf(plan, job)).flatMap(({ piece }) => room(piece) ?? []))];
}

/**
 * The steps of the work on a plan, floor by floor in the order that is wanted.
 *
 * @param pads strips of pad, each of which is rolled out when a row comes to lie on it: what lies open is walked on
 */
export function courseOf(plan: Plan, job: Coursed, pads: readonly PadStrip[] = []): readonly Step[] {
  const floors = layingOrder(plan, job)
    .map((floor) => inRoomsThatAre(floor, job))
    .filter((floor) => floor.pieces.length > 0);
  const steps = floors.flatMap((floor) =>
    withPads(
      courseOfFloor(floor, job),
      floor,
      pads.filter((p) => p.floor === floor.id),
    ),
  );
  return withBoxes(steps, plan, job.spaces);
}

function courseOfFloor(floor: PlanFloor, job: Coursed): Step[] {
  const frame = frameOf(floor.direction);
  const { parts, meets } = partsOf(floor, frame);
  const count = new Map<number, number>();
  for (const part of parts) count.set(part.island, (count.get(part.island) ?? 0) + part.pieces.length);
  const main = parts[0]?.island ?? 0;
  const isBack = ({ island }: Part) =>
    island !== main && (count.get(island) ?? 0) <= FILLED_BACK && [...meets.values()].some((m) => m.includes(island));
  const pushedAt = [...new Set(parts.map((p) => p.row))].sort((a, b) => a - b)[PUSHED_AFTER - 1];
  const begun = new Set<number>([main]);
  const pushed = new Set<number>();
  const steps: Step[] = [];
  for (const part of ordered(
    parts.filter((p) => !isBack(p)),
    job,
  )) {
    const starts = !begun.has(part.island);
    begun.add(part.island);
    const met = meets.get(part);
    const push = part.row === pushedAt && pushed.size < pushed.add(part.row).size;
    const due: Due[] = [
      ...(met ? [{ what: 'meets' as const }] : []),
      ...(push ? [{ what: 'push' as const }] : []),
      ...crossed(part, floor, frame, job),
    ];
    const ids = part.pieces.map((p) => p.id);
    const last = steps[steps.length - 1];
    // runs of one row that go on from what lies are one step
    if (last?.row === part.row && last.way === 'on' && !starts)
      steps[steps.length - 1] = { ...last, pieces: [...last.pieces, ...ids], due: merged(last.due, due) };
    else steps.push({ floor: floor.id, row: part.row, way: starts ? 'own-line' : 'on', pieces: ids, due });
    // what waited for this row is filled back from it, the nearest row first
    for (const back of parts.filter((p) => isBack(p) && met?.includes(p.island)).reverse())
      steps.push({ floor: floor.id, row: back.row, way: 'back', pieces: back.pieces.map((p) => p.id), due: [] });
  }
  return steps;
}

/** Runs row by row, or so that rooms are done in the order that is wanted. */
function ordered(parts: readonly Part[], { spaces, laying }: Coursed): readonly Part[] {
  const order = laying?.order ?? [];
  if (order.length === 0) return parts;
  const room = roomOf(spaces);
  return inWantedOrder(parts, (piece) => {
    const id = room(piece);
    return id !== null && order.includes(id) ? order.indexOf(id) : order.length;
  });
}

/** The step in hand: the first of which something does not lie; null where all lies. */
export const stepInHand = (steps: readonly Step[], lies: (floor: string, piece: string) => boolean): Step | null =>
  steps.find((s) => s.pieces.some((p) => !lies(s.floor, p))) ?? null;
