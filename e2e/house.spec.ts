import { readFileSync } from 'node:fs';
import { expect, test, type Locator, type Page } from '@playwright/test';
import { brokenHall, drawingOf } from '../test/large';
import { demoJobs } from '../demo/jobs';
import { planJob } from '../src/core/plan';
import { planDxf } from '../src/formats/dxf';
import { openJobs, openStage, planned, putJob, room, saved, stored, unfold } from './help';

/** Goes to a control with the Tab key alone. */
async function tabTo(page: Page, to: Locator): Promise<void> {
  await expect(to).toBeVisible();
  for (let i = 0; i < 120; i++) {
    if (await to.evaluate((e) => e === document.activeElement)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`the Tab key does not reach ${String(to)}`);
}

/** Holds the instrument against something of the house, and shoots into the focused field until no reading is a bad one. */
async function measure(page: Page, target: string, field: Locator, truth: number): Promise<void> {
  await tabTo(page, field);
  const held = page.getByLabel(/^Held against/);
  for (let i = 0; i < 60 && (await held.locator('option:checked').textContent()) !== target; i++) await page.keyboard.press('F4');
  await expect(async () => {
    const before = await field.inputValue();
    await page.keyboard.press('F2');
    await expect(field).not.toHaveValue(before, { timeout: 2000 });
    expect(Math.abs(Number((await field.inputValue()).replace(/[^\d.]/g, '')) - truth)).toBeLessThan(5);
  }).toPass({ timeout: 60_000 });
}

test('a corridor and two rooms are surveyed with the laser and the keyboard alone', async ({ page, request }) => {
  test.setTimeout(300_000);
  await openJobs(page);
  await tabTo(page, page.getByRole('button', { name: 'New floor' }).first());
  await page.keyboard.press('Enter');
  await tabTo(page, page.getByRole('textbox', { name: 'Name' }));
  await page.keyboard.type('By laser');
  await page.keyboard.press('Enter');
  await page.waitForURL(/\/room$/);
  await planned(page);
  const id = /jobs\/([^/]+)/.exec(page.url())![1]!;

  await tabTo(page, page.getByRole('button', { name: 'Connect a laser measure' }));
  await page.keyboard.press('Enter');
  await expect(page.getByLabel(/^Held against/)).toBeVisible();
  await measure(page, 'Corridor, wall A', page.getByLabel('Length (left to right)'), 7200);
  await measure(page, 'Corridor, wall B', page.getByLabel('Width (top to bottom)'), 1260);

  const hang = async (name: string, wall: string, numbers: readonly (readonly [string, string, number])[]) => {
    await tabTo(page, page.getByRole('button', { name: 'Room beyond a wall' }));
    await page.keyboard.press('Enter');
    await tabTo(page, page.getByLabel('Beyond wall'));
    await page.keyboard.press(wall);
    for (const [label, target, truth] of numbers) await measure(page, target, page.getByLabel(`New room: ${label}`), truth);
    await tabTo(page, page.getByRole('button', { name: 'Add the room' }));
    await page.keyboard.press('Enter');
    await tabTo(page, page.getByLabel('Name of the room'));
    await page.keyboard.press('Control+a');
    await page.keyboard.type(name);
    // back to the corridor for the next one
    await tabTo(page, page.getByRole('button', { name: 'Room', exact: true }));
    await page.keyboard.press('Enter');
  };
  await hang('Tea kitchen', 'c', [
    ['Wall thickness', 'Corridor to Tea kitchen: wall thickness', 100],
    ['Length along it', 'Tea kitchen, wall A', 2480],
    ['Depth away from it', 'Tea kitchen, wall B', 2740],
    ['Doorway width', 'Corridor to Tea kitchen: doorway width', 800],
  ]);
  await hang('Book store', 'a', [
    ['Wall thickness', 'Corridor to Book store: wall thickness', 100],
    ['Length along it', 'Book store, wall A', 1700],
    ['Depth away from it', 'Book store, wall B', 1000],
    ['Doorway width', 'Corridor to Book store: doorway width', 700],
  ]);
  await page.keyboard.press('Escape');
  await saved(page);
  const job = await stored(request, id);
  expect(job.spaces.map((s) => s.name)).toEqual(['Room', 'Tea kitchen', 'Book store']);
  const plan = planJob(job);
  expect(plan.ok && plan.value.floors.map((f) => f.spaces.length)).toEqual([3]);
});

test('a lost laser is said and found again; what is typed meanwhile is taken; readings run on and a bad one shows', async ({
  page,
  request,
}) => {
  const id = await putJob(request, room('Lost laser'));
  await openStage(page, id, 'room');
  await page.getByRole('button', { name: 'Connect a laser measure' }).click();
  await page.getByRole('button', { name: 'Walk out of range' }).click();
  await expect(page.getByText('The laser is lost.')).toBeVisible();
  await page.getByLabel('Length (left to right)').fill('5120');
  await page.getByLabel('Length (left to right)').press('Enter');
  await expect(page.getByLabel(/^Held against/)).toBeVisible({ timeout: 20_000 });
  await page.keyboard.press('Shift+F2');
  await expect(page.locator('[data-testid=laser-reading] small')).toContainText(' to ');
  await page.getByLabel('Width (top to bottom)').focus();
  await page.keyboard.press('F2');
  await expect(page.getByLabel('Width (top to bottom)')).not.toHaveValue('3340');
  await saved(page);
  expect((await stored(request, id)).spaces[0]!.outline[1]![0]).toBe(5120);
});

test('three widths become a flare, an angle and a bay change the outline, and a room is moved and snaps', async ({ page, request }) => {
  const id = await putJob(request, room('Flared', 4000, 3000));
  await openStage(page, id, 'room');
  await unfold(page, 'Widths and diagonals');
  await page.getByRole('button', { name: 'Three widths' }).click();
  for (const [n, width] of [
    ['1', '2990'],
    ['2', '3000'],
    ['3', '3010'],
  ] as const) {
    await page.getByLabel(`Width ${n}, measured`).fill(width);
    await page.getByLabel(`Width ${n}, measured`).press('Enter');
  }
  await expect(page.getByText(/^They differ by/)).toContainText('20 mm');
  await page.getByRole('button', { name: 'Draw the flare' }).click();
  await saved(page);
  const heights = () => stored(request, id).then((j) => j.spaces[0]!.outline.map((p) => p[1]));
  expect((await heights()).sort((a, b) => a - b).slice(2)).toEqual([2987.5, 3012.5]);

  await page.getByRole('button', { name: 'Bay, curve or corner in wall A' }).click();
  await page.getByRole('button', { name: 'Build the bay' }).click();
  await saved(page);
  expect((await stored(request, id)).spaces[0]!.outline).toHaveLength(8);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => heights().then((h) => h.length)).toBe(4);
  await expect(page.getByRole('button', { name: /^Corner \d/ })).toHaveCount(4);
  const angle = page.getByLabel('Angle of the corner after wall A, degrees inside the room');
  await angle.fill('95');
  await angle.press('Enter');
  await saved(page);
  expect((await stored(request, id)).spaces[0]!.outline[2]![0]).toBeGreaterThan(4200);

  await page.getByRole('button', { name: 'Room beyond a wall' }).click();
  await page.getByRole('button', { name: 'Add it and walk its walls' }).click();
  await page.getByLabel('From that corner to the doorway').fill('500');
  await page.getByLabel('From that corner to the doorway').press('Enter');
  for (const length of ['2400', '1800', '2400', '1800']) {
    await page.getByLabel(/^Wall [A-Z], length/).fill(length);
    await page.getByRole('button', { name: 'Turn right', exact: true }).click();
  }
  await page.getByRole('button', { name: 'Use this outline' }).click();
  await planned(page);
  await saved(page);
  const before = (await stored(request, id)).spaces[1]!.outline;
  await page.getByRole('button', { name: /^Move Room 2/ }).press('ArrowDown');
  await saved(page);
  const after = await stored(request, id);
  expect(after.spaces[1]!.outline[0]![1]).toBeCloseTo(before[0]![1] - 1, 3);
  // the doorway went along: it still joins the two
  expect(planJob(after).ok).toBe(true);
});

