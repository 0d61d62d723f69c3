import { expect, test } from '@playwright/test';
import { demoJobs } from '../demo/jobs';
import { planJob, rackOf } from '../src/core/plan';
import { choosePiece, openStage, planned, putJob, room, saved, stored, tally, unfold } from './help';

const cottage = demoJobs[demoJobs.length - 1]!;

test('the cottage shows five schools with their prices, the same as the command line gives; one is taken and undone', async ({
  page,
  request,
}) => {
  test.setTimeout(120_000);
  const id = await putJob(request, { ...cottage, name: 'Five schools' });
  await openStage(page, id, 'rows');
  const schools = page.getByRole('region', { name: 'Schools side by side' });
  await expect(schools.getByRole('listitem')).toHaveCount(5);
  await expect(schools.getByText('Planning each school')).toBeHidden({ timeout: 60_000 });
  await expect(schools.locator('svg.miniature')).toHaveCount(5);
  const thirds = schools.getByRole('listitem').filter({ hasText: 'Thirds, shuffled' });
  const told = Number(await thirds.locator('dd').first().textContent());
  // the kitchen is a floor of its own and keeps its school
  const same = planJob({ ...cottage, layouts: [...cottage.layouts!, { space: 'corridor', stagger: { school: 'thirds', seed: 1 } }] });
  expect(same.ok && same.value.totals.planks).toBe(told);
  await thirds.getByRole('button', { name: 'Lay it Thirds, shuffled' }).click();
  await expect(tally(page, 'Planks')).toHaveText(new RegExp(`^${told}`));
  await saved(page);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => stored(request, id).then((j) => JSON.stringify(j.layouts))).toBe(JSON.stringify(cottage.layouts));
});

test('a plank is given a price, calm to thrifty, and what waits is bounded: each with what it costs, taken by one press and undone', async ({
  page,
  request,
}) => {
  test.setTimeout(120_000);
  const id = await putJob(request, room('Priced', 5200, 3000));
  await openStage(page, id, 'rows');
  await expect(tally(page, 'Planks')).toHaveText(/the fewest|at least/);
  await unfold(page, 'From calm to thrifty');
  const prices = page.getByRole('region', { name: 'Planks against faults' });
  await expect(prices.getByRole('row')).toHaveCount(6);
  await expect(prices.getByText('Planning each way')).toBeHidden({ timeout: 60_000 });
  await expect(prices.getByRole('group', { name: /^Planks against faults: \d+ planks/ })).toBeVisible();
  const calm = prices.getByRole('row').filter({ hasText: 'Calm' }).first();
  const told = await calm.getByRole('cell').nth(1).textContent();
  await calm.getByRole('button', { name: 'Take Calm' }).click();
  await saved(page);
  expect((await stored(request, id)).layout.stagger.price).toBe(0.3);
  await expect(tally(page, 'Planks')).toHaveText(new RegExp(`^${told}`));
  // the slider goes by the same steps
  await page.getByRole('slider').focus();
  await page.keyboard.press('ArrowRight');
  await expect.poll(() => stored(request, id).then((j) => j.layout.stagger.price)).toBe(1);

  await unfold(page, 'What waits on the rack');
  const racks = page.getByRole('region', { name: 'What less waiting costs' });
  await expect(racks.getByText('Planning each way')).toBeHidden({ timeout: 60_000 });
  await racks.getByRole('button', { name: 'Take At most 2' }).click();
  await saved(page);
  const bounded = await stored(request, id);
  expect(bounded.layout.stagger.rack).toBe(2);
  const plan = planJob(bounded);
  expect(plan.ok && rackOf(plan.value.floors).greatest).toBeLessThanOrEqual(2);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => stored(request, id).then((j) => j.layout.stagger.rack)).toBeUndefined();
});

test('a strip that hangs on a tape’s error is told at its wall, and not where the tape is trusted', async ({ page, request }) => {
  // 2 × 52 mm beside ten whole planks
  const job = room('Hangs', 4000, 10 * 192 + 2 * 52 + 16);
  const id = await putJob(request, {
    ...job,
    layout: { ...job.layout, direction: 0, setOut: { mode: 'edge-on-centre', space: job.spaces[0]!.id } },
  });
  await openStage(page, id, 'setout');
  await expect(page.getByText('measure it again').first()).toBeVisible();
  await page.getByLabel('A tape errs by').fill('0');
  await page.keyboard.press('Enter');
  await saved(page);
  expect((await stored(request, id)).tape).toBe(0);
  await expect(page.getByText('measure it again')).toBeHidden();
});

