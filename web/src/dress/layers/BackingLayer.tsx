import { canTellOpen } from '@hatrail/core/header/ownLayout';
import { LINK_STATES, backingIn, type LinkState } from '@hatrail/core/header/states';
import { LAYERS } from '@hatrail/core/layers/index';
import { rangeOf } from '@hatrail/core/model/rules';
import { ColourField } from '../../parts/ColourField.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { PercentSlider } from '../../parts/PercentSlider.tsx';
import { VerdictText } from '../../parts/Verdict.tsx';
import { STATE_NAMES } from '@hatrail/core/header/stateNames';
import { setLook } from '../lookEdits.ts';
import { worstRow } from '../view.ts';
import { NumberValue, Value, useDressing, type BodyProps, type SummaryProps } from './Value.tsx';

const capital = (words: string) => words[0]!.toUpperCase() + words.slice(1);

/** A ground behind each link and icon, by state, each with the verdict of the ink on it. */
export function BackingLayer({ rows }: BodyProps) {
  const { site, wearer, moment, look } = useDressing();
  const isOwn = wearer.header.own !== undefined;
  const verdictFor = (state: LinkState) => {
    const worst = worstRow(
      rows.filter((row) => row.moment === moment && row.state === state && row.part === 'ink'),
    );
    return worst && <VerdictText verdict={worst.verdict} contrast={worst.worst} />;
  };
  return (
    <>
      {LINK_STATES.filter((state) => state !== 'open' || canTellOpen(site, wearer.header)).map((state) => {
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
      {!isOwn && (
        <>
          <NumberValue layer="backing" name="reach" label="Beyond the word" />
          <NumberValue layer="backing" name="height" label="Height" called="Height of the backing" />
          {(
            [
              ['hoverReach', 'Beyond, hovered', look.backing.hoverReach ?? look.backing.reach],
              ['hoverHeight', 'Height, hovered', look.backing.hoverHeight ?? look.backing.height],
            ] as const
          ).map(([name, label, value]) => (
            <Value key={name} label={label} layer="backing" name={name}>
              <NumberField
                label={label}
                {...rangeOf(LAYERS.backing.values, name)}
                value={value}
                onChange={(next) => setLook(wearer, moment, 'backing', name, next)}
              />
            </Value>
          ))}
        </>
      )}
      <NumberValue layer="backing" name="radius" label="Corners" called="Corners of the backing" />
    </>
  );
}

export function BackingSummary({ look }: SummaryProps) {
  const worn = LINK_STATES.filter((state) => backingIn(look, state).opacity > 0);
  return worn.length > 0 ? worn.map((state) => STATE_NAMES[state]).join(', ') : 'none';
}
