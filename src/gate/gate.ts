/**
 * The gate: what a shared server shows to the house's own network. It pairs devices by a code, lets in those that are paired, and hands on what they
 * ask to the application, which itself answers nobody but this machine.
 */
import { createServer, request as ask, type IncomingMessage, type RequestListener, type Server, type ServerResponse } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import type { DeviceStore, Role } from '../data/devices';
import { pairPage } from './page';
import { cookieFor, deviceIn, pairingCode } from './pairing';
import { mayDo } from './roles';

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

/** A device's coming is noted at most so often, and what it may do is looked up so often, ms. */
const NOTED_EVERY = 20_000;
const LOOKED_UP_EVERY = 500;
/** The header by which the application knows that a request came from outside; nobody else can set it. */
export const FROM_DEVICE = 'x-pitsaw-device';

const HEADERS = {
  'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'; form-action 'self'; frame-ancestors 'none'",
  'x-content-type-options': 'nosniff',
  // a form of a page without referrer says that it comes from nowhere, and would be refused
  'referrer-policy': 'same-origin',
  'cache-control': 'no-store',
};

/** @returns a server that does not listen yet */
export async function createGate({ devices, port, hosts, tls, tell, now = Date.now }: GateOptions): Promise<Server> {
  const key = await devices.key();
  let shown: Promise<void> = Promise.resolve();
  const code = pairingCode((text, until) => {
    tell(text);
    shown = devices.saveCode({ code: text, until });
  }, now);
  code.fresh();
  await shown;
  const known = new Map<string, { until: number; noted: number; role: Role }>();
  /** answers under way, by device */
  const open = new Map<string, Set<ServerResponse>>();

  /** What a device may do, null where it may not come in; notes that it came. */
  async function roleOf(id: string): Promise<Role | null> {
    const at = now();
    const before = known.get(id);
    if (!before || at > before.until) {
      const role = await devices.roleOf(id);
      if (role === null) {
        known.delete(id);
        return null;
      }
      known.set(id, { until: at + LOOKED_UP_EVERY, noted: before?.noted ?? 0, role });
    }
    const one = known.get(id)!;
    if (at - one.noted > NOTED_EVERY) {
      one.noted = at;
      await devices.seen(id);
    }
    return one.role;
  }

  /** Ends what is still open for devices that were removed meanwhile. */
  const cutOff = setInterval(() => {
    for (const [id, answers] of open)
      if (answers.size > 0)
        void devices.roleOf(id).then(
          (role) => {
            if (role !== null) return;
            known.delete(id);
            for (const answer of answers) answer.destroy();
          },
          () => undefined,
        );
  }, LOOKED_UP_EVERY);
  cutOff.unref();

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
      await shown;
      await devices.note('wrong-code', request.socket.remoteAddress ?? '');
      const what = tried.expired ? 'That code has expired. The machine shows a new one.' : 'That is not the code.';
      return show(response, 403, `${what}${seconds > 0 ? ` Try again in ${seconds} s.` : ''}`);
    }
    await devices.saveCode(null);
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
    const role = id === null ? null : await roleOf(id);
    if (id === null || role === null) {
      const isPage = request.method === 'GET' && (request.headers.accept ?? '').includes('text/html');
      if (!isPage) return say(response, 401, 'This device is not paired. Open the address in its browser and enter the code.');
      code.fresh();
      await shown;
      return show(response, 401, null);
    }
    if (!mayDo(role, request.method ?? 'GET', request.url ?? '/')) {
      const may = role === 'look' ? 'may look, and change nothing' : 'may record what happens on site, and not change the job';
      return say(response, 403, `This device ${may}. The machine that serves Pitsaw can allow more, under Devices.`);
    }
    const answers = open.get(id) ?? new Set();
    open.set(id, answers.add(response));
    response.on('close', () => answers.delete(response));
    handOn(request, response, id, port);
  };
  const listener: RequestListener = (request, response) => {
    serve(request, response).catch((error: unknown) => {
      process.stderr.write(`gate: ${error instanceof Error ? error.message : String(error)}\n`);
      if (!response.headersSent) say(response, 500, 'The gate failed.');
      else response.destroy();
    });
  };
  const server = tls ? createSecureServer(tls, listener) : createServer(listener);
  server.on('close', () => clearInterval(cutOff));
  return server;
}

/** Hands a request on to the application, streams included. */
function handOn(request: IncomingMessage, response: ServerResponse, device: string, port: number): void {
  // who left while it was looked up what they may do asks for nothing any more, and would keep the application waiting for the rest of the request
  if (request.socket.destroyed) return;
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
