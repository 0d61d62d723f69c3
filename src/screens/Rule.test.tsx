import { createEvent, fireEvent, render, screen } from '@testing-library/react';
import { newJob } from '@/core/given';
import { STAGES, type Ask } from '@/stages';
import { keysOf, useKeys } from './keys';
import { Rule } from './Rule';

const job = newJob('Toll house', 'metric', 4600, 3340);
const ask: Ask = { job, floors: [], plan: null, answer: () => null, working: true };
const stage = STAGES[1]!;

test('the rule has every stage in order, says how it stands, and where one is', () => {
  const went: string[] = [];
  render(<Rule stage={stage.name} ask={ask} base="/jobs/1" onGo={(name) => went.push(name)} />);
  const links = screen.getAllByRole('link');
  expect(links.map((a) => a.getAttribute('href'))).toEqual(STAGES.map((s) => `/jobs/1/${s.name}`));
  expect(links[0]).toHaveTextContent('being worked out');
  expect(links.map((a) => a.getAttribute('aria-current'))).toEqual(STAGES.map((s) => (s === stage ? 'step' : null)));
  fireEvent.click(links[2]!);
  expect(went).toEqual([STAGES[2]!.name]);
  // a new tab is the browser's
  const click = createEvent.click(links[3]!, { ctrlKey: true });
  links[3]!.addEventListener('click', (e) => e.stopPropagation());
  fireEvent(links[3]!, click);
  expect(went).toHaveLength(1);
});

function Keys({ go, list }: { go: (name: string) => void; list: () => void }) {
  useKeys(keysOf(stage, go, list));
  return (
    <>
      <input aria-label="a length" />
      <input type="checkbox" aria-label="sawn" />
    </>
  );
}

test('digits and brackets go to the stages; letters in a field are its own', () => {
  const went: string[] = [];
  let listed = 0;
  render(<Keys go={(name) => went.push(name)} list={() => listed++} />);
  const press = (key: string, on: Element = document.body, more = {}) => fireEvent.keyDown(on, { key, ...more });
  STAGES.slice(0, 9).forEach((_, i) => press(`${i + 1}`));
  expect(went).toEqual(STAGES.slice(0, 9).map((s) => s.name));
  went.length = 0;
  press('[');
  press(']');
  expect(went).toEqual([STAGES[0]!.name, STAGES[2]!.name]);
  press('1', screen.getByLabelText('a length'));
  press('1', document.body, { altKey: true });
  expect(went).toHaveLength(2);
  // a box that was ticked has the focus, and the keys go on working
  press('1', screen.getByLabelText('sawn'));
  expect(went).toHaveLength(3);
  press('?');
  expect(listed).toBe(1);
});
