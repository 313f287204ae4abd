import { ColourSummary } from './ColourSummary.tsx';
import { EvenLayer } from './EvenLayer.tsx';
import type { BodyProps, SummaryProps } from './Value.tsx';

export function TintLayer({ answers }: BodyProps) {
  return <EvenLayer layer="tint" answer={answers?.tint} />;
}

export function TintSummary({ site, look }: SummaryProps) {
  return <ColourSummary site={site} fill={look.tint} />;
}
