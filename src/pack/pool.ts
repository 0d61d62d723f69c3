import { join } from 'node:path';
import { MessageChannel } from 'node:worker_threads';
import { Piscina } from 'piscina';
import type { Given } from '../core/answer';
import type { Result } from '../core/given';
import type { PackOptions } from './make';

/** Threads that make documents; more wait, and beyond that many are turned away. */
const THREADS = 2;
const MOST_WAITING = 8;
/** A thread that has had nothing to do for so long (ms) is let go. */
const IDLE = 60_000;

/** Kept over reloads of this module. */
const held = globalThis as { pitsawPacks?: Piscina };
const pool = (): Piscina =>
  (held.pitsawPacks ??= new Piscina({
    filename: join(process.cwd(), 'dist', 'pack.worker.cjs'),
    minThreads: 0,
    maxThreads: THREADS,
    maxQueue: MOST_WAITING,
    idleTimeout: IDLE,
  }));

/** Whether no more can be taken just now. */
export const isFull = (): boolean => pool().queueSize >= MOST_WAITING;

/** Has a pack made; it stops when the signal is aborted, and then throws. */
export async function packInWorker(
  given: Given,
  options: PackOptions,
  signal: AbortSignal,
  progress: (done: number) => void,
): Promise<Result<Uint8Array>> {
  const { port1, port2 } = new MessageChannel();
  port1.on('message', progress);
  try {
    return (await pool().run({ given, options, port: port2 }, { signal, transferList: [port2] })) as Result<Uint8Array>;
  } finally {
    port1.close();
  }
}
