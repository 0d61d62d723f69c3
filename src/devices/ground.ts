import { insideRing } from '../core/geometry';
import { cottageHouse } from './house';

/** A dip like a bowl: 1 at its middle, 0 at its rim. */
function bowl(x: number, y: number, [cx, cy]: readonly [number, number], [rx, ry]: readonly [number, number]): number {
  const r = Math.hypot((x - cx) / rx, (y - cy) / ry);
  return r < 1 ? (1 + Math.cos(Math.PI * r)) / 2 : 0;
}

/**
 * Heights of the cottage's bare base, mm from the instrument: the truth that the simulated level measures. Concrete at the back, with a dip in
 * the reading room; boards at the front, with a ridge where two lengths meet.
 */
export function cottageGround(x: number, y: number): number {
  const room = cottageHouse.spaces.find((s) => insideRing([x, y], s.outline))?.id;
  const tilt = 0.0011 * x - 0.0006 * y;
  if (room === 'reading') return tilt - 17 * bowl(x, y, [2450, 3050], [1300, 1050]) + 2 * bowl(x, y, [800, 4200], [700, 600]);
  if (room === 'kitchen') return tilt + 2.5 * bowl(x, y, [5600, 2400], [800, 800]);
  if (room === 'books') return -1.5 + tilt;
  return 3 + tilt + 2 * Math.max(0, 1 - Math.abs(x - 3600) / 300);
}
