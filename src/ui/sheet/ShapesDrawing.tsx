import type { Point } from '@/core/geometry';
import { labelSize, type Drawing, type Label, type Measure } from '@/formats/paper';
import styles from './sheet.module.css';

/** Draws plain shapes to scale, as wide as is said (px); words keep their size whatever the scale. */
export function ShapesDrawing({ drawing, width = 320, size = 14 }: { drawing: Drawing; width?: number; size?: number }) {
  const { box, shapes, labels, measures, title } = drawing;
  const scale = width / (box.maxX - box.minX);
  const height = (box.maxY - box.minY) * scale;
  const put = ([x, y]: Point): Point => [(x - box.minX) * scale, (box.maxY - y) * scale];
  const path = (ring: readonly Point[]) =>
    `M${ring
      .map(put)
      .map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`)
      .join('L')}Z`;
  return (
    <svg viewBox={`0 0 ${width} ${height.toFixed(1)}`} className={styles.shapes} role="img" aria-label={title} style={{ maxWidth: width }}>
      {shapes.map(({ stuff, rings }, i) => (
        <path key={i} data-stuff={stuff} d={rings.map(path).join('')} fillRule="evenodd" />
      ))}
      {measures.map((m) => (
        <MeasureLine key={`${m.from.join()} ${m.to.join()}`} measure={m} put={put} size={size} />
      ))}
      {labels.map((label) => (
        <LabelText key={`${label.at.join()} ${label.text}`} label={label} at={put(label.at)} size={labelSize(label, scale, size)} />
      ))}
    </svg>
  );
}

function LabelText({
  label: { text, strong, anchor, turn = 0, backed, room },
  at: [x, y],
  size,
}: {
  label: Label;
  at: Point;
  size: number | null;
}) {
  if (size === null) return null;
  return (
    <text
      x={x}
      y={y}
      textAnchor={anchor ?? 'middle'}
      // what is named on a floor stands on its point, what is written beside a section stands over it
      dominantBaseline={backed || room ? 'central' : undefined}
      className={backed ? styles.backed : undefined}
      style={{ fontSize: size, fontWeight: strong ? 650 : 450 }}
      transform={turn === 0 ? undefined : `rotate(${-turn} ${x} ${y})`}
    >
      {text}
    </text>
  );
}

function MeasureLine({ measure: { from, to, text }, put, size }: { measure: Measure; put: (p: Point) => Point; size: number }) {
  const [[x1, y1], [x2, y2]] = [put(from), put(to)];
  const level = Math.abs(y1 - y2) < 0.5;
  const tick = 4;
  return (
    <g className={styles.measure}>
      <path d={`M${x1} ${y1}L${x2} ${y2}`} />
      <path
        d={
          level
            ? `M${x1} ${y1 - tick}v${tick * 2}M${x2} ${y2 - tick}v${tick * 2}`
            : `M${x1 - tick} ${y1}h${tick * 2}M${x2 - tick} ${y2}h${tick * 2}`
        }
      />
      <text
        x={level ? (x1 + x2) / 2 : x1 + 8}
        y={level ? y1 + size + 3 : (y1 + y2) / 2 + size / 3}
        textAnchor={level ? 'middle' : 'start'}
        fontSize={size}
        fontWeight={650}
      >
        {text}
      </text>
    </g>
  );
}
