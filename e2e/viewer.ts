import { expect } from 'vitest';
import type { Page as Tab } from 'playwright-core';
import { shippedFiles, type ShippedFile } from '@hatrail/node/export';
import type { LoadedSite } from '@hatrail/node/siteFile';
import { decodePictures, skiaMeasure, skiaRaster } from '@hatrail/node/skia';
import { resized } from '@hatrail/node/resize';
import type { Header } from '@hatrail/core/model/header';
import type { Page } from '@hatrail/core/model/page';
import type { Site } from '@hatrail/core/model/site';
import { headerPictures, siteFiles } from '@hatrail/core/output/files';
import { picturesOf } from '@hatrail/core/output/page';
import { shippedSizes } from '@hatrail/core/output/sizes';
import { rasterShowing } from '@hatrail/core/geometry/raster';
import { laidShowing, sightsOf, waysSeen } from '@hatrail/core/page/laid';
import { layoutScene } from '@hatrail/core/sweep/scene';
import { openChromium } from './chromium.ts';
import { MADE } from './dressed.ts';
import type { Seen } from './drawn.ts';
import { serveFiles } from './statics.ts';

const measure = skiaMeasure();
/** Room that a classic scrollbar takes, CSS pixels. */
const SCROLLBAR = 15;

/** Where a page is shown: width without a scrollbar and height of the window, CSS pixels. */
interface Window {
  width: number;
  windowHeight?: number;
}

/** A page that is shown: without motion, so that of pictures that take turns the first stays. */
export interface Shown extends Omit<Seen, 'logos'> {
  /** In how many ways the page is seen. */
  ways: number;
  /** Shows it in one of them, counted from 0. */
  see(way: number): Promise<Pick<Seen, 'scene' | 'raster'>>;
}

/** A browser that shows exported pages as they are changed, beside what the core knows of them. */
export interface Viewer {
  tab: Tab;
  /** Shows a page of a site, and waits until it stands as the core has laid it out. */
  show(site: Site, header: Header, page: Page, window: Window): Promise<Shown>;
  close(): Promise<void>;
}

/** A picture that was made for these tests, as it ships in a width. */
async function made(make: () => Promise<Uint8Array> | Uint8Array, width?: number): Promise<Uint8Array> {
  const bytes = await make();
  return width === undefined ? bytes : resized(bytes, width);
}

/**
 * @param scrollbars with scrollbars that take room
 */
export async function openViewer(loaded: LoadedSite, scrollbars = false): Promise<Viewer> {
  let files: ShippedFile[] = [];
  let shown = 0;
  const browser = await openChromium('gpu', scrollbars);
  const server = await serveFiles(() => files);
  const tab = await browser.newPage({ reducedMotion: 'reduce' });
  const kept = new Map<string, Promise<Uint8Array | undefined>>();
  let decoded: { key: string; pictures: Awaited<ReturnType<typeof decodePictures>> } | undefined;
  const read = (file: string, width?: number) => {
    const key = `${file} ${width}`;
    const found = kept.get(key) ?? (MADE[file] ? made(MADE[file], width) : loaded.read(file, width));
    kept.set(key, found);
    return found;
  };
  return {
    tab,
    async show(site, header, page, { width, windowHeight }) {
      files = await shippedFiles(site, siteFiles(site, measure), read);
      const scene = layoutScene(site, header, page, { width, windowHeight }, measure);
      // A header may be shown as it is worn on its page: pictures ship in the sizes that the document's asks for.
      const own = site.headers.find(({ id }) => id === header.id) ?? header;
      const sizes = shippedSizes(site, own, measure);
      const key = JSON.stringify([
        site.pictures,
        sizes,
        picturesOf(site),
        site.headers.map((each) => headerPictures(site, each)),
      ]);
      if (decoded?.key !== key) decoded = { key, pictures: await decodePictures(site, read, sizes) };
      const { pictures } = decoded;
      const raster = skiaRaster(site, scene.laid, pictures);
      await tab.setViewportSize({ width: width + (scrollbars ? SCROLLBAR : 0), height: scene.windowHeight });
      await tab.goto(`${server.url}${page.path === '/' ? '/' : `${page.path}/`}?${++shown}`);
      await tab.evaluate(async () => {
        await document.fonts.ready;
        await Promise.all([...document.images].map((image) => image.decode().catch(() => undefined)));
      });
      const { clientWidth, scrollHeight } = await tab.evaluate(() => ({
        clientWidth: document.documentElement.clientWidth,
        scrollHeight: document.documentElement.scrollHeight,
      }));
      expect({ clientWidth, scrollHeight }).toEqual({ clientWidth: width, scrollHeight: scene.laid.height });
      const ways = waysSeen(scene.laid);
      // Nothing moves where it is shown, and no pointer is on it.
      const still = sightsOf(scene.laid).findIndex(
        ({ isStill, hovered }) => isStill && hovered === undefined,
      );
      const inWay = (way: number) => ({
        scene: { ...scene, laid: laidShowing(scene.laid, way) },
        raster: rasterShowing(raster, way),
      });
      const sights = sightsOf(scene.laid);
      const see = async (way: number) => {
        const { shows, isStill = false, hovered } = sights[way]!;
        const pointed = hovered === undefined ? undefined : scene.laid.bands[hovered]!.id;
        await tab.evaluate(
          async ([seen, id]) => {
            for (const band of document.querySelectorAll<HTMLElement>('[data-hr-hovers]'))
              band.toggleAttribute('data-hr-hovered', band.id === id);
            for (const band of document.querySelectorAll<HTMLElement>('[data-hr-of]')) {
              if (seen === undefined) delete band.dataset.hrShows;
              else band.dataset.hrShows = String(seen);
              const urls = getComputedStyle(band).backgroundImage.matchAll(/url\("([^"]+)"\)/g);
              for (const [, url] of urls) {
                const image = new Image();
                image.src = url!;
                await image.decode().catch(() => undefined);
              }
            }
          },
          [isStill ? undefined : shows, pointed] as const,
        );
        return inWay(way);
      };
      return { ...inWay(Math.max(0, still)), pictures, sizes, tab, url: server.url, ways, see };
    },
    async close() {
      await browser.close();
      server.server.close();
    },
  };
}
