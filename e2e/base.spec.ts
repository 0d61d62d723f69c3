import { expect, test, type Page } from '@playwright/test';
import { newJob, type Job } from '../src/core/given';
import { openStage, putJob, saved, stored, unfold } from './help';

const levels = (middle: number) => [[60, 60, 0], [2000, 60, 0], [3940, 60, 0], [60, 1500, 0], [2000, 1500, middle], [3940, 1500, 0], [60, 2940, 0], [2000, 2940, 0], [3940, 2940, 0]].map(([x, y, height]) => ({ at: [x!, y!] as [number, number], height: height! })); // prettier-ignore
const office = (middle: number | null): Job => ({
  ...newJob('Sluice office', 'metric', 4000, 3000),
  bases: [{ space: 'room', substrate: 'concrete', spacing: 2000, ...(middle === null ? {} : { levels: levels(middle) }) }],
});
const greatest = (page: Page) => page.getByTestId('big').first();

test('a base is said, its cautions are read by name, and its checks ticked with date and hand', async ({ page, request }) => {
  const id = await putJob(request, newJob('Sluice office', 'metric', 4000, 3000));
  await openStage(page, id, 'base');
  await page.getByRole('button', { name: 'Concrete' }).click();
  await unfold(page, 'To look at first');
  // a check that a caution stands before cannot be ticked unseen
  await expect(page.getByRole('checkbox', { name: /Gripper strips are prised/ })).toHaveCount(0);
  const strips = page.getByRole('region', { name: 'Gripper strips are sharp' });
  await expect(strips.getByRole('button')).toBeDisabled();
  await page.getByLabel('Your name').fill('Wren');
  await strips.getByRole('button', { name: 'Wren has read this' }).click();
  await page.getByRole('checkbox', { name: /Gripper strips are prised/ }).check({ force: true });
  await saved(page);
  const base = (await stored(request, id)).bases![0]!;
  expect(base.cautions).toMatchObject([{ id: 'strips', by: 'Wren', on: expect.stringMatching(/^\d{4}-/) }]);
  expect(base.checks).toMatchObject([{ id: 'gripper', by: 'Wren' }]);
});

test('heights by the keyboard alone: the map, the fill and the bags follow', async ({ page, request }) => {
  const id = await putJob(request, office(null));
  await openStage(page, id, 'base');
  await unfold(page, 'Heights');
  const field = page.getByLabel(/^Point \d+ of \d+/);
  await field.focus();
  const count = Number(/of (\d+)/.exec((await page.getByText(/^Point 1 of/).textContent())!)![1]);
  for (let i = 0; i < count; i++) {
    const middle = (await page.getByText(/^Point \d+ of/).textContent())!.startsWith('Point 5');
    await page.keyboard.type(middle ? '-9' : '0');
    await page.keyboard.press('Enter');
  }
  await expect(greatest(page)).toHaveText(/^[3-9]\.\d mm/);
  await expect(page.getByText(/Bags of 20 kg/).first()).toBeVisible();
  // back to the point that was wrong by the arrow keys, and put right
  for (let i = 0; i < count; i++) {
    if ((await page.getByText(/^Point \d+ of/).textContent())!.startsWith('Point 5')) break;
    await page.keyboard.press('ArrowDown');
  }
  await page.keyboard.type('0');
  await page.keyboard.press('Enter');
  await expect(greatest(page)).toHaveText(/^0\.0 mm/);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(greatest(page)).toHaveText(/^[3-9]\.\d mm/);
});

test('the level takes readings into one point after the other, and survives being out of range', async ({ page, request }) => {
  const id = await putJob(request, office(null));
  await openStage(page, id, 'base');
  await unfold(page, 'Heights');
  await page.getByRole('button', { name: 'Connect a level' }).click();
  await expect(page.getByText('Simulated level in Weir Cottage')).toBeVisible({ timeout: 20_000 });
  const field = page.getByLabel(/^Point \d+ of \d+/);
  await field.focus();
  await expect(async () => {
    await page.keyboard.press('F2');
    await expect(page.getByText(/^Point 3 of/)).toBeVisible({ timeout: 1_500 });
  }).toPass({ timeout: 40_000 });
  await page.getByRole('button', { name: 'Walk out of range' }).click();
  await expect(page.getByText(/The level is lost/)).toBeVisible();
  await expect(page.getByText(/Simulated level in Weir Cottage/)).toBeVisible({ timeout: 30_000 });
  await saved(page);
  expect((await stored(request, id)).bases![0]!.levels!.length).toBeGreaterThanOrEqual(2);
});

