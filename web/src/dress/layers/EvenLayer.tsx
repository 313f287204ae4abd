import { ColourField } from '../../parts/ColourField.tsx';
import { PercentSlider } from '../../parts/PercentSlider.tsx';
import { setLook } from '../lookEdits.ts';
import { Value, useDressing } from './Value.tsx';

/** The colour and opacity of a fill or a tint, with the mark from which it clears. */
export function EvenLayer({
  layer,
  clearFrom,
  neverClears = false,
}: {
  layer: 'fill' | 'tint';
  clearFrom?: number | undefined;
  neverClears?: boolean;
}) {
  const { site, wearer, moment, look } = useDressing();
  const called = layer === 'fill' ? 'Fill' : 'Tint';
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
          clearFrom={clearFrom}
          onChange={(value) => setLook(wearer, moment, layer, 'opacity', value)}
        />
      </Value>
      {neverClears && <p className="origin">No opacity of this colour clears every letter on every page.</p>}
    </>
  );
}
