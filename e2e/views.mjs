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
