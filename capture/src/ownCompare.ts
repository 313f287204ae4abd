import type { CDPSession, Page as Tab } from 'playwright-core';
import { luminance16 } from '@hatrail/core/colour/contrast';
import { parseColour } from '@hatrail/core/colour/rgb';
import type { TrialOff, TrialResult } from '@hatrail/core/gather/captured';
import type { Raster } from '@hatrail/core/geometry/raster';
import { RING } from '@hatrail/core/header/metrics';
import type { OwnHeader } from '@hatrail/core/model/own';
import { cellContrast, readAt } from '@hatrail/core/sweep/exact';
import { marginOf } from '@hatrail/core/sweep/margin';
import { areaBelow, bareGround } from '@hatrail/core/sweep/bareGround';
import { behindAt, momentAt, type Scene } from '@hatrail/core/sweep/scene';
import type { Drawing } from '@hatrail/core/stack/drawing';
import type { JudgedTarget } from '@hatrail/core/sweep/targets';
import { pngRaster } from '@hatrail/node/skia';
import type { RawInkNow } from './ownRead.ts';
import type { Ask } from './ownAsk.ts';
import type { Forcing } from './ownStates.ts';

/** Holding what is read at a scroll against what was promised. */

/** Contrasts may differ by so much, or by this share, where nothing else is said. */
const ALLOWED = { least: 0.1, share: 0.02 };

/** A page as it is tried, at a scroll. */
export interface At {
  tab: Tab;
  session: CDPSession;
  states: Forcing;
  seen: Ask;
  scene: Scene;
  raster: Raster;
  own: OwnHeader;
  scroll: number;
}

/**
 * The header's pixels without its ink, as the browser paints them now.
 * @param below how many rows below the header are in it, too
 */
export async function groundNow({ tab, session, seen, scene, scroll }: At, below = 0): Promise<Raster> {
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
      height: Math.max(1, Math.ceil(height) + below - (y - (row - scroll))),
      scale: 1,
    },
  });
  await seen('hideInks', false);
  return pngRaster(Buffer.from(data, 'base64'));
}

export async function compare(
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

/** By how many levels what lies below a header may differ from what was promised, on average. */
const LEVELS = 2;

/** Holds what the header throws and hangs below its box against what was promised. */
export async function compareBelow(
  at: At,
  draw: Drawing,
  result: TrialResult,
  add: (off: TrialOff) => void,
): Promise<void> {
  const { scene, raster, scroll } = at;
  const area = areaBelow(scene, scroll);
  const told = area && bareGround(scene, raster, draw, scroll, area);
  if (!area || !told) return;
  const moment = momentAt(scene, scroll);
  const first = Math.max(0, scroll - behindAt(scene, scroll).row);
  const painted = await groundNow(at, area.bottom - Math.ceil(scene.layouts[moment].height));
  const from = 4 * (area.top - first) * painted.width;
  let sum = 0;
  for (let i = 0; i < told.data.length; i++) sum += Math.abs(told.data[i]! - painted.data[from + i]!);
  const levels = sum / (0.75 * told.data.length);
  result.compared++;
  if (levels > LEVELS)
    add({
      item: 'The header',
      what: 'below',
      width: scene.width,
      scroll,
      moment,
      says: `Below it the page looks otherwise than its cut edge, its lines and its shadow would have it, by ${levels.toFixed(1)} levels of 255 on average.`,
    });
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
