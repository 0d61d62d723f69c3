import type { PieceCuts } from '@/core/cuts';
import { isDrawn, plankPicture } from '@/formats/paper';
import { ShapesDrawing } from './ShapesDrawing';

/** A piece in the wood that it is cut from; nothing where a square cut says it all. */
export function PlankDrawing({ line, always = false }: { line: PieceCuts; always?: boolean }) {
  return always || isDrawn(line) ? <ShapesDrawing drawing={plankPicture(line)} width={330} size={14} /> : null;
}
