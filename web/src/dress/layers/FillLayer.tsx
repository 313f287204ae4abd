import { ColourSummary } from './ColourSummary.tsx';
import { EvenLayer } from './EvenLayer.tsx';
import type { BodyProps, SummaryProps } from './Value.tsx';

export function FillLayer({ answers }: BodyProps) {
  return <EvenLayer layer="fill" answer={answers?.fill} />;
}

export function FillSummary({ site, look }: SummaryProps) {
  return <ColourSummary site={site} fill={look.fill} />;
}
