import { compareScores, scoreOf } from './best';
import { rowAt, SAME } from './circle';
import type { SetOutGround } from './setout';

/** A place for the line that lets both ripped rows come out of one plank's width. */
export type Thrift = { readonly origin: number; readonly first: number; readonly last: number };

type ThriftGround = Pick<SetOutGround, 'walls' | 'widths' | 'reach' | 'doorways' | 'registers' | 'floor'>;

/** Steps in which such places are compared, mm. */
const STEP = 1;

/**
 * The price of width: where first strip + last strip + kerf fit one plank's width and both keep the least rip, one plank's length serves
 * two rows. Of such places, the one with the best strips at all other walls.
 *
 * @returns null where rows come in several widths, where no wall runs with the first or the last row, or where no place allows it
 */
export function thriftOf({ walls, widths, reach, doorways, registers, floor }: ThriftGround, kerf: number): Thrift | null {
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
    const next = scoreOf(walls, { origin, widths }, rip, { doorways, registers });
    if (score === null || compareScores(next, score) < 0) {
      score = next;
      best = { origin, first, last: shared - first };
    }
  }
  // a place that makes another strip too narrow is no bargain
  return score !== null && score.broken === 0 ? best : null;
}

/** No blade takes away more than this, mm. */
const ANY_KERF = 4;
/** Of a plank's width, from what share on a strip is wide enough to look meant. */
const WIDE = 0.4;

/** The place of the line that lets both ripped rows come out of one plank's width where both stay wide, and nothing else is the worse for it than at another place. */
export function wideThrift(ground: ThriftGround, origin: number): Thrift | null {
  const { walls, widths, reach, doorways, registers, floor } = ground;
  const thrift = thriftOf(ground, ANY_KERF);
  const rowsAt = (at: number) =>
    rowAt({ origin: at, widths }, reach[1] - SAME).index - rowAt({ origin: at, widths }, reach[0] + SAME).index;
  // two strips of one plank are one row of planks: where there is a row fewer anyway, nothing is saved
  if (!thrift || rowsAt(origin) < rowsAt(thrift.origin) || Math.min(thrift.first, thrift.last) < WIDE * widths[0]!) return null;
  const score = (at: number) => scoreOf(walls, { origin: at, widths }, floor.product.limits.rip, { doorways, registers });
  const [there, here] = [score(thrift.origin), score(origin)];
  const worse = there.broken > here.broken || there.wrapped > here.wrapped || there.registers > here.registers;
  return worse || there.narrowest < WIDE * widths[0]! ? null : thrift;
}
