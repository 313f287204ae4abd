import { at as elementAt } from '@hatrail/core/lists';
import { useRef, useState, type KeyboardEvent } from 'react';
import { showsGradient } from '@hatrail/core/layers/gradient';
import { cssColour } from '@hatrail/core/colour/rgb';
import { GradientStop } from '@hatrail/core/model/layer';
import { resolveColour, type Swatch } from '@hatrail/core/model/palette';
import { headerWith } from '@hatrail/core/remedy/leastFill';
import { startGradients } from '@hatrail/core/layers/startGradients';
import { ColourField } from '../../parts/ColourField.tsx';
import { RuleNumber } from '../../parts/RuleNumber.tsx';
import { PercentSlider } from '../../parts/PercentSlider.tsx';
import { setLayer } from '../lookEdits.ts';
import { HoldField, isHeld, setHold } from './HoldField.tsx';
import { NumberValue, Value, useDressing, type BodyProps, type SummaryProps } from './Value.tsx';

const MOST_STOPS = 12;

/** The gradient at the moment that is dressed, and what can be done to it. */
function useGradient() {
  const { site, wearer, moment, look } = useDressing();
  const { stops, on, angle } = look.gradient;
  const set = (values: Partial<typeof look.gradient>) => setLayer(wearer, moment, 'gradient', values);
  return {
    site,
    wearer,
    moment,
    stops,
    on,
    angle,
    set,
    setStop: (index: number, values: Partial<GradientStop>) =>
      set({ stops: stops.map((stop, i) => (i === index ? { ...stop, ...values } : stop)) }),
    takeOut: (index: number) => set({ stops: stops.filter((_, i) => i !== index) }),
  };
}

/** A gradient as CSS draws it. */
const drawn = (palette: readonly Swatch[], list: readonly GradientStop[], angle: number) =>
  `linear-gradient(${angle}deg, ${list
    .map((stop) => `${cssColour(resolveColour(palette, stop.colour), stop.opacity)} ${stop.at}%`)
    .join(', ')})`;

/** A gradient over the fill: its stops on a bar, the one that is chosen, how strong it is, and its angle. */
export function GradientLayer({ answers }: BodyProps) {
  const answer = answers?.gradient;
  const { site, wearer, moment, stops, on, set } = useGradient();
  const [chosen, setChosen] = useState(0);
  const at = Math.min(chosen, stops.length - 1);
  const stop = stops[at];
  return (
    <>
      <div className="gradient-starts" role="group" aria-label="Gradients of your palette">
        {startGradients(site.palette).map(({ name, angle, stops: first }) => (
          <button
            key={name}
            type="button"
            title={name}
            aria-label={name}
            onClick={() => set({ on: true, angle, stops: first })}
          >
            <span style={{ background: drawn(site.palette, first, angle) }} />
          </button>
        ))}
      </div>
      {on && stop && (
        <>
          <StopsBar chosen={at} onChoose={setChosen} />
          <ChosenStop at={at} stop={stop} />
          {stops.some((each, i) => i > 0 && each.at < elementAt(stops, i - 1).at) && (
            <p className="origin">
              A stop stands before the one above it in order: it is drawn where that one is, as browsers do.
            </p>
          )}
          {answer && <Strength answer={answer} />}
          {answer && wearer.rail === undefined && (
            <HoldField header={wearer.header} moment={moment} layer="gradient" answer={answer} />
          )}
          <NumberValue
            layer="gradient"
            name="angle"
            label="Angle"
            called="Angle of the gradient"
            unit="°, 180 is down"
          />
          <p className="origin">
            <button type="button" className="link" onClick={() => set({ on: false })}>
              Take the gradient off
            </button>
          </p>
        </>
      )}
    </>
  );
}

