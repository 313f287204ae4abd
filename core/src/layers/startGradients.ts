import { at as elementAt } from '../lists.ts';
import { relativeLuminance } from '../colour/contrast.ts';
import type { GradientStop } from '../model/layer.ts';
import { resolveColour, type Swatch } from '../model/palette.ts';

/** A gradient to start from, made of the site's own palette. */
export interface StartGradient {
  name: string;
  angle: number;
  stops: GradientStop[];
}

/** Six gradients from a palette: its darkest and lightest swatch, and the two that stand between. */
export function startGradients(palette: readonly Swatch[]): StartGradient[] {
  const light = ({ id }: Swatch) => relativeLuminance(resolveColour(palette, { swatch: id }));
  const order = [...palette].sort((a, b) => light(a) - light(b));
  const at = (share: number) => ({ swatch: elementAt(order, Math.round(share * (order.length - 1))).id });
  const [dark, deep, bright, pale] = [at(0), at(0.3), at(0.6), at(1)];
  const make = (
    name: string,
    angle: number,
    ...stops: [ReturnType<typeof at>, number, number][]
  ): StartGradient => ({
    name,
    angle,
    stops: stops.map(([colour, opacity, place]) => ({ colour, opacity, at: place })),
  });
  return [
    make('Dark, fading downwards', 180, [dark, 0.85, 0], [dark, 0, 100]),
    make('Pale, fading downwards', 180, [pale, 0.9, 0], [pale, 0, 100]),
    make('Dark at both ends', 90, [dark, 0.8, 0], [dark, 0.2, 50], [dark, 0.8, 100]),
    make('Dark into deep', 90, [dark, 1, 0], [deep, 1, 100]),
    make('Deep into bright, aslant', 120, [deep, 1, 0], [bright, 1, 100]),
    make('From the start, then clear', 90, [dark, 0.9, 0], [dark, 0.5, 55], [dark, 0, 100]),
  ];
}
