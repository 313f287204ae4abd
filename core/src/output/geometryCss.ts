import { cssColour } from '../colour/rgb.ts';
import { ALWAYS, folds, toggleAt, toggleRails } from '../header/fold.ts';
import { leastWidth } from '../header/readings.ts';
import { kindOf } from '../header/kinds/index.ts';
import type { RulesOn } from '../header/kinds/kind.ts';
import { layoutAt } from '../header/layout.ts';
import type { HeaderLayout } from '../header/laid.ts';
import { BESIDE, hasStrips, isMovedApart, keepsToBottom, standsInFlow } from '../header/manner.ts';
import { extentAt, itemAt, railAt, stepWidths } from '../header/steps.ts';
import { linkWidth, type HeaderInk } from '../header/ink.ts';
import { entryWidths, menuType } from '../header/kinds/menu.ts';
import { currentStyle } from '../model/type.ts';
import { LINK_HEIGHT } from '../header/metrics.ts';
import { baselineInLine, fontOf, type Measure } from '../measure/measure.ts';
import { PLACES, itemsOf, momentsOf, type Header, type Rail, type RailPlace } from '../model/header.ts';
import type { Item, MenuItem, TextItem } from '../model/item.ts';
import { resolveColour } from '../model/palette.ts';
import type { Site } from '../model/site.ts';
import { hasBack } from './css/layers.ts';
import { dressedStates } from './css/looks.ts';
import type { Addresses } from './addresses.ts';
import { px, rule, within } from '../css/text.ts';

/** Declarations by selector. */
export type Rules = Map<string, string[]>;

/**
 * The rules that hold the sizes of a header: one set for wide windows, then what is different below each width at which
 * something changes, the fold among them. They ask the header's own width, by a container query, so that scrollbars of
 * any kind make no difference.
 */
export function geometryCss(
  site: Site,
  header: Header,
  foldWidth: number,
  measure: Measure,
  to: Pick<Addresses, 'picture' | 'sizes'>,
): string {
  const least = folds(header) ? leastWidth(site, header, measure) : 0;
  const at = (width: number) => geometryAt(site, header, { width, foldWidth }, measure, to);
  return byWidth(header, foldWidth, 'hr', at, [least]);
}

/**
 * Rules that change by width as a style sheet: those of wide windows, then in container queries what is different below.
 * @param container name of the container whose width is asked
 * @param others widths below which something changes besides the header's steps and its fold
 */
export function byWidth(
  header: Header,
  foldWidth: number,
  container: string,
  rulesAt: (width: number) => Rules,
  others: readonly number[] = [],
): string {
  const widths = [
    ...new Set([...stepWidths(header), ...[foldWidth, ...others].filter((width) => width > 0)]),
  ];
  widths.sort((a, b) => b - a);
  let above = rulesAt(ALWAYS);
  const css = [cssOf(above)];
  for (const width of widths) {
    const below = rulesAt(width - 1);
    const changed = new Map([...below].filter(([key, value]) => String(value) !== String(above.get(key))));
    if (changed.size > 0) {
      css.push(
        width >= ALWAYS
          ? cssOf(changed)
          : within(`@container ${container} (width < ${px(width)})`, cssOf(changed)),
      );
    }
    above = below;
  }
  return css.join('');
}

function cssOf(rules: Rules): string {
  return [...rules].map(([selector, declarations]) => rule(selector, ...declarations)).join('');
}

