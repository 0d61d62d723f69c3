import { ChakraProvider } from '@chakra-ui/react';
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { newJob, planFile, type Job, type Plan } from '@/core/given';
import { planJob } from '@/core/plan';
import { listenTo, speakBy, takeInLog, useSaving, useSite } from '@/ui/desk';
import { system } from '@/ui/kit/theme';
import { fakeServer, type FakeServer } from '@test/fakeServer';
import { Reading } from './Reading';

const job: Job = { ...newJob('Toll house', 'metric', 3600, 2400), kerf: 3 };
const made = planJob(job, { steps: 200 });
const plan = (made as { value: Plan }).value;
const rowOf = (n: number) => plan.floors[0]!.pieces.filter((p) => p.row === n);

/** It is heard, and cannot be reached. */
let server: FakeServer;
let told = 0;
/** Something that another device told, as the server tells it. */
const hear = (event: object) =>
  act(() => server.tell({ n: ++told, id: `other ${told}`, time: '2026-03-02T08:00:00', by: 'Moss', ...event }));
const begun = { what: 'begun', format: 'pitsaw/log', version: 1, plan: planFile(plan, job.name) };
const tick = (ms = 50) => act(() => jest.advanceTimersByTimeAsync(ms));
/** Presses, and gives what opens a moment to open, and a thumb the time to come down again. */
const press = async (name: string | RegExp, wait = 200) => {
  act(() => void fireEvent.click(screen.getByRole('button', { name })));
  await tick(wait);
};
const inHand = () => screen.getByRole('region', { name: 'The piece in hand' });

beforeEach(async () => {
  jest.useFakeTimers();
  told = 0;
  // folded open, as somebody left them
  localStorage.setItem('pitsaw:folds:lay', JSON.stringify(['rack', 'log']));
  Object.assign(globalThis, {
    ResizeObserver: class {
      observe() {}
      unobserve() {}
      disconnect() {}
    },
  });
  Object.defineProperty(globalThis.crypto, 'randomUUID', { value: () => `id ${Math.random()}`, configurable: true });
  global.fetch = jest.fn(() => Promise.reject(new Error('unreachable'))) as unknown as typeof fetch;
  server = fakeServer(false);
  speakBy(server);
  useSaving.setState({ id: 'j', job });
  listenTo(`j ${Math.random()}`);
  await tick();
  render(
    <ChakraProvider value={system}>
      <Reading />
    </ChakraProvider>,
  );
});
afterEach(() => {
  cleanup();
  jest.useRealTimers();
});

test('the piece in hand says where it is, what is taken, and how long it becomes', async () => {
  hear(begun);
  const [first] = rowOf(1);
  expect(within(inHand()).getByRole('heading', { level: 1 })).toHaveTextContent(`Row 1 of ${plan.floors[0]!.rows.length} · piece 1 of ${rowOf(1).length}`); // prettier-ignore
  const long = first!.cut.to - first!.cut.from;
  if (long < 1284) expect(within(inHand()).getByTestId('big')).toHaveTextContent(`${Math.round(long)} mm`);
  expect(inHand()).toHaveTextContent(/Take a new plank number \d+/);
});

test('pressed here it shows at once, and what is not with the server is said', async () => {
  hear(begun);
  await press('Laid');
  expect(inHand()).toHaveTextContent('piece 2 of');
  expect(screen.getByText(/no server · 1 waiting/)).toBeInTheDocument();
  await press('Back one step');
  expect(inHand()).toHaveTextContent('piece 1 of');
  await tick();
});

test('a wet thumb is told twice: the same press again at once counts once, another one counts', async () => {
  hear(begun);
  await press(/^Row 1 lies/, 60);
  expect(inHand()).toHaveTextContent(/^Row 2/);
  await press(/^Row 2 lies/, 60);
  expect(inHand()).toHaveTextContent(/^Row 2/);
  await press('Back one step', 60);
  expect(inHand()).toHaveTextContent(/^Row 1/);
});

test('a row lies in one press, and the last press is taken back first', async () => {
  hear(begun);
  await press(/^Row 1 lies/);
  expect(inHand()).toHaveTextContent(/^Row 2/);
  await press(/^Row 2 lies/);
  expect(inHand()).toHaveTextContent(/^Row 3/);
  await press('Back one step');
  expect(inHand()).toHaveTextContent(/^Row 2/);
});

