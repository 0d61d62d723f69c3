'use client';
import { Chart, LinearScale, LineElement, PointElement, type ChartOptions } from 'chart.js';
import { useMemo } from 'react';
import { Line } from 'react-chartjs-2';
import type { Floor } from '@/core/floors';
import { periodOf, reignsOf, stripCurve, wrappedDoorways, type SetOutGround } from '@/core/setout';
import { formatLength, type Display } from '@/core/units';
import { wallMark, wallName } from '@/ui/desk';
import styles from './setout.module.css';
import { css } from '@/ui/kit/chart';

Chart.register(LinearScale, LineElement, PointElement);

type Props = { ground: SetOutGround; floor: Floor; origin: number; display: Display; onShift: (by: number) => void };

/** The worst strip over one plank's width of shift, the hand on it, and below it which wall has the worst strip where. */
export default function StripCurve({ ground, floor, origin, display, onShift }: Props) {
  const { walls, widths, reach, doorways } = ground;
  const period = periodOf(widths);
  const curve = useMemo(() => stripCurve(walls, widths, reach[0]), [walls, widths, reach]);
  const reigns = useMemo(() => reignsOf(curve), [curve]);
  // where a doorway would be wrapped by one plank: a band along the bottom
  const wrapped = useMemo(
    () => curve.map(({ shift }) => (wrappedDoorways(doorways, { origin: reach[0] + shift, widths }) > 0 ? 1 : 0)),
    [curve, doorways, reach, widths],
  );
  const hand = (((origin - reach[0]) % period) + period) % period;
  const rip = floor.product.limits.rip;
  const top = Math.max(...widths);
  const at = curve.reduce((near, p) => (Math.abs(p.shift - hand) < Math.abs(near.shift - hand) ? p : near));
  const line = { showLine: true, pointRadius: 0, tension: 0 };
  const data = {
    datasets: [
      {
        ...line,
        data: curve.map((p, i) => ({ x: p.shift, y: wrapped[i] ? 0 : NaN })),
        borderColor: css('should'),
        borderWidth: 12,
      },
      { ...line, data: curve.map((p) => ({ x: p.shift, y: p.worst })), borderColor: css('ink'), borderWidth: 2 },
      {
        ...line,
        data: [
          { x: 0, y: rip },
          { x: period, y: rip },
        ],
        borderColor: css('must'),
        borderWidth: 1.5,
        borderDash: [5, 5],
      },
      {
        ...line,
        data: [
          { x: hand, y: 0 },
          { x: hand, y: top },
        ],
        borderColor: css('line'),
        borderWidth: 3,
      },
      { ...line, data: [{ x: hand, y: at.worst }], pointRadius: 7, backgroundColor: css('line') },
    ],
  };
  const ticks = {
    color: css('pencil'),
    font: { family: "'Archivo Narrow Variable'", size: 13 },
    callback: (v: string | number) => formatLength(Number(v), display, { bare: true, finest: 8 }),
  };
  const options: ChartOptions<'line'> = {
    animation: false,
    responsive: true,
    maintainAspectRatio: false,
    events: ['click'],
    onClick: (event, _, chart) => {
      const to = chart.scales['x']!.getValueForPixel(event.x ?? 0) ?? 0;
      onShift(Math.max(0, Math.min(period, to)) - hand);
    },
    scales: {
      x: {
        type: 'linear',
        min: 0,
        max: period,
        ticks: { ...ticks, maxTicksLimit: 5 },
        grid: { display: false },
        border: { color: css('edge-strong') },
      },
      y: {
        type: 'linear',
        min: 0,
        max: top,
        ticks: { ...ticks, maxTicksLimit: 5 },
        grid: { color: css('edge') },
        border: { display: false },
      },
    },
  };
  return (
    <figure style={{ margin: '18px 0 0' }} role="group" aria-label="Narrowest strip over the place of the line">
      <div style={{ height: 132, cursor: 'crosshair' }}>
        <Line
          data={data}
          options={options}
          role="img"
          aria-label={`Narrowest strip ${formatLength(at.worst, display)} where the line is; the dashed line is the least rip, ${formatLength(rip, display)}`}
        />
      </div>
      <div className={styles.reigns} aria-label="Which wall has the narrowest strip">
        {reigns.map((r, i) => {
          const name = r.wall < 0 ? '' : wallName(walls[r.wall]!, floor);
          return (
            <span
              key={i}
              style={{ flexGrow: Math.max(0.001, r.to - r.from) }}
              title={name}
              className={hand >= r.from && hand <= r.to ? styles.here : undefined}
            >
              {r.wall >= 0 && r.to - r.from > period / (walls[r.wall]!.bound.kind === 'wall' ? 14 : 4) ? wallMark(walls[r.wall]!) : ''}
            </span>
          );
        })}
      </div>
      <figcaption className="quiet" style={{ fontSize: 13, marginTop: 4 }}>
        Line moved by up to one plank; below, which wall is narrowest there.
        {doorways.length > 0 && ' The band marks places where one plank wraps both jambs of a doorway.'} Tap to move the line.
      </figcaption>
    </figure>
  );
}