function geometryAt(
  site: Site,
  header: Header,
  { width, foldWidth }: { width: number; foldWidth: number },
  measure: Measure,
  to: Pick<Addresses, 'picture' | 'sizes'>,
): Rules {
  const folded = width < foldWidth;
  const layout = layoutAt(site, header, width, measure, { folded });
  const lower = layoutAt(site, header, width, measure, { folded, moment: 'scrolled' });
  const laid: Laid = { site, header, width, folded, layout, states: dressedStates(header), measure, to };
  const rules: Rules = new Map();
  setBar(rules, laid);
  const later = laterSelector(header);
  let pulled = 0;
  header.rails.forEach((base, index) => {
    setRailWithItems(rules, laid, base, index);
    const less = lower.rails.find((rail) => rail.index === index)?.less ?? 0;
    setLess(rules, later, railAt(base, width), { index, less, above: pulled });
    pulled += less;
  });
  if ((header.manner.smaller ?? 0) > 0) rules.set(`${later} .hr-bar`, [`--hr-less: ${px(pulled)}`]);
  setToggle(rules, laid);
  return rules;
}

/** A header as it is laid out at a width. */
interface Laid {
  site: Site;
  header: Header;
  width: number;
  folded: boolean;
  layout: Omit<HeaderLayout, 'foldWidth'>;
  states: ReturnType<typeof dressedStates>;
  measure: Measure;
  to: Pick<Addresses, 'picture' | 'sizes'>;
}

/** Where the box of the rails lies, and how far the page is pulled up below it. */
function setBar(rules: Rules, { header, width, layout }: Laid): void {
  const { top, sides, max, radius } = extentAt(header, width);
  const covered = layout.height - layout.slot;
  const pull = standsInFlow(header) && covered > 0 ? px(-covered) : '0';
  const strips = layout.rails.filter(({ full }) => full);
  const margin = keepsToBottom(header)
    ? `${px(strips.length > 0 ? top : 0)} ${px(sides)} ${px(top)}`
    : `${px(top)} ${px(sides)} ${pull}`;
  // Whole pixels at each side; where a browser does not know how to round, it may be half of one away.
  const inline =
    max === undefined
      ? []
      : [
          `margin-inline: max(${px(sides)}, calc((100% - ${px(max)}) / 2))`,
          `margin-inline: max(${px(sides)}, round(down, (100% - ${px(max)}) / 2, 1px))`,
        ];
  rules.set('.hr-bar', [`margin: ${margin}`, ...inline, `border-radius: ${px(radius)}`]);
  if (!hasStrips(header)) return;
  const above = strips.reduce((sum, { height }) => sum + height, 0);
  rules.set('.hr > :is(.hr-strips, .hr-bar)', [
    `--hr-above-box: ${px(above)}`,
    `--hr-gap: ${px(strips.length > 0 ? top : 4 * BESIDE)}`,
  ]);
}

/** A rail, its corners, and what hangs on it. */
function setRailWithItems(rules: Rules, laid: Laid, base: Rail, index: number): void {
  const { site, header, width, folded, layout } = laid;
  const rail = layout.rails.find((each) => each.index === index);
  const toggle = toggleAt(header, width);
  const isMarked = folds(header) && toggleRails(header).includes(index);
  const hasToggle = folded && index === toggle.rail;
  setRail(
    rules,
    railAt(base, width),
    { index, height: rail?.height, hangs: isMarked ? toggle.place : undefined, hasToggle },
    layout,
  );
  if (hasToggle && rail && rail.needed > rail.width) {
    rules.set(`.hr-rail-${index + 1} > .hr-start`, ['min-width: 0', 'overflow-x: clip']);
    rules.set(`.hr-rail-${index + 1} > .hr-end`, ['flex: 0 1 auto', 'min-width: 0']);
  }
  const { radius } = extentAt(header, width);
  if (radius > 0 && !base.full && hasBack(site, { header, rail: base })) {
    const inBox = layout.rails.filter(({ full }) => !full);
    const upper = index === inBox[0]?.index ? px(radius) : '0';
    const lower = index === inBox.at(-1)?.index ? px(radius) : '0';
    rules.set(`.hr-back-${index + 1}`, [`border-radius: ${upper} ${upper} ${lower} ${lower}`]);
  }
  for (const item of itemsOf(base)) setItemWithRoom(rules, laid, item);
}

