import { ChakraProvider } from '@chakra-ui/react';
import { act, fireEvent, render, screen } from '@testing-library/react';
import { Suspense } from 'react';
import { calledOf, marksOf, newJob, trimOf, type Job } from '@/core/given';
import { listenTo, speakBy, useSaving } from '@/ui/desk';
import { system } from '@/ui/kit/theme';
import { fitted } from '@/ui/sheet/view';
import { cottage, gatehouse } from '../../demo/jobs';
import { allLaid, halfLaid, repairPlanned } from '../../demo/laying';
import { fakeServer } from '@test/fakeServer';
import { fetchReadings, STAGES, type Stage } from '.';

/*
 * Every stage's reading and what it draws on the sheet, of a floor that has everything, of a new one, and of one that cannot be laid: what stands
 * there is whole, in words and in the person's units. Answers come of the real core, at once.
 */

jest.mock('@/workers', () => {
  const { createAsker, keyOf } = jest.requireActual<typeof import('@/core/answer')>('@/core/answer');
  const { ANSWERS } = jest.requireActual<typeof import('@/core/answers')>('@/core/answers');
  const asker = createAsker();
  const answering: import('@/workers').Answering = {
    ask({ names, given, arrived }) {
      for (const name of names)
        arrived({
          name,
          key: keyOf(ANSWERS[name], given),
          result: asker.ask<import('@/core/answer').AnyAnswer>(ANSWERS[name], given, { steps: 200 }),
        });
      return Promise.resolve('done');
    },
    shown: () => undefined,
    start: () => undefined,
    cancel: () => undefined,
  };
  return { ...jest.requireActual<object>('@/workers'), createAnswering: () => answering };
});

// jsdom draws no charts; that they are drawn is looked at in Chromium
jest.mock('react-chartjs-2', () => ({ Bar: () => null, Line: () => null }));

const inImperial = (job: Job): Job => ({ ...job, display: 'imperial' });
const plain = newJob('Toll house', 'metric', 4600, 3340);
const tiny: Job = { ...plain, spaces: [{ ...plain.spaces[0]!, outline: [[0, 0], [4600, 0], [4600, 12], [0, 12]] }] }; // prettier-ignore

type Happened = readonly object[];
const laid = repairPlanned(gatehouse);
const [half, all] = [halfLaid(cottage), allLaid(gatehouse)];

/** Floors, and what happened on site. */
const JOBS: readonly (readonly [string, Job, Happened])[] = [
  ['a floor that has everything, half of it laid', cottage, half],
  ['the same in feet and inches', inImperial(cottage), half],
  ['a floor that lies and is to be repaired', laid, all],
  ['the same in feet and inches', inImperial(laid), all],
  ['a new floor', plain, []],
  ['a floor that cannot be laid', tiny, []],
];

/** It is heard, and cannot be reached. */
const server = fakeServer(false);
const wait = () => act(() => new Promise((done) => setTimeout(done, 0)));

// a base is worked out at its full size
jest.setTimeout(60_000);

let opened = 0;
/** The sheet as a phone has it. */
const SIZE = { width: 390, height: 480 };

/** What a stage says of a job, and what is amiss in what it draws. */
async function show({ Reading, Overlay }: Stage, job: Job, happened: Happened): Promise<{ text: string; amiss: readonly string[] }> {
  const id = `job ${++opened}`;
  useSaving.setState({ id, job });
  listenTo(id);
  await wait();
  act(() => happened.forEach((line, k) => server.tell({ ...line, n: k + 1 })));
  const view = fitted(job.spaces.flatMap((s) => s.outline), SIZE.width, SIZE.height, 0, { x: 40, top: 40, bottom: 40 }); // prettier-ignore
  const { container } = render(
    <ChakraProvider value={system}>
      <Suspense fallback="being fetched">
        <Reading />
        <svg data-testid="drawing">{Overlay && <Overlay view={view} size={SIZE} />}</svg>
      </Suspense>
    </ChakraProvider>,
  );
  for (let k = 0; k < 50 && (k < 8 || screen.queryAllByText(/being fetched|looked up/).length > 0); k++) await wait();
  const attributes = [...screen.getByTestId('drawing').querySelectorAll('*')].flatMap((e) =>
    [...e.attributes].map(({ name, value }) => `${e.tagName} ${name}="${value}"`),
  );
  return { text: container.textContent ?? '', amiss: attributes.filter((a) => /NaN|undefined|Infinity|\[object/.test(a)) };
}

beforeAll(async () => {
  speakBy(server);
  Object.assign(globalThis, { ResizeObserver: class { observe() {} unobserve() {} disconnect() {} } }); // prettier-ignore
  global.fetch = jest.fn(() => Promise.reject(new Error('unreachable'))) as unknown as typeof fetch;
  await fetchReadings();
});

describe.each(JOBS)('%s', (_, job, happened) => {
  test.each(STAGES.map((s) => [s.name, s] as const))('%s says and draws what it has whole', async (name, stage) => {
    const faults = jest.spyOn(console, 'error').mockImplementation(() => undefined);
    const { text, amiss } = await show(stage, job, happened);
    expect(amiss).toEqual([]);
    expect(text.length).toBeGreaterThan(10);
    expect(text).not.toMatch(/NaN|undefined|Infinity|\[object|being fetched|looked up|could not be fetched/);
    // floors are called by their rooms
    expect(text).not.toMatch(/\bf\d\b/);
    // and doorways by the rooms that they join
    for (const { id } of job.openings ?? []) expect(text).not.toMatch(new RegExp(`\\b${id}\\b`));
    // what cannot be laid is not waited for
    if (job === tiny) expect(text).not.toMatch(/being worked out/);
    // nobody counts through a file's lists
    expect(text).not.toMatch(/spaces\[/);
    if (job.display === 'imperial') expect([name, text.match(/.{0,40}\d ?mm\b.{0,20}/g)]).toEqual([name, null]);
    expect(faults.mock.calls.map((c) => String(c[0]).slice(0, 200))).toEqual([]);
    faults.mockRestore();
  });
});

describe('values that were stored before their bound existed', () => {
  const crew = { begin: '2026-03-30', pace: { lay: 0.001 } };
  const kept = cottage.beneath!.materials!.map((m, i) => (i === 0 ? { ...m, width: 60 } : m));
  test.each([
    ['days', { crew }, 'a pace is at least 0.01 an hour', 'Pace: m² laid, after the first three rows an hour'],
    [
      'doors',
      { trim: { ...trimOf(cottage), lengths: [250, 2400] } },
      'a length that is sold is at least 300 mm',
      'Lengths that are sold, mm',
    ],
    ['beneath', { beneath: { ...cottage.beneath, materials: kept } }, 'at least 100 mm wide', `${calledOf(kept[0]!)}: width`],
  ] as const)('%s says what is wrong where they are set, and takes another', async (name, change, says, label) => {
    const job = { ...cottage, ...change } as Job;
    const { text } = await show(
      STAGES.find((s) => s.name === name)!,
      job,
      [],
    );
    expect(text).toContain(says);
    const field = screen.getByLabelText<HTMLInputElement>(label);
    fireEvent.change(field, { target: { value: '900' } });
    fireEvent.blur(field);
    await wait();
    expect(marksOf(useSaving.getState().job!)).toEqual([]);
  });
});
