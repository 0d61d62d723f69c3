import 'fake-indexeddb/auto';
import { dirname, join } from 'node:path';
import { test } from '@playwright/test';
import { openGate, pairedWith, type Gate } from '../bench/attack/gate';
import { ask, serve, type Served } from '../bench/attack/server';
import { backUp, restore } from '../src/data/backup';
import { httpTransport, type Transport } from '../src/sync';
import { LOG_CASES, suiteJob, type Rig } from '../test/logSuite';

/* The suite of logs against a real server, and against one behind its gate. */

function rigOf(server: Served, transport: () => Transport): Rig {
  let copies = 0;
  return {
    async newJob() {
      const made = await ask(`${server.url()}/api/jobs`, 'POST', suiteJob);
      return (made!.body as { job: { id: string } }).job.id;
    },
    transport,
    async copy() {
      const to = join(dirname(server.file), `copy ${++copies}`);
      await backUp(server.file, to);
      return to;
    },
    restore: async (copy) => void (await restore(copy, server.file, join(dirname(server.file), 'before'))),
    remove: async (id) => void (await ask(`${server.url()}/api/jobs/${id}`, 'DELETE')),
    bringBack: async (id) => void (await ask(`${server.url()}/api/jobs/${id}/restore`, 'POST', {})),
  };
}

test.describe('a server', () => {
  test.describe.configure({ mode: 'serial' });
  let server: Served;
  test.beforeAll(async () => void (server = await serve()));
  test.afterAll(() => server.end());
  for (const [name, run] of LOG_CASES) test(name, () => run(rigOf(server, () => httpTransport(server.url()))));
});

test.describe('a server behind its gate', () => {
  test.describe.configure({ mode: 'serial' });
  let [server, gate, cookie]: [Served, Gate, string] = [null!, null!, ''];
  test.beforeAll(async () => {
    server = await serve();
    gate = await openGate(server);
    cookie = await pairedWith(gate, 'A phone');
  });
  test.afterAll(async () => {
    gate.end();
    await server.end();
  });
  const get: typeof fetch = (url, init) => fetch(url, { ...init, headers: { ...init?.headers, cookie } });
  for (const [name, run] of LOG_CASES) test(name, () => run(rigOf(server, () => httpTransport(gate.url, get))));
});
