import type { Piece, Plan } from '@/core/given';
import { middleOf, ringPath } from './paths';
import { matrixOf, scaleOf, toScreen, type View } from './view';

/** On every piece whose plank gives two or more, that plank's number: two like numbers are one plank. */
export function PlankMarks({ plan, view }: { plan: Plan; view: View }) {
  const uses = new Map<number, number>();
  for (const floor of plan.floors) for (const p of floor.pieces) uses.set(p.plank, (uses.get(p.plank) ?? 0) + 1);
  const scale = scaleOf(view);
  return plan.floors.map((floor) => (
    <g key={floor.id} aria-hidden>
      {floor.pieces.map((piece) => {
        const fits = (piece.cut.to - piece.cut.from) * scale > 26 && (piece.cut.high - piece.cut.low) * scale > 12;
        if (!fits || uses.get(piece.plank)! < 2) return null;
        const [x, y] = toScreen(view, middleOf(floor, piece));
        return (
          <text key={piece.id} className="plank-mark" x={x} y={y}>
            {piece.plank}
          </text>
        );
      })}
    </g>
  ));
}

/** Pieces that are sawn, shaded. */
export function Sawn({ pieces, view }: { pieces: readonly Piece[]; view: View }) {
  const d = pieces.flatMap((p) => p.outline.map(ringPath)).join('');
  return d === '' ? null : (
    <g transform={matrixOf(view)} aria-hidden>
      <path className="sawn" d={d} fillRule="evenodd" />
    </g>
  );
}
