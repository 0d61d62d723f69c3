import { modulo } from '../geometry';

/** What the eye must not find in the joints of a floor; measured alike by the search and, from the pieces, by the audit. */

/** Joints two rows apart closer than this (mm) read as one line through every other row. */
export const H_WITHIN = 40;
/** Joints three to five rows apart closer than this (mm) read as a repeat. */
export const REPEAT_WITHIN = 25;
/** A pattern may come again after this many rows. */
export const REPEAT_ROWS = 5;
/**
 * Joints that step one way from row to row read as stairs where their steps are alike: by how many steps there are, the most (mm) by which they
 * may differ and still be seen so. A longer flight is seen though its steps are less even.
 */
export const STAIRS_SPREAD: readonly number[] = [0, 0, 0, 25, 60, 100, 150];
/** The fewest steps that read as stairs, and those beyond which a flight is not looked at as a whole. */
export const STAIRS_STEPS = { least: 3, most: STAIRS_SPREAD.length - 1 } as const;
/** A row whose joints lie within the distance of a repeat of a row so many before it begins a wallpaper, if the rows after them do the same. */
export const WALLPAPER_ROWS = { least: 6, most: 12 } as const;
/** So many rows in a row that lie like those before them are a wallpaper. */
export const WALLPAPER_LENGTH = 3;
/** Joints that come back to within this (mm) of the row before the last go to and fro. */
export const TO_AND_FRO_WITHIN = 100;
/** So many rows whose joints go to and fro between two places read as a pattern that was lost. */
export const TO_AND_FRO_ROWS = 6;

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
/** What stairs, and joints that go to and fro, weigh against an H. */
export const STAIRS_WEIGHT = 0.8;
export const TO_AND_FRO_WEIGHT = 0.8;
/** What two rows weigh that lie like two others so many rows before: less, the further these are. */
export const wallpaperWeight = (rowsApart: number): number => (0.6 * (WALLPAPER_ROWS.most + 1 - rowsApart)) / 7;

/** The step from one joint to another on a circle as long as a plank: −length/2 up to length/2. */
export function stepBetween(from: number, to: number, length: number): number {
  const step = modulo(to - from, length);
  return step > length / 2 ? step - length : step;
}

/**
 * How many of the first steps are a flight of stairs: alike for their number, and all one way.
 *
 * @returns the longest flight that they begin with, in steps; 0 where they begin with none
 */
export function flightOf(steps: readonly number[]): number {
  let [least, most, longest] = [Infinity, -Infinity, 0];
  for (let k = 1; k <= Math.min(steps.length, STAIRS_STEPS.most); k++) {
    const step = steps[k - 1]!;
    least = Math.min(least, step);
    most = Math.max(most, step);
    if (least < 0 && most > 0) break;
    if (k >= STAIRS_STEPS.least && most - least <= STAIRS_SPREAD[k]!) longest = k;
  }
  return longest;
}
