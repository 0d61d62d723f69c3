import { expect, type APIRequestContext, type Page } from '@playwright/test';
import { serve } from '../bench/attack/server';
import { byAnyName as test, openStage, putJob, room } from './help';

const phone = { width: 390, height: 844 };
const inHand = (page: Page) => page.getByRole('region', { name: 'The piece in hand' });
const press = (page: Page, name: string) => page.getByRole('button', { name, exact: true }).click();
const lines = async (request: APIRequestContext, id: string): Promise<string[]> =>
  (await (await request.get(`/api/jobs/${id}/log`)).text())
    .split('\n')
    .filter(Boolean)
    .map((line) => (JSON.parse(line) as { what: string }).what);

async function begin(page: Page, id: string): Promise<void> {
  await openStage(page, id, 'lay');
  await press(page, 'Begin laying');
  await expect(inHand(page).getByRole('heading', { name: /^Row 1/ })).toBeVisible();
}

/** Presses until a row lies: a press as soon after another as no thumb can counts as that one told twice. */
async function layRow(page: Page, row: number): Promise<void> {
  const button = page.getByRole('button', { name: `Row ${row} lies` });
  await expect(async () => {
    if (await button.isVisible()) await button.click({ timeout: 2000 });
    await expect(button).toBeHidden({ timeout: 1000 });
  }).toPass();
}

/** Whether a page and all code that it has loaded are kept on the device. */
const isKept = (page: Page, path: string): Promise<boolean> =>
  page.evaluate(async (path) => {
    const cache = await caches.open('pitsaw-pages');
    const code = performance.getEntriesByType('resource').map((e) => e.name).filter((name) => name.includes('/_next/static/')); // prettier-ignore
    const found = await Promise.all([path, ...code].map((one) => cache.match(one)));
    return found.every((one) => one !== undefined);
  }, path);

