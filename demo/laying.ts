import { planFile, readEvent, type Job, type Plan, type Result } from '../src/core/given';
import { groundOfSite, openSite } from '../src/core/lay';
import { planJob } from '../src/core/plan';
import { planFromHere } from '../src/core/replan';

const value = <T>(result: Result<T>): T => {
  if (!result.ok) throw new Error(result.problems[0]!.text);
  return result.value;
};

/** Minutes that rows take, one after the other: the first three slowly, then as it goes. */
const minutesOf = (row: number): number => (row < 3 ? 21 : 9 + ((row * 7) % 5));

type Line = Record<string, unknown> & { id: string };

/** A log that is written as it is told. */
function telling(job: Job, day: string) {
  const site = openSite(groundOfSite(job));
  const lines: Line[] = [];
  return {
    site,
    lines,
    tell(minutes: number, by: string, event: Readonly<Record<string, unknown>>): void {
      const time = `${day}T${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}:00`;
      const n = lines.length + 1;
      const line = { id: `demo ${n}`, time, by, ...event };
      const fault = site.put(value(readEvent({ ...line, n })));
      if (fault) throw new Error(`line ${n} ${fault}`);
      lines.push(line);
    },
  };
}

/** A day on site: all rows of a job laid as planned. */
export function allLaid(job: Job): readonly Readonly<Line>[] {
  const plan = value(planJob(job));
  const { lines, tell } = telling(job, '2026-11-17');
  let minutes = 8 * 60;
  tell(minutes, 'Wren', { what: 'begun', format: 'pitsaw/log', version: 1, plan: planFile(plan, job.name) });
  for (const { id, rows } of plan.floors)
    for (const { n } of rows) {
      minutes += minutesOf(n - 1);
      tell(minutes, n % 3 === 0 ? 'Moss' : 'Wren', { what: 'laid', floor: id, row: n });
    }
  return lines;
}

/** A morning on site: half of a job's rows laid, a plank broken on the way and the rest planned anew. */
export function halfLaid(job: Job): readonly Readonly<Line>[] {
  const plan = value(planJob(job));
  let minutes = 8 * 60;
  const { site, lines, tell: tellAt } = telling(job, '2026-11-24');
  const tell = (by: string, event: Readonly<Record<string, unknown>>): void => tellAt(minutes, by, event);
  const inForce = (): Plan => site.now().plan!;
  tell('Wren', { what: 'begun', format: 'pitsaw/log', version: 1, plan: planFile(plan, job.name) });
  const rows = plan.floors.flatMap((floor) => floor.rows.map((row) => ({ floor: floor.id, row: row.n })));
  const half = Math.floor(rows.length / 2);
  rows.slice(0, half).forEach(({ floor, row }, k) => {
    minutes += minutesOf(k);
    const own = inForce()
      .floors.find((f) => f.id === floor)!
      .pieces.filter((p) => p.row === row);
    for (const p of own) if (p.cut.to - p.cut.from < 1000) tell('Moss', { what: 'cut', piece: `${floor}/${p.id}` });
    if (k === half - 3) {
      // a corner breaks off the piece that ends the row
      tell('Wren', { what: 'broken', plank: own[own.length - 1]!.plank });
      minutes += 1;
      const [best] = value(planFromHere(job, site.now()));
      tell('Wren', { what: 'replanned', plan: planFile(best!.plan, job.name) });
    }
    tell('Wren', { what: 'laid', floor, row });
  });
  const { floor, row } = rows[half]!;
  const next = inForce()
    .floors.find((f) => f.id === floor)!
    .pieces.filter((p) => p.row === row);
  minutes += 4;
  tell('Moss', { what: 'cut', piece: `${floor}/${next[0]!.id}` });
  return lines;
}

/** The same job, with the repair of a plank in the middle of its floor planned. */
export function repairPlanned(job: Job): Job {
  const [floor] = value(planJob(job)).floors;
  const row = floor!.rows[Math.floor(floor!.rows.length / 2)]!.n;
  const piece = floor!.pieces.filter((p) => p.row === row)[0]!;
  return {
    ...job,
    repairs: [{ pieces: [`${floor!.id}/${piece.id}`], way: 'slide', by: 'Wren', note: 'A pan fell; dented at the left end.' }],
  };
}
