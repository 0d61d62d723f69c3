import { modulo } from '../geometry';

/** What the eye must not find in the joints of a floor; measured alike by the search and, from the pieces, by the audit. */

/** Joints two rows apart closer than this (mm) read as one line through every other row. */
export const H_WITHIN = 40;
/** Joints three to five rows apart closer than this (mm) read as a repeat. */
export const REPEAT_WITHIN = 25;
/** A pattern may come again after this many rows. */
export const REPEAT_ROWS = 5;
/** Three steps from row to row that differ by no more than this (mm) read as stairs. */
export const STAIRS_WITHIN = 25;

/** A piece shorter than this many times the least end piece is small: in busy doorways, at corners that jut in, in bands of such. */
export const SMALL_PIECE = 1.5;
/** A joint nearer to a register than this (mm) is too near. */
export const REGISTER_CLEAR = 200;
/** A row that reaches into a wall's thickness by less than this (mm) slides under no casing. */
export const REACHES_IN = 20;
/** So many rows in a row that begin, or end, with a small piece are a band of them. */
export const BAND_ROWS = 3;

/** How near (mm) joints that lie this many rows apart must be to be noticed; 0 where they never are. */
export const noticedWithin = (rowsApart: number): number =>
  rowsApart === 2 ? H_WITHIN : rowsApart > 2 && rowsApart <= REPEAT_ROWS ? REPEAT_WITHIN : 0;

/** What a pair of runs whose joints are noticed so many rows apart weighs against other faults of looks: an H catches the eye first. */
export const likenessWeight = (rowsApart: number): number => (rowsApart === 2 ? 1 : 0.7);
/** What stairs weigh against an H. */
export const STAIRS_WEIGHT = 0.8;

/** The step from one joint to another on a circle as long as a plank: −length/2 up to length/2. */
export function stepBetween(from: number, to: number, length: number): number {
  const step = modulo(to - from, length);
  return step > length / 2 ? step - length : step;
}

/** Whether three steps are those of stairs: alike, and all the same way. */
export const isStairs = (a: number, b: number, c: number): boolean =>
  Math.abs(a - b) <= STAIRS_WITHIN && Math.abs(b - c) <= STAIRS_WITHIN && Math.abs(a - c) <= STAIRS_WITHIN;
