import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { demoJobs } from '../demo/jobs';
import { newJob, type Job } from '../src/core/given';
import { openStage, putJob, saved, stored, unfold } from './help';

const cottage = demoJobs[demoJobs.length - 1]!;
const big = (page: Page) => page.getByTestId('big').first();
const room: Job = { ...newJob('Sluice office', 'metric', 4600, 3400), bases: [{ space: 'room', substrate: 'concrete' }] };

test('what lies beneath is planned in one press, cut from its rolls, and says what is wrong with what one insists on', async ({
  page,
  request,
}) => {
  const id = await putJob(request, room);
  await openStage(page, id, 'beneath');
  await page.getByRole('button', { name: 'Plan what lies beneath' }).click();
  await expect(big(page)).toHaveText(/^2 rolls/);
  await expect(page.getByText('A film: the base is not known to be dry')).toBeVisible();
  await unfold(page, 'How the rolls are cut');
  const roll = page.getByRole('region', { name: 'Roll 1' });
  await expect(roll.getByText(/from 0 mm to/)).toBeVisible();
  await roll.getByRole('button', { name: 'Show' }).click();
  await expect(page.locator('[data-in-hand]').first()).toBeAttached();
  // insisting against the base stays said
  await page.getByLabel('Film on the base').selectOption('none');
  await expect(page.getByRole('alert').filter({ hasText: 'no film lies beneath' })).toBeVisible();
  await saved(page);
  expect((await stored(request, id)).beneath!.choices).toMatchObject([{ space: 'room', film: null, pad: 'auto' }]);
  await page.getByRole('link', { name: /Rows/ }).click();
  await expect(page.getByText('no film on a base that is not dry. See Beneath.')).toBeVisible();
  await page.getByRole('link', { name: /Beneath/ }).click();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'no film lies beneath' })).toHaveCount(0);
});

test('a roll as the shop has it changes the count; a wrong size is said beside its field', async ({ page, request }) => {
  const id = await putJob(request, { ...room, beneath: { materials: [{ id: 'foam', name: 'Foam', kind: 'foam', width: 1000, length: 15000, thickness: 2, tape: true }] } }); // prettier-ignore
  await openStage(page, id, 'beneath');
  await expect(big(page)).toHaveText(/^2 rolls/);
  await unfold(page, 'Materials');
  await page.getByLabel('Foam: length of the roll').fill('40 m');
  await page.getByLabel('Foam: length of the roll').press('Enter');
  await expect(big(page)).toHaveText(/^1 roll/);
  await page.getByLabel('Foam: width').fill('0');
  await page.getByLabel('Foam: width').press('Enter');
  await expect(page.getByText('must be more than 0')).toBeVisible();
});

test('each doorway shows its section, its stack and what does not fit; what is taken moves the plan', async ({ page, request }) => {
  const bare: Job = { ...cottage, name: 'Doors of the cottage', openings: cottage.openings!.map(({ foot: _, kit: __, ...o }) => o) };
  const id = await putJob(request, bare);
  await openStage(page, id, 'doors');
  await page.getByLabel('Doorway or hard edge').selectOption('kitchen-door');
  await expect(page.getByRole('img', { name: /kitchen-door, cut across/ })).toBeVisible();
  await expect(page.getByRole('list', { name: 'What does not fit' }).getByRole('listitem').first()).toHaveText(/mm too (high|low|narrow)/);
  await page.getByRole('list', { name: 'What fits' }).getByRole('button', { name: 'Take it' }).first().click();
  await expect(page.getByText('the planks stop 14 mm before the line: half the foot 6 mm and gap 8 mm')).toBeVisible();
  await saved(page);
  expect((await stored(request, id)).openings!.find((o) => o.id === 'kitchen-door')).toMatchObject({ kit: 'low-sill', foot: 12 });
  // by keyboard, on the drawing
  const porch = page.getByRole('button', { name: /^Corridor, way out/ });
  await porch.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Doorway or hard edge')).toHaveValue('porch-door');
});

