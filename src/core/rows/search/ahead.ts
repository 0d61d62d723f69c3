/**
 * A floor laid as somebody does who thinks ahead: run by run, each begun with what waits on the rack, with what leaves no rest or with a fresh plank,
 * and many such floors carried on side by side, of which the worse are given up (a beam search). What is sawn off is booked when it is sawn, so that
 * little waits, and wood counts as lost as soon as nothing can be made of it any more.
 */
import { closerFor, SAME_LENGTH, starterFor } from '../joints';
import type { Random } from '../random';
import type { SearchRun } from '../ties';
import type { Setting } from './moves';
import { MUST, NO_FAULT } from './rounds';
import type { SearchTask } from './task';

/** What waits: the rest of a run's closer, which starts another run, or of its starter, which closes one. */
type Rest = { readonly of: number; readonly starts: boolean; readonly length: number };

/** A floor laid up to one run: how that one begins, what waits then, and what all of it costs; less is better. */
type Floor = {
  readonly before: Floor | null;
  readonly run: number;
  readonly starter: number;
  /** what waits: worked out once the floor is gone on with, as most are not */
  rack: readonly Rest[] | null;
  /** the same for floors that begin this run alike and with as much waiting: they go on alike */
  readonly alike: number;
  readonly musts: number;
  /** wood of which nothing can be made, in planks */
  readonly lost: number;
  readonly looks: number;
  readonly cost: number;
};

/** So many remainders wait at most where nobody says it. */
export const RACK = 6;
/** By how much a remainder is trimmed, mm, where it does not fit as it is; never by more than the last. */
const TRIMS = [0, 12, 30, 60, 100];
const MOST_TRIMMED = TRIMS[TRIMS.length - 1]!;
/** So many starters are drawn besides of those allowed, and of those that fulfil a wish. */
const DRAWN = 3;
/** Starters nearer to each other than this (mm) are tried once. */
const ALIKE = 0.5;
/** How far beside what is to be kept clear a joint is tried, mm. */
const BESIDE = 100;
/** One floor is gone on with in so many ways at most, lest all be alike after a few rows. */
const HEIRS = 3;
/** What lost wood weighs against a plank: the last remainders of a floor are lost anyhow. */
const LOST_SHARE = 2 / 3;
/** What it weighs, in faults, that a remainder waits. */
const WAITING = 0.03;

type Ahead = Setting & {
  /** how many faults a plank is worth */
  readonly price: number;
  /** how many floors are carried on side by side */
  readonly width: number;
};

/** Lays the floor that costs least of those that were carried on to the end. */
export function layAhead(setting: Ahead, progress?: (done: number) => void): void {
  const { free, terms, stock, starters, price, width } = setting;
  const begun: Floor = { before: null, run: -1, starter: 0, rack: [], alike: 0, musts: 0, lost: 0, looks: 0, cost: 0 };
  const heirsOf = heirsFor(setting);
  /** the floor that lies, run by run */
  const lying: Floor[] = [];
  const lay = (floor: Floor, last: number): void => {
    let [at, k] = [floor, last];
    for (; at !== begun && lying[k] !== at; at = at.before!, k--) {
      lying[k] = at;
      starters[free[k]!] = at.starter;
      terms.place(free[k]!);
    }
  };
  let floors: readonly Floor[] = [begun];
  free.forEach((run, k) => {
    let next: Floor[] = [];
    let limit = Infinity;
    for (const floor of floors) {
      lay(floor, k - 1);
      heirsOf(floor, run, next, limit);
      // what is worse than all that are carried on already needs no measuring
      if (next.length < 2 * width) continue;
      next = bestOf(next, width);
      if (next.length === width) limit = next[width - 1]!.cost;
    }
    floors = bestOf(next, width);
    progress?.((k + 1) / free.length);
  });
  // what is lost only hints at how many planks are opened: now they can be counted
  const worth = (floor: Floor): number => {
    lay(floor, free.length - 1);
    stock.recount();
    return MUST * floor.musts + price * stock.planks() + floor.looks;
  };
  const worths = floors.map(worth);
  lay(floors[worths.indexOf(Math.min(...worths))]!, free.length - 1);
}

/** The best floors of a list, none of them twice. */
function bestOf(floors: Floor[], width: number): Floor[] {
  floors.sort((a, b) => a.cost - b.cost);
  const best: Floor[] = [];
  const seen = new Set<number>();
  for (const floor of floors) {
    if (best.length >= width) break;
    if (seen.has(floor.alike)) continue;
    seen.add(floor.alike);
    best.push(floor);
  }
  return best;
}

