import type { BeneathReport, BeneathPiece, Layer, Roll } from '@/core/beneath';
import { frameOf, turned, type Point } from '@/core/geometry';
import { formatLength, type Display } from '@/core/units';
import type { Drawing } from '@/formats/paper';

/** A roll, or boards that are cut alike, with what is cut from it in the order of cutting. */
export type Cutting = { readonly roll: Roll; readonly pieces: readonly (BeneathPiece & { readonly layer: Layer })[] };

/** What is cut from each roll; boards that are laid whole are left out, for nobody cuts them. */
export function cuttingsOf({ layers, rolls }: BeneathReport): readonly Cutting[] {
  const byRoll = new Map<number, (BeneathPiece & { layer: Layer })[]>();
  for (const layer of layers) for (const p of layer.pieces) byRoll.set(p.roll, [...(byRoll.get(p.roll) ?? []), { ...p, layer }]);
  return rolls.flatMap((roll): Cutting[] => {
    const own = (byRoll.get(roll.n) ?? []).sort((a, b) => a.cut.from - b.cut.from || a.cut.low - b.cut.low);
    const [only] = own;
    const whole = roll.material.kind === 'board' && own.length === 1 && only && sizeOf(only)[0] > roll.material.length - 0.5 && sizeOf(only)[1] > roll.material.width - 0.5; // prettier-ignore
    return whole ? [] : [{ roll, pieces: own }];
  });
}

export const sizeOf = ({ cut }: BeneathPiece): readonly [number, number] => [cut.to - cut.from, cut.high - cut.low];

/** A piece's size as it is cut. */
export const sizeWords = (piece: BeneathPiece, display: Display): string => {
  const [length, width] = sizeOf(piece).map((mm) => formatLength(mm, display));
  return `${length} × ${width}`;
};

/** Whether a piece is more than a rectangle: it is cut so large and trimmed where it lies. */
export const isTrimmed = ({ outline }: BeneathPiece): boolean => outline.length > 1 || outline[0]!.length > 4;

/** Where on its roll a piece is marked, in words. */
export function markWords(piece: BeneathPiece, roll: Roll, display: Display): string {
  const at = (mm: number) => formatLength(mm, display);
  const across = piece.cut.low < 0.5 && piece.cut.high > roll.material.width - 0.5;
  return `from ${at(piece.cut.from)} to ${at(piece.cut.to)}${across ? ', full width' : `, ${at(piece.cut.low)} to ${at(piece.cut.high)} of its width`}`;
}

/** A roll as it is cut: rolled out, its pieces with their names. */
export function rollDrawing({ roll, pieces }: Cutting, display: Display): Drawing {
  const { length, width } = roll.material;
  const used = Math.min(length, Math.max(...pieces.map((p) => p.cut.to)) * 1.04 + 50);
  return {
    title: `Roll ${roll.n}, ${formatLength(used, display)} of it, with its pieces`,
    box: { minX: -used * 0.01, minY: -used * 0.012, maxX: used * 1.01, maxY: width + used * 0.012 },
    shapes: [{ stuff: 'roll', rings: [rectangle(0, 0, used, width)] }, ...pieces.map((p) => ({ stuff: 'cut' as const, rings: onRoll(p) }))],
    labels: pieces.map((p) => ({ at: [(p.cut.from + p.cut.to) / 2, (p.cut.low + p.cut.high) / 2 - used * 0.012] as Point, text: p.id })),
    measures: [],
  };
}

const rectangle = (x: number, y: number, X: number, Y: number): Point[] => [
  [x, y],
  [X, y],
  [X, Y],
  [x, Y],
];

/** A piece's outline where it lies on its roll. */
function onRoll({ outline, cut, layer }: Cutting['pieces'][number]): Point[][] {
  const frame = frameOf(layer.direction);
  const rings = outline.map((ring) => ring.map((p) => turned(frame, p)));
  const [u, w] = [Math.min(...rings[0]!.map((p) => p[0])), Math.min(...rings[0]!.map((p) => p[1]))];
  return rings.map((ring) => ring.map(([x, y]): Point => [cut.from + x - u, cut.low + y - w]));
}

/** How far ahead of the rows a layer is laid: two widths, so that nobody walks on it and the boxes have room. */
export const aheadOf = ({ material }: Layer): number => material.width * 2;
