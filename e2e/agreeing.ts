import { expect } from 'vitest';
import type { Page as Tab } from 'playwright-core';
import { skiaDrawing } from '@hatrail/cli/skia';
import { logoVariantsOf } from '@hatrail/core/header/look';
import type { Site } from '@hatrail/core/model/site';
import type { Box } from '@hatrail/core/page/layout';
import { snapBox, type Drawable } from '@hatrail/core/page/paint';
import type { TextRun } from '@hatrail/core/header/ink';
import { fontShorthand } from '@hatrail/core/measure/measure';
import { sizeOf, type Area } from '@hatrail/core/stack/area';
import type { Drawing, LogoPixels } from '@hatrail/core/stack/drawing';
import { groundPatch, pixelAt, type Raster } from '@hatrail/core/stack/ground';
import { readAt } from '@hatrail/core/sweep/exact';
import { marginOf } from '@hatrail/core/sweep/margin';
import { sceneTargets } from '@hatrail/core/sweep/prove';
import { behindAt, momentAt, type Scene } from '@hatrail/core/sweep/scene';
import { rasterAt } from '@hatrail/core/sweep/turns';
import type { Target } from '@hatrail/core/sweep/targets';
import { verdictOf } from '@hatrail/core/sweep/verdict';
import { cellRatio, decode, logoRatio, meanDifference, type Shot } from './bruteForce.ts';

/** Comparing what the core computes for a header over a page with what Chromium paints. */

/** How far computed and seen are apart, over everything judged. */
export class Agreement {
  judged = 0;
  combinations = 0;
  /** Largest difference of contrast, as a share of what is allowed. */
  worst = 0;
  #sum = 0;
  ground = 0;

  add(computed: number, seen: number, target: Target, ground: number): void {
    const share = Math.abs(seen - computed) / allowed(seen, target);
    this.judged++;
    this.#sum += Math.abs(seen - computed) / seen;
    this.worst = Math.max(this.worst, share);
    this.ground = Math.max(this.ground, ground);
  }

  toString(): string {
    const percent = (share: number, digits = 0) => `${(100 * share).toFixed(digits)} %`;
    return `${this.judged} items in ${this.combinations} combinations: largest difference ${percent(this.worst)} of what is allowed, mean ${percent(this.#sum / this.judged, 2)} of the ratio, ground ${this.ground.toFixed(2)} levels at most on average`;
  }
}

/** How far a ratio may be off: 0.1 or 2 %, or what the application itself says of it on the screen. */
function allowed(seen: number, target: Target): number {
  const { least, share } = marginOf(target) ?? { least: 0.1, share: 0.02 };
  return Math.max(least, seen * share);
}

export interface Seen {
  scene: Scene;
  raster: Raster;
  pictures: ReadonlyMap<string, Drawable>;
  tab: Tab;
  /** Where the files are served. */
  url: string;
  /** Logos are compared too: that takes a second picture of the screen. */
  logos: boolean;
}

/** Compares everything that is to be read at one scroll of a page that is shown. */
export async function expectAgreement(
  { scene, raster: page, pictures, tab, url, logos }: Seen,
  scroll: number,
  tally: Agreement,
): Promise<void> {
  const { site, header } = scene;
  const raster = rasterAt(scene, page, scroll);
  await scrollTab(tab, scroll);
  const moment = momentAt(scene, scroll);
  await tab.locator(`.hr[data-moment="${moment}"]`).waitFor({ state: 'attached' });
  if (moment === 'back') await bringBack(tab);
  const behind = behindAt(scene, scroll);
  const clip = { x: 0, y: behind.row - scroll, width: scene.width, height: scene.layouts[moment].height };
  const drawn: Record<string, LogoPixels> = {};
  const ink = scene.layouts[moment].inks.find(({ what }) => what.kind === 'logo');
  if (logos && ink) {
    for (const { picture } of logoVariantsOf(site, header)) {
      drawn[picture] = await drawInBrowser(tab, url, site, picture, ink.box);
    }
  }
  const painted = logos ? await shoot(tab, clip, scene.windowHeight, false) : undefined;
  const ground = await shoot(tab, clip, scene.windowHeight, true);
  const skia = { ...skiaDrawing(site, pictures), logo: (picture: string) => drawn[picture] };
  const draw = await withLetters(tab, skia, (asked) => sceneTargets(scene, moment, asked, scroll));
  tally.combinations++;
  for (const target of sceneTargets(scene, moment, draw, scroll)) {
    const { box } = target.ink;
    const isOut = box.y < behind.gone || box.y + box.height - behind.gone > scene.windowHeight;
    const isPassing = target.part !== 'ink' || !['rest', 'current'].includes(target.state);
    if (isPassing || isOut) continue;
    const { contrast } = readAt(target, raster, behind);
    const told = groundPatch(raster, behind, target.stack.blur, target.veil);
    compare(target, contrast, told, ground, painted, tally, `${scroll} px down`);
  }
}

