import { memo, useMemo } from 'react';
import { type Plan, type PlanFloor } from '@/core/given';
import { ringPath } from './paths';

/** So many figures differ at a glance; a product with more faces begins again. */
const FIGURES = 12;

/** Lines of a plank's grain, each face its own: where they run across the width, and how they bend. */
const figure = (face: number): string => {
  const lines: string[] = [];
  const count = 2 + (face % 3);
  for (let k = 0; k < count; k++) {
    const w = (192 * (k + 0.5 + 0.18 * Math.sin(face * 2.4 + k))) / count;
    const bend = 14 + 9 * ((face * 5 + k * 3) % 4);
    const turn = (face + k) % 2 === 0 ? 1 : -1;
    lines.push(`M0 ${w}q${140 + 12 * face} ${turn * bend} 300 0t300 0`);
  }
  // a knot, on every third face
  if (face % 3 === 1) lines.push(`M${180 + 20 * face} 96a34 15 0 1 0 .1 0M${180 + 20 * face} 102a18 8 0 1 0 .1 0`);
  return lines.join('');
};

/** The printed faces as faint figures: equal figures are equal faces. One path a face, so that they cost next to nothing. Drawn in plan. */
export const Faces = memo(function Faces({ plan, floors }: { plan: Plan; floors: readonly PlanFloor[] }) {
  const layers = useMemo(() => {
    const faces = new Map(plan.planks.map((p) => [p.n, p.face]));
    return floors.flatMap((floor) => {
      const paths = new Map<number, string>();
      for (const piece of floor.pieces) {
        const face = faces.get(piece.plank);
        if (face !== undefined) paths.set(face % FIGURES, (paths.get(face % FIGURES) ?? '') + piece.outline.map(ringPath).join(''));
      }
      return [...paths].map(([face, d]) => ({ id: `face-${floor.id}-${face}`, face, d, direction: floor.direction }));
    });
  }, [plan, floors]);
  return (
    <g aria-hidden className="faces">
      <defs>
        {layers.map(({ id, face, direction }) => (
          <pattern key={id} id={id} width={600} height={192} patternUnits="userSpaceOnUse" patternTransform={`rotate(${direction})`}>
            <path d={figure(face)} />
          </pattern>
        ))}
      </defs>
      {layers.map(({ id, d }) => (
        <path key={id} d={d} fill={`url(#${id})`} fillRule="evenodd" />
      ))}
    </g>
  );
});
