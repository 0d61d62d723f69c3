import { spawn } from 'node:child_process';
import { setTimeout as pause } from 'node:timers/promises';
import type { Served } from './server';

/** The gate before a server, as `npm start -- --share` opens it. */
export type Gate = {
  readonly url: string;
  /** the pairing code that it said last */
  code(): string;
  end(): void;
};

/** @param host the address at which it is open: one of this machine */
export async function openGate(server: Served, host = '127.0.0.2'): Promise<Gate> {
  const port = new URL(server.url()).port;
  let code = '';
  const child = spawn(process.execPath, ['--import', 'tsx', 'src/gate/main.ts'], {
    env: { ...process.env, PITSAW_DB: server.file, PITSAW_APP_PORT: port, PITSAW_SHARE_HOST: host },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  let open = false;
  child.stdout.setEncoding('utf8').on('data', (text: string) => {
    code = /Pairing code: (\S+)/.exec(text)?.[1] ?? code;
    open ||= text.includes('On this network');
  });
  while (!open && child.exitCode === null) await pause(50);
  return { url: `http://${host}:${port}`, code: () => code, end: () => void child.kill('SIGTERM') };
}

/** Pairs a device by the code that the gate tells; gives its cookie. Tried until it is let in. */
export async function pairedWith(gate: Gate, name: string): Promise<string> {
  for (;;) {
    // the page of a device that is not paired has a code told
    await fetch(gate.url, { headers: { accept: 'text/html' } }).catch(() => null);
    const body = new URLSearchParams({ code: gate.code(), name });
    const answer = await fetch(`${gate.url}/pair`, { method: 'POST', body, redirect: 'manual' }).catch(() => null);
    const cookie = answer?.headers.get('set-cookie')?.split(';')[0];
    if (cookie) return cookie;
    await pause(200);
  }
}