/** An item, and how far the backings of its links may reach. */
function setItemWithRoom(rules: Rules, { site, width, layout, states, measure, to }: Laid, item: Item): void {
  const { backing: hasPlates, buttons: isStyled, buttonShadow: isThrown } = states;
  const isShown = layout.items.some(({ id }) => id === item.id);
  setItem(rules, site, { item: itemAt(item, width), isShown }, measure, { to, isStyled });
  const isPlated = ({ plate, button }: HeaderInk) => (hasPlates && plate) || (isThrown && button);
  const { plateMost, reachMost } = layout.inks.find((ink) => ink.item === item.id && isPlated(ink)) ?? {};
  const own = rules.get(`.hr-item-${item.id}`);
  if (plateMost !== undefined) own?.push(`--hr-plate-most: ${px(plateMost)}`);
  if (hasPlates && reachMost !== undefined) own?.push(`--hr-plate-reach-most: ${px(reachMost)}`);
}

/** The menu button: on another rail where its own does not show. */
function setToggle(rules: Rules, { header, width, folded }: Laid): void {
  if (!folds(header)) return;
  const shownOn = folded ? toggleAt(header, width).rail : undefined;
  const display = (rail: number) => [`display: ${rail === shownOn ? 'grid' : 'none'}`];
  const [only, ...more] = toggleRails(header);
  if (only !== undefined && more.length === 0) return void rules.set('.hr-toggle', display(only));
  for (const rail of toggleRails(header)) rules.set(`.hr-rail-${rail + 1} .hr-toggle`, display(rail));
}

/** Selects a header that is past *At the top*. */
export function laterSelector(header: Header): string {
  return `.hr[data-moment="${momentsOf(header)[1]}"]`;
}

/**
 * A rail that is lower after scrolling: nothing is laid out anew. It moves up as a whole, by what the rails above it lose
 * and half of its own; its layers lose their lower end; items at its upper and lower edge stay there.
 */
function setLess(
  rules: Rules,
  later: string,
  rail: Rail,
  { index, less, above }: { index: number; less: number; above: number },
): void {
  if (above + less === 0) return;
  const self = `${later} .hr-rail-${index + 1}`;
  rules.set(self, [`translate: 0 ${px(-above - less / 2)}`]);
  rules.set(`${later} .hr-back-${index + 1}`, [`translate: 0 ${px(-above)}`, `bottom: ${px(less)}`]);
  if (less === 0) return;
  const apart = itemsOf(rail).filter((item) => isMovedApart(rail, item, less));
  for (const item of apart) {
    const by = item.align === 'start' ? less / 2 : -less / 2;
    rules.set(`${self} .hr-item-${item.id}`, [`translate: 0 ${px(by)}`]);
  }
  // What is moved apart lies as a whole over or under its neighbours; the ring and what is open over all of them.
  if (apart.length > 0)
    rules.set(`${self} .hr-item:is(:focus-within, :has([aria-expanded="true"]))`, ['z-index: 1']);
}

/** A rail as it is laid out: not shown where it has no height. */
interface RailInLayout {
  index: number;
  height: number | undefined;
  /** Where the menu button is marked up on it, and whether it shows there. */
  hangs: RailPlace | undefined;
  hasToggle: boolean;
}

function setRail(
  rules: Rules,
  rail: Rail,
  { index, height, hangs, hasToggle }: RailInLayout,
  layout: Pick<HeaderLayout, 'items'>,
): void {
  const self = `.hr-rail-${index + 1}`;
  if (height === undefined) {
    rules.set(self, ['display: none']);
    return;
  }
  const { padding = 0, inset, gap, max } = rail;
  const side = max === undefined ? px(inset) : `max(${px(inset)}, calc((100% - ${px(max)}) / 2))`;
  rules.set(self, [
    'display: flex',
    `min-height: ${px(height)}`,
    `padding: ${px(padding)} ${side}`,
    `gap: ${px(gap)}`,
  ]);
  rules.set(`${self} > .hr-place`, [`gap: ${px(gap)}`]);
  if (!placesOf(rail, hangs).includes('middle')) return;
  const hasMiddle =
    (hasToggle && hangs === 'middle') ||
    layout.items.some((item) => item.rail === index && item.place === 'middle');
  rules.set(`${self} > .hr-middle`, [`display: ${hasMiddle ? 'flex' : 'none'}`]);
}