/** Compares a link under the pointer: the first whose backing or ink is another then. */
export async function expectHovered(seen: Seen, scroll: number, tally: Agreement): Promise<void> {
  const { scene, pictures, tab } = seen;
  const raster = rasterAt(scene, seen.raster, scroll);
  await scrollTab(tab, scroll);
  const moment = momentAt(scene, scroll);
  const behind = behindAt(scene, scroll);
  const { inks, height } = scene.layouts[moment];
  const ink = inks.find(({ plate, isStill, box }) => plate && !isStill && box.y >= behind.gone);
  if (!ink) return;
  const { x, y, width, height: tall } = ink.box;
  await tab.mouse.move(x + width / 2, y + tall / 2 + behind.row - scroll);
  if (moment === 'back') await bringBack(tab);
  const clip = { x: 0, y: behind.row - scroll, width: scene.width, height };
  const ground = await shoot(tab, clip, scene.windowHeight, true);
  await tab.mouse.move(1, clip.y > 0 ? 1 : scene.windowHeight - 1);
  const skia = { ...skiaDrawing(scene.site, pictures), logo: () => undefined };
  const draw = await withLetters(tab, skia, (asked) => sceneTargets(scene, moment, asked, scroll));
  const target = sceneTargets(scene, moment, draw, scroll).find(
    (each) => each.ink.id === ink.id && each.state === 'hover' && each.part === 'ink',
  )!;
  tally.combinations++;
  const { contrast } = readAt(target, raster, behind);
  const told = groundPatch(raster, behind, target.stack.blur, target.veil);
  compare(target, contrast, told, ground, undefined, tally, `${scroll} px down, hovered`);
}

/** Scrolls, and waits until the page's scripts have heard of it. */
async function scrollTab(tab: Tab, scroll: number): Promise<void> {
  await tab.evaluate(
    (y) =>
      new Promise<void>((resolve) => {
        if (Math.round(scrollY) === y) return resolve();
        addEventListener('scroll', () => requestAnimationFrame(() => resolve()), { once: true });
        scrollTo(0, y);
      }),
    scroll,
  );
}

/** One that goes when scrolled down is judged where it has come back. */
async function bringBack(tab: Tab): Promise<void> {
  await tab.evaluate(() => delete document.querySelector<HTMLElement>('.hr')!.dataset.gone);
}

function compare(
  target: Target,
  contrast: number,
  told: Raster,
  ground: Shot,
  painted: Shot | undefined,
  tally: Agreement,
  where: string,
): void {
  const { shape, veil, needed, ink } = target;
  const { area } = veil;
  const difference = meanDifference(ground, area, (x, y) => {
    const { r, g, b } = pixelAt(told, x - area.left, y - area.top);
    return [r, g, b];
  });
  const seen =
    shape.kind === 'logo'
      ? logoRatio(painted!, ground, shape.cells)
      : Math.min(
          ...shape.cells.map((cell) =>
            cellRatio(ground, cell, [shape.colour.r, shape.colour.g, shape.colour.b]),
          ),
        );
  const what = `${where}, ${ink.name}: computed ${contrast.toFixed(3)}, seen ${seen.toFixed(3)}, ground ${difference.toFixed(2)} levels apart`;
  tally.add(contrast, seen, target, difference);
  const most = allowed(seen, target);
  expect(Math.abs(seen - contrast), what).toBeLessThanOrEqual(most);
  const near = [needed, (needed * 2) / 3].some((limit) => Math.abs(seen - limit) <= most);
  if (!near) expect(verdictOf(contrast, needed), what).toBe(verdictOf(seen, needed));
}

/** The logo's pixels from the browser's own canvas, as the application takes them. */
async function drawInBrowser(
  tab: Tab,
  url: string,
  site: Site,
  picture: string,
  box: Box,
): Promise<LogoPixels> {
  const { file } = site.pictures.find(({ id }) => id === picture)!;
  const { x: left, y: top, width, height } = snapBox(box);
  const data = await tab.evaluate(
    async ({ url, width, height }) => {
      const image = new Image();
      image.src = url;
      await image.decode();
      const context = new OffscreenCanvas(width, height).getContext('2d')!;
      context.drawImage(image, 0, 0, width, height);
      return [...context.getImageData(0, 0, width, height).data];
    },
    { url: `${url}/assets/pictures/${file}`, width, height },
  );
  return { left, top, width, height, data: Uint8ClampedArray.from(data) };
}

