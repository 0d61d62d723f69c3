import { mkdtempSync, rmSync } from 'node:fs';
import { createServer, request as ask, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openDatabase, type Database } from '../data/database';
import { deviceStore } from '../data/devices';
import { createGate, FROM_DEVICE } from './gate';
import { deviceIn, pairingCode } from './pairing';

let folder: string;
let database: Database;
let application: Server;
let gate: Server;
let codes: string[];
let clock = 1_000_000;
const seen: { url: string; device: string | undefined; cookie: string | undefined; host: string | undefined }[] = [];

const listening = (server: Server): Promise<number> =>
  new Promise((done) => server.listen(0, '127.0.0.1', () => done((server.address() as AddressInfo).port)));

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'pitsaw-gate-'));
  database = await openDatabase(join(folder, 'jobs.sqlite'));
  application = createServer((request, response) => {
    const { host, cookie } = request.headers;
    seen.push({ url: request.url!, device: request.headers[FROM_DEVICE] as string | undefined, cookie, host });
    response.end('the floors');
  });
  codes = [];
  seen.length = 0;
  const port = await listening(application);
  gate = await createGate({
    devices: deviceStore(database),
    port,
    hosts: ['127.0.0.1'],
    tell: (code) => codes.push(code),
    now: () => clock,
  });
  await listening(gate);
});
afterEach(async () => {
  for (const server of [gate, application]) await new Promise((done) => server.close(done));
  await database.sequelize.close();
  rmSync(folder, { recursive: true });
});

type Answer = { status: number; text: string; cookie: string | undefined };
function send(path: string, { method = 'GET', headers = {}, body = '' } = {}): Promise<Answer> {
  const { port } = gate.address() as AddressInfo;
  return new Promise((done, fail) => {
    const request = ask({ host: '127.0.0.1', port, path, method, headers }, (answer) => {
      let text = '';
      answer.on('data', (part) => (text += String(part)));
      answer.on('end', () => done({ status: answer.statusCode!, text, cookie: answer.headers['set-cookie']?.[0] }));
    });
    request.on('error', fail);
    request.end(body);
  });
}
const pair = (code: string) => send('/pair', { method: 'POST', body: `code=${code}&name=Wren%E2%80%99s+phone` });
const wrongCode = () => (codes.at(-1) === '000000' ? '000001' : '000000');

test('a device pairs once by the code, and then comes in by a cookie that no script reads', async () => {
  expect((await send('/', { headers: { accept: 'text/html' } })).text).toContain('Pair this device');
  expect((await send('/api/jobs')).status).toBe(401);
  const paired = await pair(codes[0]!);
  expect(paired.status).toBe(303);
  expect(paired.cookie).toMatch(/HttpOnly; SameSite=Strict/);
  const cookie = paired.cookie!.split(';')[0]!;
  expect((await send('/api/jobs', { headers: { cookie, [FROM_DEVICE]: 'somebody else' } })).text).toBe('the floors');
  const [device] = await deviceStore(database).list();
  expect(device!.name).toBe('Wren’s phone');
  // the application is asked as by this machine, told who came, and never sees the cookie
  expect(seen).toEqual([
    { url: '/api/jobs', device: device!.id, cookie: undefined, host: expect.stringMatching(/^127\.0\.0\.1:/) as string },
  ]);
});

test('a device that was sent away is out, and a cookie of one’s own making never was in', async () => {
  const cookie = (await pair(codes[0]!)).cookie!.split(';')[0]!;
  const store = deviceStore(database);
  const [device] = await store.list();
  const forged = `${cookie.slice(0, -2)}${cookie.endsWith('AA') ? 'BB' : 'AA'}`;
  expect((await send('/', { headers: { cookie: forged } })).status).toBe(401);
  expect(deviceIn(forged, await store.key())).toBeNull();
  await store.sendAway(device!.id);
  clock += 10_000;
  expect((await send('/', { headers: { cookie } })).status).toBe(401);
  expect(await store.list()).toEqual([]);
  expect(await store.sendAway(device!.id)).toBe(false);
});

test('names that are not this server’s, and posts from other pages, are refused', async () => {
  expect((await send('/', { headers: { host: 'floors.example' } })).status).toBe(421);
  expect((await send('/pair', { method: 'POST', headers: { origin: 'http://floors.example' }, body: `code=${codes[0]!}` })).status).toBe(
    403,
  );
});

test('wrong codes slow down, then lock, and the code is another one', async () => {
  expect((await pair(wrongCode())).status).toBe(403);
  expect((await pair(wrongCode())).text).toContain('Try again in');
  // even the right one has to wait by then
  expect((await pair(codes[0]!)).status).toBe(403);
  clock += 60_000;
  expect((await pair(codes[0]!)).status).toBe(303);
  for (let k = 0; k < 8; k++) {
    clock += 60_000;
    await pair(wrongCode());
  }
  expect(codes).toHaveLength(2);
  clock += 60_000;
  expect((await pair(codes[1]!)).text).toContain('Nobody is let in');
  clock += 15 * 60_000;
  expect((await pair(codes[0]!)).status).toBe(403);
  clock += 60_000;
  expect((await pair(codes[1]!)).status).toBe(303);
});

test('each address is slowed down by itself', () => {
  const told: string[] = [];
  let now = 0;
  const code = pairingCode((c) => told.push(c), () => now); // prettier-ignore
  const wrong = told[0] === '000000' ? '000001' : '000000';
  for (let k = 0; k < 3; k++) code.try('a', wrong);
  expect(code.try('a', told[0]!)).toMatchObject({ ok: false });
  expect(code.try('b', told[0]!)).toEqual({ ok: true });
  now += 60_000;
  expect(code.try('a', ` ${told[0]!.slice(0, 3)} ${told[0]!.slice(3)}`)).toEqual({ ok: true });
});
