import sharp from 'sharp';
import { afterAll, beforeAll, expect, test } from 'vitest';
import type { Browser, Page as Tab } from 'playwright-core';
import { halvesOf, reducedPixels } from '@hatrail/core/pixels/reduced';
import { random } from '../core/test/made.ts';
import { openChromium } from './chromium.ts';

/** Pictures that are drawn smaller than they are, in the page and on the application's canvas, against our own reduction. */

const OWN = { width: 640, height: 160 };
let browser: Browser;
let tab: Tab;
let src: string;
let data: Uint8ClampedArray;

beforeAll(async () => {
  const by = random(5);
  data = Uint8ClampedArray.from({ length: 4 * OWN.width * OWN.height }, (_, i) => {
    const [x, y] = [(i >> 2) % OWN.width, Math.floor((i >> 2) / OWN.width)];
    const isDark = (Math.floor(x / 7) + Math.floor(y / 5)) % 2 === 0;
    return i % 4 === 3 ? 255 : by() < 0.4 ? 255 * by() : isDark ? 0 : 255;
  });
  const png = await sharp(data, { raw: { ...OWN, channels: 4 } })
    .png()
    .toBuffer();
  src = `data:image/png;base64,${png.toString('base64')}`;
  browser = await openChromium();
  tab = await browser.newPage({ viewport: { width: 700, height: 400 } });
});
afterAll(() => browser.close());

const WIDTHS = [600, 440, 360, 300, 240, 200, 164, 136, 100, 60];
// What a browser draws first after it has started it draws in another way: the largest is the first, and the same in both.
for (const width of process.env.LONG ? WIDTHS : [600, 300]) {
  test(`640 px as ${width}`, async () => {
    const size = { width, height: width / 4 };
    const whole = { x: 0, y: 0, ...size };
    const told = reducedPixels(halvesOf(data, OWN), whole, whole);
    const style = `position: absolute; left: 0; width: ${width}px; height: ${size.height}px`;
    await tab.setContent(
      `<body style="margin: 0"><img src="${src}" style="${style}; top: 0"><p style="${style}; margin: 0; top: 200px; background: url(${src}) 0 0 / 100% 100%">`,
    );
    await tab.evaluate(() => Promise.all([...document.images].map((image) => image.decode())));
    const painted = (y: number) =>
      tab.screenshot({ clip: { ...whole, y } }).then((shot) => sharp(shot).ensureAlpha().raw().toBuffer());
    const onCanvas = await tab.evaluate(
      async ({ src, width, height }) => {
        const image = new Image();
        image.src = src;
        await image.decode();
        const context = new OffscreenCanvas(width, height).getContext('2d')!;
        context.imageSmoothingQuality = 'medium';
        context.drawImage(image, 0, 0, width, height);
        // As text: hundreds of thousands of numbers one by one take seconds.
        const { data } = context.getImageData(0, 0, width, height);
        return btoa(Array.from(data, (level) => String.fromCharCode(level)).join(''));
      },
      { src, ...size },
    );
    for (const seen of [await painted(0), await painted(200), Buffer.from(onCanvas, 'base64')]) {
      // Colours alone: all of it is opaque.
      const colours = told.map((level, i) => (i % 4 === 3 ? 0 : Math.abs(level - seen[i]!)));
      const apart = colours.reduce((sum, difference) => sum + difference, 0) / (0.75 * told.length);
      expect(apart).toBeLessThan(1.2);
    }
  });
}
