import type { Ring } from '../geometry';
import { measureFlat, type FillSum, type Flat, type Flatness, type Place } from './flat';
import { depthsAt } from './profile';
import { distinctLevels, type Level } from './surface';

/** What grinding takes off humps, where, and what fill is still wanted afterwards. */
export type Grinding = {
  /** where something comes off: the worst of each is how far it stands over its surroundings */
  readonly humps: readonly Place[];
  readonly off: FillSum;
  /** the greatest gap, and the least fill, once it is ground */
  readonly left: { readonly worst: number; readonly fill: FillSum };
};

/** Humps are ground until none stands more than this part of the limit over its surroundings; whichever of them leaves the least to fill. */
const DOWN_TO = [1, 0.6, 0.3];

/**
 * What grinding would do instead of filling. A hump is a dip of the surface turned upside down: what would fill that dip comes off here. It is
 * worked out at the places that were read.
 *
 * @param flat the base as it is
 * @returns null where no hump stands over the limit, or more would have to come off than to be filled
 */
export function grindingOf(outline: Ring, levels: readonly Level[], flat: Flat, progress?: (done: number) => void): Grinding | null {
  const { straightedge, limit }: Flatness = flat;
  const read = distinctLevels(levels);
  const upside = read.map(({ at, height }) => ({ at, height: -height }));
  let best: Grinding | null = null;
  for (const [i, part] of DOWN_TO.entries()) {
    progress?.(i / DOWN_TO.length);
    const turned = measureFlat(outline, upside, { straightedge, limit: limit * part });
    if (!turned || turned.places.length === 0) continue;
    const off = depthsAt(turned.map.mesh, turned.map.least, read.map((l) => l.at)); // prettier-ignore
    const ground = measureFlat(outline, read.map(({ at, height }, k) => ({ at, height: height - off[k]! })), flat)!; // prettier-ignore
    // round a dip everything else is a hump: grinding all of it away is no way out
    const moved = turned.least.litres + ground.least.litres;
    if (moved >= (best ? best.off.litres + best.left.fill.litres : flat.least.litres)) continue;
    best = { humps: turned.places, off: turned.least, left: { worst: ground.found.worst, fill: ground.least } };
    if (ground.least.litres === 0) break;
  }
  return best;
}
