import { readFileSync } from 'node:fs';
import { request as plainRequest } from 'node:http';
import { expect, test, type Page } from '@playwright/test';
import { openJobs, openStage, planned, putJob, room, saved, stored, tally, offline } from './help';

/* What can go wrong between a page, its worker, its server and a page of somebody else's: said, kept, or refused. */

const longer = async (page: Page, mm: string) => {
  await page.getByLabel('Length (left to right)').fill(mm);
  await page.getByLabel('Length (left to right)').press('Enter');
};

test('a worker that dies is started anew, and the floor on screen is marked until its own is there', async ({ page, request }) => {
  const id = await putJob(request, room('Dead worker'));
  await openStage(page, id, 'room');
  const before = await tally(page, 'Planks').innerText();
  await expect.poll(() => page.workers().length).toBeGreaterThan(0);
  for (const worker of page.workers()) await worker.evaluate(() => self.close());
  await longer(page, '9200');
  await expect(page.getByLabel('Tally')).toContainText('Before the change');
  await expect(tally(page, 'Planks')).not.toHaveText(new RegExp(`^${/^\d+/.exec(before)![0]}(\\D|$)`), { timeout: 30_000 });
  await expect(page.getByLabel('Tally')).not.toContainText('Before the change');
  await saved(page);
});

test('a worker that cannot be started is said, with what to do, and no old floor passes for the new one', async ({ page, request }) => {
  const id = await putJob(request, room('No worker'));
  await page.addInitScript(() => {
    class Broken extends EventTarget {
      onerror: ((event: ErrorEvent) => void) | null = null;
      constructor() {
        super();
        setTimeout(() => this.onerror?.(new ErrorEvent('error', { message: 'out of memory' })), 50);
      }
      postMessage() {}
      terminate() {}
    }
    window.Worker = Broken as never;
  });
  await page.goto(`/jobs/${id}/rows`);
  await expect(page.getByText(/The plan failed \(out of memory\); undo the last change, or load the page again/).first()).toBeVisible();
  await expect(tally(page, 'Planks')).toHaveText('–');
});

test('a job that was deleted elsewhere is said; it is brought back, or goes on as a new one', async ({ page, request }) => {
  const id = await putJob(request, room('Deleted elsewhere'));
  await openStage(page, id, 'room');
  await request.delete(`/api/jobs/${id}`);
  await longer(page, '5100');
  const notice = page.getByText('This job was deleted elsewhere.');
  await expect(notice).toBeVisible();
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await saved(page);
  expect((await stored(request, id)).spaces[0]!.outline[1]).toEqual([5100, 0]);
  await request.delete(`/api/jobs/${id}`);
  await longer(page, '5200');
  await page.getByRole('button', { name: 'Save as a new job' }).click();
  await expect(page).not.toHaveURL(new RegExp(id));
  await planned(page);
  expect((await stored(request, page.url().split('/').at(-2)!)).spaces[0]!.outline[1]).toEqual([5200, 0]);
});

test('what the server refuses is said in its own words, and the next change is tried again', async ({ page, request }) => {
  const id = await putJob(request, room('Refused'));
  await openStage(page, id, 'room');
  await page.route(`**/api/jobs/${id}`, (route) =>
    route.fulfill({ status: 413, json: { problems: [{ path: '', text: 'The file is larger than 4 MB; a job file is not.' }] } }),
  );
  await longer(page, '5100');
  await expect(page.getByText('Not saved: The file is larger than 4 MB; a job file is not.')).toBeVisible();
  await page.unroute(`**/api/jobs/${id}`);
  await longer(page, '5150');
  await saved(page);
});

test('two windows that lose their server keep each their own; none of it is lost', async ({ page, context, request }) => {
  const id = await putJob(request, room('Two windows'));
  const other = await context.newPage();
  for (const one of [page, other]) await openStage(one, id, 'room');
  // also what pages send while they close, which no route of the browser's catches
  for (const one of [page, other]) await one.evaluate(() => (window.fetch = () => Promise.reject(new Error('no server'))));
  await longer(page, '5100');
  await longer(other, '5300');
  for (const one of [page, other]) await expect(one.getByText(/^not saved yet: kept on this device/)).toBeVisible();
  await page.close();
  await other.close();
  const back = await context.newPage();
  await openStage(back, id, 'room');
  await expect(back.getByLabel('Length (left to right)')).toHaveValue('5300');
  await saved(back);
  await back.getByRole('button', { name: 'History' }).click();
  // the other one is not on screen, and can be looked at
  const aside = back.getByRole('button', { name: /put aside/ });
  await expect(aside).toHaveCount(1);
});

