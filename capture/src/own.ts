import Specificity from '@bramus/specificity';
import type { Page as Tab } from 'playwright-core';
import { parseColour } from '@hatrail/core/colour/rgb';
import { isHarmless, isHarmlessCss, isHarmlessTag } from '@hatrail/core/model/own';
import type {
  OwnAt,
  OwnHeader,
  OwnInk,
  OwnMark,
  OwnNode,
  OwnNote,
  OwnPlace,
  OwnRole,
  OwnText,
  Weight,
} from '@hatrail/core/model/own';
import type {
  SeenColour,
  SeenOwn,
  SeenOwnButton,
  SeenOwnEntry,
  SeenOwnLook,
} from '@hatrail/core/gather/captured';
import { usualWindowHeight } from '@hatrail/core/page/layout';
import { STANDARD_WIDTHS } from '@hatrail/core/sweep/widths';
import { pageScript } from './pageScript.ts';
import {
  type OwnReader,
  type RawAt,
  type RawGroup,
  type RawLook,
  type RawMark,
  type RawNode,
  type RawRule,
  type RawText,
} from './ownRead.ts';

/** Reads the header that a page has already: its parts, where they stand at every width, and the rules that a change has to beat. */

/** The width at which parts are told apart, and the one at which the menu button is. */
const WIDE = 1280;
const NARROW = 390;
/** Widths at which everything is measured in any case. */
const MEASURED = [320, 360, 390, 480, 600, 768, 900, 1024, 1152, 1280, 1440, 1600, 1920, 2240, 2560];
/** Most widths that are measured at one moment. */
const MOST_WIDTHS = 320;
/** How far from an even line something may be before another width is measured, CSS pixels. */
const EVEN = 0.2;
/** Furthest scroll at which a state begins, CSS pixels. */
const FURTHEST = 900;

/** A part that an owner has named: by its path, what it is. */
export interface Correction {
  path: string;
  role: OwnRole | 'none';
}

type Ask = <K extends keyof OwnReader>(
  what: K,
  ...given: Parameters<OwnReader[K]>
) => Promise<Awaited<ReturnType<OwnReader[K]>>>;

/** Asks the reader in a page. */
export function asking(tab: Tab): Ask {
  return (what, ...given) =>
    tab.evaluate(
      ([name, values]) =>
        (
          (globalThis as unknown as { hatrailOwn: Record<string, (...of: unknown[]) => unknown> }).hatrailOwn[
            name as string
          ] as (...of: unknown[]) => unknown
        )(...(values as unknown[])),
      [what, given] as [string, unknown[]],
    ) as Promise<never>;
}

/** Puts the reader into a page that has the general one. */
export async function installOwn(tab: Tab): Promise<Ask> {
  await tab.evaluate(pageScript('own/reader'));
  return asking(tab);
}

export const sized = (tab: Tab, width: number) =>
  tab.setViewportSize({ width, height: usualWindowHeight(width) });

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
    css: cut(markup.css),
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

const settled = (tab: Tab) =>
  tab.evaluate(
    () => new Promise<void>((done) => requestAnimationFrame(() => requestAnimationFrame(() => done()))),
  );

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

