import { boxOf, frameOf } from '../src/core/geometry';
import { planFile, readEvent, readLogText, type Event, type Job, type Plan } from '../src/core/given';
import { groundOfSite, openSite, type Site } from '../src/core/lay';
import { measureRows } from '../src/core/audit';
import { randomFrom } from '../src/core/rows';

/** Kinds of happening after which the rest is planned anew. */
export const KINDS = ['broken', 'cut-at', 'lost', 'found', 'laid-as', 'moved', 'wall', 'stock'] as const;
export type Kind = (typeof KINDS)[number];

/** The text of a log whose first line puts a plan in force. */
export const logText = (job: Job, plan: Plan, lines: readonly object[]): string =>
  [{ what: 'begun', format: 'pitsaw/log', version: 1, plan: planFile(plan, job.name) }, ...lines]
    .map((line, i) => `${JSON.stringify({ n: i + 1, time: '2026-03-02T08:00:00', by: 'Ada', ...line })}\n`)
    .join('');

/** Reads such a text; throws where it cannot be read. */
export function eventsOf(text: string): readonly Event[] {
  const read = readLogText(text);
  if (!read.ok) throw new Error(read.problems[0]!.text);
  return read.value;
}

/** Rows laid one after the other up to a random one, a few pieces of the next sawn, and then something of a kind; null where the floor has no place for it. */
export function happenings(job: Job, plan: Plan, kind: Kind, seed: number): readonly object[] | null {
  const random = randomFrom(seed);
  const pick = <T>(list: readonly T[]): T | undefined => list[Math.floor(random() * list.length)];
  const between = (low: number, high: number) => Math.round(low + random() * (high - low));
  const rows = plan.floors.flatMap((floor) => floor.rows.map((row) => ({ floor, row })));
  const many = between(1, Math.max(1, rows.length - 2));
  const lines: object[] = rows.slice(0, many).map(({ floor, row }) => ({ what: 'laid', floor: floor.id, row: row.n }));
  const next = rows[many];
  if (!next) return null;
  const { floor, row } = next;
  const own = floor.pieces.filter((p) => p.row === row.n);
  const laid = new Set(rows.slice(0, many).map((r) => `${r.floor.id} ${r.row.n}`));
  const later = plan.floors.flatMap((f) => f.pieces.filter((p) => !laid.has(`${f.id} ${p.row}`)).map((piece) => ({ floor: f, piece })));
  for (const { floor: f, piece } of later.slice(own.length, own.length + 3)) lines.push({ what: 'cut', piece: `${f.id}/${piece.id}` });
  const victim = pick(later);
  if (!victim) return null;
  const { plank, cut } = victim.piece;
  switch (kind) {
    case 'broken':
      return [...lines, { what: 'broken', plank }];
    case 'cut-at':
      return cut.to - cut.from < 200 ? null : [...lines, { what: 'cut-at', plank, along: between(cut.from + 60, cut.to - 60) }];
    case 'lost':
      return [...lines, { what: 'lost', plank, from: cut.from, to: cut.to }];
    case 'found': {
      const size = plan.planks.find((p) => p.n === plank)!;
      return [
        ...lines,
        { what: 'found', length: between(350, size.length - 20), width: size.width, ends: pick(['left', 'right'] as const) },
      ];
    }
    case 'stock':
      return [...lines, { what: 'stock', planks: between(0, 12) }];
    case 'moved':
      return [...lines, { what: 'moved', floor: plan.floors[0]!.id, shift: [between(-3, 3), between(-3, 3)] }];
    case 'wall': {
      const id = pick(floor.spaces);
      const space = job.spaces.find((s) => s.id === id)!;
      const box = boxOf(space.outline);
      const by = between(8, 45) * (random() < 0.5 ? -1 : 1);
      // the wall that is farthest along x moves
      const outline = space.outline.map(([x, y]) => [Math.abs(x - box.maxX) < 1 ? x + by : x, y]);
      return [...lines, { what: 'wall', space: space.id, outline }];
    }
    case 'laid-as': {
      const frame = frameOf(floor.direction);
      const measured = measureRows(floor, frame).find((r) => r.row.n === row.n)!;
      const size = plan.planks.find((p) => p.n === own[0]!.plank)!;
      const pieces = measured.runs.flatMap((run) => {
        const u0 = run[0]!.box.minX;
        const u1 = run[run.length - 1]!.box.maxX;
        const at = (from: number, to: number, first: boolean) =>
          first
            ? { plank: 'new', from: size.length - (to - from), to: size.length, at: from }
            : { plank: 'new', from: 0, to: to - from, at: from };
        if (u1 - u0 <= size.length) return [at(u0, u1, false)];
        const joints: number[] = [];
        for (let u = u0 + between(310, size.length); u < u1 - 1; u += size.length) joints.push(u);
        const ends = [u0, ...joints, u1];
        return ends.slice(1).map((to, k) => at(ends[k]!, to, k === 0));
      });
      return [...lines, { what: 'laid-as', floor: floor.id, row: row.n, pieces }];
    }
  }
}

