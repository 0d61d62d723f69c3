import { floorsOf } from '../floors';
import { type Finding, type Job, newJob, type PlanFloor } from '../given';
import { audit, leastJointDistance, measureRows } from '.';
import { frameOf } from '../geometry';

const PLANK = 1285;
const WIDTH = 192;

/** A rectangular floor laid by hand: each row as the lengths of its pieces, left to right; the last is what is left. */
function laid(rows: readonly (readonly number[])[], change: Partial<Job> = {}, length = 4000): { job: Job; floor: PlanFloor } {
  const gap = 8;
  const job: Job = { ...newJob('By hand', 'metric', length + 2 * gap, rows.length * WIDTH + 2 * gap), ...change };
  const top = rows.length * WIDTH + gap;
  let plank = 0;
  const floor: PlanFloor = {
    id: 'f1',
    spaces: ['room'],
    direction: 0,
    laid: [
      [
        [
          [gap, gap],
          [length + gap, gap],
          [length + gap, top],
          [gap, top],
        ],
      ],
    ],
    rows: rows.map((_, i) => ({ n: i + 1, from: -top + i * WIDTH, to: -top + (i + 1) * WIDTH, width: WIDTH })),
    pieces: rows.flatMap((row, r) => {
      let x = gap;
      const lengths = [...row, length - row.reduce((a, b) => a + b, 0)];
      const y = top - r * WIDTH;
      return lengths.map((own, i) => {
        const from = x;
        x += own;
        return {
          id: `${r + 1}.${i + 1}`,
          row: r + 1,
          outline: [
            [
              [from, y - WIDTH],
              [x, y - WIDTH],
              [x, y],
              [from, y],
            ],
          ] as [number, number][][],
          plank: ++plank,
          cut: i === 0 ? { from: PLANK - own, to: PLANK, low: 0, high: WIDTH } : { from: 0, to: own, low: 0, high: WIDTH },
        };
      });
    }),
  };
  return { job, floor };
}

function findings({ job, floor }: { job: Job; floor: PlanFloor }): readonly Finding[] {
  const floors = floorsOf(job);
  if (!floors.ok) throw new Error(floors.problems[0]!.text);
  return audit(job, floors.value, [floor]);
}

const rules = (list: readonly Finding[]) => [...new Set(list.map((f) => f.rule))];

test('a floor that keeps every limit and pleases the eye has no findings', () => {
  expect(
    findings(
      laid([
        [900, 1285, 1285],
        [400, 1285, 1285],
        [1200, 1285],
      ]),
    ),
  ).toEqual([]);
});

test('stagger: measured where the joints are, with whose limit it is', () => {
  const list = findings(
    laid([
      [900, 1285, 1285],
      [700, 1285, 1285],
    ]),
  );
  expect(rules(list)).toEqual(['stagger']);
  expect(list).toHaveLength(3);
  expect(list[0]).toMatchObject({ level: 'must', measured: 200, limit: 300, rows: [1, 2], at: [808, 200] });
  expect(list[0]!.text).toBe(
    'Rows 1 and 2: joints 200 mm apart, at least 300 mm (a preset; the product’s instructions decide). Choose another starter for row 2.',
  );
});

test('stagger of exactly the limit is kept', () => {
  const both = laid([
    [900, 1285, 1285],
    [600, 1285, 1285],
  ]);
  expect(findings(both)).toEqual([]);
  expect(leastJointDistance(measureRows(both.floor, frameOf(0)), 2000)).toBe(300);
});

test('end pieces: first and last of a run, not a single one', () => {
  const list = findings(laid([[250, 1285, 1285], [3800]]));
  expect(list.filter((f) => f.rule === 'endPiece').map((f) => [f.rows, f.measured])).toEqual([
    [[1], 250],
    [[2], 200],
  ]);
  expect(rules(findings(laid([[]], {}, 250)))).toEqual([]);
});

test('rip: a narrow last row is one finding, at the wall', () => {
  const { job, floor } = laid([[900, 1285, 1285]]);
  const narrow: PlanFloor = {
    ...floor,
    laid: [[floor.laid[0]![0]!.map(([x, y]): [number, number] => [x, y === 8 ? 160 : y])]],
    pieces: floor.pieces.map((p) => ({
      ...p,
      outline: [p.outline[0]!.map(([x, y]): [number, number] => [x, y === 8 ? 160 : y])],
    })),
  };
  const room = {
    ...job,
    spaces: [{ ...job.spaces[0]!, outline: job.spaces[0]!.outline.map(([x, y]): [number, number] => [x, y === 0 ? 152 : y]) }],
  };
  const list = findings({ job: room, floor: narrow }).filter((f) => f.rule === 'rip');
  // a row between two walls is narrow beside both
  expect(list.length).toBeGreaterThan(0);
  expect(list.every((f) => f.measured === 40)).toBe(true);
});

test('longest run: along and across, each by its own limit', () => {
  const limits = { ...newJob('x', 'metric', 1, 1).product.limits, runAlong: 3500, runAcross: 300 };
  const job = { product: { ...newJob('x', 'metric', 1, 1).product, limits } };
  const list = findings(
    laid(
      [
        [900, 1285, 1285],
        [400, 1285, 1285],
      ],
      job,
    ),
  );
  expect(list.map((f) => [f.rule, f.measured, f.limit])).toEqual([
    ['runAlong', 4000, 3500],
    ['runAcross', 384, 300],
  ]);
});

