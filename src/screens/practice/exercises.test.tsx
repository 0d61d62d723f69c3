import { ChakraProvider } from '@chakra-ui/react';
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import type { ReactElement } from 'react';
import { choiceFor, FAULT_WORDS, planted, puzzleFor, sumFor, type Fault } from '@/core/drill';
import { chanceFrom } from '@/core/drill/chance';
import { formatLength } from '@/core/units';
import { fitted, toScreen } from '@/ui/sheet/view';
import { system } from '@/ui/kit/theme';
import { Find } from './Find';
import { Puzzle } from './Puzzle';
import { Choosing, Sum } from './Questions';

const [WIDTH, HEIGHT] = [700, 500];

beforeAll(() => {
  Object.assign(globalThis, {
    ResizeObserver: class {
      observe() {}
      unobserve() {}
      disconnect() {}
    },
  });
  // jsdom lays nothing out
  Object.defineProperty(HTMLElement.prototype, 'clientWidth', { configurable: true, get: () => WIDTH });
  Object.defineProperty(HTMLElement.prototype, 'clientHeight', { configurable: true, get: () => HEIGHT });
});
afterEach(cleanup);

const show = (element: ReactElement) => render(<ChakraProvider value={system}>{element}</ChakraProvider>);
const press = (name: string | RegExp) => act(() => void fireEvent.click(screen.getByRole('button', { name })));
const told = () => screen.getAllByRole('status').map((e) => e.textContent).join(' '); // prettier-ignore
const write = (label: string, text: string) => {
  const field = screen.getByLabelText(label);
  act(() => void fireEvent.change(field, { target: { value: text } }));
  act(() => void fireEvent.keyDown(field, { key: 'Enter' }));
};

describe('a sum', () => {
  const sumOf = (display: 'metric' | 'imperial') => {
    const onAnswer = jest.fn();
    const sum = sumFor('rest', 11, display);
    show(<Sum exercise={{ kind: 'sum', topic: 'rest', sum }} display={display} onAnswer={onAnswer} />);
    return { sum, onAnswer };
  };

  test('is right within what a tape reads, and says why', () => {
    const { sum, onAnswer } = sumOf('metric');
    write('In mm', `${sum.answer + sum.within}`);
    expect(onAnswer.mock.calls).toEqual([[true]]);
    expect(told()).toContain('Right');
    expect(told()).toContain(sum.why);
  });

  test('that is wrong says what was said and what is right, once', () => {
    const { sum, onAnswer } = sumOf('metric');
    write('In mm', `${sum.answer + 40}`);
    expect(onAnswer.mock.calls).toEqual([[false]]);
    expect(told()).toContain(`You said: ${sum.answer + 40} mm`);
    expect(told()).toContain(`${sum.answer} mm`);
    expect(screen.queryByLabelText('In mm')).toBeNull();
  });

  test('is read as people write feet and inches; what is no length is told beside the field and is no answer', () => {
    const { sum, onAnswer } = sumOf('imperial');
    write('In feet, inches and sixteenths', 'a bit more');
    expect(onAnswer).not.toHaveBeenCalled();
    expect(screen.getByLabelText('In feet, inches and sixteenths')).toHaveAttribute('aria-invalid', 'true');
    write('In feet, inches and sixteenths', formatLength(sum.answer, 'imperial'));
    expect(onAnswer.mock.calls).toEqual([[true]]);
    expect(told()).not.toMatch(/\bmm\b/);
  });

  test('of boxes takes a count', () => {
    const onAnswer = jest.fn();
    const sum = sumFor('boxes', 4);
    show(<Sum exercise={{ kind: 'sum', topic: 'boxes', sum }} display="imperial" onAnswer={onAnswer} />);
    write('How many boxes', `${sum.answer}`);
    expect(onAnswer.mock.calls).toEqual([[true]]);
  });
});

test('of several answers the one that is pressed counts, and the right one is told with its reason', () => {
  const choosing = choiceFor('cap-sum', 5, 'imperial');
  const wrong = choosing.options.find((_, i) => i !== choosing.right)!;
  const onAnswer = jest.fn();
  show(<Choosing exercise={{ kind: 'choose', topic: 'cap-sum', choosing }} onAnswer={onAnswer} />);
  press(wrong);
  expect(onAnswer.mock.calls).toEqual([[false]]);
  expect(told()).toContain(`You said: ${wrong}`);
  expect(told()).toContain(choosing.options[choosing.right]);
  expect(told()).toContain(choosing.why);
});

