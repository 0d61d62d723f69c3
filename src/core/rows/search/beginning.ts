import { closerFor, SAME_LENGTH } from '../joints';
import { nearest } from './rounds';
import type { SearchTask } from './task';
import type { Allowed } from './moves';
import type { Terms } from './terms';

/** So many lengths of a fresh plank's starter are tried, from a whole one down. */
const LENGTHS = 24;

/**
 * A first floor, as a careful hand lays it: row by row, each begun with an offcut that keeps the limits, else with a fresh plank as long as
 * may be. A floor that is mended begins as it was.
 */
export function layFirst(task: SearchTask, free: readonly number[], allowed: Allowed, terms: Terms, starters: Float64Array): void {
  const { runs, kerf, pattern: patterned = false } = task;
  const laid = new Uint8Array(runs.length);
  const legal = (i: number, starter: number): boolean => {
    if (starter <= SAME_LENGTH || starter > runs[i]!.plank + SAME_LENGTH) return false;
    const kept = starters[i]!;
    starters[i] = Math.min(starter, runs[i]!.plank);
    let fine = terms.endsBroken(i) === 0;
    const { start, items } = terms.staggersOf;
    for (let k = start[i]!; fine && k < start[i + 1]!; k++) {
      const [a, b] = terms.staggerPair(items[k]!);
      if (laid[a === i ? b : a]) fine = terms.staggerMusts(items[k]!) === 0;
    }
    starters[i] = kept;
    return fine;
  };
  /** Of the stretches that a pattern allows, the middle of one that keeps the limits beside what is laid. */
  const fromPattern = (i: number): number => {
    for (const [from, to] of allowed.of[i]!) {
      for (const share of [0.5, 0.2, 0.8]) {
        const starter = from + (to - from) * share;
        if (legal(i, starter)) return starter;
      }
    }
    return -1;
  };
  /** A person's pin leaves one starter. */
  const isPinned = (i: number): boolean => allowed.of[i]!.length === 1 && allowed.of[i]![0]![0] === allowed.of[i]![0]![1];
  const offcuts: number[] = [];
  for (const i of free) {
    if (task.begin) {
      starters[i] = task.begin[i]!;
      continue;
    }
    if (task.from) {
      starters[i] = nearest(allowed.of[i]!, task.from[i]!);
      continue;
    }
    const run = runs[i]!;
    let choice = patterned || isPinned(i) ? fromPattern(i) : -1;
    for (let k = 0; k < offcuts.length && choice < 0; k++) {
      const length = offcuts[k]!;
      // as it is, or shortened by as much as the closer needs
      const short = run.endPiece - closerFor(run, length);
      for (const starter of short > 0 ? [length - short] : [length]) {
        if (choice < 0 && allowed.has(i, starter) && legal(i, starter)) {
          choice = starter;
          offcuts.splice(k, 1);
        }
      }
    }
    for (let tryout = 0; choice < 0 && tryout < LENGTHS; tryout++) {
      // a fresh plank: whole, else ever shorter
      const starter = run.plank * (1 - tryout / LENGTHS);
      if (allowed.has(i, starter) && legal(i, starter)) choice = starter;
    }
    if (choice < 0) choice = allowed.of[i]![0]?.[1] ?? Math.min(run.plank, (run.u1 - run.u0) / 2);
    starters[i] = choice;
    laid[i] = 1;
    const rest = run.plank - kerf - closerFor(run, choice);
    if (rest > SAME_LENGTH) offcuts.push(rest);
  }
}
