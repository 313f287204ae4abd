import { WEIGHTS } from '@hatrail/core/model/type';
import { useEditor } from '../../editor/store.ts';
import type { Row } from '@hatrail/core/sweep/prove';
import { LINK_STATES, backingIn, type LinkState } from '@hatrail/core/header/states';
import { ColourField } from '../../parts/ColourField.tsx';
import { PercentSlider } from '../../parts/PercentSlider.tsx';
import { VerdictText } from '../../parts/Verdict.tsx';
import { STATE_NAMES } from '@hatrail/core/header/stateNames';
import { setLook } from '../lookEdits.ts';
import { worstRow } from '../view.ts';
import { NumberValue, Value, useDressing } from './Value.tsx';

/** The line that tells, beside colour, which link is hovered and which leads to the page one is on. */
export function CueLayer() {
  return (
    <>
      <NumberValue layer="cue" name="hover" label="Hovered" called="Line hovered" unit="px" min={0} max={8} />
      <NumberValue
        layer="cue"
        name="current"
        label="Own page"
        called="Line on its own page"
        unit="px"
        min={0}
        max={8}
      />
      <NumberValue layer="cue" name="offset" label="Below the letters" unit="px" min={0} max={20} />
      <NumberValue layer="cue" name="share" label="Share of the word" unit="%" min={5} max={100} />
      <OwnWeight />
    </>
  );
}

/** How heavy the link of the page one is on is, in every header of the site. */
function OwnWeight() {
  const { site } = useDressing();
  const edit = useEditor((state) => state.edit);
  const { menu, currentWeight } = site.type;
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
            edit('Weight of the current link', ({ type }) => {
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
        <span className="origin">in all headers; each link keeps room for it, so that nothing moves</span>
      </span>
    </div>
  );
}

const capital = (words: string) => words[0]!.toUpperCase() + words.slice(1);

/** A ground behind each link and icon, by state, each with the verdict of the ink on it. */
export function BackingLayer({ rows }: { rows: readonly Row[] }) {
  const { site, wearer, moment, look } = useDressing();
  const verdictFor = (state: LinkState) => {
    const worst = worstRow(
      rows.filter((row) => row.moment === moment && row.state === state && row.part === 'ink'),
    );
    return worst && <VerdictText verdict={worst.verdict} contrast={worst.worst} />;
  };
  return (
    <>
      {LINK_STATES.map((state) => {
        const worn = backingIn(look, state);
        const label = capital(STATE_NAMES[state]);
        const set = (change: Partial<typeof worn>) =>
          setLook(wearer, moment, 'backing', state, { ...worn, ...change });
        return (
          <Value
            key={state}
            label={label}
            layer="backing"
            name={state}
            verdict={worn.opacity > 0 ? verdictFor(state) : undefined}
          >
            <ColourField
              label={`Backing, ${STATE_NAMES[state]}`}
              palette={site.palette}
              use={worn.colour}
              onChange={(colour) => set({ colour, opacity: worn.opacity || 1 })}
            />
            <PercentSlider
              label={`Opacity, ${STATE_NAMES[state]}`}
              value={worn.opacity}
              onChange={(opacity) => set({ opacity })}
            />
          </Value>
        );
      })}
      <NumberValue layer="backing" name="reach" label="Beyond the word" unit="px" min={0} max={40} />
      <NumberValue
        layer="backing"
        name="height"
        label="Height"
        called="Height of the backing"
        unit="px"
        min={8}
        max={120}
      />
      <NumberValue
        layer="backing"
        name="radius"
        label="Corners"
        called="Corners of the backing"
        unit="px"
        min={0}
        max={60}
      />
    </>
  );
}
