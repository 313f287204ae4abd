import type { Rgba } from '../colour/rgb.ts';
import type { ResolvedFill, ResolvedLook } from '../header/look.ts';
import type { PicturePlacing } from '../model/layer.ts';
import { resolveColour, type Swatch } from '../model/palette.ts';
import type { Box } from '../page/layout.ts';
import { snapBox } from '../page/paint.ts';
import type { Area } from './area.ts';
import type { Drawing } from './drawing.ts';
import { layGradient, type LaidGradient } from './gradient.ts';
import type { StackLayer } from './layers.ts';

/** The parts of a look that lie behind contents: of header and rail alike. */
export type GroundLook = Pick<ResolvedLook, 'fill' | 'gradient' | 'picture' | 'tint'>;

/** Whether a look lays nothing over the page. */
export function isBare({ fill, gradient, picture, tint }: GroundLook): boolean {
  return fill.opacity === 0 && !showsGradient(gradient) && !picture.on && tint.opacity === 0;
}

/** Whether a gradient is there: one without stops is not. */
export function showsGradient({ on, stops }: ResolvedLook['gradient']): boolean {
  return on && stops.length > 0;
}

/** The picture of a look as it is placed. */
export function placingOf({
  picture,
  size,
  x,
  y,
  repeat,
  drawnWidth,
}: ResolvedLook['picture']): PicturePlacing {
  return { picture, size, x, y, repeat, ...(drawnWidth > 0 && { drawnWidth }) };
}

/** How far a cut edge hangs below the header's box at most, CSS pixels. */
export function cutDepth({ cut }: Pick<ResolvedLook, 'cut'>): number {
  return Math.max(cut.start, cut.middle, cut.end);
}

/** A box as whole pixels, each edge rounded on its own. */
export function areaOf(box: Box): Area {
  const { x, y, width, height } = snapBox(box);
  return { left: x, top: y, right: x + width, bottom: y + height };
}

/** A mask as a gradient of opacity. */
function layMask({ angle, stops }: ResolvedLook['picture']['mask'], box: Box): LaidGradient | undefined {
  if (stops.length === 0) return undefined;
  const shown = stops.map(({ at, opacity }) => ({ at, colour: { r: 0, g: 0, b: 0, a: opacity } }));
  return layGradient(angle, shown, box);
}

/**
 * The layers that a look lays behind its contents, bottom first: fill, gradient, picture, tint. The fill is always one of
 * them, however transparent.
 * @param radii of the box's upper and lower corners, CSS pixels
 */
export function wornLayers(
  owner: 'header' | 'rail',
  palette: readonly Swatch[],
  { fill, gradient, picture, tint }: GroundLook,
  box: Box,
  radii: { above: number; below: number },
  draw: Drawing,
): StackLayer[] {
  const snapped = snapBox(box);
  const shape = { area: areaOf(box), ...radii };
  const even = ({ colour, opacity }: ResolvedFill): Rgba => ({
    ...resolveColour(palette, colour),
    a: opacity,
  });
  const layer = (
    name: StackLayer['name'],
    paint: StackLayer['paint'],
    blend = 'normal' as StackLayer['blend'],
  ) => ({
    name,
    owner,
    paint,
    blend,
    box: shape,
  });
  const layers: StackLayer[] = [layer('fill', { kind: 'even', colour: even(fill) })];
  if (showsGradient(gradient)) {
    const stops = gradient.stops.map(({ at, colour, opacity }) => ({
      at,
      colour: even({ colour, opacity }),
    }));
    layers.push(
      layer('gradient', { kind: 'gradient', gradient: layGradient(gradient.angle, stops, snapped) }),
    );
  }
  if (picture.on) {
    const paint: StackLayer['paint'] = {
      kind: 'picture',
      pixels: draw.placed(placingOf(picture), snapped),
      left: snapped.x,
      top: snapped.y,
      fallback: even(picture.fallback),
      opacity: picture.opacity,
      mask: layMask(picture.mask, snapped),
    };
    layers.push(layer('picture', paint, picture.blend));
  }
  if (tint.opacity > 0) layers.push(layer('tint', { kind: 'even', colour: even(tint) }));
  return layers;
}
