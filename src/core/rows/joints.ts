/**
 * A run's only freedom: where its first joint falls. With planks of one length every further joint follows, so a run is its starter:
 * joints at u0 + starter, and a whole plank on from each until less than a plank is left, which is the closer.
 */

/** Lengths closer than this (mm) are one. */
export const SAME_LENGTH = 1e-6;

/** A run of one length of plank, as the search sees it. */
export type RunLine = {
  readonly u0: number;
  readonly u1: number;
  readonly plank: number;
  /** whether it is laid in two though one piece would fill it */
  readonly parted?: boolean;
};

/** Whether the run is laid in one piece. */
export const isSingle = (line: RunLine): boolean => !line.parted && line.u1 - line.u0 <= line.plank + SAME_LENGTH;

/** How many whole planks lie between starter and closer; a closer of exactly a plank counts as the closer. */
export const wholesFor = (line: RunLine, starter: number): number =>
  Math.max(0, Math.ceil((line.u1 - line.u0 - starter) / line.plank - 1 - SAME_LENGTH));

/** The closer's length, more than 0 and at most a plank. */
export const closerFor = (line: RunLine, starter: number): number => line.u1 - line.u0 - starter - wholesFor(line, starter) * line.plank;

/** The starter that leaves a closer of a length, more than 0 and at most a plank. */
export function starterFor({ u0, u1, plank }: RunLine, closer: number): number {
  const over = u1 - u0 - closer;
  const starter = over - Math.floor(over / plank) * plank;
  return starter < SAME_LENGTH ? plank : starter;
}

/** Where the joints of a run lie; none where it is laid in one piece. */
export function jointsOf(line: RunLine, starter: number): number[] {
  if (isSingle(line)) return [];
  const joints: number[] = [];
  for (let k = 0, most = wholesFor(line, starter); k <= most; k++) joints.push(line.u0 + starter + k * line.plank);
  return joints;
}

/** The starters that leave neither starter nor closer under `endPiece`, as stretches [least, greatest]. */
export function allowedStarters(line: RunLine, endPiece: number): readonly (readonly [number, number])[] {
  const { plank } = line;
  const length = line.u1 - line.u0;
  const stretches: [number, number][] = [];
  const add = (from: number, to: number) => {
    if (to >= from - SAME_LENGTH) stretches.push([from, Math.max(from, to)]);
  };
  // starter + closer = length − wholes·plank, for each number of wholes that leaves between 0 and two planks
  for (let wholes = Math.max(0, Math.ceil(length / plank - 2 - SAME_LENGTH)); length - wholes * plank > SAME_LENGTH; wholes++) {
    const both = length - wholes * plank;
    add(Math.max(endPiece, both - plank), Math.min(plank, both - endPiece));
  }
  return stretches;
}
