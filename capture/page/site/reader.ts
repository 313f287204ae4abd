import type { SeenUse } from '@hatrail/core/gather/captured';
import type { PageReader } from '../../src/pageRead.ts';
import { all, colour, linksIn, shows, words } from './elements.ts';
import { find, firstLink, isButton, isCurrent, isHeaderLike, readHeader, styleOf } from './header.ts';

/** The reader of a page, as the page is asked for it. */

const reader: PageReader = {
  title: () => ({
    title: words(document.title),
    siteName: words(document.querySelector('meta[property="og:site_name"]')?.getAttribute('content')),
  }),
  links: () => {
    const of = find();
    return linksIn(document)
      .slice(0, 5000)
      .map((link) => ({
        label: words(link.textContent),
        address: link.href,
        isInHeader: of?.contains(link) ?? false,
      }));
  },
  header: readHeader,
  headerNote: () => {
    const frame = all('iframe, frame').find((each) => isHeaderLike(each));
    return frame && 'Its header seems to stand in a frame of its own, which cannot be read from the page.';
  },
  firstLink: () => {
    const box = (firstLink() ?? []).find((link) => !isCurrent(link))?.getBoundingClientRect();
    return box && { x: box.left + box.width / 2, y: box.top + box.height / 2 };
  },
  firstParent: () => {
    const link = (firstLink() ?? []).find((each) => each.closest('li')?.querySelector(':scope li a[href]'));
    const box = link?.getBoundingClientRect();
    return box && { x: box.left + box.width / 2, y: box.top + box.height / 2 };
  },
  linkColour: () => {
    const link = (firstLink() ?? []).find((each) => !isCurrent(each));
    return link && colour(getComputedStyle(link).color);
  },
  colours: () => {
    const found = new Map<string, SeenUse>();
    const note = (css: string, area: number, use: string) => {
      const seen = colour(css);
      if (seen.opacity < 0.9 || area <= 0) return;
      const known = found.get(seen.hex) ?? { ...seen, opacity: 1, area: 0, uses: [] };
      known.area += area;
      if (!known.uses.includes(use)) known.uses.push(use);
      found.set(seen.hex, known);
    };
    const body = getComputedStyle(document.body);
    const root = getComputedStyle(document.documentElement);
    const ground =
      [body, root].map((each) => colour(each.backgroundColor)).find(({ opacity }) => opacity > 0.9)?.hex ??
      '#ffffff';
    note(ground, innerWidth * innerHeight, 'page');
    for (const element of all('body *').slice(0, 6000)) {
      if (!shows(element)) continue;
      const style = getComputedStyle(element);
      const { width, height } = element.getBoundingClientRect();
      const of = find()?.contains(element) ? 'header' : 'ground';
      note(style.backgroundColor, width * height, of);
      const own = [...element.childNodes]
        .filter(({ nodeType }) => nodeType === Node.TEXT_NODE)
        .reduce((sum, { textContent }) => sum + words(textContent).length, 0);
      const what = /^H[1-6]$/.test(element.tagName)
        ? 'headings'
        : element.closest('a, button')
          ? 'links'
          : 'text';
      if (own > 0) note(style.color, own * parseFloat(style.fontSize) ** 2 * 0.2, what);
    }
    return { uses: [...found.values()].sort((a, b) => b.area - a.area).slice(0, 40), page: ground };
  },
  styles: () => {
    const of = find();
    const links = firstLink() ?? [];
    const button = of && linksIn(of).find((link) => shows(link) && isButton(link));
    return {
      heading: styleOf(all('h1').find(shows) ?? all('h2').find(shows)),
      text: styleOf(all('main p, p').find((each) => shows(each) && words(each.textContent).length > 30)),
      menu: styleOf(links[0] ?? of),
      button: styleOf(button ?? links[0]),
    };
  },
  blocks: () => {
    const of = find();
    const pathOf = (element: Element): string => {
      const steps: string[] = [];
      for (let at: Element | null = element; at && at !== document.body; at = at.parentElement) {
        const alike = [...(at.parentElement?.children ?? [])].filter(
          ({ tagName }) => tagName === at!.tagName,
        );
        steps.unshift(`${CSS.escape(at.tagName.toLowerCase())}:nth-of-type(${alike.indexOf(at) + 1})`);
      }
      return ['body', ...steps].join(' > ');
    };
    const whole = innerWidth * document.documentElement.scrollHeight;
    return [...document.querySelectorAll<HTMLElement>('body *')]
      .filter((element) => {
        if (!shows(element) || (of && (of.contains(element) || element.contains(of)))) return false;
        const { width, height } = element.getBoundingClientRect();
        const style = getComputedStyle(element);
        const isPart =
          ['absolute', 'sticky'].includes(style.position) ||
          /^(SECTION|ASIDE|ARTICLE|FOOTER|FORM|FIGURE|IFRAME|IMG|VIDEO|DIALOG)$/.test(element.tagName) ||
          colour(style.backgroundColor).opacity > 0 ||
          element.parentElement === document.body;
        return isPart && width >= 48 && height >= 24 && width * height < whole * 0.8;
      })
      .slice(0, 400)
      .map((element) => {
        const { left, top, width, height } = element.getBoundingClientRect();
        const label = words(element.getAttribute('aria-label') ?? element.innerText).slice(0, 50);
        return {
          path: pathOf(element),
          label: label || element.tagName.toLowerCase(),
          x: left + scrollX,
          y: top + scrollY,
          width,
          height,
        };
      })
      .sort((a, b) => b.width * b.height - a.width * a.height)
      .slice(0, 80);
  },
  clear: (without) => {
    const of = find();
    const told: string[] = [];
    for (const selector of without)
      document.querySelector<HTMLElement>(selector)?.style.setProperty('display', 'none', 'important');
    for (const element of [document.documentElement, document.body]) {
      if (getComputedStyle(element).overflowY === 'hidden')
        element.style.setProperty('overflow', 'visible', 'important');
    }
    for (const element of all('body *')) {
      if (of && (of.contains(element) || element.contains(of))) continue;
      if (getComputedStyle(element).position !== 'fixed' || !element.isConnected) continue;
      if (shows(element)) {
        const name = words(element.getAttribute('aria-label') ?? element.textContent).slice(0, 60);
        told.push(name || element.id || element.tagName.toLowerCase());
      }
      element.style.setProperty('display', 'none', 'important');
    }
    of?.style.setProperty('opacity', '0', 'important');
    return told;
  },
  showHeader: () => find()?.style.removeProperty('opacity'),
  scrollThrough: async (most) => {
    const wait = (ms: number) => new Promise((done) => setTimeout(done, ms));
    for (let y = 0; y < Math.min(most, document.documentElement.scrollHeight); y += innerHeight * 0.8) {
      scrollTo({ top: y, behavior: 'instant' });
      await wait(60);
    }
    const pictures = [...document.images].filter((each) => !each.complete);
    await Promise.race([
      Promise.all(pictures.map((each) => each.decode().catch(() => undefined))),
      wait(4000),
    ]);
    scrollTo({ top: 0, behavior: 'instant' });
    await wait(120);
  },
  height: () => document.documentElement.scrollHeight,
  element: find,
};
globalThis.hatrailReader = reader;
