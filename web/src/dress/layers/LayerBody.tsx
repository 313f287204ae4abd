import type { LayerName } from '@hatrail/core/header/look';
import type { Row } from '@hatrail/core/sweep/prove';
import type { FillAnswer, Solved } from '../../editor/verdicts.ts';
import { BackingLayer, CueLayer } from './StateLayers.tsx';
import { EvenLayer } from './EvenLayer.tsx';
import { GradientLayer } from './GradientLayer.tsx';
import { InkLayer } from './InkLayer.tsx';
import { BlurLayer, CutLayer, EdgeLayer, ShadowLayer, TextShadowLayer } from './OuterLayers.tsx';
import { PictureLayer } from './PictureLayer.tsx';

/** The controls of a layer. */
export function LayerBody({
  layer,
  rows,
  answers,
  isPart,
}: {
  layer: LayerName;
  rows: readonly Row[];
  /** What is solved of the header's own layers. */
  answers: Record<Solved, FillAnswer>;
  isPart: boolean;
}) {
  switch (layer) {
    case 'ink':
      return <InkLayer rows={rows} />;
    case 'cue':
      return <CueLayer />;
    case 'backing':
      return <BackingLayer rows={rows} />;
    case 'textShadow':
      return <TextShadowLayer />;
    case 'edge':
      return <EdgeLayer />;
    case 'shadow':
      return <ShadowLayer />;
    case 'cut':
      return <CutLayer />;
    case 'tint':
      return <EvenLayer layer="tint" answer={isPart ? undefined : answers.tint} />;
    case 'picture':
      return <PictureLayer />;
    case 'gradient':
      return <GradientLayer answer={isPart ? undefined : answers.gradient} />;
    case 'blur':
      return <BlurLayer />;
    case 'fill':
      return <EvenLayer layer="fill" answer={isPart ? undefined : answers.fill} />;
  }
}
