import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { openJobs, openStage, planned, putJob, room, stagesOf } from './help';

/** On to a stage by the rule, without loading the page anew. */
const goTo = async (page: Page, stage: string) => {
  await page.locator(`nav a[href$="/${stage}"]`).first().click();
  await expect(page).toHaveURL(new RegExp(`/${stage}$`));
  await planned(page);
};

const RULES = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];
const clean = async (page: Page, onlyColours = false) => {
  // what is still being worked out is drawn paler
  await page.locator('footer[data-stale]').waitFor({ state: 'detached' });
  const axe = new AxeBuilder({ page });
  const { violations } = await (onlyColours ? axe.withRules(['color-contrast']) : axe.withTags(RULES)).analyze();
  expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`)).toEqual([]);
};

/** The page in another theme; as one presses for it. */
const inTheme = async (page: Page, theme: string) => {
  const wanted = page.locator(`html[data-theme=${theme}]`);
  for (let k = 0; k < 3 && (await wanted.count()) === 0; k++) await page.getByRole('button', { name: /^Colours/ }).click();
  await expect(wanted).toBeAttached();
};

/** Everything in the theme of the day, and the colours in the others, in which they differ in nothing else. */
const cleanInEvery = async (page: Page) => {
  await inTheme(page, 'day');
  await clean(page);
  for (const theme of ['sun', 'dark']) {
    await inTheme(page, theme);
    await clean(page, true);
  }
};

test('the list of jobs passes WCAG 2.2 AA checks in every theme', async ({ page, request }) => {
  await putJob(request, room('Reading room'));
  await openJobs(page);
  await cleanInEvery(page);
});

for (const part of [0, 1]) {
  test(`every stage passes WCAG 2.2 AA checks in every theme (${part + 1} of 2)`, async ({ page, request }) => {
    const id = await putJob(request, room('Reading room'));
    await openStage(page, id, 'room');
    const stages = await stagesOf(page);
    expect(stages.length).toBeGreaterThan(10);
    for (const stage of stages.filter((_, i) => i % 2 === part)) {
      await goTo(page, stage);
      await cleanInEvery(page);
    }
  });
}

test('what lies over a page, deleted floors and a fault pass them too', async ({ page, request }) => {
  const id = await putJob(request, room('Reading room'));
  await request.delete(`/api/jobs/${await putJob(request, room('Gone'))}`);
  await page.goto('/?deleted=1');
  await expect(page.getByRole('heading', { name: 'Gone' }).first()).toBeVisible();
  await clean(page);
  await openStage(page, id, 'room');
  await page.getByRole('button', { name: 'History' }).click();
  await page.getByRole('button', { name: /begun/ }).click();
  await expect(page.getByText('Planks run')).toBeVisible();
  await clean(page);
  await page.getByRole('button', { name: 'Close' }).click();
  await page.evaluate(() => void setTimeout(() => { throw new Error('made up'); }, 0)); // prettier-ignore
  await expect(page.getByText('made up')).toBeVisible();
  await clean(page);
});

test('at 390 px nothing runs off the side and every target is 44 px', async ({ page, request }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const id = await putJob(request, room('Reading room'));
  await openStage(page, id, 'room');
  for (const stage of await stagesOf(page)) {
    await goTo(page, stage);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    const small = await page.locator('button:visible, nav a:visible').evaluateAll((all) =>
      all
        .map((e) => ({ h: e.getBoundingClientRect().height, name: e.textContent || e.getAttribute('aria-label') }))
        // what was there a moment ago, such as how far a search is, has no height any more
        .filter((b) => b.h > 0 && b.h < 43.5),
    );
    expect(small).toEqual([]);
  }
});

test('at 390 px the line’s handle and every button of the top lie on the screen', async ({ page, request }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const id = await putJob(request, room('Reading room'));
  await openStage(page, id, 'setout');
  const edges = await page.locator('header button:visible, .handle').evaluateAll((all) => all.map((e) => e.getBoundingClientRect().right));
  expect(Math.max(...edges)).toBeLessThanOrEqual(390);
});
