import { randomFrom } from '../rows';
import type { Calendar } from './calendar';

/**
 * The schedule: when each task begins, so that all are done as early as can be. Tasks are put one after the other, each as early as those
 * before it in the list let it: no list gives a schedule in which a task could start earlier with the others as they are, and one of the lists
 * gives the best there is. Lists are tried in the order of their starts, so that each schedule is met once, and left where what is still to
 * come cannot be better; where there are too many, the best so far is bettered by chance from a seed.
 */

/** A task as it is put into the calendar; times in minutes of work and of the clock. */
export type Duty = {
  readonly id: string;
  readonly people: number;
  /** of work, all its people together */
  readonly minutes: number;
  /** what must have ended, by its place among the tasks, and how many minutes of the clock before */
  readonly after: readonly { readonly duty: number; readonly wait: number }[];
  /** the clock's minute before which somebody does not want it to begin */
  readonly notBefore?: number;
};

/** The first minute of work of each task. */
export type Starts = readonly number[];
export type Scheduled = {
  readonly starts: Starts;
  /** whether nothing earlier is possible */
  readonly proven: boolean;
};

/** What is wanted: everything done early; before that, where it is said, these tasks. */
export type Wish = {
  readonly people: number;
  readonly begin: number;
  readonly first?: readonly number[];
  /** fewer places than are usually tried, for what is shown while it is dragged */
  readonly places?: number;
  /** starts whose order is kept unless another ends earlier: what somebody moves should not turn all the rest over */
  readonly like?: Starts;
};

/** Places tried before the best so far stands unproven; a place costs about as much as there are tasks. */
const MOST_PLACES = 8_000;
const MOST_WORK = 400_000;

/** Puts tasks into a calendar. Every task needs at most as many people as there are, and none waits for itself. */
export function scheduled(duties: readonly Duty[], calendar: Calendar, wish: Wish): Scheduled {
  if (duties.length === 0) return { starts: [], proven: true };
  const board = boardOf(duties, calendar, wish);
  const tails = tailsOf(duties, calendar);
  const byTail = (a: number, b: number) => tails[b]! - tails[a]! || a - b;
  const least = board.leastEnds();
  const { like } = wish;
  let best = listed(board, duties, like ? (a, b) => like[a]! - like[b]! || byTail(a, b) : byTail);
  const better = (starts: Starts | null) => {
    if (starts && isLess(board.worth(starts), board.worth(best))) best = starts;
  };
  if (like) better(listed(board, duties, byTail));
  if (wish.first) {
    // what is wanted first is put first, with all that it waits for
    const wanted = withBefore(duties, wish.first);
    better(listed(board, duties, (a, b) => Number(wanted.has(b)) - Number(wanted.has(a)) || byTail(a, b)));
  }
  const places = wish.places ?? Math.min(MOST_PLACES, Math.ceil(MOST_WORK / duties.length));
  const isBest = () => !isLess(least, board.worth(best));
  if (isBest()) return { starts: best, proven: true };
  const done = branch(board, duties, byTail, places, () => best, better);
  if (done || isBest()) return { starts: best, proven: true };
  const random = randomFrom(duties.length);
  for (let n = Math.ceil(places / duties.length); n > 0 && !isBest(); n--) {
    const luck = duties.map((_, i) => tails[i]! * (0.6 + 0.8 * random()));
    better(listed(board, duties, (a, b) => luck[b]! - luck[a]! || a - b));
  }
  return { starts: best, proven: isBest() };
}

const isLess = (a: readonly number[], b: readonly number[]): boolean => {
  const k = a.findIndex((x, i) => x !== b[i]);
  return k >= 0 && a[k]! < b[k]!;
};

function withBefore(duties: readonly Duty[], wanted: readonly number[]): ReadonlySet<number> {
  const all = new Set<number>();
  const add = (i: number): void => {
    if (all.has(i)) return;
    all.add(i);
    duties[i]!.after.forEach((a) => add(a.duty));
  };
  wanted.forEach(add);
  return all;
}

