/** Floors to practise on: rooms without a fault, and what can be done to a row of them. */
import { audit } from '../audit';
import { floorsOf, type Floor } from '../floors';
import { boxOf, frameOf, round3, turned, type Point } from '../geometry';
import { newJob, type Finding, type Job, type Piece, type PlanFloor } from '../given';
import { planJob } from '../plan';
import { chanceFrom, type Chance } from './chance';

/** A floor that is looked at: the job that it was laid by, its ground, and what lies. */
export type Laid = { readonly job: Job; readonly floor: Floor; readonly plan: PlanFloor };

/** Steps of the search: a floor to practise on need not be the thriftiest. */
const STEPS = 300;
/** Rooms that are tried until one has no fault. */
const TRIED = 60;
const PLANKS = [
  [1285, 192],
  [1380, 193],
  [1220, 178],
] as const;

/** Everything that the audit says of a floor, limits and looks. */
export const said = ({ job, floor, plan }: Laid): readonly Finding[] =>
  audit(job, [floor], [plan]).filter((f) => f.rule !== 'measure-again' && f.rule !== 'half-bond');

/** A room with a floor of which the audit has nothing to say; the same for a seed. */
export function soundFloor(seed: number): Laid {
  const chance = chanceFrom(seed);
  for (let k = 0; k < TRIED; k++) {
    const job = roomOf(chance);
    const made = planJob(job, { steps: STEPS });
    const floors = floorsOf(job);
    if (!made.ok || !floors.ok) continue;
    const laid = { job, floor: floors.value[0]!, plan: made.value.floors[0]! };
    if (said(laid).length === 0 && laid.plan.rows.length >= 8) return laid;
  }
  throw new Error(`no sound floor for seed ${seed}`);
}

/** A room of which the last row comes out as a sliver, because somebody began with a whole plank; null where it comes out otherwise. */
export function sliverFloor(seed: number): Laid | null {
  const chance = chanceFrom(seed);
  const job = roomOf(chance);
  const { width } = job.product.planks[0]!;
  const { gap, rip } = job.product.limits;
  const rows = 10 + chance.below(6);
  const wide = rows * width + 2 * gap + 12 + chance.below(Math.floor(rip * 0.7) - 12);
  const [, right] = job.spaces[0]!.outline;
  const outline: [number, number][] = [[0, 0], [right![0], 0], [right![0], wide], [0, wide]]; // prettier-ignore
  const narrow: Job = { ...job, spaces: [{ ...job.spaces[0]!, outline }], layout: { ...job.layout, setOut: { mode: 'full-first' } } };
  const made = planJob(narrow, { steps: STEPS });
  const floors = floorsOf(narrow);
  return made.ok && floors.ok ? { job: narrow, floor: floors.value[0]!, plan: made.value.floors[0]! } : null;
}

function roomOf(chance: Chance): Job {
  const [length, width] = PLANKS[chance.below(PLANKS.length)]!;
  const [long, wide] = [3300 + 10 * chance.below(220), 2300 + 10 * chance.below(140)];
  const job = newJob('Practice', 'metric', long, wide);
  return {
    ...job,
    kerf: 3,
    product: { ...job.product, name: 'Practice planks', planks: [{ length, width, share: 1 }] },
    layout: { ...job.layout, direction: 0, stagger: { school: 'offcut', seed: chance.below(1000) } },
  };
}

/** The joints of a row, along it, from left to right; null where the row is no plain strip. */
export function jointsIn({ plan }: Laid, row: number): readonly number[] | null {
  const boxes = boxesOf(plan, row);
  if (boxes === null) return null;
  return boxes.slice(1).map((b) => b.minX);
}

function boxesOf(plan: PlanFloor, row: number): readonly ReturnType<typeof boxOf>[] | null {
  const frame = frameOf(plan.direction);
  const own = plan.pieces.filter((p) => p.row === row);
  if (own.length === 0 || own.some((p) => p.outline.length > 1 || p.outline[0]!.length !== 4)) return null;
  const boxes = own.map((p) => boxOf(p.outline[0]!.map((q) => turned(frame, q)))).sort((a, b) => a.minX - b.minX);
  return boxes.every((b, i) => i === 0 || Math.abs(b.minX - boxes[i - 1]!.maxX) < 0.1) ? boxes : null;
}

/** How far a row reaches: its ends, along it. */
export function endsOf({ plan }: Laid, row: number): readonly [number, number] {
  const boxes = boxesOf(plan, row)!;
  return [boxes[0]!.minX, boxes[boxes.length - 1]!.maxX];
}

/**
 * The same floor with the joints of a row elsewhere.
 *
 * @param butt the piece that ends in a saw-cut joint with the next
 */
export function withJoints(laid: Laid, row: number, joints: readonly number[], butt?: number): Laid {
  const { plan } = laid;
  const frame = frameOf(plan.direction);
  const boxes = boxesOf(plan, row)!;
  const [u0, u1] = endsOf(laid, row);
  const { minY, maxY } = boxes[0]!;
  const back = ([u, w]: Point): [number, number] => {
    const [x, y] = turned(frame, [u, w]);
    return [round3(x), round3(y)];
  };
  const ends = [u0, ...joints, u1];
  const pieces = ends.slice(1).map((to, i): Piece => {
    const from = ends[i]!;
    const corners: readonly Point[] = [[from, minY], [to, minY], [to, maxY], [from, maxY]]; // prettier-ignore
    return {
      id: `${row}.${i + 1}`,
      row,
      outline: [corners.map(back)],
      plank: 1000 * row + i,
      cut: { from: 0, to: round3(to - from), low: 0, high: round3(maxY - minY) },
      ...(butt === i || butt === i - 1 ? { butt: true } : {}),
    };
  });
  const others = plan.pieces.filter((p) => p.row !== row);
  return { ...laid, plan: { ...plan, pieces: [...others, ...pieces].sort((a, b) => a.row - b.row) } };
}

/** Joints of a row that begins with so much, of whole planks. */
export function joinedFrom(laid: Laid, row: number, starter: number): readonly number[] {
  const [u0, u1] = endsOf(laid, row);
  const { length } = laid.job.product.planks[0]!;
  const joints: number[] = [];
  for (let u = u0 + starter; u < u1 - 1; u += length) joints.push(u);
  return joints;
}

/** The same floor with a register in it: what lies is as it was, as somebody lays who does not look ahead. */
export function withRegister(laid: Laid, [x, y]: Point): Laid {
  const outline: [number, number][] = [[x - 125, y - 50], [x + 125, y - 50], [x + 125, y + 50], [x - 125, y + 50]]; // prettier-ignore
  const job: Job = { ...laid.job, obstacles: [{ id: 'register', kind: 'register', gap: 5, outline }] };
  const floors = floorsOf(job);
  return floors.ok ? { ...laid, job, floor: floors.value[0]! } : laid;
}
