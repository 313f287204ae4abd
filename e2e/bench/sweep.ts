import { loadSite } from '@hatrail/node/siteFile';
import { decodePictures, skiaDrawing, skiaMeasure, skiaRaster } from '@hatrail/node/skia';
import { withoutPauses } from '@hatrail/core/lists';
import { LUMINANCE } from '@hatrail/core/colour/contrast';
import type { Header, Look } from '@hatrail/core/model/header';
import { sceneTargets } from '@hatrail/core/sweep/prove';
import { sweepTogether } from '@hatrail/core/sweep/sweepTarget';
import { readAt } from '@hatrail/core/sweep/exact';
import { behindAt, layoutScene, spanOfAll } from '@hatrail/core/sweep/scene';

/** Least of some runs of a piece of work, ms, each after what it needs has been made ready. */
function least(runs: number, work: () => void, ready = () => {}): number {
  let best = Infinity;
  for (let i = 0; i < runs; i++) {
    ready();
    const start = performance.now();
    work();
    best = Math.min(best, performance.now() - start);
  }
  return best;
}

const [RED, GREEN, BLUE] = LUMINANCE.map((table) => Float32Array.from(table, (v) => v / 65535)) as [
  Float32Array,
  Float32Array,
  Float32Array,
];

/** One pass that turns a raster into luminances: what the sweep is measured against. */
function luminancePass(pixels: Uint32Array, out: Float32Array): void {
  for (let i = 0; i < pixels.length; i++) {
    const pixel = pixels[i]!;
    out[i] = RED[pixel & 255]! + GREEN[(pixel >>> 8) & 255]! + BLUE[(pixel >>> 16) & 255]!;
  }
}

const gradient: Look['gradient'] = {
  on: true,
  angle: 180,
  stops: [
    { at: 0, colour: { swatch: 'midnight' }, opacity: 0.85 },
    { at: 100, colour: { swatch: 'midnight' }, opacity: 0.2 },
  ],
};

/** Looks whose sweep is timed: what they wear, the header's height, and how far apart fast and straightforward may be. */
const CASES: { name: string; look: Look; height: number; within: number }[] = [
  { name: 'plain fill', look: {}, height: 64, within: 0 },
  { name: 'vertical gradient', look: { gradient }, height: 64, within: 0 },
  {
    name: 'blur 12 and gradient, 88 px',
    look: { gradient, blur: { radius: 12 } },
    height: 88,
    within: 0.015,
  },
  {
    name: 'blur 12 and gradient, 64 px',
    look: { gradient, blur: { radius: 12 } },
    height: 64,
    within: 0.015,
  },
];

/**
 * The sweep of all items of the demo header over Home at 1280, at every pixel of scroll, as a multiple of one pass that turns
 * the same raster into luminances; and how many of some scrolls differ from the straightforward measure.
 */
export async function sweepFigures(): Promise<Record<string, number>> {
  const { site, read } = await loadSite('demo/larkfell.hatrail.json');
  const pictures = await decodePictures(site, read);
  const [page] = site.pages;
  const draw = skiaDrawing(site, pictures);
  const figures: Record<string, number> = {};
  for (const { name, look, height, within } of CASES) {
    const [first] = site.headers;
    const header: Header = {
      ...first!,
      rails: first!.rails.map((rail) => ({ ...rail, height })),
      looks: { ...first!.looks, scrolled: { ...first!.looks.scrolled, ...look } },
    };
    const scene = layoutScene(site, header, page!, { width: 1280 }, skiaMeasure());
    const raster = skiaRaster(site, scene.laid, pictures);
    const every = sceneTargets(scene, 'scrolled', draw);
    const targets = every.filter(({ state, part }) => part === 'ink' && state !== 'hover');
    const span = spanOfAll(scene);
    const pixels = new Uint32Array(raster.data.buffer, raster.data.byteOffset, raster.width * raster.height);
    const out = new Float32Array(pixels.length);
    let swept: Float32Array[] = [];
    // A raster of its own for each run, since what is cut from one is kept with it.
    let fresh = raster;
    const ready = () => (fresh = { ...raster, data: raster.data.slice() });
    const sweep = () => {
      const all = withoutPauses(sweepTogether(scene, span, targets, fresh));
      swept = all.map(({ swept: { contrasts } }) => contrasts);
    };
    const baseline = least(24, () => luminancePass(pixels, out));
    const time = least(16, sweep, ready);
    const timeOfAll = least(8, () => void withoutPauses(sweepTogether(scene, span, every, fresh)), ready);
    let [differing, beyond, compared] = [0, 0, 0];
    for (let i = 0; i < swept[0]!.length; i += within > 0 ? 61 : 7) {
      targets.forEach((target, t) => {
        const told = readAt(target, raster, behindAt(scene, span.from + i)).contrast;
        const found = swept[t]![i]!;
        compared++;
        if (found !== told) differing++;
        if (Math.abs(found / told - 1) > within) beyond++;
      });
    }
    figures[`sweep, ${name}: multiple of one luminance pass`] = time / baseline;
    figures[`sweep, ${name}: percent of readings identical to the reference`] =
      100 - (100 * differing) / compared;
    figures[`sweep, ${name}: readings further off than ${100 * within} %`] = beyond;
    figures[`sweep, ${name}: ms`] = time;
    figures[`sweep, ${name}, with ${every.length} inks, lines and rings: multiple of that pass`] =
      timeOfAll / baseline;
    figures['scrolls swept'] = swept[0]!.length;
    figures['items swept'] = targets.length;
  }
  return figures;
}
