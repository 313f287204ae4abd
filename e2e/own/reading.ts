import type { BrowserContext, Page as Tab } from 'playwright-core';
import { installReader } from '@hatrail/capture/session';
import { readOwn, type Correction, type Standing } from '@hatrail/capture/own';
import type { SeenOwn } from '@hatrail/core/gather/captured';
import { ownColours, ownHeader, safeTarget } from '@hatrail/core/start/ownHeader';
import { loadImage } from '@napi-rs/canvas';
import { usualWindowHeight } from '@hatrail/core/page/layout';
import type { Drawable } from '@hatrail/core/page/paint';
import { STANDARD_WIDTHS } from '@hatrail/core/sweep/widths';
import { decodePictures } from '@hatrail/node/skia';
import { MADE, madePictures } from '../dressed.ts';
import { newSite } from '@hatrail/core/start/newSite';
import type { Header } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';

/** A markup opened in a browser, read, and made a site of. */

const ADDRESS = 'http://own.invalid/';

/** Opens a page that nothing else can be reached from. */
export async function openMarkup(context: BrowserContext, html: string): Promise<Tab> {
  const tab = await context.newPage();
  // What runs these files gives functions names by a helper that a page does not know.
  await tab.addInitScript('globalThis.__name ??= (named) => named');
  await tab.setViewportSize({ width: 1280, height: 800 });
  await tab.route(`${ADDRESS}**`, (route) =>
    route.request().url() === ADDRESS
      ? route.fulfill({ body: html, contentType: 'text/html; charset=utf-8' })
      : route.fulfill({ status: 404, body: '' }),
  );
  await tab.goto(ADDRESS);
  return tab;
}

/** Reads the header of an open page. */
export async function readMarkup(
  tab: Tab,
  standing?: Standing,
  corrections?: readonly Correction[],
): Promise<SeenOwn | undefined> {
  await installReader(tab);
  const isOver = await tab.evaluate(() => {
    const reader = (
      globalThis as unknown as {
        hatrailReader: { header(): { isOver: boolean; isFixed: boolean } | undefined };
      }
    ).hatrailReader;
    const { isOver = false, isFixed = false } = reader.header() ?? {};
    return { isOver, isFixed };
  });
  return readOwn(
    tab,
    {},
    standing ?? { lies: isOver.isOver ? 'over' : 'above', onScroll: isOver.isFixed ? 'stays' : 'leaves' },
    corrections,
  );
}

/**
 * A site that has a header which was read, and nothing else of its own.
 * @param logo the picture that stands for its logo, where that is one
 */
export function siteOfOwn(seen: SeenOwn, logo?: string): { site: Site; header: Header } {
  const plain = newSite('A site', 'straight');
  const palette = ownColours(seen).map((colour, i) => ({ id: `seen-${i}`, name: `Seen ${i}`, colour }));
  const { own, header, menu } = ownHeader(seen, {
    id: 'own',
    menu: 'main',
    swatch: (hex) => {
      const swatch = palette.find(({ colour }) => colour === hex);
      return swatch ? { swatch: swatch.id } : { colour: hex };
    },
    target: safeTarget,
    here: plain.pages[0]!.id,
    faces: [],
    hasLogo: logo !== undefined,
  });
  return {
    site: {
      ...plain,
      ...(logo !== undefined && { logo: { alt: 'Logo', variants: { dark: logo, light: logo } } }),
      palette: [...plain.palette, ...palette],
      menus: [menu],
      ownHeaders: [own],
      headers: [header],
    },
    header,
  };
}

/** The same header in other clothes: every layer that style can give it, and every state in a colour of its own. */
export function redressed(header: Header): Header {
  const use = (colour: string) => ({ colour });
  return {
    ...header,
    looks: {
      top: {
        fill: { colour: use('#123456'), opacity: 0.6 },
        tint: { colour: use('#402010'), opacity: 0.2 },
        ink: {
          link: use('#fefefe'),
          hover: use('#fff200'),
          current: use('#00fff0'),
          pressed: use('#ff90f0'),
          focused: use('#f0fff0'),
          open: use('#c8ffd8'),
        },
        cue: { hover: 2, current: 3, offset: 5, share: 100 },
        blur: { radius: 6 },
        cut: { start: 6, middle: 30, end: 14 },
        picture: { on: true, picture: 'overlay', size: 'cover', x: 30, y: 60, blend: 'multiply' },
        shadow: { opacity: 0.3, colour: use('#000000') },
        edge: {
          on: true,
          colour: use('#999999'),
          thickness: 1,
          above: { width: 2, colour: use('#aa3333') },
          start: { width: 3, colour: use('#33aa33') },
          end: { width: 4, colour: use('#3333aa') },
        },
      },
      scrolled: {
        fill: { colour: use('#fdf6e3'), opacity: 0.9 },
        ink: { link: use('#111111'), hover: use('#7a0000'), current: use('#003a7a') },
        cut: { start: 0, middle: 0, end: 0 },
        picture: { repeat: 'repeat', drawnWidth: 90, blend: 'normal' },
      },
    },
    panel: { fill: use('#202020'), ink: use('#eeeeee'), hover: use('#ffff00') },
  };
}

/** A markup's page with its pictures taken without the header, as a page of a site that has that header. */
export async function pageOfMarkup(
  context: BrowserContext,
  html: string,
  seen: SeenOwn,
): Promise<{ site: Site; header: Header; pictures: Map<string, Drawable> }> {
  const { site, header } = siteOfOwn(seen, 'limb');
  const tab = await openMarkup(context, html);
  const pictures = new Map<string, Drawable>();
  const snapshots: { width: number; picture: string }[] = [];
  const own = site.ownHeaders![0]!;
  for (const width of STANDARD_WIDTHS) {
    await tab.setViewportSize({ width, height: usualWindowHeight(width) });
    await tab.evaluate((selector) => {
      document.querySelector<HTMLElement>(selector)!.style.setProperty('opacity', '0', 'important');
    }, own.selector);
    const { top, height, whole } = await tab.evaluate((selector) => {
      const rect = document.querySelector(selector)!.getBoundingClientRect();
      return { top: rect.top, height: rect.height, whole: document.documentElement.scrollHeight };
    }, own.selector);
    const from = own.lies === 'over' ? 0 : Math.round(top + height);
    const bytes = await tab.screenshot({
      fullPage: true,
      clip: { x: 0, y: from, width, height: whole - from },
    });
    const image = await loadImage(bytes);
    const id = `page-${width}`;
    const size = { width: image.width, height: image.height };
    pictures.set(id, { image: image as unknown as Drawable['image'], ...size, pixels: size });
    site.pictures.push({ id, name: id, alt: '', file: `${id}.png`, ...size });
    snapshots.push({ width, picture: id });
  }
  await tab.close();
  const dressed = { ...site, pictures: madePictures, headers: [redressed(header)] };
  const behind = await decodePictures(dressed, (file) => Promise.resolve(MADE[file]!()));
  for (const [id, drawn] of behind) pictures.set(id, drawn);
  site.pictures.push(...madePictures.filter(({ id }) => behind.has(id)));
  const page = { ...site.pages[0]!, bands: [], snapshots, from: ADDRESS };
  return { site: { ...site, pages: [page, ...site.pages.slice(1)] }, header, pictures };
}

export { ADDRESS };