const ALIGN = { start: 'flex-start', middle: 'center', end: 'flex-end' };

function setItem(
  rules: Rules,
  site: Site,
  { item, isShown }: { item: Item; isShown: boolean },
  measure: Measure,
  on: Pick<RulesOn, 'to' | 'isStyled'>,
): void {
  const self = `.hr-item-${item.id}`;
  if (!isShown) {
    rules.set(self, ['display: none']);
    return;
  }
  const { backing } = item.kind === 'button' ? {} : item;
  const colour = (use: Parameters<typeof resolveColour>[1], opacity = 1) =>
    cssColour(resolveColour(site.palette, use), opacity);
  const { isOneElement, ...kind } = kindOf(item);
  const own: [string, ...string[]][] = kind.css(site, item, self, { ...on, measure });
  const outer = [
    'display: flex',
    `align-self: ${ALIGN[item.align ?? 'middle']}`,
    `top: ${px(item.shift ?? 0)}`,
    ...(item.kind === 'menu' || item.kind === 'text'
      ? [`--hr-base: ${px(baseOf(site, item, measure) + (isOneElement ? (backing?.y ?? 0) : 0))}`]
      : []),
    // What is drawn beside its word goes by the word, and not by the backing round it.
    ...(backing && isOneElement ? [`--hr-pad: ${px(backing.x)}`] : []),
    ...(backing
      ? [
          'box-sizing: content-box',
          `padding: ${px(backing.y)} ${px(backing.x)}`,
          `border-radius: ${px(backing.radius)}`,
        ]
      : []),
  ];
  for (const [selector, ...declarations] of [[self, ...outer] as [string, ...string[]], ...own]) {
    rules.set(selector, [...(rules.get(selector) ?? []), ...declarations]);
  }
  for (const [selector, width] of linkRooms(site, item, self, measure))
    rules.set(selector, [`min-width: ${px(width)}`]);
  if (!backing) return;
  rules.set(`${self} > .hr-under`, [`background: ${colour(backing.colour, backing.opacity)}`]);
  if (backing.hover) {
    rules.set(`${self}:hover > .hr-under`, [`background: ${colour(backing.hover, backing.opacity)}`]);
  }
}

/** The room that each link keeps, where the one of the page one is on is set in another weight. */
function linkRooms(site: Site, item: Item, self: string, measure: Measure): [string, number][] {
  const { type } = site;
  if (currentStyle(type).weight === type.menu.weight) return [];
  if (item.kind === 'text')
    return item.to ? [[`${self}.hr-link`, linkWidth(item.text, type, measure, item.size)]] : [];
  if (item.kind !== 'menu') return [];
  const set = menuType(site, item);
  return entryWidths(site, item, measure).map(({ label }, i) => [
    `${self} .hr-menu > :nth-child(${i + 1}) > .hr-link`,
    linkWidth(label, set, measure, item.size),
  ]);
}

/** How far a link's baseline is below its upper edge, CSS pixels. */
function baseOf(
  { type: { menu } }: Site,
  { size = menu.size }: MenuItem | TextItem,
  measure: Measure,
): number {
  const lineHeight = Math.round(size * menu.lineHeight);
  return (LINK_HEIGHT - lineHeight) / 2 + baselineInLine(measure, fontOf(menu, size), lineHeight);
}

/** Places of a rail that are marked up: the middle only where something hangs there, be it the menu button. */
export function placesOf(rail: Rail, toggle?: RailPlace): RailPlace[] {
  return PLACES.filter((place) => place !== 'middle' || rail.middle.length > 0 || toggle === 'middle');
}
