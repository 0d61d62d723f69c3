import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { networkInterfaces, tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, expect, test, type Browser, type Page } from '@playwright/test';
import { CHROMIUM_ARGS, freePort } from '../scripts/lib.mjs';
import { room } from './help';

/* Devices of the house's own network: paired, removed and paired again, and laying on them, by every name that the server goes by. */

/** The machine's address on its network; where it is on none, one of its own that is no page's own machine. */
const LAN =
  Object.values(networkInterfaces())
    .flatMap((list) => list ?? [])
    .find((i) => i.family === 'IPv4' && !i.internal)?.address ?? '127.0.0.2';

type Shared = { readonly port: number; code(): string; end(): Promise<void>; readonly child: ChildProcess };

async function share(secure: boolean): Promise<Shared> {
  const folder = mkdtempSync(join(tmpdir(), 'pitsaw-share-'));
  const port = await freePort(5300 + (process.pid % 500) + (secure ? 500 : 0));
  const certificate = secure ? ['--cert', 'test/certificate/cert.pem', '--key', 'test/certificate/key.pem'] : [];
  const child = spawn(process.execPath, ['scripts/serve.mjs', '--share', ...certificate], {
    env: {
      ...process.env,
      PORT: `${port}`,
      PITSAW_DB: join(folder, 'jobs.sqlite'),
      PITSAW_SHARE_HOST: LAN,
      PITSAW_HOSTS: 'floors.test,floors.localhost',
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  let text = '';
  child.stdout.setEncoding('utf8').on('data', (part: string) => (text += part));
  await expect.poll(() => text, { timeout: 60_000 }).toContain('On this network');
  return {
    port,
    child,
    code: () => [...text.matchAll(/Pairing code: (\S+)/g)].at(-1)?.[1] ?? '',
    async end() {
      const gone = new Promise((done) => child.once('exit', done));
      child.kill('SIGTERM');
      await gone;
      rmSync(folder, { recursive: true });
    },
  };
}

async function pair(page: Page, code: string, name: string): Promise<void> {
  await page.getByLabel('Code').fill(code);
  await page.getByLabel('What this device is called').fill(name);
  await page.getByRole('button', { name: 'Pair' }).click();
  await expect(page.getByRole('heading', { name: 'Floors' })).toBeVisible();
}

for (const secure of [false, true]) {
  test.describe(secure ? 'with a certificate' : 'without a certificate', () => {
    test.describe.configure({ mode: 'serial' });
    let [server, browser]: [Shared, Browser] = [null!, null!];
    const own = (path: string, method = 'GET', body?: unknown) =>
      fetch(`http://127.0.0.1:${server.port}${path}`, {
        method,
        headers: { 'content-type': 'application/json' },
        ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      });
    const devices = async () => ((await (await own('/api/paired')).json()) as { devices: { id: string; role: string }[] }).devices;
    const at = (host: string) => `${secure ? 'https' : 'http'}://${host}:${server.port}`;
    test.beforeAll(async () => {
      server = await share(secure);
      browser = await chromium.launch({
        executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
        args: [...CHROMIUM_ARGS, `--host-resolver-rules=MAP floors.test ${LAN},MAP floors.localhost ${LAN}`],
      });
    });
    test.afterAll(async () => {
      await browser.close();
      await server.end();
    });

    for (const [what, host] of [
      ['its loopback name', 'floors.localhost'],
      ['its address', LAN],
      ['its name', 'floors.test'],
    ] as const)
      test(`by ${what} a device is paired, removed and paired again`, async () => {
        const page = await (await browser.newContext({ ignoreHTTPSErrors: true })).newPage();
        await page.goto(at(host));
        await pair(page, server.code(), 'Wren’s phone');
        const [device] = await devices();
        expect(device!.role).toBe('lay');
        await own(`/api/paired/${device!.id}`, 'DELETE');
        await expect(async () => {
          await page.reload({ timeout: 10_000 });
          await expect(page.getByRole('heading', { name: 'Pair this device' })).toBeVisible({ timeout: 5000 });
        }).toPass();
        await pair(page, server.code(), 'Wren’s phone');
        await own(`/api/paired/${(await devices())[0]!.id}`, 'DELETE');
        await page.context().close();
      });

    test('a floor is laid on a device that is removed meanwhile: it says so, keeps what was tapped, and sends it once it is paired again', async () => {
      const made = await own('/api/jobs', 'POST', room('Lock house', 4000, 2000));
      const { id } = ((await made.json()) as { job: { id: string } }).job;
      const kept = async () =>
        (await (await own(`/api/jobs/${id}/log`)).text()).split('\n').filter(Boolean).map((l) => (JSON.parse(l) as { what: string }).what); // prettier-ignore
      const page = await (await browser.newContext({ viewport: { width: 390, height: 844 }, ignoreHTTPSErrors: true })).newPage();
      await page.goto(at('floors.test'));
      await pair(page, server.code(), 'Wren’s phone');
      await page.goto(`${at('floors.test')}/jobs/${id}/lay`);
      // without a certificate this is no secure context: no locks, no randomUUID, no subtle
      expect(await page.evaluate(() => window.isSecureContext)).toBe(secure);
      await page.getByRole('button', { name: 'Begin laying' }).click();
      await page.getByRole('button', { name: 'Row 1 lies' }).click();
      await expect.poll(kept).toEqual(['begun', 'laid']);
      await expect(page.getByText('saved on the server')).toBeVisible();
      await own(`/api/paired/${(await devices())[0]!.id}`, 'DELETE');
      await expect(page.getByText('This device is not paired any more.')).toBeVisible();
      await page.getByRole('button', { name: 'Row 2 lies' }).click();
      await expect(page.getByText('no server · 1 waiting on this device')).toBeVisible();
      expect(await kept()).toEqual(['begun', 'laid']);
      await page.getByRole('button', { name: 'Enter the code' }).click();
      await pair(page, server.code(), 'Wren’s phone');
      await page.goto(`${at('floors.test')}/jobs/${id}/lay`);
      await expect.poll(kept).toEqual(['begun', 'laid', 'laid']);
      await expect(page.getByText('saved on the server')).toBeVisible();
      // what this device may not do it is told
      const answer = await page.evaluate(async (path) => (await fetch(path, { method: 'DELETE' })).status, `/api/jobs/${id}`);
      expect(answer).toBe(403);
      await page.context().close();
    });
  });
}

test('the machine that serves shows the code, what each device may do, and what happened', async () => {
  const server = await share(false);
  const browser = await chromium.launch({ executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium', args: CHROMIUM_ARGS });
  try {
    const page = await browser.newPage();
    await page.goto(`http://127.0.0.1:${server.port}`);
    await page.getByRole('button', { name: /^Devices/ }).click();
    const code = server.code();
    await expect(page.getByText(code)).toBeVisible();
    const body = new URLSearchParams({ code, name: 'Wren’s phone' });
    expect((await fetch(`http://${LAN}:${server.port}/pair`, { method: 'POST', body, redirect: 'manual' })).status).toBe(303);
    await page.getByLabel('What Wren’s phone may do').selectOption('look');
    await expect(page.getByText('Allowed: Wren’s phone: may look')).toBeVisible();
    await page.getByRole('button', { name: 'Remove Wren’s phone' }).click();
    await expect(page.getByText('Wren’s phone was removed')).toBeVisible();
  } finally {
    await browser.close();
    await server.end();
  }
});
