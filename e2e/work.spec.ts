import { expect, test, type Page } from '@playwright/test';
import { planJob } from '../src/core/plan';
import { choosePiece, openStage, planned, putJob, room, saved, stored, tally } from './help';

test('a changed length is planned, saved, and undone after a reload', async ({ page, request }) => {
  const id = await putJob(request, room('Reading room'));
  await openStage(page, id, 'room');
  const planks = await tally(page, 'Planks').innerText();
  await page.getByLabel('Length (left to right)').fill('6.2 m');
  await page.getByLabel('Length (left to right)').press('Enter');
  await expect(tally(page, 'Planks')).not.toHaveText(planks);
  await saved(page);
  await page.reload();
  await planned(page);
  await expect(page.getByLabel('Length (left to right)')).toHaveValue('6200');
  await page.keyboard.press('z');
  await expect(page.getByLabel('Length (left to right)')).toHaveValue('4600');
  await page.keyboard.press('y');
  await expect(page.getByLabel('Length (left to right)')).toHaveValue('6200');
});

test('a length that cannot be is refused beside its field', async ({ page, request }) => {
  const id = await putJob(request, room('Reading room'));
  await openStage(page, id, 'plank');
  const rip = page.getByLabel('Least rip (width of a strip)', { exact: true });
  await rip.fill('250');
  await rip.press('Enter');
  await expect(page.getByText('250 is wider than a whole plank (192)')).toBeVisible();
  await rip.fill('a bit');
  await rip.press('Enter');
  await expect(page.getByText('Not understood. Write it like 2430')).toBeVisible();
  await rip.press('Escape');
  await expect(rip).toHaveValue('50');
  await rip.press('ArrowUp');
  await expect(rip).toHaveValue('51');
  await saved(page);
  expect((await stored(request, id)).product.limits.rip).toBe(51);
  await expect(page.getByLabel('Source of: Least rip (width of a strip)').locator('option:checked')).toHaveText('you set it');
});

const handle = (page: Page) => page.getByRole('slider', { name: /The line/ });

test('the line is dragged and nudged; strips follow at once and stops bring it back', async ({ page, request }) => {
  const id = await putJob(request, room('Reading room'));
  await openStage(page, id, 'setout');
  await expect(page.locator('[data-testid=big]')).toHaveText(/126\s*mm/);
  await handle(page).focus();
  await page.keyboard.press('ArrowDown');
  await expect(page.locator('[data-testid=big]')).toHaveText(/125\s*mm/);
  await page.keyboard.press('Shift+ArrowDown');
  await expect(page.locator('[data-testid=big]')).toHaveText(/115\s*mm/);
  await expect(page.getByText('You placed the line')).toBeVisible();

  const box = (await handle(page).boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x, y + 8, { steps: 4 });
  await expect(page.locator('[data-testid=big]')).not.toHaveText(/115\s*mm/);
  await expect(page.locator('path.row-edge')).toHaveCount(1);
  const during = await page.locator('[data-testid=big]').innerText();
  await page.mouse.up();
  await expect(page.locator('path.row-edge')).toHaveCount(0);
  await expect(page.locator('[data-testid=big]')).toHaveText(during.replace(/\s+/g, ' '));
  await saved(page);
  expect((await stored(request, id)).layout.setOut.mode).toBe('row-edge-at');

  await page.getByRole('button', { name: 'Full first' }).click();
  await expect(page.locator('[data-testid=big]')).toHaveText(/60\s*mm/);
  await page.getByRole('button', { name: 'Best', exact: true }).click();
  await expect(page.locator('[data-testid=big]')).toHaveText(/126\s*mm/);
});

test('the drawn pieces are the plan file’s, to the millimetre, at one true scale', async ({ page, request }) => {
  const id = await putJob(request, room('Reading room', 3905, 2777));
  await openStage(page, id, 'rows');
  const plan = planJob(await stored(request, id));
  if (!plan.ok) throw new Error('no plan');
  const wanted = plan.value.floors.flatMap((f) => f.pieces.flatMap((p) => p.outline.map((ring) => ring.map((q) => q.join(' ')).join('L'))));
  const drawn = await page.locator('path.piece').evaluateAll((paths) =>
    paths.flatMap((p) =>
      p
        .getAttribute('d')!
        .split('Z')
        .filter(Boolean)
        .map((d) => d.slice(1)),
    ),
  );
  expect(drawn.sort()).toEqual(wanted.sort());
  const [scale, screen] = await page.locator('path.outline').evaluate((path: SVGPathElement) => {
    const m = path.getScreenCTM()!;
    const box = path.getBoundingClientRect();
    return [
      [Math.hypot(m.a, m.b), Math.hypot(m.c, m.d)],
      [box.width, box.height],
    ] as const;
  });
  expect(scale[0]).toBeCloseTo(scale[1]!, 9);
  expect(screen[0]! / screen[1]!).toBeCloseTo(3905 / 2777, 1);
});