test('a browser that keeps nothing says where the work is, and asks before it is left', async ({ page, request }) => {
  const id = await putJob(request, room('Keeps nothing'));
  await page.addInitScript(() => {
    IDBFactory.prototype.open = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
  });
  await openStage(page, id, 'room');
  await page.route(`**/api/jobs/${id}`, (route) => route.abort());
  await longer(page, '5100');
  await expect(page.getByText(/on this page alone: leave it open/)).toBeVisible();
  const asked = new Promise<string>((done) =>
    page.once('dialog', (dialog) => {
      done(dialog.type());
      void dialog.dismiss();
    }),
  );
  await page.close({ runBeforeUnload: true });
  expect(await asked).toBe('beforeunload');
  await page.unroute(`**/api/jobs/${id}`);
  await saved(page);
});

offline('a page that is loaded while the server is away says so, and comes back by itself', async ({ page, context, request }) => {
  const id = await putJob(request, room('Away'));
  await openStage(page, id, 'room');
  await page.evaluate(() => navigator.serviceWorker.ready);
  await context.setOffline(true);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Pitsaw’s server cannot be reached.' })).toBeVisible();
  await context.setOffline(false);
  await planned(page);
  // so does the way to all jobs
  await context.setOffline(true);
  await page.getByRole('link', { name: 'All jobs' }).click();
  await expect(page.getByRole('heading', { name: 'Pitsaw’s server cannot be reached.' })).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByRole('heading', { name: 'Floors' })).toBeVisible();
});

test('a state of before is looked at and taken back; undo brings back what was there', async ({ page, request }) => {
  const id = await putJob(request, room('History'));
  await openStage(page, id, 'room');
  await longer(page, '5100');
  await saved(page);
  await longer(page, '6200');
  await saved(page);
  await page.getByRole('button', { name: 'History' }).click();
  const states = page.getByRole('list', { name: 'States that are kept' }).getByRole('button');
  await expect(states).toHaveCount(3);
  await expect(states.first()).toContainText('as it is now');
  await states.nth(1).click();
  await expect(page.getByRole('region', { name: 'The state that is looked at' })).toContainText('17.03 m²');
  await page.getByRole('button', { name: 'Take this one back' }).click();
  await expect(page.getByLabel('Length (left to right)')).toHaveValue('5100');
  await saved(page);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Length (left to right)')).toHaveValue('6200');
});

test('while a box to tick has the focus, keys are the screen’s', async ({ page, request }) => {
  const id = await putJob(request, room('Ticked'));
  await openStage(page, id, 'cuts');
  await page.getByRole('checkbox').first().focus();
  await page.keyboard.press('3');
  await expect(page).toHaveURL(/plank$/);
  await openStage(page, id, 'room');
  await longer(page, '5100');
  await saved(page);
  await openStage(page, id, 'cuts');
  await page.getByRole('checkbox').first().focus();
  await page.keyboard.press('z');
  await expect.poll(async () => (await stored(request, id)).spaces[0]!.outline[1]).toEqual([4600, 0]);
});

test('a fault reaches a page that keeps the work and saves a report; going on goes on', async ({ page, request }) => {
  const id = await putJob(request, room('Fault'));
  await openStage(page, id, 'room');
  await longer(page, '5100');
  await saved(page);
  await page.evaluate(() => setTimeout(() => { throw new Error('a made-up fault'); }, 0)); // prettier-ignore
  await expect(page.getByText('a made-up fault')).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save a report' }).click();
  const report = JSON.parse(readFileSync(await (await download).path(), 'utf8')) as {
    fault: { message: string };
    job: unknown;
    done: { what: string }[];
    pitsaw: string;
  };
  expect(report).toMatchObject({ format: 'pitsaw/report', pitsaw: '0.1.0', fault: { message: 'a made-up fault' } });
  expect(report.job).toEqual(await stored(request, id));
  expect(report.done.map((d) => d.what).join()).toContain('size of the room');
  await page.getByRole('button', { name: 'Go on' }).click();
  await expect(page.getByLabel('Length (left to right)')).toHaveValue('5100');
});

