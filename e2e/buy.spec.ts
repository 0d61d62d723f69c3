import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import ICAL from 'ical.js';
import { newJob, PRESET_MATERIALS, type Job } from '../src/core/given';
import { readPdf } from '../test/pdf';
import { openStage, putJob, saved, stored, tally, unfold } from './help';

const big = (page: Page) => page.getByTestId('big').first();
const office: Job = {
  ...newJob('Toll office', 'metric', 3900, 2900),
  beneath: { materials: [...PRESET_MATERIALS] },
  bases: [{ space: 'room', substrate: 'boards' }],
};

test('the list counts boxes with their spares, leads to each figure, and takes packs and prices', async ({ page, request }) => {
  const id = await putJob(request, office);
  await openStage(page, id, 'buy');
  await expect(tally(page, 'Planks')).toHaveText(/^\d/);
  const planks = parseInt((await tally(page, 'Planks').textContent())!, 10);
  await expect(big(page)).toHaveText(new RegExp(`^${Math.ceil(planks / 8)} boxes`));
  await unfold(page, 'Spares, stairs, currency');
  await page.getByLabel(/^Spare planks/).fill('9');
  await page.getByLabel(/^Spare planks/).press('Enter');
  await expect(big(page)).toHaveText(new RegExp(`^${Math.ceil((planks + 9) / 8)} boxes`));
  const tape = page.getByRole('button', { name: /^Tape over the seams/ });
  await expect(tape).toContainText('metres');
  await tape.click();
  await page.getByLabel('Tape over the seams: metres in a pack').fill('10');
  await page.getByLabel('Tape over the seams: metres in a pack').press('Enter');
  await expect(tape).toContainText(/\d roll/);
  await page.getByLabel('Tape over the seams: price of one').fill('6,50');
  await page.getByLabel('Tape over the seams: price of one').press('Enter');
  await expect(page.getByText(/^Cost, without \d+ lines/)).toBeVisible();
  await page.getByLabel('Tape over the seams: price of one').fill('cheap');
  await page.getByLabel('Tape over the seams: price of one').press('Enter');
  await expect(page.getByText('A number, or nothing.')).toBeVisible();
  await page.getByLabel('Tape over the seams: price of one').press('Escape');
  const list = page.waitForEvent('download');
  await page.getByRole('button', { name: 'List, CSV' }).click();
  expect(readFileSync(await (await list).path(), 'utf8')).toMatch(/^counter,what,for,need.*\nplanks,.*,Room,/);
  await saved(page);
  expect((await stored(request, id)).order!.sold).toEqual([{ item: 'tape', pack: 10, price: 6.5 }]);
  await page.getByRole('button', { name: 'Figure from Beneath' }).click();
  await expect(page).toHaveURL(/\/beneath$/);
});

