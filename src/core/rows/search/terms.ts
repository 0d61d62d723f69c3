/**
 * What a floor costs, term by term: each term ties a few runs and its value is remembered, so that a move measures again only the terms that
 * name the runs it touches, and writes them down only if it is kept. Everything lies in flat arrays: this is asked millions of times.
 */
import { closerFor, SAME_LENGTH } from '../joints';
import {
  likenessWeight,
  REPEAT_WITHIN,
  SMALL_PIECE,
  STAIRS_SPREAD,
  STAIRS_STEPS,
  STAIRS_WEIGHT,
  TO_AND_FRO_ROWS,
  TO_AND_FRO_WEIGHT,
  TO_AND_FRO_WITHIN,
  WALLPAPER_ROWS,
  wallpaperWeight,
} from '../looks';
import type { Pair, Ties } from '../ties';
import { faultsOf, SMALL_SEEN } from '../wishes';
import type { SearchTask } from './task';

/** What it weighs, against a fault of looks, that a run is laid otherwise than before: so little that it only decides between equals. */
const CHANGED = 0.05;

/** Rounding of a number of planks. */
const TINY = 1e-9;

/** Whole numbers by run, all in one array. */
type Lists = { readonly start: Int32Array; readonly items: Int32Array };

function listsOf(lists: readonly (readonly number[])[]): Lists {
  const start = new Int32Array(lists.length + 1);
  lists.forEach((own, i) => (start[i + 1] = start[i]! + own.length));
  const items = new Int32Array(start[lists.length]!);
  lists.forEach((own, i) => items.set(own, start[i]));
  return { start, items };
}

/** Pairs of runs whose joints are compared, in columns. */
function columnsOf(pairs: readonly Pair[]) {
  const column = (of: (p: Pair) => number) => Float64Array.from(pairs, of);
  return {
    a: Int32Array.from(pairs, (p) => p.a),
    b: Int32Array.from(pairs, (p) => p.b),
    from: column((p) => p.from),
    to: column((p) => p.to),
    within: column((p) => p.within),
    shift: column((p) => p.shift),
    weight: column((p) => likenessWeight(p.rowsApart)),
  };
}

/** Each pair once, and which of them name a run. */
function pairsOf(lists: readonly (readonly Pair[])[]): { pairs: Pair[]; of: Lists } {
  const pairs = lists.flatMap((own, i) => own.filter((p) => p.a === i));
  const numbers = new Map(pairs.map((p, k) => [p, k]));
  return { pairs, of: listsOf(lists.map((own) => own.map((p) => numbers.get(p)!))) };
}

/** Terms of looks beyond pairs: what kind each is and which runs it begins at. */
const KIND = { stairs: 0, toAndFro: 1, wallpaper: 2, band: 3 } as const;

/** For each run those that follow it, one a row, as far as a wallpaper reaches. */
function chainsOf(next: Int32Array): (readonly number[])[] {
  return Array.from(next, (_, i) => {
    const chain = [i];
    for (let at = next[i]!; at >= 0 && chain.length <= WALLPAPER_ROWS.most + 1; at = next[at]!) chain.push(at);
    return chain;
  });
}

/** The terms of stairs, to and fro, wallpaper and bands: their kinds, the runs of each in order, and which name a run. */
function figuresOf(runs: SearchTask['runs'], { next, bands }: Ties) {
  const kinds: number[] = [];
  const members: number[][] = [];
  const weights: number[] = [];
  const of: number[][] = runs.map(() => []);
  const add = (kind: number, own: readonly number[], weight: number) => {
    for (const r of own) of[r]!.push(kinds.length);
    kinds.push(kind);
    members.push([...own]);
    weights.push(weight);
  };
  // joints can come again only where a plank's length lies under another
  const under = (a: number, b: number) => Math.min(runs[a]!.u1, runs[b]!.u1) - Math.max(runs[a]!.u0, runs[b]!.u0) >= runs[a]!.plank;
  chainsOf(next).forEach((chain) => {
    if (chain.length > STAIRS_STEPS.least) add(KIND.stairs, chain.slice(0, STAIRS_STEPS.most + 1), STAIRS_WEIGHT);
    if (chain.length >= TO_AND_FRO_ROWS) add(KIND.toAndFro, chain.slice(0, TO_AND_FRO_ROWS), TO_AND_FRO_WEIGHT);
    for (let lag = WALLPAPER_ROWS.least; lag <= WALLPAPER_ROWS.most && lag + 1 < chain.length; lag++) {
      const own = [chain[0]!, chain[lag]!, chain[1]!, chain[lag + 1]!];
      if (under(own[0]!, own[1]!) && under(own[2]!, own[3]!)) add(KIND.wallpaper, own, wallpaperWeight(lag));
    }
  });
  bands.forEach((own, i) => own.forEach((b) => b[0] === i && add(KIND.band, b, 1)));
  return { kinds: Uint8Array.from(kinds), members: listsOf(members), weights: Float64Array.from(weights), of: listsOf(of) };
}

