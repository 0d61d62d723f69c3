import { compareScores, scoreOf } from './best';
import type { SetOutGround } from './setout';

/** A place for the line that lets both ripped rows come out of one plank's width. */
export type Thrift = { readonly origin: number; readonly first: number; readonly last: number };

/** Steps in which such places are compared, mm. */
const STEP = 1;

/**
 * The price of width: where first strip + last strip + kerf fit one plank's width and both keep the least rip, one plank's length serves
 * two rows. Of such places, the one with the best strips at all other walls.
 *
 * @returns null where rows come in several widths, where no wall runs with the first or the last row, or where no place allows it
 */
export function thriftOf({ walls, widths, reach, doorways, floor }: SetOutGround, kerf: number): Thrift | null {
  const [width] = widths;
  if (widths.length !== 1 || width === undefined) return null;
  const { rip } = floor.product.limits;
  const outermost = (side: 'start' | 'far', at: number) => walls.some((w) => w.side === side && w.w.some((v) => Math.abs(v - at) < STEP));
  if (!outermost('start', reach[0]) || !outermost('far', reach[1])) return null;
  const extent = reach[1] - reach[0];
  const shared = extent - Math.floor(extent / width) * width;
  if (extent < 2 * width || shared + kerf > width || shared < 2 * rip) return null;
  let best: Thrift | null = null;
  let score = null;
  for (let first = rip; first <= shared - rip + 1e-9; first += STEP) {
    const origin = reach[0] + first - width;
    const next = scoreOf(walls, { origin, widths }, rip, doorways);
    if (score === null || compareScores(next, score) < 0) {
      score = next;
      best = { origin, first, last: shared - first };
    }
  }
  // a place that makes another strip too narrow is no bargain
  return score !== null && score.broken === 0 ? best : null;
}
