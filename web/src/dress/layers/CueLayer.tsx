import { easingOf } from '@hatrail/core/change/easing';
import { CUE_SIDES, cue, type CueSide } from '@hatrail/core/layers/cue';
import { LAYERS } from '@hatrail/core/layers/index';
import { typedFor } from '@hatrail/core/header/typed';
import { EASINGS, type Easing } from '@hatrail/core/model/easings';
import { rangeOf } from '@hatrail/core/model/rules';
import { WEIGHTS } from '@hatrail/core/model/type';
import { changeLinkType } from '../../editor/edits.ts';
import { ChoiceField } from '../../parts/fields.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { PercentSlider } from '../../parts/PercentSlider.tsx';
import { setLook } from '../lookEdits.ts';
import { NumberValue, Value, useDressing, type SummaryProps } from './Value.tsx';

const SIDE_NAMES: Record<CueSide, string> = {
  start: 'where the word begins',
  middle: 'its middle',
  end: 'where the word ends',
};
const EASING_NAMES: Record<Easing, string> = {
  linear: 'evenly',
  ease: 'eased',
  'ease-in': 'slowly at first',
  'ease-out': 'slowly at last',
  'ease-in-out': 'slowly at both ends',
};

/** The line that tells, beside colour, which link is hovered and which leads to the page one is on. */
export function CueLayer() {
  const { wearer } = useDressing();
  const isOwn = wearer.header.own !== undefined;
  return (
    <>
      <NumberValue layer="cue" name="hover" label="Hovered" called="Line hovered" />
      <NumberValue layer="cue" name="current" label="Own page" called="Line on its own page" />
      <NumberValue layer="cue" name="offset" label="Below the letters" />
      {!isOwn && <NumberValue layer="cue" name="share" label="Share of the word" />}
      {!isOwn && <LineOpacity name="opacity" label="Opacity" called="Opacity of the line" />}
      {!isOwn && <AtRest />}
      {!isOwn && <OverTime />}
      {!isOwn && <OwnWeight />}
    </>
  );
}

/** How opaque the line is: what shows through it of its ground is judged with it. */
function LineOpacity({
  name,
  label,
  called,
}: {
  name: 'opacity' | 'restOpacity';
  label: string;
  called: string;
}) {
  const { wearer, moment, look } = useDressing();
  return (
    <Value label={label} layer="cue" name={name}>
      <PercentSlider
        label={called}
        value={look.cue[name] ?? look.cue.opacity}
        onChange={(next) => setLook(wearer, moment, 'cue', name, next)}
      />
    </Value>
  );
}

/** The line below every other link, and the side that it grows from. */
function AtRest() {
  const { wearer, moment, look } = useDressing();
  const worn = look.cue;
  return (
    <>
      <NumberValue layer="cue" name="rest" label="At rest" called="Line at rest" />
      {(
        [
          ['restShare', 'Share at rest', worn.restShare ?? worn.share],
          ['restOffset', 'Below at rest', worn.restOffset ?? worn.offset],
        ] as const
      ).map(([name, label, value]) => (
        <Value key={name} label={label} layer="cue" name={name}>
          <NumberField
            label={label}
            {...rangeOf(LAYERS.cue.values, name)}
            value={value}
            onChange={(next) => setLook(wearer, moment, 'cue', name, next)}
          />
        </Value>
      ))}
      <LineOpacity name="restOpacity" label="Opacity at rest" called="Opacity of the line at rest" />
      {worn.rest > 0 && (worn.restOpacity ?? worn.opacity) < 1 && (
        <p className="origin">
          Paler at rest it is ornament, and not judged; where it tells something it is, with what shows
          through.
        </p>
      )}
      <Value label="Grows from" layer="cue" name="from">
        <ChoiceField
          label="Side that the line grows from"
          value={worn.from}
          options={CUE_SIDES.map((side) => [side, SIDE_NAMES[side]] as const)}
          onChange={(side) => setLook(wearer, moment, 'cue', 'from', side)}
        />
      </Value>
    </>
  );
}

/** How long line, backing and ink take to become as they are hovered, and how. */
function OverTime() {
  const { wearer, moment, look } = useDressing();
  const { duration, easing } = look.cue;
  const inks = wearer.header.manner.ink?.duration ?? wearer.header.manner.duration;
  return (
    <>
      <Value label="Takes" layer="cue" name="duration">
        <NumberField
          label="How long it takes to become hovered"
          {...rangeOf(LAYERS.cue.values, 'duration')}
          value={duration ?? inks}
          onChange={(ms) => setLook(wearer, moment, 'cue', 'duration', ms)}
        />
      </Value>
      {duration !== undefined && (
        <Value label="Goes" layer="cue" name="easing">
          <span className="row">
            <ChoiceField
              label="How it goes"
              value={easing}
              options={EASINGS.map((each) => [each, EASING_NAMES[each]] as const)}
              onChange={(each) => setLook(wearer, moment, 'cue', 'easing', each)}
            />
            <EasingCurve easing={easing} />
          </span>
        </Value>
      )}
      <p className="origin">
        Nothing moves the letters; for those who ask for less motion it is there at once.
      </p>
    </>
  );
}

/** How far a change has come over its time, as a curve. */
function EasingCurve({ easing }: { easing: Easing }) {
  const at = easingOf(easing);
  const points = Array.from({ length: 21 }, (_, i) => `${2 * i},${24 - 24 * at(i / 20)}`);
  return (
    <svg className="easing-curve" width="40" height="24" viewBox="-1 -1 42 26" aria-hidden="true">
      <polyline points={points.join(' ')} />
    </svg>
  );
}

/** How heavy the link of the page one is on is, in every header of the site. */
function OwnWeight() {
  const { site, wearer } = useDressing();
  const { menu, currentWeight } = typedFor(site, wearer.header).type;
  return (
    <div className="value">
      <label className="value-label" htmlFor="own-weight">
        Weight on its own page
      </label>
      <span className="value-field">
        <select
          id="own-weight"
          className="choice-select"
          value={currentWeight ?? ''}
          onChange={(event) =>
            changeLinkType(wearer.header.id, 'Weight of the current link', (type) => {
              const weight = Number(event.target.value);
              if (weight === 0) delete type.currentWeight;
              else type.currentWeight = weight as typeof menu.weight;
            })
          }
        >
          <option value="">{menu.weight}, as the others</option>
          {WEIGHTS.filter((weight) => weight !== menu.weight).map((weight) => (
            <option key={weight} value={weight}>
              {weight}
            </option>
          ))}
        </select>
        <span className="origin">
          {wearer.header.type?.menu ? 'in this header' : 'in all headers'}; each link keeps room for it, so
          that nothing moves
        </span>
      </span>
    </div>
  );
}

export function CueSummary({ look }: SummaryProps) {
  const { hover, current, rest, opacity } = look.cue;
  if (!cue.shows(look.cue)) return 'none';
  const through = opacity < 1 ? `, ${Math.round(100 * opacity)} %` : '';
  return `${hover} px hovered, ${current} px on its own page${rest > 0 ? `, ${rest} px at rest` : ''}${through}`;
}
