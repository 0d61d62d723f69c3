import { frameOf, turned, type Frame } from '../geometry';
import type { Bound, Floor } from '../floors';
import type { SetOutMode } from '../given';
import { reachOf, rowAt, runningWalls, SAME, stripsFor, type Grid, type RunningWall, type Strip } from './circle';
import { bestOrigin, compareScores, scoreOf } from './best';
import { directionOf } from './direction';
import { runningDoorways, type CrossedRegister, type RunningDoorway } from './jambs';
import { wideThrift } from './thrift';

/** One row before the walls cut it: `from` and `to` are its w; `width` its planks'. */
export type RowBand = { readonly n: number; readonly from: number; readonly to: number; readonly width: number };

/** Where the rows of a floor fall. */
export type SetOut = {
  readonly direction: number;
  readonly directionReason: string;
  readonly frame: Frame;
  readonly mode: SetOutMode;
  readonly grid: Grid;
  readonly rows: readonly RowBand[];
  readonly walls: readonly RunningWall[];
  readonly strips: readonly Strip[];
};

/** The order of widths in which a product's rows come. */
export const widthsOf = (floor: Pick<Floor, 'product'>): readonly number[] =>
  floor.product.widthSequence ?? [floor.product.planks[0]!.width];

/** Everything about a floor that stays as it is while the line is dragged. */
export type SetOutGround = {
  readonly floor: Floor;
  readonly direction: number;
  readonly directionReason: string;
  readonly frame: Frame;
  readonly walls: readonly RunningWall[];
  /** Doorways in walls that run with the planks. */
  readonly doorways: readonly RunningDoorway[];
  /** Registers, by their reach across the rows. */
  readonly registers: readonly CrossedRegister[];
  /** Least and greatest w of the laid area. */
  readonly reach: readonly [number, number];
  readonly widths: readonly number[];
};

export function groundOf(floor: Floor): SetOutGround {
  const { direction, reason } = directionOf(floor);
  const frame = frameOf(direction);
  return {
    floor,
    direction,
    directionReason: reason,
    frame,
    walls: runningWalls(floor.edges, frame, weightsOf(floor)),
    doorways: runningDoorways(floor.ways, frame),
    registers: registersAcross(floor, frame),
    reach: reachOf(floor.laid, frame),
    widths: widthsOf(floor),
  };
}

/** The registers of a floor as the rows cross them. */
function registersAcross({ edges }: Floor, frame: Frame): CrossedRegister[] {
  const reach = new Map<string, [number, number]>();
  for (const { a, b, bound } of edges) {
    if (bound.kind !== 'register') continue;
    const ws = [a, b].map((p) => turned(frame, p)[1]);
    const [low, high] = reach.get(bound.obstacle) ?? [Infinity, -Infinity];
    reach.set(bound.obstacle, [Math.min(low, ...ws), Math.max(high, ...ws)]);
  }
  return [...reach.values()];
}

/** How much each wall of the floor is seen. */
function weightsOf(floor: Floor): (bound: Bound) => number {
  const weights = new Map(floor.spaces.flatMap((s) => (s.weights ?? []).map(({ wall, weight }) => [`${s.id} ${wall}`, weight])));
  return (bound) => (bound.kind === 'wall' ? (weights.get(`${bound.space} ${bound.wall}`) ?? 1) : 1);
}

/** The set-out that the floor's layout asks for. */
export function setOutOf(floor: Floor): SetOut {
  const ground = groundOf(floor);
  return placed(ground, floor.layout.setOut.mode, originFor(ground, floor.layout.setOut.mode));
}

/** The set-out for one place of the rows; what a drag of the line asks for again and again. */
export function placed(ground: SetOutGround, mode: SetOutMode, origin: number): SetOut {
  const grid: Grid = { origin, widths: ground.widths };
  return {
    direction: ground.direction,
    directionReason: ground.directionReason,
    frame: ground.frame,
    mode,
    grid,
    rows: bandsOf(grid, ground.reach),
    walls: ground.walls,
    strips: stripsFor(ground.walls, grid),
  };
}

/** The rows that reach over [low, high] of w, numbered from 1. */
export function bandsOf(grid: Grid, [low, high]: readonly [number, number]): readonly RowBand[] {
  const bands: RowBand[] = [];
  const first = rowAt(grid, low + SAME);
  let from = first.from;
  for (let index = first.index; from < high - SAME; index++) {
    const count = grid.widths.length;
    const width = grid.widths[((index % count) + count) % count]!;
    bands.push({ n: bands.length + 1, from, to: from + width, width });
    from += width;
  }
  return bands;
}

