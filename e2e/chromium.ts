import { chromium, type Browser } from 'playwright-core';

const QUIET = [
  '--no-sandbox',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--disable-quic',
  '--no-first-run',
];

/** GPU raster without a GPU: it paints what people's browsers paint, at a processor's pace. */
const GPU_RASTER = [
  '--use-gl=angle',
  '--use-angle=swiftshader',
  '--enable-unsafe-swiftshader',
  '--enable-gpu-rasterization',
  '--ignore-gpu-blocklist',
  // No picture is taken before the images in it are decoded.
  '--disable-checker-imaging',
];

/**
 * Starts Debian's Chromium.
 * @param raster `gpu` where pixels are compared; `software` where only time counts, for a machine without a GPU
 * @param scrollbars with scrollbars that take room, 15 px of it
 */
export function openChromium(raster: 'gpu' | 'software' = 'gpu', scrollbars = false): Promise<Browser> {
  return chromium.launch({
    ...(scrollbars && { ignoreDefaultArgs: ['--hide-scrollbars'] }),
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: [...QUIET, ...(raster === 'gpu' ? GPU_RASTER : ['--disable-gpu'])],
  });
}