const NONE: readonly number[] = [];
/** Starters that fulfil what is wished of a run: joints drawn where one is to be, and at and beside the ends of what is to be kept clear. */
function wishedStarters({ u0, plank, wishes }: SearchRun, random: Random): readonly number[] {
  if (!wishes || wishes.joint.length + wishes.clear.length === 0) return NONE;
  const joints = [
    ...wishes.joint.flatMap(([a, b]) => Array.from({ length: DRAWN }, () => a + 1 + random() * (b - a - 2))),
    ...wishes.clear.flatMap(([a, b]) => [1, 1 + random() * BESIDE].flatMap((by) => [a - by, b + by])),
  ];
  return joints.map((u) => plank - ((plank - ((u - u0) % plank)) % plank));
}

/** How a floor may be gone on with by one more run. */
function heirsFor({ task, free, allowed, terms, stock, starters, random, price }: Ahead) {
  const { runs, mates, kerf } = task;
  const saw = sawFor({ runs, kerf, bound: Math.min(RACK, task.bound ?? RACK) });
  const beside = terms.besideLaid(free);
  /** how long an end may be that is sawn from what waits, where that is of a run's size of plank: slanted ends lap */
  const roomOn = ({ of, starts, length }: Rest, run: number): number =>
    runs[of]!.size === runs[run]!.size ? length + (starts ? stock.lap(run, of) : stock.lap(of, run)) : 0;

  // mates share the width of their planks: what is left of those is not counted here
  const isAlone = (run: number): boolean => mates[run]! < 0;
  const rackOf = (floor: Floor): readonly Rest[] => {
    if (floor.rack) return floor.rack;
    const { run, starter } = floor;
    const before = rackOf(floor.before!);
    if (!isAlone(run)) return (floor.rack = before);
    saw.take(before, (rest) => roomOn(rest, run));
    saw.lostWith(run, starter);
    return (floor.rack = saw.rackAfter(before, run));
  };

  /** the floor and the run that are at hand, the list of its heirs and where they begin in it, and the starters tried */
  let floor: Floor;
  let rack: readonly Rest[] = [];
  let run = 0;
  let into: Floor[] = [];
  let first = 0;
  let limit = Infinity;
  let alone = true;
  const tried: number[] = [];
  /** Goes on with a starter if it is allowed and among the best; whether no fault comes of it. */
  const tryOut = (starter: number): boolean => {
    if (starter <= SAME_LENGTH || !allowed.has(run, starter)) return false;
    for (let k = 0; k < tried.length; k++) if (Math.abs(tried[k]! - starter) < ALIKE) return false;
    tried.push(starter);
    starters[run] = starter = Math.min(starter, runs[run]!.plank);
    terms.place(run);
    const broken = beside.musts(run);
    const musts = floor.musts + broken;
    const full = into.length - first >= HEIRS;
    const worst = full ? Math.min(limit, into[into.length - 1]!.cost) : limit;
    if (MUST * musts > worst) return false;
    const lost = floor.lost + (alone ? saw.lostWith(run, starter) / runs[run]!.plank : 0);
    const waiting = alone ? saw.waiting() : rack.length;
    const known = MUST * musts + price * LOST_SHARE * lost + floor.looks + WAITING * waiting;
    if (known >= worst) return broken === 0;
    const looks = beside.looks(run);
    const cost = known + looks;
    if (cost < worst) {
      if (full) into.pop();
      const alike = alone ? saw.alikeAfter(starter) : alikeFor(rack, starter);
      // the heirs of one floor stand in order
      let at = into.length;
      while (at > first && into[at - 1]!.cost > cost) at--;
      into.splice(at, 0, { before: floor, run, starter, rack: null, alike, musts, lost, looks: floor.looks + looks, cost });
    }
    return broken === 0 && looks < NO_FAULT;
  };

  return (to: Floor, next: number, heirs: Floor[], most: number): void => {
    [floor, run, into, first, limit] = [to, next, heirs, heirs.length, most];
    const line = runs[run]!;
    const { plank } = line;
    rack = rackOf(floor);
    alone = isAlone(run);
    if (alone) saw.take(rack, (rest) => roomOn(rest, run));
    tried.length = 0;
    for (let k = 0; alone && k < rack.length; k++) {
      const [{ starts }, room] = [rack[k]!, saw.roomOn(k)];
      for (const trim of TRIMS) if (tryOut(starts ? room - trim : starterFor(line, room - trim))) break;
    }
    tryOut(plank);
    tryOut(starterFor(line, plank));
    const stretches = allowed.of[run]!;
    for (let k = 0; k < DRAWN && stretches.length > 0; k++) {
      const [low, high] = stretches[Math.floor(random() * stretches.length)]!;
      tryOut(Math.min(high, low + Math.round(random() * (high - low))));
    }
    for (const starter of wishedStarters(line, random)) tryOut(starter);
    if (tried.length === 0) {
      const starter = stretches[0]?.[1] ?? Math.min(plank, (line.u1 - line.u0) / 2);
      const alike = alikeFor(rack, starter);
      into.push({ ...floor, before: floor, run, starter, rack, alike, musts: floor.musts + 1, cost: floor.cost + MUST });
    }
  };
}

