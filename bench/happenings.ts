import { boxOf, frameOf } from '../src/core/geometry';
import { planFile, readLogText, type Event, type Job, type Plan } from '../src/core/given';
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
