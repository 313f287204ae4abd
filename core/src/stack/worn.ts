import { allLayers, showsLayer, type LayerName, type ResolvedLook } from '../layers/index.ts';
import type { Swatch } from '../model/palette.ts';
import { type Box, snapBox, areaOf } from '../geometry/box.ts';
import type { Drawing } from './drawing.ts';
import type { FilledBox, StackLayer } from './layers.ts';

/** The layers that paint something behind contents, bottom first. */
const PAINTED = allLayers()
  .reverse()
  .flatMap(([name, kind]) =>
    kind.paint ? [{ name: name as StackLayer['name'] & LayerName, kind, paint: kind.paint }] : [],
  );

/** Whether a look lays nothing over the page. */
export function isBare(look: ResolvedLook): boolean {
  return PAINTED.every(({ name }) => !showsLayer(look, name));
}

/**
 * The layers that a look lays behind its contents, bottom first: fill, gradient, picture, tint. The fill is always one of
 * them, however transparent.
 * @param radii of the box's upper and lower corners, CSS pixels, and how its lower edge is cut
 */
export function wornLayers(
  owner: 'header' | 'rail',
  palette: readonly Swatch[],
  look: ResolvedLook,
  { box, radii }: { box: Box; radii: Omit<FilledBox, 'area'> },
  draw: Drawing,
): StackLayer[] {
  const snapped = snapBox(box);
  const shape = { area: areaOf(box), ...radii };
  return PAINTED.flatMap(({ name, kind, paint }): StackLayer[] => {
    if (!kind.isAlwaysPainted && !showsLayer(look, name)) return [];
    return [{ name, owner, box: shape, blend: 'normal', ...paint(look[name], palette, snapped, draw) }];
  });
}
