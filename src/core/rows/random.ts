/** A source of chance that gives the same numbers for the same seed on every machine. */
export type Random = () => number;

/** Mulberry32: one 32-bit state, well spread for the short sequences that a search draws. Gives [0, 1). */
export function randomFrom(seed: number): Random {
  let state = (seed ^ 0x9e3779b9) >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}