/** What lies ahead of each task to the end, in minutes of work: waits counted by their share of the day that is worked. */
function tailsOf(duties: readonly Duty[], { perDay }: Calendar): readonly number[] {
  const next: { duty: number; wait: number }[][] = duties.map(() => []);
  duties.forEach((d, i) => d.after.forEach((a) => next[a.duty]!.push({ duty: i, wait: a.wait })));
  const tails: number[] = [];
  const tail = (i: number): number =>
    (tails[i] ??= duties[i]!.minutes + Math.max(0, ...next[i]!.map((n) => (n.wait * perDay) / 1440 + tail(n.duty))));
  duties.forEach((_, i) => tail(i));
  return tails;
}

/** People at work through time, as steps; tasks are put on it and taken off again. */
type Board = {
  put(i: number): number;
  take(i: number): void;
  /** whether all that it waits for is on the board */
  isReady(i: number): boolean;
  readonly starts: number[];
  /** ends that matter, those first that matter most */
  worth(starts: Starts): readonly number[];
  /** the same, as early as what waits for what allows with those on the board as they are */
  leastEnds(): readonly number[];
};

const NOT_PUT = -1;

function boardOf(duties: readonly Duty[], calendar: Calendar, { people, begin, first }: Wish): Board {
  const starts = duties.map(() => NOT_PUT);
  const earliest = duties.map((d) => calendar.from(Math.max(begin, d.notBefore ?? begin)));
  const order = inOrder(duties);
  const total = duties.reduce((sum, d) => sum + d.minutes * d.people, 0);
  const floor = calendar.from(begin) + Math.ceil(total / people);
  // at `times[k]` so many people begin to be at work, until the next; the last has none
  const times = [0];
  const busy = [0];
  const stepAt = (t: number): number => {
    let k = times.length - 1;
    while (times[k]! > t) k--;
    if (times[k] !== t) {
      times.splice(++k, 0, t);
      busy.splice(k, 0, busy[k - 1]!);
    }
    return k;
  };
  const count = (i: number, by: number): void => {
    const [from, to] = [stepAt(starts[i]!), stepAt(starts[i]! + duties[i]!.minutes)];
    for (let k = from; k < to; k++) busy[k]! += by;
  };
  /** the first minute from which so many are free so long */
  const freeFrom = (ready: number, { minutes, people: many }: Duty): number => {
    let k = times.length - 1;
    while (times[k]! > ready) k--;
    let start = ready;
    for (; k < times.length && times[k]! < start + minutes; k++) {
      if (busy[k]! + many > people) start = times[k + 1] ?? start;
    }
    return start;
  };
  const readyAt = (i: number, startsOf: Starts): number =>
    duties[i]!.after.reduce((at, { duty, wait }) => {
      const end = startsOf[duty]! + duties[duty]!.minutes;
      return Math.max(at, calendar.from(calendar.endOf(end) + wait));
    }, earliest[i]!);
  const endsOf = (of: Starts) => {
    const end = (among: readonly number[]) => among.reduce((last, i) => Math.max(last, of[i]! + duties[i]!.minutes), 0);
    return [...(first ? [end(first)] : []), end(order)];
  };
  return {
    starts,
    isReady: (i) => duties[i]!.after.every((a) => starts[a.duty] !== NOT_PUT),
    put(i) {
      starts[i] = freeFrom(readyAt(i, starts), duties[i]!);
      count(i, duties[i]!.people);
      return starts[i]!;
    },
    take(i) {
      count(i, -duties[i]!.people);
      starts[i] = NOT_PUT;
    },
    worth: endsOf,
    leastEnds() {
      const soonest = [...starts];
      for (const i of order) if (soonest[i] === NOT_PUT) soonest[i] = readyAt(i, soonest);
      const ends = endsOf(soonest);
      // all the work has to be done by all the people
      ends[ends.length - 1] = Math.max(ends.at(-1)!, floor);
      return ends;
    },
  };
}

/** Every task after those that it waits for. */
function inOrder(duties: readonly Duty[]): readonly number[] {
  const order: number[] = [];
  const seen = new Set<number>();
  const visit = (i: number): void => {
    if (seen.has(i)) return;
    seen.add(i);
    duties[i]!.after.forEach((a) => visit(a.duty));
    order.push(i);
  };
  duties.forEach((_, i) => visit(i));
  return order;
}