/** A day on site by chance: lines as they were taken, one after the other, each with what stood after it asked of nobody. */
export type Day = { readonly lines: readonly object[]; readonly refused: number };

/**
 * Presses by chance: rows and pieces laid and sawn, planks broken, lost, found and counted, floors pushed, lines taken back, and now and then the
 * rest planned anew. What makes no sense is refused and left out.
 *
 * @param way finds the way on from a site; null where there is none
 */
export function dayOnSite(job: Job, plan: Plan, seed: number, presses: number, way: (site: Site) => Plan | null): Day {
  const random = randomFrom(seed);
  const site = openSite(groundOfSite(job));
  const lines: object[] = [];
  let refused = 0;
  const pick = <T>(list: readonly T[]): T | undefined => list[Math.floor(random() * list.length)];
  const tell = (line: object): void => {
    const n = lines.length + 1;
    const whole = { n, time: '2026-03-02T08:00:00', by: 'Ada', ...line };
    const event = readEvent(whole);
    if (!event.ok || site.put(event.value) !== null) refused++;
    else lines.push(whole);
  };
  tell({ what: 'begun', format: 'pitsaw/log', version: 1, plan: planFile(plan, job.name) });
  for (let k = 0; k < presses; k++) {
    const now = site.now();
    const waiting = now.plan!.floors.flatMap((f) =>
      f.pieces.filter((p) => !now.lying.has(`${f.id}/${p.id}`)).map((piece) => ({ floor: f, piece })),
    );
    const next = random() < 0.7 ? waiting[0] : pick(waiting);
    if (!next) break;
    const { floor, piece } = next;
    const kind = random();
    if (kind < 0.3) tell({ what: 'laid', floor: floor.id, row: piece.row });
    else if (kind < 0.5) tell({ what: 'laid', floor: floor.id, row: piece.row, piece: piece.id });
    else if (kind < 0.66) tell({ what: 'cut', piece: `${floor.id}/${piece.id}` });
    else if (kind < 0.7) tell({ what: 'broken', plank: piece.plank });
    else if (kind < 0.72) tell({ what: 'broken', plank: 'new', count: 1 + Math.floor(random() * 2) });
    else if (kind < 0.75) tell({ what: 'lost', plank: piece.plank, from: piece.cut.from, to: piece.cut.to });
    else if (kind < 0.78) tell({ what: 'cut-at', plank: piece.plank, along: Math.round(random() * 1280) });
    else if (kind < 0.8)
      tell({ what: 'found', length: 300 + Math.round(random() * 900), width: 192, ends: pick(['left', 'right', 'none', 'both'] as const) });
    else if (kind < 0.82) tell({ what: 'moved', floor: floor.id, shift: [Math.round(random() * 6 - 3), Math.round(random() * 6 - 3)] });
    else if (kind < 0.84) tell({ what: 'stock', planks: Math.round(random() * 40) });
    else if (kind < 0.86) tell({ what: 'note', text: 'dust' });
    else if (kind < 0.94) tell({ what: 'undone', event: 2 + Math.floor(random() * Math.max(1, lines.length - 1)) });
    else if (now.otherwise) {
      const plan = way(now);
      if (plan) tell({ what: 'replanned', plan: planFile(plan, job.name) });
    }
  }
  return { lines, refused };
}
