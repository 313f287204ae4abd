import type { CDPSession, Page as Tab } from 'playwright-core';
import { luminance16 } from '@hatrail/core/colour/contrast';
import { parseColour } from '@hatrail/core/colour/rgb';
import type { TrialOff, TrialResult } from '@hatrail/core/gather/captured';
import type { Raster } from '@hatrail/core/geometry/raster';
import { ownFold, ownHeaderOf } from '@hatrail/core/header/ownLayout';
import { RING } from '@hatrail/core/header/metrics';
import { panelStates } from '@hatrail/core/header/panelStates';
import { resolveColour } from '@hatrail/core/model/palette';
import type { Header, Moment } from '@hatrail/core/model/header';
import type { OwnHeader, OwnOpening } from '@hatrail/core/model/own';
import type { LinkState } from '@hatrail/core/header/states';
import type { Page } from '@hatrail/core/model/page';
import type { Site } from '@hatrail/core/model/site';
import { BadInput } from '@hatrail/core/model/badInput';
import { ownPaste } from '@hatrail/core/output/own/ownCss';
import { needsLines, ownJs } from '@hatrail/core/output/own/ownJs';
import { usualWindowHeight } from '@hatrail/core/page/layout';
import type { Drawable } from '@hatrail/core/page/paint';
import { cellContrast, readAt } from '@hatrail/core/sweep/exact';
import { marginOf } from '@hatrail/core/sweep/margin';
import { sceneTargets } from '@hatrail/core/sweep/prove';
import { behindAt, layoutScene, momentAt, type Scene } from '@hatrail/core/sweep/scene';
import type { JudgedTarget } from '@hatrail/core/sweep/targets';
import { STANDARD_WIDTHS } from '@hatrail/core/sweep/widths';
import { pngRaster, skiaDrawing, skiaMeasure, skiaRaster } from '@hatrail/node/skia';
import { installOwn } from './ownAsk.ts';
import type { RawInkNow } from './ownRead.ts';

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

/** Contrasts may differ by so much, or by this share, where nothing else is said. */
const ALLOWED = { least: 0.1, share: 0.02 };
const MOST_OFF = 60;

/** What is forced on an element in a state, and on all that it stands in. */
const FORCED: Record<LinkState, { own: readonly string[]; around: readonly string[] }> = {
  rest: { own: [], around: [] },
  current: { own: [], around: [] },
  open: { own: [], around: [] },
  hover: { own: ['hover'], around: ['hover'] },
  pressed: { own: ['hover', 'active'], around: ['hover', 'active'] },
  focused: { own: ['focus', 'focus-visible'], around: ['focus-within'] },
};
/** What is forced on the box round a link and its drop-down, where that opens it. */
const OPENING: Partial<Record<OwnOpening, string>> = { pointer: 'hover', focus: 'focus-within' };

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
  const { css, unbeaten } = ownPaste(site, header, own);
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
        const targets = sceneTargets(scene, moment, draw, scroll).filter(
          ({ shape, beside }) => shape.kind === 'cells' && !beside,
        );
        await compareAll(at, targets, result, add);
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
  if (header.manner.onScroll !== 'stays' || later === undefined || later > maxScroll) return [0];
  // Along with the scroll it is looked at on its way, and where it has come.
  const met = way ? [Math.round((way.from + later) / 2), later + 1, way.to] : [later + 20];
  return [...new Set([0, ...met.map((at) => Math.min(maxScroll, at)), Math.round((later + maxScroll) / 2)])];
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

interface At {
  tab: Tab;
  session: CDPSession;
  states: Forcing;
  seen: Seen;
  scene: Scene;
  raster: Raster;
  own: OwnHeader;
  scroll: number;
}

