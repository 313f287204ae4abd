import type { Page as Tab } from 'playwright-core';
import type { SeenOwn, SeenOwnButton, SeenOwnLook } from '@hatrail/core/gather/captured';
import type { OwnHeader, OwnMark, OwnNote, OwnRole, OwnText } from '@hatrail/core/model/own';
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
import { breakpoints, measureAll, measuring } from './ownMeasure.ts';
import type { RawGroup, RawLook, RawMark } from './ownRead.ts';

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
  const top = await ask('look');
  const stuck = onScroll === 'stays' ? await findStuck(tab, ask) : undefined;
  const later = stuck && stuck.from + 60;
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
  await sized(tab, WIDE);
  await ask('measure', 0);
  await settled(tab);
  await notePointed(tab, ask);
  const marks = await ask('marks');
  const groups = await ask('groups', sheets);
  const markup = await ask('markup', sheets);
  const rules = await ask('rules', sheets);
  if (later !== undefined) {
    // What holds only once its script has set its class.
    await ask('measure', later);
    await settled(tab);
    const known = new Set(rules.map((rule) => JSON.stringify(rule)));
    rules.push(...(await ask('rules', sheets)).filter((rule) => !known.has(JSON.stringify(rule))));
    await ask('measure', 0);
    await settled(tab);
  }
  const widths = breakpoints([...markup.css, ...Object.values(sheets)].join('\n'));
  const inks = inksOf(marks, await ask('inksOfGroups', 'openers'));
  const texts: OwnText[] = [];
  const at = measuring(inks, texts);
  const [marked, plainly] = await hereBoxes(ask, marks);
  await ask('unmark', true);
  const atTop = await measureAll(tab, ask, widths, 0, at);
  // What stands further down at the top is carried along until it stays.
  const scrolled = later === undefined ? [] : await measureAll(tab, ask, widths, later, at);
  await ask('unmark', false);
  await sized(tab, WIDE);
  await ask('measure', 0);
  await settled(tab);
  const hovered = await hoverLooks(tab, ask, marks);
  const notes = await notesOf(tab, ask, marks, markup.selector, groups);
  if (missing.length > 0)
    notes.push({
      what: `At ${missing.join(', ')} px it does not show: another header stands there, or none. Nothing is judged at those widths.`,
    });
  const pictures = marks.filter(
    ({ role, kind, ink }) =>
      ink !== undefined && kind === undefined && (role === 'icon' || role === 'menu button'),
  );
  if (pictures.length > 0)
    notes.push({
      what: `${pictures.map(({ name, role }) => plain(name, 40) || role).join(', ')}: a picture, whose colour no style changes. It is not judged.`,
    });
  const here = marked && plainly && marked.map((value, i) => Math.round((value - plainly[i]!) * 64) / 64);
  if (here && Math.abs(here[2]!) > 1)
    notes.push({
      what: `The link of the page one is on is ${Math.abs(here[2]!).toFixed(1)} px ${here[2]! > 0 ? 'wider' : 'narrower'} there than on other pages, and those beside it move: everything is judged as it stands on other pages.`,
    });
  let second: RawLook | undefined;
  if (later !== undefined) {
    await ask('measure', later);
    await settled(tab);
    second = await ask('look');
    await ask('measure', 0);
  }
  const own: SeenOwn['own'] = {
    from:
      /^https?:/.test(tab.url()) && !tab.url().includes('saved-page.invalid')
        ? tab.url().slice(0, 2000)
        : undefined,
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
    texts,
    top: atTop,
    scrolled,
    ...(stuck && { stuck }),
    position: top.position as OwnHeader['position'],
    lies,
    onScroll,
    lines: top.borders,
    ...(markup.free && { free: markup.free }),
    ...(here?.some((value) => value !== 0) && { here }),
    notes,
  };
  if (own.from === undefined) delete own.from;
  return {
    own,
    ...contentsOf(marks, hovered.buttons),
    logoSize: texts.find((_, i) => at.isLogo(atTop, i))?.size ?? 24,
    top: { ...lookOf(top), ...hovered.look },
    ...(second && { scrolled: lookOf(second) }),
    panel: {
      fill: colourOf(top.panelFill ?? top.dropFill) ?? { hex: '#ffffff', opacity: 1 },
      ink: colourOf(top.childInk ?? top.link) ?? { hex: '#000000', opacity: 1 },
    },
  };
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

/** What style alone cannot mend. */
async function notesOf(
  tab: Tab,
  ask: Ask,
  marks: readonly RawMark[],
  selector: string,
  groups: readonly RawGroup[],
): Promise<OwnNote[]> {
  const notes: OwnNote[] = [];
  const byKey = await ask('opensByKey');
  if (byKey === false) {
    const parent = marks.find(
      ({ role, ink }) =>
        (role === 'link' || role === 'current') &&
        marks.some((other) => other.role === 'child' && other.ink?.startsWith(`${ink}-`)),
    );
    const spot = parent && (await ask('spot', parent.ink!));
    if (spot) await tab.mouse.move(spot.x, spot.y);
    await tab.waitForTimeout(80);
    const opened = await ask('opensByPointer');
    await tab.mouse.move(3, 690);
    const drop = groups.find(({ name }) => name === 'drop-down')?.inner[0] ?? 'li > ul';
    const last = drop.split(/[ >]+/).at(-1) ?? 'ul';
    notes.push({
      what: opened
        ? 'Its drop-downs open under the pointer only: no key reaches what is in them, and style cannot change that. These lines do.'
        : 'Nothing that the keyboard does opens its drop-downs, and style cannot change that. These lines do.',
      lines: [
        `for (const drop of document.querySelectorAll('${`${selector} ${drop}`.replaceAll("'", '"')}')) {`,
        '  const item = drop.parentElement;',
        '  const show = (on) => drop.style.cssText = on ? "display: flex; visibility: visible; opacity: 1" : "";',
        '  item.addEventListener("focusin", () => show(true));',
        '  item.addEventListener("focusout", (event) => item.contains(event.relatedTarget) || show(false));',
        '  item.addEventListener("keydown", (event) => event.key === "Escape" && show(false));',
        '}',
      ].join('\n'),
    });
    void last;
  }
  return notes;
}
