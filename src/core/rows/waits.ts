/** What waits between the two parts of planks: how long each remainder, and how many of them at once. */

/** An offcut that starts a later row is what people expect; a starter cut first, whose rest waits to close a row, is worth so many rows less. */
const BACKWARDS = 0.5;

export type Waits = {
  /** how many rows a remainder waits between a starter's run and a closer's */
  wait(starter: number, closer: number): number;
  /**
   * Adds a remainder that waits from one run to another, or takes it away: how many more are beyond the bound then; each weighs as much as a row of
   * waiting.
   */
  load(starter: number, closer: number, by: 1 | -1): number;
};

/**
 * @param rowOf the row of a run, counted on from floor to floor
 * @param count how many runs there are, in the order in which they are laid
 * @param bound the most that may wait at once
 */
export function waitsOf(rowOf: (run: number) => number, count: number, bound: number): Waits {
  /** how many remainders wait while a run is laid */
  const waiting = new Int32Array(count + 1);
  return {
    wait(s, c) {
      const rows = rowOf(s) - rowOf(c);
      return rows >= 0 ? rows : BACKWARDS - rows;
    },
    load(s, c, by) {
      let over = 0;
      for (let t = Math.min(s, c), end = Math.max(s, c); t < end; t++) {
        // of `by` 1 the one that is added is over, of −1 the one that is taken away was
        if (waiting[t]! + (by > 0 ? 1 : 0) > bound) over += by;
        waiting[t]! += by;
      }
      return over;
    },
  };
}
