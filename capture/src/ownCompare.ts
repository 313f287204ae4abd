import type { CDPSession, Page as Tab } from 'playwright-core';
import { luminance16 } from '@hatrail/core/colour/contrast';
import { parseColour, type Rgb } from '@hatrail/core/colour/rgb';
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

/** What is off of something, without where. */
type Off = Pick<TrialOff, 'what' | 'says' | 'told' | 'seen' | 'rule'>;

/** Holds what is read at a scroll against what was promised. */
export async function compare(
  at: At,
  targets: readonly JudgedTarget[],
  ground: Raster | undefined,
  result: TrialResult,
  add: (off: TrialOff) => void,
): Promise<void> {
  const { scene, scroll, seen } = at;
  const found = await seen('inkNow');
  for (const target of targets) {
    const { ink, state, part, shape } = target;
    const now = found[ink.element ?? ink.id];
    result.compared++;
    const off =
      shape.kind === 'logo'
        ? placeOff(at, target, now)
        : part === 'ink' && ground
          ? await inkOff(at, { ...target, shape }, now, ground, (share) => {
              result.largest = Math.max(result.largest, share);
            })
          : now && signOff(part, now, shape);
    if (off)
      add({ item: ink.name, width: scene.width, scroll, moment: momentAt(scene, scroll), state, ...off });
  }
}

/** What is judged by its colour, cell by cell. */
type CellTarget = JudgedTarget & { shape: { kind: 'cells' } };

/**
 * What is off of letters or a mark: they are not there, stand elsewhere, have another ink, look otherwise than in it, or have
 * another ground.
 * @param tell is told by how much the contrast differs, as a share of what is allowed
 */
async function inkOff(
  at: At,
  target: CellTarget,
  now: RawInkNow | undefined,
  ground: Raster,
  tell: (share: number) => void,
): Promise<Off | undefined> {
  const misplaced = placeOff(at, target, now);
  if (misplaced || !now) return misplaced;
  const colour = parseColour(now.colour);
  const told = readAt(target, at.raster, behindAt(at.scene, at.scroll)).contrast;
  const contrast = contrastNow(at, target, ground, colour ?? target.shape.colour);
  const element = target.ink.element ?? target.ink.id;
  if (levelsApart(colour, target.shape.colour) > 1) {
    const { r, g, b } = target.shape.colour;
    const rule = await winning(at, element);
    const says = `Its ink is ${now.colour}, where rgb(${r}, ${g}, ${b}) was promised.`;
    return { what: 'ink', says, told, seen: contrast, ...(rule && { rule }) };
  }
  const margin = marginOf(target) ?? ALLOWED;
  const share = Math.abs(contrast - told) / Math.max(margin.least, told * margin.share);
  if (Number.isFinite(contrast)) tell(share);
  if (now.changed !== undefined)
    return { what: 'ink', says: `Its letters look otherwise than in their ink: ${now.changed}.`, told };
  if (!Number.isFinite(contrast) || share <= 1) return undefined;
  const between = await at.seen('groundAt', element);
  const says = between
    ? `Something lies behind it that was not there: ${between}.`
    : 'What lies behind it is other than in the pictures of the page: take them again.';
  return { what: 'ground', says, told, seen: contrast };
}

/** What is off of where something stands: it is not there, or elsewhere. */
function placeOff(at: At, target: JudgedTarget, now: RawInkNow | undefined): Off | undefined {
  if (!now) return { what: 'missing', says: 'It does not show there.' };
  const apart = apartOf(at, target, now);
  const says = `It stands ${apart.toFixed(1)} px from where it was measured: read the header again.`;
  return apart > 1 ? { what: 'box', says } : undefined;
}

/** How far two colours are apart at most, in levels of 255; all of them where one cannot be read. */
function levelsApart(colour: Rgb | undefined, { r, g, b }: Rgb): number {
  if (!colour) return 255;
  return Math.max(Math.abs(colour.r - r), Math.abs(colour.g - g), Math.abs(colour.b - b));
}

/** How far from where it was measured something stands. CSS pixels. */
function apartOf({ scene, scroll, own }: At, { ink }: JudgedTarget, now: RawInkNow): number {
  const shift = behindAt(scene, scroll).row - scroll;
  // The link of the page one is on may be larger by its mark.
  const isHere = ink.page === scene.page.id && ink.page !== undefined && !ink.button;
  const [dx = 0, dy = 0, dw = 0, dh = 0] = isHere ? (own.here ?? []) : [];
  return Math.max(
    Math.abs(now.box[0] - dx - ink.box.x),
    Math.abs(now.box[1] - dy - ink.box.y - shift),
    Math.abs(now.box[2] - dw - ink.box.width),
    Math.abs(now.box[3] - dh - ink.box.height),
  );
}

/** The contrast of an ink over the pixels that are painted now, as far as they are in the picture. */
function contrastNow({ scene, scroll }: At, { shape }: CellTarget, ground: Raster, ink: Rgb): number {
  // The picture begins at the window's edge, or where the header does.
  const top = Math.max(0, scroll - behindAt(scene, scroll).row);
  const area = { left: 0, top, right: ground.width, bottom: top + ground.height };
  const inside = shape.cells.filter(
    (cell) =>
      cell.bottom <= area.bottom && cell.right <= area.right && cell.top >= area.top && cell.left >= 0,
  );
  return Math.min(...inside.map((cell) => cellContrast(ground, area, cell, luminance16(ink))));
}

/** What is off of a line or a ring. */
function signOff(part: JudgedTarget['part'], now: RawInkNow, shape: CellTarget['shape']): Off | undefined {
  if (part === 'ink') return undefined;
  const says = signSays(part, now, shape);
  return says === undefined ? undefined : { what: part === 'cue' ? 'line' : 'ring', says };
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
  return levelsApart(now, { r, g, b }) > 1
    ? `Its ${what} is ${sign.colour}, where rgb(${r}, ${g}, ${b}) was promised.`
    : undefined;
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
