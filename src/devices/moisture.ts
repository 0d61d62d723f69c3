import { insideRing } from '../core/geometry';
import { cottageHouse } from './house';

/** How wet the cottage's base is: concrete in % of mass, wetter towards the garden wall; boards in % of wood. */
export function cottageMoisture(x: number, y: number): number {
  const room = cottageHouse.spaces.find((s) => insideRing([x, y], s.outline))?.id;
  if (room === 'reading') return 1.9 + (0.9 * Math.max(0, y - 2500)) / 3000;
  if (room === 'kitchen') return 1.8;
  return 9.5;
}
