import { frameOf, ROUNDING, type Point } from '../geometry';
import { newJob, type Job, type PlanFloor } from '../given';
import { planJob } from '../plan';
import { noticedWithin } from '../rows';
import { measureRows, type LaidPiece } from '.';

const box = (x: number, y: number, wide: number, high: number): [number, number][] => [[x, y], [x + wide, y], [x + wide, y + high], [x, y + high]]; // prettier-ignore

/** Rooms side by side on a corridor, and islands that part rows into strips which lie under each other. */
function street(rooms: number, islands: readonly Point[]): Job {
  const spaces = [{ id: 'corridor', name: 'Corridor', outline: box(0, 0, rooms * 2700 - 100, 1500) }];
  const openings: NonNullable<Job['openings']> = [];
  for (let n = 0; n < rooms; n++) {
    spaces.push({ id: `r${n}`, name: `Room ${n + 1}`, outline: box(n * 2700, 1600, 2600, 3100 + 130 * (n % 3)) });
    openings.push({
      id: `d${n}`,
      between: ['corridor', `r${n}`],
      outline: box(n * 2700 + 500 + 210 * (n % 4), 1500, 800, 100),
      finish: 'through',
    });
  }
  const obstacles = islands.map(([x, y], i) => ({ id: `i${i}`, kind: 'island' as const, outline: box(x, y, 700, 250) }));
  return { ...newJob('Lock street', 'metric', 1000, 1000), kerf: 3, spaces, openings, obstacles };
}

/** The rows of every pair of runs whose joints are noticed together: each run is compared with every other. */
function noticed(floor: PlanFloor): string[] {
  const rows = measureRows(floor, frameOf(floor.direction));
  const reach = (run: readonly LaidPiece[]) => [Math.min(...run.map((p) => p.box.minX)), Math.max(...run.map((p) => p.box.maxX))] as const;
  const found: string[] = [];
  for (const upper of rows) {
    for (const lower of rows) {
      const within = noticedWithin(lower.row.n - upper.row.n);
      if (within === 0) continue;
      for (const a of upper.runs) {
        for (const b of lower.runs) {
          const from = Math.max(reach(a)[0], reach(b)[0]) - ROUNDING;
          const to = Math.min(reach(a)[1], reach(b)[1]) + ROUNDING;
          const us = upper.joints.filter((j) => a.includes(j.left) && j.u >= from && j.u <= to).map((j) => j.u);
          const vs = lower.joints.filter((j) => b.includes(j.left) && j.u >= from && j.u <= to).map((j) => j.u);
          if (us.some((u) => vs.some((v) => Math.abs(u - v) < within - ROUNDING))) found.push(`${upper.row.n} and ${lower.row.n}`);
        }
      }
    }
  }
  return found.sort();
}

test.each([
  ['rooms on a corridor', street(6, [])],
  ['rooms with islands that part their rows', street(4, [[900, 3000], [3900, 2700], [6800, 3500], [2600, 600]])], // prettier-ignore
  ['one room and an island', street(1, [[1200, 3100]])],
])('%s: joints that are noticed are said of just the runs that lie under each other', (_, job) => {
  let said = 0;
  for (const seed of [1, 2]) {
    // few steps leave faults; a pattern leaves many
    for (const school of ['free', 'thirds'] as const) {
      const stagger = { ...job.layout.stagger, school, seed };
      const plan = planJob({ ...job, layout: { ...job.layout, direction: 0, stagger } }, { steps: 100 });
      if (!plan.ok) throw new Error(plan.problems[0]!.text);
      const own = plan.value.findings.filter((f) => f.rule === 'h-joint' || f.rule === 'repeat');
      const rows = own.map((f) => f.rows!.join(' and ')).sort();
      expect(rows).toEqual(plan.value.floors.flatMap(noticed).sort());
      said += own.length;
    }
  }
  expect(said).toBeGreaterThan(0);
});