/** What the runs of a task cost with their starters as they are; see the head of this file. */
export type Terms = ReturnType<typeof termsOf>;

/**
 * @param starters read afresh at every call; {@link Terms.remeasure} is to be called when they were changed otherwise than by a move that was kept
 */
export function termsOf(runs: SearchTask['runs'], ties: Ties, starters: Float64Array) {
  let from: Float64Array | undefined;
  const u0 = Float64Array.from(runs, (r) => r.u0);
  const u1 = Float64Array.from(runs, (r) => r.u1);
  const plank = Float64Array.from(runs, (r) => r.plank);
  const stagger = pairsOf(ties.staggers);
  const likeness = pairsOf(ties.likenesses);
  const staggers = columnsOf(stagger.pairs);
  const likenesses = columnsOf(likeness.pairs);
  const figures = figuresOf(runs, ties);

  const endsBroken = (i: number): number => {
    const { endPiece } = runs[i]!;
    const closer = closerFor(runs[i]!, starters[i]!);
    return (
      (starters[i]! < endPiece - SAME_LENGTH ? 1 + (endPiece - starters[i]!) / endPiece : 0) +
      (closer < endPiece - SAME_LENGTH ? 1 + (endPiece - closer) / endPiece : 0)
    );
  };
  /** Pairs of joints of two runs, both where the two lie under each other, nearer than they may. */
  const nearJoints = ({ a, b, from, to, within }: typeof staggers, t: number): number => {
    const [i, j] = [a[t]!, b[t]!];
    const [low, high, near] = [from[t]!, to[t]!, within[t]!];
    const [long, other] = [plank[i]!, plank[j]!];
    let count = 0;
    let ja = u0[i]! + starters[i]!;
    if (ja < low) ja += Math.ceil((low - ja - SAME_LENGTH) / long) * long;
    for (; ja < u1[i]! - SAME_LENGTH && ja <= high + SAME_LENGTH; ja += long) {
      let jb = u0[j]! + starters[j]!;
      jb += Math.max(0, Math.ceil((Math.max(low, ja - near) - jb - SAME_LENGTH) / other)) * other;
      for (; jb < u1[j]! - SAME_LENGTH && jb <= high + SAME_LENGTH && jb < ja + near; jb += other) {
        if (Math.abs(jb - ja) < near - SAME_LENGTH) count++;
      }
    }
    return count;
  };
  /** How many joints of a pair of runs of one length of plank lie both where the two lie under each other, the second so far on from the first. */
  const jointsApart = ({ a, b, from, to }: typeof staggers, t: number, apart: number): number => {
    const [i, j] = [a[t]!, b[t]!];
    const [low, high, long] = [from[t]! - SAME_LENGTH, to[t]! + SAME_LENGTH, plank[i]!];
    const [first, second] = [u0[i]! + starters[i]!, u0[j]! + starters[j]! - apart];
    const least = Math.max(first, second, low, low - apart);
    const most = Math.min(high, high - apart, u1[i]! - 2 * SAME_LENGTH, u1[j]! - 2 * SAME_LENGTH - apart);
    return Math.max(0, Math.floor((most - first) / long + TINY) - Math.ceil((least - first) / long - TINY) + 1);
  };
  /** How many joints of a pair of runs are too near; those of one length of plank are counted by where they lie on its circle. */
  const pairCount = (columns: typeof staggers, t: number): number => {
    const [i, j] = [columns.a[t]!, columns.b[t]!];
    const long = plank[i]!;
    if (long === plank[j]!) {
      let step = columns.shift[t]! + starters[j]! - starters[i]!;
      if (step < 0) step += long;
      else if (step >= long) step -= long;
      const near = columns.within[t]! - SAME_LENGTH;
      return (step < near ? jointsApart(columns, t, step) : 0) + (long - step < near ? jointsApart(columns, t, step - long) : 0);
    }
    return nearJoints(columns, t);
  };
  const pairLooks = (t: number): number => (pairCount(likenesses, t) > 0 ? likenesses.weight[t]! : 0);

  /** where each run's joints lie on the circle as long as its plank */
  const phase = new Float64Array(runs.length);
  const turn = (i: number): void => {
    const at = u0[i]! + starters[i]!;
    phase[i] = at - plank[i]! * Math.floor(at / plank[i]!);
  };
  /** The step from one run's joints to another's, on the circle as long as their planks. */
  const step = (i: number, j: number): number => {
    const d = phase[j]! - phase[i]!;
    const half = plank[i]! / 2;
    return d > half ? d - plank[i]! : d < -half ? d + plank[i]! : d;
  };
  const small = (i: number, length: number): boolean => length < SMALL_PIECE * runs[i]!.endPiece - SAME_LENGTH;
  const smallCloser = (i: number): boolean => small(i, closerFor(runs[i]!, starters[i]!));
  const { start: begins, items: member } = figures.members;
  const isFlight = (from: number, to: number): boolean => {
    let [least, most] = [Infinity, -Infinity];
    for (let k = from + 1, steps = 1; k < to; k++, steps++) {
      const s = step(member[k - 1]!, member[k]!);
      if (s < least) least = s;
      if (s > most) most = s;
      if ((least < 0 && most > 0) || most - least > STAIRS_SPREAD[STAIRS_STEPS.most]!) return false;
      if (steps >= STAIRS_STEPS.least && most - least <= STAIRS_SPREAD[steps]!) return true;
    }
    return false;
  };
  const goesToAndFro = (from: number, to: number): boolean => {
    for (let k = from + 2; k < to; k++) if (Math.abs(step(member[k - 2]!, member[k]!)) > TO_AND_FRO_WITHIN) return false;
    return true;
  };
  const figureLooks = (t: number): number => {
    const [k, to] = [begins[t]!, begins[t + 1]!];
    const weight = figures.weights[t]!;
    switch (figures.kinds[t]!) {
      case KIND.stairs:
        return isFlight(k, to) ? weight : 0;
      case KIND.toAndFro:
        return goesToAndFro(k, to) ? weight : 0;
      case KIND.wallpaper:
        return Math.abs(step(member[k]!, member[k + 1]!)) < REPEAT_WITHIN && Math.abs(step(member[k + 2]!, member[k + 3]!)) < REPEAT_WITHIN
          ? weight
          : 0;
      default: {
        const [a, b, c] = [member[k]!, member[k + 1]!, member[k + 2]!];
        return (
          (small(a, starters[a]!) && small(b, starters[b]!) && small(c, starters[c]!) ? weight : 0) +
          (smallCloser(a) && smallCloser(b) && smallCloser(c) ? weight : 0)
        );
      }
    }
  };

  // most runs wish for nothing, or only that no small piece is seen: that needs no joints
  const detailed = runs.map(({ wishes: w }) => w !== undefined && w.clear.length + w.joint.length + w.long.length + w.forbidden.length > 0);
  // what is mended keeps what it can of the floor that it began from
  const changed = (i: number): number => (from && Math.abs(starters[i]! - from[i]!) > 0.5 ? CHANGED : 0);
  const joints: number[] = [];
  const wishFaults = (i: number) => {
    joints.length = 0;
    for (let u = u0[i]! + starters[i]!; u < u1[i]! - SAME_LENGTH; u += plank[i]!) joints.push(u);
    return faultsOf(runs[i]!.wishes!, runs[i]!, joints);
  };
  const ownMusts = (i: number): number => endsBroken(i) + (detailed[i] && runs[i]!.wishes!.forbidden.length > 0 ? wishFaults(i).musts : 0);
  const ownLooks = (i: number): number => {
    if (detailed[i]) return changed(i) + wishFaults(i).looks;
    if (!runs[i]!.wishes?.seen) return changed(i);
    return changed(i) + (small(i, starters[i]!) ? SMALL_SEEN : 0) + (smallCloser(i) ? SMALL_SEEN : 0);
  };

  const values = {
    ownMusts: new Float64Array(runs.length),
    ownLooks: new Float64Array(runs.length),
    staggers: new Float64Array(stagger.pairs.length),
    likenesses: new Float64Array(likeness.pairs.length),
    figures: new Float64Array(figures.kinds.length),
  };
  /** Terms measured for the move under way, to be written down if it is kept. */
  const pendingFor = (known: Float64Array) => ({
    known,
    terms: new Int32Array(known.length),
    found: new Float64Array(known.length),
    seen: new Uint32Array(known.length),
    count: 0,
  });
  const staggering = pendingFor(values.staggers);
  const liking = pendingFor(values.likenesses);
  const figuring = pendingFor(values.figures);
  type Pending = typeof staggering;
  let moves = 0;
  /** Whether a term was measured already for this move, with another of its runs. */
  const seen = (list: Pending, t: number): boolean => {
    if (list.seen[t] === moves) return true;
    list.seen[t] = moves;
    return false;
  };
  const note = (list: Pending, t: number, found: number): number => {
    const rise = found - list.known[t]!;
    if (rise === 0) return 0;
    list.terms[list.count] = t;
    list.found[list.count++] = found;
    return rise;
  };
  // the three kinds have a loop each: one that is told how to measure runs half as fast
  const staggersRisen = (moved: ArrayLike<number>, count: number, enough: number): number => {
    const { start, items } = stagger.of;
    let rise = 0;
    for (let m = 0; m < count; m++) {
      for (let k = start[moved[m]!]!, end = start[moved[m]! + 1]!; k < end; k++) {
        const t = items[k]!;
        if (count > 1 && seen(staggering, t)) continue;
        rise += note(staggering, t, pairCount(staggers, t));
        if (rise > enough) return rise;
      }
    }
    return rise;
  };
  const likenessesRisen = (moved: ArrayLike<number>, count: number): number => {
    const { start, items } = likeness.of;
    let rise = 0;
    for (let m = 0; m < count; m++) {
      for (let k = start[moved[m]!]!, end = start[moved[m]! + 1]!; k < end; k++) {
        const t = items[k]!;
        if (count > 1 && seen(liking, t)) continue;
        rise += note(liking, t, pairLooks(t));
      }
    }
    return rise;
  };
  const figuresRisen = (moved: ArrayLike<number>, count: number): number => {
    const { start, items } = figures.of;
    let rise = 0;
    for (let m = 0; m < count; m++) {
      for (let k = start[moved[m]!]!, end = start[moved[m]! + 1]!; k < end; k++) {
        const t = items[k]!;
        if (count > 1 && seen(figuring, t)) continue;
        rise += note(figuring, t, figureLooks(t));
      }
    }
    return rise;
  };
  const sum = (list: Float64Array) => list.reduce((a, b) => a + b, 0);
  /**
   * What runs cost while they are laid one after the other: each beside what lies by then.
   *
   * @param free as they are laid; all others lie already
   */
  const besideLaid = (free: readonly number[]) => {
    const turnOf = new Int32Array(runs.length).fill(-1);
    free.forEach((i, k) => (turnOf[i] = k));
    /** for each run the terms of which it is the last to be laid; those of runs that all lie already are no run's */
    const lastIn = (count: number, membersOf: (t: number) => ArrayLike<number>): Lists => {
      const last = new Int32Array(count);
      const start = new Int32Array(runs.length + 1);
      for (let t = 0; t < count; t++) {
        const members = membersOf(t);
        let latest = members[0]!;
        for (let k = 1; k < members.length; k++) if (turnOf[members[k]!]! > turnOf[latest]!) latest = members[k]!;
        last[t] = turnOf[latest]! < 0 ? -1 : latest;
        if (last[t]! >= 0) start[latest + 1]!++;
      }
      for (let i = 0; i < runs.length; i++) start[i + 1]! += start[i]!;
      const items = new Int32Array(start[runs.length]!);
      const at = start.slice();
      for (let t = 0; t < count; t++) if (last[t]! >= 0) items[at[last[t]!]!++] = t;
      return { start, items };
    };
    const lastStaggers = lastIn(staggers.a.length, (t) => [staggers.a[t]!, staggers.b[t]!]);
    const lastLikenesses = lastIn(likenesses.a.length, (t) => [likenesses.a[t]!, likenesses.b[t]!]);
    const lastFigures = lastIn(figures.kinds.length, (t) => member.subarray(begins[t], begins[t + 1]));
    return {
      musts(i: number): number {
        const { start, items } = lastStaggers;
        let musts = ownMusts(i);
        for (let k = start[i]!; k < start[i + 1]!; k++) musts += pairCount(staggers, items[k]!);
        return musts;
      },
      looks(i: number): number {
        let looks = ownLooks(i);
        for (let { start, items } = lastLikenesses, k = start[i]!; k < start[i + 1]!; k++) looks += pairLooks(items[k]!);
        for (let { start, items } = lastFigures, k = start[i]!; k < start[i + 1]!; k++) looks += figureLooks(items[k]!);
        return looks;
      },
    };
  };

  return {
    besideLaid,
    /** A run's starter was set: what follows from it for others is worked out. */
    place: turn,
    detailed,
    endsBroken,
    /** What is mended keeps to a floor: nothing where there is none. */
    keepTo(floor: Float64Array | undefined): void {
      from = floor;
    },
    /** Whether a run keeps the stagger beside another. */
    staggersOf: stagger.of,
    staggerPair: (t: number): readonly [number, number] => [staggers.a[t]!, staggers.b[t]!],
    staggerMusts: (t: number): number => pairCount(staggers, t),

    /**
     * How much more limits the runs of a move break than before it; their starters have been set.
     *
     * @param enough a rise that nothing can make good: no more is measured then
     */
    mustsRisen(moved: ArrayLike<number>, count: number, enough = Infinity): number {
      moves++;
      let rise = 0;
      staggering.count = liking.count = figuring.count = 0;
      for (let m = 0; m < count; m++) {
        turn(moved[m]!);
        rise += ownMusts(moved[m]!) - values.ownMusts[moved[m]!]!;
      }
      return rise > enough ? rise : rise + staggersRisen(moved, count, enough - rise);
    },
    /** How much more faults of looks they make; asked after {@link mustsRisen}. */
    looksRisen(moved: ArrayLike<number>, count: number): number {
      let rise = 0;
      for (let m = 0; m < count; m++) rise += ownLooks(moved[m]!) - values.ownLooks[moved[m]!]!;
      return rise + likenessesRisen(moved, count) + figuresRisen(moved, count);
    },
    /** The runs of a move that was measured lie as before. */
    undo(moved: ArrayLike<number>, count: number): void {
      for (let m = 0; m < count; m++) turn(moved[m]!);
    },
    /** Writes down what was measured of the move. */
    keep(moved: ArrayLike<number>, count: number): void {
      for (let m = 0; m < count; m++) {
        turn(moved[m]!);
        values.ownMusts[moved[m]!] = ownMusts(moved[m]!);
        values.ownLooks[moved[m]!] = ownLooks(moved[m]!);
      }
      for (const { known, terms, found, count: many } of [staggering, liking, figuring])
        for (let k = 0; k < many; k++) known[terms[k]!] = found[k]!;
    },
    /** Measures everything afresh. */
    remeasure(free: readonly number[]): { musts: number; looks: number } {
      for (const i of free) {
        turn(i);
        values.ownMusts[i] = ownMusts(i);
        values.ownLooks[i] = ownLooks(i);
      }
      for (let t = 0; t < values.staggers.length; t++) values.staggers[t] = pairCount(staggers, t);
      for (let t = 0; t < values.likenesses.length; t++) values.likenesses[t] = pairLooks(t);
      for (let t = 0; t < values.figures.length; t++) values.figures[t] = figureLooks(t);
      return {
        musts: sum(values.ownMusts) + sum(values.staggers),
        looks: sum(values.ownLooks) + sum(values.likenesses) + sum(values.figures),
      };
    },
    /** What run i's joints and ends cost by what is wished of them, as last measured. */
    ownLooksOf: (i: number): number => values.ownLooks[i]!,
    /** What run i costs by itself and with others, as last measured. */
    mustsOf(i: number): number {
      let own = values.ownMusts[i]!;
      for (let k = stagger.of.start[i]!; k < stagger.of.start[i + 1]!; k++) own += values.staggers[stagger.of.items[k]!]!;
      return own;
    },
    looksOf(i: number): number {
      let own = values.ownLooks[i]!;
      for (let k = likeness.of.start[i]!; k < likeness.of.start[i + 1]!; k++) own += values.likenesses[likeness.of.items[k]!]!;
      for (let k = figures.of.start[i]!; k < figures.of.start[i + 1]!; k++) own += values.figures[figures.of.items[k]!]!;
      return own;
    },
    /** Whether the joints of a run come again too soon after those of an earlier one. */
    isRepeated(i: number): boolean {
      for (let k = likeness.of.start[i]!; k < likeness.of.start[i + 1]!; k++) {
        const t = likeness.of.items[k]!;
        if (likenesses.b[t] === i && values.likenesses[t]! > 0) return true;
      }
      return false;
    },
  };
}
