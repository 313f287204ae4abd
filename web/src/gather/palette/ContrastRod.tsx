import type { Needs } from '@hatrail/core/model/needs';
import { COLOURS } from '../../theme.ts';
import { at } from '@hatrail/core/lists';
import { useRef, useState } from 'react';
import { contrastRatio } from '@hatrail/core/colour/contrast';
import { hexColour, type Rgb } from '@hatrail/core/colour/rgb';
import { lengthOfContrast, luminanceAt, moveOnRod, placeOnRod, readableOn } from '@hatrail/core/colour/rod';
import type { PairGroup } from '@hatrail/core/gather/pairs';
import { resolveColour, type Swatch } from '@hatrail/core/model/palette';
import { figure } from '../../parts/Verdict.tsx';
import { useWidth } from '../../parts/useWidth.ts';

interface ContrastRodProps {
  needs: Needs;
  palette: readonly Swatch[];
  pairs: readonly PairGroup[];
  chosen: string | undefined;
  onChoose: (id: string) => void;
  /** Called with a colour as a swatch is moved along the rod. */
  onMove: (id: string, colour: string) => void;
}

/** Width of a swatch's card and the room it keeps, and height of a level of cards. Interface pixels. */
const CARD = 78;
const LEVEL = 86;
const SNAP = 0.012;

/**
 * The contrast rod: swatches on an axis of log(L + 0.05), the gauge of the targets that slides along it from any ground,
 * and threads between the pairs in use.
 */
export function ContrastRod({ palette, needs, pairs, chosen, onChoose, onMove }: ContrastRodProps) {
  const rod = useRef<HTMLDivElement>(null);
  const width = useWidth(rod, 1000);
  const [free, setFree] = useState<number>();
  const hung = palette.map((swatch) => {
    const colour = resolveColour(palette, { swatch: swatch.id });
    return { ...swatch, rgb: colour, place: placeOnRod(colour) };
  });
  const levels = levelsOf(
    hung.map(({ place }) => place * width),
    CARD,
  );
  const own = hung.find(({ id }) => id === chosen);
  const gauge = free ?? own?.place ?? 0.5;
  const ground = hung.find(({ place }) => Math.abs(place - gauge) < 1e-9);
  const luminance = luminanceAt(gauge);
  const onGround = (rgb: Rgb, place: number) => ratioOf(rgb, place, ground?.rgb, luminance);
  const snap = (place: number) =>
    hung.find((swatch) => Math.abs(swatch.place - place) < SNAP)?.place ?? Math.min(1, Math.max(0, place));
  const drag = (clientX: number) => {
    const { left, width: length } = rod.current!.getBoundingClientRect();
    setFree(snap((clientX - left) / length));
  };
  return (
    <section className="contrast-rod" aria-label="Contrast rod">
      <Gauge
        place={gauge}
        needs={needs}
        ground={ground?.name ?? `a ground of ${Math.round(luminance * 100)} % light`}
        onDrag={drag}
        onStep={(by) => setFree(Math.min(1, Math.max(0, gauge + by)))}
      />
      <Threads pairs={pairs} placeOf={(id) => hung.find((swatch) => swatch.id === id)?.place ?? 0} />
      <div className="rod-line" ref={rod}>
        <span className="rod-end">black</span>
        <span className="rod-end">white</span>
      </div>
      <div className="rod-cards" style={{ height: LEVEL * (1 + Math.max(0, ...levels)) + 18 }}>
        {hung.map((swatch, i) => (
          <SwatchCard
            key={swatch.id}
            swatch={swatch}
            level={at(levels, i)}
            isChosen={swatch.id === chosen}
            caption={swatch.id === ground?.id ? 'the ground' : figure(onGround(swatch.rgb, swatch.place))}
            onChoose={() => {
              setFree(undefined);
              onChoose(swatch.id);
            }}
            onMove={(place) => onMove(swatch.id, hexColour(moveOnRod(swatch.rgb, place)))}
            rodWidth={width}
          />
        ))}
      </div>
    </section>
  );
}

function ratioOf(rgb: Rgb, place: number, ground: Rgb | undefined, luminance: number): number {
  if (ground) return contrastRatio(rgb, ground);
  const [a, b] = [luminanceAt(place) + 0.05, luminance + 0.05];
  return Math.max(a, b) / Math.min(a, b);
}

/** Levels at which cards hang so that none lies over another: the first that is free, from the left. */
export function levelsOf(middles: readonly number[], width: number): number[] {
  const ends: number[] = [];
  const levels = middles.map(() => 0);
  const order = middles.map((_, i) => i).sort((a, b) => at(middles, a) - at(middles, b));
  for (const i of order) {
    let level = ends.findIndex((end) => end <= at(middles, i) - width / 2);
    if (level < 0) level = ends.length;
    ends[level] = at(middles, i) + width / 2 + 6;
    levels[i] = level;
  }
  return levels;
}

interface SwatchCardProps {
  swatch: Swatch & { rgb: Rgb; place: number };
  level: number;
  isChosen: boolean;
  caption: string;
  rodWidth: number;
  onChoose: () => void;
  onMove: (place: number) => void;
}

