import type { Room } from './reach';
import { half } from './reach';
import type { Surface } from './surface';

/*
 * What a feeler measures under a straightedge. A straightedge rests on two points; over a third it stands as high as the chord between them.
 * So the gap at a point is the highest chord over it, of all directions, no longer than the straightedge and inside the room, less the surface.
 * In one direction the surface is a line that is straight by pieces: a chord that is highest ends where that line bends downwards, at a wall,
 * or is as long as the straightedge is.
 */

/** The straightedge over a point: its angle (radians, 0 up to π), how far from the point it rests on either side, and the gap there. */
export type Chord = { angle: number; behind: number; ahead: number; gap: number };

export const noChord = (): Chord => ({ angle: 0, behind: 0, ahead: 0, gap: 0 });

/** What has been filled on top of a surface: whether any is near a place, and how high it comes there, on the surface's own datum. */
export type Filled = { any(x: number, y: number): boolean; topAt(x: number, y: number): number };

/** The straightedge is turned by no less than this (radians): its end a metre away moves by 5 mm. */
const LEAST_TURN = 0.005;
/** Over fill the line is taken at every so many mm. */
const SAMPLE = 120;
/** Most bends that one side of a line may have. */
const MOST_BENDS = 4096;

/** Measures gaps over one surface in one room; what it lays out is used again from one measuring to the next. */
export function straightedgeOver(surface: Surface, room: Room, length: number) {
  const { x, y, z, corner, twin, after, plane } = surface;
  const sides = [sideOf(), sideOf()] as const;
  let filled: Filled | null = null;

  /**
   * The line's heights over the point, outwards from it: where it bends, and where it ends. From triangle to triangle the corner on its left
   * and the one on its right are known; the third corner of the next triangle takes the place of one of them.
   */
  function follow(side: Side, px: number, py: number, t: number, dx: number, dy: number, to: number, base: number, own: number): void {
    const { at, rise } = side;
    at[0] = 0;
    rise[0] = 0;
    let n = 1;
    let edge = -1;
    for (let k = t * 3; k < t * 3 + 3; k++) {
      const [p, q] = [corner[k]!, corner[after[k]!]!];
      if (dx * (y[p]! - py) - dy * (x[p]! - px) < 0 && dx * (y[q]! - py) - dy * (x[q]! - px) >= 0) edge = k;
    }
    const [r, l] = edge < 0 ? [0, 0] : [corner[edge]!, corner[after[edge]!]!];
    let offRight = dx * (y[r]! - py) - dy * (x[r]! - px);
    let offLeft = dx * (y[l]! - py) - dy * (x[l]! - px);
    let upRight = dx * (x[r]! - px) + dy * (y[r]! - py);
    let upLeft = dx * (x[l]! - px) + dy * (y[l]! - py);
    let highRight = z[r]! - base;
    let highLeft = z[l]! - base;
    // rounding must not send it round a corner for ever
    for (let steps = 0; edge >= 0 && steps < MOST_BENDS; steps++) {
      const part = offLeft / (offLeft - offRight);
      const u = upLeft + (upRight - upLeft) * part;
      const high = highLeft + (highRight - highLeft) * part;
      if (u >= to) {
        // the piece that is under way ends before its bend
        at[n] = to;
        rise[n] = u > at[n - 1]! ? rise[n - 1]! + ((high - rise[n - 1]!) * (to - at[n - 1]!)) / (u - at[n - 1]!) : high;
        n++;
        break;
      }
      if (u > at[n - 1]! && n < MOST_BENDS - 1) {
        at[n] = u;
        rise[n++] = high;
      }
      const entered = twin[edge]!;
      if (entered < 0) break;
      const next = after[entered]!;
      const last = after[next]!;
      const apex = corner[last]!;
      const off = dx * (y[apex]! - py) - dy * (x[apex]! - px);
      const up = dx * (x[apex]! - px) + dy * (y[apex]! - py);
      if (off >= 0) {
        edge = next;
        offLeft = off;
        upLeft = up;
        highLeft = z[apex]! - base;
      } else {
        edge = last;
        offRight = off;
        upRight = up;
        highRight = z[apex]! - base;
      }
    }
    side.count = n;
    if (filled) overFill(side, px, py, dx, dy, filled, base, own);
    pick(side);
  }

  /** The highest chord over a point in one direction, into `out`; false where it is no higher than what `out` holds. */
  function along(px: number, py: number, t: number, base: number, own: number, angle: number, out: Chord): boolean {
    const dx = Math.cos(angle);
    const dy = Math.sin(angle);
    const toAhead = room.reach(px, py, dx, dy, length);
    const toBehind = room.reach(px, py, -dx, -dy, length);
    follow(sides[1], px, py, t, dx, dy, toAhead, base, own);
    follow(sides[0], px, py, t, -dx, -dy, toBehind, base, own);
    return highest(sides[0], sides[1], length, angle, out);
  }

  return {
    /** From now on measures over what has been filled, too; null: over the bare surface. */
    over: (now: Filled | null) => void (filled = now),
    /** Height at a point, without what has been filled. */
    bareAt: surface.heightAt,
    /**
     * The highest chord over a point of those in some directions, each then turned a little while that raises it.
     *
     * @param out what is known already; it is only ever raised
     * @param fill how deep it has been filled at the point itself, mm
     * @param turn how far the best of the directions is turned to and fro, halved until it is too little to matter; 0 turns none
     */
    best(px: number, py: number, angles: readonly number[], out: Chord, turn = 0, fill = 0): void {
      const t = surface.triangleAt(px, py);
      const base = plane[t * 3]! + plane[t * 3 + 1]! * px + plane[t * 3 + 2]! * py + fill;
      for (const angle of angles) along(px, py, t, base, fill, half(angle), out);
      if (out.gap <= 0) return;
      for (let by = turn; by > LEAST_TURN; by /= 2) {
        const from = out.angle;
        if (!along(px, py, t, base, fill, half(from + by), out)) along(px, py, t, base, fill, half(from - by), out);
      }
    },
  };
}

