import { expect, test, type Page } from '@playwright/test';
import { choiceFor, planted, sumFor } from '../src/core/drill';

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
    const walls = (await sheet.locator('path').first().boundingBox())!;
    const { outline } = floor.job.spaces[0]!;
    const [w, h] = [Math.max(...outline.map((p) => p[0])), Math.max(...outline.map((p) => p[1]))];
    const scale = walls.width / (w + 2 * 110);
    const [x, y] = [walls.x + (110 + at[0]) * scale, walls.y + (110 + h - at[1]) * scale];
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