function SwatchCard({ swatch, level, isChosen, caption, rodWidth, onChoose, onMove }: SwatchCardProps) {
  const start = useRef<{ x: number; place: number; moved: boolean }>(undefined);
  const hex = hexColour(swatch.rgb);
  const top = 20 + level * LEVEL;
  return (
    <div className="rod-hung" style={{ left: `${100 * swatch.place}%` }}>
      <span className="rod-thread" style={{ height: top }} />
      <button
        type="button"
        className="rod-card"
        aria-pressed={isChosen}
        title={`${swatch.name}, ${hex}. Drag it, or use the left and right arrow keys, to make it darker or lighter.`}
        style={{ top, zIndex: isChosen ? 2 : 1 }}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          start.current = { x: event.clientX, place: swatch.place, moved: false };
        }}
        onPointerMove={(event) => {
          const from = start.current;
          if (!from || event.buttons !== 1) return;
          const by = event.clientX - from.x;
          if (!from.moved && Math.abs(by) < 4) return;
          from.moved = true;
          onMove(from.place + by / rodWidth);
        }}
        onPointerUp={() => (start.current = undefined)}
        onClick={onChoose}
        onKeyDown={(event) => {
          const by = { ArrowLeft: -0.01, ArrowRight: 0.01 }[event.key];
          if (by === undefined) return;
          event.preventDefault();
          onMove(swatch.place + by * (event.shiftKey ? 5 : 1));
        }}
      >
        <span
          className="rod-swatch"
          aria-hidden="true"
          style={{ background: hex, color: hexColour(readableOn(swatch.rgb)), width: CARD - 8 }}
        >
          Aa
        </span>
        <strong>{swatch.name}</strong>
        <small>{caption}</small>
      </button>
    </div>
  );
}

interface GaugeProps {
  place: number;
  ground: string;
  needs: Needs;
  onDrag: (clientX: number) => void;
  onStep: (by: number) => void;
}

/** The gauge: how far away the targets are from a ground, to either side. */
function Gauge({ place, ground, needs, onDrag, onStep }: GaugeProps) {
  const span = (ratio: number) => {
    const [from, to] = [place - lengthOfContrast(ratio), place + lengthOfContrast(ratio)];
    return {
      style: { left: `${100 * Math.max(0, from)}%`, right: `${100 * (1 - Math.min(1, to))}%` },
      'data-cut': `${from < 0 ? 'left ' : ''}${to > 1 ? 'right' : ''}`,
    };
  };
  return (
    <div className="gauge">
      <div className="gauge-text" {...span(needs.text)}>
        <span>
          {needs.text} to either side of {ground}: text
        </span>
      </div>
      <div className="gauge-mark" {...span(needs.marks)}>
        <span>
          {needs.marks}: marks{needs.large === needs.marks && ' and large text'}
        </span>
      </div>
      <span
        className="gauge-ground"
        role="slider"
        tabIndex={0}
        aria-label="Ground of the gauge"
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round(100 * place)}
        aria-valuetext={ground}
        style={{ left: `${100 * place}%` }}
        onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
        onPointerMove={(event) => event.buttons === 1 && onDrag(event.clientX)}
        onKeyDown={(event) => {
          const by = { ArrowLeft: -0.005, ArrowRight: 0.005 }[event.key];
          if (by === undefined) return;
          event.preventDefault();
          onStep(by * (event.shiftKey ? 10 : 1));
        }}
      />
    </div>
  );
}

const HIGH = 46;
const LINES: Record<PairGroup['verdict'], { colour: string; dash?: string; thick: number }> = {
  clear: { colour: COLOURS.clear, thick: 1.2 },
  strained: { colour: COLOURS.strained, dash: '5 3', thick: 1.6 },
  lost: { colour: COLOURS.lost, dash: '2 3', thick: 2 },
};

/** Threads between the pairs in use, as long as their contrast; those that are not clear are broken. */
function Threads({ pairs, placeOf }: { pairs: readonly PairGroup[]; placeOf: (id: string) => number }) {
  return (
    <svg className="pair-threads" viewBox={`0 0 1000 ${HIGH}`} preserveAspectRatio="none" role="img">
      <title>{`${pairs.length} pairs in use`}</title>
      {pairs.map(({ ink, ground, verdict, contrast, where }) => {
        const [a, b] = [placeOf(ink) * 1000, placeOf(ground) * 1000].sort((x, y) => x - y) as [
          number,
          number,
        ];
        const top = HIGH - Math.min(HIGH - 3, 6 + (b - a) / 14) * 2;
        const { colour, dash, thick } = LINES[verdict];
        return (
          <path
            key={`${ink} ${ground}`}
            d={`M${a} ${HIGH}C${a} ${top} ${b} ${top} ${b} ${HIGH}`}
            fill="none"
            stroke={colour}
            strokeWidth={thick}
            strokeDasharray={dash}
            vectorEffect="non-scaling-stroke"
          >
            <title>{`${figure(contrast)}: ${where.join('; ')}`}</title>
          </path>
        );
      })}
    </svg>
  );
}
