import { LUMINANCE } from '../colour/contrast.ts';
import type { Area } from '../geometry/area.ts';
import type { Raster } from '../geometry/raster.ts';
import { blurredPatch, plainPatch, type BlurredRows } from './blur.ts';
import type { Blur } from './layers.ts';
import { groundLevel, type Overlay } from './overlay.ts';

/**
 * What an even overlay makes of a page's pixels, a table per channel: the ground's level, and the luminance it adds. The
 * ground of a pixel then depends on the page's pixel alone.
 */
export interface GroundTables {
  level: [Uint8Array, Uint8Array, Uint8Array];
  luminance: [Uint16Array, Uint16Array, Uint16Array];
}

/** Tables of one pixel of an overlay, the first unless said otherwise. */
export function groundTables({ data }: Pick<Overlay, 'data'>, pixel = 0): GroundTables {
  const through = data[4 * pixel + 3]!;
  const level = [new Uint8Array(256), new Uint8Array(256), new Uint8Array(256)] as GroundTables['level'];
  const luminance = [
    new Uint16Array(256),
    new Uint16Array(256),
    new Uint16Array(256),
  ] as GroundTables['luminance'];
  for (let c = 0; c < 3; c++) {
    const colour = data[4 * pixel + c]!;
    for (let page = 0; page < 256; page++) {
      const ground = groundLevel(colour, through, page);
      level[c]![page] = ground;
      luminance[c]![page] = LUMINANCE[c]![ground]!;
    }
  }
  return { level, luminance };
}

/** Where the header lies over the page: the page row of its top edge, and how many of its rows are above the window. */
export interface Behind {
  row: number;
  gone: number;
}

/**
 * What is behind an area of the header: the page's pixels, blurred if the header blurs them.
 * @param known rows that were blurred before: see {@link blurredPatch}
 */
export function backdropPatch(
  raster: Raster,
  { row, gone }: Behind,
  blur: Blur | undefined,
  area: Area,
  known?: BlurredRows,
): Raster {
  return blur ? blurredPatch(raster, row, blur, area, { gone, known }) : plainPatch(raster, row, area);
}

/** The ground behind an ink over the whole area of an overlay: RGBA, opaque. */
export function groundPatch(
  raster: Raster,
  behind: Behind,
  blur: Blur | undefined,
  overlay: Overlay,
): Raster {
  return groundOver(backdropPatch(raster, behind, blur, overlay.area), overlay);
}

/** The ground that an overlay makes of the backdrop behind its area. */
export function groundOver(backdrop: Raster, overlay: Pick<Overlay, 'isEven' | 'data'>): Raster {
  const { width, height, data: below } = backdrop;
  const data = new Uint8ClampedArray(below.length);
  if (overlay.isEven) {
    const [red, green, blue] = groundTables(overlay).level;
    for (let i = 0; i < data.length; i += 4) {
      data[i] = red[below[i]!]!;
      data[i + 1] = green[below[i + 1]!]!;
      data[i + 2] = blue[below[i + 2]!]!;
      data[i + 3] = 255;
    }
    return { width, height, data };
  }
  for (let i = 0; i < data.length; i += 4) {
    const through = overlay.data[i + 3]!;
    for (let c = 0; c < 3; c++) data[i + c] = groundLevel(overlay.data[i + c]!, through, below[i + c]!);
    data[i + 3] = 255;
  }
  return { width, height, data };
}
