import { expect, test, type Page } from '@playwright/test';
import { cottage } from '../demo/jobs';
import { planJob } from '../src/core/plan';
import { openStage, planned, putJob, room, saved, stored, tally, unfold } from './help';

const walk = async (page: Page, walls: readonly string[]) => {
  for (const wall of walls) {
    const [length, side = 'r'] = wall.split(' ');
    await page.getByLabel(/^Wall [A-Z], length/).fill(length!);
    await page.getByRole('button', { name: side === 'l' ? 'Turn left' : 'Turn right', exact: true }).click();
  }
};

test('an L is walked wall by wall; a misread wall is named and mended', async ({ page, request }) => {
  const id = await putJob(request, room('Walked room'));
  await openStage(page, id, 'room');
  await page.getByRole('button', { name: 'Walk the walls' }).click();
  await walk(page, ['5400', '2350', '2100 l']);
  await expect(page.locator('.walk')).toBeVisible();
  // 1900 was misread for 1800; the drawing grows meanwhile and survives a reload
  await walk(page, ['1900', '3300']);
  await saved(page);
  // a walk under way leaves the other stages as they were
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: /Rows/ }).click();
  await expect(page.locator('path.outline')).toBeVisible();
  await expect(page.locator('path.piece').first()).toBeVisible();
  await page.getByRole('link', { name: /Room/ }).click();
  await page.reload();
  await planned(page);
  await walk(page, ['4150']);
  await expect(page.getByText('from where it began')).toContainText('100 mm');
  await page.getByRole('button', { name: 'D is 1800 mm, not 1900 mm' }).click();
  await expect(page.getByLabel('Length of wall D')).toHaveValue('1800');
  await planned(page);
  await saved(page);
  const job = await stored(request, id);
  expect(job.spaces[0]!.walk).toBeUndefined();
  expect(job.spaces[0]!.outline).toHaveLength(6);
});

test('a corner is dragged, a wall lengthened, a corner added and taken away, all undone', async ({ page, request }) => {
  const job = room('Shaped room', 4000, 3000);
  const id = await putJob(request, job);
  await openStage(page, id, 'room');
  const corner = page.getByRole('button', { name: /^Corner 3 / });
  const box = (await corner.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x - 60, box.y + 60, { steps: 5 });
  await page.mouse.up();
  await saved(page);
  const dragged = (await stored(request, id)).spaces[0]!.outline[2]!;
  expect(dragged[0]).toBeLessThan(3900);
  expect(dragged[0] % 10).toBe(0);
  await page.getByLabel('Length of wall A').fill('4500');
  await page.getByLabel('Length of wall A').press('Enter');
  await page.getByRole('button', { name: 'New corner in wall A' }).press('Enter');
  await saved(page);
  expect((await stored(request, id)).spaces[0]!.outline).toHaveLength(5);
  await page.getByRole('button', { name: /^Corner 2 / }).press('Delete');
  await saved(page);
  expect((await stored(request, id)).spaces[0]!.outline).toHaveLength(4);
  const undo = page.getByRole('button', { name: 'Undo' });
  await expect(async () => {
    if (await undo.isEnabled()) await undo.click({ timeout: 2000 });
    expect((await stored(request, id)).spaces[0]!.outline).toEqual(job.spaces[0]!.outline);
  }).toPass({ timeout: 40_000 });
});

test('a corner that would make walls cross goes back, with the reason', async ({ page, request }) => {
  const id = await putJob(request, {
    ...room('x'),
    spaces: [
      {
        id: 'a',
        name: 'A',
        outline: [
          [0, 0],
          [4000, 0],
          [4000, 3000],
          [2000, 1000],
          [0, 3000],
        ],
      },
    ],
  });
  await openStage(page, id, 'room');
  const corner = page.getByRole('button', { name: /^Corner 4 / });
  const box = (await corner.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 8, box.y + 330, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByText(/It went back: edges \d and \d cross/)).toBeVisible();
  expect((await stored(request, id)).spaces[0]!.outline[3]).toEqual([2000, 1000]);
  // what is said of an outline goes with it
  await page.getByRole('button', { name: /^Units/ }).click();
  await expect(page.getByText(/It went back/)).toBeHidden();
});

