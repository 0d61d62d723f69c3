import { boxOf, frameOf, turned } from '@/core/geometry';
import type { Piece, PlanFloor } from '@/core/given';
import { formatLength, type Display } from '@/core/units';
import type { InHand } from './hand';
import styles from './lay.module.css';

const WIDTH = 340;
const HIGH = 34;

/** Where pieces of a floor reach along its rows. */
function reachOf(floor: PlanFloor, pieces: readonly Piece[]) {
  const frame = frameOf(floor.direction);
  return pieces
    .map((piece) => {
      const { minX, maxX } = boxOf(piece.outline[0]!.map((p) => turned(frame, p)));
      return { piece, from: minX, to: maxX };
    })
    .sort((a, b) => a.from - b.from);
}

/** The row that lies above, and the row in hand under it: what lies full, what is sawn hatched, the piece in hand in the one strong colour. */
export function Strip({ hand, display }: { hand: InHand; display: Display }) {
  const { floor, pieces, piece, site } = hand;
  const own = reachOf(floor, pieces);
  const [from, to] = [own[0]!.from, Math.max(...own.map((o) => o.to))];
  const scale = WIDTH / (to - from);
  const above = reachOf(floor, floor.pieces.filter((p) => p.row === piece.row - 1)).filter((p) => p.to > from + 1 && p.from < to - 1); // prettier-ignore
  const at = (u: number) => Math.max(0, Math.min(WIDTH, (u - from) * scale));
  const words = (p: Piece, room: number) => {
    const plank = hand.plan.planks.find((k) => k.n === p.plank);
    const long = p.cut.to - p.cut.from;
    if (plank && long > plank.length - 0.5) return room > 44 ? 'whole' : '';
    return room > 30 ? formatLength(long, display, { bare: true, down: true }) : '';
  };
  return (
    <svg
      className={styles.strip}
      viewBox={`0 0 ${WIDTH} ${2 * HIGH + 6}`}
      role="img"
      aria-label={`Row ${piece.row}: ${pieces.map((p) => `${p.id} ${formatLength(p.cut.to - p.cut.from, display, { down: true })}`).join(', ')}`}
    >
      {above.map((a) => (
        <rect key={a.piece.id} className={styles.above} x={at(a.from)} y={1} width={at(a.to) - at(a.from)} height={HIGH - 3} />
      ))}
      {own.map(({ piece: p, from: a, to: b }) => {
        const key = `${floor.id}/${p.id}`;
        const state = site.lying.has(key) ? 'laid' : p === piece ? 'hand' : site.sawn.has(key) ? 'sawn' : 'waiting';
        return (
          <g key={p.id} data-state={state} className={styles.own}>
            <rect x={at(a) + 1} y={HIGH + 2} width={at(b) - at(a) - 2} height={HIGH} />
            <text x={(at(a) + at(b)) / 2} y={HIGH * 1.5 + 8}>
              {words(p, at(b) - at(a))}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
