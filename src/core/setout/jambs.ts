import { turned, type Frame, type Point } from '../geometry';
import type { Floor } from '../floors';
import { rowAt, STEEPEST, type Grid } from './circle';

/** A row's edge up to this far past a wall's face (mm) leaves a lip that has to be notched round both jambs. */
const FINGER = 40;
/** How far inside the doorway an edge must end to be well away from the wall's faces (mm), or a quarter of the wall where that is less. */
const WELL_INSIDE = 20;

/** A doorway that the floor runs through in a wall that runs with the planks: a row's edge should end inside the wall's thickness. */
export type RunningDoorway = {
  readonly opening: string;
  /** w of the wall's two faces */
  readonly low: number;
  readonly high: number;
  /** how far from both faces the edge should end */
  readonly clear: number;
  /** u of the middle between the jambs */
  readonly u: number;
};

export function runningDoorways(ways: Floor['ways'], frame: Frame): readonly RunningDoorway[] {
  return ways.flatMap(({ opening, near, far }) => {
    if (opening.finish !== 'through' || opening.between[1] === null) return [];
    const [n0, n1, f0, f1] = [near[0], near[1], far[0], far[1]].map((p) => turned(frame, p)) as [Point, Point, Point, Point];
    // the wall runs with the planks where its face does
    if (Math.abs(n1[1] - n0[1]) > STEEPEST * Math.abs(n1[0] - n0[0])) return [];
    const faces = [(n0[1] + n1[1]) / 2, (f0[1] + f1[1]) / 2];
    const [low, high] = [Math.min(...faces), Math.max(...faces)];
    return [{ opening: opening.id, low, high, clear: Math.min(WELL_INSIDE, (high - low) / 4), u: (n0[0] + n1[0]) / 2 }];
  });
}

/** Slack of a thousandth of a millimetre: a place that is proposed as just right counts as right. */
const SLACK = 1e-3;

/** The row edge that runs out a finger's width past a doorway's faces, where none ends well inside it; null where the doorway is right. */
export function wrappedEdge({ low, high, clear }: RunningDoorway, edges: readonly number[]): number | null {
  if (edges.some((e) => e >= low + clear - SLACK && e <= high - clear + SLACK)) return null;
  return edges.find((e) => e > low - FINGER + SLACK && e < high + FINGER - SLACK) ?? null;
}

/** The row edges of a grid in and beside a doorway. */
function edgesBeside({ low, high }: RunningDoorway, grid: Grid): number[] {
  const edges: number[] = [];
  for (let at = rowAt(grid, low - FINGER).from; at <= high + FINGER; at = rowAt(grid, at + 1e-2).to) edges.push(at);
  return edges;
}

/** How many doorways are wrapped by one plank where the rows fall so. */
export function wrappedDoorways(doorways: readonly RunningDoorway[], grid: Grid): number {
  let count = 0;
  for (const doorway of doorways) if (wrappedEdge(doorway, edgesBeside(doorway, grid)) !== null) count++;
  return count;
}

/** Places of a row's edge at which a doorway becomes right or wrong. */
export const doorwayPlaces = ({ low, high, clear }: RunningDoorway): readonly number[] => [
  low + clear,
  high - clear,
  low - FINGER,
  high + FINGER,
];

/**
 * How far a row's edge may lie otherwise before a doorway is wrapped by one plank, mm: to the faces from an edge well inside, or from the nearest edge
 * outside to where it would leave a lip.
 */
export function doorwayRoom(doorway: RunningDoorway, grid: Grid): number {
  const { low, high, clear } = doorway;
  const edges = edgesBeside({ ...doorway, low: low - FINGER, high: high + FINGER }, grid);
  const inside = edges.map((e) => Math.min(e - low - clear, high - clear - e));
  const within = Math.max(-Infinity, ...inside);
  if (within >= 0) return within;
  return Math.max(0, Math.min(...edges.map((e) => Math.max(low - FINGER - e, e - high - FINGER))));
}

/** A register as the rows see it: its reach across them. */
export type CrossedRegister = readonly [low: number, high: number];

/** How near a row's edge may come to a register that lies in the middle of a plank, mm. */
const REGISTER_EDGE = 20;

/** How many registers a row's edge crosses, or all but does, though they would fit between two. */
export function crossedRegisters(registers: readonly CrossedRegister[], grid: Grid): number {
  let count = 0;
  for (const [low, high] of registers) {
    const { from, to } = rowAt(grid, (low + high) / 2);
    const fits = high - low + 2 * REGISTER_EDGE <= to - from;
    if (fits && (low - from < REGISTER_EDGE - SLACK || to - high < REGISTER_EDGE - SLACK)) count++;
  }
  return count;
}

/** Places of the edge before a row of some width that have a register in the row: in its middle, and as near to either edge as may be. */
export const registerPlaces = ([low, high]: CrossedRegister, width: number): readonly number[] => [
  (low + high - width) / 2,
  low - REGISTER_EDGE,
  high + REGISTER_EDGE - width,
];
