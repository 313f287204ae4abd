import type { Area } from '../geometry/area.ts';
import type { StackLayer } from './layers.ts';
import { overlayOf, type Overlay } from './overlay.ts';

/**
 * The overlay of layers among which one is turned to any opacity. What lies below and above it is laid together once: source-over
 * of premultiplied colours is associative (Compositing 1, section 5.1). Where more than one layer differs, or one above blends
 * with what it is turned to, the overlay is worked out anew each time.
 * @param at the layers at an opacity, 0 to 1; those that stay the same are the same objects
 */
export function turnedOverlay(
  at: (opacity: number) => readonly StackLayer[],
  area: Area,
): (opacity: number) => Overlay {
  const anew = (opacity: number) => overlayOf(at(opacity), area);
  const [some, others] = [at(0.25), at(1)];
  const differing = others.flatMap((layer, i) => (layer === some[i] ? [] : [i]));
  const [turned] = differing;
  if (some.length !== others.length || turned === undefined || differing.length > 1) return anew;
  const own = others[turned]!;
  const above = others.slice(turned + 1);
  const isPlain = (layer: StackLayer) => layer.blend === 'normal';
  const isInGroup = (layer: StackLayer) => layer.owner === own.owner;
  if (own.paint.kind !== 'even' || own.paint.colour.a !== 1 || !isPlain(own)) return anew;
  if (!above.filter(isInGroup).every(isPlain)) return anew;
  const below = overlayOf(others.slice(0, turned), area);
  const whole = overlayOf([own], area);
  const over = overlayOf(above, area);
  const isEven = below.isEven && whole.isEven && over.isEven;
  const count = isEven ? 1 : Math.max(...[below, whole, over].map(({ data }) => data.length / 4));
  const data = new Float64Array(4 * count);
  const step = ({ isEven: even }: Overlay) => (even ? 0 : 4);
  const [b, w, o] = [below, whole, over].map(step) as [number, number, number];
  return (opacity) => {
    for (let i = 0, p = 0, q = 0, r = 0; i < data.length; i += 4, p += b, q += w, r += o) {
      const shows = 1 - opacity * (1 - whole.data[q + 3]!);
      const through = over.data[r + 3]!;
      for (let c = 0; c < 3; c++) {
        data[i + c] =
          over.data[r + c]! + through * (opacity * whole.data[q + c]! + shows * below.data[p + c]!);
      }
      data[i + 3] = through * shows * below.data[p + 3]!;
    }
    return { area, isEven, data };
  };
}
