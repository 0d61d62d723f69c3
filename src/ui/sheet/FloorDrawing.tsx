import type { Floor } from '@/core/floors';
import { boxOf, type Point } from '@/core/geometry';
import type { Job, Piece, Plan, PlanFloor } from '@/core/given';
import { middleOf, multiPath, ringPath, rowPaths } from './paths';
import { fitted, matrixOf, scaleOf, toScreen, type View } from './view';

type Props = {
  job: Job;
  plan?: Plan;
  floors?: readonly Floor[];
  numbers?: boolean;
  height?: number;
  /** pieces of what lies beneath, by their names */
  named?: readonly { readonly id: string; readonly outline: readonly (readonly Point[])[] }[];
};

/** A still drawing of a job's floor at true proportions: walls, laid area or pieces, row numbers where wanted. */
export function FloorDrawing({ job, plan, floors = [], numbers = false, height = 420, named = [] }: Props) {
  const width = numbers || named.length > 0 ? 720 : 260;
  const view = fitted(
    job.spaces.flatMap((s) => s.outline),
    width,
    height,
    0,
    { x: 14, top: 14, bottom: 14 },
  );
  return (
    <svg className="plan draw" viewBox={`0 0 ${width} ${height}`} role="img" aria-label={`Drawing of ${job.name}`}>
      <g transform={matrixOf(view)}>
        {floors.map((f) => (
          <path key={f.id} className="floor" d={multiPath(f.laid)} fillRule="evenodd" />
        ))}
        {plan?.floors.map((f) =>
          rowPaths(f).map(({ row, tones }) =>
            tones.map(
              (d, tone) =>
                d !== '' && (
                  <path key={`${f.id}/${row}/${tone}`} className="piece" d={d} fill={`var(--board-${tone})`} fillRule="evenodd" />
                ),
            ),
          ),
        )}
        {named.map((p) => (
          <path
            key={p.id}
            className="floor"
            style={{ stroke: 'var(--ink)', strokeWidth: 1 }}
            d={p.outline.map(ringPath).join('')}
            fillRule="evenodd"
          />
        ))}
        {(job.obstacles ?? []).map((o) => (
          <path key={o.id} className="obstacle" d={ringPath(o.outline)} />
        ))}
        {job.spaces.map((s) => (
          <path key={s.id} className="outline" style={{ strokeWidth: 3 }} d={ringPath(s.outline)} />
        ))}
      </g>
      {numbers &&
        plan?.floors.flatMap((floor) =>
          floor.pieces.map((piece) => <Numbered key={`${floor.id}/${piece.id}`} floor={floor} piece={piece} view={view} />),
        )}
      {named.map((p) => {
        const box = boxOf(p.outline[0]!.map((q) => toScreen(view, q)));
        return (
          <text
            key={p.id}
            x={(box.minX + box.maxX) / 2}
            y={(box.minY + box.maxY) / 2}
            textAnchor="middle"
            dominantBaseline="central"
            style={{ fontSize: 10 }}
          >
            {p.id}
          </text>
        );
      })}
    </svg>
  );
}

/** Largest and smallest that a number is written, px; where even the smallest does not fit in its piece, none is. */
const SIZES = { most: 8, least: 3.4 };

/** A piece's number in its middle, as large as its row and its length let it be: numbers never lie over each other. */
function Numbered({ floor, piece, view }: { floor: PlanFloor; piece: Piece; view: View }) {
  const scale = scaleOf(view);
  const { from, to, low, high } = piece.cut;
  const size = Math.min(SIZES.most, (high - low) * scale * 0.86, ((to - from) * scale) / (piece.id.length * 0.62));
  if (size < SIZES.least) return null;
  const [x, y] = toScreen(view, middleOf(floor, piece));
  return (
    <text
      x={x}
      y={y}
      textAnchor="middle"
      dominantBaseline="central"
      style={{ fontSize: size }}
      fontFamily="var(--figures)"
      fill="var(--ink)"
    >
      {piece.id}
    </text>
  );
}
