import { useMemo } from 'react';
import { boxOf } from '@/core/geometry';
import type { PlanFloor } from '@/core/given';
import { multiPath, rowPaths } from '../sheet/paths';

/** The joints of a floor, small. */
export function Miniature({ floor }: { floor: PlanFloor }) {
  const box = boxOf(floor.laid.flatMap((p) => [...p[0]!]));
  const d = useMemo(
    () =>
      rowPaths(floor)
        .flatMap((r) => r.tones)
        .join(''),
    [floor],
  );
  const y = box.minY + box.maxY;
  return (
    <svg className="miniature" aria-hidden viewBox={`${box.minX} ${box.minY} ${box.maxX - box.minX} ${box.maxY - box.minY}`}>
      <g transform={`matrix(1 0 0 -1 0 ${y})`}>
        <path d={multiPath(floor.laid)} fill="var(--board-0)" fillRule="evenodd" />
        <path d={d} fill="none" stroke="var(--joint)" strokeWidth={1} vectorEffect="non-scaling-stroke" />
      </g>
    </svg>
  );
}
