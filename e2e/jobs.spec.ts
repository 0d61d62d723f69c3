import { expect, test } from '@playwright/test';
import { openJobs, putJob, room, stored } from './help';

test('a floor is begun from a tape in feet and inches and planned without reading anything', async ({ page }) => {
  await openJobs(page);
  await page.getByRole('button', { name: 'New floor' }).first().click();
  await page.getByLabel('Name').fill('Signal hut');
  await page.getByRole('button', { name: 'Feet and inches' }).click();
  await page.getByLabel('Length of the room').fill(`12' 6 1/2"`);
  await expect(page.getByText('3822.7 mm')).toBeVisible();
  await page.getByLabel('Width of the room').fill('8-3');
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page).toHaveURL(/\/room$/);
  await expect(page.getByLabel('Length (left to right)')).toHaveValue(`12' 6 1/2"`);
  for (const stage of ['Base', 'Plank', 'Set-out', 'Rows', 'Beneath', 'Doors', 'Buy', 'Days', 'Cuts'])
    await page.getByLabel('Tally').getByRole('button', { name: stage }).click();
  await expect(page.getByRole('button', { name: 'Print A4' })).toBeVisible();
  await expect(page.getByText('Row 1', { exact: true })).toBeVisible();
});

test('deleting can be undone', async ({ page, request }) => {
  await putJob(request, room('Porch to delete'));
  await openJobs(page);
  await page.getByRole('button', { name: 'Delete Porch to delete' }).click();
  await expect(page.getByRole('link', { name: /Porch to delete/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(page.getByRole('heading', { name: 'Porch to delete' })).toBeVisible();
});

test('an exported job file is imported as it was', async ({ page, request }) => {
  const id = await putJob(request, { ...room('Lock office'), 'our own note': ['kept'] } as never);
  await openJobs(page);
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Export Lock office' }).click();
  const file = await (await download).path();
  await page.getByLabel('Job file').setInputFiles(file);
  await expect(page).toHaveURL(/\/room$/);
  const copy = page.url().split('/').at(-2)!;
  expect(copy).not.toBe(id);
  expect(await stored(request, copy)).toEqual(await stored(request, id));
});

test('a file that is no job says where and why, and nothing is stored', async ({ page, request }) => {
  const before = ((await (await request.get('/api/jobs')).json()) as { jobs: unknown[] }).jobs.length;
  await openJobs(page);
  const crossed = {
    ...room('x'),
    spaces: [
      {
        id: 'a',
        name: 'A',
        outline: [
          [0, 0],
          [2000, 2000],
          [2000, 0],
          [0, 2000],
        ],
      },
    ],
  };
  await page
    .getByLabel('Job file')
    .setInputFiles({ name: 'bad.pitsaw.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(crossed)) });
  await expect(page.getByRole('alert').filter({ hasText: 'spaces[0]' })).toHaveText('spaces[0].outline: edges 1 and 3 cross');
  for (const data of ['{"format":', '[]', '{"format":"pitsaw/job","version":7}', 'x'.repeat(9_000_000), '['.repeat(200_000)]) {
    expect([400, 413, 422]).toContain(
      (await request.post('/api/jobs', { data, headers: { 'content-type': 'application/json' } })).status(),
    );
  }
  expect(((await (await request.get('/api/jobs')).json()) as { jobs: unknown[] }).jobs.length).toBeLessThan(before + 6);
  expect((await request.get('/api/health')).ok()).toBe(true);
});

test('changes from another origin are refused', async ({ request }) => {
  const answer = await request.post('/api/jobs', { data: room('x'), headers: { origin: 'http://elsewhere.example' } });
  expect(answer.status()).toBe(403);
});

test('begin pressed twice makes one floor', async ({ page }) => {
  await openJobs(page);
  const name = `Twice ${Date.now()}`;
  await page.getByRole('button', { name: 'New floor' }).first().click();
  await page.getByLabel('Name').fill(name);
  await page.getByRole('button', { name: 'Begin', exact: true }).dblclick();
  await expect(page).toHaveURL(/room$/);
  await page.goto('/');
  await page.getByRole('searchbox').fill(name);
  await expect(page.getByRole('heading', { name })).toHaveCount(1);
});

test.describe('on a short window', () => {
  for (const [width, height] of [
    [1280, 720],
    [1366, 625],
    [844, 390],
  ] as const)
    // prettier-ignore
    test(`${width} × ${height}: every stage is within reach, and the focus moves nothing off the screen`, async ({ page, request }) => {
      await page.setViewportSize({ width, height });
      const id = await putJob(request, room('Short window'));
      await page.goto(`/jobs/${id}/room`);
      const stages = page.getByRole('navigation', { name: 'Stages of work' }).getByRole('link');
      const last = stages.last();
      await last.focus();
      await expect(last).toBeInViewport({ ratio: 0.9 });
      for (const stage of [stages.first(), last]) {
        await stage.focus();
        const moved = await page.evaluate(() => [scrollY, ...[...document.querySelectorAll('body, body > *, main')].map((e) => e.scrollTop)]);
        expect(Math.max(...moved)).toBe(0);
      }
      await last.click();
      await expect(page).toHaveURL(/repair$|handover$/);
    });
});
