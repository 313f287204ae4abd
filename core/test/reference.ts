import type { Raster } from '../src/geometry/raster.ts';

/**
 * A sweep by nothing but the definitions, for a text behind which even colours and upright gradients lie: it shares no cells,
 * no overlay and no tables with the program, and knows colours as the real numbers of WCAG 2.2 and of Compositing 1.
 */

/** An even colour, or one that goes from the box's upper edge to its lower one; 0 to 255, opacity 0 to 1. */
export type PlainLayer = { from: Plain; to: Plain; top: number; height: number } | { even: Plain };
export type Plain = readonly [red: number, green: number, blue: number, opacity: number];

export interface PlainText {
  left: number;
  advance: number;
  baseline: number;
  capHeight: number;
  descent: number;
  size: number;
  ink: readonly [number, number, number];
}

/** Source over backdrop (Compositing 1, section 5.1), the backdrop opaque. */
const over = ([r, g, b, a]: Plain, ground: readonly number[]): number[] =>
  [r, g, b].map((value, c) => a * value + (1 - a) * ground[c]!);

/** The colour of a layer in a row of the header, between its ends with their opacities in (CSS Images 3, section 3.5.3). */
function colourIn(layer: PlainLayer, row: number): Plain {
  if ('even' in layer) return layer.even;
  const share = Math.min(1, Math.max(0, (row + 0.5 - layer.top) / layer.height));
  const opacity = (1 - share) * layer.from[3] + share * layer.to[3];
  const channel = (c: 0 | 1 | 2) =>
    opacity === 0
      ? 0
      : ((1 - share) * layer.from[c] * layer.from[3] + share * layer.to[c] * layer.to[3]) / opacity;
  return [channel(0), channel(1), channel(2), opacity];
}

/** Relative luminance (WCAG 2.2). */
function luminanceOf(colour: readonly number[]): number {
  const [r, g, b] = colour.map((value) => {
    const c = value / 255;
    return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!;
}

/** The text's contrast when the header lies at a row of the page: of its worst letter, the pixel at the tenth percentile. */
export function plainContrast(
  text: PlainText,
  layers: readonly PlainLayer[],
  page: Raster,
  scroll: number,
): number {
  const letters = Math.max(1, Math.ceil(text.advance / (0.6 * text.size) - 0.001));
  const ink = luminanceOf(text.ink);
  const edge = (k: number) => Math.round(text.left + (k * text.advance) / letters);
  const worst = Array.from({ length: letters }, (_, k) => {
    const contrasts: number[] = [];
    for (
      let y = Math.round(text.baseline - text.capHeight);
      y < Math.round(text.baseline + text.descent);
      y++
    )
      for (let x = edge(k); x < edge(k + 1); x++) {
        const i = 4 * ((y + scroll) * page.width + x);
        let ground: number[] = [page.data[i]!, page.data[i + 1]!, page.data[i + 2]!];
        for (const layer of layers) ground = over(colourIn(layer, y), ground);
        const behind = luminanceOf(ground.map(Math.round));
        contrasts.push((Math.max(ink, behind) + 0.05) / (Math.min(ink, behind) + 0.05));
      }
    contrasts.sort((a, b) => a - b);
    return contrasts[Math.ceil(contrasts.length / 10) - 1]!;
  });
  return Math.min(...worst);
}
