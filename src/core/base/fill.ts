import type { Point } from '../geometry';
import { apart, type GapMap } from './gaps';
import { layerOver, type Layer, type Spot } from './layer';
import { stretchesOver } from './mesh';
import type { Chord, Straightedge } from './straightedge';

/*
 * The least fill is the lowest surface nowhere below the present one under which no gap is over the limit. Where a gap is over the limit, the
 * surface has to come up to the straightedge less the limit; that may lift the ends of other straightedges, and so on: raised step by step
 * from the present surface the fill never passes the least one, and comes to it. Between two rounds in which straightedges are laid anew,
 * those that are known are followed up by plain sums, since a wide dip fills from its rim inwards over many steps.
 */

/** A round that raises nothing by more than this (mm) is quiet; so many of them in a row end the filling. */
const STILL = 0.012;
const QUIET_ROUNDS = 2;
/** So is one that adds no more than this part of what has been filled. */
const HARDLY = 0.0005;
const MOST_ROUNDS = 120;
/** Known straightedges are followed up until nothing rises by more than this (mm), or so often. */
const SETTLED = 0.004;
const MOST_SUMS = 300;
/** In each round the straightedge is laid in so many more directions, others each time. */
const MORE_DIRECTIONS = 2;
/** The golden part of a half turn: directions that follow each other by it leave no wide gap for long. */
const GOLDEN = Math.PI * 0.6180339887;
/** Points whose gap is more than this part of the limit are looked at, too: fill elsewhere may lift their straightedge. */
const MAY_RISE = 0.6;

/**
 * Depth of fill over each point of a map of gaps, and the greatest gap once it has set, mm. `lacks` is the depth, too, and where nothing is
 * filled, under 0, how much more gap there might be: between points it says where the fill runs out.
 */
export type Fill = { readonly depth: Float64Array; readonly lacks: Float64Array; readonly worst: number };

export function leastFill(map: GapMap, edge: Straightedge, limit: number, progress?: (done: number) => void): Fill {
  const { gap } = map;
  if (!gap.some((g) => g > limit)) return { depth: new Float64Array(gap.length), lacks: gap.map((g) => g - limit), worst: greatest(gap) };
  const bare = gap.map((_, i) => edge.bareAt(map.mesh.x[i]!, map.mesh.y[i]!));
  const layer = layerOver(
    map.mesh,
    gap.map((g, i) => bare[i]! + g - limit),
    map.close,
    map.from,
  );
  const rests = map.chords.map((chord, i) => restOf(chord, i, map, edge));
  const { list, take } = listOf(gap.length);
  const watch = (i: number) => {
    layer.mark(i);
    take(i);
    for (const j of layer.beside(i)) take(j);
  };
  gap.forEach((g, i) => g > limit && watch(i));
  gap.forEach((g, i) => g > limit * MAY_RISE && take(i));
  edge.over(layer);
  let filled = 0;
  for (let round = 0, quiet = 0; round < MOST_ROUNDS && quiet < QUIET_ROUNDS; round++) {
    progress?.(quiet / QUIET_ROUNDS);
    let most = 0;
    for (const i of round % 2 === 0 ? [...list] : [...list].reverse()) {
      const rise = layAgain(i, round, map, rests, bare[i]!, layer, edge) - limit - layer.top[i]!;
      if (rise <= 0) continue;
      const before = Math.max(layer.top[i]!, bare[i]!);
      layer.top[i]! += rise;
      if (layer.top[i]! <= before) continue;
      most = Math.max(most, layer.top[i]! - before);
      watch(i);
    }
    most = Math.max(most, followUp(list, rests, bare, layer, limit));
    const now = layer.top.reduce((sum, t, i) => sum + Math.max(0, t - bare[i]!), 0);
    quiet = most < STILL || now - filled < now * HARDLY ? quiet + 1 : 0;
    // places that a straightedge spans: it rests beside them, and the first round has confirmed it
    if (round === 0 && most < STILL) break;
    filled = now;
  }
  edge.over(null);
  const lacks = layer.top.map((t, i) => t - bare[i]!);
  return { depth: lacks.map((d) => Math.max(0, d)), lacks, worst: limit };
}

const greatest = (values: Float64Array): number => values.reduce((most, v) => Math.max(most, v), 0);

/** A list that takes each number once. */
function listOf(count: number): { readonly list: number[]; take(i: number): void } {
  const list: number[] = [];
  const taken = new Uint8Array(count);
  return {
    list,
    take(i) {
      if (taken[i]) return;
      taken[i] = 1;
      list.push(i);
    },
  };
}

/** A straightedge over a point: where its ends are, how high the bare surface is there, and how much of its height the end behind bears. */
type Rest = {
  readonly chord: Chord;
  readonly from: Point;
  readonly to: Point;
  readonly bareFrom: number;
  readonly bareTo: number;
  readonly share: number;
};

