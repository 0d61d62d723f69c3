'use client';
import { useAnswer } from '@/ui/desk';
import { boxOf, middleOfRing } from '@/core/geometry';
import type { BeneathPiece } from '@/core/beneath';
import { ringPath } from '@/ui/sheet/paths';
import { matrixOf, toScreen, type View } from '@/ui/sheet/view';
import { look, useLooking } from './looking';
import styles from './beneath.module.css';

/** Pieces of the layer that is looked at, each with its letter and number; those of the roll in hand stand out. */
export function Overlay({ view }: { view: View }) {
  const { value } = useAnswer('beneath');
  const { shows, roll } = useLooking();
  const layers = value?.layers ?? [];
  const shown = layers.some((l) => l.kind === shows) ? shows : shows === 'pad' ? 'film' : 'pad';
  const pieces = layers.filter((l) => l.kind === shown).flatMap((l) => l.pieces);
  return (
    <g className={styles.layer} data-kind={shown}>
      <g transform={matrixOf(view)}>
        {pieces.map((p) => (
          <path
            key={p.id}
            d={p.outline.map(ringPath).join('')}
            fillRule="evenodd"
            data-in-hand={p.roll === roll || undefined}
            onClick={() => look({ roll: p.roll === roll ? null : p.roll })}
          />
        ))}
      </g>
      {pieces.map((p) => (
        <Name key={p.id} piece={p} view={view} />
      ))}
    </g>
  );
}

function Name({ piece, view }: { piece: BeneathPiece; view: View }) {
  const corners = piece.outline[0]!.map((p) => toScreen(view, p));
  const box = boxOf(corners);
  const [wide, high] = [box.maxX - box.minX, box.maxY - box.minY];
  // a name stands upright in a strip that is too narrow for it
  const upright = wide < 24 && high > 30;
  if (Math.min(wide, high) < 12 || Math.max(wide, high) < 24) return null;
  const [x, y] = middleOfRing(corners);
  return (
    <text x={x} y={y} textAnchor="middle" dominantBaseline="central" transform={upright ? `rotate(-90 ${x} ${y})` : undefined}>
      {piece.id}
    </text>
  );
}
