import { expect, test, type Page } from '@playwright/test';
import { choiceFor, nextTopic, planted, puzzleFor, sumFor, TOPICS, type Done, type Topic } from '../src/core/drill';
import { chanceFrom } from '../src/core/drill/chance';
import { groundOf } from '../src/core/setout';
import { fitted, toScreen } from '../src/ui/sheet/view';

const exercise = (page: Page) => page.getByRole('region', { name: 'Exercise' });
const next = (page: Page) => page.getByRole('button', { name: 'Next' }).click();

test('a beginner does the first five exercises on a phone: told at once, scored, and a false alarm counts', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto('/');
  await page.getByRole('link', { name: 'Practice' }).click();
  await page.getByLabel('Your name, or what you like to be called').fill('Moss');
  await page.keyboard.press('Enter');
  // as the page chooses them: by what was done, the name and how often it was gone on
  const seed = (n: number) => n * 7919 + 'Moss'.length * 31 + n;

  /** Taps a place of the plan on the drawing, which fits the room into its frame. */
  const tap = async (n: number, fault: Parameters<typeof planted>[1][number]) => {
    const floor = planted(seed(n), [fault]);
    const sheet = exercise(page).locator('[data-testid=sheet] > svg');
    await expect(sheet).toBeVisible();
    const box = (await sheet.boundingBox())!;
    const at = floor.faults[0]!.findings[0]!.at!;
    const { outline } = floor.job.spaces[0]!;
    // a phone is tall: a room that is wide is drawn turned by a quarter
    const isWide = Math.max(...outline.map((p) => p[0])) > Math.max(...outline.map((p) => p[1]));
    const view = fitted(outline, box.width, box.height, isWide ? 1 : 0, { x: 46, top: 40, bottom: 58 });
    const [x, y] = toScreen(view, at).map((v, i) => v + (i === 0 ? box.x : box.y)) as [number, number];
    expect(x > box.x && y > box.y).toBe(true);
    await page.mouse.click(x, y);
  };

  await tap(0, 'corners');
  await expect(exercise(page)).toContainText('Four corners meet');
  await expect(exercise(page)).toContainText('Found at once');
  await next(page);

  const first = choiceFor('starter-end', seed(1));
  await page.getByRole('button', { name: first.options[first.right]! }).click();
  await expect(exercise(page)).toContainText('Right');
  await next(page);

  // beside everything: told so, and the third time it is shown
  await expect(exercise(page)).toContainText('One thing is wrong');
  const sheet = (await exercise(page).locator('[data-testid=sheet] > svg').boundingBox())!;
  for (const k of [0, 1, 2]) await page.mouse.click(sheet.x + 8 + k, sheet.y + 8);
  await expect(exercise(page)).toContainText('A short end piece');
  await next(page);

  const sum = sumFor('last-strip', seed(3));
  await page.getByLabel('In mm').fill(`${sum.answer}`);
  await page.keyboard.press('Enter');
  await expect(exercise(page)).toContainText('Right');
  await next(page);

  await tap(4, 'letter-h');
  await expect(exercise(page)).toContainText('An H');
  const score = page.getByRole('region', { name: 'Score' });
  // four right of five, and three false alarms
  await expect(score).toContainText('50');
  await expect(score).toContainText('5 answered');
  // it is there again when the page is opened again
  await page.reload();
  await expect(score).toContainText('5 answered');
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});

/** As if somebody had practised so far that a topic comes next; gives back the seed of that exercise. */
async function practisedUpTo(page: Page, topic: Topic): Promise<number> {
  for (let long = TOPICS.length; ; long++) {
    const done = Array.from({ length: long }, (_, i): Done => ({ topic: TOPICS[i % TOPICS.length]!, right: true, alarms: 0, on: '2026-11-27' })); // prettier-ignore
    const seed = long * 7919 + 'Wren'.length * 31;
    if (nextTopic(done, seed) !== topic) continue;
    await page.evaluate((kept) => localStorage.setItem('pitsaw:practice', kept), JSON.stringify({ Wren: done }));
    return seed;
  }
}

test('a puzzle is solved by moving the line: what is wrong is said, half a plank and steps move it, and it can be dragged', async ({
  page,
}) => {
  await page.goto('/practice');
  const seed = await practisedUpTo(page, 'strips-with-one-move');
  await page.reload();
  const puzzle = puzzleFor('strips-with-one-move', chanceFrom(seed), 'metric');
  const pills = exercise(page).locator('.pill');
  await expect(pills.first()).toBeVisible();
  await expect(exercise(page).locator('.pill.broken').first()).toBeVisible();
  const before = await pills.allTextContents();
  // dragged by its middle and let go where it was held: all strips move with it
  const line = (await exercise(page).locator('line.chalk').boundingBox())!;
  await page.mouse.move(line.x + line.width / 2, line.y + line.height / 2);
  await page.mouse.down();
  await page.mouse.move(line.x + line.width / 2, line.y + line.height / 2 + 12, { steps: 4 });
  await page.mouse.up();
  expect(await pills.allTextContents()).not.toEqual(before);
  await page.reload();
  await expect(pills).toHaveText(before);
  const ground = groundOf(puzzle.floor);
  const by = puzzle.answer - puzzle.origin;
  const steps = Math.abs(Math.round(by));
  expect(steps).toBeLessThan(ground.widths[0]!);
  for (let k = 0; k < Math.floor(steps / 10); k++)
    await page.getByRole('button', { name: `Line ${by < 0 ? 'back' : 'on'} by 10 mm` }).click();
  for (let k = 0; k < steps % 10; k++) await page.getByRole('button', { name: `Line ${by < 0 ? 'back' : 'on'} by 1 mm` }).click();
  await page.getByRole('button', { name: 'This is the place' }).click();
  await expect(exercise(page)).toContainText('Right');
  await next(page);
  await expect(exercise(page)).toHaveAttribute('aria-busy', 'false');
});

test('feet and inches are asked and told where somebody wants them, and stay so', async ({ page }) => {
  await page.goto('/practice');
  await practisedUpTo(page, 'closer');
  await page.reload();
  await expect(exercise(page)).toContainText(' mm long between its gaps');
  await page.getByLabel('Lengths in').selectOption('imperial');
  await expect(exercise(page)).toHaveAttribute('aria-busy', 'false');
  await expect(exercise(page)).not.toContainText(' mm ');
  await page.reload();
  await expect(exercise(page)).toContainText('" long between its gaps');
  await page.getByLabel('In feet, inches and sixteenths').fill('what');
  await page.keyboard.press('Enter');
  await expect(exercise(page)).not.toContainText('Not so');
  await page.getByLabel('In feet, inches and sixteenths').fill("1' 2 1/2");
  await page.keyboard.press('Enter');
  await expect(exercise(page)).toContainText(/Right|You said: 1' 2 1\/2"/);
});