function restOf(chord: Chord, i: number, { mesh }: GapMap, edge: Straightedge): Rest {
  const { angle, behind, ahead } = chord;
  const [dx, dy, x, y] = [Math.cos(angle), Math.sin(angle), mesh.x[i]!, mesh.y[i]!];
  const from: Point = [x - dx * behind, y - dy * behind];
  const to: Point = [x + dx * ahead, y + dy * ahead];
  const share = behind + ahead > 0 ? ahead / (behind + ahead) : 1;
  return { chord, from, to, bareFrom: edge.bareAt(...from), bareTo: edge.bareAt(...to), share };
}

/** How high a straightedge stands over its point, where it lies now and with the fill there is now. */
function heightNow({ from, to, bareFrom, bareTo, share }: Rest, layer: Layer): number {
  const behind = layer.any(...from) ? Math.max(bareFrom, layer.trueTopAt(...from)) : bareFrom;
  const ahead = layer.any(...to) ? Math.max(bareTo, layer.trueTopAt(...to)) : bareTo;
  return share * behind + (1 - share) * ahead;
}

/** Lays the straightedge over a point as it lay, as it lies beside, and in a few directions more: @returns how high it stands there. */
function layAgain(i: number, round: number, map: GapMap, rests: Rest[], bare: number, layer: Layer, edge: Straightedge): number {
  const own = rests[i]!.chord;
  const now = heightNow(rests[i]!, layer);
  const tried = [own.angle];
  for (const j of layer.beside(i)) {
    const { angle } = rests[j]!.chord;
    if (tried.length <= BESIDE && tried.every((a) => apart(a, angle) > ALMOST)) tried.push(angle);
  }
  for (let k = 0; k < MORE_DIRECTIONS; k++) tried.push(own.angle + (round * MORE_DIRECTIONS + k + 1) * GOLDEN);
  const fill = Math.max(0, layer.top[i]! - bare);
  const least = Math.max(0, now - bare - fill);
  const chord = { ...own, gap: least };
  edge.best(map.mesh.x[i]!, map.mesh.y[i]!, tried, chord, TURNED, fill);
  if (chord.gap <= least + LITTLE) return now;
  // over fill the line was taken at places some way apart: what counts is how high the ends truly are
  const rest = restOf(chord, i, map, edge);
  const found = heightNow(rest, layer);
  if (found > now) rests[i] = rest;
  return Math.max(found, now);
}

/** So many directions of the points beside one are tried at it, no two nearer to each other than this (radians). */
const BESIDE = 2;
const ALMOST = 0.03;
/** The best of them is turned by so much to and fro (radians). */
const TURNED = 0.008;
/** A straightedge that finds no more than this (mm) beyond another is no better. */
const LITTLE = 1e-6;

/** Raises every point to its own straightedge, over and over: @returns by how much the most, mm. */
function followUp(list: readonly number[], rests: readonly Rest[], bare: Float64Array, layer: Layer, limit: number): number {
  const { top } = layer;
  const borne = list.flatMap((i) => {
    const rest = rests[i]!;
    const [behind, ahead] = [layer.spotAt(...rest.from), layer.spotAt(...rest.to)];
    return top[i]! > bare[i]! && (behind || ahead) ? [{ ...rest, i, behind, ahead, before: top[i]! }] : [];
  });
  const on = (spot: Spot | null, least: number): number =>
    spot
      ? Math.max(
          least,
          top[spot.points[0]]! * spot.weights[0] + top[spot.points[1]]! * spot.weights[1] + top[spot.points[2]]! * spot.weights[2],
        )
      : least;
  for (let n = 0, most = Infinity; n < MOST_SUMS && most > SETTLED; n++) {
    most = 0;
    for (const { i, bareFrom, bareTo, behind, ahead, share } of borne) {
      const rise = share * on(behind, bareFrom) + (1 - share) * on(ahead, bareTo) - limit - top[i]!;
      if (rise <= 0) continue;
      top[i]! += rise;
      most = Math.max(most, rise);
    }
  }
  return borne.reduce((most, { i, before }) => Math.max(most, top[i]! - before), 0);
}

/** Round a place the straightedge is filled up to as far as the gap stays over this part of the limit. */
const FLUSH_DOWN_TO = 1 / 3;

/** Flush with the straightedge: depths, and the stretches in which they are as deep as the straightedge is high, over {@link FLUSH_DOWN_TO}. */
export type Flush = { readonly depth: Float64Array; readonly within: Uint8Array; readonly level: number };

/** In every place, and round it while the gap is over a third of the limit, at least as high as the straightedge; elsewhere the least fill. */
export function flushFill({ mesh, gap }: GapMap, least: Float64Array, limit: number): Flush {
  const depth = least.slice();
  const within = new Uint8Array(depth.length);
  const level = limit * FLUSH_DOWN_TO;
  for (const { points } of stretchesOver(mesh, gap, level)) {
    if (!points.some((i) => gap[i]! > limit)) continue;
    for (const i of points) {
      depth[i] = Math.max(depth[i]!, gap[i]!);
      within[i] = 1;
    }
  }
  return { depth, within, level };
}