test('a supplier is asked, ordered from, and what came is counted against the list', async ({ page, request }) => {
  const id = await putJob(request, office);
  await openStage(page, id, 'buy');
  await unfold(page, 'Ask a supplier');
  // it is away now and then, as a real one is; the list is kept
  const ask = page.getByRole('button', { name: /^(What is there, and when|Ask again)/ });
  await page.getByRole('button', { name: 'Take its line down' }).click();
  await ask.click();
  await expect(page.getByText('The supplier cannot be reached just now')).toBeVisible();
  const order = page.getByRole('button', { name: /^Order (all of it|, and wait)/ }).first();
  await expect(async () => {
    await ask.click();
    await expect(order).toBeVisible({ timeout: 1500 });
  }).toPass({ timeout: 30_000 });
  await expect(page.getByText(/^Batch [A-Z]\d\d, \d days/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Take its prices' }).click();
  await expect(page.getByText(/^Cost$/)).toBeVisible();
  await expect(async () => {
    if (await order.isVisible()) await order.click();
    await expect(page.getByText(/, ordered on \d{4}-/)).toBeVisible({ timeout: 1500 });
  }).toPass({ timeout: 30_000 });
  const came = page.getByRole('button', { name: 'It came' });
  for (let left = await came.count(); left > 0; left--) {
    await came.first().click();
    await expect(came).toHaveCount(left - 1);
  }
  await unfold(page, 'What came, what goes back');
  const boxes = page.getByRole('listitem').filter({ hasText: /^Boxes, .*: all there/ });
  await expect(boxes).toBeVisible();
  await page
    .getByRole('group', { name: /^Boxes, / })
    .getByLabel('Damaged')
    .fill('1');
  await page
    .getByRole('group', { name: /^Boxes, / })
    .getByLabel('Damaged')
    .press('Enter');
  await expect(page.getByRole('listitem').filter({ hasText: /^Boxes, .*: 1 missing, 1 damaged/ })).toBeVisible();
  await expect(page.getByText('have it replaced from the same batch')).toBeVisible();
  await page.getByRole('button', { name: /tell Days$/ }).click();
  await saved(page);
  expect((await stored(request, id)).crew!.held).toMatchObject([{ task: 'boxes' }]);
});

test('days are planned from a first day; what is dragged says what it pushes, is held, and is let go', async ({ page, request }) => {
  const id = await putJob(request, office);
  await openStage(page, id, 'days');
  await expect(big(page)).toHaveText('No first day');
  await page.getByLabel('Work begins on').fill('2026-03-30');
  await page.getByRole('button', { name: 'Plan the days' }).click();
  const lay = page.locator('[data-task="lay/f1"]');
  await expect(lay).toHaveAccessibleName(/^Lay: Room, Wed 1 Apr/);
  const finish = await big(page).textContent();
  // boxes rest two days: that decides the end
  await unfold(page, 'Waits');
  await expect(page.getByText(/48 h, the boxes rest in the room/)).toBeVisible();
  const trim = page.locator('[data-task="trim/room"]');
  await trim.scrollIntoViewIfNeeded();
  const box = (await trim.boundingBox())!;
  await page.mouse.move(box.x + 30, box.y + 10);
  await page.mouse.down();
  for (const dy of [40, 120, 240]) await page.mouse.move(box.x + 30, box.y + 10 + dy);
  await expect(page.getByText(/^It pushes 1: Check and hand over/)).toBeVisible();
  await expect(page.getByText(/^The end moves from .* to /)).toBeVisible();
  await page.mouse.up();
  await expect(big(page)).not.toHaveText(finish!);
  await trim.click();
  await page.getByRole('button', { name: 'Let it go' }).click();
  await expect(big(page)).toHaveText(finish!);
  // by keys, and undone
  await saved(page);
  await trim.focus();
  await page.keyboard.press('Shift+ArrowDown');
  await expect(big(page)).not.toHaveText(finish!);
  await saved(page);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(big(page)).toHaveText(finish!);
  // fewer hours, later end; a day that cannot be is said beside its field
  await unfold(page, 'Crew and hours');
  await page.getByLabel('From', { exact: true }).fill('18:00');
  await page.getByLabel('From', { exact: true }).press('Enter');
  await expect(page.getByText('the day ends at 16:30, and begins at 18:00')).toBeVisible();
  await page.getByLabel('From', { exact: true }).press('Escape');
  const file = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Calendar file' }).click();
  const events = new ICAL.Component(ICAL.parse(readFileSync(await (await file).path(), 'utf8'))).getAllSubcomponents('vevent');
  const read = events.map((e) => new ICAL.Event(e));
  expect(read.find((e) => e.uid.startsWith('lay/f1@'))!.startDate.toString()).toMatch(/^2026-04-01T/);
});

test('the job pack is made on the server with its progress, can be stopped, and holds every piece', async ({ page, request }) => {
  const id = await putJob(request, { ...office, crew: { begin: '2026-03-30' } });
  await openStage(page, id, 'cuts');
  const make = page.getByRole('button', { name: 'Job pack, PDF' });
  await make.click();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(make).toBeEnabled();
  const file = page.waitForEvent('download');
  await make.click();
  await expect(page.getByText('Making the pack')).toBeVisible();
  const download = await file;
  expect(download.suggestedFilename()).toBe('Toll office job pack.pdf');
  const pdf = readPdf(readFileSync(await download.path()));
  const ids = await page.locator('table td:first-child').allTextContents();
  expect(ids.length).toBeGreaterThan(10);
  const lines = new Set(pdf.pages.flatMap((p) => p.split('\n')));
  for (const piece of ids.filter((t) => /^\d+\.\d+$/.test(t))) expect(lines).toContain(piece);
  const labels = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Labels, PDF' }).click();
  expect(readPdf(readFileSync(await (await labels).path())).pages.join('\n')).toContain('Row 1');
});
