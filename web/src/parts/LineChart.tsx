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
import { useEffect, useEffectEvent, useRef, useState } from 'react';
import { COLOURS } from '../theme.ts';

Chart.register(LineController, LineElement, LinearScale, PointElement, Filler);

/** One point of a line: where it is along the chart, how high, and its figures in words. */
export interface ChartPoint {
  x: number;
  y: number;
  words: string;
}

/** A line that is not read itself: what the one that is read is held against. */
export interface OtherLine {
  points: readonly { x: number; y: number }[];
  colour: keyof typeof COLOURS;
  isDashed?: boolean;
  /** Whether what lies below it is filled. */
  isFilled?: boolean;
}

interface LineChartProps {
  /** What the chart shows, for those who do not see it. */
  label: string;
  points: readonly ChartPoint[];
  /** The height that is aimed at, and what it is called on the chart. */
  target?: { y: number; words: string };
  /** The height below which it is lost. */
  lost?: number;
  others?: readonly OtherLine[];
  /** Places along the chart that are marked from top to bottom. */
  marks?: readonly { x: number; colour: keyof typeof COLOURS; isDashed?: boolean }[];
  /** The highest that is drawn; more is drawn there. */
  most: number;
  /** Called with the point that was clicked, or on which Enter was pressed. */
  onPick?: (index: number) => void;
}

/** The area between the line that is aimed at and the edges, in the colours of what is clear and what is lost. */
function drawGround({ ctx, chartArea, scales }: Chart, { target, lost }: LineChartProps) {
  const { left, right, top, bottom } = chartArea;
  const fill = (from: number, to: number, colour: string) => {
    ctx.fillStyle = colour;
    ctx.fillRect(left, from, right - left, to - from);
  };
  const line = (x: number, y: number, toX: number, toY: number) => {
    ctx.beginPath();
    ctx.moveTo(x, y);
    ctx.lineTo(toX, toY);
    ctx.stroke();
  };
  ctx.save();
  fill(top, bottom, COLOURS.sunk);
  if (target) {
    const at = scales.y!.getPixelForValue(target.y);
    fill(top, at, COLOURS.pineSoft);
    if (lost !== undefined) fill(scales.y!.getPixelForValue(lost), bottom, COLOURS.lostSoft);
    ctx.strokeStyle = COLOURS.clear;
    ctx.setLineDash([4, 3]);
    line(left, at, right, at);
    ctx.fillStyle = COLOURS.clear;
    ctx.font = '11px "Instrument Sans Variable", sans-serif';
    ctx.fillText(target.words, left + 4, at - 4);
  }
  ctx.restore();
}

/** The places that are marked, over the lines. */
function drawMarks({ ctx, chartArea: { top, bottom }, scales }: Chart, { marks = [] }: LineChartProps) {
  ctx.save();
  for (const { x, colour, isDashed } of marks) {
    ctx.strokeStyle = COLOURS[colour];
    ctx.lineWidth = isDashed ? 2 : 1;
    ctx.setLineDash(isDashed ? [5, 4] : []);
    const at = scales.x!.getPixelForValue(x);
    ctx.beginPath();
    ctx.moveTo(at, top);
    ctx.lineTo(at, bottom);
    ctx.stroke();
  }
  ctx.restore();
}

/** The points that are drawn; a single one holds all along. */
const drawn = (points: readonly ChartPoint[]) =>
  points.length === 1
    ? [elementAt(points, 0), { ...elementAt(points, 0), x: elementAt(points, 0).x + 1 }]
    : points;

function dataOf({ points, others = [], most }: LineChartProps, chosen: number | undefined) {
  const within = (line: readonly { x: number; y: number }[]) =>
    line.map(({ x, y }) => ({ x, y: Math.min(most, y) }));
  const all = drawn(points);
  return {
    datasets: [
      {
        data: within(all),
        borderColor: COLOURS.ink,
        borderWidth: 2,
        pointRadius: all.map((_, i) => (i === chosen ? 5 : 0)),
        pointBackgroundColor: COLOURS.brassLine,
      },
      ...others.map(({ points: line, colour, isDashed, isFilled }) => ({
        data: within(line),
        borderColor: COLOURS[colour],
        borderWidth: 2,
        pointRadius: 0,
        ...(isDashed && { borderDash: [5, 4] }),
        ...(isFilled && { fill: 'start' as const, backgroundColor: COLOURS.pineSoft }),
      })),
    ],
  };
}

function configOf(props: LineChartProps, chosen: number | undefined): ChartConfiguration<'line'> {
  const all = drawn(props.points);
  return {
    type: 'line',
    data: dataOf(props, chosen),
    options: {
      animation: false,
      maintainAspectRatio: false,
      events: [],
      layout: { padding: 0 },
      scales: {
        x: { type: 'linear', display: false, min: elementAt(all, 0).x, max: all.at(-1)!.x },
        y: { type: 'linear', display: false, min: 0, max: props.most },
      },
    },
    plugins: [
      {
        id: 'ground',
        beforeDatasetsDraw: (chart) => drawGround(chart, props),
        afterDatasetsDraw: (chart) => drawMarks(chart, props),
      },
    ],
  };
}

/** Shows the point that is read, and no other. */
function choosePoint(chart: Chart<'line'>, chosen: number | undefined): void {
  const line = chart.data.datasets[0] as { data: unknown[]; pointRadius?: number[] };
  line.pointRadius = line.data.map((_, i) => (i === chosen ? 5 : 0));
  chart.update('none');
}

/** A line over a target: read by pointing at it, or by the arrow keys, its figures told in words. */
export function LineChart(props: LineChartProps) {
  const { label, points, onPick } = props;
  const canvas = useRef<HTMLCanvasElement>(null);
  const [at, setAt] = useState<number>();
  const chosen = at === undefined ? undefined : Math.min(at, points.length - 1);
  const chart = useRef<Chart<'line'>>(undefined);
  const draw = useEffectEvent(() => configOf(props, chosen));
  const shown = JSON.stringify(props);
  useEffect(() => {
    const made = new Chart(canvas.current!, draw());
    chart.current = made;
    return () => made.destroy();
  }, [shown]);
  // Reading moves a point, and draws nothing else anew.
  useEffect(() => {
    if (chart.current) choosePoint(chart.current, chosen);
  }, [chosen]);
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
        onClick={(event) => onPick?.(nearest(event.clientX))}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && chosen !== undefined) onPick?.(chosen);
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
