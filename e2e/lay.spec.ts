import { expect, test, type Page } from '@playwright/test';
import { openStage, putJob, room } from './help';

const phone = { width: 390, height: 844 };
const inHand = (page: Page) => page.getByRole('region', { name: 'The piece in hand' });
const press = (page: Page, name: string) => page.getByRole('button', { name, exact: true }).click();
const lines = async (page: Page, id: string): Promise<string[]> =>
  (await (await page.request.get(`/api/jobs/${id}/log`)).text())
    .split('\n')
    .filter(Boolean)
    .map((line) => (JSON.parse(line) as { what: string }).what);

async function begin(page: Page, id: string): Promise<void> {
  await openStage(page, id, 'lay');
  await press(page, 'Begin laying');
  await expect(inHand(page).getByRole('heading', { name: /^Row 1/ })).toBeVisible();
}

test('a row is sawn and laid piece by piece, taken back, and laid in one press', async ({ page, request }) => {
  const id = await putJob(request, room('Lock house', 4000, 2000));
  await begin(page, id);
  const sawn = inHand(page).getByRole('button', { name: 'Sawn' });
  await expect(inHand(page)).toContainText('piece 1 of');
  if (await sawn.isEnabled()) {
    await sawn.click();
    await expect(inHand(page)).toContainText('Sawn; lay it');
  }
  await press(page, 'Laid');
  await expect(inHand(page)).toContainText('piece 2 of');
  await press(page, 'Back one step');
  await expect(inHand(page)).toContainText('piece 1 of');
  await page.getByRole('button', { name: 'Row 1 lies' }).click();
  await expect(inHand(page).getByRole('heading', { name: /^Row 2/ })).toBeVisible();
  await expect.poll(() => lines(page, id)).toContain('undone');
});

test('a broken plank is told in two taps, its way on is shown and taken', async ({ page, request }) => {
  const id = await putJob(request, room('Lock house', 4000, 2000));
  await begin(page, id);
  await page.getByRole('button', { name: 'Row 1 lies' }).click();
  await page.getByRole('button', { name: 'It went otherwise' }).click();
  await press(page, 'The plank in hand is broken');
  const way = page.getByRole('region', { name: 'The way on' });
  await expect(way).toContainText('new planks for the rest');
  await expect(way).toContainText(/\d+ pieces? changes? in/);
  await press(page, 'Go on like this');
  await expect(inHand(page).getByRole('heading', { name: /^Row 2/ })).toBeVisible();
  await expect.poll(() => lines(page, id)).toEqual(['begun', 'laid', 'broken', 'replanned']);
  // what was told is a line that can be taken back, and then the plan that was made of it goes too
  await page.getByRole('button', { name: /^Log/ }).click();
  await expect(page.getByText('What was left of plank', { exact: false })).toBeVisible();
});

test('only so many planks: running short is said at once', async ({ page, request }) => {
  const id = await putJob(request, room('Lock house', 4000, 2000));
  await begin(page, id);
  await page.getByRole('button', { name: 'It went otherwise' }).click();
  await press(page, 'Only so many planks are left');
  const field = page.getByLabel('1285 × 192');
  await field.fill('3');
  await field.press('Enter');
  await press(page, 'So many are left');
  await expect(page.getByRole('region', { name: 'The way on' })).toContainText(/\d+ planks are missing for the rest: \d+ box/);
});

test('two devices on one job: each sees the other’s presses, and both pressing the same is one event', async ({
  browser,
  page,
  request,
}) => {
  const id = await putJob(request, room('Lock house', 4000, 2000));
  await begin(page, id);
  const other = await (await browser.newContext({ viewport: phone })).newPage();
  await openStageOnPhone(other, id);
  await page.getByRole('button', { name: 'Row 1 lies' }).click();
  await expect(inHand(other).getByRole('heading', { name: /^Row 2/ })).toBeVisible({ timeout: 1000 });
  await Promise.all([page, other].map((p) => p.getByRole('button', { name: 'Row 2 lies' }).click()));
  for (const p of [page, other]) await expect(inHand(p).getByRole('heading', { name: /^Row 3/ })).toBeVisible();
  await expect.poll(() => lines(page, id)).toEqual(['begun', 'laid', 'laid']);
  await expect(other.getByText('Not taken')).toHaveCount(0);
  await other.context().close();
});

/** Opens the row screen where the tally is out of sight. */
async function openStageOnPhone(page: Page, id: string): Promise<void> {
  await page.goto(`/jobs/${id}/lay`);
  await expect(inHand(page).or(page.getByRole('button', { name: 'Begin laying' }))).toBeVisible({ timeout: 30_000 });
}

test('without a network: opened again, laid on, and sent when the server answers', async ({ browser, request }) => {
  const id = await putJob(request, room('Lock house', 4000, 2000));
  const context = await browser.newContext({ viewport: phone });
  const page = await context.newPage();
  await openStageOnPhone(page, id);
  await press(page, 'Begin laying');
  await page.getByRole('button', { name: 'Row 1 lies' }).click();
  await expect.poll(() => lines(page, id)).toEqual(['begun', 'laid']);
  // everything that is needed is on the device
  await expect
    .poll(() => page.evaluate(async (path) => (await (await caches.open('pitsaw-pages')).match(path)) !== undefined, `/jobs/${id}/lay`), {
      timeout: 30_000,
    })
    .toBe(true);
  await page.waitForTimeout(1500);
  await context.setOffline(true);
  await page.reload();
  await expect(inHand(page).getByRole('heading', { name: /^Row 2/ })).toBeVisible({ timeout: 10_000 });
  await page.getByRole('button', { name: 'Row 2 lies' }).click();
  await expect(inHand(page).getByRole('heading', { name: /^Row 3/ })).toBeVisible();
  await expect(page.getByText(/no server · 1 kept on this device/)).toBeVisible();
  // killed and opened again, still without a network: nothing is lost
  await page.close();
  const again = await context.newPage();
  await again.goto(`/jobs/${id}/lay`);
  await expect(inHand(again).getByRole('heading', { name: /^Row 3/ })).toBeVisible({ timeout: 10_000 });
  await context.setOffline(false);
  await expect.poll(() => lines(again, id), { timeout: 20_000 }).toEqual(['begun', 'laid', 'laid']);
  await expect(again.getByText('kept by the server')).toBeVisible({ timeout: 20_000 });
  await context.close();
});
