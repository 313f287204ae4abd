import { expect } from 'vitest';
import type { HeaderInk } from '@hatrail/core/header/ink';
import { groundPatch } from '@hatrail/core/stack/ground';
import { elementOf } from '@hatrail/core/sweep/backings';
import { readAt } from '@hatrail/core/sweep/exact';
import { spotKey, spotOf } from '@hatrail/core/sweep/row';
import { behindAt, momentAt } from '@hatrail/core/sweep/scene';
import type { JudgedTarget } from '@hatrail/core/sweep/targets';
import { rasterAt } from '@hatrail/core/sweep/turns';
import { easingOf } from '@hatrail/core/change/easing';
import type { Progress } from '@hatrail/core/header/becoming';
import type { Shot } from './bruteForce.ts';
import { targetsOf, type Seen } from './drawn.ts';
import { bringBack, inspector, scrollTab, shoot } from './shots.ts';
import { type Agreement, clipOf, compare, isHidden, seenOf } from './agreeing.ts';

/** Comparing what the core computes with what Chromium paints while something is done to an element. */

/** Compares a link under the pointer: the first whose backing or ink is another then. */
export async function expectHovered(seen: Seen, scroll: number, tally: Agreement): Promise<void> {
  const { scene, tab } = seen;
  const raster = rasterAt(scene, seen.raster, scroll);
  await scrollTab(tab, scroll);
  const moment = momentAt(scene, scroll);
  const behind = behindAt(scene, scroll);
  const { inks } = scene.layouts[moment];
  const ink = inks.find(({ plate, isStill, box }) => plate && !isStill && box.y >= behind.gone);
  if (!ink) return;
  const { x, y, width, height: tall } = ink.box;
  await tab.mouse.move(x + width / 2, y + tall / 2 + behind.row - scroll);
  if (moment === 'back') await bringBack(tab);
  const clip = clipOf(scene, moment, behind.row - scroll);
  const ground = await shoot(tab, clip, scene.windowHeight, true);
  await tab.mouse.move(1, clip.y > 0 ? 1 : scene.windowHeight - 1);
  const target = (await targetsOf(seen, moment, scroll)).find(
    (each) => spotKey(spotOf(each)) === `${ink.id} hover ink`,
  )!;
  tally.combinations++;
  const { contrast } = readAt(target, raster, behind);
  const told = groundPatch(raster, behind, target.stack.blur, target.overlay);
  compare(target, contrast, told, ground, undefined, tally, `${scroll} px down, hovered`);
}

/** A line below a link is there, wherever it is told: on whole pixels, in its ink. */
function expectLine({ part, shape, ink }: JudgedTarget, painted: Shot): void {
  if (part !== 'cue' || shape.kind !== 'cells') return;
  const { r, g, b } = shape.colour;
  let [all, inked] = [0, 0];
  for (const { left, top, right, bottom } of shape.cells) {
    for (let y = Math.max(0, top); y < Math.min(bottom, painted.height); y++) {
      for (let x = Math.max(0, left); x < Math.min(right, painted.width); x++) {
        const i = 3 * (y * painted.width + x);
        const off = [r, g, b].map((value, c) => Math.abs(value - painted.data[i + c]!));
        all++;
        if (Math.max(...off) <= 2) inked++;
      }
    }
  }
  expect(inked, `of ${all} pixels of the line below ${ink.name}`).toBeGreaterThan(0.85 * all);
}

/** Something that is done to an element: its ink, where it is found in the page, and the state it is then in. */
export interface Done {
  ink: HeaderInk;
  selector: string;
  /** The item that it lies in. */
  item: string;
  state: 'hover' | 'focused' | 'pressed' | 'open';
}

const FORCED = {
  hover: ['hover'],
  focused: ['focus', 'focus-visible', 'focus-within'],
  pressed: ['hover', 'active'],
  open: [],
};

/**
 * Compares everything while something is done to one element: that element in its state, its ring, and all others beside it.
 * Of what is told of an ink in a state, with whatever happens beside it, one must be what is seen, and none may be better
 * than the worst that is told.
 */