describe('a puzzle', () => {
  const puzzleOf = () => {
    const onAnswer = jest.fn();
    const puzzle = puzzleFor('strips-with-one-move', chanceFrom(3), 'metric');
    const { container } = show(
      <Puzzle exercise={{ kind: 'puzzle', topic: 'strips-with-one-move', puzzle }} display="metric" onAnswer={onAnswer} />,
    );
    const strips = () => [...container.querySelectorAll('.pill')].map((p) => Number.parseFloat(p.textContent!));
    return { puzzle, onAnswer, strips, container };
  };

  test('left as it is says which strip is too narrow, and shows a place that is right', () => {
    const { puzzle, onAnswer, strips } = puzzleOf();
    expect(Math.min(...strips())).toBeLessThan(puzzle.least);
    press('This is the place');
    expect(onAnswer.mock.calls).toEqual([[false]]);
    expect(told()).toContain(`wanted ${puzzle.least} mm`);
    press('Show me a place that is right');
    expect(Math.min(...strips())).toBeGreaterThanOrEqual(puzzle.least);
    // it was answered: the line is not moved any more
    expect(screen.queryByRole('button', { name: /^Line / })).toBeNull();
    expect(onAnswer).toHaveBeenCalledTimes(1);
  });

  test('is solved by steps of a tape; all strips move with the line, and half a plank over twice is where it was', () => {
    const { puzzle, onAnswer, strips, container } = puzzleOf();
    const before = strips();
    press('Half a plank over');
    expect(strips()).not.toEqual(before);
    press('Half a plank over');
    expect(strips()).toEqual(before);
    const by = Math.round(puzzle.answer - puzzle.origin);
    const way = by < 0 ? 'back' : 'on';
    for (let k = 0; k < Math.floor(Math.abs(by) / 10); k++) press(`Line ${way} by 10 mm`);
    for (let k = 0; k < Math.abs(by) % 10; k++) press(`Line ${way} by 1 mm`);
    expect(container.querySelector('.pill.broken')).toBeNull();
    press('This is the place');
    expect(onAnswer.mock.calls).toEqual([[true]]);
    expect(told()).toContain(puzzle.why);
  });
});

describe('a floor with a fault', () => {
  const floorOf = (fault: Fault, display: 'metric' | 'imperial' = 'metric') => {
    const onAnswer = jest.fn();
    const floor = planted(6, [fault], display);
    const { container } = show(<Find exercise={{ kind: 'find', topic: fault, planted: floor }} onAnswer={onAnswer} />);
    const points = floor.job.spaces.flatMap((s) => s.outline);
    const [long, wide] = [0, 1].map((k) => Math.max(...points.map((p) => p[k]!)));
    // a drawing that is higher than wide lies on its side in a wide sheet
    const view = fitted(points, WIDTH, HEIGHT, wide! > long! ? 1 : 0, { x: 96, top: 56, bottom: 76 });
    const tap = (at: readonly [number, number]) => {
      const [clientX, clientY] = toScreen(view, at);
      act(() => void fireEvent.click(container.querySelector('[data-testid=sheet] > svg')!, { clientX, clientY }));
    };
    return { floor, onAnswer, tap, container };
  };

  test.each<Fault>(['corners', 'wrong-end', 'jamb', 'pinned', 'second-pad'])('%s is found by a tap on it, and told in words', (fault) => {
    const { floor, onAnswer, tap } = floorOf(fault);
    tap(floor.faults[0]!.findings[0]!.at!);
    expect(onAnswer.mock.calls).toEqual([[true, 0]]);
    for (const text of [...Object.values(FAULT_WORDS[fault]), floor.faults[0]!.findings[0]!.text]) expect(told()).toContain(text);
    expect(screen.getByText('Found at once')).toBeInTheDocument();
  });

  test('taps beside it are false alarms; after the third it is shown', () => {
    const { floor, onAnswer, tap } = floorOf('short');
    tap([-1500, -1500]);
    expect(told()).toContain('Nothing is wrong there');
    tap([-1500, -1500]);
    expect(onAnswer).not.toHaveBeenCalled();
    tap([-1500, -1500]);
    expect(onAnswer.mock.calls).toEqual([[false, 3]]);
    expect(told()).toContain(FAULT_WORDS.short.is);
    // it is over: a tap on it counts no more
    tap(floor.faults[0]!.findings[0]!.at!);
    expect(onAnswer).toHaveBeenCalledTimes(1);
  });

  test('who gives up is shown it, with the false alarms so far', () => {
    const { onAnswer, tap } = floorOf('letter-h');
    tap([-1500, -1500]);
    press('Show me');
    expect(onAnswer.mock.calls).toEqual([[false, 1]]);
    expect(told()).toContain(FAULT_WORDS['letter-h'].is);
  });

  test('what was measured stands on the drawing in the person’s units; equal faces have equal letters', () => {
    const { floor, container } = floorOf('end-cap', 'imperial');
    for (const line of floor.notes.flatMap((n) => n.lines)) expect(container.textContent).toContain(line);
    expect(container.textContent).not.toMatch(/\d mm\b/);
    cleanup();
    const faces = floorOf('equal-faces');
    const letters = [...faces.container.querySelectorAll('text')].map((t) => t.textContent);
    const { plan, faces: own } = faces.floor;
    expect(letters).toEqual(plan.pieces.map((p) => String.fromCharCode(64 + own!.get(p.plank)!)));
  });
});
