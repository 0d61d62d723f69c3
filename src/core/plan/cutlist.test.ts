import fc from 'fast-check';
import { newJob, type Job } from '../given';
import { cutListCsv, cutWords, restWords, takeWords } from '@/formats';
import type { Piece, Plan } from '../given';
import { cutList, planJob } from '.';

const planOf = (job: Job): Plan => {
  const plan = planJob(job, { steps: 8000 });
  if (!plan.ok) throw new Error('no plan');
  return plan.value;
};

test('who follows the list ends with every piece: takes are there when they are taken, lengths add up', () => {
  fc.assert(
    fc.property(fc.integer({ min: 900, max: 7000 }), fc.integer({ min: 700, max: 4000 }), fc.constantFrom(0, 3), (length, width, kerf) => {
      const job = { ...newJob('Room', 'metric', length, width), kerf };
      const plan = planOf(job);
      const lines = cutList(plan, kerf).flatMap((r) => r.lines);
      expect(lines).toHaveLength(plan.floors.reduce((n, f) => n + f.pieces.length, 0));
      const waiting = new Map<string, number>();
      const opened = new Set<number>();
      for (const line of lines) {
        if (line.take.kind === 'plank') {
          expect(opened.has(line.piece.plank)).toBe(false);
          opened.add(line.piece.plank);
        } else expect(waiting.get(line.piece.id)).toBeCloseTo(line.take.length, 6);
        for (const r of line.remainders) if (r.becomes !== null) waiting.set(r.becomes, r.length);
        for (const cut of line.crosscuts) expect(cut.keep).toBeGreaterThan(0);
      }
      expect(opened.size).toBe(plan.totals.planks);
    }),
    { numRuns: 30 },
  );
});

test('a starter is marked from the right end, a closer from the left; a ripped row keeps its locking edge', () => {
  const job = newJob('Room', 'metric', 4600, 3340);
  const rows = cutList(planOf({ ...job, layout: { ...job.layout, direction: 0 } }), job.kerf);
  const starter = rows.flatMap((r) => r.lines).find((l) => l.piece.cut.from > 0 && l.take.kind === 'plank');
  expect(starter!.crosscuts[0]).toMatchObject({ from: 'right', keep: expect.closeTo(starter!.length, 6) });
  expect(rows[0]!.lines.every((l) => l.rip?.keepEdge === 'far')).toBe(true);
  expect(rows[rows.length - 1]!.lines.every((l) => l.rip?.keepEdge === 'near')).toBe(true);
  expect(rows[4]!.lines.every((l) => l.rip === null)).toBe(true);
});

test('a tapered rip says its width at both ends', () => {
  const job = newJob('Room', 'metric', 2000, 1500);
  const outline: [number, number][] = [
    [0, 0],
    [2000, 60],
    [2000, 1500],
    [0, 1500],
  ];
  const plan = planOf({
    ...job,
    layout: { ...job.layout, direction: 0, setOut: { mode: 'full-first' } },
    spaces: [{ ...job.spaces[0]!, outline }],
  });
  const last = cutList(plan, 2).at(-1)!.lines;
  for (const { rip } of last) expect(rip!.left).toBeGreaterThan(rip!.right);
  // the taper runs on from piece to piece
  for (let i = 1; i < last.length; i++) expect(last[i]!.rip!.left).toBeCloseTo(last[i - 1]!.rip!.right, 2);
  expect(cutWords(last[0]!, 'metric')).toMatch(/rip \d+ mm at the left end to \d+ mm at the right, keep the starting-wall edge/);
});

