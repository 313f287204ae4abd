import type { Page as Tab } from 'playwright-core';
import { parseColour } from '@hatrail/core/colour/rgb';
import type { TrialOff, TrialResult } from '@hatrail/core/gather/captured';
import { ownFold, ownHeaderOf } from '@hatrail/core/header/ownLayout';
import { panelStates } from '@hatrail/core/header/panelStates';
import { resolveColour } from '@hatrail/core/model/palette';
import type { Header, Moment } from '@hatrail/core/model/header';
import type { OwnHeader } from '@hatrail/core/model/own';
import type { Page } from '@hatrail/core/model/page';
import type { Site } from '@hatrail/core/model/site';
import { BadInput } from '@hatrail/core/model/badInput';
import { ownPaste } from '@hatrail/core/output/own/ownCss';
import { needsLines, ownJs } from '@hatrail/core/output/own/ownJs';
import { usualWindowHeight } from '@hatrail/core/page/layout';
import type { Drawable } from '@hatrail/core/page/paint';
import { sceneTargets } from '@hatrail/core/sweep/prove';
import { layoutScene, momentAt, type Scene } from '@hatrail/core/sweep/scene';
import type { JudgedTarget } from '@hatrail/core/sweep/targets';
import { STANDARD_WIDTHS } from '@hatrail/core/sweep/widths';
import { pictureAddress, skiaDrawing, skiaMeasure, skiaRaster } from '@hatrail/node/skia';
import { installOwn } from './ownAsk.ts';
import { enter, forcing, leave, openingsOf } from './ownStates.ts';
import { compare, compareBelow, groundNow, type At } from './ownCompare.ts';

/**
 * Tries a paste on the page that it is for: puts it in, and compares what is seen with what was promised, item by item, at the
 * standard widths, at the top and further down, in every state.
 */

/** What is tried. */
export interface Tried {
  site: Site;
  header: Header;
  page: Page;
  /** The site's pictures, decoded. */
  pictures: ReadonlyMap<string, Drawable>;
}

/** How a page is opened at a width: anew, with the general reader in it. */
export type OpenAt = (width: number) => Promise<void>;

const MOST_OFF = 60;

/** How far the page is scrolled up to bring back a header that goes, CSS pixels. */
const BACK = 40;

type Tell = (what: string, done: number, of: number) => void;

/** Tries it at the standard widths, or at those given. @throws {BadInput} where the page has no such header any more */
export async function tryOwn(
  tab: Tab,
  open: OpenAt,
  { site, header, page, pictures }: Tried,
  tell: Tell,
  widths: readonly number[] = STANDARD_WIDTHS,
): Promise<TrialResult> {
  const own = ownHeaderOf(site, header);
  if (!own) throw new BadInput('This header is one of ours: there is nothing to try.');
  // Nothing is fetched for it: its pictures are in the paste itself.
  const picture = (id: string) => pictureAddress(pictures.get(id));
  const { css, unbeaten } = ownPaste(site, header, own, { picture, sizes: {} });
  const lines = needsLines(site, own, header) ? ownJs(own, header) : undefined;
  const result: TrialResult = {
    compared: 0,
    off: unbeaten.map(({ property, rule, group }) => ({
      item: group,
      what: 'rule',
      says: `${property} is set in a way that no style sheet wins over.`,
      rule: { selector: rule.selector, sets: `${rule.property}: ${rule.value} !important` },
    })),
    more: 0,
    widths: [...widths],
    moments: 0,
    largest: 0,
  };
  const met = new Set<Moment>();
  const add = (off: TrialOff) => {
    if (result.off.length < MOST_OFF) result.off.push(off);
    else result.more++;
  };
  const measure = skiaMeasure();
  const draw = skiaDrawing(site, pictures);
  for (const [i, width] of widths.entries()) {
    tell(`Trying it at ${width} px`, i, widths.length);
    await open(width);
    const seen = await prepare(tab, own, css, lines);
    const scene = layoutScene(site, header, page, { width, windowHeight: usualWindowHeight(width) }, measure);
    const raster = skiaRaster(site, scene.laid, pictures);
    const session = await tab.context().newCDPSession(tab);
    try {
      const states = await forcing(session);
      await comparePanel(seen, { site, header, own, width }, result, add);
      for (const scroll of scrollsOf(scene)) {
        const at = { tab, session, states, seen, scene, raster, own, scroll };
        const moment = momentAt(scene, scroll);
        met.add(moment);
        const targets = sceneTargets(scene, moment, draw, scroll).filter(({ beside }) => !beside);
        await compareAll(at, targets, result, add);
        await compareBelow(at, draw, result, add);
      }
    } finally {
      await session.detach().catch(() => undefined);
    }
  }
  result.moments = met.size;
  tell('Tried', STANDARD_WIDTHS.length, STANDARD_WIDTHS.length);
  return result;
}

