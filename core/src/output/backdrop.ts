import { cssColour } from '../colour/rgb.ts';
import { cssPictureSize } from '../css/text.ts';
import type { Backdrop } from '../model/layer.ts';
import { resolveColour, type Swatch } from '../model/palette.ts';

/** A backdrop as the value of CSS's `background`: top layer first, the colour last. `image` gives a picture as CSS writes it. */
export function cssBackground(
  backdrop: Backdrop,
  palette: readonly Swatch[],
  image: (id: string) => string,
): string {
  const { tint, picture, gradient } = backdrop;
  const layers: string[] = [];
  if (tint) {
    const colour = cssColour(resolveColour(palette, tint.colour), tint.opacity);
    layers.push(`linear-gradient(${colour}, ${colour})`);
  }
  if (picture) {
    const { x, y, repeat } = picture;
    layers.push(`${image(picture.picture)} ${x}% ${y}% / ${cssPictureSize(picture)} ${repeat}`);
  }
  if (gradient) {
    const stops = gradient.stops.map(
      ({ colour, opacity, at }) => `${cssColour(resolveColour(palette, colour), opacity)} ${at}%`,
    );
    layers.push(`linear-gradient(${gradient.angle}deg, ${stops.join(', ')})`);
  }
  layers.push(cssColour(resolveColour(palette, backdrop.colour)));
  return layers.join(', ');
}

/** How a backdrop's layers are blended, in the order of {@link cssBackground}; nothing where none is. */
export function cssBlending({ tint, picture, gradient }: Backdrop): string | undefined {
  if (!picture?.blend || picture.blend === 'normal') return undefined;
  return [...(tint ? ['normal'] : []), picture.blend, ...(gradient ? ['normal'] : []), 'normal'].join(', ');
}