export async function expectBeside(seen: Seen, scroll: number, done: Done, tally: Agreement): Promise<void> {
  const { scene, tab } = seen;
  const raster = rasterAt(scene, seen.raster, scroll);
  await scrollTab(tab, scroll);
  const moment = momentAt(scene, scroll);
  const behind = behindAt(scene, scroll);
  if (moment === 'back') await bringBack(tab);
  const session = await inspector(tab);
  const { root } = await session.send('DOM.getDocument');
  const force = async (selector: string, forcedPseudoClasses: string[]) => {
    const { nodeId } = await session.send('DOM.querySelector', { nodeId: root.nodeId, selector });
    expect(nodeId, selector).not.toBe(0);
    await session.send('CSS.forcePseudoState', { nodeId, forcedPseudoClasses });
  };
  const expand = (open: boolean) =>
    tab.evaluate(
      ([selector, isOpen]) => {
        const opener = document.querySelector(selector)!.closest('li')?.querySelector('.hr-opener');
        opener?.setAttribute('aria-expanded', String(isOpen));
      },
      [done.selector, open] as const,
    );
  const isOver = done.state === 'hover' || done.state === 'pressed';
  await force(done.selector, FORCED[done.state]);
  if (isOver && done.item !== done.selector) await force(done.item, ['hover']);
  if (done.state === 'open') await expand(true);
  const clip = clipOf(scene, moment, behind.row - scroll);
  const ground = await shoot(tab, clip, scene.windowHeight, true);
  const painted = await shoot(tab, clip, scene.windowHeight, false);
  const targets = await targetsOf(seen, moment, scroll);
  await force(done.selector, []);
  if (isOver && done.item !== done.selector) await force(done.item, []);
  if (done.state === 'open') await expand(false);
  tally.combinations++;
  const groups = new Map<string, JudgedTarget[]>();
  for (const target of targets) {
    const { ink, state, part, shape } = target;
    const { box } = ink;
    const isOut = box.y < behind.gone || box.y + box.height - behind.gone > scene.windowHeight;
    if (isOut || isHidden(target) || (shape.kind === 'logo' && !shape.line)) continue;
    // Of a ring, the sides that have left the window with a rail are not to be seen.
    const cells = shape.kind === 'logo' ? shape.cells.map(({ cell }) => cell) : shape.cells;
    if (cells.some(({ top }) => top < behind.gone)) continue;
    const isIt = elementOf(ink) === elementOf(done.ink);
    const isOpen = done.state === 'open' && ink.entry !== undefined && ink.entry === done.ink.entry;
    const isThere =
      part === 'ring'
        ? isIt && done.state === 'focused'
        : state === (isIt || isOpen ? done.state : 'rest') || (!isIt && !isOpen && state === 'current');
    if (isThere)
      groups.set(`${ink.id} ${state} ${part}`, [...(groups.get(`${ink.id} ${state} ${part}`) ?? []), target]);
  }
  for (const group of groups.values()) {
    const read = group.map((target) => {
      const { contrast } = readAt(target, raster, behind);
      const told = groundPatch(raster, behind, target.stack.blur, target.overlay);
      return { target, contrast, told, by: Math.abs(contrast - seenOf(target, ground, painted)) };
    });
    const { target, contrast, told } = read.reduce((a, b) => (b.by < a.by ? b : a));
    expectLine(target, painted);
    compare(
      target,
      contrast,
      told,
      ground,
      painted,
      tally,
      `${scroll} px down, ${done.ink.name} ${done.state}`,
    );
  }
}

/**
 * Compares a link on its way to hovered: its ink, and what is behind it, at a part of the change.
 * @param share how much of its time has passed, 0 to 1
 */
export async function expectBecoming(
  seen: Seen,
  scroll: number,
  { ink, selector, item }: Omit<Done, 'state'>,
  share: number,
  tally: Agreement,
): Promise<void> {
  const { scene, tab } = seen;
  const moment = momentAt(scene, scroll);
  const progress: Progress = ({ delay, duration, easing }) =>
    easingOf(easing)(Math.max(0, share * (delay + duration) - delay) / duration);
  const target = (await targetsOf(seen, moment, scroll, undefined, progress)).find(
    ({ ink: { id }, state }) => id === ink.id && state === 'hover',
  );
  if (!target || isHidden(target)) return;
  await tab.emulateMedia({ reducedMotion: 'no-preference' });
  await scrollTab(tab, scroll);
  if (moment === 'back') await bringBack(tab);
  const session = await inspector(tab);
  const { root } = await session.send('DOM.getDocument');
  const force = async (at: string, forcedPseudoClasses: string[]) => {
    const { nodeId } = await session.send('DOM.querySelector', { nodeId: root.nodeId, selector: at });
    await session.send('CSS.forcePseudoState', { nodeId, forcedPseudoClasses });
  };
  // What the pointer changes of all that it stands in is there already.
  await tab.evaluate(() => document.getAnimations().forEach((each) => each.finish()));
  if (item !== selector) await force(item, ['hover']);
  await force(selector, ['hover']);
  const painted = await tab.evaluate(
    ([at, part]) => {
      const element = document.querySelector(at)!;
      void getComputedStyle(element).color;
      for (const each of document.getAnimations()) {
        each.pause();
        const own = each.effect!.getComputedTiming();
        each.currentTime = part * ((own.delay ?? 0) + Number(own.duration));
      }
      return getComputedStyle(element).color;
    },
    [selector, share] as const,
  );
  const behind = behindAt(scene, scroll);
  const ground = await shoot(tab, clipOf(scene, moment, behind.row - scroll), scene.windowHeight, true);
  await force(selector, []);
  if (item !== selector) await force(item, []);
  await tab.emulateMedia({ reducedMotion: 'reduce' });
  await tab.evaluate(() => document.getAnimations().forEach((each) => each.finish()));
  const raster = rasterAt(scene, seen.raster, scroll);
  const told = groundPatch(raster, behind, target.stack.blur, target.overlay);
  const { contrast } = readAt(target, raster, behind);
  tally.combinations++;
  const where = `${scroll} px down, ${Math.round(100 * share)} % of the time to hovered`;
  compare(target, contrast, told, ground, undefined, tally, where);
  if (target.shape.kind !== 'cells') return;
  const { r, g, b } = target.shape.colour;
  const now = (painted.match(/[\d.]+/g) ?? []).map(Number);
  const off = Math.max(...[r, g, b].map((value, c) => Math.abs(value - now[c]!)));
  expect(off, `${where}: the ink of ${ink.name} is ${painted}, told ${r} ${g} ${b}`).toBeLessThanOrEqual(1);
}
