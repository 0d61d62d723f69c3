import { frameOf, turned } from '@/core/geometry';
import { type Plan } from '@/core/given';
import { scaleOf, toScreen, type View } from './view';

/** The number of each row, in the wall where it begins; every few rows where they lie close. */
export function RowNumbers({ plan, view }: { plan: Plan; view: View }) {
  return plan.floors.map((floor) => {
    const frame = frameOf(floor.direction);
    const height = (floor.rows[0]?.width ?? 100) * scaleOf(view);
    const every = height >= 15 ? 1 : height >= 7.5 ? 2 : height >= 3 ? 5 : 10;
    return (
      <g key={floor.id}>
        {floor.rows.map((row) => {
          if ((row.n - 1) % every !== 0) return null;
          const points = floor.pieces.filter((p) => p.row === row.n).flatMap((p) => p.outline[0]!.map((q) => turned(frame, q)));
          const u = Math.min(...points.map((p) => p[0]));
          const ws = points.map((p) => p[1]);
          const w = (Math.min(...ws) + Math.max(...ws)) / 2;
          const [x, y] = toScreen(view, turned(frame, [u - 60, w]));
          return (
            <text key={row.n} className="row-number" x={x} y={y}>
              {row.n}
            </text>
          );
        })}
      </g>
    );
  });
}