export type Straightedge = ReturnType<typeof straightedgeOver>;

/** One side of a line through a point: distances from it and rises over it, and which of them a chord may end at. */
type Side = {
  at: Float64Array;
  rise: Float64Array;
  count: number;
  ends: Int32Array;
  endCount: number;
  spareAt: Float64Array;
  spareRise: Float64Array;
};

const sideOf = (): Side => ({
  at: new Float64Array(MOST_BENDS),
  rise: new Float64Array(MOST_BENDS),
  count: 0,
  ends: new Int32Array(MOST_BENDS),
  endCount: 0,
  spareAt: new Float64Array(MOST_BENDS),
  spareRise: new Float64Array(MOST_BENDS),
});

/** Lays the fill over a side that has the bare surface's bends, with places between them where there is any. */
function overFill(side: Side, px: number, py: number, dx: number, dy: number, filled: Filled, base: number, own: number): void {
  const { at, rise, spareAt, spareRise, count } = side;
  // rises count from the fill's top at the point itself
  rise[0] = -own;
  spareAt[0] = 0;
  spareRise[0] = 0;
  let n = 1;
  for (let i = 1; i < count; i++) {
    const run = at[i]! - at[i - 1]!;
    const parts = Math.max(1, Math.min(Math.ceil(run / SAMPLE), MOST_BENDS - count - n));
    for (let k = 1; k <= parts; k++) {
      const u = k === parts ? at[i]! : at[i - 1]! + (run * k) / parts;
      const [qx, qy] = [px + dx * u, py + dy * u];
      const covered = filled.any(qx, qy);
      if (!covered && k < parts) continue;
      const bare = rise[i - 1]! + ((rise[i]! - rise[i - 1]!) * k) / parts;
      spareAt[n] = u;
      spareRise[n++] = covered ? Math.max(bare, filled.topAt(qx, qy) - base) : bare;
    }
  }
  side.at = spareAt;
  side.rise = spareRise;
  side.spareAt = at;
  side.spareRise = rise;
  side.count = n;
}

/** Finds the bends of a side that point upwards, and its end: only there may a chord end that is not as long as the straightedge. */
function pick(side: Side): void {
  const { at, rise, count, ends } = side;
  let n = 0;
  for (let i = 1; i < count; i++) {
    if (i < count - 1) {
      const into = (rise[i]! - rise[i - 1]!) * (at[i + 1]! - at[i]!);
      const out = (rise[i + 1]! - rise[i]!) * (at[i]! - at[i - 1]!);
      if (out >= into) continue;
    }
    if (at[i]! > 0) ends[n++] = i;
  }
  side.endCount = n;
}

/**
 * The highest chord over the point. First the straight line that rests on both sides without regard to its length: by turning it about the
 * point until the highest end on either side is equally high. No chord is higher; where that line is short enough, it is the chord.
 */
