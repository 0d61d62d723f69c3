import { ChakraProvider, defaultSystem } from '@chakra-ui/react';
import { act, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { useLaser } from '@/ui/desk/laser';
import { LaserBar } from './LaserBar';
import { LengthField } from '@/ui/kit';

/** A stream that a test speaks for. */
class FakeStream {
  static last: FakeStream;
  onmessage: ((event: { data: string }) => void) | null = null;
  onerror: (() => void) | null = null;
  closed = false;
  constructor(readonly url: string) {
    FakeStream.last = this;
  }
  close() {
    this.closed = true;
  }
  say(event: unknown) {
    act(() => this.onmessage?.({ data: JSON.stringify(event) }));
  }
}

const sent: unknown[] = [];
beforeEach(() => {
  sent.length = 0;
  (globalThis as { EventSource?: unknown }).EventSource = FakeStream;
  globalThis.fetch = jest.fn((_: unknown, init?: { body?: string }) => {
    sent.push(JSON.parse(init?.body ?? 'null'));
    return Promise.resolve({ status: 200, json: () => Promise.resolve({ ok: true }) });
  }) as unknown as typeof fetch;
  act(() => useLaser.getState().disconnect());
});

const taken: number[] = [];
const take = (mm: number) => void taken.push(mm);
function show() {
  taken.length = 0;
  render(
    <ChakraProvider value={defaultSystem}>
      <LaserBar display="metric" />
      <LengthField label="Length" mm={4000} display="metric" onLength={take} />
      <LengthField label="Width" mm={3000} display="metric" onLength={take} />
    </ChakraProvider>,
  );
}
const connect = () => {
  fireEvent.click(screen.getByRole('button', { name: /Connect a laser/ }));
  FakeStream.last.say({ kind: 'ready', name: 'Test laser', targets: ['wall A', 'wall B', 'wall C'], aim: 0 });
};
const press = (key: string, options = {}) => fireEvent.keyDown(document.activeElement!, { key, code: key, ...options });

test('a reading goes into the length that has the focus, and the next field means the next wall', async () => {
  show();
  connect();
  expect(screen.getByText('Test laser')).toBeInTheDocument();
  act(() => screen.getByLabelText('Length').focus());
  press('F2');
  await waitFor(() => expect(sent).toContainEqual({ do: 'shoot' }));
  FakeStream.last.say({ kind: 'reading', n: 1, mm: 4012.3 });
  expect(taken).toEqual([4012.3]);
  // the same field again is the same wall again
  press('F2');
  FakeStream.last.say({ kind: 'reading', n: 2, mm: 4011.9 });
  expect(useLaser.getState().aim).toBe(0);
  act(() => screen.getByLabelText('Width').focus());
  press('F2');
  await waitFor(() => expect(sent).toContainEqual({ do: 'aim', target: 1 }));
  FakeStream.last.say({ kind: 'reading', n: 3, mm: 3004 });
  expect(taken).toEqual([4012.3, 4011.9, 3004]);
});

test('a reading that nobody asked for changes no field; one without a field says so; a failed shot is told', () => {
  show();
  connect();
  FakeStream.last.say({ kind: 'reading', n: 1, mm: 1234 });
  expect(taken).toEqual([]);
  expect(screen.getByText('1234 mm')).toBeInTheDocument();
  FakeStream.last.say({ kind: 'failed', n: 2, text: 'Too little light came back.' });
  expect(screen.getByRole('alert')).toHaveTextContent('Too little light');
  FakeStream.last.say({ nonsense: true });
  expect(screen.getByText('Test laser')).toBeInTheDocument();
});

test('readings that run on show their range, and the latest is taken', async () => {
  show();
  connect();
  fireEvent.click(screen.getByRole('button', { name: /Keep reading/ }));
  await waitFor(() => expect(sent).toContainEqual({ do: 'continuous', on: true }));
  for (const mm of [3000, 3002, 2999]) FakeStream.last.say({ kind: 'reading', n: mm, mm });
  expect(screen.getByText('2999 mm to 3002 mm')).toBeInTheDocument();
  act(() => screen.getByLabelText('Width').focus());
  press('F2');
  expect(taken).toEqual([2999]);
});

test('a lost connection is said and sought again; the wall that was aimed at is told anew', async () => {
  show();
  connect();
  fireEvent.change(screen.getByLabelText(/^Held against/), { target: { value: '2' } });
  const first = FakeStream.last;
  act(() => first.onerror?.());
  expect(screen.getByText(/The laser is lost/)).toBeInTheDocument();
  expect(first.closed).toBe(true);
  await waitFor(() => expect(FakeStream.last).not.toBe(first), { timeout: 3000 });
  sent.length = 0;
  FakeStream.last.say({ kind: 'ready', name: 'Test laser', targets: ['wall A', 'wall B', 'wall C'], aim: 0 });
  await waitFor(() => expect(sent).toContainEqual({ do: 'aim', target: 2 }));
  fireEvent.click(screen.getByRole('button', { name: /Disconnect/ }));
  expect(FakeStream.last.closed).toBe(true);
  expect(screen.getByRole('button', { name: /Connect a laser/ })).toBeInTheDocument();
});

test('commands given in haste reach the instrument in their order, the next when the one before is answered', async () => {
  show();
  connect();
  await waitFor(() => expect(sent).toHaveLength(1));
  const answers: (() => void)[] = [];
  globalThis.fetch = jest.fn((_: unknown, init?: { body?: string }) => {
    sent.push(JSON.parse(init?.body ?? 'null'));
    return new Promise((done) => answers.push(() => done({ status: 200, json: () => Promise.resolve({}) })));
  }) as unknown as typeof fetch;
  sent.length = 0;
  act(() => [1, 2].forEach((aim) => useLaser.getState().setAim(aim)));
  await waitFor(() => expect(sent).toEqual([{ do: 'aim', target: 1 }]));
  answers.shift()!();
  await waitFor(() => expect(sent).toEqual([1, 2].map((target) => ({ do: 'aim', target }))));
  answers.shift()!();
});