test('where nothing fits it is said by how much, and a kit as measured mends it', async ({ page, request }) => {
  const high: Job = {
    ...cottage,
    name: 'A high sill',
    openings: cottage.openings!.map((o) => (o.id === 'porch-door' ? { ...o, kit: undefined, foot: undefined, beyond: { floor: 'stone', height: 31 } } : o)), // prettier-ignore
  };
  const id = await putJob(request, high);
  await openStage(page, id, 'doors');
  await page.getByLabel('Doorway or hard edge').selectOption('porch-door');
  await expect(page.getByRole('alert').filter({ hasText: /Nothing fits here.*mm too/ })).toBeVisible();
  await unfold(page, 'Kits of profiles');
  await page.getByRole('button', { name: 'Another kit, as measured' }).click();
  await page.getByRole('button', { name: /^Reducer\s*cover 44 mm, foot 12 mm/ }).click();
  await page.getByLabel('Kit 1, Reducer: far side, to, mm').fill('40');
  await page.getByLabel('Kit 1, Reducer: far side, to, mm').press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: 'Nothing fits here' })).toHaveCount(0);
  await expect(page.getByRole('list', { name: 'What fits' }).getByText(/^Kit 1, reducer/)).toBeVisible();
});

test('trim that is too thin is said wall by wall, and its lengths are bought as few as there can be', async ({ page, request }) => {
  const id = await putJob(request, newJob('Toll room', 'metric', 4600, 3400));
  await openStage(page, id, 'doors');
  await unfold(page, 'Trim, wall by wall');
  await expect(page.getByText('hides the widest gap of the year everywhere')).toBeVisible();
  await page.getByLabel('Trim: stands off the wall').fill('9');
  await page.getByLabel('Trim: stands off the wall').press('Enter');
  await expect(page.getByText(/does not hide the gap at 4 of 4 stretches/)).toBeVisible();
  await page.getByLabel('Trim: stands off the wall').fill('16');
  await page.getByLabel('Trim: stands off the wall').press('Enter');
  await page.getByLabel('Lengths that are sold, mm').fill('2400, many');
  await page.getByLabel('Lengths that are sold, mm').press('Enter');
  await expect(page.getByText('Lengths in millimetres, such as')).toBeVisible();
  await page.getByLabel('Lengths that are sold, mm').fill('2400, 4800');
  await page.getByLabel('Lengths that are sold, mm').press('Enter');
  await unfold(page, 'Lengths to buy and to cut');
  await expect(page.getByText(/4 of 4800 mm; fewer, or as many and shorter, is not possible/)).toBeVisible();
});

test('paper has the roll plan, every section and what is cut from which length; pieces that are slid in say so', async ({
  page,
  request,
}) => {
  const id = await putJob(request, { ...cottage, name: 'On paper' });
  await page.goto(`/jobs/${id}/print`);
  await expect(page.getByText('Beneath the planks').first()).toBeVisible({ timeout: 60_000 });
  await expect(page.getByRole('img', { name: /cut across its line/ })).toHaveCount(5);
  await expect(page.getByText(/Roll 1, Vapour film/)).toBeVisible();
  await expect(page.getByText(/Painted skirting: \d+ of 3600 mm/)).toBeVisible();
  await expect(page.getByText(/Slides in, under/).first()).toBeVisible();
});

for (const stage of ['beneath', 'doors']) {
  test(`the cottage’s ${stage} passes WCAG checks and stands at 390 px`, async ({ page, request }) => {
    const id = await putJob(request, { ...cottage, name: `Checked ${stage}` });
    await openStage(page, id, stage);
    await expect(big(page)).toBeVisible();
    // what is still being worked out is drawn paler
    await page.locator('footer[data-stale]').waitFor({ state: 'detached' });
    await page.waitForFunction(() => document.getAnimations().every((a) => a.playState !== 'running'));
    const axe = async () => (await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']).analyze()).violations; // prettier-ignore
    expect((await axe()).map((v) => v.id)).toEqual([]);
    await page.setViewportSize({ width: 390, height: 844 });
    await page.reload();
    await expect(big(page)).toBeVisible();
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    expect((await axe()).map((v) => v.id)).toEqual([]);
  });
}
