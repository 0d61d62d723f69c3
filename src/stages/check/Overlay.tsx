'use client';
import { offWall, wallFrames } from '@/core/floors';
import { wallLetter } from '@/core/survey';
import { useDeskState, useJob, useSite, useSiteAnswer } from '@/ui/desk';
import { AsItLies } from '@/ui/sheet/AsItLies';
import { matrixOf, toScreen, type View } from '@/ui/sheet/view';
import styles from './check.module.css';
import { usePlace } from './looking';
import { HOLDS } from './words';

/** How far inside a wall its letter stands, px. */
const INSIDE = 18;

/** The floor as it lies, the walls of the room by how their gap holds, and where snags are. */
export function Overlay({ view }: { view: View }) {
  const job = useJob();
  const site = useSite((s) => s.site);
  const chosen = useDeskState((s) => s.space) ?? job.spaces[0]!.id;
  const place = usePlace();
  const { value } = useSiteAnswer('inspect', Boolean(site?.plan));
  if (!site?.plan) return null;
  return (
    <>
      <g transform={matrixOf(view)}>
        <AsItLies site={site} />
      </g>
      {(value?.walls ?? [])
        .filter((w) => w.space === chosen)
        .map((w) => {
          const space = job.spaces.find((s) => s.id === w.space);
          const wall = space && wallFrames(space.outline)[w.wall];
          if (!wall) return null;
          const [a, b] = [toScreen(view, wall.a), toScreen(view, wall.b)];
          const [x, y] = toScreen(view, offWall(wall, wall.length / 2, INSIDE / Math.hypot(view.a, view.b)));
          return (
            <g key={w.wall} className={styles.wall} data-tone={HOLDS[w.holds].tone} aria-hidden>
              <path d={`M${a[0]} ${a[1]}L${b[0]} ${b[1]}`} />
              <circle cx={x} cy={y} r="12" />
              <text x={x} y={y}>
                {wallLetter(w.wall)}
              </text>
            </g>
          );
        })}
      {(job.snags ?? []).map((snag, i) => {
        if (!snag.at) return null;
        const [x, y] = toScreen(view, snag.at);
        return (
          <g key={snag.id} className={styles.snag} data-settled={snag.settled ? true : undefined} aria-hidden>
            <path d={`M${x} ${y - 15}L${x + 15} ${y}L${x} ${y + 15}L${x - 15} ${y}Z`} />
            <text x={x} y={y}>
              {i + 1}
            </text>
          </g>
        );
      })}
      {place && <Cross at={toScreen(view, place)} />}
    </>
  );
}

const Cross = ({ at: [x, y] }: { at: readonly [number, number] }) => (
  <path className={styles.cross} d={`M${x - 14} ${y}H${x + 14}M${x} ${y - 14}V${y + 14}`} aria-hidden />
);
