/** Floors to practise on: rooms without a fault, and what can be done to a row of them. */
import { audit, unlocked } from '../audit';
import { chosenFor, wrongBeneath } from '../beneath';
import { floorsOf, type Floor } from '../floors';
import { boxOf, difference, frameOf, round3, roundPoint, turned, type Point } from '../geometry';
import { rectangle, type Finding, type Job, type Piece, type PlanFloor, type Plank } from '../given';
import { gapsAt } from '../inspect';
import { dealtPlanks, equalFaces, planJob, touchingPlanks } from '../plan';
import type { Display } from '../units';
import { chanceFrom, type Chance } from './chance';
import { boxAt, roomOf } from './rooms';

/** A floor that is looked at: the job that it was laid by, its ground, what lies, and the printed face of each plank where there are several. */
export type Laid = { readonly job: Job; readonly floor: Floor; readonly plan: PlanFloor; readonly faces?: ReadonlyMap<number, number> };

/** Steps of the search: a floor to practise on need not be the thriftiest. */
const STEPS = 300;
/** Rooms that are tried until one has no fault. */
const TRIED = 60;

/** What is said of a floor that was planned and nothing else: how sure the survey is, and the pattern that was asked for. */
const BESIDE_THE_FLOOR: ReadonlySet<string> = new Set(['measure-again', 'half-bond']);

/** The planks of a floor: each piece is of one of its own. */
export function planksOf({ job, plan, faces }: Laid): readonly Plank[] {
  const { length, width } = job.product.planks[0]!;
  return plan.pieces.map(({ plank }): Plank => ({ n: plank, length, width, ...(faces ? { face: faces.get(plank)! } : {}) }));
}

/** What the audit of plans says of a floor, limits and looks. */
export const saidOfRows = ({ job, floor, plan }: Laid): readonly Finding[] =>
  audit(job, [floor], [plan]).filter((f) => !BESIDE_THE_FLOOR.has(f.rule));

/** Everything that is said of a floor: by the audit, of its locks and faces, of its gaps, and of what lies beneath it. */
export function said(laid: Laid): readonly Finding[] {
  const { job, floor, plan } = laid;
  const planks = planksOf(laid);
  return [
    ...saidOfRows(laid),
    ...unlocked({ floors: [plan], planks: [...planks] }),
    ...equalFaces({ floors: [plan], planks: [...planks] }),
    ...gapsAt(job, [{ floor, own: plan }]).findings,
    ...wrongBeneath(floor, floor.spaces.map((space) => chosenFor(job, space, floor.product))), // prettier-ignore
  ];
}

/** A room with a floor of which nothing is to be said; the same for a seed. */
export function soundFloor(seed: number, display: Display): Laid {
  const chance = chanceFrom(seed);
  for (let k = 0; k < TRIED; k++) {
    const laid = laidAs(roomOf(chance, display));
    if (laid && said(laid).length === 0 && laid.plan.rows.length >= 8) return laid;
  }
  throw new Error(`no sound floor for seed ${seed}`);
}

/**
 * A job's floor as it is laid by the plan.
 *
 * @param as what it is judged by, where it was planned by something else
 * @returns null where it cannot be laid, or falls into several
 */
export function laidAs(job: Job, as: Job = job): Laid | null {
  const made = planJob(job, { steps: STEPS });
  const floors = floorsOf(as);
  if (!made.ok || !floors.ok || made.value.floors.length > 1) return null;
  return { job: as, floor: floors.value[0]!, plan: ofOwnPlanks(made.value.floors[0]!) };
}

/** The same floor with every piece of a plank of its own: what is left of planks is not looked at. */
const ofOwnPlanks = (plan: PlanFloor): PlanFloor => ({ ...plan, pieces: plan.pieces.map((p, i) => ({ ...p, plank: i + 1 })) });

