import type { FillAnswer } from '../../editor/verdicts.ts';
import { ColourField } from '../../parts/ColourField.tsx';
import { PercentSlider } from '../../parts/PercentSlider.tsx';
import { setLook } from '../lookEdits.ts';
import { HoldField, isHeld, setHold } from './HoldField.tsx';
import { Value, useDressing } from './Value.tsx';

/** The colour and opacity of a fill or a tint, with the mark from which it clears; held there if wanted. */
export function EvenLayer({ layer, answer }: { layer: 'fill' | 'tint'; answer: FillAnswer | undefined }) {
  const { site, wearer, moment, look } = useDressing();
  const called = layer === 'fill' ? 'Fill' : 'Tint';
  const { header } = wearer;
  return (
    <>
      <Value label="Colour" layer={layer} name="colour">
        <ColourField
          label={`${called} colour`}
          palette={site.palette}
          use={look[layer].colour}
          onChange={(use) => setLook(wearer, moment, layer, 'colour', use)}
        />
      </Value>
      <Value label="Opacity" layer={layer} name="opacity">
        <PercentSlider
          label={`${called} opacity`}
          value={look[layer].opacity}
          clearFrom={answer?.kind === 'own' ? answer.fill.percent : undefined}
          onChange={(value) => {
            // Whoever sets it by hand has let it go.
            if (answer && isHeld(header, moment, layer)) setHold(header, moment, layer, false);
            setLook(wearer, moment, layer, 'opacity', value);
          }}
        />
      </Value>
      {(answer?.kind === 'other' || answer?.kind === 'none') && (
        <p className="origin">No opacity of this colour clears every letter on every page.</p>
      )}
      {answer && <HoldField header={header} moment={moment} layer={layer} answer={answer} />}
    </>
  );
}
