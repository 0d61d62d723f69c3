import { parentPort, Worker, workerData } from 'node:worker_threads';
import { createAsker, keyOf, type AnyAnswer, type Given } from '../core/answer';
import { ANSWERS, type AnswerName } from '../core/answers';
import type { Result } from '../core/given';

/*
 * An answer that stands on no other heavy one is worked out beside the planning, in a thread of its own that runs this very bundle.
 */

/** What such a thread is told. */
type Apart = { readonly pitsawAnswer: AnswerName; readonly given: Given };

/** An answer worked out elsewhere, with the key under which it holds. */
export type Elsewhere = { readonly key: string; readonly result: Promise<Result<unknown>>; stop(): void };

/** Begins to work an answer out in a thread of its own. */
export function apart(name: AnswerName, given: Given): Elsewhere {
  const worker = new Worker(__filename, { workerData: { pitsawAnswer: name, given } satisfies Apart });
  const result = new Promise<Result<unknown>>((resolve, reject) => {
    worker.once('message', resolve);
    worker.once('error', reject);
  });
  // whoever waits for it hears of it; until then it is no fault of the program's
  result.catch(() => undefined);
  return { key: keyOf(ANSWERS[name], given), result, stop: () => void worker.terminate() };
}

/** In such a thread: does what it was begun for. Whether this is one. */
export function answeredApart(): boolean {
  const told = workerData as Apart | null;
  if (!parentPort || !told?.pitsawAnswer) return false;
  parentPort.postMessage(createAsker().ask<AnyAnswer>(ANSWERS[told.pitsawAnswer], told.given));
  return true;
}
