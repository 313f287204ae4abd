import type { SeenColour, SeenEntry, SeenLogo, SeenStyle } from '@hatrail/core/gather/captured';
import type { HeaderRead } from '../../src/pageRead.ts';
import { all, colour, linksIn, shows, words } from './elements.ts';

/** The header of a page: which element it is, and what of it can be read. */

export let header: HTMLElement | undefined;
let isLooked = false;
export const isHeaderLike = (element: HTMLElement) => {
  const { top, width, height } = element.getBoundingClientRect();
  const y = top + scrollY;
  return (
    shows(element) &&
    y < 260 &&
    width > innerWidth * 0.5 &&
    height > 16 &&
    height <= Math.max(360, innerHeight * 0.5)
  );
};
export const find = (): HTMLElement | undefined => {
  if (isLooked) return header;
  isLooked = true;
  const inside = 'main header, article header, section header, main *, article *';
  const told = all('header, [role=banner]').filter(
    (each) =>
      !each.matches(inside) &&
      isHeaderLike(each) &&
      (linksIn(each).length > 0 || all('nav', each).length > 0),
  );
  const most = (list: HTMLElement[]) =>
    list
      .filter((each) => !list.some((other) => other !== each && other.contains(each)))
      .sort((a, b) => linksIn(b).length - linksIn(a).length)[0];
  const named = all('[class], [id]').filter(
    (each) =>
      /(^|[-_ ])(header|masthead|top-?bar|nav-?bar|site-?top|site-?head|banner)([-_ ]|$)/i.test(
        `${each.getAttribute('class') ?? ''} ${each.id}`,
      ) &&
      !each.matches(inside) &&
      isHeaderLike(each) &&
      linksIn(each).length > 1,
  );
  header = besideMenu(most(told) ?? most(named));
  if (header) return header;
  // Neither is there: what stands around the first row of links.
  const row = linksIn(document).filter(
    (link) => shows(link) && link.getBoundingClientRect().top + scrollY < 200,
  );
  if (row.length < 2) return undefined;
  let around: HTMLElement | null = row[0]!.parentElement;
  while (around && !row.slice(0, 3).every((link) => around!.contains(link))) around = around.parentElement;
  while (
    around?.parentElement &&
    around.parentElement !== document.body &&
    isHeaderLike(around.parentElement)
  )
    around = around.parentElement;
  header = around && around !== document.body && isHeaderLike(around) ? around : undefined;
  return header;
};

/** A header that has no menu, beside one that is nothing else: that is the one to be dressed. */
const besideMenu = (found: HTMLElement | undefined): HTMLElement | undefined => {
  if (!found || linksIn(found).length > 1) return found;
  for (const beside of [found.nextElementSibling, found.previousElementSibling] as (HTMLElement | null)[]) {
    const isMenu = beside?.matches('nav, [role=navigation]') || beside?.querySelector('nav') !== null;
    if (beside && isMenu && isHeaderLike(beside) && linksIn(beside).length > 1) return beside;
  }
  return found;
};
export const isButton = (link: HTMLElement) => {
  const style = getComputedStyle(link);
  const hasFill = colour(style.backgroundColor).opacity > 0.3;
  const hasLine = parseFloat(style.borderTopWidth) > 0 && parseFloat(style.borderBottomWidth) > 0;
  return (hasFill || hasLine) && parseFloat(style.paddingLeft) >= 6;
};
const isHome = (link: HTMLAnchorElement) => {
  const path = new URL(link.href, location.href).pathname.replace(/index\.\w+$/, '');
  const own = location.pathname.replace(/[^/]*$/, '');
  return path === '/' || own.startsWith(path);
};
const logoLink = (of: HTMLElement) => {
  const links = linksIn(of).filter(shows);
  const told = links.find((link) => /logo|brand|site-?(name|title)/i.test(`${link.className} ${link.id}`));
  const drawn = links.find((link) => link.querySelector('img, svg') && isHome(link));
  return told ?? drawn ?? links.find((link) => isHome(link) && !link.closest('nav, ul, ol'));
};
const menuLinks = (of: HTMLElement) => {
  const logo = logoLink(of);
  const navs = all('nav, [role=navigation], [role=menubar]', of);
  const nav = navs.sort((a, b) => linksIn(b).length - linksIn(a).length)[0];
  return linksIn(nav ?? of).filter((link) => link !== logo && words(link.textContent) !== '');
};
const entriesOf = (of: HTMLElement): SeenEntry[] => {
  const links = menuLinks(of);
  const known = new Set<HTMLAnchorElement>(links.filter((link) => !isButton(link)));
  const entry = (link: HTMLAnchorElement): SeenEntry => {
    known.delete(link);
    const item = link.closest('li');
    const below = item
      ? [...item.querySelectorAll<HTMLAnchorElement>(':scope li a[href]')].filter((each) => known.has(each))
      : [];
    return { label: words(link.textContent), address: link.href, entries: below.map(entry) };
  };
  const entries: SeenEntry[] = [];
  for (const link of links) if (known.has(link)) entries.push(entry(link));
  return entries.slice(0, 24);
};
const logoOf = (of: HTMLElement): SeenLogo | undefined => {
  const link = logoLink(of);
  const drawing = (link ?? of).querySelector<HTMLElement>('svg, img');
  const rect = drawing?.getBoundingClientRect();
  if (drawing && rect && rect.height > 8 && shows(drawing)) {
    const alt = words(
      drawing.getAttribute('alt') ??
        link?.getAttribute('aria-label') ??
        drawing.querySelector('title')?.textContent,
    );
    if (drawing instanceof HTMLImageElement)
      return { kind: 'picture', address: drawing.currentSrc || drawing.src, alt, height: rect.height };
    const copy = drawing.cloneNode(true) as SVGElement;
    const ink = getComputedStyle(drawing).color;
    copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
    copy.setAttribute('color', colour(ink).hex);
    copy.setAttribute('width', String(rect.width));
    copy.setAttribute('height', String(rect.height));
    return { kind: 'svg', markup: copy.outerHTML.slice(0, 200_000), alt, height: rect.height };
  }
  const text = words(link?.textContent);
  if (!link || text === '') return undefined;
  const style = getComputedStyle(link);
  return { kind: 'text', text, size: parseFloat(style.fontSize), ink: colour(style.color) };
};
/** What is behind an element up to the header, the page left out. */
const fillBehind = (element: Element, up: Element): SeenColour => {
  let [r, g, b, a] = [0, 0, 0, 0];
  for (let at: Element | null = element; at; at = at === up ? null : at.parentElement) {
    const own = colour(getComputedStyle(at).backgroundColor);
    const [x, y, z] = [1, 3, 5].map((i) => parseInt(own.hex.slice(i, i + 2), 16)) as [number, number, number];
    const share = own.opacity * (1 - a);
    const sum = a + share;
    if (sum > 0)
      [r, g, b] = [(r * a + x * share) / sum, (g * a + y * share) / sum, (b * a + z * share) / sum];
    a = sum;
  }
  const hex = `#${[r, g, b].map((v) => Math.round(v).toString(16).padStart(2, '0')).join('')}`;
  return { hex, opacity: Math.round(a * 1000) / 1000 };
};
export const firstLink = () => {
  const of = find();
  return of && menuLinks(of).filter((link) => shows(link) && !isButton(link));
};
export const isCurrent = (link: HTMLElement) =>
  link.getAttribute('aria-current') !== null ||
  /(^|[-_ ])(current|active|is-here|selected)([-_ ]|$)/i.test(
    `${link.className} ${link.parentElement?.className ?? ''}`,
  );

