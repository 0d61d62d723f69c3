'use client';
import { useMemo } from 'react';
import type { Laid, Note } from '@/core/drill';
import { boxOf, frameOf, turned, type Point } from '@/core/geometry';
import { matrixOf, scaleOf, toScreen, type View } from '@/ui/sheet/view';
import styles from './practice.module.css';

/** How far the teeth of a sawn end reach into its piece, mm, and how many there are. */
const DEEP = 26;
const TEETH = 5;

/** Every sawn end as a zigzag: where a piece ends short of its plank's factory end. */
export function SawnEnds({ view, laid }: { view: View; laid: Laid }) {
  const d = useMemo(() => zigzags(laid), [laid]);
  return (
    <g transform={matrixOf(view)} aria-hidden>
      <path className={styles.sawn} d={d} />
    </g>
  );
}

function zigzags({ job, plan }: Laid): string {
  const frame = frameOf(plan.direction);
  const { length } = job.product.planks[0]!;
  return plan.pieces
    .flatMap(({ outline, cut }) => {
      const ring = outline[0]!.map((p) => turned(frame, p));
      const { minX, maxX } = boxOf(ring);
      const teeth = (u: number, into: number): string =>
        ring
          .map((p, i) => [p, ring[(i + 1) % ring.length]!] as const)
          .filter(([p, q]) => Math.abs(p[0] - u) < 1 && Math.abs(q[0] - u) < 1)
          .map(([[, from], [, to]]) => {
            const at = Array.from({ length: 2 * TEETH + 1 }, (_, k): Point => [u + (k % 2) * into, from + ((to - from) * k) / (2 * TEETH)]);
            return `M${at.map((p) => turned(frame, p).join(' ')).join('L')}`;
          })
          .join('');
      return [cut.from > 0.5 ? teeth(minX, DEEP) : '', cut.to < length - 0.5 ? teeth(maxX, -DEEP) : ''];
    })
    .join('');
}

/** Rows that are drawn less high than this (px) have no place for a letter. */
const LEAST_ROW = 9;

/** The printed face of every piece as a letter: figures alone are not told apart at a glance. */
export function FaceLetters({ view, laid: { plan, faces } }: { view: View; laid: Laid }) {
  if (!faces) return null;
  const high = plan.rows[0]!.width * scaleOf(view);
  if (high < LEAST_ROW) return null;
  return plan.pieces.map(({ id, plank, outline }) => {
    const { minX, maxX, minY, maxY } = boxOf(outline[0]!);
    const [x, y] = toScreen(view, [(minX + maxX) / 2, (minY + maxY) / 2]);
    return (
      <text key={id} className={styles.letter} x={x} y={y} fontSize={Math.min(20, 0.8 * high)} aria-hidden>
        {String.fromCharCode(64 + (faces.get(plank) ?? 1))}
      </text>
    );
  });
}

/** What was measured, written where it was. */
export function Notes({ view, notes }: { view: View; notes: readonly Note[] }) {
  return notes.map(({ at, lines }, i) => {
    const [x, y] = toScreen(view, at);
    const wide = Math.max(...lines.map((l) => l.length)) * 6.6 + 14;
    const high = lines.length * 17 + 8;
    return (
      <g key={i} className={styles.note} transform={`translate(${x} ${y})`}>
        <rect x={-wide / 2} y={-high / 2} width={wide} height={high} rx="5" />
        {lines.map((line, k) => (
          <text key={line} y={(k - (lines.length - 1) / 2) * 17}>
            {line}
          </text>
        ))}
      </g>
    );
  });
}
