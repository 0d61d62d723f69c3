import {
  boxOf,
  clipBand,
  firstFrom,
  insidePolygon,
  signedArea,
  turned,
  type Box,
  type MultiPolygon,
  type Point,
  type Span,
} from '../geometry';
import type { Floor } from '../floors';
import { runningDoorways, type SetOut } from '../setout';
import { REACHES_IN, REGISTER_CLEAR, SMALL_PIECE } from './looks';
import { isSingle, type RunLine } from './joints';
import type { Run } from './runs';

/** What is wished of a run's joints and ends beyond the limits: the search heeds it, the audit says where it fails. */
export type Wishes = {
  /** no joint here */
  readonly clear: readonly Span[];
  /** at least one joint within each of these: planks that go crosswise through a doorway */
  readonly joint: readonly Span[];
  /** the piece that lies over these is to be long: busy doorways, corners that jut in */
  readonly long: readonly Span[];
  /** no joint here, because a person said so or an end piece would be too short; a broken wish of this kind counts like a broken limit */
  readonly forbidden: readonly Span[];
  /** whether the run is in plain sight while the floor has a closet: the pieces that nobody likes, the small ones, go to the closet */
  readonly seen: boolean;
};

export const NO_WISHES: Wishes = { clear: [], joint: [], long: [], forbidden: [], seen: false };

/** So much room (mm) is needed for a joint that parts a run. */
const PARTING = 2;

/** Whether a run that one piece would fill is laid in two: crosswise in a doorway one piece under both casings may not go in, two do. */
export const isParted = (line: RunLine, { joint }: Wishes, endPiece: number): boolean =>
  isSingle(line) && joint.some(([a, b]) => Math.min(b, line.u1 - endPiece) - Math.max(a, line.u0 + endPiece) > PARTING);

/** A room of a floor with no more area than this (mm²) and one doorway that is not busy is a closet. */
const CLOSET = 4e6;

/** The closets of a floor of several rooms. */
function closetsOf({ spaces, ways }: Floor): Floor['spaces'] {
  if (spaces.length < 2) return [];
  return spaces.filter((s) => {
    const doors = ways.filter((w) => w.opening.between.includes(s.id));
    return Math.abs(signedArea(s.outline)) <= CLOSET && doors.length === 1 && !doors[0]!.opening.busy;
  });
}

/** The wishes of every run of a floor, from its registers, doorways and corners. */
export function wishesOf(floor: Floor, { frame }: Pick<SetOut, 'frame'>, runs: readonly Run[]): readonly Wishes[] {
  const { gap } = floor.product.limits;
  const registers = registersOf(floor).map((ring) => boxOf(ring.map((p) => turned(frame, p))));
  const crosswise = runningDoorways(floor.ways, frame).map((d) => {
    const way = floor.ways.find((w) => w.opening.id === d.opening)!;
    const us = [...way.near, ...way.far].map((p) => turned(frame, p)[0]);
    return { ...d, left: Math.min(...us), right: Math.max(...us) };
  });
  const busy = floor.ways.filter((w) => w.opening.busy).map(({ near, far }) => boxOf([...near, ...far].map((p) => turned(frame, p))));
  const corners = juttingCorners(floor).map((p) => turned(frame, p));

  const closets = closetsOf(floor).map((s) => boxOf(s.outline.map((p) => turned(frame, p))));
  const hidden = (run: Run) =>
    closets.some((b) => run.u0 >= b.minX - 1 && run.u1 <= b.maxX + 1 && run.w0 >= b.minY - 1 && run.w1 <= b.maxY + 1);

  /** What lies in a row's band, of all that may be wished there: looked up once a row, for a corridor has hundreds of doorways. */
  const inRow = new Map<number, { registers: Box[]; crosswise: typeof crosswise; busy: Box[]; corners: Point[] }>();
  const bandOf = ({ n, from, to }: Run['row']) => {
    const known = inRow.get(n);
    if (known) return known;
    const touches = (low: number, high: number) => high > from - 1 && low < to + 1;
    const found = {
      registers: registers.filter((b) => touches(b.minY, b.maxY)),
      crosswise: crosswise.filter((d) => touches(d.low, d.high)),
      busy: busy.filter((b) => touches(b.minY, b.maxY)),
      corners: corners.filter(([, w]) => touches(w, w)),
    };
    inRow.set(n, found);
    return found;
  };

  return runs.map((run) => {
    const { from, to } = run.row;
    const own = bandOf(run.row);
    const seen = closets.length > 0 && !hidden(run);
    const across = (low: number, high: number) => Math.min(run.w1, high) - Math.max(run.w0, low);
    const within = (u0: number, u1: number) => u1 > run.u0 && u0 < run.u1;
    const clear = own.registers
      .filter((box) => Math.min(to, box.maxY) - Math.max(from, box.minY) > 1)
      .map((box): Span => [box.minX - REGISTER_CLEAR, box.maxX + REGISTER_CLEAR])
      .filter(([a, b]) => within(a, b));
    const joint = own.crosswise
      .filter((d) => across(d.low, d.high) >= REACHES_IN && run.u0 < d.left + 60 && run.u1 > d.right - 60)
      .map((d): Span => [d.left + gap, d.right - gap]);
    const long = [
      ...own.busy
        .filter((b) => across(b.minY, b.maxY) >= REACHES_IN && within(b.minX, b.maxX))
        .map((b): Span => [b.minX + 20, b.maxX - 20]),
      ...own.corners.filter(([u, w]) => w > run.w0 + 1 && w < run.w1 - 1 && u > run.u0 + 1 && u < run.u1 - 1).map(([u]): Span => [u, u]),
    ];
    const forbidden = armEnds(run, floor.product.limits.endPiece);
    return clear.length + joint.length + long.length + forbidden.length === 0 && !seen
      ? NO_WISHES
      : { clear, joint, long, forbidden, seen };
  });
}

