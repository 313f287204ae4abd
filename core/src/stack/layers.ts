import type { Rgba } from '../colour/rgb.ts';
import type { ResolvedLook } from '../header/look.ts';
import { resolveColour, type Swatch } from '../model/palette.ts';

/** A layer between the page and the ink, by the name that the cut gives it. */
export interface StackLayer {
  name: 'fill' | 'backing';
  colour: Rgba;
}

/** The layers behind an ink, bottom first: the header's fill, then the item's own backing. */
export function stackOf(palette: readonly Swatch[], look: ResolvedLook, backing?: Rgba): StackLayer[] {
  const fill = { ...resolveColour(palette, look.fill.colour), a: look.fill.opacity };
  const layers: StackLayer[] = [{ name: 'fill', colour: fill }];
  if (backing) layers.push({ name: 'backing', colour: backing });
  return layers;
}
