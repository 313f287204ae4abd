import type { Page as Tab } from 'playwright-core';
import type { SeenOwn, SeenOwnButton, SeenOwnLook } from '@hatrail/core/gather/captured';
import type { OwnHeader, OwnInk, OwnMark, OwnRole, OwnText } from '@hatrail/core/model/own';
import { STANDARD_WIDTHS } from '@hatrail/core/sweep/widths';
import { installOwn, settled, sized, type Ask } from './ownAsk.ts';
import {
  colourOf,
  contentsOf,
  cssPieces,
  heaviest,
  inksOf,
  lookOf,
  nodeOf,
  plain,
  rulesOf,
  weightOf,
} from './ownKept.ts';
import { notesOf, notesOnParts } from './ownNotes.ts';
import { breakpoints, measureAll, noteStays, measuring } from './ownMeasure.ts';
import type { RawLook, RawMark, RawRule } from './ownRead.ts';

/** Reads the header that a page has already: its parts, where they stand at every width, and the rules that a change has to beat. */

/** The width at which parts are told apart, and the one at which the menu button is. */
const WIDE = 1280;
const NARROW = 390;
/** Furthest scroll at which a state begins, CSS pixels. */
const FURTHEST = 900;

/** A part that an owner has named: by its path, what it is. */
export interface Correction {
  path: string;
  role: OwnRole | 'none';
}

/** What is known of a header's place in its page, from the general reader. */
export interface Standing {
  lies: 'over' | 'above';
  onScroll: 'stays' | 'leaves';
}

/**
 * Reads the header of a loaded page.
 * @param sheets texts of style sheets by their addresses, for those that the page itself cannot read
 * @param corrections what an owner has said of parts before
 * @returns nothing where it has no header that style reaches
 */
export async function readOwn(
  tab: Tab,
  sheets: Record<string, string>,
  { lies, onScroll }: Standing,
  corrections: readonly Correction[] = [],
): Promise<SeenOwn | undefined> {
  await sized(tab, WIDE);
  const ask = await installOwn(tab);
  await ask('stopMotion');
  await tab.evaluate(() => scrollTo({ top: 0, behavior: 'instant' }));
  if (!(await ask('find', [...corrections]))) return undefined;
  await ask('noteClasses');
  const reading: Reading = { tab, ask, sheets };
  const top = await ask('look');
  const stuck = onScroll === 'stays' ? await findStuck(tab, ask) : undefined;
  const later = stuck && stuck.from + 60;
  const missing = await lookEverywhere(reading, later);
  await measuredAt(reading, 0);
  await notePointed(tab, ask);
  const marks = await ask('marks');
  const groups = await ask('groups', sheets);
  const markup = await ask('markup', sheets);
  const rules = await rulesAt(reading, later);
  const inks = inksOf(marks, await ask('inksOfGroups', 'openers'));
  const placed = await measurePlaces(reading, {
    marks,
    inks,
    later,
    css: markup.css,
    stays: onScroll === 'stays',
  });
  const hovered = await hoverLooks(tab, ask, marks);
  const notes = [
    ...(await notesOf(tab, ask, marks, markup.selector, groups)),
    ...notesOnParts(marks, missing, placed.here),
  ];
  const second = later === undefined ? undefined : await lookAt(reading, later);
  const from = addressOf(tab);
  const { isLogo: _, here, ...places } = placed;
  const own: SeenOwn['own'] = {
    ...(from !== undefined && { from }),
    around: markup.around.map(nodeOf),
    node: nodeOf(markup.node),
    css: cssPieces(markup.css),
    marks: marks.map(({ path, role, ink }): OwnMark => ({ path, role, ...(ink !== undefined && { ink }) })),
    inks,
    ...(corrections.length > 0 && { said: [...corrections] }),
    selector: markup.selector,
    weight: weightOf(markup.selector),
    ...(markup.anchorId !== undefined && { anchorId: markup.anchorId }),
    ...(markup.anchorClass !== undefined && { anchorClass: markup.anchorClass }),
    groups: groups.map((group) => ({ ...group, weight: heaviest(group.inner) })),
    rules: rulesOf(rules),
    ...places,
    ...(stuck && { stuck }),
    position: top.position as OwnHeader['position'],
    lies,
    onScroll,
    lines: top.borders,
    ...(markup.free && { free: markup.free }),
    ...(here?.some((value) => value !== 0) && { here }),
    notes,
  };
  return {
    own,
    ...contentsOf(marks, hovered.buttons),
    logoSize: own.texts.find((_, i) => placed.isLogo(own.top, i))?.size ?? 24,
    top: { ...lookOf(top), ...hovered.look },
    ...(second && { scrolled: lookOf(second) }),
    panel: {
      fill: colourOf(top.panelFill ?? top.dropFill) ?? { hex: '#ffffff', opacity: 1 },
      ink: colourOf(top.childInk ?? top.link) ?? { hex: '#000000', opacity: 1 },
    },
  };
}

