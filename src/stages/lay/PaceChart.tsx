'use client';
import { BarElement, CategoryScale, Chart, LinearScale, type ChartOptions } from 'chart.js';
import { Bar } from 'react-chartjs-2';

Chart.register(BarElement, CategoryScale, LinearScale);

const css = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim();

/** Minutes by row, or by anything else that rows are grouped by: one bar each. */
export default function PaceChart({
  bars,
  of,
}: {
  readonly bars: readonly { readonly name: string; readonly minutes: number }[];
  readonly of: string;
}) {
  const ticks = { color: css('pencil'), font: { family: "'Archivo Narrow Variable'", size: 13 }, maxTicksLimit: 12 };
  const title = (text: string) => ({ display: true, text, color: css('pencil'), font: { family: "'Archivo Narrow Variable'", size: 13 } });
  const options: ChartOptions<'bar'> = {
    animation: false,
    responsive: true,
    maintainAspectRatio: false,
    events: [],
    plugins: { legend: { display: false } },
    scales: {
      x: { ticks, grid: { display: false }, title: title(of) },
      y: { min: 0, ticks: { ...ticks, precision: 0 }, grid: { color: css('edge') }, title: title('minutes') },
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
