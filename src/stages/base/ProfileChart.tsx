'use client';
import { Chart, Filler, LinearScale, LineElement, PointElement, type ChartOptions } from 'chart.js';
import { Line } from 'react-chartjs-2';
import type { Profile } from '@/core/base';
import { formatHeight, formatLength, type Display } from '@/core/units';
import { css, STILL, ticks } from '@/ui/kit/chart';

Chart.register(LinearScale, LineElement, PointElement, Filler);

type Props = { profile: Profile; limit: number; filled: boolean; display: Display };

/** The base under the straightedge, stretched upright: the straightedge, the limit below it, the greatest gap, and the fill. */
export default function ProfileChart({ profile, limit, filled, display }: Props) {
  const { at, height, edge, worst } = profile;
  const line = { showLine: true, pointRadius: 0, tension: 0 } as const;
  // heights from the straightedge down, as a feeler reads them
  const points = (heights: readonly number[]) => heights.map((h, i) => ({ x: at[i]!, y: h - edge[i]! }));
  const data = {
    datasets: [
      { ...line, data: at.map((x) => ({ x, y: 0 })), borderColor: css('line'), borderWidth: 4 },
      { ...line, data: at.map((x) => ({ x, y: -limit })), borderColor: css('must'), borderWidth: 1.5, borderDash: [5, 5] },
      ...(filled
        ? [
            {
              ...line,
              data: points(profile.filled),
              borderColor: css('good'),
              borderWidth: 2,
              fill: { value: 0, target: 3, above: css('board-1') },
            },
          ]
        : []),
      { ...line, data: points(height), borderColor: css('ink'), borderWidth: 2, fill: 'start' as const, backgroundColor: css('board-0') },
      { ...line, data: [{ x: worst.at, y: 0 }, { x: worst.at, y: -worst.gap }], borderColor: css('ink'), borderWidth: 1.5 }, // prettier-ignore
    ],
  };
  const figures = ticks({ maxTicksLimit: 5 });
  const options: ChartOptions<'line'> = {
    ...STILL,
    scales: {
      x: {
        type: 'linear',
        min: 0,
        max: at[at.length - 1],
        ticks: { ...figures, callback: (v) => formatLength(Number(v), display, { bare: true, finest: 8 }) },
        grid: { display: false },
        border: { color: css('edge-strong') },
      },
      y: {
        type: 'linear',
        min: -Math.max(limit, worst.gap) * 1.25,
        max: Math.max(limit, worst.gap) * 0.1,
        ticks: { ...figures, callback: (v) => formatHeight(Number(v), display) },
        grid: { color: css('edge') },
        border: { display: false },
      },
    },
  };
  const says = `${formatLength(worst.gap, display, { decimals: 1, finest: 64 })} at ${formatLength(worst.at, display)} from its first end`;
  return (
    <figure style={{ margin: '14px 0 0' }} role="group" aria-label="Profile under the straightedge">
      <div style={{ height: 150 }}>
        <Line
          data={data}
          options={options}
          role="img"
          aria-label={`Greatest gap ${says}; the dashed line is the limit, ${formatLength(limit, display, { decimals: 1, finest: 64 })}`}
        />
      </div>
      <figcaption className="quiet" style={{ fontSize: 13, marginTop: 4 }}>
        Under the straightedge: {says}. Heights are stretched. Drag its ends on the sheet.
      </figcaption>
    </figure>
  );
}
