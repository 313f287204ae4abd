import { ShadowOpacity } from './ShadowOpacity.tsx';
import { ColourSummary } from './ColourSummary.tsx';
import { ColourValue, NumberValue, type SummaryProps } from './Value.tsx';

/** The shadow that the header throws on the page below it, from this moment on. */
export function ShadowLayer() {
  return (
    <>
      <ColourValue layer="shadow" name="colour" label="Colour" called="Shadow colour" />
      <ShadowOpacity layer="shadow" label="Shadow opacity" />
      <NumberValue layer="shadow" name="y" label="Down" called="Shadow down" />
      <NumberValue layer="shadow" name="x" label="Aside" called="Shadow aside" />
      <NumberValue layer="shadow" name="blur" label="Softness" called="Shadow softness" />
      <NumberValue layer="shadow" name="spread" label="Spread" called="Shadow spread" />
    </>
  );
}

export function ShadowSummary({ site, look }: SummaryProps) {
  return <ColourSummary site={site} fill={look.shadow} />;
}
