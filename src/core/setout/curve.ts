import { scoreOf } from './best';
import { modulo } from '../geometry';
import { isAlwaysCrossed, periodOf, stripsFor, type RunningWall } from './circle';

/** One place on the curve: how far the rows are moved, the worst strip there, and the wall that has it. */
export type CurvePoint = { readonly shift: number; readonly worst: number; readonly wall: number };

/** A stretch of the curve on which one wall has the worst strip. */
export type Reign = { readonly from: number; readonly to: number; readonly wall: number };

/**
 * The worst strip over one turn of the circle. Points lie on an even grid and to both sides of every jump, so that straight
 * stretches are straight and jumps upright.
 *
 * @param zero origin of the rows at shift 0
 */
export function stripCurve(walls: readonly RunningWall[], widths: readonly number[], zero: number, steps = 240): readonly CurvePoint[] {
  const period = periodOf(widths);
  const helped = walls.map((wall) => !isAlwaysCrossed(wall, widths));
  const shifts = new Set<number>(Array.from({ length: steps + 1 }, (_, i) => (i * period) / steps));
  let before = 0;
  for (const width of widths) {
    for (const { w } of walls) {
      for (const at of w) {
        const jump = modulo(at - before - zero, period);
        for (const shift of [jump - 0.01, jump + 0.01]) if (shift > 0 && shift < period) shifts.add(shift);
      }
    }
    before += width;
  }
  return [...shifts]
    .sort((a, b) => a - b)
    .map((shift) => {
      const grid = { origin: zero + shift, widths };
      let wall = -1;
      let least = Infinity;
      stripsFor(walls, grid).forEach((strip, i) => {
        // a wall that no shift helps says nothing about this one
        if (helped[i] && strip.least < least - 1e-9) {
          least = strip.least;
          wall = i;
        }
      });
      return { shift, worst: wall < 0 ? 0 : scoreOf(walls, grid, 0).narrowest, wall };
    });
}

/** Which wall has the worst strip where, as stretches from 0 to one turn. */
export function reignsOf(curve: readonly CurvePoint[]): readonly Reign[] {
  const reigns: { from: number; to: number; wall: number }[] = [];
  for (const { shift, wall } of curve) {
    const last = reigns[reigns.length - 1];
    if (last && last.wall === wall) last.to = shift;
    else {
      if (last) last.to = shift;
      reigns.push({ from: last ? shift : 0, to: shift, wall });
    }
  }
  return reigns;
}
