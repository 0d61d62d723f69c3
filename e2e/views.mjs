// The main views, from the demo's jobs, for `npm run screenshots`.
const office = 'Canal warehouse office';
const cottage = 'Weir Cottage';
const phone = { width: 390, height: 844 };

export const views = [
  { name: 'jobs', path: '/' },
  { name: 'room', job: office, path: '/jobs/ID/room' },
  { name: 'plank', job: office, path: '/jobs/ID/plank' },
  { name: 'house', job: cottage, path: '/jobs/ID/room' },
  { name: 'setout', job: cottage, path: '/jobs/ID/setout' },
  {
    name: 'rows',
    job: office,
    path: '/jobs/ID/rows',
    before: async (page) => {
      const box = await page.locator('.sheet > svg').boundingBox();
      await page.mouse.click(box.x + box.width * 0.36, box.y + box.height * 0.45);
    },
  },
  {
    name: 'schools',
    job: cottage,
    path: '/jobs/ID/rows',
    before: async (page) => {
      const schools = page.getByRole('region', { name: 'Schools side by side' });
      await schools.getByText('Planning each school').waitFor({ state: 'hidden', timeout: 60_000 });
      await schools.scrollIntoViewIfNeeded();
      await page.locator('.reading').evaluate((e) => e.scrollBy(0, 520));
    },
  },
  {
    name: 'walking-in',
    job: cottage,
    path: '/jobs/ID/rows',
    before: async (page) => {
      await page.locator('path.piece').first().waitFor();
      await page.keyboard.down('v');
    },
  },
  {
    name: 'drawing',
    path: '/',
    before: async (page) => {
      await page.waitForLoadState('networkidle');
      await page.getByLabel('Job file or drawing').setInputFiles('test/drawings/lines-inches.dxf');
      await page.getByRole('img', { name: /rooms in a drawing/ }).waitFor();
    },
  },
  {
    name: 'laser',
    job: cottage,
    path: '/jobs/ID/room',
    before: async (page) => {
      await page.getByRole('button', { name: 'Connect a laser measure' }).click();
      await page.getByLabel(/^Held against/).waitFor();
      await page.getByLabel('Length (left to right)').focus();
      for (let i = 0; i < 4; i++) {
        await page.keyboard.press('F2');
        await page.waitForTimeout(250);
      }
      await page.locator('.reading').evaluate((e) => e.scrollTo(0, 0));
    },
  },
  { name: 'cuts', job: office, path: '/jobs/ID/cuts' },
  { name: 'setout-phone', job: 'Ferry ticket office', path: '/jobs/ID/setout', size: phone, theme: 'sun' },
  { name: 'cuts-phone', job: 'Ferry ticket office', path: '/jobs/ID/cuts', size: phone },
  {
    name: 'walk',
    job: 'Ferry ticket office',
    path: '/jobs/ID/room',
    before: async (page) => {
      await page.getByRole('button', { name: 'Walk the walls' }).click();
      for (const wall of ['14\' 6"', '11\' 2 1/2"', '8\' 4"', '3\' 7"']) {
        await page.getByLabel(/^Wall [A-Z], length/).fill(wall);
        await page.getByRole('button', { name: 'Turn right', exact: true }).click();
      }
    },
  },
];
