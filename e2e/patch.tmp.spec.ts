import { test } from 'vitest';
import sharp from 'sharp';
import { shippedFiles, type ShippedFile } from '@hatrail/cli/export';
import { loadSite } from '@hatrail/cli/siteFile';
import { decodePictures, skiaMeasure, skiaRaster } from '@hatrail/cli/skia';
import { siteFiles } from '@hatrail/core/output/files';
import { shippedSizes } from '@hatrail/core/output/sizes';
import { layoutScene } from '@hatrail/core/sweep/scene';
import { openChromium } from './chromium.ts';
import { MADE, dressedSite } from './dressed.ts';
import { serveFiles } from './statics.ts';
const measure = skiaMeasure();
test('page pixels', async () => {
  const browser = await openChromium();
  const loaded = await loadSite('demo/larkfell.hatrail.json');
  let files: ShippedFile[] = [];
  const server = await serveFiles(() => files);
  const tab = await browser.newPage({ reducedMotion: 'reduce' });
  const read = async (file: string, width?: number) => MADE[file]?.() ?? loaded.read(file, width);
  for (const seed of (process.env.SEEDS ?? '').split(' ').map(Number)) {
    const { site, header, width } = dressedSite(loaded.site, seed);
    files = await shippedFiles(site, siteFiles(site, measure), read);
    const scene = layoutScene(site, header, site.pages[0]!, width, measure, 320);
    const sizes = shippedSizes(site, header, measure);
    const pictures = await decodePictures(site, read, sizes);
    const raster = skiaRaster(site, scene.laid, pictures);
    await tab.setViewportSize({ width, height: 320 });
    await tab.goto(`${server.url}/?${seed}`);
    await tab.evaluate(() => document.fonts.ready);
    await tab.addStyleTag({ content: '.hr{visibility:hidden}' });
    const shot = await sharp(await tab.screenshot({ fullPage: true }))
      .removeAlpha()
      .raw()
      .toBuffer();
    for (const b of scene.laid.bands) {
      let sum = 0,
        n = 0,
        max = 0;
      for (let y = b.top; y < b.top + b.height; y++)
        for (let x = 0; x < width; x++)
          for (let c = 0; c < 3; c++) {
            const d = Math.abs(shot[3 * (y * width + x) + c]! - raster.data[4 * (y * width + x) + c]!);
            sum += d;
            n++;
            max = Math.max(max, d);
          }
      console.log(
        'band',
        seed,
        width,
        b.top,
        b.height,
        JSON.stringify(b.backdrop.picture ?? b.backdrop.gradient ?? ''),
        (sum / n).toFixed(2),
        max,
        JSON.stringify(sizes),
      );
    }
  }
  await browser.close();
  server.server.close();
}, 300000);
