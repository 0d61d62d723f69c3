import type { Miniature } from '@/core/floors';

type Props = {
  miniature: Miniature; /** what it is of; empty where words beside it say so */
  label: string;
  height?: number;
  width?: number;
};

/** A job's rooms, small: as they are kept beside the job, so that none is read for it. */
export function RoomsDrawing({ miniature: { width, height, rooms, things }, label, height: tall = 150, width: wide = 260 }: Props) {
  const edge = 14;
  const scale = Math.min((wide - 2 * edge) / Math.max(width, 1), (tall - 2 * edge) / Math.max(height, 1));
  const [x, y] = [(wide - width * scale) / 2, (tall - height * scale) / 2];
  return (
    <svg
      className="plan draw"
      viewBox={`0 0 ${wide} ${tall}`}
      {...(label === '' ? { 'aria-hidden': true } : { role: 'img', 'aria-label': label })}
    >
      <g transform={`translate(${x} ${y}) scale(${scale})`}>
        <path className="floor" d={rooms} />
        <path className="obstacle" d={things} />
        <path className="outline" style={{ strokeWidth: 3, vectorEffect: 'non-scaling-stroke' }} d={rooms} />
      </g>
    </svg>
  );
}
