import { closerFor, SAME_LENGTH } from '../joints';
import type { SearchRun } from '../ties';

/** Which runs share planks, as the longest starter takes the shortest closer, and how much of each such plank is left over. */
export type Partners = {
  /** for each run the one whose closer lies on its starter's plank, and the other way round; −1 for none */
  readonly closerWith: Int32Array;
  readonly starterWith: Int32Array;
  /** what the plank of a run's starter has to spare, mm */
  readonly spare: Float64Array;
  /** Pairs anew, by the starters as they are. */
  pair(): void;
};

/** @param starters read afresh whenever runs are paired */
export function partnersOf(
  runs: readonly SearchRun[],
  free: readonly number[],
  mates: ArrayLike<number>,
  kerf: number,
  starters: Float64Array,
): Partners {
  const closerWith = new Int32Array(runs.length).fill(-1);
  const starterWith = new Int32Array(runs.length).fill(-1);
  const spare = new Float64Array(runs.length);
  const closers = new Float64Array(runs.length);
  const own = free.filter((i) => mates[i]! < 0);
  const pools = [...new Set(own.map((i) => runs[i]!.size))].map((size) => {
    const members = own.filter((i) => runs[i]!.size === size);
    return { plank: runs[members[0]!]!.plank, members, byStarter: [...members], byCloser: [...members] };
  });
  return {
    closerWith,
    starterWith,
    spare,
    pair() {
      closerWith.fill(-1);
      starterWith.fill(-1);
      for (const { plank, members, byStarter, byCloser } of pools) {
        for (const i of members) closers[i] = closerFor(runs[i]!, starters[i]!);
        byStarter.sort((a, b) => starters[b]! - starters[a]! || a - b);
        byCloser.sort((a, b) => closers[a]! - closers[b]! || a - b);
        let k = 0;
        for (const i of byStarter) {
          const j = byCloser[k]!;
          const rest = plank - kerf - starters[i]! - closers[j]!;
          if (rest < -SAME_LENGTH) continue;
          closerWith[i] = j;
          starterWith[j] = i;
          spare[i] = rest;
          k++;
        }
      }
    },
  };
}
