import { afterAll, beforeAll, test } from 'vitest';
import { shippedFiles, type ShippedFile } from '@hatrail/cli/export';
import { loadSite } from '@hatrail/cli/siteFile';
import { decodePictures, skiaMeasure, skiaRaster } from '@hatrail/cli/skia';
import { siteFiles } from '@hatrail/core/output/files';
import { shippedSizes } from '@hatrail/core/output/sizes';
import { layoutScene } from '@hatrail/core/sweep/scene';
import { Agreement, expectAgreement } from './agreeing.ts';
import { openChromium } from './chromium.ts';
import { MADE, dressedSite } from './dressed.ts';
import { serveFiles } from './statics.ts';
const measure = skiaMeasure();
test('isolate', async () => {
  const browser = await openChromium();
  const loaded = await loadSite('demo/larkfell.hatrail.json');
  let files: ShippedFile[] = [];
  const server = await serveFiles(() => files);
  const tab = await browser.newPage({ reducedMotion: 'reduce' });
  const read = async (file: string, width?: number) => MADE[file]?.() ?? loaded.read(file, width);
  for (const seed of (process.env.SEEDS ?? '').split(' ').map(Number)) {
    for (const without of [
      'nothing',
      'picture',
      'gradient',
      'blur',
      'textShadow',
      'tint',
      'blend',
      'mask',
      'fraction',
    ]) {
      const { site, header, width, scrolls, windowHeight } = JSON.parse(
        JSON.stringify(dressedSite(loaded.site, seed)),
      );
      site.headers = [header];
      const strip = (look: any) => {
        if (!look) return;
        delete look[without];
        if (look.picture && without in look.picture) delete look.picture[without];

          look.picture.x = 0;
          look.picture.y = 0;
        }
      };
      if (without === 'rails') for (const r of header.rails) delete r.looks;
      for (const m of ['top', 'scrolled']) {
        strip(header.looks[m]);
        for (const r of header.rails) strip(r.looks?.[m]);
      }
      files = await shippedFiles(site, siteFiles(site, measure), read);
      const scene = layoutScene(site, header, site.pages[0]!, width, measure, windowHeight);
      const pictures = await decodePictures(site, read, shippedSizes(site, header, measure));
      const raster = skiaRaster(site, scene.laid, pictures);
      await tab.setViewportSize({ width, height: windowHeight });
      await tab.goto(`${server.url}/?${seed}${without}`);
      await tab.evaluate(() => document.fonts.ready);
      const tally = new Agreement();
      const seen = { scene, raster, pictures, tab, url: server.url, logos: false };
      let first = '';
      for (const scroll of scrolls) {
        try {
          await expectAgreement(seen, Math.min(scroll, scene.maxScroll), tally);
        } catch (e) {
          first ||= scroll + ': ' + (e as Error).message.split(' expected')[0];
        }
      }
      console.log(
        seed,
        'without',
        without.padEnd(12),
        tally.worst.toFixed(2),
        tally.ground.toFixed(2),
        first,
      );
    }
  }
  await browser.close();
  server.server.close();
}, 300000);