function highest(behind: Side, ahead: Side, length: number, angle: number, out: Chord): boolean {
  if (behind.endCount === 0 || ahead.endCount === 0) return false;
  let slope = 0;
  let [i, j] = [-1, -1];
  for (let turns = 0; turns < MOST_TURNS; turns++) {
    const [p, q] = [topOf(behind, slope), topOf(ahead, -slope)];
    if (p === i && q === j) break;
    [i, j] = [p, q];
    const bound = Math.max(behind.rise[i]! + slope * behind.at[i]!, ahead.rise[j]! - slope * ahead.at[j]!);
    if (bound <= out.gap) return false;
    slope = (ahead.rise[j]! - behind.rise[i]!) / (behind.at[i]! + ahead.at[j]!);
  }
  const before = out.gap;
  const [s, t] = [behind.at[i]!, ahead.at[j]!];
  if (s + t <= length) {
    const over = (t * behind.rise[i]! + s * ahead.rise[j]!) / (s + t);
    if (over > out.gap) keep(out, angle, s, t, over);
    return out.gap > before;
  }
  betweenBends(behind, ahead, length, angle, out);
  asLongAsItIs(behind, ahead, length, angle, out);
  return out.gap > before;
}

/** A line that rests on both sides is found in no more turns than this. */
const MOST_TURNS = 24;

/** The end of a side that is highest once the whole is turned by a slope. */
function topOf({ at, rise, ends, endCount }: Side, slope: number): number {
  let best = ends[0]!;
  let high = -Infinity;
  for (let n = 0; n < endCount; n++) {
    const i = ends[n]!;
    const h = rise[i]! + slope * at[i]!;
    if (h > high) {
      high = h;
      best = i;
    }
  }
  return best;
}

function betweenBends(behind: Side, ahead: Side, length: number, angle: number, out: Chord): void {
  for (let i = 0; i < behind.endCount; i++) {
    const s = behind.at[behind.ends[i]!]!;
    const a = behind.rise[behind.ends[i]!]!;
    for (let j = 0; j < ahead.endCount; j++) {
      const t = ahead.at[ahead.ends[j]!]!;
      if (s + t > length) break;
      const over = t * a + s * ahead.rise[ahead.ends[j]!]!;
      if (over > out.gap * (s + t)) keep(out, angle, s, t, over / (s + t));
    }
  }
}

function keep(out: Chord, angle: number, behind: number, ahead: number, gap: number): void {
  out.angle = angle;
  out.behind = behind;
  out.ahead = ahead;
  out.gap = gap;
}

/**
 * Chords as long as the straightedge: pushed along from one end to the other. Between two places where either end passes a bend, with
 * heights a0 + a1·s behind and b0 + b1·(length − s) ahead, the chord's height over the point is a parabola of s.
 */
function asLongAsItIs(behind: Side, ahead: Side, length: number, angle: number, out: Chord): void {
  const least = Math.max(0, length - ahead.at[ahead.count - 1]!);
  const most = Math.min(length, behind.at[behind.count - 1]!);
  let i = 1;
  while (i < behind.count - 1 && behind.at[i]! <= least) i++;
  let j = ahead.count - 1;
  while (j > 1 && ahead.at[j - 1]! >= length - least) j--;
  for (let s = least; s < most;) {
    const next = Math.min(most, behind.at[i]!, length - ahead.at[j - 1]!);
    if (next > s) {
      const a1 = (behind.rise[i]! - behind.rise[i - 1]!) / (behind.at[i]! - behind.at[i - 1]!);
      const a0 = behind.rise[i]! - a1 * behind.at[i]!;
      const b1 = (ahead.rise[j]! - ahead.rise[j - 1]!) / (ahead.at[j]! - ahead.at[j - 1]!);
      const b0 = ahead.rise[j]! - b1 * ahead.at[j]!;
      const bent = a1 + b1;
      const turn = bent > 0 ? (b0 - a0 + bent * length) / (2 * bent) : Infinity;
      const at = turn > s && turn < next ? turn : next;
      const over = ((length - at) * (a0 + a1 * at) + at * (b0 + b1 * (length - at))) / length;
      if (over > out.gap && at > 0 && at < length) keep(out, angle, at, length - at, over);
      s = next;
    }
    if (next >= most) return;
    if (behind.at[i]! <= next && i < behind.count - 1) i++;
    else if (length - ahead.at[j - 1]! <= next && j > 1) j--;
    else return;
  }
}
