import { ChakraProvider } from '@chakra-ui/react';
import { act, render, screen } from '@testing-library/react';
import { Suspense } from 'react';
import { newJob, planFile, type Job } from '@/core/given';
import { planJob } from '@/core/plan';
import { listenTo, useSaving } from '@/ui/desk';
import { system } from '@/ui/kit/theme';
import { cottage } from '../../demo/jobs';
import { fetchReadings, STAGES } from '.';

/*
 * Every stage's reading, of a floor that has everything, of a new one, and of one that cannot be laid: what stands there is whole, in words and in
 * the person's units. Answers come of the real core, at once.
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

const JOBS: readonly (readonly [string, Job])[] = [
  ['a floor that has everything', cottage],
  ['the same in feet and inches', inImperial(cottage)],
  ['a new floor', plain],
  ['a floor that cannot be laid', tiny],
];

/** A stream from the server that is fed by hand. */
class FakeStream {
  static last: FakeStream;
  onmessage: ((event: { data: string }) => void) | null = null;
  constructor() {
    FakeStream.last = this;
  }
  close() {
    this.onmessage = null;
  }
}
const wait = () => act(() => new Promise((done) => setTimeout(done, 20)));

// a base is worked out at its full size
jest.setTimeout(60_000);

let opened = 0;
/** What a stage says of a job; where there is a plan, laying has begun. */
async function show(Reading: React.ComponentType, job: Job): Promise<string> {
  const id = `job ${++opened}`;
  useSaving.setState({ id, job });
  listenTo(id);
  await wait();
  const plan = planJob(job, { steps: 200 });
  const begun = plan.ok && { n: 1, id: 'begun', time: '2026-11-30T08:00:00', by: 'Moss', what: 'begun', format: 'pitsaw/log', version: 1, plan: planFile(plan.value, job.name) }; // prettier-ignore
  if (begun) act(() => FakeStream.last.onmessage?.({ data: JSON.stringify(begun) }));
  const { container } = render(
    <ChakraProvider value={system}>
      <Suspense fallback="not yet">
        <Reading />
      </Suspense>
    </ChakraProvider>,
  );
  for (let k = 0; k < 50 && (k < 8 || screen.queryByText(/not yet|looked up/)); k++) await wait();
  return container.textContent ?? '';
}

beforeAll(async () => {
  Object.assign(globalThis, { EventSource: FakeStream, ResizeObserver: class { observe() {} unobserve() {} disconnect() {} } }); // prettier-ignore
  global.fetch = jest.fn(() => Promise.reject(new Error('unreachable'))) as unknown as typeof fetch;
  await fetchReadings();
});

describe.each(JOBS)('%s', (_, job) => {
  test.each(STAGES.map((s) => [s.name, s] as const))('%s says what it says whole', async (name, stage) => {
    const faults = jest.spyOn(console, 'error').mockImplementation(() => undefined);
    const text = await show(stage.Reading, job);
    expect(text.length).toBeGreaterThan(10);
    expect(text).not.toMatch(/NaN|undefined|Infinity|\[object|not yet|looked up|could not be fetched/);
    // floors are called by their rooms
    expect(text).not.toMatch(/\bf\d\b/);
    // what cannot be laid is not waited for
    if (job === tiny) expect(text).not.toMatch(/being worked out/);
    // nobody counts through a file's lists
    expect(text).not.toMatch(/spaces\[/);
    if (job.display === 'imperial') expect([name, text.match(/.{0,40}\d ?mm\b.{0,20}/g)]).toEqual([name, null]);
    expect(faults.mock.calls.map((c) => String(c[0]).slice(0, 200))).toEqual([]);
    faults.mockRestore();
  });
});