/** What goes on further than this (mm) past an edge does not begin at it. */
const BEGINS_BESIDE = 2;

/**
 * Where a joint would leave an arm of a run with too short an end piece: beside a wall that a row straddles, its strips on both sides of
 * the wall are one run, which the doorway holds together, and each has an end of its own.
 */
function armEnds({ shape, u0, u1 }: Run, endPiece: number): Span[] {
  // most runs have no ends but their own
  if (shape.length === 1 && shape[0]!.every(([u]) => u < u0 + 1e-6 || u > u1 - 1e-6)) return [];
  return shape.flatMap((ring) =>
    ring.flatMap((p, i): Span[] => {
      const q = ring[(i + 1) % ring.length]!;
      const u = (p[0] + q[0]) / 2;
      if (Math.abs(p[0] - q[0]) > Math.abs(p[1] - q[1])) return [];
      const w = (p[1] + q[1]) / 2;
      return ([1, -1] as const).flatMap((side): Span[] => {
        const joint = u + side * endPiece;
        if (joint <= u0 || joint >= u1) return [];
        // an arm by itself: what a joint there would part from the run, and that begins here
        const [from, to] = side === 1 ? [u - BEGINS_BESIDE, joint] : [joint, u + BEGINS_BESIDE];
        const arm = clipBand([shape], 0, from, to).find((part) => insidePolygon([u + side, w], part));
        if (!arm) return [];
        const { minX, maxX } = boxOf(arm[0]!);
        const end = side === 1 ? minX : maxX;
        // the run's own ends are the starter's and the closer's
        if (Math.abs(end - u) > 1 || end < u0 + 1e-6 || end > u1 - 1e-6) return [];
        return side === 1 ? [[end, end + endPiece]] : [[end - endPiece, end]];
      });
    }),
  );
}

/** The outlines of a floor's registers, as the laid area keeps away from them. */
export function registersOf(floor: Pick<Floor, 'edges'>): Point[][] {
  const byId = new Map<string, Point[]>();
  for (const { a, b, bound } of floor.edges) {
    if (bound.kind !== 'register') continue;
    byId.set(bound.obstacle, [...(byId.get(bound.obstacle) ?? []), a, b]);
  }
  return [...byId.values()];
}

/** Corners of the laid area that jut into the floor, in plan. */
export function juttingCorners({ laid }: { readonly laid: MultiPolygon }): Point[] {
  return laid.flatMap((polygon) =>
    polygon.flatMap((ring, k) => {
      const area = ring.reduce((sum, p, i) => {
        const q = ring[(i + 1) % ring.length]!;
        return sum + p[0] * q[1] - p[1] * q[0];
      }, 0);
      // such a corner turns against its ring's sense: clockwise in an outer ring; a hole's corners all jut in and are seldom a wall's
      if (k > 0) return [];
      const sense = area > 0 ? 1 : -1;
      return ring.filter((p, i) => {
        const [a, b] = [ring[(i + ring.length - 1) % ring.length]!, ring[(i + 1) % ring.length]!];
        const turn = (p[0] - a[0]) * (b[1] - p[1]) - (p[1] - a[1]) * (b[0] - p[0]);
        const sine = turn / (Math.hypot(p[0] - a[0], p[1] - a[1]) * Math.hypot(b[0] - p[0], b[1] - p[1]));
        return sine * sense < -0.5;
      });
    }),
  );
}

/** How many joints lie within a stretch, its ends left out; of a run along hundreds of doorways few are looked at. */
function jointsWithin(joints: readonly number[], [from, to]: Span): number {
  let count = 0;
  for (let k = firstFrom(joints, from); k < joints.length && joints[k]! < to; k++) if (joints[k]! > from) count++;
  return count;
}

/**
 * How badly a run's joints and ends do by its wishes: faults of looks, and broken commands.
 *
 * @param joints from left to right
 */
export function faultsOf(
  { clear, joint, long, forbidden, seen }: Wishes,
  line: { readonly u0: number; readonly u1: number; readonly endPiece: number },
  joints: readonly number[],
): { looks: number; musts: number } {
  let looks = 0;
  let musts = 0;
  for (const span of clear) looks += jointsWithin(joints, span) * CLEAR_FAULT;
  for (const span of forbidden) musts += jointsWithin(joints, span);
  for (const span of joint) if (jointsWithin(joints, span) === 0) looks += JOINT_FAULT;
  if (joints.length > 0 && (seen || long.length > 0)) {
    const small = SMALL_PIECE * line.endPiece;
    const [first, last] = [joints[0]!, joints[joints.length - 1]!];
    if (seen) looks += (first - line.u0 < small ? SMALL_SEEN : 0) + (line.u1 - last < small ? SMALL_SEEN : 0);
    for (const [a, b] of long) {
      if (first - line.u0 < small && a < first && b > line.u0) looks += LONG_FAULT;
      if (line.u1 - last < small && b > last && a < line.u1) looks += LONG_FAULT;
    }
  }
  return { looks, musts };
}

const CLEAR_FAULT = 3.5;
const JOINT_FAULT = 3.5;
const LONG_FAULT = 3;
/** Far less than any fault: it decides between floors that are nearly alike otherwise. */
export const SMALL_SEEN = 0.06;
