import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import { bad, marksOf, type Event, type Job, type Plan, type Result } from '../given';

/**
 * All that answers are made from: what a person decided, what happened on site; where one is judged, a plan that somebody made; where something
 * is to be repaired, the pieces that are damaged, as floor and id.
 */
export type Given = { readonly job: Job; readonly log: readonly Event[]; readonly judged?: Plan; readonly damaged?: readonly string[] };

/** How an answer is worked out: none of it changes what comes out but `steps`, which the tests shorten. */
export type How = {
  /** told how far it is, 0 to 1 */
  readonly progress?: (done: number) => void;
  /** fewer search steps than the size of the floor asks for */
  readonly steps?: number;
  /** what a search may remember from one answer to the next; each search keeps what it likes under a key of its own */
  readonly remembered?: Map<string, unknown>;
};

/** Something that is computed from what is given and from other answers. */
export type AnyAnswer = {
  /** also its verb on the command line, where it prints */
  readonly name: string;
  /**
   * All of the given that decides it, that of the answers before it included: its key. What is not in there must not change what comes
   * out; every answer is tested for that.
   */
  takes(given: Given): unknown;
  /** the answers that it stands on */
  readonly after: Readonly<Record<string, AnyAnswer>>;
  work(taken: never, before: never, how: How): Result<unknown>;
  /** paths of values that it cannot be worked out with where they were stored before a bound existed; see `marksOf` */
  readonly bounded?: RegExp;
  /** whether it takes long enough to be kept on the device, from one visit to the next */
  readonly kept?: true;
  /** what its verb prints; an answer without one is no verb */
  readonly verb?: { readonly about: string; print(out: never, given: Given): string };
};

/** What an answer gives. */
export type OutOf<One> = One extends { work(taken: never, before: never, how: How): Result<infer Out> } ? Out : never;
type OutsOf<After> = { readonly [Name in keyof After]: OutOf<After[Name]> };

/** An answer whose parts are typed by each other. */
export type Answer<Taken, After extends Readonly<Record<string, AnyAnswer>>, Out> = {
  readonly name: string;
  takes(given: Given): Taken;
  readonly after: After;
  work(taken: Taken, before: OutsOf<After>, how: How): Result<Out>;
  readonly bounded?: RegExp;
  readonly kept?: true;
  readonly verb?: { readonly about: string; print(out: Out, given: Given): string };
};

export const answer = <Taken, After extends Readonly<Record<string, AnyAnswer>>, Out>(
  one: Answer<Taken, After, Out>,
): Answer<Taken, After, Out> => one;

/** Under what an answer to something given is remembered: its name and a hash of what it takes. */
export function keyOf(one: AnyAnswer, given: Given): string {
  return `${one.name} ${bytesToHex(sha256(utf8ToBytes(JSON.stringify(one.takes(given)) ?? '')))}`;
}

/** Most answers that are remembered at once: those of the job in hand and of a few trials. */
const REMEMBERED = 120;

/** Works answers out, each once for what it takes. */
export type Asker = {
  ask<One extends AnyAnswer>(one: One, given: Given, how?: How): Result<OutOf<One>>;
  /** whether an answer is known without working it out */
  knows(key: string): boolean;
  /** Takes up an answer that was worked out elsewhere. */
  learn(key: string, result: Result<unknown>): void;
};

/** @example createAsker().ask(plan, { job, log: [] }) */
export function createAsker(): Asker {
  const known = new Map<string, Result<unknown>>();
  const learn = (key: string, result: Result<unknown>) => {
    known.delete(key);
    known.set(key, result);
    const [oldest] = known.keys();
    if (known.size > REMEMBERED && oldest !== undefined) known.delete(oldest);
  };
  const ask = (one: AnyAnswer, given: Given, how: How): Result<unknown> => {
    const key = keyOf(one, given);
    const found = known.get(key);
    const result = found ?? workOut(one, given, how);
    // what was used last is forgotten last
    learn(key, result);
    return result;
  };
  const workOut = (one: AnyAnswer, given: Given, how: How): Result<unknown> => {
    const { bounded } = one;
    const outside = bounded && marksOf(given.job).filter(({ path }) => bounded.test(path));
    if (outside && outside.length > 0) return bad(...outside);
    const before: Record<string, unknown> = {};
    for (const [name, other] of Object.entries(one.after)) {
      const result = ask(other, given, how);
      if (!result.ok) return result;
      before[name] = result.value;
    }
    // the types of an answer's parts fit each other where it is declared; here they are all alike
    return (one.work as (taken: unknown, before: unknown, how: How) => Result<unknown>)(one.takes(given), before, how);
  };
  return {
    ask: (one, given, how = {}) => ask(one, given, how) as Result<OutOf<typeof one>>,
    knows: (key) => known.has(key),
    learn,
  };
}
