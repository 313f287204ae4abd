import { loadSite } from '@hatrail/cli/siteFile';
import { decodePictures, skiaDrawing, skiaMeasure, skiaRaster } from '@hatrail/cli/skia';
import { LUMINANCE } from '@hatrail/core/colour/contrast';
import { Planes, sceneTargets, sweepTarget } from '@hatrail/core/sweep/prove';
import { readAt } from '@hatrail/core/sweep/exact';
import { headerRow, layoutScene, spanOfAll } from '@hatrail/core/sweep/scene';

/** Least of some runs of a piece of work, ms. */
function least(runs: number, work: () => void): number {
  let best = Infinity;
  for (let i = 0; i < runs; i++) {
    const start = performance.now();
    work();
    best = Math.min(best, performance.now() - start);
  }
  return best;
}

/**
 * The exact sweep of all items of the demo header over Home at 1280, with a plain fill, at every pixel of scroll, as a
 * multiple of one pass that turns the same raster into luminances; and how many scrolls differ from the reference.
 */
export async function sweepFigures(): Promise<Record<string, number>> {
  const { site, read } = await loadSite('demo/larkfell.hatrail.json');
  const pictures = await decodePictures(site, read);
  const [page] = site.pages;
  const scene = layoutScene(site, site.headers[0]!, page!, 1280, skiaMeasure());
  const raster = skiaRaster(site, scene.laid, pictures);
  const targets = sceneTargets(scene, 'scrolled', skiaDrawing(site, pictures)).filter(
    ({ state }) => state !== 'hover',
  );
  const span = spanOfAll(scene);
  const pixels = new Uint32Array(raster.data.buffer, raster.data.byteOffset, raster.width * raster.height);
  const out = new Float32Array(pixels.length);
  const [red, green, blue] = LUMINANCE.map((table) => Float32Array.from(table, (v) => v / 65535)) as [
    Float32Array,
    Float32Array,
    Float32Array,
  ];
  const luminancePass = () => {
    for (let i = 0; i < pixels.length; i++) {
      const pixel = pixels[i]!;
      out[i] = red[pixel & 255]! + green[(pixel >>> 8) & 255]! + blue[(pixel >>> 16) & 255]!;
    }
  };
  let swept: Float32Array[] = [];
  const sweep = () => {
    const planes = new Planes(raster);
    swept = targets.map((target) => sweepTarget(scene, span, target, raster, planes));
  };
  const [baseline, time] = [least(15, luminancePass), least(15, sweep)];
  let differing = 0;
  for (let i = 0; i < swept[0]!.length; i += 7) {
    const row = headerRow(scene, span.from + i);
    if (targets.some((target, t) => readAt(target, raster, { row, gone: 0 }).contrast !== swept[t]![i]))
      differing++;
  }
  return {
    'sweep, plain fill: multiple of one luminance pass': time / baseline,
    'sweep, plain fill: scrolls of every seventh that differ from the reference': differing,
    'luminance pass, ms': baseline,
    'sweep, ms': time,
    'scrolls swept': swept[0]!.length,
    'items swept': targets.length,
  };
}
