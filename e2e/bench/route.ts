import { shippedFiles } from '@hatrail/node/export';
import { loadSite } from '@hatrail/node/siteFile';
import { decodePictures, skiaDrawing, skiaMeasure, skiaRaster } from '@hatrail/node/skia';
import { withoutPauses } from '@hatrail/core/lists';
import { siteFiles } from '@hatrail/core/output/files';
import { sceneTargets } from '@hatrail/core/sweep/prove';
import { sweepTogether } from '@hatrail/core/sweep/sweepTarget';
import { layoutScene, spanOfAll } from '@hatrail/core/sweep/scene';
import { cellRatio, decode } from '../bruteForce.ts';
import { openChromium } from '../chromium.ts';
import { serveFiles } from '../statics.ts';

/** Scrolls that are measured by way of the browser; the rest is scaled. */
const SAMPLE = 16;

/**
 * The sweep against the route through a browser: scroll, take a picture of the header with its inks transparent, measure
 * every cell. The same items over Home at 1280, at each pixel of scroll; the browser's time is of a sample, scaled.
 */
export async function routeFigures(): Promise<Record<string, number>> {
  const { site, read } = await loadSite('demo/larkfell.hatrail.json');
  const pictures = await decodePictures(site, read);
  const measure = skiaMeasure();
  const scene = layoutScene(site, site.headers[0]!, site.pages[0]!, { width: 1280 }, measure);
  const raster = skiaRaster(site, scene.laid, pictures);
  const targets = sceneTargets(scene, 'scrolled', skiaDrawing(site, pictures)).filter(
    ({ part, state, shape }) => part === 'ink' && state !== 'hover' && shape.kind === 'cells',
  );
  const span = spanOfAll(scene);
  let swept = Infinity;
  for (let run = 0; run < 6; run++) {
    const start = performance.now();
    withoutPauses(sweepTogether(scene, span, targets, raster));
    swept = Math.min(swept, performance.now() - start);
  }
  const files = await shippedFiles(site, siteFiles(site, measure), read);
  const { server, url } = await serveFiles(() => files);
  const browser = await openChromium();
  const tab = await browser.newPage({ viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' });
  await tab.goto(`${url}/`);
  await tab.evaluate(() => document.fonts.ready);
  await tab.addStyleTag({ content: '.hr :is(a, button, span) { color: transparent !important }' });
  const clip = { x: 0, y: 0, width: 1280, height: scene.layouts.scrolled.height };
  const start = performance.now();
  for (let i = 0; i < SAMPLE; i++) {
    const scroll = Math.round(100 + (i * (span.to - 100)) / SAMPLE);
    await tab.evaluate((y) => scrollTo(0, y), scroll);
    const shot = await decode(await tab.screenshot({ clip, animations: 'disabled' }));
    for (const { shape } of targets) {
      if (shape.kind !== 'cells') continue;
      const { r, g, b } = shape.colour;
      for (const cell of shape.cells) cellRatio(shot, cell, [r, g, b]);
    }
  }
  const each = (performance.now() - start) / SAMPLE;
  await browser.close();
  server.close();
  return {
    'browser route: ms for each scroll': each,
    'browser route: times slower than the sweep, scaled to every scroll':
      (each * (span.to - span.from + 1)) / swept,
  };
}