/** What waits for one end of a run is told from what waits for the other. */
const handOf = (starts: boolean): number => (starts ? 3 : 7);
/** A sum that hardly any two floors share that do not begin a run alike and with as much waiting. */
const alikeFor = (rack: readonly Rest[], starter: number): number =>
  rack.reduce((sum, { length, starts }) => sum + length * handOf(starts), 1000 * starter);

/** Saws a run's two ends from what waits, else from fresh planks whose rests wait then; what was done last is remembered. */
function sawFor({ runs, kerf, bound }: { runs: SearchTask['runs']; kerf: number; bound: number }) {
  /** what waited before: how many, how long each is and how long an end may be that is sawn from it; which hands they and two fresh rests have */
  let had = 0;
  const before = new Float64Array(RACK);
  const rooms = new Float64Array(RACK);
  const hands = new Float64Array(RACK + 2);
  /** how long what waits is, and at last the rests of a fresh starter and of a fresh closer; 0 for what is not there any more */
  const lengths = new Float64Array(RACK + 2);
  let many = 0;
  let used = 0;
  /** Of what waits the shortest that holds an end and is trimmed little, by its place; −1 where none does. */
  const holding = (hand: number, length: number): number => {
    let best = -1;
    let least = MOST_TRIMMED + SAME_LENGTH;
    for (let k = 0; k < had; k++) {
      const over = rooms[k]! - length;
      if (hands[k] === hand && over >= -SAME_LENGTH && over < least) {
        best = k;
        least = over;
      }
    }
    return best;
  };
  /** Saws one end: how much wood is lost by it. */
  const saw = (hand: number, length: number, plank: number, endPiece: number): number => {
    lengths[used++] = 0;
    if (length >= plank - SAME_LENGTH) return 0;
    const k = holding(hand, length);
    if (k >= 0) {
      lengths[k] = 0;
      many--;
      return rooms[k]! - length;
    }
    const left = plank - kerf - length;
    if (left < endPiece) return left;
    lengths[used - 1] = left;
    many++;
    return 0;
  };
  /** The shortest of what waits is given up. */
  const giveUp = (): number => {
    let least = -1;
    for (let k = 0; k < used; k++) if (lengths[k]! > 0 && (least < 0 || lengths[k]! < lengths[least]!)) least = k;
    const length = lengths[least]!;
    lengths[least] = 0;
    many--;
    return length;
  };
  return {
    /** What waits before a run, and how long an end of it may be that is sawn from each. */
    take(rack: readonly Rest[], roomOn: (rest: Rest) => number): void {
      had = rack.length;
      for (let k = 0; k < had; k++) {
        before[k] = rack[k]!.length;
        rooms[k] = roomOn(rack[k]!);
        hands[k] = handOf(rack[k]!.starts);
      }
      // the rest of a starter closes another run
      hands[had] = handOf(false);
      hands[had + 1] = handOf(true);
    },
    roomOn: (k: number): number => rooms[k]!,
    /** @returns how much wood is lost, mm of a plank */
    lostWith(run: number, starter: number): number {
      used = many = had;
      for (let k = 0; k < had; k++) lengths[k] = before[k]!;
      const { plank, endPiece } = runs[run]!;
      const starting = saw(handOf(true), starter, plank, endPiece);
      let lost = starting + saw(handOf(false), closerFor(runs[run]!, starter), plank, endPiece);
      while (many > bound) lost += giveUp();
      return lost;
    },
    waiting: (): number => many,
    /** {@link alikeFor} what waits then. */
    alikeAfter(starter: number): number {
      let sum = 1000 * starter;
      for (let k = 0; k < used; k++) sum += lengths[k]! * hands[k]!;
      return sum;
    },
    rackAfter(rack: readonly Rest[], run: number): Rest[] {
      const kept = rack.filter((_, k) => lengths[k]! > 0);
      for (let k = had; k < used; k++) if (lengths[k]! > 0) kept.push({ of: run, starts: k > had, length: lengths[k]! });
      return kept;
    },
  };
}
