'use client';
import { BarElement, CategoryScale, Chart, LinearScale, type ChartOptions } from 'chart.js';
import { Bar } from 'react-chartjs-2';
import { axisTitle, css, STILL, ticks } from '@/ui/kit/chart';
import type { byDay } from './record';

Chart.register(BarElement, CategoryScale, LinearScale);

/** How much was right, day by day. */
export default function ScoreChart({ days }: { days: ReturnType<typeof byDay> }) {
  const options: ChartOptions<'bar'> = {
    ...STILL,
    plugins: { legend: { display: false } },
    scales: {
      x: { ticks: ticks({ maxTicksLimit: 10 }), grid: { display: false } },
      y: { min: 0, max: 100, ticks: ticks({ maxTicksLimit: 5 }), grid: { color: css('edge') }, title: axisTitle('right, %') },
    },
  };
  const data = {
    labels: days.map((d) => d.on.slice(5)),
    datasets: [{ data: days.map((d) => d.score), backgroundColor: css('board-3'), borderColor: css('joint'), borderWidth: 1 }],
  };
  return (
    <figure role="group" aria-label={`Right by day: ${days.map((d) => `${d.on} ${d.score} of 100`).join('; ')}`}>
      <div style={{ height: 150 }}>
        <Bar data={data} options={options} aria-hidden />
      </div>
    </figure>
  );
}
