import { closerFor, jointsOf, SAME_LENGTH } from '../joints';
import type { Random } from '../random';
import type { Stretches } from '../schools';
import type { Stock } from '../stock';
import { faultsOf } from '../wishes';
import type { RunCosts } from './costs';
import { alikeRuns, looksFirst, nearest } from './rounds';
import type { SearchTask } from './task';

/** The starters that each run may have. */
export type Allowed = { readonly of: readonly Stretches[]; has(run: number, starter: number): boolean };

export const allowedOf = (of: readonly Stretches[]): Allowed => ({
  of,
  has(run, starter) {
    for (const [from, to] of of[run]!) if (starter >= from - SAME_LENGTH && starter <= to + SAME_LENGTH) return true;
    return false;
  },
});

/** What a move would change: the starter of one run, or of two that exchange theirs. */
export type Move = { readonly i: number; readonly next: number; readonly j: number; readonly nextJ: number };

/*
 * How moves are shared out. Found by trying on the benchmark's rooms and houses: the share of each is where fewer planks and faults were
 * left for the same steps; they are not sharp.
 */
/** Share of the moves that lay a run as before, where a floor is mended. */
const RESTORE = 0.3;
/** Share of the moves that go to runs of which something is wished. */
const WISHES = 0.06;
/** Share of the moves that go to where limits are broken, where a floor is mended. */
const HURT = 0.8;
/** Share of the last round's moves that go to runs with faults of looks. */
const FAULTY = 0.5;
/** Share of the moves that try a starter that an offcut fits: few offcuts are of a pattern's lengths. */
const FITTING = { free: 0.5, patterned: 0.2 };
/** Up to this share of the moves that exchange nothing any allowed starter is tried; up to the next, one near the present one; the rest exchange. */
const ANY = 0.7;
const NEAR = 0.85;
/** How far a near one lies at most, to either side, mm. */
const NEAR_REACH = 80;
/** So many starters are drawn before one is taken that does not fulfil a run's wishes. */
const DRAWS = 4;
/** Share of the fitting starters that another run's offcut gives; the others are chosen so that their own offcut closes another run. */
const BY_OFFCUT = 0.6;

type Setting = {
  readonly task: SearchTask;
  /** runs of two or more pieces */
  readonly free: readonly number[];
  readonly allowed: Allowed;
  readonly costs: RunCosts;
  readonly stock: Stock;
  readonly starters: Float64Array;
  readonly random: Random;
};

/** Proposes moves, by chance. */
export function moves({ task, free, allowed, costs, stock, starters, random }: Setting) {
  const { runs, kerf, from } = task;
  const fits = task.pattern ? FITTING.patterned : FITTING.free;
  const drawn = (among: readonly number[]): number => among[Math.floor(random() * among.length)]!;
  /** Runs whose closers are alike where their starters are: what two of them exchange costs no plank. */
  const alike = alikeRuns(runs, free);
  /** Runs that are to have a joint somewhere, or none, or a long piece; where looks come first, all moves look for that already. */
  const wishing = looksFirst(task.school) ? [] : free.filter((i) => costs.detailed[i]);

  const pickAllowed = (i: number): number => {
    const stretches = allowed.of[i]!;
    if (stretches.length === 0) return starters[i]!;
    const [low, high] = stretches[Math.floor(random() * stretches.length)]!;
    return Math.min(high, low + Math.round(random() * (high - low)));
  };
  /** A starter that fulfils the wishes of run i, if a few tries find one. */
  const wished = (i: number): number => {
    const { wishes, u0, plank } = runs[i]!;
    const { joint } = wishes!;
    let starter = starters[i]!;
    for (let tries = 0; tries < DRAWS; tries++) {
      if (joint.length === 0) starter = pickAllowed(i);
      else {
        const [low, high] = joint[Math.floor(random() * joint.length)]!;
        starter = (low + Math.round(random() * (high - low)) - u0) % plank;
        if (starter < SAME_LENGTH) starter += plank;
      }
      const { looks, musts } = faultsOf(wishes!, runs[i]!, jointsOf(runs[i]!, starter));
      if (looks < 0.5 && musts === 0) break;
    }
    return starter;
  };
  const room = (i: number): number => runs[i]!.plank - kerf;
  /** A starter for run i that some other run's offcut, or its own offcut for some other run, would fit. */
  const fitting = (i: number): number => {
    const j = drawn(free);
    if (random() < BY_OFFCUT) return room(i) + stock.lap(i, j) - closerFor(runs[j]!, starters[j]!);
    const closer = room(i) + stock.lap(j, i) - starters[j]!;
    const run = runs[i]!;
    const rest = run.u1 - run.u0 - closer;
    const starter = rest - Math.floor(rest / run.plank) * run.plank;
    return starter < SAME_LENGTH ? run.plank : starter;
  };
  const exchange = (i: number, j: number): Move | null =>
    allowed.has(j, starters[i]!) ? { i, next: starters[j]!, j, nextJ: starters[i]! } : null;

  /**
   * The next move; null where what was drawn changes nothing or is not allowed.
   *
   * @param swaps share of the moves that exchange the starters of alike runs
   * @param hurt runs in and beside broken limits, and runs with faults of looks, where moves are to go there first
   */
  return function propose(swaps: number, hurt: readonly number[], faulty: readonly number[]): Move | null {
    let among = free;
    if (hurt.length > 0 && random() < HURT) among = hurt;
    else if (faulty.length > 0 && random() < FAULTY) among = faulty;
    const forWish = wishing.length > 0 && random() < WISHES;
    if (forWish) among = wishing;
    const i = drawn(among);
    const kind = random();
    const spare = 1 - swaps;
    let move: Move | null;
    if (from && random() < RESTORE) move = alone(i, nearest(allowed.of[i]!, from[i]!));
    else if (forWish && kind < 0.5) move = alone(i, wished(i));
    else if (kind < swaps) {
      const j = drawn(alike[i]!);
      if (j === i || starters[j] === starters[i]) return null;
      move = exchange(i, j);
    } else if (kind < swaps + spare * fits) move = alone(i, fitting(i));
    else if (kind < swaps + spare * ANY) move = alone(i, pickAllowed(i));
    else if (kind < swaps + spare * NEAR) move = alone(i, starters[i]! + Math.round((random() - 0.5) * 2 * NEAR_REACH));
    else {
      const j = drawn(free);
      if (j === i || runs[j]!.plank !== runs[i]!.plank) return null;
      move = exchange(i, j);
    }
    if (!move || move.next === starters[i]) return null;
    const fine = allowed.of[i]!.length === 0 ? move.next > 1 && move.next <= runs[i]!.plank : allowed.has(i, move.next);
    return fine ? move : null;
  };
}

const alone = (i: number, next: number): Move => ({ i, next, j: -1, nextJ: 0 });
