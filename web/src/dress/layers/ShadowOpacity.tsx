import { PercentSlider } from '../../parts/PercentSlider.tsx';
import { setLook } from '../lookEdits.ts';
import { Value, useDressing } from './Value.tsx';

/** How opaque a shadow is. */
export function ShadowOpacity({ layer, label }: { layer: 'shadow' | 'textShadow'; label: string }) {
  const { wearer, moment, look } = useDressing();
  return (
    <Value label="Opacity" layer={layer} name="opacity">
      <PercentSlider
        label={label}
        value={look[layer].opacity}
        clearFrom={undefined}
        onChange={(value) => setLook(wearer, moment, layer, 'opacity', value)}
      />
    </Value>
  );
}
