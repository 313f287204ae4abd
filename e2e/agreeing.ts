import { expect } from 'vitest';
import type { Page as Tab } from 'playwright-core';
import { skiaDrawing } from '@hatrail/node/skia';
import { letters, type TextRun } from '@hatrail/core/header/ink';
import type { Cell } from '@hatrail/core/sweep/cells';
import { logoVariantsOf } from '@hatrail/core/header/look';
import type { Moment } from '@hatrail/core/model/header';
import type { Box } from '@hatrail/core/geometry/box';
import type { Drawing, LogoPixels } from '@hatrail/core/stack/drawing';
import { groundPatch } from '@hatrail/core/stack/ground';
import { pixelAt, type Raster } from '@hatrail/core/geometry/raster';
import { readAt } from '@hatrail/core/sweep/exact';
import { marginOf } from '@hatrail/core/sweep/margin';
import { proveScene } from '@hatrail/core/sweep/prove';
import { calledOf, isPassing, spotKey, spotOf } from '@hatrail/core/sweep/row';
import { behindAt, momentAt, type Scene } from '@hatrail/core/sweep/scene';
import type { JudgedTarget } from '@hatrail/core/sweep/targets';
import { rasterAt } from '@hatrail/core/sweep/turns';
import { verdictOf } from '@hatrail/core/sweep/verdict';
import { cellRatio, logoRatio, meanDifference, type Shot } from './bruteForce.ts';
import { drawInBrowser, targetsOf, type Seen } from './drawn.ts';
import { bringBack, scrollTab, shoot } from './shots.ts';

/** Comparing what the core computes for a header over a page with what Chromium paints. */

/** How far computed and seen are apart, over everything judged. */
export class Agreement {
  judged = 0;
  combinations = 0;
  /** Largest difference of contrast, as a share of what is allowed. */
  worst = 0;
  #sum = 0;
  ground = 0;
  /** Items told clear that are below their target as seen, within what is allowed. */
  near = 0;

  add(computed: number, seen: number, target: JudgedTarget, ground: number): void {
    if (computed >= target.needed && seen < target.needed) this.near++;
    const share = Math.abs(seen - computed) / allowed(computed, target);
    this.judged++;
    this.#sum += Math.abs(seen - computed) / seen;
    this.worst = Math.max(this.worst, share);
    this.ground = Math.max(this.ground, ground);
  }

  toString(): string {
    const percent = (share: number, digits = 0) => `${(100 * share).toFixed(digits)} %`;
    return `${this.judged} items in ${this.combinations} combinations: largest difference ${percent(this.worst)} of what is allowed, mean ${percent(this.#sum / this.judged, 2)} of the ratio, ground ${this.ground.toFixed(2)} levels at most on average; ${this.near} told clear by a hair that are not as seen`;
  }
}

/** How far a ratio may be off: 0.1 or 2 %, or what the application itself says of it on the screen. */
function allowed(told: number, target: JudgedTarget): number {
  const { least, share } = marginOf(target) ?? { least: 0.1, share: 0.02 };
  return Math.max(least, told * share);
}

/** Whether it is told as hidden by another item or the window’s edge: its letters are out of sight where grounds are compared. */
export const isHidden = ({ stack }: JudgedTarget) =>
  stack.layers.some(({ name }) => name === 'others' || name === 'window');

/** How far below its box what hangs in a header may reach, CSS pixels. */
const BELOW = 64;

/** What is shot of a header at a moment, with what hangs over its lower edge. */
export function clipOf(scene: Scene, moment: Moment, y: number) {
  return { x: 0, y, width: scene.width, height: scene.layouts[moment].height + BELOW };
}

/** Compares everything that is to be read at one scroll of a page that is shown. */
export async function expectAgreement(seen: Seen, scroll: number, tally: Agreement): Promise<void> {
  const { scene, raster: page, tab, url, logos } = seen;
  const { site, header } = scene;
  const raster = rasterAt(scene, page, scroll);
  await scrollTab(tab, scroll);
  const moment = momentAt(scene, scroll);
  await tab.locator(`.hr[data-moment="${moment}"]`).waitFor({ state: 'attached' });
  if (moment === 'back') await bringBack(tab);
  const behind = behindAt(scene, scroll);
  const clip = clipOf(scene, moment, behind.row - scroll);
  const drawn: Record<string, LogoPixels> = {};
  const ink = scene.layouts[moment].inks.find(({ what }) => what.kind === 'logo');
  if (logos === true && ink) {
    for (const { picture } of logoVariantsOf(site, header)) {
      drawn[picture] = await drawInBrowser(tab, url, site, picture, ink.box, seen.sizes);
    }
  }
  const painted = logos ? await shoot(tab, clip, scene.windowHeight, false) : undefined;
  const ground = await shoot(tab, clip, scene.windowHeight, true);
  const targets = await targetsOf(
    seen,
    moment,
    scroll,
    ...(logos === false
      ? []
      : [logos === true ? (picture: string) => drawn[picture] : skiaDrawing(site, seen.pictures).logo]),
  );
  tally.combinations++;
  for (const target of targets) {
    const { box } = target.ink;
    const isOut = box.y < behind.gone || box.y + box.height - behind.gone > scene.windowHeight;
    if (isPassing(target) || isOut || isHidden(target)) continue;
    const { contrast } = readAt(target, raster, behind);
    const told = groundPatch(raster, behind, target.stack.blur, target.overlay);
    compare(target, contrast, told, ground, painted, tally, `${scroll} px down`);
    if (painted) expectUncovered(target, painted, ground);
  }
}

