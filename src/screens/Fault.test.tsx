import { act, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { Component, type ReactNode } from 'react';
import { noteDone } from '@/ui/desk/recent';
import { Fault, FaultWatch } from './Fault';

class Boundary extends Component<{ children: ReactNode }, { error: Error | null }> {
  override state = { error: null };
  static getDerivedStateFromError(error: Error) {
    return { error };
  }
  override render() {
    return this.state.error ? <Fault error={this.state.error} reset={() => this.setState({ error: null })} /> : this.props.children;
  }
}

const saved: string[] = [];
jest.mock('@/ui/kit/download', () => ({ download: (_: string, __: string, text: string) => void saved.push(text) }));

beforeEach(() => {
  saved.length = 0;
  jest.spyOn(console, 'error').mockImplementation(() => undefined);
  globalThis.fetch = jest.fn(() => Promise.reject(new Error('no server'))) as unknown as typeof fetch;
  render(
    <Boundary>
      <FaultWatch />
      <p>the work</p>
    </Boundary>,
  );
});

test('a fault outside of drawing is shown, saved as a report without a server, and gone on from', async () => {
  noteDone('wall A longer');
  act(() => void window.dispatchEvent(new ErrorEvent('error', { error: new Error('pressed too hard'), message: 'x' })));
  expect(screen.getByRole('alert')).toHaveTextContent('pressed too hard');
  fireEvent.click(screen.getByRole('button', { name: 'Save a report' }));
  await waitFor(() => expect(saved).toHaveLength(1));
  const report = JSON.parse(saved[0]!) as { fault: { message: string }; done: { what: string }[] };
  expect(report.fault.message).toBe('pressed too hard');
  expect(report.done.at(-1)!.what).toBe('wall A longer');
  fireEvent.click(screen.getByRole('button', { name: 'Go on' }));
  expect(screen.getByText('the work')).toBeInTheDocument();
});

test('what browsers report and is none is passed over', () => {
  act(
    () => void window.dispatchEvent(new ErrorEvent('error', { message: 'ResizeObserver loop completed with undelivered notifications.' })),
  );
  expect(screen.getByText('the work')).toBeInTheDocument();
});
