import { closerFor, jointsOf, SAME_LENGTH } from '../joints';
import type { Random } from '../random';
import type { Stretches } from '../schools';
import type { Stock } from '../stock';
import { faultsOf } from '../wishes';
import { partnersOf } from './partners';
import { alikeRuns, looksFirst, nearest } from './rounds';
import type { SearchTask } from './task';
import type { Terms } from './terms';

/** The starters that each run may have. */
export type Allowed = { readonly of: readonly Stretches[]; has(run: number, starter: number): boolean };

export function allowedOf(of: readonly Stretches[]): Allowed {
  // asked millions of times: the ends of all stretches in one array
  const ends = Float64Array.from(of.flatMap((own) => own.flatMap(([from, to]) => [from - SAME_LENGTH, to + SAME_LENGTH])));
  const begins = new Int32Array(of.length + 1);
  of.forEach((own, run) => (begins[run + 1] = begins[run]! + 2 * own.length));
  return {
    of,
    has(run, starter) {
      for (let k = begins[run]!; k < begins[run + 1]!; k += 2) if (starter >= ends[k]! && starter <= ends[k + 1]!) return true;
      return false;
    },
  };
}

/** What a move would change: the starter of one run, or of several; the first `count` entries of both lists. Written anew for every move. */
export type Move = { count: number; readonly runs: Int32Array; readonly next: Float64Array };
/** So many runs are moved at once at most. */
const MOST_MOVED = 12;

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
/** Share of the last rounds' moves that shift a run with all whose planks depend on it; how far at most, mm; partners are looked up again after so many. */
const SHIFTED = 0.35;
const SHIFT_REACH = 120;
const PAIRED_EVERY = 40;
/** Share of the runs whose offcuts are looked at that are laid soon before or after: what fits them need not wait long. */
const SOON = 0.7;
/** How many runs before and after are laid soon. */
const SOON_REACH = 8;
/** So many starters are drawn for a run that is to make way. */
const SHOVES = 16;
/** Share of the fitting starters that another run's offcut gives; the others are chosen so that their own offcut closes another run. */
const BY_OFFCUT = 0.6;

/** What laying ahead and moves are told. */
export type Setting = {
  readonly task: SearchTask;
  /** the runs whose starters are to be chosen: of two or more pieces, as they are laid */
  readonly free: readonly number[];
  readonly allowed: Allowed;
  readonly terms: Terms;
  readonly stock: Stock;
  /** the starters as they are, to begin with and afterwards */
  readonly starters: Float64Array;
  readonly random: Random;
};

