import { frameOf, turned, type Point } from '@/core/geometry';
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

type Side = 'first' | 'last';

/** Which pieces of a floor hang on some of them towards one side. */
function hangingOn({ pieces, direction }: PlanFloor, side: Side) {
  const frame = frameOf(direction);
  const list = pieces.map((piece) => {
    const corners = piece.outline[0]!.map((p) => turned(frame, p));
    const xs = corners.map((p) => p[0]);
    return { piece, edges: edgesOf(piece), from: Math.min(...xs), to: Math.max(...xs) };
  });
  const touch = (p: (typeof list)[number], q: (typeof list)[number]) => {
    if (p.from > q.to + 1 || q.from > p.to + 1) return false;
    return p.edges.some((e) => q.edges.some((f) => shared(e, f) > 0.1));
  };
  const towards = side === 'first' ? -1 : 1;
  const beside = (p: (typeof list)[number]) => list.filter((q) => q.piece.row === p.piece.row + towards && touch(p, q));
  const grown = (seeds: typeof list) => {
    const up = new Set(seeds);
    for (let before = -1; before < up.size;) {
      before = up.size;
      for (const p of [...up]) for (const q of list) if (!up.has(q) && q.piece.row === p.piece.row && touch(p, q)) up.add(q);
      for (const p of [...up]) for (const q of beside(p)) up.add(q);
    }
    return [...up].map(({ piece }) => piece);
  };
  return { of: (id: string) => list.filter(({ piece }) => piece.id === id), beside, grown };
}

const counted = (pieces: readonly Piece[]) => ({ rows: new Set(pieces.map((p) => p.row)).size, pieces: pieces.length });

/** Pieces of a floor that come up with one, towards row 1 or away from it: how many rows, how many pieces. */
export function liftedBySearch(floor: PlanFloor, damaged: string, side: Side): { rows: number; pieces: number } {
  const { of, grown } = hangingOn(floor, side);
  return counted(grown(of(damaged)));
}

/** What has to be knocked aside to free a piece on one side, and how far it may be: from every millimetre of its edges, straight across. */
export function acrossBySearch(
  floor: PlanFloor,
  damaged: string,
  side: Side,
  stands: readonly (readonly [Point, Point])[],
): { rows: number; pieces: number; has: number } {
  const { of, beside, grown } = hangingOn(floor, side);
  const pieces = grown(of(damaged).flatMap(beside));
  const frame = frameOf(floor.direction);
  const sense = side === 'first' ? -1 : 1;
  const inRows = stands.map(([a, b]) => [turned(frame, a), turned(frame, b)] as const);
  let has = Infinity;
  for (const { a, b } of pieces.flatMap(edgesOf)) {
    const [p, q] = [turned(frame, a), turned(frame, b)];
    const many = Math.max(2, Math.ceil(Math.hypot(q[0] - p[0], q[1] - p[1])));
    for (let k = 0; k < many; k++) {
      const [u, v] = [p[0] + ((q[0] - p[0]) * (k + 0.5)) / many, p[1] + ((q[1] - p[1]) * (k + 0.5)) / many];
      for (const [c, d] of inRows) {
        if (c[0] < u === d[0] < u) continue;
        const far = sense * (c[1] + ((u - c[0]) / (d[0] - c[0])) * (d[1] - c[1]) - v);
        // what it touches lies along it, and is not what it meets
        if (far > 0.05) has = Math.min(has, far);
      }
    }
  }
  return { ...counted(pieces), has };
}
