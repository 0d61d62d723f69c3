import type { Plank } from '@/core/given';
import type { CutLine } from '@/core/plan';
import type { Display } from '@/core/units';
import { isDrawn, plankPicture } from '@/formats/paper';
import { ShapesDrawing } from './ShapesDrawing';

/** A piece where it lies on its plank; nothing where a square cut says it all. */
export function PlankDrawing({ line, plank, display }: { line: CutLine; plank: Plank; display: Display }) {
  return isDrawn(line) ? <ShapesDrawing drawing={plankPicture(line, plank, display)} width={300} size={13} /> : null;
}