/** Whether any letter is in a cell: cells are of equal width, and one may be a space and what lies between letters that are wide apart. */
function holdsLetters({ text, font, left, letterEdges }: TextRun, cell: Cell): boolean {
  return letters(text).some((letter, i) => {
    const from = left + (letterEdges[i - 1] ?? 0);
    const to = left + letterEdges[i]! - Math.max(0, font.letterSpacing);
    return letter.trim() !== '' && Math.min(to, cell.right) - Math.max(from, cell.left) > 2;
  });
}

/** Of the letters of a text all that can be told from its ground are there: nothing lies over them. */
function expectUncovered({ ink, state, part, shape }: JudgedTarget, painted: Shot, ground: Shot): void {
  if (ink.what.kind !== 'text' || state !== 'rest' || part !== 'ink' || shape.kind !== 'cells') return;
  const { run } = ink.what;
  for (const cell of shape.cells) {
    if (!holdsLetters(run, cell)) continue;
    let [most, told] = [0, 0];
    for (let y = cell.top; y < Math.min(cell.bottom, painted.height); y++) {
      for (let x = Math.max(0, cell.left); x < Math.min(cell.right, painted.width); x++) {
        const i = 3 * (y * painted.width + x);
        (['r', 'g', 'b'] as const).forEach((c, n) => {
          told = Math.max(told, Math.abs(shape.colour[c] - ground.data[i + n]!));
          most = Math.max(most, Math.abs(painted.data[i + n]! - ground.data[i + n]!));
        });
      }
    }
    if (told > 60) expect(most, `letters of ${ink.name} are seen`).toBeGreaterThan(told / 8);
  }
}

/**
 * Compares every scroll of a page: the worst that is told of each item is the worst there is, by the browser's own pictures.
 * Only what is there without pointer or keyboard, of a header that looks the same at all of them.
 */
export async function expectWorst(seen: Seen): Promise<void> {
  const { scene, raster, tab } = seen;
  const draw: Drawing = { ...skiaDrawing(scene.site, seen.pictures), logo: () => undefined };
  const told = proveScene(scene, raster, draw).filter((row) => !isPassing(row));
  const worst = new Map<string, number>();
  const hidden = new Set<string>();
  for (let scroll = 0; scroll <= scene.maxScroll; scroll++) {
    await scrollTab(tab, scroll);
    const moment = momentAt(scene, scroll);
    const { row } = behindAt(scene, scroll);
    const clip = clipOf(scene, moment, row - scroll);
    const ground = await shoot(tab, clip, scene.windowHeight, true);
    for (const target of await targetsOf(seen, moment, scroll)) {
      if (isPassing(target) || target.shape.kind === 'logo') continue;
      const key = `${moment} ${spotKey(spotOf(target))}`;
      if (isHidden(target)) hidden.add(key);
      worst.set(key, Math.min(worst.get(key) ?? Infinity, seenOf(target, ground, undefined)));
    }
  }
  expect(worst.size).toBeGreaterThan(5);
  for (const row of told) {
    if (hidden.has(`${row.moment} ${spotKey(row)}`)) continue;
    const least = worst.get(`${row.moment} ${spotKey(row)}`);
    if (least === undefined) continue;
    const off = Math.abs(row.worst - least);
    expect(off, `${row.item}, ${row.moment}: told ${row.worst}, seen ${least}`).toBeLessThanOrEqual(
      Math.max(0.1, 0.035 * least),
    );
  }
}

/** A target's contrast as it is seen, by the separate reader. */
export function seenOf({ shape }: JudgedTarget, ground: Shot, painted: Shot | undefined): number {
  if (shape.kind === 'logo') return logoRatio(painted!, ground, shape.cells);
  const { r, g, b } = shape.colour;
  return Math.min(...shape.cells.map((cell) => cellRatio(ground, cell, [r, g, b])));
}

export function compare(
  target: JudgedTarget,
  contrast: number,
  told: Raster,
  ground: Shot,
  painted: Shot | undefined,
  tally: Agreement,
  where: string,
): void {
  const { overlay, needed } = target;
  const { area } = overlay;
  const difference = meanDifference(ground, area, (x, y) => {
    const { r, g, b } = pixelAt(told, x - area.left, y - area.top);
    return [r, g, b];
  });
  const seen = seenOf(target, ground, painted);
  const what = `${where}, ${calledOf(target)}, ${target.state}: computed ${contrast.toFixed(3)}, seen ${seen.toFixed(3)}, ground ${difference.toFixed(2)} levels apart`;
  tally.add(contrast, seen, target, difference);
  const most = allowed(contrast, target);
  expect(Math.abs(seen - contrast), what).toBeLessThanOrEqual(most);
  const near = [needed, (needed * 2) / 3].some((limit) => Math.abs(seen - limit) <= most);
  if (!near) expect(verdictOf(contrast, needed), what).toBe(verdictOf(seen, needed));
}

/** The header's own elements, in the core's order, within 1 px of where the core puts them. */
export async function expectBoxes(
  tab: Tab,
  all: readonly { id: string; name: string; box: Box }[],
): Promise<void> {
  // The number beside a basket is part of its link.
  const inks = all.filter(({ id }) => !id.endsWith('-count'));
  const seen = await tab.evaluate(() => {
    const header = document.querySelector('.hr')!.getBoundingClientRect();
    return [
      ...document.querySelectorAll(
        '.hr-rail :is(.hr-logo, .hr-site, .hr-tagline, .hr-link, .hr-label, .hr-opener, .hr-button, .hr-action, .hr-field, .hr-send, .hr-toggle)',
      ),
    ]
      .map((element) => {
        // A backing lies round what the item itself shows.
        const { x, y, width, height } = element.getBoundingClientRect();
        const style = getComputedStyle(element);
        const [left, top] = element.matches('.hr-item:not(.hr-button)')
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