/** Proposes moves, by chance. */
export function moves({ task, free, allowed, terms, stock, starters, random }: Setting) {
  const { runs, kerf, from } = task;
  const fits = task.pattern ? FITTING.patterned : FITTING.free;
  const drawn = (among: readonly number[]): number => among[Math.floor(random() * among.length)]!;
  const place = new Int32Array(runs.length);
  free.forEach((i, k) => (place[i] = k));
  const drawnNear = (i: number): number => {
    const at = place[i]! + Math.round((random() * 2 - 1) * SOON_REACH);
    return free[Math.min(free.length - 1, Math.max(0, at))]!;
  };
  /** Runs whose closers are alike where their starters are: what two of them exchange costs no plank. */
  const alike = alikeRuns(runs, free);
  /** Runs that are to have a joint somewhere, or none, or a long piece; where looks come first, all moves look for that already. */
  const wishing = looksFirst(task.school) ? [] : free.filter((i) => terms.detailed[i]);

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
    const j = random() < SOON ? drawnNear(i) : drawn(free);
    if (random() < BY_OFFCUT) return room(i) + stock.lap(i, j) - closerFor(runs[j]!, starters[j]!);
    const closer = room(i) + stock.lap(j, i) - starters[j]!;
    const run = runs[i]!;
    const rest = run.u1 - run.u0 - closer;
    const starter = rest - Math.floor(rest / run.plank) * run.plank;
    return starter < SAME_LENGTH ? run.plank : starter;
  };
  const move: Move = { count: 0, runs: new Int32Array(MOST_MOVED), next: new Float64Array(MOST_MOVED) };
  const add = (i: number, next: number): void => {
    move.runs[move.count] = i;
    move.next[move.count++] = next;
  };
  const isAllowed = (i: number, next: number): boolean =>
    next !== starters[i] && (allowed.of[i]!.length === 0 ? next > 1 && next <= runs[i]!.plank : allowed.has(i, next));
  const alone = (i: number, next: number): boolean => {
    if (!isAllowed(i, next)) return false;
    add(i, next);
    return true;
  };
  const exchange = (i: number, j: number): boolean => {
    if (!isAllowed(i, starters[j]!) || !allowed.has(j, starters[i]!)) return false;
    add(i, starters[j]!);
    add(j, starters[i]!);
    return true;
  };

  const partners = partnersOf(runs, free, task.mates, kerf, starters);
  // to pair the thousands of a large floor takes longer, and a move changes less of it
  const pairedEvery = Math.max(PAIRED_EVERY, Math.floor(free.length / 20));
  let shifts = 0;
  /** Shifts a run's joints, and with them those of every run whose plank would no longer hold both of its pieces: no plank more is opened for it. */
  const shift = (i: number): boolean => {
    if (shifts++ % pairedEvery === 0) partners.pair();
    const by = Math.round((random() * 2 - 1) * SHIFT_REACH);
    if (by === 0) return false;
    for (let at = i; at >= 0 && move.count < MOST_MOVED;) {
      if (!alone(at, starters[at]! + by)) return false;
      // a longer starter needs a shorter closer on its plank, a longer closer a shorter starter
      const plankOf = by > 0 ? at : partners.starterWith[at]!;
      if (plankOf < 0 || partners.closerWith[plankOf]! < 0 || partners.spare[plankOf]! >= Math.abs(by)) return true;
      at = by > 0 ? partners.closerWith[at]! : plankOf;
      if (at === i) return true;
    }
    return false;
  };

  /**
   * Writes down the next move; false where what was drawn changes nothing or is not allowed.
   *
   * @param swaps share of the moves that exchange the starters of alike runs
   * @param hurt runs in and beside broken limits, and runs with faults of looks, where moves are to go there first
   */
  function propose(swaps: number, hurt: readonly number[], faulty: readonly number[]): boolean {
    move.count = 0;
    let among = free;
    if (hurt.length > 0 && random() < HURT) among = hurt;
    else if (faulty.length > 0 && random() < FAULTY) among = faulty;
    const forWish = wishing.length > 0 && random() < WISHES;
    if (forWish) among = wishing;
    const i = drawn(among);
    const kind = random();
    const spare = 1 - swaps;
    if (from && random() < RESTORE) return alone(i, nearest(allowed.of[i]!, from[i]!));
    if ((forWish || (among === faulty && terms.detailed[i] && terms.ownLooksOf(i) > 0.5)) && random() < 0.5) return alone(i, wished(i));
    if (swaps > SHIFTED && random() < SHIFTED) return shift(i);
    if (kind < swaps) {
      const j = drawn(alike[i]!);
      return j !== i && exchange(i, j);
    }
    if (kind < swaps + spare * fits) return alone(i, fitting(i));
    if (kind < swaps + spare * ANY) return alone(i, pickAllowed(i));
    if (kind < swaps + spare * NEAR) return alone(i, starters[i]! + Math.round((random() - 0.5) * 2 * NEAR_REACH));
    const j = drawn(free);
    return j !== i && runs[j]!.plank === runs[i]!.plank && exchange(i, j);
  }
  /** A starter for run j beside which all its neighbours keep the stagger; −1 where a few draws find none. */
  const besideAll = (j: number): number => {
    const { start, items } = terms.staggersOf;
    for (let tries = 0; tries < SHOVES; tries++) {
      starters[j] = pickAllowed(j);
      let fine = terms.endsBroken(j) === 0;
      for (let k = start[j]!; fine && k < start[j + 1]!; k++) fine = terms.staggerMusts(items[k]!) === 0;
      if (fine) return starters[j]!;
    }
    return -1;
  };
  /** Moves a run to where it fulfils its wishes, and those beside it out of its way; false where they find no place. */
  const shove = (i: number): boolean => {
    move.count = 0;
    if (!alone(i, wished(i))) return false;
    const before = new Map([[i, starters[i]!]]);
    starters[i] = move.next[0]!;
    const { start, items } = terms.staggersOf;
    let fine = true;
    for (let k = start[i]!; fine && k < start[i + 1]!; k++) {
      if (terms.staggerMusts(items[k]!) === 0) continue;
      const [a, b] = terms.staggerPair(items[k]!);
      const j = a === i ? b : a;
      // one that has made way already and is in the way again finds no place
      fine = !before.has(j) && move.count < MOST_MOVED;
      if (!fine) break;
      before.set(j, starters[j]!);
      const found = besideAll(j);
      fine = found >= 0;
      if (fine) add(j, found);
    }
    for (const [r, starter] of before) starters[r] = starter;
    return fine;
  };
  return {
    move,
    propose,
    shove,
    /** Writes down a move of one run; false where it is not allowed. */
    only(i: number, next: number): boolean {
      move.count = 0;
      return alone(i, next);
    },
    /** Writes down an exchange of two runs' starters; false where it is not allowed. */
    exchange(i: number, j: number): boolean {
      move.count = 0;
      return i !== j && exchange(i, j);
    },
    alike,
  };
}