test('a hearth is placed by two distances and the plan keeps its gap', async ({ page, request }) => {
  const id = await putJob(request, room('Hearth room'));
  await openStage(page, id, 'room');
  await unfold(page, 'Standing in the room');
  await page.getByLabel('Kind of thing to add').selectOption('hearth');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await page.getByLabel('Hearth: Along it from its start').fill('1000');
  await page.getByLabel('Hearth: Along it from its start').press('Enter');
  await page.getByLabel('Hearth: Depth').fill('40 cm');
  await page.getByLabel('Hearth: Depth').press('Enter');
  await saved(page);
  const job = await stored(request, id);
  expect(job.obstacles![0]!.outline).toEqual([
    [1000, 0],
    [2200, 0],
    [2200, 400],
    [1000, 400],
  ]);
  const plan = planJob(job);
  expect(plan.ok && plan.value.totals.laidArea).toBeCloseTo((4584 * 3324 - 1216 * 400) / 1e6, 3);
  await expect(tally(page, 'Planks')).toHaveText(new RegExp(`^${plan.ok && plan.value.totals.planks}`));
});

test('the face width from ten planks, and a limit with its source', async ({ page, request }) => {
  const id = await putJob(request, room('Plank room'));
  await openStage(page, id, 'plank');
  await page.getByLabel('Or: across ten, locked together').fill('1914');
  await page.getByLabel('Or: across ten, locked together').press('Enter');
  await expect(page.getByLabel('Face width')).toHaveValue('191.4');
  await page.getByLabel('Source of: Least stagger').selectOption('product');
  await saved(page);
  expect((await stored(request, id)).product).toMatchObject({ planks: [{ width: 191.4 }], limitSources: { stagger: 'product' } });
});

test('a direction is taken as it was priced', async ({ page, request }) => {
  const id = await putJob(request, cottage);
  await openStage(page, id, 'setout');
  await unfold(page, 'Directions side by side');
  const table = page.getByLabel('Directions side by side');
  const offer = table.locator('tbody').filter({ has: page.getByRole('button', { name: /^Run the planks/ }) }).first(); // prettier-ignore
  const priced = offer.locator('tr').nth(1).locator('td');
  await expect(priced.nth(1)).toHaveText(/^\d+$/);
  const [strip, planks] = await priced.allInnerTexts();
  await offer.getByRole('button').click();
  // what a tally changed by stands behind it, with its sign
  await expect(tally(page, 'Planks')).toHaveText(new RegExp(`^${planks}(?!\\d)`));
  await expect(tally(page, 'Narrowest strip')).toHaveText(new RegExp(`^${strip}(?!\\d)`));
});

test('directions are compared and one is taken; the curve moves the line', async ({ page, request }) => {
  const id = await putJob(request, room('Compared room'));
  await openStage(page, id, 'setout');
  await unfold(page, 'Directions side by side');
  await expect(page.locator('table[aria-label="Directions side by side"] tbody tr').nth(1).locator('td').nth(1)).toHaveText(/\d+/);
  await page.getByRole('button', { name: 'Run the planks top to bottom' }).click();
  await expect(page.getByText('Planks run top to bottom')).toBeVisible();
  await page.locator('figure canvas').scrollIntoViewIfNeeded();
  const chart = (await page.locator('figure canvas').boundingBox())!;
  await page.mouse.click(chart.x + chart.width * 0.7, chart.y + chart.height / 2);
  await expect(page.getByText('You placed the line')).toBeVisible();
  await page.getByLabel(/^Angle in degrees/).fill('30');
  await page.getByLabel(/^Angle in degrees/).press('Enter');
  await expect(page.getByText('Planks run at 30°')).toBeVisible();
});