/** The stops on a bar: chosen, moved by the pointer and the arrow keys, taken out, and added where it is clicked. */
function StopsBar({ chosen, onChoose }: { chosen: number; onChoose: (index: number) => void }) {
  const { site, stops, set, setStop, takeOut } = useGradient();
  const bar = useRef<HTMLDivElement>(null);
  const placeOf = (clientX: number) => {
    const { left, width } = bar.current!.getBoundingClientRect();
    return Math.round(Math.min(100, Math.max(0, (100 * (clientX - left)) / width)));
  };
  const add = (place: number) => {
    if (stops.length >= MOST_STOPS) return;
    const after = stops.findIndex((each) => each.at > place);
    const index = after < 0 ? stops.length : after;
    const near = stops[Math.max(0, index - 1)] ?? elementAt(stops, 0);
    set({ stops: [...stops.slice(0, index), { ...near, at: place }, ...stops.slice(index)] });
    onChoose(index);
  };
  const onKeyDown = (event: KeyboardEvent, index: number) => {
    const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
    if (by !== undefined) {
      event.preventDefault();
      const next = elementAt(stops, index).at + by * (event.shiftKey ? 10 : 1);
      setStop(index, { at: Math.min(100, Math.max(0, next)) });
    }
    if ((event.key === 'Delete' || event.key === 'Backspace') && stops.length > 1) takeOut(index);
  };
  return (
    <Value label="Stops" layer="gradient" name="stops">
      <div className="gradient-bar" ref={bar}>
        <button
          type="button"
          className="gradient-ground"
          style={{ background: drawn(site.palette, stops, 90) }}
          aria-label="Add a stop"
          title="Click to add a stop"
          onClick={(event) => add(event.detail === 0 ? 50 : placeOf(event.clientX))}
        />
        {stops.map((each, i) => (
          <button
            key={i}
            type="button"
            role="slider"
            className="gradient-stop"
            data-chosen={i === chosen || undefined}
            style={{
              left: `${each.at}%`,
              background: cssColour(resolveColour(site.palette, each.colour)),
            }}
            aria-label={`Stop ${i + 1}`}
            aria-valuemin={0}
            aria-valuemax={100}
            aria-valuenow={each.at}
            aria-valuetext={`${each.at} percent along`}
            onKeyDown={(event) => onKeyDown(event, i)}
            onFocus={() => onChoose(i)}
            onPointerDown={(event) => {
              event.currentTarget.setPointerCapture(event.pointerId);
              onChoose(i);
            }}
            onPointerMove={(event) => event.buttons === 1 && setStop(i, { at: placeOf(event.clientX) })}
          />
        ))}
      </div>
    </Value>
  );
}

/** Colour, place and opacity of one stop. */
function ChosenStop({ at, stop }: { at: number; stop: GradientStop }) {
  const { site, stops, setStop, takeOut } = useGradient();
  return (
    <>
      <div className="value">
        <span className="value-label">Stop {at + 1}</span>
        <span className="value-field row">
          <ColourField
            label={`Colour of stop ${at + 1}`}
            palette={site.palette}
            use={stop.colour}
            onChange={(colour) => setStop(at, { colour })}
          />
          <RuleNumber
            of={[GradientStop, 'at']}
            label={`Place of stop ${at + 1}`}
            value={stop.at}
            onChange={(place) => setStop(at, { at: place })}
          />
          {stops.length > 1 && (
            <button type="button" className="link" onClick={() => takeOut(at)}>
              take out
            </button>
          )}
        </span>
      </div>
      <div className="value">
        <span className="value-label">Opacity</span>
        <span className="value-field">
          <PercentSlider
            label={`Opacity of stop ${at + 1}`}
            value={stop.opacity}
            clearFrom={undefined}
            onChange={(opacity) => setStop(at, { opacity })}
          />
        </span>
      </div>
    </>
  );
}

/** All stops by the same share, the most opaque to a value. */
function Strength({ answer }: { answer: NonNullable<NonNullable<BodyProps['answers']>['gradient']> }) {
  const { wearer, moment, stops, set } = useGradient();
  const setStrength = (most: number) => {
    const { header } = wearer;
    // Whoever sets it by hand has let it go.
    if (isHeld(header, moment, 'gradient')) setHold(header, moment, 'gradient', false);
    const scaled = headerWith(header, moment, { layer: 'gradient' }, most).looks[moment]?.gradient?.stops;
    if (scaled) set({ stops: scaled });
  };
  return (
    <div className="value">
      <span className="value-label">Strength</span>
      <span className="value-field">
        <PercentSlider
          label="Strength of the gradient, at its most opaque stop"
          value={Math.max(0, ...stops.map(({ opacity }) => opacity))}
          clearFrom={answer.kind === 'own' ? answer.fill.percent : undefined}
          onChange={setStrength}
        />
      </span>
    </div>
  );
}

export function GradientSummary({ look: { gradient } }: SummaryProps) {
  return showsGradient(gradient) ? `${gradient.stops.length} stops at ${gradient.angle}°` : 'none';
}
