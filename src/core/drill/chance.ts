import { randomFrom } from '../rows';

/** Chance that is the same for a seed, on every machine. */
export type Chance = { next(): number; below(n: number): number; pick<T>(list: readonly T[]): T };

export function chanceFrom(seed: number): Chance {
  const next = randomFrom(seed);
  const below = (n: number): number => Math.floor(next() * n);
  return { next, below, pick: (list) => list[below(list.length)]! };
}