/** The widths at which a media query begins or ends to hold, with one pixel either side. */
function breakpoints(css: string): number[] {
  const heads = css.match(/@(media|container)[^{]*\{/g) ?? [];
  const widths = heads.flatMap((head) =>
    [...head.matchAll(/([\d.]+)(px|em|rem)/g)].map(
      ([, size, unit]) => Number(size) * (unit === 'px' ? 1 : 16),
    ),
  );
  return [
    ...new Set(widths.flatMap((width) => [Math.floor(width) - 1, Math.floor(width), Math.floor(width) + 1])),
  ].filter((width) => width > 320 && width < 2560);
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

interface Measuring {
  (raw: RawAt, scroll: number): OwnAt;
  isLogo(all: readonly OwnAt[], text: number): boolean;
}

/** Rounds what was measured, and keeps each text once. */
function measuring(inks: readonly OwnInk[], texts: OwnText[]): Measuring {
  const numbers = new Map(inks.map(({ id }, i) => [id, i]));
  const known = new Map<string, number>();
  const round = (value: number) => Math.round(value * 64) / 64;
  const textOf = ({ family: _, ...text }: RawText): number => {
    const kept: OwnText = {
      ...text,
      text: text.text.slice(0, 200),
      advance: round(text.advance),
      capHeight: round(text.capHeight),
      descent: round(text.descent),
      letterEdges: text.letterEdges.map(round),
    };
    const key = JSON.stringify(kept);
    let number = known.get(key);
    if (number === undefined) {
      number = texts.push(kept) - 1;
      known.set(key, number);
    }
    return number;
  };
  const measure = ({ width, folded, bar, places }: RawAt, scroll: number): OwnAt => {
    const down = scroll > 0 ? -bar[1] : 0;
    const kept = places.flatMap((place): OwnPlace[] => {
      const number = numbers.get(place.ink);
      if (number === undefined || texts.length > 1900) return [];
      const [x, y, w, h] = place.box.map(round) as [number, number, number, number];
      const [ix, iy, iw, ih] = (place.inked ?? [0, 0, 0, 0]).map(round) as [number, number, number, number];
      return [
        [
          number,
          x,
          y + down,
          w,
          h,
          place.text ? textOf(place.text) : -1,
          round(place.left ?? 0),
          (place.baseline ?? 0) + (place.text ? down : 0),
          ix,
          iy + (place.inked ? down : 0),
          iw,
          ih,
        ],
      ];
    });
    const [x, y, w, h, r] = bar.map(round) as [number, number, number, number, number];
    return { width, folded, bar: [x, y + down, w, h, r], places: kept };
  };
  const logo = numbers.get('logo');
  measure.isLogo = (all: readonly OwnAt[], text: number) =>
    all.some(({ places }) => places.some((place) => place[0] === logo && place[5] === text));
  return measure;
}

const shapeOf = ({ folded, places, bar }: OwnAt) =>
  JSON.stringify([folded, bar[4], places.map(([ink, , , , , text]) => [ink, text])]);

/** Whether what was measured between two widths lies where it would if all moved evenly. */
function isEven(a: OwnAt, b: OwnAt, middle: OwnAt): boolean {
  if (shapeOf(a) !== shapeOf(middle) || shapeOf(b) !== shapeOf(middle)) return false;
  const share = (middle.width - a.width) / (b.width - a.width);
  const isNear = (x: number, y: number, z: number, by = EVEN) => Math.abs(x + (y - x) * share - z) <= by;
  return (
    middle.bar.every((value, i) => isNear(a.bar[i]!, b.bar[i]!, value)) &&
    middle.places.every((place, i) =>
      // A baseline is whole, and jumps from one pixel to the next.
      place.every((value, k) => isNear(a.places[i]![k]!, b.places[i]![k]!, value, k === 7 ? 0.51 : EVEN)),
    )
  );
}

/** Measures at enough widths that between two of them everything moves evenly, or they are one pixel apart. */
async function measureAll(
  tab: Tab,
  ask: Ask,
  turning: readonly number[],
  scroll: number,
  at: Measuring,
): Promise<OwnAt[]> {
  const known = new Map<number, OwnAt>();
  const height = Math.max(700, scroll > 0 ? 700 : 700);
  const measure = async (width: number): Promise<OwnAt> => {
    const found = known.get(width);
    if (found) return found;
    await tab.setViewportSize({ width, height });
    const made = at(await ask('measure', scroll), scroll);
    known.set(width, { ...made, width });
    return known.get(width)!;
  };
  const first = [...new Set([...MEASURED, ...turning])].sort((a, b) => a - b);
  for (const width of first) await measure(width);
  const between = async (low: number, high: number): Promise<void> => {
    if (high - low < 2 || known.size >= MOST_WIDTHS) return;
    const middle = await measure((low + high) >> 1);
    if (isEven(known.get(low)!, known.get(high)!, middle)) return;
    await between(low, middle.width);
    await between(middle.width, high);
  };
  for (const [i, width] of first.slice(1).entries()) await between(first[i]!, width);
  const all = [...known.values()].sort((a, b) => a.width - b.width);
  // What lies where it would without it is left out.
  return all.filter((each, i) => {
    const [a, b] = [all[i - 1], all[i + 1]];
    return (
      !a ||
      !b ||
      MEASURED.includes(each.width) ||
      !isEven(a, b, each) ||
      b.width - each.width === 1 ||
      each.width - a.width === 1
    );
  });
}

// ----- From what a page says to what is kept.

const plain = (text: string, most: number) =>
  text
    .replace(/<[a-z!/?]/gi, ' ')
    .replace(/\p{Cc}/gu, ' ')
    .replace(/\s+/g, ' ')
    .trim()
    .slice(0, most);

function itemOf(ink: string): string | undefined {
  if (ink === 'logo') return 'logo';
  if (ink.startsWith('button-')) return ink;
  return ink === 'menu-button' ? undefined : 'menu';
}

function inksOf(marks: readonly RawMark[], openers: readonly string[]): OwnInk[] {
  const seen = new Set<string>();
  return marks.flatMap(({ ink, name, kind, isStill, role }): OwnInk[] => {
    if (ink === undefined || !kind || role === 'child' || seen.has(ink) || seen.size >= 110) return [];
    seen.add(ink);
    const item = itemOf(ink);
    const called =
      ink === 'logo' ? 'Logo' : ink === 'menu-button' ? 'Menu button' : plain(name, 100) || 'Icon';
    return [
      {
        id: ink,
        name: called,
        kind,
        ...(item !== undefined && { item: ink === 'logo' && kind === 'text' ? 'name' : item }),
        ...((isStill || role === 'text') && { isStill: true }),
        ...(openers.includes(ink) && { opens: true }),
      },
    ];
  });
}

function nodeOf({ text, tag, attributes = [], nodes = [] }: RawNode): OwnNode {
  if (text !== undefined) return { text: text.slice(0, 4000) };
  const kept = nodes.filter((each) => each.text !== undefined || isHarmlessTag(String(each.tag)));
  return {
    tag: isHarmlessTag(String(tag)) ? String(tag) : 'div',
    attributes: attributes
      .filter(([name, value]) => isHarmless(name, value) && value.length <= 60_000)
      .map(([name, value]) => ({ name, value })),
    // What is left out keeps its place, so that paths stay true.
    nodes: nodes.map((each) => (kept.includes(each) ? nodeOf(each) : { text: '' })),
  };
}

/** Style in pieces that a document may hold; what would bring in something from outside is left out. */
function cut(css: readonly string[]): string[] {
  return css.flatMap((text) => {
    const pieces: string[] = [];
    let piece = '';
    for (const line of text.split('\n')) {
      if (!isHarmlessCss(line)) continue;
      if (piece.length + line.length > 90_000 && depthOf(piece) === 0) {
        pieces.push(piece);
        piece = '';
      }
      piece += `${line}\n`;
    }
    return [...pieces, piece].map((each) => each.slice(0, 99_000));
  });
}

const depthOf = (css: string) => (css.match(/\{/g)?.length ?? 0) - (css.match(/\}/g)?.length ?? 0);

/** What a selector weighs; that of a list is its heaviest. */
export function weightOf(selector: string): Weight {
  try {
    const all = Specificity.calculate(selector).map(({ a, b, c }): Weight => [a, b, c]);
    return all.sort((x, y) => y[0] - x[0] || y[1] - x[1] || y[2] - x[2])[0] ?? [0, 0, 0];
  } catch {
    return [0, 0, 0];
  }
}

/** What a part of a selector weighs that begins with a combinator. */
function heaviest(inner: readonly string[]): Weight {
  return weightOf(
    inner
      .map((each) => each.replace(/^\s*[>+~]\s*/, ''))
      .filter(Boolean)
      .join(', ') || ':where(*)',
  );
}

function rulesOf(rules: readonly RawRule[]): OwnHeader['rules'] {
  return rules
    .filter(
      ({ selector, value }) => /^[^{};<]+$/s.test(selector) && !selector.includes('/*') && !/[<]/.test(value),
    )
    .map((rule) => ({
      ...rule,
      value: rule.value.slice(0, 300),
      weight: rule.selector === 'style' ? [0, 0, 0] : weightOf(rule.selector),
    }));
}

function colourOf(css: string | undefined): SeenColour | undefined {
  const read = css === undefined ? undefined : parseColour(css);
  if (!read) return undefined;
  const hex = `#${[read.r, read.g, read.b].map((v) => v.toString(16).padStart(2, '0')).join('')}`;
  return { hex, opacity: Math.round(read.a * 1000) / 1000 };
}

function lookOf(raw: RawLook): SeenOwnLook {
  const shadow = /^(rgba?\([^)]*\)|#\w+) (-?[\d.]+)px (-?[\d.]+)px (-?[\d.]+)px (-?[\d.]+)px(?! inset)/.exec(
    raw.shadow,
  );
  const shade = colourOf(shadow?.[1]);
  const edge = colourOf(raw.borderBelow);
  const colours = Object.fromEntries(
    (['logo', 'link', 'current'] as const).flatMap((key) => {
      const colour = colourOf(raw[key]);
      return colour ? [[key, colour]] : [];
    }),
  );
  return {
    fill: colourOf(raw.fill) ?? { hex: '#ffffff', opacity: 0 },
    ...colours,
    ...(raw.line && { line: raw.line }),
    ...(raw.currentLine && { currentLine: raw.currentLine }),
    ...(shadow &&
      shade &&
      shade.opacity > 0 && {
        shadow: {
          x: Number(shadow[2]),
          y: Number(shadow[3]),
          blur: Number(shadow[4]),
          spread: Number(shadow[5]),
          colour: shade,
        },
      }),
    ...(edge &&
      edge.opacity > 0.05 &&
      raw.borders[2] >= 1 && { edge: { colour: edge, thickness: Math.min(12, Math.round(raw.borders[2])) } }),
  };
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

function contentsOf(marks: readonly RawMark[], buttons: SeenOwnButton[]) {
  const entry = ({ ink, name, address }: RawMark): SeenOwnEntry => ({
    id: ink!,
    label: plain(name, 120) || 'Link',
    ...(address !== undefined && { address }),
    entries: [],
  });
  const number = (mark: RawMark) => Number(mark.ink!.split('-').at(-1));
  const tops = marks
    .filter(({ role, ink }) => (role === 'link' || role === 'current') && ink !== undefined)
    .sort((a, b) => number(a) - number(b))
    .map(entry);
  for (const mark of marks
    .filter(({ role, ink }) => role === 'child' && ink !== undefined)
    .sort((a, b) => number(a) - number(b))) {
    const parent = tops.find(({ id }) => mark.ink!.startsWith(`${id}-`));
    parent?.entries.push(entry(mark));
  }
  const logo = marks.find(({ ink }) => ink === 'logo');
  return {
    entries: tops,
    buttons,
    logo: logo?.kind === 'mark' ? undefined : logo?.kind,
    logoText: plain(logo?.name ?? '', 80),
  };
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
