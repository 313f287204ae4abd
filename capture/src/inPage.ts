import type {
  SeenBlock,
  SeenButton,
  SeenColour,
  SeenEntry,
  SeenLogo,
  SeenLook,
  SeenStyle,
  SeenUse,
} from '@hatrail/core/gather/captured';

/**
 * What reads a page from within: one function that is sent there whole, so that it uses nothing from outside itself. What it says
 * comes from somebody else's page and is checked before it is used.
 */

/** A link of a page. */
export interface SeenLink {
  label: string;
  address: string;
  isInHeader: boolean;
}

/** What of a header is read at one scroll. */
export interface HeaderRead extends SeenLook {
  top: number;
  height: number;
  inset: number;
  gap: number;
  isOver: boolean;
  isFixed: boolean;
  logo: SeenLogo | undefined;
  entries: SeenEntry[];
  button: SeenButton | undefined;
}

/** What can be asked of a page. */
export interface PageReader {
  title(): { title: string; siteName: string };
  links(): SeenLink[];
  /** `undefined` where the page has no header that is found. */
  header(): HeaderRead | undefined;
  /** Why there is no header, where something tells. */
  headerNote(): string | undefined;
  firstLink(): { x: number; y: number } | undefined;
  /** A link of the menu that has others below it. */
  firstParent(): { x: number; y: number } | undefined;
  linkColour(): SeenColour | undefined;
  colours(): { uses: SeenUse[]; page: string };
  styles(): { heading: SeenStyle; text: SeenStyle; menu: SeenStyle; button: SeenStyle };
  /** Parts that an owner may not want in a picture, the largest first. */
  blocks(): SeenBlock[];
  /** Leaves the header's room, takes what is fixed beside it out and what is named by selectors, and tells what was fixed. */
  clear(without: string[]): string[];
  /** Shows the header again, which {@link clear} put out of sight. */
  showHeader(): void;
  scrollThrough(most: number): Promise<void>;
  height(): number;
  /** The header's element, for what reads on within the page. */
  element(): HTMLElement | undefined;
}

/** Puts the reader into a page. */
export function installReader(): void {
  const MOST_TEXT = 120;
  const words = (text: string | null | undefined) =>
    (text ?? '').replace(/\s+/g, ' ').trim().slice(0, MOST_TEXT);
  /** Elements below a root, those in open shadow roots, too. */
  const all = (selector: string, root: ParentNode = document): HTMLElement[] => {
    const found = [...root.querySelectorAll<HTMLElement>(selector)];
    for (const host of root.querySelectorAll('*'))
      if (host.shadowRoot) found.push(...all(selector, host.shadowRoot));
    return found;
  };
  const shows = (element: Element) => {
    const { width, height } = element.getBoundingClientRect();
    const style = getComputedStyle(element);
    return width > 1 && height > 1 && style.visibility !== 'hidden' && Number(style.opacity) > 0.05;
  };
  const canvas = document.createElement('canvas').getContext('2d', { willReadFrequently: true })!;
  canvas.canvas.width = canvas.canvas.height = 1;
  const colour = (css: string): SeenColour => {
    canvas.clearRect(0, 0, 1, 1);
    canvas.fillStyle = '#000';
    canvas.fillStyle = css;
    const text = String(canvas.fillStyle);
    const [, r = 0, g = 0, b = 0, a = 1] =
      /^rgba\((\d+), (\d+), (\d+), ([\d.]+)\)$/.exec(text)?.map(Number) ?? [];
    const hex = text.startsWith('#')
      ? text
      : `#${[r, g, b].map((v) => v.toString(16).padStart(2, '0')).join('')}`;
    return { hex, opacity: text.startsWith('#') ? 1 : a };
  };
  const linksIn = (root: ParentNode) => all('a[href]', root) as HTMLAnchorElement[];

  let header: HTMLElement | undefined;
  let isLooked = false;
  const isHeaderLike = (element: HTMLElement) => {
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
  const find = (): HTMLElement | undefined => {
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
  const isButton = (link: HTMLElement) => {
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
      const [x, y, z] = [1, 3, 5].map((i) => parseInt(own.hex.slice(i, i + 2), 16)) as [
        number,
        number,
        number,
      ];
      const share = own.opacity * (1 - a);
      const sum = a + share;
      if (sum > 0)
        [r, g, b] = [(r * a + x * share) / sum, (g * a + y * share) / sum, (b * a + z * share) / sum];
      a = sum;
    }
    const hex = `#${[r, g, b].map((v) => Math.round(v).toString(16).padStart(2, '0')).join('')}`;
    return { hex, opacity: Math.round(a * 1000) / 1000 };
  };
  const firstLink = () => {
    const of = find();
    return of && menuLinks(of).filter((link) => shows(link) && !isButton(link));
  };
  const isCurrent = (link: HTMLElement) =>
    link.getAttribute('aria-current') !== null ||
    /(^|[-_ ])(current|active|is-here|selected)([-_ ]|$)/i.test(
      `${link.className} ${link.parentElement?.className ?? ''}`,
    );

  const readHeader = (): HeaderRead | undefined => {
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

  const styleOf = (element: Element | undefined | null): SeenStyle => {
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
  (globalThis as unknown as { hatrailReader: PageReader }).hatrailReader = reader;
}
