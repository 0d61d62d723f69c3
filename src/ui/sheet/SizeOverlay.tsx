import { boxOf, signedArea, type Point } from '@/core/geometry';
import type { Job } from '@/core/given';
import { formatArea, formatLength } from '@/core/units';
import { scaleOf, toScreen, type View } from './view';

/** So high (px) a room must be on the screen for its name in the middle, and for its area below that; more where walls are named inside it. */
const ROOM_FOR = { name: 26, area: 52, besideWalls: 64 };
/** How far (px) what is written in the middle of a room reaches up and down, with what is written beside it. */
const WRITTEN = 30;
/** About how wide a letter of a name is, px. */
const LETTER = 8;

type Props = { job: Job; view: View; inside?: string | null; beside?: Point };

/**
 * Wall lengths along the outside where there is one room; name and area in the middle, where they fit.
 *
 * @param inside the room whose walls are named inside it
 * @param beside where something else is written, in pixels: what would lie beside it is left out
 */
export function SizeOverlay({ job, view, inside = null, beside }: Props) {
  return job.spaces.map((space) => {
    const sense = Math.sign(signedArea(space.outline));
    const box = boxOf(space.outline);
    const [low, high] = [toScreen(view, [box.minX, box.minY]), toScreen(view, [box.maxX, box.maxY])];
    const [wide, tall] = [Math.abs(high[0] - low[0]), Math.abs(high[1] - low[1]) - (space.id === inside ? ROOM_FOR.besideWalls : 0)];
    const area = formatArea(Math.abs(signedArea(space.outline)), job.display);
    const middle = toScreen(view, [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2]);
    const free = !beside || Math.abs(beside[1] - middle[1]) > WRITTEN || beside[0] < low[0] || beside[0] > high[0];
    const fits = (text: string, needed: number) => free && tall >= needed && wide >= text.length * LETTER;
    return (
      <g key={space.id}>
        {job.spaces.length === 1 &&
          space.outline.map((a, i) => {
            const b = space.outline[(i + 1) % space.outline.length]!;
            const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
            if (length * scaleOf(view) < 44) return null;
            // outward of the wall, past its drawn thickness
            const away = 150 + 20 / scaleOf(view);
            const [nx, ny] = [((b[1] - a[1]) / length) * sense * away, (-(b[0] - a[0]) / length) * sense * away];
            const [p, q]: [Point, Point] = [toScreen(view, [a[0] + nx, a[1] + ny]), toScreen(view, [b[0] + nx, b[1] + ny])];
            const [mx, my] = [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2];
            let angle = (Math.atan2(q[1] - p[1], q[0] - p[0]) * 180) / Math.PI;
            if (angle > 90.1 || angle <= -89.9) angle += 180;
            return (
              <g key={i}>
                <line className="dimline" x1={p[0]} y1={p[1]} x2={q[0]} y2={q[1]} />
                <text className="dim" x={mx} y={my} transform={`rotate(${angle} ${mx} ${my})`}>
                  {formatLength(length, job.display, { bare: true, decimals: 1 })}
                </text>
              </g>
            );
          })}
        {fits(space.name, ROOM_FOR.name) && (
          <text className="label" x={middle[0]} y={middle[1] + (fits(area, ROOM_FOR.area) ? -6 : 4)}>
            {space.name}
          </text>
        )}
        {fits(area, ROOM_FOR.area) && (
          <text className="label small" x={middle[0]} y={middle[1] + 14}>
            {area}
          </text>
        )}
      </g>
    );
  });
}
