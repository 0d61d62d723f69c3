/** Which exercise comes next, and how a person's judgement stands. */
import { insideRing } from '../geometry';
import type { Display } from '../units';
import { chanceFrom } from './chance';
import { FAULTS, IN_ROWS, planted, type Fault, type Found, type Planted } from './faults';
import { PUZZLES, puzzleFor, type Puzzle, type PuzzleKind } from './puzzle';
import { CHOICES, choiceFor, SUMS, sumFor, type ChoiceKind, type Choosing, type Sum, type SumKind } from './questions';

/** What an exercise is about; faults are looked for on a floor. */
export type Topic = Fault | PuzzleKind | SumKind | ChoiceKind;
export const TOPICS: readonly Topic[] = [...FAULTS, ...PUZZLES, ...SUMS, ...CHOICES];

export type Exercise =
  | { readonly kind: 'find'; readonly topic: Fault; readonly planted: Planted }
  | { readonly kind: 'puzzle'; readonly topic: PuzzleKind; readonly puzzle: Puzzle }
  | { readonly kind: 'sum'; readonly topic: SumKind; readonly sum: Sum }
  | { readonly kind: 'choose'; readonly topic: ChoiceKind; readonly choosing: Choosing };

/** How one exercise went. */
export type Done = {
  readonly topic: Topic;
  readonly right: boolean;
  /** taps where nothing is wrong */ readonly alarms: number;
  readonly on: string;
};

/** What a beginner meets first: what is seen most easily, and what is asked most on site. */
export const FIRST: readonly Topic[] = ['corners', 'starter-end', 'short', 'last-strip', 'letter-h'];
/** So many of the latest answers to a topic count. */
const COUNTED = 4;
/** After so many faults found one after the other, one more is hidden in a floor; never more than three. */
const STREAK = 4;

const is = <T extends Topic>(list: readonly T[], topic: Topic): topic is T => (list as readonly Topic[]).includes(topic);

/** How much a topic needs practice: those that went wrong most, then those that were never asked. */
export function needOf(topic: Topic, done: readonly Done[]): number {
  const own = done.filter((d) => d.topic === topic).slice(-COUNTED);
  if (own.length === 0) return 2;
  return 0.3 + (4 * own.filter((d) => !d.right).length) / own.length;
}

/** The topic that comes next: the first five as they are, then by what went wrong, never the same twice in a row. */
export function nextTopic(done: readonly Done[], seed: number): Topic {
  const first = FIRST[done.length];
  if (first) return first;
  const last = done[done.length - 1]!.topic;
  const list = TOPICS.filter((t) => t !== last).map((topic) => ({ topic, need: needOf(topic, done) }));
  let at = chanceFrom(seed).next() * list.reduce((sum, l) => sum + l.need, 0);
  return (list.find(({ need }) => (at -= need) < 0) ?? list[0]!).topic;
}

/** How many faults a person can be given at once. */
export function faultsAtOnce(done: readonly Done[]): number {
  let streak = 0;
  for (const d of [...done].reverse()) {
    if (!is(FAULTS, d.topic)) continue;
    if (!d.right) break;
    streak++;
  }
  return Math.min(3, 1 + Math.floor(streak / STREAK));
}

/** Faults that leave the rest of a floor its rows: others can be hidden beside them. */
const BESIDE: readonly Fault[] = IN_ROWS.filter((f) => f !== 'stairs' && f !== 'register' && f !== 'equal-faces');

const together = (topic: Fault, many: number, seed: number): readonly Fault[] => {
  if (!BESIDE.includes(topic)) return [topic];
  const others = BESIDE.filter((f) => f !== topic && f !== 'corners');
  const chance = chanceFrom(seed);
  const faults: Fault[] = [topic];
  while (faults.length < many) {
    const more = chance.pick(others);
    if (!faults.includes(more)) faults.push(more);
  }
  return faults;
};

/** An exercise in a person's units; the same for a topic, a seed and what was done before. */
export function exerciseFor(topic: Topic, done: readonly Done[], seed: number, display: Display = 'metric'): Exercise {
  if (is(FAULTS, topic)) return { kind: 'find', topic, planted: planted(seed, together(topic, faultsAtOnce(done), seed), display) };
  if (is(PUZZLES, topic)) return { kind: 'puzzle', topic, puzzle: puzzleFor(topic, chanceFrom(seed), display) };
  if (is(SUMS, topic)) return { kind: 'sum', topic, sum: sumFor(topic, seed, display) };
  return { kind: 'choose', topic, choosing: choiceFor(topic, seed, display) };
}

/** A tap this near (mm) to a fault has found it. */
const NEAR = 320;

/** The fault that a tap has found, in plan; null for a false alarm. */
export function foundBy({ faults }: Planted, at: readonly [number, number]): Found | null {
  return (
    faults.find(
      ({ findings, reach }) =>
        reach.some((ring) => insideRing(at, ring)) || findings.some((f) => f.at && Math.hypot(f.at[0] - at[0], f.at[1] - at[1]) <= NEAR),
    ) ?? null
  );
}
