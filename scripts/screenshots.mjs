// npm run screenshots: one current picture of each main view, from fresh demo data, into docs/screenshots.
import { mkdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { CHROMIUM_ARGS, ensureBuilt, ensureChromium, ensureInstalled, freePort, must, root, run, startServer } from './lib.mjs';

ensureInstalled();
ensureBuilt();
const chromium = ensureChromium();
const database = join(tmpdir(), `pitsaw-shots-${process.pid}.sqlite`);
must('Seeding the demo', run(process.execPath, ['--import', 'tsx', 'demo/seed.ts', '--fresh'], { extraEnv: { PITSAW_DB: database } }));
const { child, url } = await startServer(await freePort(4500), database);
const folder = join(root, 'docs', 'screenshots');
rmSync(folder, { recursive: true, force: true });
mkdirSync(folder, { recursive: true });

const { stagesOf, viewOf, views } = await import('../e2e/views.mjs');
const { chromium: browserType } = await import('@playwright/test');
const browser = await browserType.launch({ executablePath: chromium, args: CHROMIUM_ARGS });
try {
  const { jobs } = await (await fetch(`${url}/api/jobs`)).json();
  const idOf = (name) => jobs.find((job) => job.name === name)?.id ?? '';
  const stages = await stagesOf(browser, `${url}/jobs/${idOf(views.find((view) => view.job).job)}`);
  for (const view of [...stages.map(viewOf), ...views]) {
    const page = await browser.newPage({ viewport: view.size ?? { width: 1280, height: 800 }, locale: 'en-GB' });
    if (view.theme) await page.addInitScript((theme) => localStorage.setItem('theme', theme), view.theme);
    await page.goto(url + (view.job ? `/jobs/${idOf(view.job)}/${view.stage}` : (view.path ?? '/')));
    // on a phone in the hand there is no tally
    if (view.job)
      await page
        .getByLabel('Tally')
        .locator('dd')
        .first()
        .filter({ hasText: /\d/ })
        .waitFor({ state: view.stage === 'lay' ? 'attached' : 'visible' });
    await view.before?.(page);
    await page.waitForTimeout(700);
    // a picture shows what stands when all is worked out
    await page.getByText('Searching', { exact: true }).waitFor({ state: 'hidden' });
    await page.screenshot({ path: join(folder, `${view.name}.png`) });
    await page.close();
    console.log(`docs/screenshots/${view.name}.png`);
  }
} finally {
  await browser.close();
  child.kill();
  for (const end of ['', '-wal', '-shm']) rmSync(database + end, { force: true });
}
