import type { Plan, PlanFloor } from '../given';
import type { Site } from './stands';

/** A floor as it lies: what lies where, nothing else. */
export function asItLies(plan: Plan, site: Site): readonly PlanFloor[] {
  return plan.floors.map((floor) => {
    const pieces = [...site.lying.values()].filter((l) => l.floor === floor.id).map((l) => l.piece);
    const known = new Set(floor.rows.map((r) => r.n));
    const more = [...new Set(pieces.map((p) => p.row))].filter((n) => !known.has(n)).map((n) => ({ n, from: 0, to: 0, width: 0 }));
    return { ...floor, rows: [...floor.rows, ...more].sort((a, b) => a.n - b.n), pieces };
  });
}
