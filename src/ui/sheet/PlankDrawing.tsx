import type { CutLine } from '@/core/plan';
import type { Plank } from '@/core/given';
import { formatLength, type Display } from '@/core/units';
import { cornerName } from '@/formats';

/** Drawn width, and room around it for figures, px. */
const WIDTH = 300;
const MARGIN = { x: 9, y: 17 };
/** Corners this near (mm) to an edge of the plank lie on it. */
const ON_EDGE = 0.5;

/** Whether a picture says more than the words: a slanted end, a taper, a shape. */
export const isDrawn = ({ shape, crosscuts, rip }: CutLine): boolean =>
  shape !== null || crosscuts.some((c) => c.slant) || (rip !== null && Math.abs(rip.left - rip.right) >= 0.5);

/** A piece where it lies on its plank, the starting-wall edge at the top, with what is marked; nothing where a square cut says it all. */
export function PlankDrawing({ line, plank, display }: { line: CutLine; plank: Plank; display: Display }) {
  if (!isDrawn(line)) return null;
  const { outline, shape, crosscuts, rip, piece } = line;
  const scale = (WIDTH - 2 * MARGIN.x) / plank.length;
  const height = plank.width * scale;
  const x = (along: number) => MARGIN.x + along * scale;
  const y = (across: number) => MARGIN.y + across * scale;
  const bare = (mm: number) => formatLength(mm, display, { bare: true });
  const corners = outline[0]!;
  const ends = crosscuts.flatMap(({ slant, from }) => {
    if (!slant) return [];
    const outer = from === 'left' ? Math.max : Math.min;
    const at = (edge: number) => outer(...corners.filter((p) => Math.abs(p[1] - edge) < ON_EDGE).map((p) => p[0]));
    return [
      { key: `${from} near`, x: x(at(0)), y: MARGIN.y - 5, text: bare(slant.near) },
      { key: `${from} far`, x: x(at(plank.width)), y: MARGIN.y + height + 13, text: bare(slant.far) },
    ];
  });
  const named = (shape ?? []).flatMap((ring) => {
    const middle = (axis: 0 | 1) => ring.reduce((sum, p) => sum + p[axis], 0) / ring.length;
    return ring.map(([u, w]) => ({ x: x(u) + (u < middle(0) ? -6 : 6), y: y(w) + (w < middle(1) ? -4 : 13) }));
  });
  const d = outline.map((ring) => `M${ring.map(([u, w]) => `${x(u)} ${y(w)}`).join('L')}Z`).join('');
  return (
    <svg
      className="plank-drawing"
      role="img"
      aria-label={`Piece ${piece.id} on its plank, the starting-wall edge at the top`}
      viewBox={`0 0 ${WIDTH} ${height + 2 * MARGIN.y}`}
    >
      <rect className="rest" x={x(0)} y={y(0)} width={plank.length * scale} height={height} />
      <path className="own" d={d} fillRule="evenodd" />
      {ends.map(({ key, text, ...at }) => (
        <text key={key} {...at} textAnchor={at.x < 24 ? 'start' : at.x > WIDTH - 24 ? 'end' : 'middle'}>
          {text}
        </text>
      ))}
      {named.map((at, k) => (
        <text key={k} {...at} textAnchor="middle">
          {cornerName(k)}
        </text>
      ))}
      {rip && !shape && (
        <>
          <text x={x(piece.cut.from) + 4} y={y((piece.cut.low + piece.cut.high) / 2) + 4}>
            {bare(rip.left)}
          </text>
          <text x={x(piece.cut.to) - 4} y={y((piece.cut.low + piece.cut.high) / 2) + 4} textAnchor="end">
            {bare(rip.right)}
          </text>
        </>
      )}
    </svg>
  );
}
