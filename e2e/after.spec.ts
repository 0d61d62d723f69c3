import { expect, test, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { allLaid } from '../demo/laying';
import type { Job } from '../src/core/given';
import { offline, openJobs, putJob, room, saved, stored } from './help';

const press = (page: Page, name: string | RegExp) => page.getByRole('button', { name }).first().click();

/** A room of which every row lies. */
async function laid(page: Page, more: Partial<Job> = {}): Promise<string> {
  const job = { ...room('Lock house', 3000, 2000), product: { ...room('x').product, lock: 'tap' as const }, ...more };
  const id = await putJob(page.request, job);
  const sent = await page.request.post(`/api/jobs/${id}/log`, { data: { events: allLaid(job) } });
  expect(sent.ok()).toBe(true);
  return id;
}

/** A picture of one dot. */
const DOT = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==', 'base64'); // prettier-ignore

offline(
  'the round: a gap is measured, a room looked at, a snag found at a place, with a picture that waits for the network, and settled',
  async ({ page, request, context }) => {
    const pipe = { id: 'p1', kind: 'pipe' as const, outline: [[1500, 900], [1540, 900], [1540, 940], [1500, 940]] as [number, number][] }; // prettier-ignore
    const id = await laid(page, { obstacles: [pipe] });
    await page.goto(`/jobs/${id}/check`);
    await expect(page.getByText('0 open snags')).toBeVisible();
    await expect(page.getByText('pipe p1: 8 mm free by the plan, wanted 8 mm')).toBeVisible();
    const rule = page.getByRole('link', { name: /Check/ });
    await expect(rule).toContainText('presets only');
    const gap = page.getByLabel('Gap measured at wall B');
    await gap.fill('3');
    await gap.press('Enter');
    await expect(page.getByText(/Wall B: 3 mm/)).toBeVisible();
    await page.getByText('Spacers out, all round').click();
    await expect(rule).toContainText('under way');
    const sheet = (await page.locator('[data-testid=sheet] > svg').boundingBox())!;
    await page.mouse.click(sheet.x + sheet.width / 2, sheet.y + sheet.height / 2);
    await page.getByLabel(/What is wrong in .* at the cross/).fill('A lip beside the door');
    await page.keyboard.press('Enter');
    await press(page, 'Put it on the list');
    await expect(page.getByText('1 open snag', { exact: false }).first()).toBeVisible();
    await expect(rule).toContainText('needs a decision');
    await saved(page);
    expect((await stored(request, id)).snags).toMatchObject([
      { text: 'A lip beside the door', at: [expect.any(Number), expect.any(Number)] },
    ]);
    // taken in a cellar: kept on the device, and sent once there is network
    await context.setOffline(true);
    await page.getByLabel('Picture of snag s1').setInputFiles({ name: 'lip.png', mimeType: 'image/png', buffer: DOT });
    await expect(page.getByText('kept on this device and sent when there is network')).toBeVisible();
    await context.setOffline(false);
    await expect(page.getByAltText('Snag 1: A lip beside the door')).toBeVisible();
    await expect(page.getByText('kept on this device and sent when there is network')).toBeHidden();
    await saved(page);
    expect((await stored(request, id)).snags?.[0]?.photo).toMatch(/^[0-9a-f]{64}$/);
    await press(page, 'Settled');
    await expect(page.getByText('0 open snags')).toBeVisible();
    await page.keyboard.press('z');
    await expect(page.getByText('1 open snag', { exact: false }).first()).toBeVisible();
  },
);

test('a floor is handed over: as a page, as a PDF, and as a file that opens again as the same floor', async ({ page }) => {
  test.setTimeout(180_000);
  const id = await laid(page);
  await page.goto(`/jobs/${id}/handover`);
  await page.getByLabel('Batch of the planks').fill('K 7');
  await page.keyboard.press('Enter');
  await press(page, 'Handed over today');
  await expect(page.getByRole('link', { name: /Handover/ })).toContainText('settled');
  await saved(page);
  const pdf = page.waitForEvent('download', { timeout: 120_000 });
  await press(page, 'For the customer, PDF');
  const paper = readFileSync(await (await pdf).path());
  expect(paper.subarray(0, 5).toString()).toBe('%PDF-');
  const got = page.waitForEvent('download');
  await press(page, 'Floor file');
  const path = await (await got).path();
  const file = JSON.parse(readFileSync(path, 'utf8')) as { format: string; log: { what: string }[] };
  expect(file.format).toBe('pitsaw/floor');
  expect(file.log[0]!.what).toBe('begun');
  await page.goto(`/jobs/${id}/print?what=handover`);
  await expect(page.getByText('Batch K 7.', { exact: false })).toBeVisible({ timeout: 60_000 });
  await expect(page.getByRole('heading', { name: 'What voids the warranty' })).toBeVisible();
});

test('a damaged plank: the ways are compared, one is planned and done, and stays in the record', async ({ page, request }) => {
  const id = await laid(page);
  await page.goto(`/jobs/${id}/repair`);
  await expect(page.getByText('Tap the damaged plank')).toBeVisible();
  const sheet = (await page.locator('[data-testid=sheet] > svg').boundingBox())!;
  await page.mouse.click(sheet.x + sheet.width / 2 + 30, sheet.y + sheet.height / 2 + 10);
  const ways = page.getByRole('group', { name: 'Ways to repair' }).getByRole('button');
  await expect(ways).toHaveCount(4);
  await ways.filter({ hasText: 'Cut out and inlay' }).click();
  await expect(page.getByText('Shave the lower lip', { exact: false })).toBeVisible();
  await press(page, 'Plan it like this');
  const rule = page.getByRole('link', { name: /Repair/ });
  await expect(rule).toContainText('needs a decision');
  await press(page, 'Done today');
  await expect(rule).toContainText('settled');
  await saved(page);
  expect((await stored(request, id)).repairs).toMatchObject([{ way: 'inlay', on: expect.any(String) }]);
  // without a tap, and with water around it
  await page.getByRole('button', { name: 'By row and number' }).click();
  await page.getByRole('group', { name: 'Pieces of the row' }).getByRole('button').first().click();
  await expect(page.getByText(/^Piece 1\.1/)).toBeVisible();
  await press(page, 'Water: what lies around too');
  await expect(page.getByText(/^[2-9] pieces/)).toBeVisible();
});

test('the guide opens at the stage one is in, by a key and by touch; another page is found by a word, in the person’s units', async ({
  page,
  request,
}) => {
  const id = await putJob(request, room('Lock house', 3000, 2000));
  await page.goto(`/jobs/${id}/setout`);
  await page.getByRole('button', { name: 'Guide to this stage' }).click();
  const guide = page.getByRole('dialog');
  await expect(guide.getByRole('heading', { name: '4. Set out the rows' })).toBeVisible();
  await expect(guide).toContainText('A strip under 50 mm');
  const picture = guide.getByRole('img', { name: 'Set out the rows, on a sample floor' });
  await expect.poll(() => picture.evaluate((img) => (img as HTMLImageElement).naturalWidth)).toBeGreaterThan(600);
  await guide.getByLabel('Look for a word').fill('asbestos');
  await page.keyboard.press('Enter');
  await guide.getByRole('button', { name: '2. Look at the base' }).click();
  await expect(guide.getByRole('heading', { name: '2. Look at the base' })).toBeVisible();
  await guide.getByRole('button', { name: 'Close' }).click();
  await page.keyboard.press('u');
  await page.keyboard.press('?');
  await expect(guide).toContainText(/A strip under 1 \d+\/\d+"/);
  await guide.getByRole('tab', { name: 'Keys' }).click();
  await expect(guide).toContainText('undo');
});

test('a first look is offered once: it goes over the floor, can be left at any step, and never comes back', async ({ page }) => {
  await page.goto('/');
  const offer = page.getByRole('region', { name: 'A first look' });
  await offer.getByRole('button', { name: 'Show me' }).click();
  const tour = page.getByRole('region', { name: 'Tour' });
  await expect(tour).toContainText('1 of 6: Survey the rooms');
  await tour.getByRole('button', { name: 'On' }).click();
  await expect(tour).toContainText('2 of 6: Look at the base');
  await expect(page).toHaveURL(/\/base$/);
  // somebody looks elsewhere meanwhile, and comes back to it
  await page.getByRole('link', { name: /Plank/ }).click();
  await tour.getByRole('button', { name: 'Back to it' }).click();
  await expect(page).toHaveURL(/\/base$/);
  await tour.getByRole('button', { name: 'Leave the tour' }).click();
  await expect(tour).toBeHidden();
  await openJobs(page);
  await expect(page.getByRole('heading', { name: 'Floors' })).toBeVisible();
  await expect(offer).toBeHidden();
});
