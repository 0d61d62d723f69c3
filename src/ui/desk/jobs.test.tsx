import { act, renderHook, waitFor } from '@testing-library/react';
import { useJobList, type ListedView, type Listing } from './jobs';

const listed = (name: string): ListedView => ({ id: name, name, updatedAt: '2026-03-02T08:00:00Z', area: 12e6, display: 'metric', product: '', miniature: null, problem: null }); // prettier-ignore
const first = { jobs: [listed('a')], total: 3 };
const all: Listing = { search: '', sort: 'changed', deleted: false };

const asked: string[] = [];
let answers: ((body: unknown) => void)[] = [];
beforeEach(() => {
  asked.length = 0;
  answers = [];
  globalThis.fetch = jest.fn((path: string) => {
    asked.push(path);
    return new Promise((done) => answers.push((body) => done({ status: 200, json: () => Promise.resolve(body) })));
  }) as unknown as typeof fetch;
});
const shown = () => renderHook(() => useJobList(first, all));

test('more follows what there is; the address says what is looked for', async () => {
  const { result } = shown();
  act(() => result.current.more());
  await act(async () => answers[0]!({ jobs: [listed('b')], total: 3 }));
  expect(result.current.list.jobs.map((j) => j.name)).toEqual(['a', 'b']);
  act(() => result.current.look({ search: 'mill', sort: 'name' }));
  expect(window.location.search).toBe('?search=mill&sort=name');
  await waitFor(() => expect(asked.at(-1)).toBe('/api/jobs?search=mill&sort=name&from=0'));
});

test('what is shown is what is wanted last, whatever began before and comes later', async () => {
  const { result } = shown();
  const again = result.current.again;
  act(() => result.current.look({ deleted: true }));
  await waitFor(() => expect(asked).toHaveLength(1));
  act(() => result.current.look({ deleted: false }));
  // begun when the deleted ones were wanted
  act(() => void again());
  await waitFor(() => expect(asked).toHaveLength(3));
  expect(asked.slice(1)).toEqual(['/api/jobs?from=0', '/api/jobs?from=0']);
  await act(async () => {
    answers[2]!({ jobs: [listed('new')], total: 1 });
    answers[0]!({ jobs: [listed('deleted')], total: 1 });
  });
  expect(result.current.list.jobs.map((j) => j.name)).toEqual(['new']);
});