test('a joint is kept by hand, with its price before it is kept; a row is locked, starters are swapped, all is let go', async ({
  page,
  request,
}) => {
  const id = await putJob(request, room('By hand', 5200, 3000));
  await openStage(page, id, 'rows');
  await choosePiece(page);
  await page.getByRole('button', { name: 'No joint here' }).click();
  await expect(page.getByText('No joint here', { exact: true }).last()).toBeVisible();
  await expect(page.getByRole('button', { name: 'Keep it' })).toBeVisible();
  await expect(page.locator('[data-testid=offer]')).toContainText('planks');
  await page.getByRole('button', { name: 'Leave it' }).click();
  expect((await stored(request, id)).hand).toBeUndefined();

  await page.getByRole('button', { name: 'Keep this joint' }).click();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await saved(page);
  const [pin] = (await stored(request, id)).hand!.pins!;
  await expect(page.locator('.hand circle')).toHaveCount(1);
  // another arrangement leaves it where it is
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /Next best arrangement/ }).click();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await planned(page);
  await saved(page);
  const plan = planJob(await stored(request, id));
  const ends = plan.ok ? plan.value.floors[0]!.pieces.flatMap((p) => p.outline[0]!.map((q) => q[0])) : [];
  expect(ends.some((x) => Math.abs(x - pin![0]) < 0.6)).toBe(true);

  await choosePiece(page);
  await page.getByRole('button', { name: /^Lock row/ }).click();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await page
    .getByRole('button', { name: /^Swap with row/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await saved(page);
  expect((await stored(request, id)).hand!.pins!.length).toBeGreaterThan(1);
  await page.getByRole('button', { name: /^Let all/ }).click();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.locator('.hand circle')).toHaveCount(0);
});

test('faces are drawn and dealt from boxes or piles; the floor is seen as one walks in while V is held', async ({ page, request }) => {
  const id = await putJob(request, { ...cottage, name: 'Seen from the door' });
  await openStage(page, id, 'rows');
  await expect(page.locator('.faces pattern').first()).toBeAttached();
  await unfold(page, 'Rows');
  await expect(page.getByText(/deals \d+ of box \d+/).first()).toBeVisible();
  await page.keyboard.down('v');
  await expect(page.getByRole('img', { name: /^The floor as one walks/ })).toBeVisible();
  await page.keyboard.up('v');
  await expect(page.getByRole('img', { name: /^The floor as one walks/ })).toBeHidden();
  await page.getByRole('button', { name: /As one walks in/ }).click();
  await page.getByLabel('Walking').selectOption({ index: 1 });
  await expect(page.getByRole('img', { name: /^The floor as one walks/ })).toBeVisible();
  await page.getByRole('link', { name: /Plank/ }).click();
  await unfold(page, 'The box');
  await page.getByLabel('Faces are mixed by').selectOption('piles');
  await saved(page);
  await page.getByRole('link', { name: /Rows/ }).click();
  await expect(page.getByText(/deals \d+ of pile \d+/).first()).toBeVisible();
});

test('several sizes in a box: lengths and widths are mixed and planned, with what is left in the boxes', async ({ page, request }) => {
  const id = await putJob(request, room('Mixed', 5200, 3600));
  await openStage(page, id, 'plank');
  await unfold(page, 'The box');
  await page.getByRole('button', { name: 'Another size in the box' }).click();
  await page.getByLabel('Size 2, length').fill('900');
  await page.getByLabel('Size 2, length').press('Enter');
  await planned(page);
  await saved(page);
  const lengths = planJob(await stored(request, id));
  expect(lengths.ok && new Set(lengths.value.planks.map((p) => p.length))).toEqual(new Set([1285, 900]));
  await expect(page.getByText(/Left in the boxes/)).toBeVisible();
  // a row of mixed lengths is locked by all its joints
  await page.getByRole('link', { name: /Rows/ }).first().click();
  await choosePiece(page, 34, 22);
  await page.getByRole('button', { name: /^Lock row/ }).click();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await planned(page);
  await saved(page);
  const kept = await stored(request, id);
  const again = planJob(kept);
  const joints = again.ok ? again.value.floors[0]!.pieces.flatMap((p) => p.outline[0]!.map(([x]) => x)) : [];
  expect(kept.hand!.pins!.length).toBeGreaterThan(2);
  for (const [x] of kept.hand!.pins!) expect(joints.some((u) => Math.abs(u - x) < 0.7)).toBe(true);
  await page.getByRole('link', { name: /Plank/ }).first().click();
  await page.getByLabel('Size 2, length').fill('1285');
  await page.getByLabel('Size 2, length').press('Enter');
  await page.getByLabel('Size 2, face width').fill('130');
  await page.getByLabel('Size 2, face width').press('Enter');
  await page.getByLabel('Order of the rows’ widths, mm').fill('192, 130, 130');
  await page.getByLabel('Order of the rows’ widths, mm').press('Enter');
  await planned(page);
  await saved(page);
  const widths = planJob(await stored(request, id));
  expect(widths.ok && new Set(widths.value.floors[0]!.rows.map((r) => r.width))).toEqual(new Set([192, 130]));
});
