import { crossingEdges, round3, round6, signedArea, type Point, type Ring } from '../geometry';

/** One wall as it is walked: its length, and by how much one turns at its end, in degrees; right is positive. */
export type WalkedWall = { readonly length: number; readonly turn: number };

/** A walk that comes back to where it began within this (mm) is closed: a tape reads no finer over a room. */
export const CLOSES_WITHIN = 3;

/** Where a walk begins and which way its first wall runs, in degrees. */
export type WalkStart = { readonly at: Point; readonly heading: number };
const AT_ORIGIN: WalkStart = { at: [0, 0], heading: 0 };

/** The corners that a walk goes through, the first wall running to the right unless said otherwise; one more than walls, the last being where it ends. */
export function cornersOf(walk: readonly WalkedWall[], start = AT_ORIGIN): Point[] {
  const corners: Point[] = [start.at];
  let heading = start.heading;
  let [x, y] = start.at;
  for (const { length, turn } of walk) {
    const quarter = heading % 90 === 0;
    const cos = quarter ? [1, 0, -1, 0][(((heading / 90) % 4) + 4) % 4]! : Math.cos((heading * Math.PI) / 180);
    const sin = quarter ? [0, 1, 0, -1][(((heading / 90) % 4) + 4) % 4]! : Math.sin((heading * Math.PI) / 180);
    x += length * cos;
    y += length * sin;
    corners.push([x, y]);
    heading -= turn;
  }
  return corners;
}

/** The walls of an outline as a walk along it, in its own order. */
export function walkOf(outline: Ring): WalkedWall[] {
  const n = outline.length;
  const heading = (i: number) => {
    const [a, b] = [outline[i % n]!, outline[(i + 1) % n]!];
    return (Math.atan2(b[1] - a[1], b[0] - a[0]) * 180) / Math.PI;
  };
  return outline.map((a, i) => {
    const b = outline[(i + 1) % n]!;
    let turn = heading(i) - heading(i + 1);
    if (turn <= -180) turn += 360;
    if (turn > 180) turn -= 360;
    return { length: Math.hypot(b[0] - a[0], b[1] - a[1]), turn: round6(turn) };
  });
}

/** How far a walk ends from its beginning, and what may be to blame. */
export type Closing = {
  /** mm between the last corner and the first */
  readonly error: number;
  /** from where the walk ends to where it should */
  readonly missing: Point;
  /** walls of which a misread length alone would explain the error, likeliest first; `by` is what to add to it */
  readonly likely: readonly { readonly wall: number; readonly by: number; readonly left: number }[];
};

/** A misread tape explains an error if correcting that one wall leaves no more than this (mm), or a tenth of the error. */
const EXPLAINED_WITHIN = 10;

/**
 * The closing error of a walk. A single misread wall shows as an error along that wall, so walls are judged by what would be left of
 * the error were their length right; of two that do equally well, the one whose correction is a round number (a misread digit) first.
 */
export function closingOf(walk: readonly WalkedWall[]): Closing {
  const corners = cornersOf(walk);
  const [first, last] = [corners[0]!, corners[corners.length - 1]!];
  const missing: Point = [first[0] - last[0], first[1] - last[1]];
  const error = Math.hypot(missing[0], missing[1]);
  const roundness = (by: number) =>
    [1000, 100, 50, 10].findIndex((r) => Math.abs(by / r - Math.round(by / r)) * r <= CLOSES_WITHIN && Math.abs(by) > r / 2);
  const likely = walk
    .map(({ length }, wall) => {
      const [a, b] = [corners[wall]!, corners[wall + 1]!];
      const [dx, dy] = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
      const by = missing[0] * dx + missing[1] * dy;
      return { wall, by, left: Math.hypot(missing[0] - by * dx, missing[1] - by * dy), length };
    })
    .filter(({ by, left, length }) => left <= Math.max(EXPLAINED_WITHIN, error / 10) && length + by > 10)
    .sort((a, b) => {
      const [ra, rb] = [roundness(a.by), roundness(b.by)].map((r) => (r < 0 ? 9 : r));
      return Math.abs(a.left - b.left) > 0.5 ? a.left - b.left : ra! - rb! || a.wall - b.wall;
    })
    .map(({ wall, by, left }) => ({ wall, by: round3(by), left: round3(left) }));
  return { error, missing, likely };
}

/** The outline of a walk that closes; null where it does not, or where it is no outline yet. */
export function outlineOf(walk: readonly WalkedWall[], start = AT_ORIGIN): [number, number][] | null {
  if (walk.length < 3 || closingOf(walk).error > CLOSES_WITHIN) return null;
  const ring = cornersOf(walk, start)
    .slice(0, -1)
    .map(([x, y]): [number, number] => [round3(x), round3(y)]);
  return crossingEdges(ring) || Math.abs(signedArea(ring)) < 1 ? null : ring;
}

/**
 * The one wall by which a walk would close: straight on from where it ends, in the way one turned last.
 *
 * @returns its length, mm; null where the walk closes already, or where no one wall would close it
 */
export function closingWall(walk: readonly WalkedWall[], start = AT_ORIGIN): number | null {
  const { error } = closingOf(walk);
  if (walk.length < 2 || error <= CLOSES_WITHIN) return null;
  return outlineOf([...walk, { length: error, turn: 90 }], start) ? round3(error) : null;
}

/** Corrects one wall's length and lets the last wall end where the first began. */
export function adjusted(walk: readonly WalkedWall[], wall: number, by: number, start = AT_ORIGIN): [number, number][] {
  const corners = cornersOf(
    walk.map((w, i) => (i === wall ? { ...w, length: w.length + by } : w)),
    start,
  );
  return corners.slice(0, -1).map(([x, y]) => [round3(x), round3(y)]);
}

/** `A`, `B`, … `Z`, `AA`: how walls are called. */
export const wallLetter = (i: number): string =>
  i < 26 ? String.fromCharCode(65 + i) : wallLetter(Math.floor(i / 26) - 1) + wallLetter(i % 26);