test('a row is sawn and laid piece by piece, taken back, and laid in one press', async ({ page, request }) => {
  const id = await putJob(request, room('Lock house', 4000, 2000));
  await begin(page, id);
  const sawn = inHand(page).getByRole('button', { name: 'Sawn' });
  await expect(inHand(page)).toContainText('piece 1 of');
  if (await sawn.isEnabled()) {
    await sawn.click();
    await expect(inHand(page)).toContainText('Sawn: lay it');
  }
  await press(page, 'Laid');
  await expect(inHand(page)).toContainText('piece 2 of');
  await press(page, 'Back one step');
  await expect(inHand(page)).toContainText('piece 1 of');
  await page.getByRole('button', { name: 'Row 1 lies' }).click();
  await expect(inHand(page).getByRole('heading', { name: /^Row 2/ })).toBeVisible();
  await expect.poll(() => lines(request, id)).toContain('undone');
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
  await expect.poll(() => lines(request, id)).toEqual(['begun', 'laid', 'broken', 'replanned']);
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

test('where planks run short by one, joints could give way: where, and by how much, is said before it is taken', async ({
  page,
  request,
}) => {
  const id = await putJob(request, room('Toll house', 3600, 2400));
  await begin(page, id);
  for (const row of [1, 2]) {
    await layRow(page, row);
  }
  await page.getByRole('button', { name: 'It went otherwise' }).click();
  await press(page, 'Only so many planks are left');
  const field = page.getByLabel('1285 × 192');
  const left = Number(await field.inputValue());
  await field.fill(`${left - 1}`);
  await field.press('Enter');
  await press(page, 'So many are left');
  const way = page.getByRole('region', { name: 'The way on' });
  await expect(way).toContainText('1 plank is missing for the rest');
  await expect(way).toContainText(/If joints gave way in row \d+ \(down to \d+ mm\).*the planks that are there would do/);
  await way.getByRole('button', { name: /joints give way/ }).click();
  await expect(way.getByRole('heading', { name: 'Joints give way' })).toBeVisible();
  await press(page, 'Go on like this');
  await expect(inHand(page).getByRole('heading', { name: /^Row 3/ })).toBeVisible();
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
  // in the page, so that a press on its way does not land on the next row's button
  const press = () => [...document.querySelectorAll('button')].find((b) => b.textContent?.trim() === 'Row 2 lies')?.click();
  await Promise.all([page, other].map((p) => p.evaluate(press)));
  for (const p of [page, other]) await expect(inHand(p).getByRole('heading', { name: /^Row 3/ })).toBeVisible();
  await expect.poll(() => lines(request, id)).toEqual(['begun', 'laid', 'laid']);
  await expect(other.getByText('Not taken')).toHaveCount(0);
  await other.context().close();
});

/** Opens the row screen where the tally is out of sight. */
async function openStageOnPhone(page: Page, id: string): Promise<void> {
  await page.goto(`/jobs/${id}/lay`);
  await expect(inHand(page).or(page.getByRole('button', { name: 'Begin laying' }))).toBeVisible({ timeout: 30_000 });
}

/** What takes a certificate, or a server of its own, is not tried by a name without one. */
const takesACertificate = () => test.skip(test.info().project.name === 'plain http', 'takes a certificate');

test('a network that goes away while the page stays open: laid on, told where it waits, and sent when it is back', async ({
  page,
  context,
  request,
}) => {
  const id = await putJob(request, room('Lock house', 4000, 2000));
  await begin(page, id);
  const secure = await page.evaluate(() => window.isSecureContext);
  await context.setOffline(true);
  await page.getByRole('button', { name: 'Row 1 lies' }).click();
  await expect(page.getByText('no server · 1 waiting on this device')).toBeVisible();
  await expect(page.getByText('No certificate: keep this page open')).toHaveCount(secure ? 0 : 1);
  await press(page, 'Laid');
  await context.setOffline(false);
  await expect.poll(() => lines(request, id)).toEqual(['begun', 'laid', 'laid']);
  await expect(page.getByText('saved on the server')).toBeVisible();
});

test('without a network: opened again, laid on, and sent when the server answers', async ({ browser, request }) => {
  takesACertificate();
  const id = await putJob(request, room('Lock house', 4000, 2000));
  const context = await browser.newContext({ viewport: phone, serviceWorkers: 'allow' });
  const page = await context.newPage();
  await openStageOnPhone(page, id);
  await press(page, 'Begin laying');
  await page.getByRole('button', { name: 'Row 1 lies' }).click();
  await expect.poll(() => lines(request, id)).toEqual(['begun', 'laid']);
  // everything that is needed is on the device
  await expect.poll(() => isKept(page, `/jobs/${id}/lay`), { timeout: 30_000 }).toBe(true);
  await context.setOffline(true);
  await page.reload();
  await expect(inHand(page).getByRole('heading', { name: /^Row 2/ })).toBeVisible({ timeout: 10_000 });
  await page.getByRole('button', { name: 'Row 2 lies' }).click();
  await expect(inHand(page).getByRole('heading', { name: /^Row 3/ })).toBeVisible();
  await expect(page.getByText(/no server · 1 waiting on this device/)).toBeVisible();
  // killed and opened again, still without a network: nothing is lost
  await page.close();
  const again = await context.newPage();
  await again.goto(`/jobs/${id}/lay`);
  await expect(inHand(again).getByRole('heading', { name: /^Row 3/ })).toBeVisible({ timeout: 10_000 });
  await context.setOffline(false);
  await expect.poll(() => lines(request, id), { timeout: 20_000 }).toEqual(['begun', 'laid', 'laid']);
  await expect(again.getByText('saved on the server')).toBeVisible({ timeout: 20_000 });
  await context.close();
});

/** The reading of the way on, once there is one. */
const wayOn = (page: Page) => page.getByRole('region', { name: 'The way on' });
async function otherwise(page: Page, what: string): Promise<void> {
  await page.getByRole('button', { name: 'It went otherwise' }).click();
  await press(page, what);
}

test('a row lies otherwise: its joint is written where it is, the rest follows it', async ({ page, request }) => {
  const id = await putJob(request, room('Lock house', 4000, 2000));
  await begin(page, id);
  await otherwise(page, 'The row lies otherwise');
  const joint = page.getByLabel('Joint 1, from the left end');
  const before = Number(await joint.inputValue());
  await joint.fill(`${before - 40}`);
  await joint.press('Enter');
  // whole planks go along
  await expect(page.getByLabel('Joint 2, from the left end')).toHaveValue(`${before - 40 + 1285}`);
  await press(page, 'Row 1 lies so');
  await press(page, 'Go on like this');
  await expect(inHand(page).getByRole('heading', { name: /^Row 2/ })).toBeVisible();
  const text = await (await request.get(`/api/jobs/${id}/log`)).text();
  const told = JSON.parse(text.split('\n')[1]!) as { what: string; row: number; pieces: { at: number }[] };
  expect(told).toMatchObject({ what: 'laid-as', row: 1 });
  expect(told.pieces[1]!.at - told.pieces[0]!.at).toBeCloseTo(before - 40, 2);
});

test('a wall is elsewhere, a floor was pushed: the way on comes from there, and both can be taken back', async ({ page, request }) => {
  const id = await putJob(request, room('Lock house', 4000, 2000));
  await begin(page, id);
  await page.getByRole('button', { name: 'Row 1 lies' }).click();
  await otherwise(page, 'A wall is elsewhere');
  await page.getByLabel('Which wall').selectOption({ index: 1 });
  const out = page.getByLabel(/is farther out by/);
  await out.fill('-15');
  await out.press('Enter');
  await press(page, 'The wall is there');
  await expect(wayOn(page)).toContainText('new planks for the rest');
  await press(page, 'Take back what was told');
  await expect(inHand(page).getByRole('heading', { name: /^Row 2/ })).toBeVisible();
  await otherwise(page, 'What lies was pushed');
  const along = page.getByLabel('To the right');
  await along.fill('2');
  await along.press('Enter');
  await press(page, 'All that lies of this floor moved so');
  await expect(wayOn(page)).toContainText('too near to what stands there');
  await press(page, 'Go on like this');
  await expect(inHand(page).getByRole('heading', { name: /^Row 2/ })).toBeVisible();
  await expect.poll(() => lines(request, id)).toEqual(['begun', 'laid', 'wall', 'undone', 'moved', 'replanned']);
});

test('a log is saved as a file, and taken in by the same job elsewhere', async ({ page, request }) => {
  const job = room('Lock house', 4000, 2000);
  const id = await putJob(request, job);
  await begin(page, id);
  await page.getByRole('button', { name: 'Row 1 lies' }).click();
  await expect.poll(() => lines(request, id)).toEqual(['begun', 'laid']);
  await page.getByRole('button', { name: /^Log/ }).click();
  const [saved] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Log file' }).click()]);
  const other = await putJob(request, job);
  await openStage(page, other, 'lay');
  const file = { name: saved.suggestedFilename(), mimeType: 'application/jsonl', buffer: await bytesOf(saved) };
  await page.getByLabel('Log file').setInputFiles(file);
  await expect(inHand(page).getByRole('heading', { name: /^Row 2/ })).toBeVisible();
  await expect.poll(() => lines(request, other)).toEqual(['begun', 'laid']);
});

const bytesOf = async (download: { createReadStream(): Promise<NodeJS.ReadableStream> }): Promise<Buffer> => {
  const parts: Buffer[] = [];
  for await (const part of await download.createReadStream()) parts.push(Buffer.from(part as Uint8Array));
  return Buffer.concat(parts);
};

test('rooms are laid in the order that is wanted, and the rule says how far it is', async ({ page, request }) => {
  const job = room('Lock house', 3000, 2000);
  const store = { id: 'store', name: 'Store', outline: [[5000, 0], [7400, 0], [7400, 1800], [5000, 1800]] as [number, number][] }; // prettier-ignore
  const id = await putJob(request, { ...job, spaces: [...job.spaces, store] });
  await openStage(page, id, 'lay');
  const rule = page.getByRole('link', { name: /Lay/ });
  await expect(rule).toContainText('presets only');
  await page.getByRole('button', { name: 'Store earlier' }).click();
  await press(page, 'Begin laying');
  await expect(inHand(page).getByRole('heading', { name: /^Row 1/ })).toContainText('Store');
  await expect(rule).toContainText('under way');
});

test('a room with laid rows is removed only on purpose, and nobody is guided there any more', async ({ page, request }) => {
  const job = room('Lock house', 3000, 2000);
  const store = { id: 'store', name: 'Store', outline: [[5000, 0], [7400, 0], [7400, 1800], [5000, 1800]] as [number, number][] }; // prettier-ignore
  const id = await putJob(request, { ...job, spaces: [...job.spaces.map((s) => ({ ...s, name: 'Hall' })), store] });
  await begin(page, id);
  await expect(inHand(page).getByRole('heading', { name: /^Row 1/ })).toContainText('Hall');
  await page.getByRole('button', { name: 'Row 1 lies' }).click();
  await expect.poll(() => lines(request, id)).toEqual(['begun', 'laid']);
  await openStage(page, id, 'room');
  await press(page, 'Hall');
  await press(page, 'Take away Hall');
  const asked = page.getByRole('dialog', { name: 'Remove Hall?' });
  await expect(asked).toContainText('laid in this room');
  await asked.getByRole('button', { name: 'Keep the room' }).click();
  await expect(page.getByRole('button', { name: 'Take away Hall' })).toBeVisible();
  await press(page, 'Take away Hall');
  await asked.getByRole('button', { name: 'Remove the room' }).click();
  await expect(asked).toBeHidden();
  await page.goto(`/jobs/${id}/lay`);
  await expect(inHand(page).getByRole('heading', { name: /^Row 1/ })).not.toContainText('Hall');
});

test('what was not taken is said with what it means, and can be recorded again; where nothing is stored it is said first', async ({
  page,
  request,
}) => {
  const id = await putJob(request, room('Lock house', 4000, 2000));
  await page.addInitScript(() => {
    IDBFactory.prototype.open = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
  });
  await openStage(page, id, 'lay');
  await expect(page.getByText('This browser stores nothing.')).toBeVisible();
  await press(page, 'Begin laying');
  await expect.poll(() => lines(request, id)).toEqual(['begun']);
  // refused once, as by a plan that came into force meanwhile
  await page.route('**/log', async (route) => {
    if (route.request().method() !== 'POST') return route.continue();
    const { events } = route.request().postDataJSON() as { events: { id: string }[] };
    await route.fulfill({
      json: { taken: events.map((e) => ({ id: e.id, refused: 'was recorded under another plan than the one in force' })) },
    });
  });
  await page.getByRole('button', { name: 'Row 1 lies' }).click();
  const aside = page.getByRole('region', { name: 'Not taken' });
  await expect(aside).toContainText('Not taken: Row 1 lies. It was recorded under another plan than the one in force.');
  await page.unroute('**/log');
  await press(page, 'Record under this plan');
  await expect.poll(() => lines(request, id)).toEqual(['begun', 'laid']);
  await expect(aside).toBeHidden();
});

test('a room is laid to its end on two phones while the server is killed and started again: nothing lost, nothing doubled, both agree', async ({
  browser,
}) => {
  takesACertificate();
  const server = await serve();
  const device = async () => (await browser.newContext({ viewport: phone, baseURL: server.url(), serviceWorkers: 'allow' })).newPage();
  try {
    const made = await fetch(`${server.url()}/api/jobs`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(room('Lock house', 2000, 1300)) }); // prettier-ignore
    const { id } = ((await made.json()) as { job: { id: string } }).job;
    const [saw, floor] = [await device(), await device()];
    for (const page of [saw, floor]) await openStageOnPhone(page, id);
    await press(saw, 'Begin laying');
    await expect(inHand(floor).getByRole('heading', { name: /^Row 1/ })).toBeVisible();
    for (const page of [saw, floor]) await expect.poll(() => isKept(page, `/jobs/${id}/lay`), { timeout: 30_000 }).toBe(true);
    await server.kill();
    // one saws, the other lays, and neither hears of the other; the one on the floor is opened again meanwhile
    await expect(floor.getByText(/no server/)).toBeVisible({ timeout: 20_000 });
    await inHand(saw).getByRole('button', { name: 'Sawn' }).click();
    await floor.reload();
    await floor.getByRole('button', { name: 'Row 1 lies' }).click();
    await expect(inHand(floor).getByRole('heading', { name: /^Row 2/ })).toBeVisible();
    await expect(floor.getByText(/no server · 1 waiting on this device/)).toBeVisible();
    await server.start();
    for (const page of [saw, floor]) {
      await expect(page.getByText('saved on the server')).toBeVisible({ timeout: 40_000 });
      await expect(inHand(page).getByRole('heading', { name: /^Row 2/ })).toBeVisible({ timeout: 20_000 });
    }
    const rows = Number((await inHand(floor).getByRole('heading').textContent())!.match(/of (\d+)/)![1]);
    for (let row = 2; row <= rows; row++) {
      await layRow(floor, row);
    }
    for (const page of [saw, floor]) await expect(page.getByText('All of the floor lies.')).toBeVisible({ timeout: 20_000 });
    const told = (await (await fetch(`${server.url()}/api/jobs/${id}/log`)).text()).split('\n').filter(Boolean).map((l) => (JSON.parse(l) as { what: string }).what); // prettier-ignore
    expect(told.filter((what) => what === 'laid')).toHaveLength(rows);
    expect(told.filter((what) => what === 'begun')).toHaveLength(1);
  } finally {
    await server.end();
  }
});
