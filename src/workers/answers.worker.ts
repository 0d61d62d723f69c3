import { expose } from 'comlink';
import { createAsker, keyOf, type AnyAnswer, type Given } from '../core/answer';
import { ANSWERS, type AnswerName } from '../core/answers';
import type { Result } from '../core/given';
import { openDevice, shownKey, type Shown } from './device';
import { apart, type Parts } from './parts';

/** An answer on its way to the page: as it has it already, as it is in so many parts, or why there is none. */
export type Told = { readonly name: AnswerName; readonly key: string } & (
  | { readonly kind: 'same' }
  | { readonly kind: 'new'; readonly head: Omit<Parts, 'parts'>; readonly parts: number }
  | { readonly kind: 'none'; readonly problems: Extract<Result<never>, { ok: false }>['problems'] }
);

const asker = createAsker();
const device = openDevice(() => Date.now());
const remembered = new Map<string, unknown>();
/** Searches that are remembered: those of the job in hand, and of what was tried last. */
const SEARCHES = 24;
/** The parts of the answer that was told last, until the page has fetched them. */
let waiting: readonly unknown[] = [];

/** Takes up from the device what an answer needs and was worked out on an earlier visit. */
async function recall(answer: AnyAnswer, given: Given): Promise<void> {
  const key = keyOf(answer, given);
  if (asker.knows(key)) return;
  const value = answer.kept && (await device.get(key));
  if (value !== undefined && value !== false) return asker.learn(key, { ok: true, value });
  for (const before of Object.values(answer.after)) await recall(before, given);
}

/** Puts what was worked out and should outlast this visit on the device. */
function keep(answer: AnyAnswer, given: Given, had: ReadonlySet<string>): void {
  const key = keyOf(answer, given);
  if (answer.kept && !had.has(key) && asker.knows(key)) {
    const result = asker.ask(answer, given);
    if (result.ok) void device.put(key, result.value);
  }
  for (const before of Object.values(answer.after)) keep(before, given, had);
}

const keysBelow = (answer: AnyAnswer, given: Given): string[] => [
  keyOf(answer, given),
  ...Object.values(answer.after).flatMap((before) => keysBelow(before, given)),
];

const api = {
  /** Answers at once, as long as the worker lives and does nothing else. */
  alive: (): boolean => true,
  /** Works one answer out; where the page has it already under that key, only says so. Its parts are fetched one by one. */
  async answer(name: AnswerName, given: Given, have: string | null, progress: (done: number) => void): Promise<Told> {
    const answer: AnyAnswer = ANSWERS[name];
    const key = keyOf(answer, given);
    if (key === have) return { name, key, kind: 'same' };
    await recall(answer, given);
    const had = new Set(keysBelow(answer, given).filter((k) => asker.knows(k)));
    const result = asker.ask(answer, given, { progress, remembered });
    for (const oldest of [...remembered.keys()].slice(0, -SEARCHES)) remembered.delete(oldest);
    if (!result.ok) return { name, key, kind: 'none', problems: result.problems };
    keep(answer, given, had);
    const { head, of, parts } = apart(result.value);
    waiting = parts;
    return { name, key, kind: 'new', head: { head, of }, parts: parts.length };
  },
  part: (index: number): unknown => waiting[index],
  /** Keeps what a page shows of a job, for when it is opened again. */
  async shown(jobId: string, given: Given, names: readonly AnswerName[]): Promise<void> {
    const answers: Record<string, { key: string; value: unknown }> = {};
    for (const name of names) {
      const answer: AnyAnswer = ANSWERS[name];
      await recall(answer, given);
      const result = asker.ask(answer, given, { remembered });
      if (result.ok) answers[name] = { key: keyOf(answer, given), value: result.value };
    }
    await device.put(shownKey(jobId), { job: given.job, answers } satisfies Shown);
  },
};

export type AnswersApi = typeof api;

expose(api);
