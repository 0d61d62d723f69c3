/**
 * Hands. What is cut off a closer keeps its right factory end and can only start a run; what is cut off a starter keeps its left end and
 * can only close one. A starter and a closer share a plank when both and a saw cut fit its length. On sorted lengths that is a
 * threshold graph: giving the longest starter the shortest closer, and setting aside a starter that even that cannot take, pairs as
 * many as can be paired.
 */
import { firstFrom } from '../geometry';

/** A length that is wanted from a plank, with the moment (row) at which it is laid and the class of its slanted end. */
export type Want = { readonly length: number; readonly row: number; readonly slant?: number };

/** By how much a starter and a closer of one class of slanted ends lap on their plank, mm; class 0 is square. */
export type Laps = readonly number[];

const SQUARE: Laps = [0];
const lapOf = (a: Want, b: Want, laps: Laps): number => (a.slant === b.slant ? laps[a.slant ?? 0]! : 0);

/**
 * Starter–closer pairs, as [starter index, closer index]: the longest starter takes the shortest closer. As many as can be where all ends are
 * square; slanted ends pair with their like first.
 */
export function mostPairs(starters: readonly Want[], closers: readonly Want[], room: number, laps = SQUARE): [number, number][] {
  const pairs: [number, number][] = [];
  const rest = [starters, closers].map((wants) => wants.map((_, i) => i).sort((a, b) => wants[a]!.length - wants[b]!.length || a - b));
  for (let slant = laps.length - 1; slant >= 0; slant--) {
    const [s, c] =
      slant === 0 ? rest : [rest[0]!.filter((i) => starters[i]!.slant === slant), rest[1]!.filter((j) => closers[j]!.slant === slant)];
    const own: [number, number][] = [];
    for (let i = s!.length - 1, j = 0; i >= 0 && j < c!.length; i--) {
      if (starters[s![i]!]!.length + closers[c![j]!]!.length <= room + laps[slant]! + 1e-6) own.push([s![i]!, c![j++]!]);
    }
    const taken = [new Set(own.map((p) => p[0])), new Set(own.map((p) => p[1]))] as const;
    rest[0] = rest[0]!.filter((i) => !taken[0].has(i));
    rest[1] = rest[1]!.filter((j) => !taken[1].has(j));
    pairs.push(...own);
  }
  return pairs;
}

/** Of more pairs than this each is compared only with so many whose closers are laid before its starter, and after it. */
const MOST_EXCHANGED = 300;
const ABOUT = { before: 40, after: 10 };

/**
 * Pairs starters with closers: as many as can be, and among those, partners that are cut near to each other in time, so that few offcuts
 * wait at once.
 *
 * @param room plank length − kerf, mm
 * @param laps by how much slanted ends of each class lap
 * @returns pairs as [starter index, closer index]
 */
export function pairHands(
  starters: readonly Want[],
  closers: readonly Want[],
  room: number,
  laps = SQUARE,
): readonly (readonly [number, number])[] {
  const limit = room + 1e-6;
  const pairs = mostPairs(starters, closers, room, laps);
  // An offcut that starts a later row is what people expect; a starter cut first, whose rest waits to close a row, is second best.
  const BACKWARDS = 4;
  const wait = (a: number, b: number) => {
    const rows = starters[a]!.row - closers[b]!.row;
    return rows > 0 ? rows : BACKWARDS - rows;
  };
  const spare = (a: number, b: number) => limit + lapOf(starters[a]!, closers[b]!, laps) - starters[a]!.length - closers[b]!.length;
  const loss = (a: number, b: number) => (spare(a, b) > 1e-3 ? 0.5 : 0);
  const cost = (a: number, b: number) => wait(a, b) + loss(a, b);
  const fits = (a: number, b: number) => spare(a, b) >= 0;
  if (pairs.length > MOST_EXCHANGED) return nearPartners(pairs, { starters, closers, cost, fits });
  const paired = [new Set(pairs.map((p) => p[0])), new Set(pairs.map((p) => p[1]))] as const;
  const freeStarters = new Set(starters.map((_, i) => i).filter((i) => !paired[0].has(i)));
  const freeClosers = new Set(closers.map((_, j) => j).filter((j) => !paired[1].has(j)));
  // Exchange partners while that shortens the waiting; the number of pairs stays.
  for (let round = 0, better = true; better && round < 12; round++) {
    better = false;
    for (let x = 0; x < pairs.length; x++) {
      const p = pairs[x]!;
      for (const other of freeStarters) {
        if (fits(other, p[1]) && cost(other, p[1]) < cost(p[0], p[1])) {
          freeStarters.delete(other);
          freeStarters.add(p[0]);
          p[0] = other;
          better = true;
        }
      }
      for (const other of freeClosers) {
        if (fits(p[0], other) && cost(p[0], other) < cost(p[0], p[1])) {
          freeClosers.delete(other);
          freeClosers.add(p[1]);
          p[1] = other;
          better = true;
        }
      }
      for (let y = x + 1; y < pairs.length; y++) {
        const q = pairs[y]!;
        if (!fits(p[0], q[1]) || !fits(q[0], p[1])) continue;
        if (cost(p[0], q[1]) + cost(q[0], p[1]) < cost(p[0], p[1]) + cost(q[0], q[1])) {
          [p[1], q[1]] = [q[1], p[1]];
          better = true;
        }
      }
    }
  }
  return pairs;
}

type Exchanging = {
  readonly starters: readonly Want[];
  readonly closers: readonly Want[];
  readonly cost: (starter: number, closer: number) => number;
  readonly fits: (starter: number, closer: number) => boolean;
};

/** Exchanges partners of many pairs while that shortens the waiting: with those that are laid about the same time. */
function nearPartners(pairs: [number, number][], { starters, closers, cost, fits }: Exchanging): readonly (readonly [number, number])[] {
  const pairOf = new Int32Array(closers.length);
  pairs.forEach(([, closer], k) => (pairOf[closer] = k));
  const laid = pairs.map((p) => p[1]).sort((a, b) => closers[a]!.row - closers[b]!.row || a - b);
  const rows = laid.map((closer) => closers[closer]!.row);
  /** how many of the closers are laid before each starter */
  const before = pairs.map((p) => firstFrom(rows, starters[p[0]]!.row));
  for (let round = 0, better = true; better && round < 12; round++) {
    better = false;
    pairs.forEach((p, k) => {
      const to = Math.min(laid.length, before[k]! + ABOUT.after);
      for (let at = Math.max(0, before[k]! - ABOUT.before); at < to; at++) {
        const closer = laid[at]!;
        const q = pairs[pairOf[closer]!]!;
        if (q === p || cost(p[0], closer) + cost(q[0], p[1]) >= cost(p[0], p[1]) + cost(q[0], closer)) continue;
        if (!fits(p[0], closer) || !fits(q[0], p[1])) continue;
        pairOf[p[1]] = pairOf[closer]!;
        pairOf[closer] = k;
        q[1] = p[1];
        p[1] = closer;
        better = true;
      }
    });
  }
  return pairs;
}