/**
 * The letters of shadows from the browser's own canvas, as the application takes them: what is asked for is first only
 * noted down, then drawn in one go.
 */
async function withLetters(tab: Tab, draw: Drawing, work: (draw: Drawing) => unknown): Promise<Drawing> {
  const asked: { run: TextRun; area: Area; font: string }[] = [];
  work({
    ...draw,
    text(run, area) {
      asked.push({ run, area, font: fontShorthand(run.font) });
      return new Uint8Array(sizeOf(area));
    },
  });
  if (asked.length === 0) return draw;
  const drawn = await tab.evaluate(
    (list) =>
      list.map(({ run, area, font }) => {
        const [width, height] = [area.right - area.left, area.bottom - area.top];
        const context = new OffscreenCanvas(width, height).getContext('2d')!;
        context.font = font;
        context.letterSpacing = `${run.font.letterSpacing}px`;
        context.fontKerning = 'normal';
        context.fillText(run.text, run.left - area.left, run.baseline - area.top);
        const { data } = context.getImageData(0, 0, width, height);
        return Array.from({ length: width * height }, (_, i) => data[4 * i + 3]!);
      }),
    asked,
  );
  const key = (run: TextRun, area: Area) => JSON.stringify([run, area]);
  const known = new Map(asked.map(({ run, area }, i) => [key(run, area), Uint8Array.from(drawn[i]!)]));
  return { ...draw, text: (run, area) => known.get(key(run, area))! };
}

/** Text and marks without their colour; text shadows, which are ground, stay. */
const BARE =
  '.hr-rail *{color:transparent!important;text-decoration-color:transparent!important}.hr-rail :is(svg,img,.hr-own){visibility:hidden!important}';

/** The header's pixels, at its own place; without its ink if `bare`. */
async function shoot(
  tab: Tab,
  clip: { x: number; y: number; width: number; height: number },
  windowHeight: number,
  bare: boolean,
): Promise<Shot> {
  const style = bare ? await tab.addStyleTag({ content: BARE }) : undefined;
  const top = Math.max(0, clip.y);
  const bottom = Math.min(windowHeight, clip.y + clip.height);
  const shown = { ...clip, y: top, height: bottom - top };
  const shot = await decode(await tab.screenshot({ clip: shown, animations: 'disabled' }));
  await style?.evaluate((element) => (element as HTMLElement).remove());
  // Rows above and below the window are not to be seen; the rest keep their header rows.
  const rows = (count: number) => Buffer.alloc(Math.max(0, count) * shot.width * 3);
  return {
    ...shot,
    height: clip.height,
    data: Buffer.concat([rows(top - clip.y), shot.data, rows(clip.y + clip.height - bottom)]),
  };
}

/** The header's own elements, in the core's order, within 1 px of where the core puts them. */
export async function expectBoxes(tab: Tab, inks: readonly { name: string; box: Box }[]): Promise<void> {
  const seen = await tab.evaluate(() => {
    const header = document.querySelector('.hr')!.getBoundingClientRect();
    return [
      ...document.querySelectorAll(
        '.hr-rail :is(.hr-logo, .hr-link, .hr-text, .hr-opener, .hr-button, .hr-toggle)',
      ),
    ]
      .map((element) => {
        // A backing lies round what the item itself shows.
        const { x, y, width, height } = element.getBoundingClientRect();
        const style = getComputedStyle(element);
        const [left, top] = element.matches('.hr-text')
          ? [parseFloat(style.paddingLeft), parseFloat(style.paddingTop)]
          : [0, 0];
        return { x: x + left, y: y + top - header.y, width: width - 2 * left, height: height - 2 * top };
      })
      .filter(({ width }) => width > 0);
  });
  expect(seen.length).toBe(inks.length);
  inks.forEach(({ name, box }, i) => {
    for (const key of ['x', 'y', 'width', 'height'] as const) {
      expect(
        Math.abs(seen[i]![key] - box[key]),
        `${name} ${key}: ${box[key]}, seen ${seen[i]![key]}`,
      ).toBeLessThanOrEqual(1);
    }
  });
}
