'use client';
import { Chart, LinearScale, LineElement, PointElement, type ChartOptions } from 'chart.js';
import { Line } from 'react-chartjs-2';
import { airOf } from '@/core/base';
import { hoursOf, type Air, type Product } from '@/core/given';
import { temperatureIn, temperatureUnit, type Display } from '@/core/units';
import { css, STILL, ticks } from '@/ui/kit/chart';

Chart.register(LinearScale, LineElement, PointElement);

/** Temperature and humidity over time, each between dashed lines: what the product asks for. */
export default function ClimateChart({ climate, product, display }: { climate: readonly Air[]; product: Product; display: Display }) {
  const sorted = [...climate].sort((a, b) => (a.time < b.time ? -1 : 1));
  const from = hoursOf(sorted[0]!.time);
  const hours = sorted.map((a) => hoursOf(a.time) - from);
  const last = Math.max(1, hours[hours.length - 1]!);
  const { temperature, humidity } = airOf(product);
  const line = { showLine: true, pointRadius: sorted.length < 40 ? 3 : 0, tension: 0 } as const;
  const limit = (y: number, axis: string, colour: string) => ({ showLine: true, pointRadius: 0, yAxisID: axis, borderColor: css(colour), borderWidth: 1, borderDash: [4, 4], data: [{ x: 0, y }, { x: last, y }] }); // prettier-ignore
  const data = {
    datasets: [
      {
        ...line,
        label: temperatureUnit(display),
        yAxisID: 'warm',
        borderColor: css('must'),
        borderWidth: 2,
        data: sorted.map((a, i) => ({ x: hours[i]!, y: temperatureIn(a.temperature, display) })),
      },
      {
        ...line,
        label: '%',
        yAxisID: 'damp',
        borderColor: css('line'),
        borderWidth: 2,
        pointStyle: 'rect' as const,
        data: sorted.map((a, i) => ({ x: hours[i]!, y: a.humidity })),
      },
      ...temperature.map((y) => limit(temperatureIn(y, display), 'warm', 'must')),
      ...humidity.map((y) => limit(y, 'damp', 'line')),
    ],
  };
  const figures = ticks({ maxTicksLimit: 5 });
  const options: ChartOptions<'line'> = {
    ...STILL,
    scales: {
      x: { type: 'linear', min: 0, max: last, ticks: { ...figures, callback: (v) => `${v} h` }, grid: { display: false } },
      warm: { type: 'linear', position: 'left', ticks: { ...figures, callback: (v) => `${v}°` }, grid: { color: css('edge') } },
      damp: { type: 'linear', position: 'right', ticks: { ...figures, callback: (v) => `${v} %` }, grid: { display: false } },
    },
  };
  return (
    <figure style={{ margin: 0 }} role="group" aria-label="The air in the room">
      <div style={{ height: 150 }}>
        <Line
          data={data}
          options={options}
          role="img"
          aria-label={`Temperature and humidity from ${sorted[0]!.time} on, with the product’s range dashed`}
        />
      </div>
      <figcaption className="quiet" style={{ fontSize: 13 }}>
        Round: {temperatureUnit(display)} at the left. Square: % humidity at the right. Dashed: what the product asks for.
      </figcaption>
    </figure>
  );
}
