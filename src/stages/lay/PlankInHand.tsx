import type { Plank } from '@/core/given';
import type { CutLine } from '@/core/plan';
import { formatLength, type Display } from '@/core/units';
import { isDrawn } from '@/formats/paper';
import { PlankDrawing } from '@/ui/sheet/PlankDrawing';
import styles from './lay.module.css';

const WIDTH = 340;
const HIGH = 66;
const MARGIN = 26;

/** The plank as it lies, its left end at the left: what is kept, what is sawn off, and the measure from the end that one marks from. */
export function PlankInHand({ line, plank, display }: { line: CutLine; plank: Plank; display: Display }) {
  if (isDrawn(line)) return <PlankDrawing line={line} plank={plank} display={display} />;
  const { cut } = line.piece;
  const [mark] = line.crosscuts;
  // what is taken is the plank, or what an earlier piece left of it
  const taken = line.take.kind === 'plank' ? plank.length : line.take.length;
  const from = line.take.kind === 'plank' ? 0 : mark?.from === 'right' ? cut.to - taken : cut.from;
  const scale = (WIDTH - 2 * MARGIN) / taken;
  const x = (along: number) => MARGIN + (along - from) * scale;
  const across = (w: number) => 14 + (w / plank.width) * HIGH;
  const bare = (mm: number) => formatLength(mm, display, { bare: true });
  const middle = (x(cut.from) + x(cut.to)) / 2;
  return (
    <svg
      className={styles.plank}
      viewBox={`0 0 ${WIDTH} ${HIGH + 52}`}
      role="img"
      aria-label={`The plank: keep ${formatLength(line.length, display)}`}
    >
      <rect className={styles.off} x={x(from)} y={across(0)} width={taken * scale} height={HIGH} />
      <rect
        className={styles.keep}
        x={x(cut.from)}
        y={across(cut.low)}
        width={(cut.to - cut.from) * scale}
        height={((cut.high - cut.low) / plank.width) * HIGH}
      />
      {cut.from < 0.1 && <path className={styles.lock} d={`M${x(0)} ${across(0) + 12}h-8v${HIGH - 24}h8`} />}
      {cut.to > plank.length - 0.1 && <path className={styles.lock} d={`M${x(plank.length)} ${across(0) + 12}h8v${HIGH - 24}h-8`} />}
      {line.crosscuts.map((c) => {
        const at = c.from === 'right' ? x(cut.from) : x(cut.to);
        return <path key={c.from} className={styles.sawLine} d={`M${at} 4V${HIGH + 24}`} />;
      })}
      {mark && (
        <g className={styles.measure}>
          <path d={`M${x(cut.from)} ${HIGH + 30}H${x(cut.to)}`} />
          <path d={`M${x(cut.from)} ${HIGH + 25}v10M${x(cut.to)} ${HIGH + 25}v10`} />
          <text x={middle} y={HIGH + 49}>
            {bare(mark.keep)}
          </text>
        </g>
      )}
    </svg>
  );
}