test('butt joints are listed with how many are allowed', () => {
  const both = laid([[900, 1285, 1285]]);
  const [first, second, ...rest] = both.floor.pieces;
  const floor = { ...both.floor, pieces: [{ ...first!, butt: true }, { ...second!, butt: true }, ...rest] };
  const [finding, ...others] = findings({ job: both.job, floor });
  expect(finding).toMatchObject({ rule: 'butt', level: 'should', at: [908, 104] });
  expect(finding!.text).toContain('number 1 of 0 allowed');
  // the joint after them has both factory ends
  expect(others).toEqual([]);
});

/** Rows of one room, each begun with one of these lengths and laid on with whole planks. */
const begun = (starters: readonly number[]) =>
  findings(laid(starters.map((s) => [s, 1285, 1285]))).map(({ rule, rows }) => ({ rule, rows }));

test('looks: a flight is seen though its steps are not quite alike, the longer the less; one that turns is none', () => {
  // steps of 310 to 360, all one way
  expect(begun([400, 710, 1070, 105, 445]).filter((f) => f.rule === 'stairs')).toHaveLength(1);
  expect(begun([400, 710, 400, 710 + 130, 400 + 90]).filter((f) => f.rule === 'stairs')).toEqual([]);
});

test('looks: the same order of joints again after six rows is a wallpaper, said once; a single line that comes again is none', () => {
  const motif = [400, 800, 1200, 600, 1000, 500 + 380];
  const twice = begun([...motif, ...motif.map((s) => s + 10)]).filter((f) => f.rule === 'wallpaper');
  expect(twice).toEqual([{ rule: 'wallpaper', rows: [7, 8, 9, 10, 11, 12] }]);
  const once = [410, 1240, 640, 1040, 760, 1150];
  expect(begun([...motif, ...once]).filter((f) => f.rule === 'wallpaper')).toEqual([]);
});

test('looks: joints that go to and fro between two places are said by rows', () => {
  const starters = [400, 900, 460, 960, 420, 880, 500, 940];
  expect(begun(starters).filter((f) => f.rule === 'to-and-fro')).toEqual([{ rule: 'to-and-fro', rows: [1, 2, 3, 4, 5, 6, 7, 8] }]);
  expect(begun([400, 900, 640, 960, 420, 880]).filter((f) => f.rule === 'to-and-fro')).toEqual([]);
});

test('what hangs on a tape’s error is told at its wall, once for all its rows; where the tape is trusted it is not', () => {
  const own = laid([
    [301, 1285, 1285],
    [900, 1285, 1285],
    [302, 1285, 1285],
  ]);
  const again = findings(own).filter((f) => f.rule === 'measure-again');
  expect(again.map((f) => f.rows)).toContainEqual([1, 3]);
  expect(again[0]!.text).toContain('Measure wall');
  expect(findings({ ...own, job: { ...own.job, tape: 0 } }).filter((f) => f.rule === 'measure-again')).toEqual([]);
});

test('steps go round by the plank that is laid, though no piece of the first row is as long', () => {
  // by the 1100 of the first row they would all step 500 one way
  const rules = findings(laid([[1100], [600], [1200], [700]], {}, 1800)).map((f) => f.rule);
  expect(rules).not.toContain('stairs');
});

test('looks: an H, a repeat within five rows, and stairs', () => {
  const h = findings(
    laid([
      [900, 1285, 1285],
      [400, 1285, 1285],
      [910, 1285, 1285],
    ]),
  );
  expect(h).toMatchObject([{ rule: 'h-joint', level: 'should', rows: [1, 3], measured: 10 }]);
  const repeat = findings(
    laid([
      [900, 1285, 1285],
      [400, 1285, 1285],
      [1250, 1285],
      [700, 1285, 1285],
      [320, 1285, 1285],
      [905, 1285, 1285],
    ]),
  );
  expect(repeat.map((f) => [f.rule, f.rows])).toEqual([['repeat', [1, 6]]]);
  const stairs = findings(
    laid(
      [
        [350, 1285, 1285],
        [660, 1285, 1285],
        [970, 1285, 1285],
        [1280, 1285],
      ],
      { product: { ...newJob('x', 'metric', 1, 1).product, limits: { ...newJob('x', 'metric', 1, 1).product.limits, endPiece: 100 } } },
    ),
  );
  expect(stairs.map((f) => f.rule)).toContain('stairs');
  expect(stairs.find((f) => f.rule === 'stairs')!.rows).toEqual([1, 2, 3, 4]);
});

test('findings are written in the person’s units, limits first', () => {
  const both = laid([
    [900, 1285, 1285],
    [700, 1285, 1285],
    [905, 1285, 1285],
  ]);
  const list = findings({ ...both, job: { ...both.job, display: 'imperial' } });
  expect(list[0]!.text).toContain('joints 7 7/8" apart, at least 11 13/16"');
  const levels = list.map((f) => f.level);
  expect(levels.lastIndexOf('must')).toBeLessThan(levels.indexOf('should'));
});
