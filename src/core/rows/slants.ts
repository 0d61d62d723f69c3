/**
 * Slanted ends. Where a row meets a wall askew, its end is one slant right across the plank, and one slanted cut leaves two of them: the closer
 * of one row and the starter of another whose ends slant alike lie nearly the whole slant into each other on their plank. A floor laid
 * diagonally saves most of what its ends would waste if they were counted by their longest sides.
 */
import { boxOf, type Polygon, ROUNDING } from '../geometry';
import { isSingle, type RunLine } from './joints';

/** How much further along the ends of a run or a piece lie at the edge away from the starting wall than at the one towards it, mm; 0 where an end is not one straight slant across the whole plank. */
export type Slants = { readonly left: number; readonly right: number; readonly width: number };

/** Slants that differ by less than this share are alike: two of them lap by the smaller. */
const ALIKE = 0.2;
/** Ends that lap by less than this (mm) are not worth a slanted mate. */
const LEAST_LAP = 5;

/** Corners are rounded: so much more than the kerf (mm) is left between slanted ends. */
const HAIR = 0.02;

/** A second cut nearer than this (mm) to the first takes off no more than a sliver, which breaks away or jams. */
const LEAST_APART = 3;
/** An end that leans by more than this (mm) is not cut together with a square one. */
const LEANS = 0.1;

/** How much wood there has to be between a saw cut and the next one beside it, mm. */
export const apartFor = (kerf: number): number => Math.max(LEAST_APART, kerf);

/** Whether two ends that face each other on a plank can be one cut: square both, or leaning alike. */
export const isOneCut = (right: number, left: number): boolean => Math.abs(right - left) <= LEANS;

/** What has to be left for the saw between a starter and a closer of some runs, mm: where ends lean, and not all of them alike, two cuts part them. */
export function kerfBetween(runs: readonly { readonly slants?: Slants }[], kerf: number): number {
  const ends = runs.flatMap(({ slants }) => (slants ? [slants.left, slants.right] : []));
  return ends.every((e) => isOneCut(e, ends[0]!)) ? kerf : kerf + apartFor(kerf);
}

/** How wide a saw cut at a slant is along the plank: kerf ÷ cos of its angle from square. */
export const kerfAlong = (kerf: number, slant: number, width: number): number => kerf * Math.hypot(1, slant / width);

/** By how much a piece's right end laps a next one's left end on their plank, a kerf between them, mm: 0 where they do not slant alike. */
export function lapBetween(right: number, left: number, width: number, kerf: number): number {
  if (right * left <= 0) return 0;
  const [least, most] = [Math.min(Math.abs(right), Math.abs(left)), Math.max(Math.abs(right), Math.abs(left))];
  // square ends lie a kerf apart
  return Math.max(0, least - (kerfAlong(kerf, most, width) - kerf) - HAIR);
}

/** How the two ends of a run or a piece slant, in the row frame. */
export function slantsOf(shape: Polygon, width: number): Slants {
  const ring = shape[0]!;
  const { minX, maxX, minY, maxY } = boxOf(ring);
  const slantAt = (end: number): number => {
    if (maxY - minY < width - ROUNDING) return 0;
    for (let k = 0; k < ring.length; k++) {
      const [a, b] = [ring[k]!, ring[(k + 1) % ring.length]!];
      const [near, far] = a[1] < b[1] ? [a, b] : [b, a];
      const touches = Math.abs(near[0] - end) < ROUNDING || Math.abs(far[0] - end) < ROUNDING;
      if (touches && near[1] < minY + ROUNDING && far[1] > maxY - ROUNDING) return far[0] - near[0];
    }
    return 0;
  };
  return { left: slantAt(minX), right: slantAt(maxX), width };
}

/** A run whose ends may slant, and its size of plank. */
type SlantedRun = RunLine & { readonly size: number; readonly slants?: Slants };

/** Which starters and closers slant alike. */
export type SlantClasses = {
  /** by how much a starter and a closer of a class lap on their plank, mm; class 0 is of square or otherwise shaped ends */
  readonly laps: readonly number[];
  /** the class of a run's end piece, for its length: one that is shorter than its slant is no longer as wide as its plank */
  classOf(end: 'starter' | 'closer', run: number, length: number): number;
};

export function classesOf(runs: readonly SlantedRun[], kerf: number): SlantClasses {
  const starter = new Int32Array(runs.length);
  const closer = new Int32Array(runs.length);
  const laps = [0];
  const ends = runs.flatMap(({ slants, size, ...line }, run) =>
    slants === undefined || isSingle(line)
      ? []
      : ([
          { run, size, of: starter, slant: slants.left, width: slants.width },
          { run, size, of: closer, slant: slants.right, width: slants.width },
        ] as const),
  );
  const slanted = ends.filter((e) => Math.abs(e.slant) > LEAST_LAP).sort((a, b) => a.size - b.size || a.slant - b.slant || a.run - b.run);
  for (let k = 0; k < slanted.length;) {
    const from = slanted[k]!;
    let to = k;
    while (to < slanted.length && slanted[to]!.size === from.size && slanted[to]!.slant - from.slant <= ALIKE * Math.abs(from.slant)) to++;
    const own = slanted.slice(k, to);
    k = to;
    const lap = lapBetween(from.slant, own[own.length - 1]!.slant, from.width, kerf);
    if (lap < LEAST_LAP || !own.some((e) => e.of === starter) || !own.some((e) => e.of === closer)) continue;
    laps.push(lap);
    for (const e of own) e.of[e.run] = laps.length - 1;
  }
  const classes = { starter, closer };
  return {
    laps,
    classOf(end, run, length) {
      const own = classes[end][run]!;
      if (own === 0) return 0;
      const { left, right } = runs[run]!.slants!;
      return length >= Math.abs(end === 'starter' ? left : right) ? own : 0;
    },
  };
}