test('the cottage goes out as DXF and comes back the same; a large drawing is read while the page answers', async ({ page, request }) => {
  const cottage = demoJobs[demoJobs.length - 1]!;
  const id = await putJob(request, { ...cottage, name: 'There and back' });
  await openStage(page, id, 'cuts');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'DXF' }).click();
  const text = readFileSync(await (await download).path(), 'utf8');
  const plan = planJob(cottage);
  expect(plan.ok && text.length === planDxf(cottage, plan.value).length).toBe(true);

  await page.getByRole('link', { name: /Room/ }).click();
  await page
    .getByLabel('Drawing', { exact: true })
    .setInputFiles({ name: 'back.dxf', mimeType: 'image/vnd.dxf', buffer: Buffer.from(text) });
  await expect(page.getByRole('img', { name: /^4 rooms in a drawing/ })).toBeVisible();
  await page.getByRole('button', { name: 'Take these rooms' }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
  await saved(page);
  const back = await stored(request, id);
  expect({ ...back, name: cottage.name }).toEqual(JSON.parse(JSON.stringify(cottage)));

  await openJobs(page);
  const preview = page.getByRole('img', { name: /rooms in a drawing/ });
  const large = { name: 'large.dxf', mimeType: 'image/vnd.dxf', buffer: Buffer.from(drawingOf(5000)) };
  await page.getByLabel('Job file or drawing').setInputFiles(large);
  await expect(preview).toBeVisible();
  await page.keyboard.press('Escape');
  // what is no drawing is said in the dialog
  await page
    .getByLabel('Job file or drawing')
    .setInputFiles({ name: 'photo.svg', mimeType: 'image/svg+xml', buffer: Buffer.from('GIF89a') });
  await expect(page.getByRole('alert').filter({ hasText: 'photo.svg: this is not an SVG drawing' })).toBeVisible();
});

test('while a hall of 2,000 m² is planned, the page answers and says how far the search is; it can be stopped', async ({
  page,
  request,
}) => {
  test.setTimeout(240_000);
  const id = await putJob(request, brokenHall());
  await openStage(page, id, 'plank');
  const gap = page.getByLabel(/Gap/).first();
  const change = async (mm: number) => {
    await gap.fill(`${mm}`);
    await gap.press('Enter');
    await expect(page.getByText('Searching')).toBeVisible();
  };
  await change(9);
  // a stage that needs the plan says that it is being worked out, not that something is wrong
  await page.getByRole('link', { name: /Rows\s*, being worked out/ }).click();
  await expect(page.getByRole('link', { name: /Rows/ })).toHaveAttribute('aria-current', 'step');
  await planned(page);
  await page.getByRole('link', { name: /Plank/ }).first().click();
  // a search that was over before it could be stopped is begun anew
  let mm = 9;
  await expect(async () => {
    await change(++mm);
    await page.getByRole('status').filter({ hasText: 'Searching' }).getByRole('button', { name: 'Cancel' }).click({ timeout: 4000 });
    await expect(page.getByText('The search was stopped')).toBeVisible({ timeout: 4000 });
  }).toPass();
  await page.keyboard.press('z');
  await planned(page);
});
