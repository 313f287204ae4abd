import { at as elementAt } from '@hatrail/core/lists';
import {
  Chart,
  Filler,
  LineController,
  LineElement,
  LinearScale,
  PointElement,
  type ChartConfiguration,
} from 'chart.js';
import { useEffect, useRef, useState } from 'react';

Chart.register(LineController, LineElement, LinearScale, PointElement, Filler);

/** One point of a line: where it is along the chart, how high, and its figures in words. */
export interface ChartPoint {
  x: number;
  y: number;
  words: string;
}

interface LineChartProps {
  /** What the chart shows, for those who do not see it. */
  label: string;
  points: readonly ChartPoint[];
  /** The height that is aimed at, and what it is called on the chart. */
  target: { y: number; words: string };
  /** The highest that is drawn; more is drawn there. */
  most: number;
}

const colour = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();

/** The area between the line that is aimed at and the edges, in the colours of what is clear and what is lost. */
function drawGround(
  { ctx, chartArea: { left, right, top, bottom }, scales }: Chart,
  target: number,
  words: string,
) {
  const at = scales.y!.getPixelForValue(target);
  ctx.save();
  ctx.fillStyle = colour('--pine-soft');
  ctx.fillRect(left, top, right - left, at - top);
  ctx.fillStyle = colour('--sunk');
  ctx.fillRect(left, at, right - left, bottom - at);
  ctx.strokeStyle = colour('--clear');
  ctx.setLineDash([4, 3]);
  ctx.beginPath();
  ctx.moveTo(left, at);
  ctx.lineTo(right, at);
  ctx.stroke();
  ctx.fillStyle = colour('--clear');
  ctx.font = '11px "Instrument Sans Variable", sans-serif';
  ctx.fillText(words, left + 4, at - 4);
  ctx.restore();
}

function configOf(
  { points, target, most }: LineChartProps,
  chosen: number | undefined,
): ChartConfiguration<'line'> {
  // A single point holds all along.
  const all =
    points.length === 1
      ? [elementAt(points, 0), { ...elementAt(points, 0), x: elementAt(points, 0).x + 1 }]
      : points;
  return {
    type: 'line',
    data: {
      datasets: [
        {
          data: all.map(({ x, y }) => ({ x, y: Math.min(most, y) })),
          borderColor: colour('--ink'),
          borderWidth: 2,
          pointRadius: all.map((_, i) => (i === chosen ? 5 : 0)),
          pointBackgroundColor: colour('--brass-line'),
        },
      ],
    },
    options: {
      animation: false,
      maintainAspectRatio: false,
      events: [],
      layout: { padding: 0 },
      scales: {
        x: { type: 'linear', display: false, min: elementAt(all, 0).x, max: all.at(-1)!.x },
        y: { type: 'linear', display: false, min: 0, max: most },
      },
    },
    plugins: [{ id: 'ground', beforeDatasetsDraw: (chart) => drawGround(chart, target.y, target.words) }],
  };
}

/** A line over a target: read by pointing at it, or by the arrow keys, its figures told in words. */
export function LineChart(props: LineChartProps) {
  const { label, points } = props;
  const canvas = useRef<HTMLCanvasElement>(null);
  const [at, setAt] = useState<number>();
  const chosen = at === undefined ? undefined : Math.min(at, points.length - 1);
  useEffect(() => {
    const chart = new Chart(canvas.current!, configOf(props, chosen) as ChartConfiguration);
    return () => chart.destroy();
  });
  const step = (key: string): number | undefined => {
    const now = chosen ?? -1;
    if (key === 'ArrowRight') return Math.min(points.length - 1, now + 1);
    if (key === 'ArrowLeft') return Math.max(0, now - 1);
    if (key === 'Home') return 0;
    return key === 'End' ? points.length - 1 : undefined;
  };
  const nearest = (clientX: number) => {
    const { left, width } = canvas.current!.getBoundingClientRect();
    const [first, last] = [elementAt(points, 0).x, points.at(-1)!.x];
    const x = first + ((clientX - left) / width) * (last - first);
    const gaps = points.map((point) => Math.abs(point.x - x));
    return gaps.indexOf(Math.min(...gaps));
  };
  return (
    <div className="line-chart">
      <div
        className="line-chart-room"
        role="slider"
        tabIndex={0}
        aria-label={label}
        aria-valuemin={1}
        aria-valuemax={points.length}
        aria-valuenow={(chosen ?? 0) + 1}
        aria-valuetext={points[chosen ?? 0]?.words ?? 'nothing'}
        onPointerMove={(event) => setAt(nearest(event.clientX))}
        onPointerLeave={() => setAt(undefined)}
        onBlur={() => setAt(undefined)}
        onKeyDown={(event) => {
          const to = step(event.key);
          if (to === undefined) return;
          event.preventDefault();
          setAt(to);
        }}
      >
        <canvas ref={canvas} aria-hidden="true" />
      </div>
      <p className="line-chart-words">{chosen === undefined ? '\u00a0' : elementAt(points, chosen).words}</p>
    </div>
  );
}
