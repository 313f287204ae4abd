import { setImmediate } from 'node:timers/promises';
import { loadSite } from '@hatrail/node/siteFile';
import { decodePictures, skiaDrawing, skiaMeasure, skiaRaster } from '@hatrail/node/skia';
import { LUMINANCE } from '@hatrail/core/colour/contrast';
import { shippedSizes } from '@hatrail/core/output/sizes';
import { proveScene } from '@hatrail/core/sweep/prove';
import { layoutScene } from '@hatrail/core/sweep/scene';
import { widthsBetween } from '@hatrail/core/sweep/widthPlan';
import { STANDARD_WIDTHS } from '@hatrail/core/sweep/widths';

/** A page of 1280 × 6000, turned into luminances once, ms: the least of some runs. */
function onePass(): number {
  const pixels = Uint32Array.from({ length: 1280 * 6000 }, (_, i) => (i * 2654435761) >>> 0);
  const out = new Float32Array(pixels.length);
  const [red, green, blue] = LUMINANCE.map((table) => Float32Array.from(table));
  let least = Infinity;
  for (let run = 0; run < 12; run++) {
    const start = performance.now();
    for (let i = 0; i < pixels.length; i++) {
      const pixel = pixels[i]!;
      out[i] = red![pixel & 255]! + green![(pixel >>> 8) & 255]! + blue![(pixel >>> 16) & 255]!;
    }
    least = Math.min(least, performance.now() - start);
  }
  return least;
}

/** The whole demo from cold, one page after the other in one thread: painted and swept with every state, line and ring. */
export async function wholeFigures(): Promise<Record<string, number>> {
  const { site, read } = await loadSite('demo/larkfell.hatrail.json');
  const measure = skiaMeasure();
  const header = site.headers[0]!;
  const pictures = await decodePictures(site, read, shippedSizes(site, header, measure));
  const draw = skiaDrawing(site, pictures);
  const pass = onePass();
  const taken = async (widths: readonly number[]) => {
    let [paint, sweep] = [0, 0];
    for (const width of widths)
      for (const page of site.pages) {
        const start = performance.now();
        const scene = layoutScene(site, header, page, { width }, measure);
        const raster = skiaRaster(site, scene.laid, pictures);
        const painted = performance.now();
        proveScene(scene, raster, draw);
        paint += painted - start;
        sweep += performance.now() - painted;
        // Canvases are given back only between two turns of the event loop.
        await setImmediate();
      }
    return { paint, sweep };
  };
  const four = await taken(STANDARD_WIDTHS);
  const between = widthsBetween(site, header, measure);
  const others = await taken(between);
  return {
    'whole demo, 6 pages at 4 widths: painting, multiple of one luminance pass of 1280 × 6000':
      four.paint / pass,
    'whole demo, 6 pages at 4 widths: sweeping, multiple of that pass': four.sweep / pass,
    'whole demo, widths between that are planned': between.length,
    'whole demo, widths between: multiple of the four':
      (others.paint + others.sweep) / (four.paint + four.sweep),
    'whole demo, memory in use at the end: MB': process.memoryUsage().rss / 2 ** 20,
  };
}
