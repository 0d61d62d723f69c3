/** @jest-environment jsdom */
import type { Done } from '@/core/drill';
import { byDay, practised, write } from './record';

const one = (right: boolean, alarms = 0, on = '2026-11-27'): Done => ({ topic: 'short', right, alarms, on });
beforeEach(() => localStorage.clear());

test('what somebody practised is kept by name, and is there again', () => {
  write('Moss', one(true));
  write('Wren', one(false));
  expect(write('Moss', one(false, 2))).toEqual(practised());
  expect(practised()).toEqual({ Moss: [one(true), one(false, 2)], Wren: [one(false)] });
});

test('what was kept badly is as if nothing was kept, and too much is kept shorter', () => {
  localStorage.setItem('pitsaw:practice', '{half a');
  expect(practised()).toEqual({});
  localStorage.setItem('pitsaw:practice', '[1]');
  expect(practised()).toEqual({});
  for (let k = 0; k < 505; k++) write('Moss', one(true));
  expect(practised().Moss).toHaveLength(500);
});

test('a day’s score is what was right of all tries, false alarms among them', () => {
  expect(byDay([one(true), one(true, 1), one(false, 0, '2026-11-28')])).toEqual([
    { on: '2026-11-27', asked: 2, score: 67 },
    { on: '2026-11-28', asked: 1, score: 0 },
  ]);
  expect(byDay([])).toEqual([]);
});