/** Links in drop-downs, and those of the folded menu: inks and fills as they are promised, whether they are open or not. */
async function comparePanel(
  seen: Seen,
  { site, header, own, width }: { site: Site; header: Header; own: OwnHeader; width: number },
  result: TrialResult,
  add: (off: TrialOff) => void,
): Promise<void> {
  const { ink, fill } = panelStates(header.panel).rest;
  const isFolded = width < ownFold(own);
  const found = await seen('panelNow', isFolded);
  for (const { name, colour, ground } of found) {
    result.compared++;
    for (const [what, now, use] of [
      ['ink', colour, ink],
      ['ground', ground, fill],
    ] as const) {
      const read = parseColour(now);
      const { r, g, b } = resolveColour(site.palette, use);
      const isSame =
        read &&
        Math.max(Math.abs(read.r - r), Math.abs(read.g - g), Math.abs(read.b - b)) <= 1 &&
        read.a > 0.99;
      if (!isSame)
        add({
          item: name,
          what,
          width,
          says: `In ${isFolded ? 'the folded menu' : 'its drop-down'} its ${what === 'ink' ? 'ink' : 'ground'} is ${now}, where rgb(${r}, ${g}, ${b}) was promised.`,
        });
    }
  }
}

/** The scrolls that are looked at: the top, where the next moment has begun, and further down. */
function scrollsOf(scene: Scene): number[] {
  const later = scene.stretches[1]?.from;
  const { maxScroll, header, transition: way } = scene;
  if (later === undefined || later > maxScroll) return [0];
  // One that leaves is met again once it has changed, as far as there is anything of it then.
  if (header.manner.onScroll === 'leaves') {
    const { bar } = scene.layouts.scrolled;
    const last = Math.min(maxScroll, Math.floor(bar.y + bar.height / 4));
    return later <= last ? [0, Math.round((later + last) / 2)] : [0];
  }
  // Along with the scroll it is looked at on its way, and where it has come.
  const met = way ? [Math.round((way.from + later) / 2), later + 1, way.to] : [later + 20];
  const last = header.manner.onScroll === 'returns' ? maxScroll - BACK : maxScroll;
  return [...new Set([0, ...met.map((at) => Math.min(last, at)), Math.round((later + last) / 2)])];
}

type Seen = Awaited<ReturnType<typeof prepare>>;

/** Puts the paste into an open page, and notes which element is which. */
async function prepare(tab: Tab, own: OwnHeader, css: string, lines: string | undefined) {
  const ask = await installOwn(tab);
  await ask('stopMotion');
  if (!(await ask('adopt', own.selector, own.marks)))
    throw new BadInput('The page has no such header now: read it again, under Gather, Own header.');
  await ask('tagInks');
  await tab.evaluate(
    ({ text, script }) => {
      const style = document.createElement('style');
      style.textContent = text;
      document.head.append(style);
      // What is pasted runs as the page's own does.
      if (script !== undefined) (0, eval)(script);
    },
    { text: css, script: lines },
  );
  return ask;
}

/** Scrolls there, and waits until whoever is told of it has done what it does. */
async function scrolledTo({ tab, seen }: At, scroll: number): Promise<void> {
  await seen('measure', scroll);
  await tab.evaluate(
    () => new Promise<void>((done) => requestAnimationFrame(() => requestAnimationFrame(() => done()))),
  );
}

/** Everything that is read at one scroll, at rest and in each of its states. */
async function compareAll(
  at: At,
  targets: readonly JudgedTarget[],
  result: TrialResult,
  add: (off: TrialOff) => void,
): Promise<void> {
  const { scroll } = at;
  // One that comes back does so on scrolling up.
  if (momentAt(at.scene, scroll) === 'back') await scrolledTo(at, scroll + BACK);
  await scrolledTo(at, scroll);
  const still = targets.filter(
    ({ state, part }) => (state === 'rest' || state === 'current') && part !== 'ring',
  );
  await compare(at, still, await groundNow(at), result, add);
  // Of a logo that is a picture it is seen whether it is there, and where: under the pointer it is the same.
  const read = targets.filter(({ shape }) => shape.kind === 'cells');
  const elements = [...new Set(read.map(({ ink }) => ink.element ?? ink.id))];
  for (const element of elements) {
    for (const state of ['open', 'focused', 'hover', 'pressed'] as const) {
      const own = read.filter(
        (target) => (target.ink.element ?? target.ink.id) === element && target.state === state,
      );
      if (own.length === 0) continue;
      for (const opening of state === 'open' ? openingsOf(at.own, element) : [undefined]) {
        await enter(at, element, state, opening);
        // A line or a ring alone is read without a picture.
        const isRead = own.some(({ part }) => part === 'ink');
        await compare(at, own, isRead ? await groundNow(at) : undefined, result, add);
        await leave(at, element, state);
      }
    }
  }
}
