import {
  boxOf,
  clipHalf,
  round3,
  roundPoint,
  turned,
  type Frame,
  type MultiPolygon,
  type Polygon,
  type Ring,
  ROUNDING,
} from '../../geometry';
import type { Cut } from '../allocate';
import type { Run } from '../runs';
import { slantsOf } from '../slants';
import type { Sawn } from '../../wood';
import type { Blank } from './reuse';
import type { Piece } from '../../given';

/** The parts of a run between consecutive joints; a part is usually one shape, more where an obstacle splits it. */
export function partsOf(run: Run, joints: readonly number[]): MultiPolygon[] {
  const { shape, u0, u1, w0, w1 } = run;
  if (joints.length === 0) return [[shape]];
  if (isRectangle(shape, run)) {
    const ends = [u0, ...joints, u1];
    return ends.slice(1).map((to, k) => {
      const from = ends[k]!;
      const ring: Ring = [
        [from, w0],
        [to, w0],
        [to, w1],
        [from, w1],
      ];
      return [[ring]];
    });
  }
  const parts: MultiPolygon[] = [];
  let rest: MultiPolygon = [shape];
  for (const joint of joints) {
    parts.push(rest.flatMap((p) => clipHalf(p, 0, joint, -1)));
    rest = rest.flatMap((p) => clipHalf(p, 0, joint, 1));
  }
  parts.push(rest);
  return parts;
}

const isRectangle = (shape: Polygon, { u0, u1, w0, w1 }: Run): boolean =>
  shape.length === 1 && shape[0]!.length === 4 && shape[0]!.every(([u, w]) => (u === u0 || u === u1) && (w === w0 || w === w1));

/** A piece, its place on its plank, and which factory ends and edges of that it locks by. */
export type Laid = Sawn & { readonly piece: Piece; readonly needs: Omit<Blank, keyof Sawn | 'plank' | 'size'> };

/** Turns the cuts of one run into the pieces that lie on the floor, in plan. */
export function piecesOf(run: Run, cuts: readonly Cut[], frame: Frame, firstIndex: number): Laid[] {
  const joints = cuts.slice(1).map((c) => c.segment.from);
  const parts = partsOf(run, joints);
  const pieces: Laid[] = [];
  cuts.forEach((cut, k) => {
    for (const shape of parts[k] ?? []) {
      const box = boxOf(shape[0]!);
      const from = cut.along + box.minX - cut.segment.from;
      const rings = shape.map((ring) => ring.map((p) => roundPoint(turned(frame, p))));
      const locks = (spans: Run['lockAfter']) => spans.some(([a, b]) => Math.min(b, box.maxX) - Math.max(a, box.minX) > ROUNDING);
      const slants = slantsOf(shape, run.row.width);
      const slanted = slants.left !== 0 || slants.right !== 0;
      const place = {
        from: round3(from),
        to: round3(from + box.maxX - box.minX),
        low: round3(box.minY - run.row.from),
        high: round3(box.maxY - run.row.from),
      };
      pieces.push({
        box: place,
        ring: slanted ? shape[0]!.map(([u, w]) => [u - box.minX, w - box.minY]) : undefined,
        piece: {
          id: `${run.row.n}.${firstIndex + pieces.length}`,
          row: run.row.n,
          outline: rings,
          plank: cut.plank,
          cut: place,
          ...(cut.butt ? { butt: true } : {}),
        },
        needs: {
          left: k > 0 && cut.butt !== 'left' && box.minX < cut.segment.from + ROUNDING,
          right: k < joints.length && cut.butt !== 'right' && box.maxX > cut.segment.to - ROUNDING,
          low: locks(run.lockBefore),
          high: locks(run.lockAfter),
          slants: slanted ? slants : undefined,
        },
      });
    }
  });
  return pieces;
}