/** A room of which the last row comes out as a sliver, because somebody began with a whole plank; null where it comes out otherwise. */
export function sliverFloor(seed: number, display: Display): Laid | null {
  const chance = chanceFrom(seed);
  const job = roomOf(chance, display);
  const { width } = job.product.planks[0]!;
  const { gap, rip } = job.product.limits;
  const rows = 10 + chance.below(6);
  const wide = rows * width + 2 * gap + 12 + chance.below(Math.floor(rip * 0.7) - 12);
  const [, right] = job.spaces[0]!.outline;
  return laidAs({ ...job, spaces: [{ ...job.spaces[0]!, outline: rectangle(right![0], wide) }], layout: { ...job.layout, setOut: { mode: 'full-first' } } }); // prettier-ignore
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
  const own = plan.pieces.find((p) => p.row === row)!;
  const back = ([u, w]: Point): [number, number] => {
    const [x, y] = turned(frame, [u, w]);
    return [round3(x), round3(y)];
  };
  const ends = [u0, ...joints, u1];
  const plank = laid.job.product.planks[0]!.length;
  const pieces = ends.slice(1).map((to, i): Piece => {
    const from = ends[i]!;
    // what begins a row, or a part of it after a butt, keeps the right factory end
    const cutTo = (i === 0 && joints.length > 0) || i - 1 === butt ? plank : to - from;
    const corners: readonly Point[] = [[from, minY], [to, minY], [to, maxY], [from, maxY]]; // prettier-ignore
    return {
      id: `${row}.${i + 1}`,
      row,
      outline: [corners.map(back)],
      plank: 1000 * row + i,
      cut: { from: round3(cutTo - (to - from)), to: round3(cutTo), low: own.cut.low, high: own.cut.high },
      ...(butt === i || butt === i - 1 ? { butt: true } : {}),
    };
  });
  const others = plan.pieces.filter((p) => p.row !== row);
  return { ...laid, plan: { ...plan, pieces: [...others, ...pieces].sort((a, b) => a.row - b.row) } };
}

/** The same floor with the first or last piece of a row kept from the wrong end of its plank: its sawn end meets the next. */
export function withEnd(laid: Laid, row: number, which: 'first' | 'last'): Laid | null {
  const { length } = laid.job.product.planks[0]!;
  const frame = frameOf(laid.plan.direction);
  const left = (p: Piece) => boxOf(p.outline[0]!.map((q) => turned(frame, q))).minX;
  const own = laid.plan.pieces.filter((p) => p.row === row).sort((a, b) => left(a) - left(b));
  const wrong = which === 'first' ? own[0]! : own[own.length - 1]!;
  const long = wrong.cut.to - wrong.cut.from;
  // a whole plank has both ends
  if (long > length - 60) return null;
  const from = which === 'first' ? 0 : length - long;
  const cut = { ...wrong.cut, from: round3(from), to: round3(from + long) };
  return { ...laid, plan: { ...laid.plan, pieces: laid.plan.pieces.map((p) => (p === wrong ? { ...p, cut } : p)) } };
}

/** The same floor of planks with so many printed faces, dealt so that none touches its like if that can be. */
export function withFaces(laid: Laid, prints: number): Laid {
  const { job, plan } = laid;
  const products = [{ ...job.product, prints }];
  const dealt = dealtPlanks({ products, deal: { habit: 'piles' }, seed: job.layout.stagger.seed }, { floors: [plan], planks: [...planksOf(laid)] }); // prettier-ignore
  return { ...laid, faces: new Map(dealt.map((p) => [p.n, p.face ?? 1])) };
}

/** The same floor with the face of one plank of a row exchanged for that of a plank beside it. */
export function withFace(laid: Laid, row: number, chance: Chance): Laid | null {
  const { plan, faces } = laid;
  if (!faces) return null;
  const { plank } = chance.pick(plan.pieces.filter((p) => p.row === row));
  const pairs = touchingPlanks([plan]).filter((pair) => pair.includes(plank));
  const other = chance.pick(pairs).find((n) => n !== plank)!;
  return { ...laid, faces: new Map([...faces, [plank, faces.get(other)!]]) };
}

/** Joints of a row that begins with so much, of whole planks. */
export function joinedFrom(laid: Laid, row: number, starter: number): readonly number[] {
  const [u0, u1] = endsOf(laid, row);
  const { length } = laid.job.product.planks[0]!;
  const joints: number[] = [];
  for (let u = u0 + starter; u < u1 - 1; u += length) joints.push(u);
  return joints;
}

/** The same floor with a register in it, cut out of what lies as somebody does who does not look ahead; null where that would part a piece. */
export function withRegister(laid: Laid, [x, y]: Point): Laid | null {
  const box = (by: number) => boxAt([x - 125 - by, y - 50 - by], 250 + 2 * by, 100 + 2 * by);
  const job: Job = { ...laid.job, obstacles: [{ id: 'register', kind: 'register', gap: 5, outline: box(0) }] };
  const floors = floorsOf(job);
  if (!floors.ok) return null;
  const pieces: Piece[] = [];
  for (const piece of laid.plan.pieces) {
    const left = difference([piece.outline], [[box(5)]]);
    if (left.length !== 1) return null;
    pieces.push({ ...piece, outline: left[0]!.map((ring) => ring.map(roundPoint)) });
  }
  return { ...laid, job, floor: floors.value[0]!, plan: { ...laid.plan, pieces } };
}
