import { floorsOf } from '../floors';
import { newJob, type Job } from '../given';
import { setOutOf } from '../setout';
import { faultsOf, NO_WISHES, runsOf, wishesOf } from '.';

const line = { u0: 0, u1: 4000, endPiece: 300 };

test('joints where none is wanted, and none where one is, are faults of looks; a forbidden one counts like a limit', () => {
  const wishes = { ...NO_WISHES, clear: [[500, 700]], joint: [[1000, 1400]], forbidden: [[2000, 2100]] } as const;
  expect(faultsOf({ ...wishes }, line, [1200])).toEqual({ looks: 0, musts: 0 });
  const near = faultsOf({ ...wishes }, line, [600, 1200]);
  expect(near.looks).toBeGreaterThan(0.5);
  expect(faultsOf({ ...wishes }, line, [600]).looks).toBeGreaterThan(near.looks);
  expect(faultsOf({ ...wishes }, line, [1200, 2050]).musts).toBe(1);
});

test('a long piece over a busy doorway; small end pieces only where nobody looks', () => {
  const long = { ...NO_WISHES, long: [[100, 300]] } as const;
  expect(faultsOf({ ...long }, line, [1285, 2570]).looks).toBe(0);
  expect(faultsOf({ ...long }, line, [320, 1605, 2890]).looks).toBeGreaterThan(0);
  const seen = { ...NO_WISHES, seen: true };
  expect(faultsOf(seen, line, [900, 2185]).looks).toBe(0);
  expect(faultsOf(seen, line, [320, 1605, 2890]).looks).toBeGreaterThan(0);
});

test('rows beside a register wish to be clear of it, and only they', () => {
  const job: Job = {
    ...newJob('Office', 'metric', 4000, 3000),
    obstacles: [{ id: 'r', kind: 'register', gap: 3, outline: [[1800, 1400], [2100, 1400], [2100, 1500], [1800, 1500]] }], // prettier-ignore
  };
  const floors = floorsOf({ ...job, layout: { ...job.layout, direction: 0 } });
  const floor = floors.ok ? floors.value[0]! : null;
  const setOut = setOutOf(floor!);
  const { runs } = runsOf(floor!, setOut);
  const wishes = wishesOf(floor!, setOut, runs);
  runs.forEach((run, i) => {
    const beside = -1503 < run.row.to - 1 && run.row.from + 1 < -1397;
    expect(wishes[i]!.clear.length > 0).toBe(beside);
  });
  expect(wishes.some((w) => w.clear.length > 0)).toBe(true);
});