test('the straightedge is moved by keys and by dragging; before and after the mend', async ({ page, request }) => {
  const id = await putJob(request, office(-8));
  await openStage(page, id, 'base');
  const end = page.getByRole('button', { name: /Straightedge, second end/ });
  const before = (await end.boundingBox())!;
  await end.focus();
  await page.keyboard.press('Shift+ArrowLeft');
  await expect.poll(async () => (await end.boundingBox())!.x).not.toBe(before.x);
  const from = (await end.boundingBox())!;
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(from.x - 60, from.y + 80, { steps: 4 });
  await page.mouse.up();
  await expect.poll(async () => Math.abs((await end.boundingBox())!.x - from.x)).toBeGreaterThan(5);
  await expect(page.getByRole('group', { name: 'Profile under the straightedge' })).toBeVisible();
  await unfold(page, 'The mend');
  await page.getByRole('button', { name: 'Flush', exact: true }).click();
  await expect(page.locator('path.pour')).toHaveCount(1);
  await page.getByRole('button', { name: 'Gaps now' }).click();
  await expect(page.locator('path.place')).toHaveCount(1);
});

test('moisture by place stops a wet base, and says so in words', async ({ page, request }) => {
  const id = await putJob(request, office(0));
  await openStage(page, id, 'base');
  await unfold(page, 'Moisture');
  await page.getByLabel('Moisture, %').fill('4.6');
  await page.getByRole('button', { name: 'Enter it' }).click();
  await expect(page.getByText(/more than the 4 that may be laid on/)).toBeVisible();
  await saved(page);
  expect((await stored(request, id)).bases![0]!.moisture).toMatchObject([{ method: 'mass', value: 4.6 }]);
});

test('pasted heights, a wrong line beside the table', async ({ page, request }) => {
  const id = await putJob(request, office(null));
  await openStage(page, id, 'base');
  await unfold(page, 'Heights');
  await expect(async () => {
    await page.getByRole('button', { name: 'Paste a table' }).click();
    await expect(page.getByRole('dialog')).toBeVisible({ timeout: 2_000 });
  }).toPass();
  await page.getByLabel('Places and heights', { exact: true }).fill('100;100;0\n3900;100;zero');
  await page.getByRole('button', { name: 'Take them' }).click();
  await expect(page.getByText(/^Line 2: /)).toBeVisible();
  await page.getByLabel('Places and heights', { exact: true }).fill('100;100;0\n3900;100;0\n2000;2900;0\n2000;1200;-7');
  await page.getByRole('button', { name: 'Take them' }).click();
  await expect(greatest(page)).toHaveText(/^[1-9]\.\d mm/);
});

test('a picture of the base is kept, shown small, and taken away; what is none is refused in words', async ({ page, request }) => {
  const id = await putJob(request, office(null));
  await openStage(page, id, 'base');
  await unfold(page, 'To look at first');
  const input = page.getByLabel('Pictures of the base');
  const dot = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==', 'base64');
  await input.setInputFiles({ name: 'notes.txt', mimeType: 'image/png', buffer: Buffer.from('no picture at all') });
  await expect(page.getByText(/notes\.txt: This is no picture that can be kept/)).toBeVisible();
  await input.setInputFiles({ name: 'dip.png', mimeType: 'image/png', buffer: dot });
  const picture = page.getByRole('img', { name: /^The base on / });
  await picture.scrollIntoViewIfNeeded();
  await expect.poll(() => picture.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBeGreaterThan(0);
  await saved(page);
  expect((await stored(request, id)).bases![0]!.photos).toMatchObject([{ hash: expect.stringMatching(/^[0-9a-f]{64}$/) }]);
  await page.getByRole('button', { name: /^Take away the picture/ }).click();
  await expect(picture).toHaveCount(0);
});

test('a base too wet says so on every later stage; the floor moves with the season by its true figure', async ({ page, request }) => {
  const wet = office(0);
  wet.bases![0]!.moisture = [{ at: [900, 900], on: '2026-03-02', method: 'mass', value: 5 }];
  const id = await putJob(request, wet);
  await openStage(page, id, 'rows');
  await expect(page.getByText(/the base is too wet to lay on/)).toBeVisible();
  await openStage(page, id, 'base');
  await expect(page.getByText(/the base is too wet to lay on/)).toHaveCount(0);
  await unfold(page, 'How the floor moves');
  const season = page.getByRole('slider', { name: /^Season/ });
  await season.focus();
  await page.keyboard.press('End');
  await expect(page.getByText(/\+\d+(\.\d)? mm along/)).toBeVisible();
});

test('on a phone heights are typed one after the other, with the sheet in sight', async ({ page, request }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const id = await putJob(request, office(null));
  await openStage(page, id, 'base');
  await unfold(page, 'Heights');
  const field = page.getByLabel(/^Point \d+ of \d+/);
  await field.fill('-2.5');
  await field.press('Enter');
  await expect(page.getByText(/^Point 2 of/)).toBeVisible();
  await page.getByRole('button', { name: 'Connect a level' }).click();
  await expect(page.getByText(/Simulated level/)).toBeVisible({ timeout: 20_000 });
  await field.focus();
  await expect(async () => {
    await page.getByRole('button', { name: /^Take it/ }).click();
    await expect(page.getByText(/^Point 3 of/)).toBeVisible({ timeout: 1_500 });
  }).toPass({ timeout: 40_000 });
  // nothing is wider than the screen
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await saved(page);
  expect((await stored(request, id)).bases![0]!.levels![0]).toMatchObject({ height: -2.5 });
});