export const readHeader = (): HeaderRead | undefined => {
  const of = find();
  if (!of) return undefined;
  const rect = of.getBoundingClientRect();
  const style = getComputedStyle(of);
  const links = firstLink() ?? [];
  const plain = links.find((link) => !isCurrent(link)) ?? links[0];
  const current = links.find(isCurrent);
  let isFixed = false;
  for (let at: Element | null = of; at && at !== document.body; at = at.parentElement)
    isFixed ||= ['fixed', 'sticky'].includes(getComputedStyle(at).position);
  // What lies under its lower edge while it is not there.
  const before = of.style.pointerEvents;
  of.style.setProperty('pointer-events', 'none', 'important');
  const y = Math.max(0, rect.bottom - 3);
  const under = document
    .elementsFromPoint(innerWidth / 2, y)
    .find((each) => !of.contains(each) && !each.contains(of));
  of.style.pointerEvents = before;
  const isOut = ['fixed', 'absolute'].includes(style.position);
  const boxes = links
    .map((link) => link.getBoundingClientRect())
    .filter(({ top }) => Math.abs(top - (links[0]?.getBoundingClientRect().top ?? 0)) < 4);
  const gaps = boxes.slice(1).map((box, i) => {
    const pad = parseFloat(getComputedStyle(links[i]!).paddingRight) || 0;
    return box.left - boxes[i]!.right + 2 * pad;
  });
  const button = linksIn(of).find(
    (link) => shows(link) && isButton(link) && words(link.textContent) !== '' && link !== logoLink(of),
  );
  const buttonStyle = button && getComputedStyle(button);
  const firsts = linksIn(of)
    .filter(shows)
    .map((link) => link.getBoundingClientRect().left);
  return {
    top: rect.top,
    height: rect.height,
    inset: Math.max(0, Math.min(200, Math.min(...firsts, 200))),
    gap: Math.max(4, Math.min(120, gaps.length > 0 ? Math.min(...gaps) : 24)),
    isOver: isOut && under !== undefined && under !== document.documentElement,
    isFixed,
    fill: fillBehind(plain ?? of, of),
    link: colour(getComputedStyle(plain ?? of).color),
    current: current && colour(getComputedStyle(current).color),
    logo: logoOf(of),
    entries: entriesOf(of),
    button:
      button && buttonStyle
        ? {
            label: words(button.textContent),
            address: button.href,
            ink: colour(buttonStyle.color),
            fill: colour(buttonStyle.backgroundColor),
            radius: Math.min(60, parseFloat(buttonStyle.borderTopLeftRadius) || 0),
          }
        : undefined,
  };
};

export const styleOf = (element: Element | undefined | null): SeenStyle => {
  const style = getComputedStyle(element ?? document.body);
  const families = style.fontFamily.split(',').map((each) => each.trim().replace(/^["']|["']$/g, ''));
  const size = parseFloat(style.fontSize);
  return {
    family: (families[0] ?? '').slice(0, 80),
    generic: families.at(-1) ?? '',
    weight: Number(style.fontWeight) || 400,
    size,
    lineHeight: parseFloat(style.lineHeight) || size * 1.3,
    letterSpacing: parseFloat(style.letterSpacing) || 0,
    transform: style.textTransform,
  };
};
