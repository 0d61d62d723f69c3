import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freePort, startServer } from '../../scripts/lib.mjs';

/** The built application on a database of its own, that can be killed and started again. */
export type Served = {
  readonly file: string;
  url(): string;
  pid(): number;
  /** As a power cut does it: nothing is closed, nothing is written to its end. */
  kill(): Promise<void>;
  start(): Promise<void>;
  /** Ends it and takes its files away. */
  end(): Promise<void>;
};

export async function serve(): Promise<Served> {
  const folder = mkdtempSync(join(tmpdir(), 'pitsaw-attack-'));
  const file = join(folder, 'jobs.sqlite');
  // two attacks at once stand apart: a port is free for a moment whenever a server is killed
  const port = await freePort(4700 + (process.pid % 900));
  let running: Awaited<ReturnType<typeof startServer>> | null = await startServer(port, file);
  const kill = async () => {
    const child = running?.child;
    running = null;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    const gone = new Promise((done) => child.once('exit', done));
    child.kill('SIGKILL');
    await gone;
  };
  return {
    file,
    url: () => running?.url ?? '',
    pid: () => running?.child.pid ?? 0,
    kill,
    async start() {
      running = await startServer(port, file);
    },
    async end() {
      await kill();
      rmSync(folder, { recursive: true });
    },
  };
}

/** Asks the server; null where it cannot be reached, or not in time. */
export async function ask(url: string, method = 'GET', body?: unknown): Promise<{ status: number; body: unknown } | null> {
  try {
    const answer = await fetch(url, {
      method,
      headers: body === undefined ? {} : { 'content-type': 'application/json' },
      body: body === undefined ? undefined : typeof body === 'string' ? body : JSON.stringify(body),
      signal: AbortSignal.timeout(20_000),
    });
    const text = await answer.text();
    const isJson = /^application\/json(;|$)/.test(answer.headers.get('content-type') ?? '');
    return { status: answer.status, body: isJson ? (JSON.parse(text) as unknown) : text };
  } catch {
    return null;
  }
}
