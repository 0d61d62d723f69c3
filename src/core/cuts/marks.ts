/** The figures that a person measures on the wood in hand, and how they are read: cuts down, so that what is kept is never too large. */
import { boxOf, round3, roundPoint, type Point, type Ring } from '../geometry';
import { MM_PER_INCH, type Display } from '../units';
import type { CornerMark, End, From, LineMark, LongEdge, Measure } from './list';
import { isLong, plainer, SAME_WOOD, sideOf } from './wood';

/** What a person reads on the tape: whole millimetres, or sixteenths of an inch. */
export const stepOf = (display: Display): number => (display === 'metric' ? 1 : MM_PER_INCH / 16);

/** Which way a figure is rounded to a step. */
export type Rounding = 'down' | 'up' | 'nearest';

/** A figure as it is measured, read and said; within {@link SAME_WOOD} of a step it is on it. */
export function measured(mm: number, display: Display, rounding: Rounding): Measure {
  const step = stepOf(display);
  const steps =
    rounding === 'down'
      ? Math.floor((mm + SAME_WOOD) / step)
      : rounding === 'up'
        ? Math.ceil((mm - SAME_WOOD) / step)
        : Math.round(mm / step);
  return { mm: round3(mm), read: round3(steps * step), text: stepsText(steps, display) };
}

/** So many steps as a person says them: `148 mm`, `5 13/16 in`. */
function stepsText(steps: number, display: Display): string {
  const sign = steps < 0 ? '-' : '';
  const count = Math.abs(steps);
  if (display === 'metric') return `${sign}${count} mm`;
  let [top, bottom] = [count % 16, 16];
  while (top > 0 && top % 2 === 0) [top, bottom] = [top / 2, bottom / 2];
  const whole = Math.floor(count / 16);
  const parts = [...(whole > 0 || top === 0 ? [`${whole}`] : []), ...(top > 0 ? [`${top}/${bottom}`] : [])];
  return `${sign}${parts.join(' ')} in`;
}

/**
 * Where a cut's line meets the wood at one of its ends.
 *
 * @param kept what is kept, its corners there `p` and, where the line ends, `q`
 */
export function lineMark(kept: Ring, p: Point, q: Point, display: Display): LineMark {
  const ring = plainer(kept, SAME_WOOD, [p, q]);
  const n = ring.length;
  const at = ring.indexOf(p);
  // away from the cut along what is kept
  const step = ring[(at + 1) % n] === q ? n - 1 : 1;
  const corner = (k: number): Point => ring[(((at + k * step) % n) + n) % n]!;
  const sideTo = (k: number) => (step === 1 ? sideOf(corner(k - 1), corner(k)) : sideOf(corner(k), corner(k - 1)));
  const on = sideTo(1);
  const next = corner(1);
  if (isLong(on))
    return { on, from: next[0] < p[0] ? 'left' : 'right', ...measured(Math.hypot(next[0] - p[0], next[1] - p[1]), display, 'down') };
  for (let k = 2; k < n; k++) {
    const side = sideTo(k);
    if (side === on) continue;
    if (!isLong(side)) break;
    const [a, b] = [corner(k - 1), corner(k)];
    const y = a[1] + ((p[0] - a[0]) * (b[1] - a[1])) / (b[0] - a[0]);
    return { on, from: side, ...measured(Math.abs(p[1] - y), display, 'down') };
  }
  const { minY, maxY } = boxOf(ring);
  const from: LongEdge = next[1] < p[1] ? 'near' : 'far';
  return { on, from, ...measured(from === 'near' ? p[1] - minY : maxY - p[1], display, 'down') };
}

/** Where on a block corners are measured from: one of its long edges, and one of its ends. */
export type Datum = { readonly edge: LongEdge; readonly end: End; along(p: Point): number; across(p: Point): number };

/**
 * From which edge and end of a block corners about a place are best measured: an edge that the factory made before one that was sawn, then the nearer.
 *
 * @param width of the plank
 */
export function datumFor(block: Ring, about: Point, width: number): Datum {
  const ring = plainer(block, SAME_WOOD);
  const { minX, maxX, minY, maxY } = boxOf(ring);
  const longest = (edge: LongEdge): readonly [Point, Point] | null =>
    ring
      .map((a, i): readonly [Point, Point] => [a, ring[(i + 1) % ring.length]!])
      .filter(([a, b]) => sideOf(a, b) === edge)
      .reduce<readonly [Point, Point] | null>(
        (best, e) =>
          best && Math.hypot(best[1][0] - best[0][0], best[1][1] - best[0][1]) >= Math.hypot(e[1][0] - e[0][0], e[1][1] - e[0][1])
            ? best
            : e,
        null,
      );
  const isFactory = (edge: LongEdge): boolean => {
    const own = longest(edge);
    return own !== null && own.every(([, y]) => Math.abs(y - (edge === 'near' ? 0 : width)) < SAME_WOOD);
  };
  const nearer: LongEdge = about[1] - minY < maxY - about[1] ? 'near' : 'far';
  const other: LongEdge = nearer === 'near' ? 'far' : 'near';
  const edge = !isFactory(nearer) && isFactory(other) ? other : nearer;
  const end: End = about[0] - minX < maxX - about[0] ? 'left' : 'right';
  const own = longest(edge);
  const corner = own && (end === 'left') === own[0][0] < own[1][0] ? own[0][0] : own?.[1][0];
  const x = corner ?? (end === 'left' ? minX : maxX);
  const yAt = (at: number): number =>
    own ? own[0][1] + ((at - own[0][0]) * (own[1][1] - own[0][1])) / (own[1][0] - own[0][0]) : edge === 'near' ? minY : maxY;
  return {
    edge,
    end,
    along: (p) => (end === 'left' ? p[0] - x : x - p[0]),
    across: (p) => (edge === 'near' ? p[1] - yAt(p[0]) : yAt(p[0]) - p[1]),
  };
}

/** A corner as it is marked on a block. */
export function cornerMark(corner: Point, datum: Datum, display: Display, along: Rounding, across: Rounding): CornerMark {
  return { corner: roundPoint(corner), ...placeMark(corner, datum, display, along, across) };
}

/** How far along a block and across it a place lies. */
export const placeMark = (
  p: Point,
  datum: Datum,
  display: Display,
  along: Rounding,
  across: Rounding,
): { readonly along: From<End>; readonly across: From<LongEdge> } => ({
  along: { from: datum.end, ...measured(datum.along(p), display, along) },
  across: { from: datum.edge, ...measured(datum.across(p), display, across) },
});