test('a broken limit leads to its place, and one key mends it', async ({ page, request }) => {
  const job = room('Sliver room');
  const id = await putJob(request, { ...job, layout: { ...job.layout, setOut: { mode: 'row-edge-at', at: [0, 30] } } });
  await openStage(page, id, 'rows');
  await page.locator('[data-testid=finding]').filter({ hasText: 'wide beside wall' }).first().click();
  await expect(page.getByRole('button', { name: 'Mend it' })).toBeVisible();
  await page.keyboard.press('m');
  await expect(page.getByText('wide beside wall')).toHaveCount(0);
  await saved(page);
  expect((await stored(request, id)).layout.setOut.mode).toBe('auto');
});

test('pieces are described under the pointer and ticked off; ticks last', async ({ page, request }) => {
  const id = await putJob(request, room('Ticked room'));
  await openStage(page, id, 'cuts');
  await page.getByLabel('Piece 1.1 is cut').check({ force: true });
  await page.getByLabel('Piece 2.1 is cut').check({ force: true });
  await expect(page.locator('path.sawn')).toHaveCount(1);
  await expect.poll(async () => (await (await request.get(`/api/jobs/${id}/log`)).text()).trim().split('\n').length).toBe(3);
  await page.reload();
  await expect(page.getByLabel('Piece 1.1 is cut')).toBeChecked();
  await expect(page.getByText('pieces are ticked off')).toContainText('2 of');
  // wood that is sawn stays sawn, whatever is undone of the job
  await page.keyboard.press('u');
  await page.keyboard.press('z');
  await saved(page);
  await expect(page.getByLabel('Piece 1.1 is cut')).toBeChecked();
  const sheet = (await page.locator('[data-testid=sheet] > svg').boundingBox())!;
  await page.mouse.move(sheet.x + sheet.width / 2, sheet.y + sheet.height / 2);
  await expect(page.locator('[data-testid=sheet] [role=tooltip]')).toContainText(/\d+\.\d+ · (\d+ mm|whole plank|no cut).* · plank \d+/);
});

test('a tick is seen on every open page, taken back by the same box, and the keys go on working while it has the focus', async ({
  page,
  context,
  request,
}) => {
  const id = await putJob(request, room('Two sawing'));
  await openStage(page, id, 'cuts');
  const other = await context.newPage();
  await openStage(other, id, 'cuts');
  await page.getByLabel('Piece 1.1 is cut').check({ force: true });
  await expect(other.getByLabel('Piece 1.1 is cut')).toBeChecked();
  await expect(other.locator('path.sawn')).toHaveCount(1);
  await other.getByLabel('Piece 1.1 is cut').uncheck({ force: true });
  await expect(page.getByLabel('Piece 1.1 is cut')).not.toBeChecked();
  const kinds = (await (await request.get(`/api/jobs/${id}/log`)).text())
    .trim()
    .split('\n')
    .map((line) => (JSON.parse(line) as { what: string }).what);
  expect(kinds).toEqual(['begun', 'cut', 'undone']);
  await page.getByLabel('Piece 1.1 is cut').focus();
  await page.keyboard.press('4');
  await expect(page.getByText('Narrowest strip').first()).toBeVisible();
});