test('an unknown job, an address that is none and a page of nothing are not found', async ({ request, page }) => {
  for (const path of ['/jobs/none/room', '/jobs/%00/room', '/jobs/none/print', '/nothing', '/api/jobs/%00']) {
    expect((await request.get(path)).status(), path).toBe(404);
  }
  const id = await putJob(request, room('Found'));
  expect((await request.get(`/jobs/${id}/no-stage`)).status()).toBe(404);
  await page.goto('/jobs/none/room');
  await expect(page.getByRole('heading', { name: 'There is no such page.' })).toBeVisible();
});

test('only own names, own origins and own scripts', async ({ page, request, baseURL }) => {
  const id = await putJob(request, room('Own'));
  const { port } = new URL(baseURL!);
  const statusOf = (method: string, path: string) =>
    new Promise<number>((done, fail) => {
      plainRequest({ host: '127.0.0.1', port, path, method, headers: { host: `rebound.example:${port}` } }, (answer) =>
        done(answer.statusCode!),
      )
        .on('error', fail)
        .end();
    });
  for (const method of ['GET', 'POST', 'PUT', 'DELETE']) expect(await statusOf(method, `/api/jobs/${id}`)).toBe(421);
  expect(await statusOf('GET', '/')).toBe(421);
  expect((await request.post('/api/jobs', { data: room('x'), headers: { origin: 'null' } })).status()).toBe(403);
  const violations: string[] = [];
  page.on('console', (message) => message.type() === 'error' && violations.push(message.text()));
  await openStage(page, id, 'room');
  expect(violations).toEqual([]);
  const ran = await page.evaluate(async () => {
    const script = document.createElement('script');
    script.textContent = 'window.inlineRan = true';
    document.body.append(script);
    document.body.insertAdjacentHTML('beforeend', '<img onerror="window.handlerRan = true"><iframe></iframe>');
    // what would run has had its turn by the time that both have said how they ended
    const ended = (element: HTMLElement, event: string) => new Promise((done) => element.addEventListener(event, done));
    const [image, frame] = [document.querySelector<HTMLImageElement>('img[onerror]')!, document.querySelector('iframe')!];
    const both = Promise.all([ended(image, 'error'), ended(frame, 'load')]);
    [image.src, frame.src] = ['x:', '/'];
    await both;
    let evaluated = false;
    try {
      evaluated = new Function('return true')() as boolean;
    } catch {
      evaluated = false;
    }
    const framed = document.querySelector('iframe')!.contentDocument?.body.textContent ?? '';
    return { ...(window as { inlineRan?: boolean; handlerRan?: boolean }), evaluated, framed } as Record<string, unknown>;
  });
  expect([ran.inlineRan, ran.handlerRan, ran.evaluated]).toEqual([undefined, undefined, false]);
  expect(ran.framed).not.toContain('Floors');
  expect(violations.join(' ')).toMatch(/Content Security Policy/);
});

test('floors are looked for by name and sorted; deleted ones are brought back later', async ({ page, request }) => {
  const stamp = `Boat ${Date.now()}`;
  for (const [name, length] of [['a', 4000], ['b', 6000], ['c', 5000]] as const) await putJob(request, room(`${stamp} ${name}`, length)); // prettier-ignore
  await openJobs(page);
  await page.getByRole('searchbox').fill(stamp.toUpperCase());
  const cards = page.getByRole('heading', { name: new RegExp(stamp) });
  await expect(cards).toHaveCount(3);
  await page.getByLabel('In the order of').selectOption('area');
  await expect(cards).toHaveText([`${stamp} b`, `${stamp} c`, `${stamp} a`]);
  await page.getByRole('button', { name: `Delete ${stamp} c` }).click();
  await expect(cards).toHaveCount(2);
  // another day: the address still says what was looked for
  await page.reload();
  await expect(cards).toHaveCount(2);
  await page.getByText('Deleted ones').click();
  await expect(cards).toHaveText([`${stamp} c`]);
  await page.getByRole('button', { name: `Bring ${stamp} c back` }).click();
  await page.getByText('Deleted ones').click();
  await expect(cards).toHaveCount(3);
  await page.getByRole('searchbox').fill('no such name');
  await expect(page.getByText('No floor has “no such name” in its name.')).toBeVisible();
});