/** A page whose header is being read. */
interface Reading {
  tab: Tab;
  ask: Ask;
  sheets: Record<string, string>;
}

/** Where a page was read; none where it was saved, or is none that can be asked for. */
const addressOf = (tab: Tab): string | undefined =>
  /^https?:/.test(tab.url()) && !tab.url().includes('saved-page.invalid')
    ? tab.url().slice(0, 2000)
    : undefined;

/** Has a page of the usual width scrolled, and waits until it is laid out. */
async function measuredAt({ tab, ask }: Reading, scroll: number): Promise<void> {
  await sized(tab, WIDE);
  await ask('measure', scroll);
  await settled(tab);
}

/**
 * Notes what shows at the standard widths, at the top and further down.
 * @returns the widths at which it does not show
 */
async function lookEverywhere({ tab, ask, sheets }: Reading, later: number | undefined): Promise<number[]> {
  await sized(tab, NARROW);
  await ask('findNarrow');
  const missing: number[] = [];
  for (const width of STANDARD_WIDTHS) {
    await sized(tab, width);
    if (!(await ask('isThere'))) missing.push(width);
    for (const scroll of [0, ...(later === undefined ? [] : [later])]) {
      await ask('measure', scroll);
      await settled(tab);
      await ask('noteGrounds', sheets);
    }
  }
  return missing;
}

/** Its rules, with those that hold only once its script has set its class. */
async function rulesAt(reading: Reading, later: number | undefined): Promise<RawRule[]> {
  const { ask, sheets } = reading;
  const rules = await ask('rules', sheets);
  if (later === undefined) return rules;
  await measuredAt(reading, later);
  const known = new Set(rules.map((rule) => JSON.stringify(rule)));
  const more = (await ask('rules', sheets)).filter((rule) => !known.has(JSON.stringify(rule)));
  await measuredAt(reading, 0);
  return [...rules, ...more];
}

/** What it looks like further down. */
async function lookAt(reading: Reading, scroll: number): Promise<RawLook> {
  await measuredAt(reading, scroll);
  const look = await reading.ask('look');
  await measuredAt(reading, 0);
  return look;
}

/** Where everything stands at every width, at the top and once it is scrolled, without the mark of the page one is on. */
async function measurePlaces(
  reading: Reading,
  {
    marks,
    inks,
    later,
    css,
    stays,
  }: {
    marks: readonly RawMark[];
    inks: readonly OwnInk[];
    later: number | undefined;
    css: readonly string[];
    /** Whether it is there once the page is scrolled. */
    stays: boolean;
  },
) {
  const { tab, ask, sheets } = reading;
  const widths = breakpoints([...css, ...Object.values(sheets)].join('\n'));
  const texts: OwnText[] = [];
  const at = measuring(inks, texts);
  const [marked, plainly] = await hereBoxes(ask, marks);
  await ask('unmark', true);
  const top = await measureAll(tab, ask, widths, 0, at);
  // What stands further down at the top is carried along until it stays.
  const scrolled = later === undefined ? [] : await measureAll(tab, ask, widths, later, at);
  if (stays) await noteStays(tab, ask, top);
  await ask('unmark', false);
  await measuredAt(reading, 0);
  const here = marked && plainly && marked.map((value, i) => Math.round((value - plainly[i]!) * 64) / 64);
  return { texts, top, scrolled, here, isLogo: at.isLogo };
}

