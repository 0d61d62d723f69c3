import { useMemo } from 'react';
import { frameOf, turned, type Frame, type Point } from '@/core/geometry';
import type { Plan, PlanFloor } from '@/core/given';
import { scaleOf, toScreen, type View } from './view';

/** How far before its row a number stands, mm, where there is room for it. */
const BEFORE = 60;

/** Where each row begins, by its number: how far along, and the middle of it across. */
function beginnings(floor: PlanFloor, frame: Frame): ReadonlyMap<number, Point> {
  const spans = new Map<number, { u: number; low: number; high: number }>();
  for (const { row, outline } of floor.pieces) {
    const span = spans.get(row) ?? { u: Infinity, low: Infinity, high: -Infinity };
    for (const q of outline[0]!) {
      const [u, w] = turned(frame, q);
      span.u = Math.min(span.u, u);
      span.low = Math.min(span.low, w);
      span.high = Math.max(span.high, w);
    }
    spans.set(row, span);
  }
  return new Map([...spans].map(([n, { u, low, high }]) => [n, [u, (low + high) / 2]]));
}

/** The number of each row, clear of where it begins; every few rows where they lie close. */
export function RowNumbers({ plan, view }: { plan: Plan; view: View }) {
  const begins = useMemo(() => new Map(plan.floors.map((floor) => [floor.id, beginnings(floor, frameOf(floor.direction))])), [plan]);
  return plan.floors.map((floor) => {
    const frame = frameOf(floor.direction);
    const scale = scaleOf(view);
    const height = Math.max(...floor.rows.map((r) => r.width)) * scale;
    const every = height >= 15 ? 1 : height >= 7.5 ? 2 : height >= 3 ? 5 : 10;
    return (
      <g key={floor.id}>
        {floor.rows.map(({ n }) => {
          const begin = begins.get(floor.id)?.get(n);
          if (!begin || (n - 1) % every !== 0) return null;
          // half a number and a little air, in pixels: on a small drawing it would lie over the edge otherwise
          const before = Math.max(BEFORE, (3 + 3.7 * `${n}`.length) / scale);
          const [x, y] = toScreen(view, turned(frame, [begin[0] - before, begin[1]]));
          return (
            <text key={n} className="row-number" x={x} y={y}>
              {n}
            </text>
          );
        })}
      </g>
    );
  });
}
