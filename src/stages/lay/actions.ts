import { pieceKey } from '@/core/lay';
import { happened, takeBack, useSaving, useSite } from '@/ui/desk';
import { inHand, lastStep } from './hand';

const now = () => {
  const { job } = useSaving.getState();
  return job ? inHand(useSite.getState().site, job) : null;
};

/** The piece in hand is sawn. */
export function sawInHand(): void {
  const hand = now();
  if (hand && !hand.site.sawn.has(pieceKey(hand.floor.id, hand.piece)))
    happened({ what: 'cut', piece: pieceKey(hand.floor.id, hand.piece) });
}

/** The piece in hand lies. */
export function layInHand(): void {
  const hand = now();
  if (hand) happened({ what: 'laid', floor: hand.floor.id, row: hand.piece.row, piece: hand.piece.id });
}

/** All of the row in hand lies. */
export function layRow(): void {
  const hand = now();
  if (!hand) return;
  const left = hand.pieces.filter((p) => !hand.site.lying.has(pieceKey(hand.floor.id, p)));
  const wholeRow = hand.floor.pieces.filter((p) => p.row === hand.step.row).every((p) => hand.step.pieces.includes(p.id));
  if (wholeRow) happened({ what: 'laid', floor: hand.floor.id, row: hand.step.row });
  else for (const p of left) happened({ what: 'laid', floor: hand.floor.id, row: p.row, piece: p.id });
}

/** Takes back what was pressed last. */
export function backOneStep(): void {
  const { lines } = useSite.getState();
  const last = lastStep(lines);
  if (last) takeBack(last.n);
}
