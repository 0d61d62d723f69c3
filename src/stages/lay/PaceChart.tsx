'use client';
import { BarElement, CategoryScale, Chart, LinearScale, type ChartOptions } from 'chart.js';
import { Bar } from 'react-chartjs-2';
import { axisTitle, css, STILL, ticks } from '@/ui/kit/chart';

Chart.register(BarElement, CategoryScale, LinearScale);

/** Minutes by row, or by anything else that rows are grouped by: one bar each. */
export default function PaceChart({
  bars,
  of,
}: {
  readonly bars: readonly { readonly name: string; readonly minutes: number }[];
  readonly of: string;
}) {
  const figures = ticks({ maxTicksLimit: 12 });
  const options: ChartOptions<'bar'> = {
    ...STILL,
    plugins: { legend: { display: false } },
    scales: {
      x: { ticks: figures, grid: { display: false }, title: axisTitle(of) },
      y: { min: 0, ticks: { ...figures, precision: 0 }, grid: { color: css('edge') }, title: axisTitle('minutes') },
    },
  };
  const data = {
    labels: bars.map((b) => b.name),
    datasets: [{ data: bars.map((b) => b.minutes), backgroundColor: css('board-3'), borderColor: css('joint'), borderWidth: 1 }],
  };
  return (
    <figure
      style={{ margin: '8px 0' }}
      role="group"
      aria-label={`Minutes by ${of}: ${bars.map((b) => `${b.name} ${Math.round(b.minutes)}`).join('; ')}`}
    >
      <div style={{ height: 170 }}>
        <Bar data={data} options={options} aria-hidden />
      </div>
    </figure>
  );
}
