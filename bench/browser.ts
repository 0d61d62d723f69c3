/* What a person waits for, measured in Chromium on the built application: npm run bench -- browser. */
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { rmSync } from 'node:fs';
import { chromium, type Page } from '@playwright/test';
import { cottage } from '../demo/jobs';
import { newJob, type Job } from '../src/core/given';
import { brokenHall, drawingOf } from '../test/large';
import { CHROMIUM_ARGS, ensureBuilt, ensureChromium, freePort, startServer } from '../scripts/lib.mjs';

const median = (values: number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
const planks = (page: Page) => page.getByLabel('Tally').locator('dd').first().filter({ hasText: /\d/ });

/** Long tasks of a page from now on, ms. */
const watchTasks = (page: Page) =>
  page.addInitScript(() => {
    const tasks: number[] = [];
    (window as unknown as { tasks: number[] }).tasks = tasks;
    new PerformanceObserver((list) => tasks.push(...list.getEntries().map((e) => e.duration))).observe({ type: 'longtask' });
  });
const longest = (page: Page) => page.evaluate(() => Math.max(0, ...(window as unknown as { tasks: number[] }).tasks.splice(0)));

/** How long a known job takes from the page being live to its plan on the sheet. */
async function opening(page: Page, url: string): Promise<void> {
  await page.addInitScript(() => {
    const marks = { live: 0, plan: 0 };
    (window as unknown as { marks: typeof marks }).marks = marks;
    new MutationObserver(() => {
      if (!marks.plan && document.querySelector('path.piece')) marks.plan = performance.now();
    }).observe(document, { childList: true, subtree: true });
    // the page lives once React has taken up what the server sent
    const wait = setInterval(() => {
      if (!Object.keys(document.querySelector('header') ?? {}).some((key) => key.startsWith('__reactFiber'))) return;
      marks.live = performance.now();
      clearInterval(wait);
    }, 1);
  });
  await page.goto(url);
  await planks(page).waitFor();
  // what is worked out is put on the device
  await page.waitForTimeout(800);
  const took: number[] = [];
  for (let i = 0; i < 9; i++) {
    await page.reload();
    await page.locator('path.piece').first().waitFor();
    took.push(await page.evaluate(() => { const { live, plan } = (window as unknown as { marks: { live: number; plan: number } }).marks; return plan - live; })); // prettier-ignore
  }
  console.log(
    `opening a known job: its plan is on the sheet ${median(took).toFixed(0)} ms after the page is live (median of 9; ${Math.min(...took).toFixed(0)} to ${Math.max(...took).toFixed(0)})`,
  );
}

/** Frames while the line is dragged over a thousand planks. */
async function dragging(page: Page, url: string): Promise<void> {
  await page.goto(url);
  await planks(page).waitFor();
  const box = (await page.getByRole('slider', { name: /The line/ }).boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  // as text: what transpiles this file puts helpers round named functions, which the page has not
  await page.evaluate('window.frames = []; requestAnimationFrame(function tick(at) { frames.push(at); requestAnimationFrame(tick); })');
  for (let i = 0; i < 90; i++) {
    await page.mouse.move(x, y + 30 * Math.sin(i / 8));
    await page.waitForTimeout(8);
  }
  const gaps = await page.evaluate(() =>
    (window as unknown as { frames: number[] }).frames.map((at, i, all) => at - (all[i - 1] ?? at)).slice(1),
  );
  await page.mouse.up();
  console.log(
    `the line dragged over 1,100 planks: median frame ${median(gaps).toFixed(1)} ms, over 34 ms ${((100 * gaps.filter((g) => g > 34).length) / gaps.length).toFixed(1)} %`,
  );
}

/** The longest task of the page while a hall of 2,000 m² is planned, and while a large drawing is read. */
async function holding(page: Page, url: string, list: string): Promise<void> {
  await watchTasks(page);
  await page.goto(url);
  await planks(page).waitFor();
  await longest(page);
  const gap = page.getByLabel(/Gap/).first();
  await gap.fill('9');
  await gap.press('Enter');
  await page.getByText('Searching').waitFor();
  await page.getByText('Searching').waitFor({ state: 'hidden', timeout: 60_000 });
  console.log(`while a hall of 2,000 m² is planned: longest task of the page ${(await longest(page)).toFixed(0)} ms`);
  await page.goto(list);
  await page.waitForLoadState('networkidle');
  await longest(page);
  const begun = performance.now();
  await page
    .getByLabel('Job file or drawing')
    .setInputFiles({ name: 'large.dxf', mimeType: 'image/vnd.dxf', buffer: Buffer.from(drawingOf(5000)) });
  await page.getByRole('img', { name: /rooms in a drawing/ }).waitFor();
  console.log(
    `a drawing of 5,000 entities: read in ${(performance.now() - begun).toFixed(0)} ms, longest task of the page ${(await longest(page)).toFixed(0)} ms`,
  );
}

/** The row screen on a phone without a network: from opening the page to the piece in hand, and from a press to the frame that answers it. */
async function onSite(page: Page, url: string): Promise<void> {
  await page.goto(`${url}/lay`);
  await page.getByRole('button', { name: 'Begin laying' }).click();
  const title = page.getByRole('region', { name: 'The piece in hand' });
  await title.waitFor();
  // the device keeps what it needs
  await page.waitForTimeout(6000);
  await page.context().setOffline(true);
  const opened: number[] = [];
  for (let i = 0; i < 7; i++) {
    const begun = performance.now();
    await page.goto(`${url}/lay`, { waitUntil: 'commit' });
    await title.waitFor();
    opened.push(performance.now() - begun);
  }
  await page.waitForTimeout(1500);
  const pressed: number[] = [];
  for (let i = 0; i < 20; i++) {
    const took = await page.evaluate(`new Promise((done) => {
      const host = document.querySelector('[aria-label="The piece in hand"]');
      const button = [...host.querySelectorAll('button')].find((b) => b.textContent === 'Laid');
      const begun = performance.now();
      new MutationObserver((_, o) => { o.disconnect(); requestAnimationFrame(() => done(performance.now() - begun)); }).observe(host, { childList: true, subtree: true, characterData: true, attributes: true });
      button.click();
    })`);
    pressed.push(took as number);
  }
  console.log(
    `without a network: the piece in hand ${median(opened).toFixed(0)} ms after the page is opened (worst ${Math.max(...opened).toFixed(0)}); a press answered in ${median(pressed).toFixed(1)} ms (worst ${Math.max(...pressed).toFixed(1)})`,
  );
}

export async function measureBrowser(): Promise<void> {
  ensureBuilt();
  const database = join(tmpdir(), `pitsaw-bench-${process.pid}.sqlite`);
  const { child, url } = await startServer(await freePort(4700), database);
  const browser = await chromium.launch({ executablePath: ensureChromium(), args: CHROMIUM_ARGS });
  const put = async (job: Job): Promise<string> => {
    const answer = await fetch(`${url}/api/jobs`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(job),
    });
    return `${url}/jobs/${((await answer.json()) as { job: { id: string } }).job.id}`;
  };
  const page = async () => (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  try {
    await opening(await page(), `${await put(cottage)}/rows`);
    await dragging(await page(), `${await put(newJob('Hall', 'metric', 24_000, 10_400))}/setout`);
    await onSite(await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage(), await put(cottage));
    await holding(await page(), `${await put(brokenHall())}/plank`, url);
  } finally {
    await browser.close();
    child.kill();
    for (const end of ['', '-wal', '-shm']) rmSync(database + end, { force: true });
  }
}
