// npm run screenshots: one current picture of each main view, from fresh demo data, into docs/screenshots.
import { mkdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureBuilt, ensureChromium, ensureInstalled, freePort, must, root, run, startServer } from './lib.mjs';

ensureInstalled();
ensureBuilt();
const chromium = ensureChromium();
const database = join(tmpdir(), `pitsaw-shots-${process.pid}.sqlite`);
must('Seeding the demo', run(process.execPath, ['--import', 'tsx', 'demo/seed.ts', '--fresh'], { extraEnv: { PITSAW_DB: database } }));
const { child, url } = await startServer(await freePort(4500), database);
const folder = join(root, 'docs', 'screenshots');
rmSync(folder, { recursive: true, force: true });
mkdirSync(folder, { recursive: true });

const { views } = await import('../e2e/views.mjs');
const { chromium: browserType } = await import('@playwright/test');
const browser = await browserType.launch({
  executablePath: chromium,
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
});
try {
  const { jobs } = await (await fetch(`${url}/api/jobs`)).json();
  for (const view of views) {
    const page = await browser.newPage({ viewport: view.size ?? { width: 1280, height: 800 } });
    if (view.theme) await page.addInitScript((theme) => localStorage.setItem('theme', theme), view.theme);
    const id = jobs.find((job) => job.document.name === view.job)?.id ?? '';
    await page.goto(url + view.path.replace('ID', id));
    if (view.path !== '/') await page.locator('.tally dd').first().filter({ hasText: /\d/ }).waitFor();
    await view.before?.(page);
    await page.waitForTimeout(700);
    await page.screenshot({ path: join(folder, `${view.name}.png`) });
    await page.close();
    console.log(`docs/screenshots/${view.name}.png`);
  }
} finally {
  await browser.close();
  child.kill();
  for (const end of ['', '-wal', '-shm']) rmSync(database + end, { force: true });
}
