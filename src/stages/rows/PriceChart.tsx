'use client';
import { Chart, LinearScale, LineElement, PointElement, type ChartOptions } from 'chart.js';
import { Line } from 'react-chartjs-2';
import { axisTitle, css, STILL, ticks } from '@/ui/kit/chart';

Chart.register(LinearScale, LineElement, PointElement);

type Point = { readonly planks: number; readonly faults: number; readonly now: boolean };

/** Planks against faults of looks: each way to lay the floor is a point, the one that is laid the large one. */
export default function PriceChart({ points }: { readonly points: readonly Point[] }) {
  const sorted = [...points].sort((a, b) => a.planks - b.planks || b.faults - a.faults);
  const data = {
    datasets: [
      {
        showLine: true,
        borderColor: css('pencil'),
        borderWidth: 1,
        backgroundColor: sorted.map((p) => css(p.now ? 'line' : 'pencil')),
        pointRadius: sorted.map((p) => (p.now ? 8 : 4)),
        data: sorted.map((p) => ({ x: p.planks, y: p.faults })),
      },
    ],
  };
  const figures = ticks({ maxTicksLimit: 6, precision: 0 });
  const options: ChartOptions<'line'> = {
    ...STILL,
    plugins: { legend: { display: false } },
    scales: {
      x: { type: 'linear', grace: 1, ticks: figures, grid: { display: false }, title: axisTitle('planks') },
      y: { type: 'linear', min: 0, grace: 1, ticks: figures, grid: { color: css('edge') }, title: axisTitle('faults') },
    },
  };
  return (
    <figure
      style={{ margin: '0 0 8px' }}
      role="group"
      aria-label={`Planks against faults: ${sorted.map((p) => `${p.planks} planks, ${p.faults} faults`).join('; ')}`}
    >
      <div style={{ height: 160 }}>
        <Line data={data} options={options} aria-hidden />
      </div>
    </figure>
  );
}
