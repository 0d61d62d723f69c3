import { doorwaysIn, onWall, wallFrames, without, type Floor, type WallFrame } from '../floors';
import { clipHalf, oriented, signedArea, tidyRing, type Frame, type Point } from '../geometry';
import type { Obstacle, Space, Trim } from '../given';

/** How an end of trim is cut: mitred into a corner, round one, or square. */
export type TrimEnd = 'in' | 'out' | 'square';

/** A length of skirting or bead along one wall. */
export type TrimRun = {
  readonly id: string;
  readonly space: string;
  readonly wall: number;
  readonly from: number;
  readonly to: number;
  readonly length: number;
  readonly ends: readonly [TrimEnd, TrimEnd];
  readonly widestGap: number;
  readonly covers: boolean;
};

/** What stands on the floor and takes the trim's place where it stands at a wall. */
const STANDING = new Set<Obstacle['kind']>(['post', 'hearth', 'island', 'cabinet']);
/** An end this near to a corner is at it (mm). */
const AT_CORNER = 0.01;
const STRAIGHT = 1e-6;

/** A floor, its frame, and half of what it shrinks along and across, mm. */
export type TrimGround = { readonly floor: Floor; readonly frame: Frame; readonly shrinks: readonly [number, number] };

/** Half of what a floor moves square to a line: along or across its planks, whichever is nearer. */
export function movesAt(frame: Frame, [along, across]: readonly [number, number], [dx, dy]: Point): number {
  const alongLine = Math.abs(dx * frame.cos + dy * frame.sin);
  const length = Math.hypot(dx, dy);
  return (alongLine <= length * Math.SQRT1_2 + 1e-9 ? along : across) / 2;
}

/** The same of what it shrinks. */
export const shrinksAt = ({ frame, shrinks }: TrimGround, line: Point): number => movesAt(frame, shrinks, line);

/** Every stretch of wall of a space that trim runs along, with its ends, and whether it hides the gap all year. */
export function trimsIn(space: Space, ground: TrimGround, obstacles: readonly Obstacle[], trim: Trim): Omit<TrimRun, 'id'>[] {
  const walls = wallFrames(space.outline);
  const { floor } = ground;
  return walls.flatMap((wall, i) => {
    const taken = [...doorwaysIn(wall, floor.ways), ...obstacles.filter((o) => STANDING.has(o.kind)).flatMap((o) => standsAt(wall, o, trim.thickness))]; // prettier-ignore
    const before = turnAt(walls[(i + walls.length - 1) % walls.length]!, wall);
    const after = turnAt(wall, walls[(i + 1) % walls.length]!);
    const widestGap = floor.product.limits.gap + shrinksAt(ground, wall.along);
    return without(wall.length, taken).map(([from, to]) => {
      const ends: [TrimEnd, TrimEnd] = [from <= AT_CORNER ? before.end : 'square', to >= wall.length - AT_CORNER ? after.end : 'square'];
      const mitre = (turn: number) => trim.thickness * Math.tan(turn / 2);
      const length = to - from + (ends[0] === 'out' ? mitre(before.turn) : 0) + (ends[1] === 'out' ? mitre(after.turn) : 0);
      return { space: space.id, wall: i, from, to, length, ends, widestGap, covers: trim.thickness >= widestGap + trim.lap - 1e-9 };
    });
  });
}

/** How a wall turns into the next: an inside corner of the room, or one that juts in; by how much, in radians. */
function turnAt(one: WallFrame, other: WallFrame): { readonly end: TrimEnd; readonly turn: number } {
  const cross = one.along[0] * other.along[1] - one.along[1] * other.along[0];
  const dot = one.along[0] * other.along[0] + one.along[1] * other.along[1];
  const turn = Math.abs(Math.atan2(cross, dot));
  if (turn < STRAIGHT) return { end: 'square', turn: 0 };
  // where the next wall goes into the room, the corner is an inside one
  const inside = other.along[0] * one.inward[0] + other.along[1] * one.inward[1] > 0;
  return { end: inside ? 'in' : 'out', turn };
}

/** Along which stretches of a wall something stands nearer to it than the trim is thick. */
function standsAt(wall: WallFrame, { outline }: Obstacle, thickness: number): (readonly [number, number])[] {
  const ring = tidyRing(outline.map((p) => onWall(wall, p)));
  if (ring.every(([, into]) => into >= thickness) || ring.every(([, into]) => into <= 1e-6)) return [];
  const polygon = oriented([signedArea(ring) > 0 ? ring : [...ring].reverse()]);
  return clipHalf(polygon, 1, thickness, -1)
    .flatMap((p) => clipHalf(p, 1, 0, 1))
    .flatMap(([outer]) => {
      const along = outer!.map((p) => p[0]);
      const [from, to] = [Math.max(0, Math.min(...along)), Math.min(wall.length, Math.max(...along))];
      return to > from ? [[from, to] as const] : [];
    });
}
