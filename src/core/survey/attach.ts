import { signedArea, type Ring } from '../geometry';
import { placeBeside, placedOutline } from './reshape';

/** A doorway in a wall: how far along the wall from its first corner, how wide, and how thick the wall is. */
export type Doorway = { readonly wall: number; readonly along: number; readonly width: number; readonly thickness: number };

/** The strip of floor in the wall's thickness, jamb to jamb; it lies on the far side of the wall as seen from the room. */
export const doorwayOutline = (ring: Ring, { wall, along, width, thickness }: Doorway): [number, number][] =>
  placedOutline(ring, { wall, along, off: -thickness, length: width, depth: thickness });

/** How a doorway's strip lies in a room's wall; null where it lies beside none. */
export function doorwayIn(ring: Ring, outline: Ring): Doorway | null {
  let best: Doorway | null = null;
  let least = 2;
  ring.forEach((a, wall) => {
    const b = ring[(wall + 1) % ring.length]!;
    const place = placeBeside(ring, wall, outline);
    const off = Math.abs(place.off + place.depth);
    const beyond = Math.max(0, -place.along, place.along + place.length - Math.hypot(b[0] - a[0], b[1] - a[1]));
    if (off + beyond < least) {
      least = off + beyond;
      best = { wall, along: place.along, width: place.length, thickness: place.depth };
    }
  });
  return best;
}

/** A room to hang on another: beyond which of its walls, its size along that wall and away from it, and the doorway between them. */
export type Annex = {
  readonly wall: number;
  /** where the new room begins along the wall; may be negative */
  readonly along: number;
  readonly length: number;
  readonly depth: number;
  readonly door: { readonly along: number; readonly width: number; readonly thickness: number };
};

/**
 * A rectangular room beyond a wall of another, with the doorway that joins them.
 * @returns the new room's outline, anticlockwise, and the doorway's strip
 */
export function annexed(
  ring: Ring,
  { wall, along, length, depth, door }: Annex,
): { outline: [number, number][]; doorway: [number, number][] } {
  const outline = placedOutline(ring, { wall, along, off: -door.thickness - depth, length, depth });
  return {
    outline: signedArea(outline) > 0 ? outline : [...outline].reverse(),
    doorway: doorwayOutline(ring, { wall, ...door }),
  };
}