/** Everything that is read at one scroll, at rest and in each of its states. */
async function compareAll(
  at: At,
  targets: readonly JudgedTarget[],
  result: TrialResult,
  add: (off: TrialOff) => void,
): Promise<void> {
  const { tab, scroll } = at;
  await at.seen('measure', scroll);
  await tab.evaluate(
    () => new Promise<void>((done) => requestAnimationFrame(() => requestAnimationFrame(() => done()))),
  );
  const still = targets.filter(
    ({ state, part }) => (state === 'rest' || state === 'current') && part !== 'ring',
  );
  await compare(at, still, await groundNow(at), result, add);
  const elements = [...new Set(targets.map(({ ink }) => ink.element ?? ink.id))];
  for (const element of elements) {
    for (const state of ['open', 'focused', 'hover', 'pressed'] as const) {
      const own = targets.filter(
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

/** By what a link's drop-down is opened: by each, or by what its markup says of it. */
function openingsOf(own: OwnHeader, ink: string): OwnOpening[] {
  const groups = own.groups.filter(({ name }) => name === 'openers');
  const by = [...new Set(groups.flatMap(({ opened }) => opened?.by ?? []))];
  return own.inks.some(({ id, opens }) => id === ink && opens) ? by : [];
}

/** Puts an element into a state, and what it stands in as far as that is in it, too. */
async function enter(
  { states, seen }: At,
  ink: string,
  state: LinkState,
  opening?: OwnOpening,
): Promise<void> {
  const { own, around } = FORCED[state];
  const forced = opening && OPENING[opening];
  if (opening !== undefined && forced === undefined) await seen('openMarked', ink, true);
  else if (forced !== undefined)
    await states.force({ [`[data-hr-box="${ink}"], :has([data-hr-box="${ink}"])`]: [forced] });
  else await states.force({ [`[data-hr-ink="${ink}"]`]: own, [`:has([data-hr-ink="${ink}"])`]: around });
}

/** Takes it out of the state again. */
async function leave({ states, seen }: At, ink: string, state: LinkState): Promise<void> {
  await states.release();
  if (state === 'open') await seen('openMarked', ink, false);
}

/** What puts elements of an open page into states. */
type Forcing = Awaited<ReturnType<typeof forcing>>;

async function forcing(session: CDPSession) {
  await session.send('DOM.enable');
  await session.send('CSS.enable');
  const { root } = await session.send('DOM.getDocument');
  const set = (nodes: readonly number[], forced: readonly string[]) =>
    Promise.all(
      nodes.map((nodeId) =>
        session.send('CSS.forcePseudoState', { nodeId, forcedPseudoClasses: [...forced] }),
      ),
    );
  let held: number[] = [];
  return {
    /** Asked for once: what is known of a document's elements is gone when it is asked for anew. */
    document: root.nodeId,
    /** Puts elements into states, by their selectors. */
    async force(states: Record<string, readonly string[]>): Promise<void> {
      for (const [selector, forced] of Object.entries(states)) {
        const { nodeIds } = await session.send('DOM.querySelectorAll', { nodeId: root.nodeId, selector });
        await set(nodeIds, forced);
        held.push(...nodeIds);
      }
    },
    /** Takes all of them out of those again. */
    async release(): Promise<void> {
      // What its script has taken away meanwhile is in no state.
      await set(held, []).catch(() => undefined);
      held = [];
    },
  };
}

/** The header's pixels without its ink, as the browser paints them now. */
async function groundNow({ tab, session, seen, scene, scroll }: At): Promise<Raster> {
  const moment = momentAt(scene, scroll);
  const { row } = behindAt(scene, scroll);
  const { height } = scene.layouts[moment];
  await seen('hideInks', true);
  const y = Math.max(0, row - scroll);
  const down = await tab.evaluate(() => scrollY);
  const { data } = await session.send('Page.captureScreenshot', {
    format: 'png',
    optimizeForSpeed: true,
    clip: {
      x: 0,
      y: down + y,
      width: scene.width,
      height: Math.max(1, Math.ceil(height) - (y - (row - scroll))),
      scale: 1,
    },
  });
  await seen('hideInks', false);
  return pngRaster(Buffer.from(data, 'base64'));
}

async function compare(
  at: At,
  targets: readonly JudgedTarget[],
  ground: Raster | undefined,
  result: TrialResult,
  add: (off: TrialOff) => void,
): Promise<void> {
  const { scene, raster, scroll, seen } = at;
  const moment = momentAt(scene, scroll);
  const behind = behindAt(scene, scroll);
  const shift = behind.row - scroll;
  const found = await seen('inkNow');
  for (const target of targets) {
    const { ink, state, part, shape } = target;
    if (shape.kind !== 'cells') continue;
    result.compared++;
    const where = { item: ink.name, width: scene.width, scroll, moment, state };
    const now = found[ink.element ?? ink.id];
    if (part !== 'ink' || !ground) {
      const says = now && part !== 'ink' && signSays(part, now, shape);
      if (says) add({ ...where, what: part === 'cue' ? 'line' : 'ring', says });
      continue;
    }
    if (!now) {
      add({ ...where, what: 'missing', says: 'It does not show there.' });
      continue;
    }
    // The link of the page one is on may be larger by its mark.
    const [dx = 0, dy = 0, dw = 0, dh = 0] =
      ink.page === scene.page.id && ink.page !== undefined && !ink.button ? (at.own.here ?? []) : [];
    const [x, y, width, height] = [now.box[0] - dx, now.box[1] - dy, now.box[2] - dw, now.box[3] - dh];
    const apart = Math.max(
      Math.abs(x - ink.box.x),
      Math.abs(y - ink.box.y - shift),
      Math.abs(width - ink.box.width),
      Math.abs(height - ink.box.height),
    );
    if (apart > 1) {
      add({
        ...where,
        what: 'box',
        says: `It stands ${apart.toFixed(1)} px from where it was measured: read the header again.`,
      });
      continue;
    }
    const colour = parseColour(now.colour);
    const { r, g, b } = shape.colour;
    const off = colour
      ? Math.max(Math.abs(colour.r - r), Math.abs(colour.g - g), Math.abs(colour.b - b))
      : 255;
    const told = readAt(target, raster, behind).contrast;
    // The picture begins at the window's edge, or where the header does.
    const first = Math.max(0, -shift);
    const area = { left: 0, top: first, right: ground.width, bottom: first + ground.height };
    const inside = shape.cells.filter(
      (cell) =>
        cell.bottom <= area.bottom && cell.right <= area.right && cell.top >= area.top && cell.left >= 0,
    );
    const light = luminance16(colour ?? shape.colour);
    const contrast = Math.min(...inside.map((cell) => cellContrast(ground, area, cell, light)));
    const margin = marginOf(target) ?? ALLOWED;
    const difference = Math.abs(contrast - told);
    if (off <= 1 && Number.isFinite(contrast))
      result.largest = Math.max(result.largest, difference / Math.max(margin.least, told * margin.share));
    if (off > 1) {
      const rule = await winning(at, ink.element ?? ink.id);
      add({
        ...where,
        what: 'ink',
        says: `Its ink is ${now.colour}, where rgb(${r}, ${g}, ${b}) was promised.`,
        told,
        seen: contrast,
        ...(rule && { rule }),
      });
    } else if (now.changed !== undefined) {
      add({
        ...where,
        what: 'ink',
        says: `Its letters look otherwise than in their ink: ${now.changed}.`,
        told,
      });
    } else if (Number.isFinite(contrast) && difference > Math.max(margin.least, told * margin.share)) {
      const between = await seen('groundAt', ink.element ?? ink.id);
      add({
        ...where,
        what: 'ground',
        says: between
          ? `Something lies behind it that was not there: ${between}.`
          : 'What lies behind it is other than in the pictures of the page: take them again.',
        told,
        seen: contrast,
      });
    }
  }
}

/** What is other of a line or a ring than was promised, in words; nothing where it is as it was. Where it lies goes by its word. */
function signSays(
  part: 'cue' | 'ring',
  { line, ring }: RawInkNow,
  { colour: { r, g, b }, cells }: JudgedTarget['shape'] & { kind: 'cells' },
): string | undefined {
  const [what, sign] = part === 'cue' ? (['line', line] as const) : (['focus ring', ring] as const);
  if (!sign) return `Its ${what} is not there: another rule takes it away.`;
  const told = part === 'cue' ? cells[0]!.bottom - cells[0]!.top : RING.thickness;
  if (Math.abs(sign.thickness - told) > 0.51)
    return `Its ${what} is ${sign.thickness} px thick, where ${told} px were promised.`;
  const now = parseColour(sign.colour);
  const off = now ? Math.max(Math.abs(now.r - r), Math.abs(now.g - g), Math.abs(now.b - b)) : 255;
  return off > 1 ? `Its ${what} is ${sign.colour}, where rgb(${r}, ${g}, ${b}) was promised.` : undefined;
}

/** The rule that sets an element's colour now. */
async function winning({ session, states }: At, ink: string): Promise<TrialOff['rule']> {
  try {
    const { nodeId } = await session.send('DOM.querySelector', {
      nodeId: states.document,
      selector: `[data-hr-ink="${ink}"]`,
    });
    const { matchedCSSRules = [], inlineStyle } = await session.send('CSS.getMatchedStylesForNode', {
      nodeId,
    });
    const all = matchedCSSRules.flatMap(({ rule }) =>
      rule.style.cssProperties
        .filter(({ name }) => name === 'color')
        .map(({ value, important = false }) => ({
          selector: rule.selectorList.text,
          value: value.replace(/\s*!important$/, ''),
          important,
        })),
    );
    const inline = inlineStyle?.cssProperties.find(({ name }) => name === 'color');
    const last = all.findLast(({ important }) => important) ?? all.at(-1);
    if (inline && (inline.important || !last?.important))
      return { selector: 'style="…"', sets: `color: ${inline.value}` };
    return (
      last && { selector: last.selector, sets: `color: ${last.value}${last.important ? ' !important' : ''}` }
    );
  } catch {
    return undefined;
  }
}
