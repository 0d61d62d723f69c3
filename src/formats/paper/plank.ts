import { isStraight, type LineMark, type PieceCuts } from '../../core/cuts';
import { boxOf, type Point } from '../../core/geometry';
import { cornerNames, pieceId, pieceWords } from '../words';
import type { Drawing, Label, Measure } from './shapes';

/** How far figures stand off the wood, and off each other, as a part of its length. */
const STEP = 0.075;
const LEAST_LONG = 700;

/** Whether a picture says more than the words: more than square crosscuts. */
export const isDrawn = ({ cuts }: Pick<PieceCuts, 'cuts'>): boolean =>
  cuts.some((cut) => !isStraight(cut) || cut.marks[0].from !== cut.marks[1].from || cut.marks[0].read !== cut.marks[1].read);

/** From where a mark is measured. */
function startOf(p: Point, { on, from, mm }: LineMark): Point {
  if (on === 'near' || on === 'far') return [from === 'left' ? p[0] - mm : p[0] + mm, p[1]];
  return [p[0], from === 'near' ? p[1] - mm : p[1] + mm];
}

/** A piece in the wood that it is cut from, the starting-wall edge at the top, with every figure that is marked. */
export function plankPicture(line: PieceCuts): Drawing {
  const { outline, wood, cuts, piece } = line;
  const { minX, maxX, minY, maxY } = boxOf(wood);
  const step = STEP * Math.max(maxX - minX, LEAST_LONG);
  // upwards on the drawing is towards the starting wall
  const at = (along: number, across: number): [number, number] => [along, -across];
  const measures: Measure[] = [];
  const [rows, labels]: [{ near: number; far: number; left: number; right: number }, Label[]] = [
    { near: 0, far: 0, left: 0, right: 0 },
    [],
  ];
  for (const cut of cuts) {
    if (!isStraight(cut)) continue;
    const [a, b] = cut.marks;
    const isSame = a.from === b.from && a.read === b.read;
    cut.marks.forEach((mark, m) => {
      if (isSame && m === 0) return;
      const p = cut.line[m]!;
      const start = startOf(p, mark);
      const off = ++rows[mark.on] * step;
      if (mark.on === 'near') measures.push({ from: at(start[0], minY - off), to: at(p[0], minY - off), text: mark.text });
      else if (mark.on === 'far') measures.push({ from: at(start[0], maxY + off * 0.5), to: at(p[0], maxY + off * 0.5), text: mark.text });
      else {
        const x = mark.on === 'left' ? Math.max(minX, p[0]) + off * 0.5 : Math.min(maxX, p[0]) - off * 2.2;
        measures.push({ from: at(x, start[1]), to: at(x, p[1]), text: mark.text });
      }
    });
  }
  const names = cornerNames(line);
  cuts.forEach((cut, k) => {
    if (isStraight(cut)) return;
    if (cut.round) labels.push({ at: at(cut.round.centre[0], cut.round.centre[1]), text: '+' });
    const middle = (axis: 0 | 1) => cut.out.reduce((sum, p) => sum + p[axis], 0) / cut.out.length;
    for (const [i, { corner }] of cut.marks.entries())
      labels.push({
        at: at(corner[0] + (corner[0] < middle(0) ? -0.4 : 0.4) * step, corner[1] + (corner[1] < middle(1) ? -0.1 : 0.4) * step),
        text: names[k]![i]!,
      });
  });
  return {
    title: `${pieceWords(pieceId(piece))} in the wood that it is cut from, the starting-wall edge at the top`,
    box: {
      minX: minX - step * 0.4,
      maxX: maxX + step * 0.4,
      minY: -maxY - step * (0.5 + 1.1 * rows.far),
      maxY: -minY + step * (0.4 + rows.near),
    },
    shapes: [
      { stuff: 'rest', rings: [wood.map(([x, y]) => at(x, y))] },
      { stuff: 'cut', rings: outline.map((ring) => ring.map(([x, y]) => at(x, y))) },
    ],
    labels,
    measures,
  };
}
