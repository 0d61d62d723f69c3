/**
 * The gate: what a shared server shows to the house's own network. It pairs devices by a code, lets in those that are paired, and hands on what they
 * ask to the application, which itself answers nobody but this machine.
 */
import { createServer, request as ask, type IncomingMessage, type RequestListener, type Server, type ServerResponse } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import type { DeviceStore } from '../data/devices';
import { pairPage } from './page';
import { cookieFor, deviceIn, pairingCode } from './pairing';

export type GateOptions = {
  readonly devices: DeviceStore;
  /** where the application answers: the port on this machine */
  readonly port: number;
  /** names and addresses by which devices may call this server, without ports */
  readonly hosts: readonly string[];
  /** own certificate; plain http where there is none */
  readonly tls?: { readonly cert: Buffer; readonly key: Buffer };
  /** is told every code that is valid from now on */
  readonly tell: (code: string) => void;
  readonly now?: () => number;
};

/** A device's coming is noted at most so often, and whether it was sent away is looked up so often, ms. */
const NOTED_EVERY = 20_000;
const LOOKED_UP_EVERY = 3_000;
/** The header by which the application knows that a request came from outside; nobody else can set it. */
export const FROM_DEVICE = 'x-pitsaw-device';

const HEADERS = {
  'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'; form-action 'self'; frame-ancestors 'none'",
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'no-referrer',
  'cache-control': 'no-store',
};

/** @returns a server that does not listen yet */
export async function createGate({ devices, port, hosts, tls, tell, now = Date.now }: GateOptions): Promise<Server> {
  const key = await devices.key();
  const code = pairingCode(tell, now);
  const known = new Map<string, { until: number; noted: number }>();

  /** Whether a device may come in; notes that it came. */
  async function comesIn(id: string): Promise<boolean> {
    const at = now();
    const before = known.get(id);
    if (!before || at > before.until) {
      if (!(await devices.knows(id))) {
        known.delete(id);
        return false;
      }
      known.set(id, { until: at + LOOKED_UP_EVERY, noted: before?.noted ?? 0 });
    }
    const one = known.get(id)!;
    if (at - one.noted > NOTED_EVERY) {
      one.noted = at;
      await devices.seen(id);
    }
    return true;
  }

  const say = (response: ServerResponse, status: number, text: string) => {
    response.writeHead(status, { ...HEADERS, 'content-type': 'application/json' });
    response.end(JSON.stringify({ problems: [{ path: '', text }] }));
  };
  const show = (response: ServerResponse, status: number, trouble: string | null) => {
    response.writeHead(status, { ...HEADERS, 'content-type': 'text/html; charset=utf-8' });
    response.end(pairPage(trouble, tls !== undefined));
  };

  async function pair(request: IncomingMessage, response: ServerResponse): Promise<void> {
    const form = new URLSearchParams(await bodyOf(request));
    const tried = code.try(request.socket.remoteAddress ?? '', form.get('code') ?? '');
    if (!tried.ok) {
      const seconds = Math.ceil(tried.wait / 1000);
      return show(response, 403, tried.locked ? `Too many wrong codes. Nobody is let in for ${Math.ceil(seconds / 60)} minutes; then the code is another one.` : `That is not the code.${seconds > 0 ? ` Try again in ${seconds} s.` : ''}`); // prettier-ignore
    }
    const device = await devices.pair((form.get('name') ?? '').trim().slice(0, 60) || 'A device');
    response.writeHead(303, { ...HEADERS, location: '/', 'set-cookie': cookieFor(device.id, key, tls !== undefined) });
    response.end();
  }

  const serve = async (request: IncomingMessage, response: ServerResponse): Promise<void> => {
    const host = (request.headers.host ?? '').toLowerCase().replace(/:\d{1,5}$/, '');
    if (!hosts.includes(host)) return say(response, 421, 'Pitsaw does not go by this name. Use the address that it said at its start.');
    const origin = request.headers.origin;
    if (origin !== undefined && request.method !== 'GET' && origin.replace(/^https?:\/\//, '') !== request.headers.host)
      return say(response, 403, 'This came from another page.');
    if (request.method === 'POST' && request.url === '/pair') return pair(request, response);
    const id = deviceIn(request.headers.cookie, key);
    if (id === null || !(await comesIn(id))) {
      const isPage = request.method === 'GET' && (request.headers.accept ?? '').includes('text/html');
      return isPage
        ? show(response, 401, null)
        : say(response, 401, 'This device is not paired. Open the address in its browser and give the code.');
    }
    handOn(request, response, id, port);
  };
  const listener: RequestListener = (request, response) => {
    serve(request, response).catch((error: unknown) => {
      process.stderr.write(`gate: ${error instanceof Error ? error.message : String(error)}\n`);
      if (!response.headersSent) say(response, 500, 'The gate failed.');
      else response.destroy();
    });
  };
  return tls ? createSecureServer(tls, listener) : createServer(listener);
}

/** Hands a request on to the application, streams included. */
function handOn(request: IncomingMessage, response: ServerResponse, device: string, port: number): void {
  const headers = { ...request.headers, host: `127.0.0.1:${port}`, [FROM_DEVICE]: device };
  delete headers.cookie;
  if (headers.origin) headers.origin = `http://127.0.0.1:${port}`;
  const onward = ask({ host: '127.0.0.1', port, method: request.method, path: request.url, headers }, (answer) => {
    response.writeHead(answer.statusCode ?? 502, answer.headers);
    answer.pipe(response);
  });
  onward.on('error', () => {
    if (response.headersSent) return response.destroy();
    response.writeHead(502, { ...HEADERS, 'content-type': 'application/json' });
    response.end(JSON.stringify({ problems: [{ path: '', text: 'The application does not answer.' }] }));
  });
  response.on('close', () => onward.destroy());
  request.pipe(onward);
}

/** A short form; more than it can be is no form. */
async function bodyOf(request: IncomingMessage): Promise<string> {
  let text = '';
  for await (const part of request) {
    text += String(part);
    if (text.length > 2000) throw new Error('a form that is too long');
  }
  return text;
}
