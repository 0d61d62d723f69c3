import { expect, test, type APIRequestContext, type Page } from '@playwright/test';
import { newJob, type Job } from '../src/core/given';

/** For tests in which the network goes: pages have a service worker. In all others it would only take its time to lay by what nobody asks for. */
export const offline = test.extend({ serviceWorkers: 'allow' });

/** The server by its own address, whatever name pages call it by: a name that only the browser knows leads nowhere else. */
const ownAddress = (baseURL: string | undefined): string => (baseURL ?? '').replace('floors.test', '127.0.0.1');

/** For tests that run by any name of the server: what is asked of it beside the page goes to its own address. */
export const byAnyName = test.extend({
  request: async ({ playwright, baseURL }, give) => {
    const context = await playwright.request.newContext({ baseURL: ownAddress(baseURL) });
    await give(context);
    await context.dispose();
  },
});

/** Puts a job into the running application and gives its id. */
export async function putJob(request: APIRequestContext, job: Job): Promise<string> {
  const answer = await request.post('/api/jobs', { data: job });
  expect(answer.status()).toBe(201);
  return ((await answer.json()) as { job: { id: string } }).job.id;
}

export const room = (name: string, length = 4600, width = 3340): Job => newJob(name, 'metric', length, width);

/** Opens a stage and waits for the plan. */
export async function openStage(page: Page, id: string, stage: string): Promise<void> {
  await page.goto(`/jobs/${id}/${stage}`);
  await planned(page);
}

export const tally = (page: Page, name: string) =>
  page
    .getByLabel('Tally')
    .locator('div', { has: page.getByText(name, { exact: false }) })
    .last()
    .locator('dd');

export const planned = (page: Page) => expect(tally(page, 'Planks')).toHaveText(/^\d+/);

export const saved = (page: Page) => expect(page.locator('[data-version]')).toHaveText('saved');

/** The job as the server has it. */
export async function stored(request: APIRequestContext, id: string): Promise<Job> {
  // a connection that the server has just closed is opened again
  return (await (await request.get(`/api/jobs/${id}/file`, { maxRetries: 2 })).json()) as Job;
}

/** Opens the list of jobs and waits until it answers to clicks: what the server sent is on screen earlier. */
export async function openJobs(page: Page): Promise<void> {
  await page.goto('/');
  await page.waitForLoadState('networkidle');
}

/** Taps a piece off the middle of the drawing, by pixels, until it tells of itself: a stage that just opened may not listen yet. */
export async function choosePiece(page: Page, dx = 0, dy = 0): Promise<void> {
  await expect(async () => {
    const sheet = (await page.locator('[data-testid=sheet] > svg').boundingBox())!;
    await page.mouse.click(sheet.x + sheet.width / 2 + dx, sheet.y + sheet.height / 2 + dy);
    await expect(page.getByRole('heading', { name: /^Row \d+, piece \d+, of plank \d+/ })).toBeVisible({ timeout: 2_000 });
  }).toPass({ timeout: 30_000 });
}

/** Unfolds a part of a long reading, where it is folded. */
export async function unfold(page: Page, title: string): Promise<void> {
  const trigger = page.getByRole('button', { name: new RegExp(`^${title}`), expanded: false });
  await expect(page.getByRole('heading', { name: new RegExp(`^${title}`) })).toBeVisible();
  if ((await trigger.count()) > 0) await trigger.click();
}

/** The stages, as the rule has them. */
export const stagesOf = (page: Page): Promise<string[]> =>
  page
    .getByRole('navigation', { name: 'Stages of work' })
    .getByRole('link')
    .evaluateAll((all) => all.map((a) => a.getAttribute('href')!.split('/').at(-1)!));