test('a job opened again shows its plan without a search, and each thing that is walked stands first', async ({ page, request }) => {
  const id = await putJob(request, { ...room('Known', 9000, 7000), layout: { ...room('x').layout, stagger: { school: 'free', seed: 5 } } });
  await openStage(page, id, 'rows');
  // what was worked out lies on the device, and so does what was shown
  const kept = () =>
    page.evaluate(
      () =>
        new Promise<string>((done) => {
          const opening = indexedDB.open('pitsaw-answers');
          opening.onsuccess = () => {
            const keys = opening.result.transaction('answers').objectStore('answers').getAllKeys();
            keys.onsuccess = () => done(keys.result.join());
          };
        }),
    );
  await expect.poll(kept).toMatch(/ plan [0-9a-f]{64}/);
  await expect.poll(kept).toContain(` shown ${id}`);
  // no worker is needed to show it again
  await page.route(/worker/, (route) => route.abort());
  await page.reload();
  await planned(page);
  await page.unroute(/worker/);
  await page.reload();
  await planned(page);
  await page.getByRole('link', { name: /Room/ }).click();
  await page.getByRole('button', { name: 'Walk the walls' }).click();
  for (const [i, length] of ['4000', '3000', '4000'].entries()) {
    const field = page.getByLabel(new RegExp(`^Wall ${'ABC'[i]}, length`));
    // the next wall's field is never below the fold
    await expect(field).toBeInViewport();
    await field.fill(length);
    await page.getByRole('button', { name: 'Turn right', exact: true }).click();
  }
  await expect(page.getByLabel(/^Wall D, length/)).toBeInViewport();
  await expect(page.getByText('Before the walk')).toBeVisible();
  await page.getByRole('button', { name: 'Close it with wall D, 3000 mm' }).click();
  await planned(page);
  await expect(page.getByText('Before the walk')).toBeHidden();
});

test('a thousand planks move with the line while it is dragged', async ({ page, request }) => {
  const id = await putJob(request, room('Hall', 24_000, 10_400));
  await openStage(page, id, 'setout');
  await expect(tally(page, 'Planks')).toHaveText(/^1\d{3}/);
  const handle = page.getByRole('slider', { name: /The line/ });
  const box = (await handle.boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  const places = new Set<string>();
  for (let i = 1; i <= 12; i++) {
    await page.mouse.move(x, y + 30 * Math.sin(i / 3));
    places.add((await page.locator('.moving > g').getAttribute('style')) ?? '');
  }
  await page.mouse.up();
  expect(places.size).toBeGreaterThan(5);
  await expect(page.locator('.moving')).toHaveCount(0);
});

test('a room is hung on another by a doorway; what becomes of the floor there decides the floors', async ({ page, request }) => {
  const id = await putJob(request, room('Corridor', 6000, 1200));
  await openStage(page, id, 'room');
  await page.getByRole('button', { name: 'Room beyond a wall' }).click();
  await page.getByLabel('Beyond wall').selectOption({ label: 'C' });
  await page.getByLabel('New room: Length along it').fill('3400');
  await page.getByLabel('New room: Length along it').press('Enter');
  await page.getByRole('button', { name: 'Add the room' }).click();
  await saved(page);
  const job = await stored(request, id);
  expect(job.spaces).toHaveLength(2);
  expect(job.openings).toMatchObject([{ between: ['room', 'room-1'], finish: 'through' }]);
  const through = planJob(job);
  expect(through.ok && through.value.floors.map((f) => f.spaces)).toEqual([['room', 'room-1']]);

  await unfold(page, 'Doorways');
  await page.getByLabel('To Room: what becomes of the floor').selectOption('t-mould');
  await page.getByLabel('To Room: width').fill('900');
  await page.getByLabel('To Room: width').press('Enter');
  await page.keyboard.press('Escape');
  await saved(page);
  const parted = planJob(await stored(request, id));
  expect(parted.ok && parted.value.floors).toHaveLength(2);
  // each floor has its line
  await page.getByRole('link', { name: /Set-out/ }).click();
  await expect(page.getByRole('group', { name: 'Which floor' }).getByRole('button')).toHaveCount(2);
  await page.getByRole('group', { name: 'Which floor' }).getByRole('button').nth(1).click();
  await page.getByRole('button', { name: 'Full first' }).click();
  await saved(page);
  expect((await stored(request, id)).layouts).toMatchObject([{ space: 'room-1', setOut: { mode: 'full-first' } }]);
});