test('a piece tells its plank, its cut and where the rest goes; the next best arrangement has its price before it is kept', async ({
  page,
  request,
}) => {
  const id = await putJob(request, room('Reading room'));
  await openStage(page, id, 'rows');
  await choosePiece(page);
  await expect(page.locator('path.chosen')).toHaveCount(1);
  await page.getByRole('button', { name: 'Back to the floor' }).click();
  const before = await page.locator('path.piece').first().getAttribute('d');
  await page.keyboard.press('n');
  const trial = page.locator('[data-testid=offer]');
  await expect(trial).toContainText(/Arrangement 1 of \d.*\d+ planks(, as now| instead of \d+)/);
  await page.keyboard.press('n');
  await expect(trial).toContainText('Arrangement 2 of');
  await page.getByRole('button', { name: 'Leave it' }).click();
  expect(await page.locator('path.piece').first().getAttribute('d')).toBe(before);
  // the ranking is still there
  await page.keyboard.press('n');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect.poll(() => page.locator('path.piece').first().getAttribute('d')).not.toBe(before);
});

test('a save from an older version is refused, and the user says which goes on', async ({ page, context, request }) => {
  const id = await putJob(request, room('Reading room'));
  await openStage(page, id, 'room');
  const other = await context.newPage();
  await openStage(other, id, 'room');
  await other.getByLabel('Length (left to right)').fill('5000');
  await other.getByLabel('Length (left to right)').press('Enter');
  await saved(other);
  await page.getByLabel('Width (top to bottom)').fill('3000');
  await page.getByLabel('Width (top to bottom)').press('Enter');
  await page.getByRole('button', { name: 'Keep what is on this screen' }).click();
  await saved(page);
  expect((await stored(request, id)).spaces[0]!.outline[2]).toEqual([4600, 3000]);
  // the other version is one undo away
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Length (left to right)')).toHaveValue('5000');
});

test('units, keys and stages by the keyboard', async ({ page, request }) => {
  const id = await putJob(request, room('Reading room'));
  await openStage(page, id, 'room');
  await page.keyboard.press('u');
  await expect(page.getByLabel('Length (left to right)')).toHaveValue(`15' 1 1/8"`);
  await page.keyboard.press('4');
  await expect(page).toHaveURL(/setout$/);
  await expect(page.locator('[data-testid=big]')).toHaveText(`4 15/16"`);
  await page.keyboard.press('?');
  await page.getByRole('tab', { name: 'Keys' }).click();
  await expect(page.getByRole('dialog')).toContainText('undo');
  await page.keyboard.press('Escape');
  await page.keyboard.press('d');
  await expect(page.getByText('Planks run top to bottom')).toBeVisible();
  await planned(page);
});

test('the cut list prints on A4 and Letter and is saved as CSV', async ({ page, request }) => {
  const id = await putJob(request, room('Reading room'));
  await openStage(page, id, 'cuts');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'CSV' }).click();
  const csv = await (await (await download).createReadStream()).toArray();
  const lines = Buffer.concat(csv as Buffer[])
    .toString('utf8')
    .trim()
    .split('\n');
  expect(lines[0]).toBe('floor,row,piece,room,plank,take,cut,what is left');
  const plan = planJob(await stored(request, id));
  expect(lines).toHaveLength(1 + (plan.ok ? plan.value.floors[0]!.pieces.length : 0));
  for (const [paper, width] of [
    ['a4', 595],
    ['letter', 612],
  ] as const) {
    await page.goto(`/jobs/${id}/print?paper=${paper}`);
    await expect(page.getByRole('heading', { name: 'Reading room' })).toBeVisible();
    const pdf = (await page.pdf({ preferCSSPageSize: true })).toString('latin1');
    expect(Math.round(Number(/\/MediaBox\s*\[\s*0 0 ([\d.]+)/.exec(pdf)?.[1]))).toBe(width);
  }
});

test('an unreachable server loses nothing', async ({ page, request }) => {
  const id = await putJob(request, room('Reading room'));
  await openStage(page, id, 'room');
  await page.route('**/api/jobs/**', (route) => route.abort());
  await page.getByLabel('Length (left to right)').fill('5100');
  await page.getByLabel('Length (left to right)').press('Enter');
  await expect(page.getByText(/^not saved yet/)).toBeVisible();
  // the page is closed before the server is back
  await page.unroute('**/api/jobs/**');
  await page.reload();
  await expect(page.getByLabel('Length (left to right)')).toHaveValue('5100');
  await saved(page);
  expect((await stored(request, id)).spaces[0]!.outline[1]).toEqual([5100, 0]);
});

test('a room has a tag of its own, and its offcuts are labelled with it', async ({ page, request }) => {
  const id = await putJob(request, room('Lock house'));
  await openStage(page, id, 'room');
  const tag = page.getByLabel('Tag on labels');
  await expect(tag).toHaveValue('ROO');
  await page.getByLabel('Name of the room').fill('Tea kitchen');
  await expect(tag).toHaveValue('TEA');
  await tag.fill('kitchen');
  await tag.press('Enter');
  await expect(page.getByText('Three or four letters, for example KIT.')).toBeVisible();
  await tag.fill('kit');
  await tag.press('Enter');
  await expect.poll(() => stored(request, id).then((j) => j.spaces[0]!.tag)).toBe('KIT');
  await openStage(page, id, 'cuts');
  await expect(page.getByText(/^offcut: KIT \d+\.\d+/).first()).toBeVisible();
  await expect(page.getByText(/Crosscut \d+ mm from the (left|right) end, keep the/).first()).toBeVisible();
});
