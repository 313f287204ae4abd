import { chromium, type Browser } from 'playwright-core';

/** Starts Debian's Chromium with GPU raster on the processor: what people's browsers do, on a machine without a GPU. */
export function openChromium(): Promise<Browser> {
  return chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--use-gl=angle',
      '--use-angle=swiftshader',
      '--enable-unsafe-swiftshader',
      '--enable-gpu-rasterization',
      '--ignore-gpu-blocklist',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      '--disable-quic',
      '--no-first-run',
    ],
  });
}
