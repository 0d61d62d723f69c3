import type { Point } from '../geometry';
import { joinedOf, type Mesh } from './mesh';
import type { Filled } from './straightedge';
import { walker } from './surface';

/** Where a place lies in a mesh: the three points around it and how much each weighs. */
export type Spot = { readonly points: readonly [number, number, number]; readonly weights: readonly [number, number, number] };

/** How high fill has to come, over each point of a mesh, straight between them: where the surface is higher, none is wanted. */
export type Layer = Filled & {
  readonly top: Float64Array;
  /** The triangles about a point count as filled from now on. */
  mark(i: number): void;
  /** The points beside one. */
  beside(i: number): readonly number[];
  /** Where a place lies, if there is fill about it. */
  spotAt(x: number, y: number): Spot | null;
  /** The height to be filled to as the mesh has it; {@link Filled.topAt} is quicker, and true only at the mesh's points. */
  trueTopAt(x: number, y: number): number;
};

/** @param cell about how far apart the mesh's points are, mm; where they are on a grid, it goes through the middles of cells from `from` on */
export function layerOver(mesh: Mesh, top: Float64Array, cell: number, from: Point): Layer {
  const { x, y, corner, twin } = mesh;
  const joined = joinedOf(mesh);
  const trianglesAt = triangleLists(mesh);
  const marked = new Uint8Array(corner.length / 3);
  const find = walker(x, y, corner, twin);
  const [minX, minY] = from;
  let [maxX, maxY] = [-Infinity, -Infinity];
  for (let i = 0; i < x.length; i++) {
    maxX = Math.max(maxX, x[i]!);
    maxY = Math.max(maxY, y[i]!);
  }
  const columns = Math.floor((maxX - minX) / cell) + 1;
  const lines = Math.floor((maxY - minY) / cell) + 1;
  /** a filled triangle near each cell, −1 where there is none */
  const near = new Int32Array(Math.max(0, columns * lines)).fill(-1);
  const cellAt = (px: number, py: number): number => {
    const c = Math.floor((px - minX) / cell);
    const r = Math.floor((py - minY) / cell);
    return c < 0 || r < 0 || c >= columns || r >= lines ? -1 : r * columns + c;
  };
  const mark = (t: number): void => {
    if (marked[t]) return;
    marked[t] = 1;
    const [a, b, c] = [corner[t * 3]!, corner[t * 3 + 1]!, corner[t * 3 + 2]!];
    const low = [Math.min(x[a]!, x[b]!, x[c]!), Math.min(y[a]!, y[b]!, y[c]!)] as const;
    const high = [Math.max(x[a]!, x[b]!, x[c]!), Math.max(y[a]!, y[b]!, y[c]!)] as const;
    for (let k = Math.floor((low[0] - minX) / cell); k <= Math.floor((high[0] - minX) / cell); k++) {
      for (let r = Math.floor((low[1] - minY) / cell); r <= Math.floor((high[1] - minY) / cell); r++) near[r * columns + k] = t;
    }
  };
  const middle = middlesOf(mesh, cell, from, columns, lines);
  const middleOf = (c: number, r: number): number => (c < 0 || r < 0 || c >= columns || r >= lines ? -1 : middle[r * columns + c]!);
  const any = (px: number, py: number): boolean => {
    const at = cellAt(px, py);
    return at >= 0 && near[at]! >= 0;
  };
  const weights: [number, number, number] = [0, 0, 0];
  /** The triangle of a place near fill; its corners' weights go into `weights`. */
  const locate = (px: number, py: number): number => {
    const t = find(px, py, near[cellAt(px, py)]!);
    const [a, b, c] = [corner[t * 3]!, corner[t * 3 + 1]!, corner[t * 3 + 2]!];
    const whole = (x[b]! - x[a]!) * (y[c]! - y[a]!) - (y[b]! - y[a]!) * (x[c]! - x[a]!);
    // a hair outside the mesh, at a wall, a place belongs to the triangle beside it
    const v = Math.max(0, ((px - x[a]!) * (y[c]! - y[a]!) - (py - y[a]!) * (x[c]! - x[a]!)) / whole);
    const w = Math.max(0, ((x[b]! - x[a]!) * (py - y[a]!) - (y[b]! - y[a]!) * (px - x[a]!)) / whole);
    const u = Math.max(0, 1 - v - w);
    const sum = u + v + w;
    weights[0] = u / sum;
    weights[1] = v / sum;
    weights[2] = w / sum;
    return t * 3;
  };
  const trueTopAt = (px: number, py: number): number => {
    const t = locate(px, py);
    return top[corner[t]!]! * weights[0] + top[corner[t + 1]!]! * weights[1] + top[corner[t + 2]!]! * weights[2];
  };
  return {
    top,
    any,
    mark(i) {
      for (const t of trianglesAt(i)) mark(t);
    },
    beside: (i) => Array.from(joined.list.subarray(joined.start[i], joined.start[i + 1])),
    topAt(px, py) {
      const [u, v] = [(px - minX) / cell - 0.5, (py - minY) / cell - 0.5];
      const [c, r] = [Math.floor(u), Math.floor(v)];
      const [i, j, k, l] = [middleOf(c, r), middleOf(c + 1, r), middleOf(c, r + 1), middleOf(c + 1, r + 1)];
      if (i < 0 || j < 0 || k < 0 || l < 0) return trueTopAt(px, py);
      const [s, w] = [u - c, v - r];
      return (top[i]! * (1 - s) + top[j]! * s) * (1 - w) + (top[k]! * (1 - s) + top[l]! * s) * w;
    },
    trueTopAt,
    spotAt(px, py) {
      if (!any(px, py)) return null;
      const t = locate(px, py);
      return { points: [corner[t]!, corner[t + 1]!, corner[t + 2]!], weights: [...weights] };
    },
  };
}

/** The point that lies nearest to the middle of each cell, −1 where none lies in it. */
function middlesOf({ x, y }: Mesh, cell: number, [minX, minY]: Point, columns: number, lines: number): Int32Array {
  const middle = new Int32Array(columns * lines).fill(-1);
  const off = new Float64Array(columns * lines).fill(Infinity);
  for (let i = 0; i < x.length; i++) {
    const [c, r] = [Math.floor((x[i]! - minX) / cell), Math.floor((y[i]! - minY) / cell)];
    const d = Math.hypot(x[i]! - minX - (c + 0.5) * cell, y[i]! - minY - (r + 0.5) * cell);
    if (d >= off[r * columns + c]!) continue;
    off[r * columns + c] = d;
    middle[r * columns + c] = i;
  }
  return middle;
}

/** The triangles about each point of a mesh. */
function triangleLists({ x, corner }: Mesh): (i: number) => Int32Array {
  const start = new Int32Array(x.length + 1);
  for (let e = 0; e < corner.length; e++) start[corner[e]! + 1]!++;
  for (let i = 0; i < x.length; i++) start[i + 1]! += start[i]!;
  const list = new Int32Array(corner.length);
  const next = start.slice();
  for (let e = 0; e < corner.length; e++) list[next[corner[e]!]!++] = Math.floor(e / 3);
  return (i) => list.subarray(start[i], start[i + 1]);
}
