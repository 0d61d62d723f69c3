import { turned, ROUNDING, type Point } from '../geometry';
import type { Bound } from '../floors';
import { runningWalls } from '../setout';
import { wallLetter } from '../survey';
import { finding, type AuditedFloor, type Rule } from './rule';

/**
 * Walls that a decision hangs on: where a strip or an end piece just keeps its limit, and would not if its wall lay as much nearer as a tape errs. One finding
 * for each wall. Mend: measure it again; where the room allows it, another line or another starter.
 */
export const measureAgain: Rule = (floor, say) => {
  if (floor.tape <= 0) return;
  strips(floor, say);
  ends(floor, say);
};

const nameOf = (floor: AuditedFloor, bound: Bound): string => {
  if (bound.kind === 'wall') {
    const space = floor.spaces.find((s) => s.id === bound.space);
    return `wall ${wallLetter(bound.wall)}${floor.spaces.length > 1 && space ? ` of ${space.name || space.id}` : ''}`;
  }
  return bound.kind === 'jamb' || bound.kind === 'line' || bound.kind === 'open' ? floor.doorway(bound.opening) : `the ${bound.kind}`;
};

/** Whether an amount keeps a limit, and would not if it were less by what a tape errs. */
const hangs = (amount: number, limit: number, tape: number): boolean =>
  limit > 0 && amount >= limit - ROUNDING && amount < limit + tape - ROUNDING;

function strips(floor: AuditedFloor, say: Parameters<Rule>[1]): void {
  const { rip } = floor.product.limits;
  for (const wall of runningWalls(floor.edges, floor.frame)) {
    // the narrowest is left at the end that reaches furthest into the row
    const [far, near] = [Math.max(...wall.w), Math.min(...wall.w)];
    const w = wall.side === 'start' ? far : near;
    const row = floor.rows.find(({ row: r }) =>
      wall.side === 'start' ? w >= r.from - ROUNDING && w < r.to - ROUNDING : w > r.from + ROUNDING && w <= r.to + ROUNDING,
    );
    if (!row) continue;
    const strip = wall.side === 'start' ? row.row.to - w : w - row.row.from;
    if (!hangs(strip, rip, floor.tape)) continue;
    const at: Point = [wall.u[wall.w.indexOf(w)]!, w];
    say(
      finding(floor, 'measure-again', turned(floor.frame, at), {
        rows: [row.row.n],
        measured: strip,
        limit: rip,
        text: `Measure ${nameOf(floor, wall.bound)} again: its strip in row ${row.row.n} is ${floor.length(strip)}, at least ${floor.length(rip)}, and falls short if the wall lies ${floor.length(floor.tape)} nearer.`,
      }),
    );
  }
}

/** The edge of the floor that a run ends at: the one that crosses its row's middle there. */
function boundAt(floor: AuditedFloor, u: number, w: number): Bound | null {
  for (const { a, b, bound } of floor.edges) {
    const [[ua, wa], [ub, wb]] = [turned(floor.frame, a), turned(floor.frame, b)];
    if (Math.min(wa, wb) > w || Math.max(wa, wb) < w || Math.abs(wb - wa) < ROUNDING) continue;
    if (Math.abs(ua + ((ub - ua) * (w - wa)) / (wb - wa) - u) < 1) return bound;
  }
  return null;
}

function ends(floor: AuditedFloor, say: Parameters<Rule>[1]): void {
  const { endPiece } = floor.product.limits;
  const walls = new Map<string, { name: string; rows: number[]; least: number; at: Point }>();
  for (const { row, runs } of floor.rows) {
    for (const run of runs) {
      if (run.length < 2) continue;
      for (const [piece, u] of [
        [run[0]!, run[0]!.box.minX],
        [run[run.length - 1]!, run[run.length - 1]!.box.maxX],
      ] as const) {
        const { cut } = piece.piece;
        if (!hangs(cut.to - cut.from, endPiece, floor.tape)) continue;
        const w = (piece.box.minY + piece.box.maxY) / 2;
        const bound = boundAt(floor, u, w);
        if (!bound) continue;
        const key = JSON.stringify(bound);
        const own = walls.get(key) ?? { name: nameOf(floor, bound), rows: [], least: Infinity, at: [u, w] as Point };
        own.rows.push(row.n);
        own.least = Math.min(own.least, cut.to - cut.from);
        walls.set(key, own);
      }
    }
  }
  for (const { name, rows, least, at } of walls.values()) {
    say(
      finding(floor, 'measure-again', turned(floor.frame, at), {
        rows,
        measured: least,
        limit: endPiece,
        text: `Measure ${name} again: the end piece of ${rows.length > 1 ? `rows ${rows.join(', ')}` : `row ${rows[0]}`} is ${floor.length(least)}, at least ${floor.length(endPiece)}, and falls short if the wall lies ${floor.length(floor.tape)} nearer.`,
      }),
    );
  }
}