/** Notes of each link with a drop-down whether the pointer on it opens that. */
async function notePointed(tab: Tab, ask: Ask): Promise<void> {
  for (const ink of (await ask('closedInks')).slice(0, 12)) {
    const spot = await ask('spot', ink);
    if (!spot) continue;
    await tab.mouse.move(spot.x, spot.y);
    await tab.waitForTimeout(80);
    await ask('notePointed', ink);
    await tab.mouse.move(3, 690);
  }
}

/** The class that its script sets when the page is scrolled, and the first scroll at which it is there. */
async function findStuck(tab: Tab, ask: Ask): Promise<OwnHeader['stuck']> {
  const scrollTo = async (y: number) => {
    await ask('measure', y);
    await tab.waitForTimeout(60);
    await settled(tab);
    return tab.evaluate(() => scrollY);
  };
  const reached = await scrollTo(FURTHEST);
  await tab.waitForTimeout(250);
  const found = await ask('newClass');
  if (!found) {
    await scrollTo(0);
    return undefined;
  }
  let [without, withIt] = [0, Math.max(1, Math.round(reached))];
  while (withIt - without > 1) {
    const middle = (without + withIt) >> 1;
    await scrollTo(middle);
    if (await ask('hasClass', found.on, found.name)) withIt = middle;
    else without = middle;
  }
  await scrollTo(0);
  return { ...found, from: withIt };
}

/** The box of the link of the page one is on, with its mark and without. */
async function hereBoxes(
  ask: Ask,
  marks: readonly RawMark[],
): Promise<[number[] | undefined, number[] | undefined]> {
  const current = marks.find(({ role }) => role === 'current')?.ink;
  if (current === undefined) return [undefined, undefined];
  const box = async () => (await ask('inkNow'))[current]?.box;
  const marked = await box();
  await ask('unmark', true);
  const plainly = await box();
  await ask('unmark', false);
  return [marked, plainly];
}

/** What links and buttons are under the pointer. */
async function hoverLooks(tab: Tab, ask: Ask, marks: readonly RawMark[]) {
  const away = () => tab.mouse.move(3, 690);
  const at = async (ink: string) => {
    const spot = await ask('spot', ink);
    if (!spot) return false;
    await tab.mouse.move(spot.x, spot.y);
    await tab.waitForTimeout(80);
    return true;
  };
  const link = marks.find(({ role, ink }) => role === 'link' && ink !== undefined);
  const look: Pick<SeenOwnLook, 'hover' | 'hoverLine'> = {};
  if (link && (await at(link.ink!))) {
    const hover = colourOf(await ask('computed', link.ink!, 'color'));
    if (hover) look.hover = hover;
    const { line } = await ask('look');
    if (line) look.hoverLine = line;
    await away();
  }
  const buttons: SeenOwnButton[] = [];
  for (const { ink, name, address, role } of marks) {
    if (role !== 'button' || ink === undefined) continue;
    const read = async () => ({
      ink: colourOf(await ask('computed', ink, 'color')) ?? { hex: '#000000', opacity: 1 },
      fill: colourOf(await ask('computed', ink, 'background-color')) ?? { hex: '#ffffff', opacity: 0 },
    });
    const rest = await read();
    const isThere = await at(ink);
    const over = isThere ? await read() : rest;
    await away();
    buttons.push({
      id: ink,
      label: plain(name, 120) || 'Button',
      ...(address !== undefined && { address }),
      ink: rest.ink,
      hoverInk: over.ink,
      fill: rest.fill,
      hoverFill: over.fill,
      radius: Math.min(40, parseFloat((await ask('computed', ink, 'border-top-left-radius')) ?? '0') || 0),
    });
  }
  return { look, buttons };
}
