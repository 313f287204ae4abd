import { ShadowOpacity } from './ShadowOpacity.tsx';
import { ColourSummary } from './ColourSummary.tsx';
import { ColourValue, NumberValue, type SummaryProps } from './Value.tsx';

/** The shadow round the letters: it is part of the ground that they are read against. */
export function TextShadowLayer() {
  return (
    <>
      <ColourValue layer="textShadow" name="colour" label="Colour" called="Text shadow colour" />
      <ShadowOpacity layer="textShadow" label="Text shadow opacity" />
      <NumberValue layer="textShadow" name="blur" label="Softness" called="Text shadow softness" />
      <NumberValue layer="textShadow" name="y" label="Down" called="Text shadow down" />
      <NumberValue layer="textShadow" name="x" label="Aside" called="Text shadow aside" />
    </>
  );
}

export function TextShadowSummary({ site, look }: SummaryProps) {
  return <ColourSummary site={site} fill={look.textShadow} />;
}
