import type { Point } from '../geometry';
import { finding, type Rule } from './rule';

/** How thick a door's leaf is where nobody said, mm: a preset. */
export const LEAF = 40;
/** A profile's cover hides about so much to either side of its middle (mm): a preset; the profile's own width decides. */
const COVER = 20;

/** How far the closed leaf's middle stands from the middle of the wall, towards the second side; null where there is no leaf to stand over. */
export function leafOff(leaf: string | undefined, thickness: number): number | null {
  if (leaf !== 'first-side' && leaf !== 'second-side') return null;
  const off = Math.max(0, thickness / 2 - LEAF / 2);
  return leaf === 'first-side' ? -off : off;
}

/**
 * Transitions belong under the closed leaf, so that each room shows its own floor only. The floor ends at the middle of the doorway's strip; a
 * leaf that closes flush with one face stands beside it. Mend: the strip ends at the leaf's face, and the room takes the rest of the doorway.
 */
export const leaf: Rule = (floor, say) => {
  for (const { opening, near, far } of floor.ways) {
    if (opening.finish === 'through') continue;
    const thickness = Math.hypot(far[0][0] - near[0][0], far[0][1] - near[0][1]);
    const off = leafOff(opening.leaf as string | undefined, thickness);
    if (off === null || Math.abs(off) <= COVER) continue;
    const middle: Point = [(near[0][0] + near[1][0] + far[0][0] + far[1][0]) / 4, (near[0][1] + near[1][1] + far[0][1] + far[1][1]) / 4];
    say(
      finding(floor, 'leaf', middle, {
        measured: Math.abs(off),
        limit: COVER,
        text: `In ${floor.doorway(opening.id)} the floor's line lies ${floor.length(Math.abs(off))} from the middle of the closed leaf, so one room shows the other's floor. Let the line lie under the leaf.`,
      }),
    );
  }
};
