import { frameOf, turned } from '@/core/geometry';
import type { Piece, PlanFloor } from '@/core/given';

/*
 * What comes up with a damaged piece, found from nothing but outlines in plan: which edges of which pieces lie on each other, tried for every
 * pair, and then again and again until no piece is added. Slow, and made apart from how it is worked out.
 */

type Edge = { readonly a: readonly [number, number]; readonly b: readonly [number, number] };

const edgesOf = ({ outline }: Piece): Edge[] =>
  outline.flatMap((ring) => ring.map((a, i): Edge => ({ a, b: ring[(i + 1) % ring.length]! })));

/** How long two edges lie on each other, mm. */
function shared({ a, b }: Edge, other: Edge): number {
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
  if (length < 0.05) return 0;
  const [dx, dy] = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
  const at = (p: readonly [number, number]) => [(p[0] - a[0]) * dx + (p[1] - a[1]) * dy, (p[1] - a[1]) * dx - (p[0] - a[0]) * dy] as const;
  const [[s, h], [t, k]] = [at(other.a), at(other.b)];
  if (Math.abs(h) > 0.05 || Math.abs(k) > 0.05) return 0;
  return Math.min(length, Math.max(s, t)) - Math.max(0, Math.min(s, t));
}

/** Pieces of a floor that come up with one, towards row 1 or away from it: how many rows, how many pieces. */
export function liftedBySearch(
  { pieces, direction }: PlanFloor,
  damaged: string,
  side: 'first' | 'last',
): { rows: number; pieces: number } {
  const frame = frameOf(direction);
  const list = pieces.map((piece) => {
    const corners = piece.outline[0]!.map((p) => turned(frame, p));
    const xs = corners.map((p) => p[0]);
    return { piece, edges: edgesOf(piece), from: Math.min(...xs), to: Math.max(...xs), runs: -1 };
  });
  const touch = (p: (typeof list)[number], q: (typeof list)[number]) => {
    if (p.from > q.to + 1 || q.from > p.to + 1) return false;
    return p.edges.some((e) => q.edges.some((f) => shared(e, f) > 0.1));
  };
  const towards = side === 'first' ? -1 : 1;
  const up = new Set(list.filter(({ piece }) => piece.id === damaged));
  for (let before = -1; before < up.size;) {
    before = up.size;
    for (const p of [...up])
      for (const q of list) {
        if (up.has(q)) continue;
        const inRun = q.piece.row === p.piece.row;
        if ((inRun || q.piece.row === p.piece.row + towards) && touch(p, q)) up.add(q);
      }
  }
  return { rows: new Set([...up].map(({ piece }) => piece.row)).size, pieces: up.size };
}
