import { surfaceOf, type Level, type Surface } from '../src/core/base';
import { boxOf, insideRing, type Point, type Ring } from '../src/core/geometry';
import { chanceOf } from './planted';

/** A base with a room that is no box: slanted, skew, with a jutting corner, anywhere in plan, and few or many heights, corners among them. */
export type SkewBase = { readonly outline: Point[]; readonly levels: Level[]; readonly straightedge: number; readonly limit: number };

/** The same base for the same seed. */
export function skewBase(seed: number): SkewBase {
  const chance = chanceOf(seed * 7 + 3);
  const [width, depth] = [1200 + chance() * 2600, 1000 + chance() * 2200];
  const off = () => (chance() - 0.5) * 300;
  const shapes: Point[][] = [
    [[0, 0], [width, 0], [width * chance(), depth]], // prettier-ignore
    [[off(), off()], [width + off(), off()], [width + off(), depth + off()], [off(), depth + off()]], // prettier-ignore
    [[off(), off()], [width, off()], [width + off(), depth / 2], [width / 2 + off(), depth / 2 + off()], [width / 2, depth], [off(), depth + off()]], // prettier-ignore
    [[0, 0], [width, off()], [width - 250, depth], [width / 2, depth * 0.6 + off()], [200, depth + off()]], // prettier-ignore
    [[0, 0], [width, 0], [width, depth], [0, depth]], // prettier-ignore
  ];
  const angle = chance() < 0.5 ? 0 : chance() * Math.PI;
  const [c, s, x0, y0] = [Math.cos(angle), Math.sin(angle), Math.round(off() * 20), Math.round(off() * 20)];
  const outline = shapes[Math.floor(chance() * shapes.length)]!.map(([x, y]): Point => [
    Math.round(x * c - y * s + x0),
    Math.round(x * s + y * c + y0),
  ]);
  const box = boxOf(outline);
  const rough = 2 + chance() * 8;
  const tilt = [chance() * 0.02 - 0.01, chance() * 0.02 - 0.01] as const;
  const height = ([x, y]: Point) => Math.round((chance() * rough + tilt[0] * (x - x0) + tilt[1] * (y - y0)) * 1000) / 1000;
  const at: Point[] = outline.filter(() => chance() < 0.5);
  const inner = 3 + Math.floor(chance() * 14);
  for (let i = 0; i < inner; i++) {
    at.push([box.minX + chance() * (box.maxX - box.minX), box.minY + chance() * (box.maxY - box.minY)].map(Math.round) as unknown as Point);
  }
  const distinct = at.filter((p, i) => at.findIndex((q) => Math.hypot(p[0] - q[0], p[1] - q[1]) < 5) === i);
  return {
    outline,
    levels: distinct.map((p) => ({ at: p, height: height(p) })),
    straightedge: [1000, 2000, 3000][seed % 3]!,
    limit: 2 + (seed % 2),
  };
}

type High = readonly [number, number, number];

/** The points between which a surface over a room is straight: levels inside, corners, and where its bends meet the walls. */
function bendsOf({ x, y, corner, after, heightAt }: Surface, outline: Ring): High[] {
  const found: Point[] = [...outline];
  for (let e = 0; e < corner.length; e++) {
    const [p, q] = [corner[e]!, corner[after[e]!]!];
    const [a, b]: [Point, Point] = [[x[p]!, y[p]!], [x[q]!, y[q]!]]; // prettier-ignore
    if (insideRing(a, outline)) found.push(a);
    outline.forEach((c, i) => {
      const d = outline[(i + 1) % outline.length]!;
      const [rx, ry, sx, sy] = [b[0] - a[0], b[1] - a[1], d[0] - c[0], d[1] - c[1]];
      const across = rx * sy - ry * sx;
      if (Math.abs(across) < 1e-9) return;
      const t = ((c[0] - a[0]) * sy - (c[1] - a[1]) * sx) / across;
      const u = ((c[0] - a[0]) * ry - (c[1] - a[1]) * rx) / across;
      if (t >= 0 && t <= 1 && u >= 0 && u <= 1) found.push([a[0] + t * rx, a[1] + t * ry]);
    });
  }
  const distinct = found.filter((p, i) => found.findIndex((q) => Math.hypot(p[0] - q[0], p[1] - q[1]) < 0.01) === i);
  return distinct.map(([px, py]): High => [px, py, heightAt(px, py)]);
}

/**
 * The concave envelope of a base's surface over its room: the lowest that bends nowhere upwards and lies nowhere below it. Found the slow
 * way, from the planes through three of the surface's points that no other point stands above. No straightedge ever lies higher.
 */
export function envelopeOf(outline: Ring, levels: readonly Level[]): (p: Point) => number {
  const [x0, y0] = outline[0]!;
  const all = bendsOf(surfaceOf(levels, outline)!, outline).map(([x, y, z]): High => [x - x0, y - y0, z]);
  const planes: High[] = [];
  for (let i = 0; i < all.length; i++) {
    for (let j = i + 1; j < all.length; j++) {
      for (let k = j + 1; k < all.length; k++) {
        const plane = planeThrough(all[i]!, all[j]!, all[k]!);
        if (plane && all.every(([x, y, z]) => z <= plane[0] + plane[1] * x + plane[2] * y + 1e-6)) planes.push(plane);
      }
    }
  }
  return ([x, y]) => planes.reduce((least, [h, sx, sy]) => Math.min(least, h + sx * (x - x0) + sy * (y - y0)), Infinity);
}

/** Height at the origin and slopes of the plane through three points, null where they lie nearly in one line. */
function planeThrough([ax, ay, az]: High, [bx, by, bz]: High, [cx, cy, cz]: High): High | null {
  const [ux, uy, uz, vx, vy, vz] = [bx - ax, by - ay, bz - az, cx - ax, cy - ay, cz - az];
  const twice = ux * vy - uy * vx;
  if (Math.abs(twice) < 1e-3 * Math.hypot(ux, uy) * Math.hypot(vx, vy)) return null;
  const [sx, sy] = [(uz * vy - vz * uy) / twice, (vz * ux - uz * vx) / twice];
  return [az - sx * ax - sy * ay, sx, sy];
}
