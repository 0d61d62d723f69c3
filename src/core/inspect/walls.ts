/** The gap at every wall as the floor lies. */
import { doorwaysIn, onWall, wallFrames, without, type Floor } from '../floors';
import { round3 } from '../geometry';
import type { Piece } from '../given';

/** Edges of planks between here and there from a wall (mm) are those that face it. */
const NEAREST = -60;
const FARTHEST = 80;
/** An edge faces a wall where it runs along it: it comes nearer by no more than this part of its length. */
const ASKEW = 0.2;
/** A shorter edge (mm) is a notch's. */
const SHORTEST = 10;

/** A wall with the least and greatest gap before it, mm; both null where nothing lies before it. */
export type WallGap = { readonly space: string; readonly wall: number; readonly least: number | null; readonly most: number | null };

/** @param pieces of a floor, where they lie */
export function gapsOf({ spaces, ways }: Floor, pieces: readonly Piece[]): readonly WallGap[] {
  const edges = pieces.flatMap(({ outline }) => outline[0]!.map((a, i) => [a, outline[0]![(i + 1) % outline[0]!.length]!] as const));
  return spaces.flatMap(({ id, outline }) =>
    wallFrames(outline).flatMap((wall, at): WallGap[] => {
      const solid = without(wall.length, doorwaysIn(wall, ways));
      if (solid.length === 0) return [];
      let [least, most] = [Infinity, -Infinity];
      for (const [a, b] of edges) {
        const [p, q] = [onWall(wall, a), onWall(wall, b)];
        if (Math.min(p[1], q[1]) < NEAREST || Math.max(p[1], q[1]) > FARTHEST) continue;
        const long = Math.abs(q[0] - p[0]);
        if (long < SHORTEST || Math.abs(q[1] - p[1]) > ASKEW * long) continue;
        const offAt = (u: number) => p[1] + ((u - p[0]) / (q[0] - p[0])) * (q[1] - p[1]);
        for (const [from, to] of solid) {
          const [u0, u1] = [Math.max(from, Math.min(p[0], q[0])), Math.min(to, Math.max(p[0], q[0]))];
          if (u1 - u0 < SHORTEST) continue;
          least = Math.min(least, offAt(u0), offAt(u1));
          most = Math.max(most, offAt(u0), offAt(u1));
        }
      }
      const isThere = Number.isFinite(least);
      return [{ space: id, wall: at, least: isThere ? round3(Math.max(0, least)) : null, most: isThere ? round3(most) : null }];
    }),
  );
}
