/** Which exercise comes next, and how a person's judgement stands. */
import { insideRing } from '../geometry';
import { chanceFrom } from './chance';
import { FAULTS, planted, type Fault, type Found, type Planted } from './faults';
import { CHOICES, choiceFor, SUMS, sumFor, type ChoiceKind, type Choosing, type Sum, type SumKind } from './questions';

/** What an exercise is about; faults are looked for on a floor. */
export type Topic = Fault | SumKind | ChoiceKind;
export const TOPICS: readonly Topic[] = [...FAULTS, ...SUMS, ...CHOICES];

export type Exercise =
  | { readonly kind: 'find'; readonly topic: Fault; readonly planted: Planted }
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

const isFault = (topic: Topic): topic is Fault => (FAULTS as readonly string[]).includes(topic);
const isSum = (topic: Topic): topic is SumKind => (SUMS as readonly string[]).includes(topic);

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
    if (!isFault(d.topic)) continue;
    if (!d.right) break;
    streak++;
  }
  return Math.min(3, 1 + Math.floor(streak / STREAK));
}

/** Stairs take so many rows, and a sliver so much of the set-out, that they are looked for alone. */
const together = (topic: Fault, many: number, seed: number): readonly Fault[] => {
  if (topic === 'stairs' || topic === 'sliver') return [topic];
  const others = FAULTS.filter((f) => f !== topic && f !== 'stairs' && f !== 'sliver' && f !== 'corners');
  const chance = chanceFrom(seed);
  const faults: Fault[] = [topic];
  while (faults.length < many) {
    const more = chance.pick(others);
    if (!faults.includes(more)) faults.push(more);
  }
  return faults;
};

/** An exercise; the same for a topic, a seed and what was done before. */
export function exerciseFor(topic: Topic, done: readonly Done[], seed: number): Exercise {
  if (isFault(topic)) return { kind: 'find', topic, planted: planted(seed, together(topic, faultsAtOnce(done), seed)) };
  if (isSum(topic)) return { kind: 'sum', topic, sum: sumFor(topic, seed) };
  return { kind: 'choose', topic, choosing: choiceFor(topic, seed) };
}

/** A tap this near (mm) to a fault has found it. */
const NEAR = 320;

/** The fault that a tap has found, in plan; null for a false alarm. A flight of stairs, and a sliver, are found anywhere in their rows. */
export function foundBy({ plan, faults }: Planted, at: readonly [number, number]): Found | null {
  const row = plan.pieces.find((p) => insideRing(at, p.outline[0]!))?.row;
  return (
    faults.find(({ fault, findings }) =>
      (fault === 'stairs' || fault === 'sliver') && row !== undefined && findings.some((f) => f.rows?.includes(row))
        ? true
        : findings.some((f) => f.at && Math.hypot(f.at[0] - at[0], f.at[1] - at[1]) <= NEAR),
    ) ?? null
  );
}
