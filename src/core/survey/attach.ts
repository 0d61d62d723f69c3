import { signedArea, type Point, type Ring } from '../geometry';
import type { Job } from '../given';
import { placeBeside, placedOutline } from './reshape';
import type { WalkStart, WalkedWall } from './walk';

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

/**
 * Where the walk of a room begins that hangs on another by a doorway: its first wall is the one with the doorway, seen from inside the
 * new room, and the doorway begins `along` it. One may walk round the room either way.
 *
 * @param ring the room that the doorway leads from
 */
export function walkStart(ring: Ring, doorway: Ring, along: number, walk: readonly WalkedWall[]): WalkStart | null {
  const place = doorwayIn(ring, doorway);
  if (!place) return null;
  const far = (s: number) => placedOutline(ring, { wall: place.wall, along: s, off: -place.thickness, length: 1, depth: 1 })[0]!;
  const [a, b] = [ring[place.wall]!, ring[(place.wall + 1) % ring.length]!];
  const wall = (Math.atan2(b[1] - a[1], b[0] - a[0]) * 180) / Math.PI;
  // the new room lies beyond the wall: kept on the right hand when one walks as the wall runs in a ring that turns left
  const keepsRight = walk.reduce((sum, w) => sum + w.turn, 0) >= 0;
  const forward = signedArea(ring) > 0 === keepsRight;
  const heading = forward ? wall : wall + 180;
  const quarter = Math.round(heading / 90) * 90;
  return {
    at: far(forward ? place.along - along : place.along + place.width + along),
    heading: Math.abs(heading - quarter) < 1e-6 ? quarter : heading,
  };
}

/**
 * Puts the line of a doorway under its closed leaf: the room on the open side takes the doorway up to the leaf's face as a niche of its own,
 * and the strip is what is left, so that its middle lies under the leaf.
 *
 * @param leaf thickness of the leaf, mm
 */
export function lineUnderLeaf(job: Job, openingId: string, leaf: number): Job | null {
  const opening = job.openings?.find((o) => o.id === openingId);
  if (!opening || (opening.leaf !== 'first-side' && opening.leaf !== 'second-side')) return null;
  const [first, second] = opening.between.map((id) => job.spaces.find((s) => s.id === id) ?? null);
  // the leaf closes flush with one room; the other one takes the rest of the doorway
  const taker = opening.leaf === 'first-side' ? second : first;
  const place = taker && doorwayIn(taker.outline, opening.outline);
  if (!taker || !place || place.thickness <= leaf + 1) return null;
  const rest = place.thickness - leaf;
  const niche = doorwayOutline(taker.outline, { ...place, thickness: rest });
  // corners of the niche in the order of the wall: its two far points lie first in the strip
  const [farStart, farEnd, nearEnd, nearStart] = niche as [[number, number], [number, number], [number, number], [number, number]];
  const { outline } = taker;
  const same = (p: Point, q: Point) => Math.hypot(p[0] - q[0], p[1] - q[1]) < 1;
  const cut = [nearStart, farStart, farEnd, nearEnd].filter(
    (p, i) => (i !== 0 || !same(p, outline[place.wall]!)) && (i !== 3 || !same(p, outline[(place.wall + 1) % outline.length]!)),
  );
  const widened = [...outline.slice(0, place.wall + 1), ...cut, ...outline.slice(place.wall + 1)];
  const strip = placedOutline(outline, { wall: place.wall, along: place.along, off: -place.thickness, length: place.width, depth: leaf });
  return {
    ...job,
    spaces: job.spaces.map((s) => (s === taker ? { ...s, outline: widened } : s)),
    openings: job.openings!.map((o) => (o === opening ? { ...o, outline: strip, leaf: 'middle' as const } : o)),
  };
}