/** Where the rows begin in a mode; see `formats` for what each means. */
export function originFor(ground: SetOutGround, mode: SetOutMode): number {
  const { reach, widths, walls, doorways, registers, floor, frame } = ground;
  const beside = { doorways, registers };
  const rip = floor.product.limits.rip;
  const setOut = floor.layout.setOut;
  const score = (origin: number) => scoreOf(walls, { origin, widths }, rip, beside);
  /** Of several origins that fulfil the mode, the one with the best strips. */
  const bestOf = (origins: readonly number[]): number =>
    origins.reduce((best, next) => (compareScores(score(next), score(best)) < 0 ? next : best));
  /** Origins that put the edge before the k-th width of the sequence on `w`, for every k. */
  const edgeOn = (w: number): number[] => edgesBefore(widths).map((before) => w - before);

  switch (mode) {
    case 'auto':
      return autoPlace(ground).origin;
    case 'full-first':
      return bestOf(edgeOn(reach[0]));
    case 'balanced':
      return balancedOrigin(ground);
    case 'edge-on-centre':
      return bestOf(edgeOn(centreOf(ground)));
    case 'plank-on-centre':
      return bestOf(edgesBefore(widths).map((before, k) => centreOf(ground) - before - widths[k]! / 2));
    case 'row-edge-at':
      return bestOf(edgeOn(setOut.at ? turned(frame, setOut.at)[1] : reach[0]));
  }
}

/** Why `auto` puts the rows where it does. */
export type AutoReason = 'strips' | 'registers' | 'thrift';

/** The best place for the strips, registers considered; or one where first and last row come out of one plank's width, if both stay wide. */
export function autoPlace(ground: SetOutGround): { readonly origin: number; readonly reason: AutoReason } {
  const { walls, widths, doorways, registers, floor } = ground;
  const { rip } = floor.product.limits;
  const otherwise = balancedOrigin(ground);
  const origin = bestOrigin(walls, widths, rip, otherwise, { doorways, registers });
  const thrift = wideThrift(ground, origin);
  if (thrift) return { origin: thrift.origin, reason: 'thrift' };
  if (registers.length === 0) return { origin, reason: 'strips' };
  const narrowest = (at: number) => scoreOf(walls, { origin: at, widths }, rip).narrowest;
  const widest = narrowest(bestOrigin(walls, widths, rip, otherwise, { doorways }));
  return { origin, reason: widest > narrowest(origin) + SAME ? 'registers' : 'strips' };
}

/** How far each width of the sequence begins after the sequence's own beginning. */
function edgesBefore(widths: readonly number[]): number[] {
  let at = 0;
  return widths.map((width) => (at += width) - width);
}

/** Midway between the two sides of the set-out's space (or of the floor's first), across the planks. */
export function centreOf({ floor, frame }: SetOutGround): number {
  const space = floor.spaces.find((s) => s.id === floor.layout.setOut.space) ?? floor.spaces[0]!;
  const ws = space.outline.map((p) => turned(frame, p)[1]);
  return (Math.min(...ws) + Math.max(...ws)) / 2;
}

/**
 * Equal strips at the least and the greatest w, each between half a plank and a whole one. With n rows of which the middle ones are whole,
 * each strip is (reach − middle rows) ÷ 2; of the orders of widths that allow it, the widest strips win.
 */
function balancedOrigin({ reach, widths }: SetOutGround): number {
  const extent = reach[1] - reach[0];
  const count = widths.length;
  if (extent <= Math.min(...widths) + 1e-6) return reach[0];
  let best = { strip: -1, origin: reach[0] };
  for (let k = 0; k < count; k++) {
    const before = edgesBefore(widths)[k]!;
    let middle = 0;
    for (let n = 2; middle < extent; n++) {
      const first = widths[k]!;
      const last = widths[(k + n - 1) % count]!;
      const strip = (extent - middle) / 2;
      if (strip <= Math.min(first, last) + 1e-9) {
        // the first n whose strips fit is the one with the widest strips
        if (strip > best.strip + 1e-9) best = { strip, origin: reach[0] + strip - first - before };
        break;
      }
      middle += widths[(k + n - 1) % count]!;
    }
  }
  return best.origin;
}
