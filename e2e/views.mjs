// What `npm run screenshots` takes from the demo's jobs: every stage of the rule, and what else a stage can show.
const office = 'Canal warehouse office';
const cottage = 'Weir Cottage';
const ferry = 'Ferry ticket office';
const gatehouse = 'Sluice gatehouse';
const phone = { width: 390, height: 844 };

/** The stages, as the rule of a job has them. */
export async function stagesOf(browser, job) {
  const page = await browser.newPage();
  await page.goto(`${job}/room`);
  const rule = page.getByRole('navigation', { name: 'Stages of work' }).getByRole('link');
  await rule.first().waitFor();
  const links = await rule.all();
  const stages = await Promise.all(links.map(async (link) => (await link.getAttribute('href')).split('/').at(-1)));
  await page.close();
  return stages;
}

/** What is done before a stage's picture is taken, where it says more with something chosen. */
const BEFORE = {
  base: async (page) => {
    await page.getByLabel('Room', { exact: true }).selectOption({ label: 'Reading room' });
    await page.locator('path.place').first().waitFor();
  },
  beneath: async (page) => {
    await page.getByTestId('big').waitFor();
    await page.locator('footer[data-stale]').waitFor({ state: 'detached' });
  },
  doors: async (page) => {
    await page.getByRole('img', { name: /cut across its line/ }).waitFor();
    await page.locator('footer[data-stale]').waitFor({ state: 'detached' });
  },
  buy: async (page) => {
    await page.getByTestId('big').waitFor();
    await page.locator('footer[data-stale]').waitFor({ state: 'detached' });
  },
  days: async (page) => {
    await page.locator('[data-task]').first().waitFor();
    await page.locator('footer[data-stale]').waitFor({ state: 'detached' });
    await page.getByRole('complementary', { name: 'Reading' }).evaluate((e) => e.scrollTo(0, 150));
  },
  check: async (page) => {
    await page.getByText('open snags').waitFor();
  },
  repair: async (page) => {
    await page.getByRole('button', { name: 'Show' }).click();
    await page.getByRole('button', { name: /^Lift from wall A/ }).click();
  },
  rows: async (page) => {
    const box = await page.locator('[data-testid=sheet] > svg').boundingBox();
    await page.mouse.click(box.x + box.width * 0.36, box.y + box.height * 0.45);
  },
};

/** The picture of a stage. */
export const viewOf = (stage) => ({
  name: stage,
  job: ['setout', 'base', 'beneath', 'doors', 'buy', 'days'].includes(stage)
    ? cottage
    : ['check', 'handover', 'repair'].includes(stage)
      ? gatehouse
      : office,
  stage,
  before: BEFORE[stage],
});

export const views = [
  { name: 'jobs' },
  { name: 'house', job: cottage, stage: 'room' },
  {
    name: 'practice',
    path: '/practice',
    before: async (page) => {
      await page.getByRole('button', { name: 'Begin without a name' }).click();
      await page.getByRole('button', { name: 'Show me' }).click();
    },
  },
  { name: 'setout-phone', job: ferry, stage: 'setout', size: phone, theme: 'sun' },
  { name: 'lay-phone', job: office, stage: 'lay', size: phone },
];
