import type { ComponentType } from 'react';
import type { LayerName } from '@hatrail/core/layers/index';
import { BackingLayer, BackingSummary } from './BackingLayer.tsx';
import { BlurLayer, BlurSummary } from './BlurLayer.tsx';
import { ButtonsLayer, ButtonsSummary } from './ButtonsLayer.tsx';
import { CueLayer, CueSummary } from './CueLayer.tsx';
import { CutLayer, CutSummary } from './CutLayer.tsx';
import { EdgeLayer, EdgeSummary } from './EdgeLayer.tsx';
import { FillLayer, FillSummary } from './FillLayer.tsx';
import { GradientLayer, GradientSummary } from './GradientLayer.tsx';
import { InkLayer, InkSummary } from './InkLayer.tsx';
import { PictureLayer, PictureSummary } from './PictureLayer.tsx';
import { ShadowLayer, ShadowSummary } from './ShadowLayer.tsx';
import { TextShadowLayer, TextShadowSummary } from './TextShadowLayer.tsx';
import { TintLayer, TintSummary } from './TintLayer.tsx';
import type { BodyProps, SummaryProps } from './Value.tsx';

/** A layer on the screen: its controls, and what it is in a few words. */
interface LayerView {
  Body: ComponentType<BodyProps>;
  Summary: ComponentType<SummaryProps>;
}

export const LAYER_VIEWS: Record<LayerName, LayerView> = {
  ink: { Body: InkLayer, Summary: InkSummary },
  cue: { Body: CueLayer, Summary: CueSummary },
  backing: { Body: BackingLayer, Summary: BackingSummary },
  buttons: { Body: ButtonsLayer, Summary: ButtonsSummary },
  textShadow: { Body: TextShadowLayer, Summary: TextShadowSummary },
  edge: { Body: EdgeLayer, Summary: EdgeSummary },
  shadow: { Body: ShadowLayer, Summary: ShadowSummary },
  cut: { Body: CutLayer, Summary: CutSummary },
  tint: { Body: TintLayer, Summary: TintSummary },
  picture: { Body: PictureLayer, Summary: PictureSummary },
  gradient: { Body: GradientLayer, Summary: GradientSummary },
  fill: { Body: FillLayer, Summary: FillSummary },
  blur: { Body: BlurLayer, Summary: BlurSummary },
};