test('a press just after another device changed what is in hand is not taken for the next piece', async () => {
  hear(begun);
  await tick(1000);
  hear({ what: 'laid', floor: 'f1', row: 1 });
  expect(inHand()).toHaveTextContent(/^Row 2/);
  await press(/^Row 2 lies/);
  expect(inHand()).toHaveTextContent(/^Row 2/);
  await tick(1000);
  await press(/^Row 2 lies/);
  expect(inHand()).toHaveTextContent(/^Row 3/);
});

test('while it went otherwise nothing is laid; it can be taken back', async () => {
  hear(begun);
  await press('It went otherwise');
  await press('The plank in hand is broken');
  expect(useSite.getState().site!.otherwise).toBe(true);
  expect(screen.queryByRole('region', { name: 'The piece in hand' })).toBeNull();
  await press('Take back what was told');
  expect(useSite.getState().site!.otherwise).toBe(false);
  expect(inHand()).toHaveTextContent(/^Row 1/);
});

test('what was accepted is one step, and is taken back before what led to it', async () => {
  hear(begun);
  hear({ what: 'stock', planks: 40 });
  hear({ what: 'replanned', plan: planFile(plan, job.name) });
  expect(useSite.getState().site!.otherwise).toBe(false);
  await press('Back one step');
  expect(useSite.getState().site!.otherwise).toBe(true);
});

test('what cannot be is said in the window, and nothing is told', async () => {
  hear(begun);
  await press('It went otherwise');
  await press('A remainder is lost or spoilt');
  expect(screen.getAllByText('No offcuts kept yet.').length).toBeGreaterThan(0);
  await press('Back');
  await press('It was sawn in the wrong place');
  const field = screen.getByLabelText(/^Sawn at/);
  act(() => {
    fireEvent.change(field, { target: { value: '1285' } });
    fireEvent.blur(field);
  });
  expect(screen.getByText(/within the plank/)).toBeInTheDocument();
  expect(useSite.getState().lines).toHaveLength(1);
});

test('the rack and the log say what is there and what happened', async () => {
  hear(begun);
  hear({ what: 'laid', floor: 'f1', row: 1 });
  const waits = plan.floors[0]!.pieces.filter((p) => p.row > 1 && rowOf(1).some((q) => q.plank === p.plank));
  for (const p of waits) expect(screen.getByRole('cell', { name: new RegExp(` ${p.id.replace('.', '\\.')}$`) })).toBeInTheDocument();
  const list = screen.getAllByRole('listitem').flatMap((li) => (/Moss|began/.test(li.textContent) ? [li.textContent] : []));
  expect(list[0]).toMatch(/^Row 1 lies\.2026-03-02 08:00 · Moss/);
  expect(list[1]).toMatch(/^Laying began\./);
  await press('Take back line 2');
  expect(inHand()).toHaveTextContent(/^Row 1/);
});

test('a log from elsewhere is taken in whole, or not at all', async () => {
  const text = (...lines: object[]) => [begun, ...lines].map((l, i) => `${JSON.stringify({ n: i + 1, time: '2026-03-02T08:00:00', by: 'Ada', ...l })}\n`).join(''); // prettier-ignore
  let wrong: string | null = '';
  act(() => void (wrong = takeInLog(text({ what: 'laid', floor: 'f1', row: 99 }))));
  expect(wrong).toMatch(/^line 2: lays row 99/);
  expect(useSite.getState().lines).toHaveLength(0);
  act(
    () =>
      void (wrong = takeInLog(
        text({ what: 'laid', floor: 'f1', row: 1 }, { what: 'undone', event: 2 }, { what: 'laid', floor: 'f1', row: 2 }),
      )),
  );
  expect(wrong).toBeNull();
  expect(useSite.getState().unsent).toBe(4);
  expect([...useSite.getState().site!.lying.values()].every((l) => l.piece.row === 2)).toBe(true);
  expect(inHand()).toHaveTextContent(/^Row 1/);
  act(() => void (wrong = takeInLog(text())));
  expect(wrong).toMatch(/begun here already/);
});