test('the list in words and as CSV, in the person’s units', () => {
  const job = { ...newJob('=HYPERLINK("x")', 'imperial', 4600, 2000) };
  const rows = cutList(planOf(job), job.kerf);
  const csv = cutListCsv(rows, 'imperial').split('\n');
  expect(csv[0]).toContain('remainder');
  expect(csv).toHaveLength(1 + rows.reduce((n, r) => n + r.lines.length, 0));
  const line = rows[0]!.lines[0]!;
  expect(takeWords(line, 'imperial')).toBe('new plank 1');
  expect(cutWords(line, 'imperial')).toMatch(/"/);
  expect(rows.flatMap((r) => r.lines).some((l) => /goes to row|ends this row/.test(restWords(l, 'imperial')))).toBe(true);
});

test('a notched piece gives its corners on the plank, a hole as its own ring', () => {
  const job = newJob('Room', 'metric', 4000, 3000);
  const register: [number, number][] = [
    [1900, 1450],
    [2200, 1450],
    [2200, 1510],
    [1900, 1510],
  ];
  const plan = planOf({
    ...job,
    layout: { ...job.layout, direction: 0, setOut: { mode: 'plank-on-centre' } },
    obstacles: [{ id: 'r', kind: 'register', gap: 3, outline: register }],
  });
  const shaped = cutList(plan, 2)
    .flatMap((r) => r.lines)
    .filter((l) => l.shape);
  expect(shaped.length).toBeGreaterThan(0);
  for (const { piece, shape } of shaped) {
    for (const [along, across] of shape!.flat()) {
      expect(along).toBeGreaterThanOrEqual(piece.cut.from - 0.01);
      expect(along).toBeLessThanOrEqual(piece.cut.to + 0.01);
      expect(across).toBeGreaterThanOrEqual(piece.cut.low - 0.01);
      expect(across).toBeLessThanOrEqual(piece.cut.high + 0.01);
    }
  }
  expect(cutWords(shaped[0]!, 'metric')).toMatch(
    /cut a hole, along from the left end × across from the starting-wall edge: A \d+ × \d+, B \d+/,
  );
});

describe('a plank that gives strips of several lengths', () => {
  const strip = (id: string, from: number, to: number, low: number, high: number): Piece => ({
    id,
    row: Number(id.split('.')[0]),
    outline: [[[from, -low], [to, -low], [to, -high], [from, -high]]], // prettier-ignore
    plank: 1,
    cut: { from, to, low, high },
  });
  const planned = (pieces: Piece[]): Plan => ({
    ...planOf(newJob('Room', 'metric', 4000, 3000)),
    floors: [
      {
        id: 'f1',
        spaces: ['room'],
        direction: 0,
        laid: [],
        rows: pieces.map(({ row }) => ({ n: row, from: 0, to: 192, width: 192 })),
        pieces,
      },
    ],
    planks: [{ n: 1, length: 1285, width: 192 }],
  });
  const linesOf = (pieces: Piece[]) => cutList(planned(pieces), 3).flatMap((r) => r.lines);

  test('is ripped before it is cut to length where a crosscut would go through the longer strip', () => {
    const [short, next, long] = linesOf([strip('1.1', 0, 600, 0, 100), strip('2.1', 603, 1203, 0, 100), strip('9.1', 0, 1285, 112, 192)]);
    expect(short!.early).toEqual([{ kind: 'along', keep: 100, keepEdge: 'near' }]);
    expect(cutWords(short!, 'metric')).toMatch(
      /^first rip its whole length to 100 mm, keep the starting-wall edge.*; mark 600 mm from the left/,
    );
    expect(short!.remainders.map((r) => r.becomes)).toEqual(expect.arrayContaining(['9.1', '2.1']));
    expect(next!.take).toMatchObject({ kind: 'offcut', of: '1.1' });
    expect(long!.take).toMatchObject({ kind: 'offcut', of: '1.1', length: 1285 });
  });

  test('is cut to length first where that parts all', () => {
    const [long, short, starter] = linesOf([strip('1.1', 0, 800, 112, 192), strip('4.1', 0, 500, 0, 100), strip('9.1', 900, 1285, 0, 192)]);
    expect([long!.early, short!.early, starter!.early]).toEqual([[], [], []]);
    expect(short!.take).toMatchObject({ kind: 'offcut', of: '1.1' });
    // a starter beyond both, and the shorter strip first: parted across, then ripped
    const [first] = linesOf([strip('1.1', 0, 500, 0, 100), strip('4.1', 0, 800, 112, 192), strip('9.1', 900, 1285, 0, 192)]);
    expect(first!.early.map((c) => c.kind)).toEqual(['across', 'along']);
    expect(cutWords(first!, 'metric')).toMatch(/^first crosscut it 800 mm from the left end; then rip its whole length/);
  });
});