/** The schedule of a list: of the tasks that may come, the one that is wanted most, again and again. The board is left empty. */
function listed(board: Board, duties: readonly Duty[], wanted: (a: number, b: number) => number): Starts {
  const left = new Set(duties.keys());
  while (left.size > 0) {
    let next = NOT_PUT;
    for (const i of left) if (board.isReady(i) && (next === NOT_PUT || wanted(i, next) < 0)) next = i;
    board.put(next);
    left.delete(next);
  }
  const starts = [...board.starts];
  duties.forEach((_, i) => board.take(i));
  return starts;
}

/**
 * Tries lists in the order of their starts.
 *
 * @returns whether all were tried that could be better
 */
function branch(
  board: Board,
  duties: readonly Duty[],
  wanted: (a: number, b: number) => number,
  places: number,
  best: () => Starts,
  better: (starts: Starts) => void,
): boolean {
  let left = places;
  const tryFrom = (many: number, last: number, lastOf: number): boolean => {
    if (many === duties.length) {
      better([...board.starts]);
      return true;
    }
    const ready = [...duties.keys()].filter((i) => board.starts[i] === NOT_PUT && board.isReady(i)).sort(wanted);
    for (const i of ready) {
      if (left-- <= 0) return false;
      const start = board.put(i);
      const inTurn = start > last || (start === last && i > lastOf);
      const done = !inTurn || !isLess(board.leastEnds(), board.worth(best())) || tryFrom(many + 1, start, i);
      board.take(i);
      if (!done) return false;
    }
    return true;
  };
  return tryFrom(0, -1, -1);
}

/** A chain of tasks that decides the end: each begins as soon as the one before it is done, the first with the work. */
export function criticalOf(duties: readonly Duty[], starts: Starts, calendar: Calendar): readonly number[] {
  const endOf = (i: number) => starts[i]! + duties[i]!.minutes;
  let at = duties.reduce((last, _, i) => (endOf(i) > endOf(last) ? i : last), 0);
  const chain = [at];
  for (;;) {
    const start = starts[at]!;
    const waited = duties[at]!.after.find(({ duty, wait }) => calendar.from(calendar.endOf(endOf(duty)) + wait) === start)?.duty;
    const freed = waited ?? duties.findIndex((_, i) => endOf(i) === start);
    if (freed < 0) return chain.reverse();
    chain.push((at = freed));
  }
}

/** How much later each task could begin without the whole ending later, those after it in their turn as late as they can be: minutes of work. */
export function slackOf(duties: readonly Duty[], starts: Starts, calendar: Calendar, people: number): readonly number[] {
  const endOf = (i: number) => starts[i]! + duties[i]!.minutes;
  const finish = Math.max(...duties.map((_, i) => endOf(i)));
  const latest = [...starts];
  const next: { duty: number; wait: number }[][] = duties.map(() => []);
  duties.forEach((d, i) => d.after.forEach((a) => next[a.duty]!.push({ duty: i, wait: a.wait })));
  const put: number[] = [];
  /** the latest start that those after it allow */
  const boundOf = (i: number): number => {
    const { minutes } = duties[i]!;
    const allows = (start: number) => next[i]!.every((n) => calendar.from(calendar.endOf(start + minutes) + n.wait) <= latest[n.duty]!);
    let [low, high] = [starts[i]!, finish - minutes];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (allows(middle)) low = middle;
      else high = middle - 1;
    }
    return low;
  };
  const isFree = (i: number, start: number): boolean => {
    const { minutes, people: many } = duties[i]!;
    const meets = put.filter((k) => latest[k]! < start + minutes && latest[k]! + duties[k]!.minutes > start);
    const busyAt = (t: number) => meets.reduce((sum, k) => sum + (latest[k]! <= t && t < latest[k]! + duties[k]!.minutes ? duties[k]!.people : 0), 0); // prettier-ignore
    return [start, ...meets.map((k) => latest[k]!).filter((t) => t > start)].every((t) => many + busyAt(t) <= people);
  };
  // from the last to the first
  for (const i of [...duties.keys()].sort((a, b) => endOf(b) - endOf(a) || b - a)) {
    const bound = boundOf(i);
    const places = [bound, ...put.map((k) => latest[k]! - duties[i]!.minutes)].filter((t) => t <= bound && t > starts[i]!);
    latest[i] = places.sort((a, b) => b - a).find((t) => isFree(i, t)) ?? starts[i]!;
    put.push(i);
  }
  return latest.map((l, i) => l - starts[i]!);
}
