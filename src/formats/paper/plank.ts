import type { Plank } from '../../core/given';
import type { CutLine } from '../../core/plan';
import { formatLength, type Display } from '../../core/units';
import { cornerName } from '../words';
import type { Drawing, Label } from './shapes';

/** Room around a plank for figures, as a part of its length. */
const MARGIN = { x: 0.032, y: 0.062 };
/** Corners this near (mm) to an edge of the plank lie on it. */
const ON_EDGE = 0.5;

/** Whether a picture says more than the words: a slanted end, a taper, a shape. */
export const isDrawn = ({ shape, crosscuts, rip }: CutLine): boolean =>
  shape !== null || crosscuts.some((c) => c.slant) || (rip !== null && Math.abs(rip.left - rip.right) >= 0.5);

/** A piece where it lies on its plank, the starting-wall edge at the top, with what is marked. */
export function plankPicture(line: CutLine, plank: Pick<Plank, 'length' | 'width'>, display: Display): Drawing {
  const { outline, shape, crosscuts, rip, piece } = line;
  const [mx, my] = [MARGIN.x * plank.length, MARGIN.y * plank.length];
  const bare = (mm: number) => formatLength(mm, display, { bare: true });
  // upwards on the drawing is towards the starting wall
  const at = (along: number, across: number): [number, number] => [along, -across];
  const corners = outline[0]!;
  const ends = crosscuts.flatMap(({ slant, from }): Label[] => {
    if (!slant) return [];
    const outer = from === 'left' ? Math.max : Math.min;
    const on = (edge: number) => outer(...corners.filter((p) => Math.abs(p[1] - edge) < ON_EDGE).map((p) => p[0]));
    const anchor = (x: number) => (x < 2 * mx ? { anchor: 'start' as const } : x > plank.length - 2 * mx ? { anchor: 'end' as const } : {});
    return [
      { at: at(on(0), -my * 0.3), text: bare(slant.near), ...anchor(on(0)) },
      { at: at(on(plank.width), plank.width + my * 0.8), text: bare(slant.far), ...anchor(on(plank.width)) },
    ];
  });
  let k = 0;
  const named = (shape ?? []).flatMap((ring) => {
    const middle = (axis: 0 | 1) => ring.reduce((sum, p) => sum + p[axis], 0) / ring.length;
    return ring.map(([u, w]): Label => ({
      at: at(u + (u < middle(0) ? -0.65 : 0.65) * mx, w + (w < middle(1) ? -0.25 : 0.8) * my),
      text: cornerName(k++),
    }));
  });
  const middle = (piece.cut.low + piece.cut.high) / 2 + my * 0.25;
  const widths: Label[] =
    rip && !shape
      ? [
          { at: at(piece.cut.from + mx * 0.4, middle), text: bare(rip.left), anchor: 'start' },
          { at: at(piece.cut.to - mx * 0.4, middle), text: bare(rip.right), anchor: 'end' },
        ]
      : [];
  return {
    title: `Piece ${piece.id} on its plank, the starting-wall edge at the top`,
    box: { minX: -mx, maxX: plank.length + mx, minY: -plank.width - my, maxY: my },
    shapes: [
      { stuff: 'rest', rings: [[at(0, 0), at(plank.length, 0), at(plank.length, plank.width), at(0, plank.width)]] },
      { stuff: 'cut', rings: outline.map((ring) => ring.map(([u, w]) => at(u, w))) },
    ],
    labels: [...ends, ...named, ...widths],
    measures: [],
  };
}
