import type { OwnGroupName, OwnRole, OwnState } from '@hatrail/core/model/own';

/**
 * What reads a header from within its page: which element is what, where everything stands, and which rules reach it. One
 * function that is sent there whole, so that it uses nothing from outside itself. What it says is checked before it is used.
 */

/** An element with its role, by the numbers of nodes from the header down. */
export interface RawMark {
  path: string;
  role: OwnRole;
  /** The id of its ink, where it has one: `link-1`, `link-1-2`, `logo`, `button-1`, `icon-1`, `menu-button`. */
  ink?: string;
  name: string;
  address?: string;
  kind?: 'text' | 'logo' | 'mark';
  isStill?: boolean;
}

export interface RawNode {
  text?: string;
  tag?: string;
  attributes?: [string, string][];
  nodes?: RawNode[];
}

export interface RawRule {
  group: OwnGroupName;
  number: number;
  property: string;
  value: string;
  /** One selector of a list, with its states. */
  selector: string;
  important: boolean;
  layer?: string;
  media?: string;
  states: OwnState[];
}

export interface RawGroup {
  name: OwnGroupName;
  number: number;
  inner: string[];
  item?: string;
  paints?: string[];
}

export interface RawText {
  text: string;
  family: string;
  weight: number;
  size: number;
  letterSpacing: number;
  advance: number;
  capHeight: number;
  descent: number;
  letterEdges: number[];
}

export interface RawPlace {
  ink: string;
  box: [number, number, number, number];
  text?: RawText;
  left?: number;
  baseline?: number;
  inked?: [number, number, number, number];
}

export interface RawAt {
  width: number;
  folded: boolean;
  bar: [number, number, number, number, number];
  places: RawPlace[];
}

/** The look of a header at one moment, colours as CSS computes them. */
export interface RawLook {
  position: string;
  /** What lies behind its links up to the header, nested grounds taken together. */
  fill: string;
  /** Colours and what else it is seen by, of one of each. */
  logo?: string;
  link?: string;
  current?: string;
  childInk?: string;
  dropFill?: string;
  panelFill?: string;
  /** Of the line below a link: its thickness, and how far below the baseline. */
  line?: { thickness: number; below: number };
  currentLine?: { thickness: number; below: number };
  shadow: string;
  borders: [number, number, number, number];
  borderBelow: string;
  button?: { ink: string; fill: string; radius: number };
}

export interface RawMarkup {
  around: RawNode[];
  node: RawNode;
  css: string[];
  selector: string;
  anchorId?: string;
  anchorClass?: string;
  free?: 'before' | 'after';
}

export interface OwnReader {
  /** Finds the parts as they are at a wide window; corrections go before what is found. */
  find(corrections: { path: string; role: OwnRole | 'none' }[]): boolean;
  /** Takes a header, and what its parts are, as they were found before. */
  adopt(selector: string, marks: { path: string; role: OwnRole; ink?: string }[]): boolean;
  /** Finds what shows only at a narrow window: the menu button. */
  findNarrow(): void;
  marks(): RawMark[];
  /** The class that is there after scrolling and was not at the top. */
  noteClasses(): void;
  newClass(): { on: 'header' | 'body' | 'html'; name: string } | undefined;
  hasClass(on: 'header' | 'body' | 'html', name: string): boolean;
  /** @param scroll where the page is scrolled to meanwhile */
  measure(scroll: number): RawAt;
  look(): RawLook;
  /** Notes which elements have a ground of their own now. */
  noteGrounds(): void;
  groups(): RawGroup[];
  rules(sheets: Record<string, string>): RawRule[];
  markup(sheets: Record<string, string>): Promise<RawMarkup>;
  /** Centre of an ink's element, for the pointer. */
  spot(ink: string): { x: number; y: number } | undefined;
  computed(ink: string, property: string): string | undefined;
  /** Whether a drop-down shows with the keyboard on its link. */
  opensByKey(): boolean | undefined;
  opensByPointer(): boolean;
  /** Takes the mark of the page one is on off its link, or puts it back. */
  unmark(isOff: boolean): void;
  /** Puts everything but the logo out of sight, for its picture; tells where it is. */
  isolateLogo(): { x: number; y: number; width: number; height: number } | undefined;
  /** Whether the header shows at all. */
  isThere(): boolean;
  stopMotion(): void;
  /** Names the elements that carry inks, so that they are found from outside. */
  tagInks(): void;
  /** Puts everything that is read out of sight, or back. */
  hideInks(isHidden: boolean): void;
  /** Where each ink stands now, and its colour. */
  inkNow(): Record<string, { box: [number, number, number, number]; colour: string }>;
  /** Links in drop-downs, or those of the folded menu too: their inks, and what lies behind them. */
  panelNow(isFolded: boolean): { name: string; colour: string; ground: string }[];
  /** What has a ground of its own between an ink and the header, in words. */
  groundAt(ink: string): string | undefined;
}

/** Puts the reader into a page that has the general reader already. */
export function installOwnReader(): void {
  const words = (text: string | null | undefined) => (text ?? '').replace(/\s+/g, ' ').trim();
  const shows = (element: Element) => {
    const { width, height } = element.getBoundingClientRect();
    if (width < 1 || height < 1) return false;
    return element.checkVisibility({ opacityProperty: true, visibilityProperty: true });
  };
  const classesOf = (element: Element) => [...element.classList];
  const tagOf = (element: Element) => element.tagName.toLowerCase();
  const STATE_CLASS =
    /(^|[-_])(current|active|is-here|selected|here|open|opened|hover|focus|visible|shown|show|js)([-_]|$)/i;

  let header: HTMLElement;
  const roles = new Map<Element, OwnRole>();
  const inkIds = new Map<Element, string>();

  const nodesOf = (element: Element): ChildNode[] => [...element.childNodes].filter(isKept);
  const isKept = (node: ChildNode): boolean =>
    node.nodeType === Node.TEXT_NODE
      ? (node.textContent ?? '') !== ''
      : node.nodeType === Node.ELEMENT_NODE &&
        !/^(script|style|link|meta|base|iframe|frame|object|embed|template|noscript)$/i.test(
          (node as Element).tagName,
        );
  const pathOf = (element: Element): string => {
    const steps: number[] = [];
    for (let at: Element = element; at !== header; at = at.parentElement!) {
      if (!at.parentElement) return '';
      steps.unshift(nodesOf(at.parentElement).indexOf(at as ChildNode));
    }
    return steps.join('/');
  };
  const atPath = (path: string): HTMLElement | undefined => {
    let at: Element | undefined = header;
    for (const step of path === '' ? [] : path.split('/')) {
      const next: ChildNode | undefined = at && nodesOf(at)[Number(step)];
      at = next?.nodeType === Node.ELEMENT_NODE ? (next as Element) : undefined;
    }
    return at as HTMLElement | undefined;
  };
  const ofRole = (...wanted: OwnRole[]): HTMLElement[] =>
    (
      [...roles].filter(([, role]) => wanted.includes(role)).map(([element]) => element) as HTMLElement[]
    ).sort((a, b) => (a.compareDocumentPosition(b) & Node.DOCUMENT_POSITION_FOLLOWING ? -1 : 1));

  const probe = document.createElement('canvas').getContext('2d', { willReadFrequently: true })!;
  probe.canvas.width = probe.canvas.height = 1;
  const alpha = (css: string): number => {
    probe.clearRect(0, 0, 1, 1);
    probe.fillStyle = '#000';
    probe.fillStyle = css;
    const text = String(probe.fillStyle);
    return text.startsWith('#') ? 1 : Number(/([\d.]+)\)$/.exec(text)?.[1] ?? 1);
  };
  const hasGround = (element: Element, pseudo?: string) => {
    const style = getComputedStyle(element, pseudo);
    return alpha(style.backgroundColor) > 0.01 || style.backgroundImage !== 'none';
  };

  // ----- What is what.

  const linkLike = 'a, button, summary, [role=button], [role=menuitem], label';
  const links = () =>
    ([...header.querySelectorAll(linkLike)] as HTMLElement[]).filter(
      (each) =>
        // A link within a drawing is part of that.
        !each.closest('svg') &&
        !(each.tagName === 'A' && !each.hasAttribute('href') && words(each.textContent) === ''),
    );
  const isHome = (element: Element) => {
    const link = element.closest<HTMLAnchorElement>('a[href]');
    if (!link) return false;
    const path = new URL(link.href, location.href).pathname.replace(/index\.\w+$/, '');
    const base = document.querySelector<HTMLLinkElement>('link[rel=home]')?.href;
    return path === '/' || location.pathname.startsWith(path) || link.href === base;
  };
  const backPicture = (element: Element) => {
    const at = [undefined, '::before', '::after'].find((pseudo) =>
      getComputedStyle(element, pseudo).backgroundImage.includes('url('),
    );
    return at === undefined ? getComputedStyle(element).backgroundImage.includes('url(') : true;
  };
  const drawing = (element: Element): Element | undefined => {
    const isOne: boolean = element.matches('svg, img');
    if (isOne) return element;
    return [...element.querySelectorAll('img, svg, picture img')].find(
      (each) => !each.parentElement?.closest('svg'),
    );
  };
  const named = (element: Element, pattern: RegExp) =>
    pattern.test(
      `${element.getAttribute('class') ?? ''} ${element.id} ${element.getAttribute('data-testid') ?? ''}`,
    );
  const LOGO =
    /(^|[-_ ])(logo(type|mark)?|brand(ing)?|wordmark|site-?(name|title|logo)|masthead-?title)([-_ ]|$)/i;
  const TOGGLE =
    /(^|[-_ ])(burger|hamburger|menu-?(toggle|button|btn|open|icon)|nav-?(toggle|button|btn|icon)|toggle(r)?|offcanvas|drawer-?(toggle|button))([-_ ]|$)/i;

  const isToggle = (element: HTMLElement) => {
    const said = words(element.getAttribute('aria-label') ?? element.textContent).toLowerCase();
    if (
      element.tagName === 'A' &&
      !/^#?$|^javascript:/.test(element.getAttribute('href') ?? '') &&
      !named(element, TOGGLE)
    )
      return false;
    if (named(element, TOGGLE)) return true;
    const controls = element.getAttribute('aria-controls') ?? element.getAttribute('for');
    const opens = controls ? document.getElementById(controls) : null;
    if (opens && opens.querySelectorAll('a[href]').length > 2 && !element.closest('li')) return true;
    if (opens?.matches('input[type=checkbox]') && words(element.textContent).length < 6) return true;
    if (element.tagName === 'SUMMARY')
      return (element.parentElement?.querySelectorAll('a[href]').length ?? 0) >= topCount() && topCount() > 1;
    return (
      /^(open |toggle |show )?(main |site )?(menu|navigation)$|^☰|^≡/.test(said) &&
      element.matches('button, label, [role=button], summary')
    );
  };
  const topCount = () => {
    const nav = navs()[0];
    return nav ? nav.querySelectorAll('a[href]').length : header.querySelectorAll('a[href]').length;
  };
  const navs = (): HTMLElement[] =>
    ([...header.querySelectorAll('nav, [role=navigation], [role=menubar]')] as HTMLElement[])
      .filter((each) => each.querySelector('a'))
      .sort((a, b) => b.querySelectorAll('a').length - a.querySelectorAll('a').length);

  const findLogo = (): HTMLElement | undefined => {
    const whole = [...header.querySelectorAll<HTMLElement>('*')];
    const isLogoLike = (each: HTMLElement) =>
      shows(each) &&
      each.querySelectorAll('a[href]').length <= 1 &&
      !each.closest('li') &&
      each.getBoundingClientRect().width < innerWidth * 0.6;
    const told = whole.filter((each) => named(each, LOGO) && isLogoLike(each) && !each.closest('svg'));
    // The link itself, where one is round it or in it.
    const linkOf = (each: HTMLElement) =>
      each.closest<HTMLElement>('a[href]') ?? each.querySelector<HTMLElement>('a[href]') ?? each;
    if (told[0]) return linkOf(told[0]);
    const anchors = [...header.querySelectorAll<HTMLElement>('a[href]')].filter(shows);
    const drawn = anchors.find(
      (each) =>
        isHome(each) &&
        (drawing(each) || (words(each.textContent) === '' && backPicture(each))) &&
        !each.closest('li'),
    );
    const first = anchors[0];
    const text =
      anchors.find(
        (each) =>
          isHome(each) && !each.closest('li') && words(each.textContent) !== '' && !each.closest('nav'),
      ) ??
      anchors.find((each) => isHome(each) && each.closest('h1, h2, strong, .title') !== null) ??
      // The first of a row of bare links is the site's name where it is set larger than the others.
      (first &&
      isHome(first) &&
      anchors[1] &&
      parseFloat(getComputedStyle(first).fontSize) > parseFloat(getComputedStyle(anchors[1]).fontSize) * 1.1
        ? first
        : undefined);
    const heading = [...header.querySelectorAll<HTMLElement>('h1, h2, p, strong, span')].find(
      (each) =>
        shows(each) &&
        !each.closest('a, li, nav, button') &&
        words(each.textContent) !== '' &&
        words(each.textContent).length < 40,
    );
    const picture = [...header.querySelectorAll<HTMLElement>('img, svg')].find(
      (each) => shows(each) && !each.closest('nav, li, button') && each.getBoundingClientRect().width > 28,
    );
    return drawn ?? text ?? (picture && (picture.closest<HTMLElement>('a') ?? picture)) ?? heading;
  };

  /** The entry that another is below, by lists, by details, or because it hides in a box beside it. */
  const parentEntry = (link: HTMLElement, all: readonly HTMLElement[]): HTMLElement | undefined => {
    const item = link.closest('li');
    const outer = item?.parentElement?.closest('li');
    if (outer && header.contains(outer)) {
      const first = all.find((each) => outer.contains(each) && each !== link && each.closest('li') === outer);
      if (first) return first;
    }
    const details = link.closest('details');
    const summary = details?.querySelector<HTMLElement>(':scope > summary');
    if (details && summary && header.contains(details) && summary !== link && !isToggle(summary))
      return summary;
    for (let at = link.parentElement; at && at !== header; at = at.parentElement) {
      const { position } = getComputedStyle(at);
      const isApart = position === 'absolute' || position === 'fixed' || !shows(at);
      if (!isApart || at.contains(ofRole('logo')[0] ?? null)) continue;
      const beside = all.find(
        (each) =>
          at.parentElement!.contains(each) && !at.contains(each) && each.parentElement === at.parentElement,
      );
      if (beside && (at.parentElement!.querySelectorAll('a').length ?? 0) < topCount()) return beside;
    }
    return undefined;
  };

  const looksLikeButton = (element: HTMLElement) => {
    const style = getComputedStyle(element);
    const line = ['Top', 'Right', 'Bottom', 'Left'].every(
      (side) =>
        parseFloat(style[`border${side}Width` as 'borderTopWidth']) > 0 &&
        alpha(style[`border${side}Color` as 'borderTopColor']) > 0.1,
    );
    return (
      (alpha(style.backgroundColor) > 0.3 || style.backgroundImage.includes('gradient') || line) &&
      parseFloat(style.paddingLeft) >= 6
    );
  };

  const find: OwnReader['find'] = (corrections) => {
    const found = (
      globalThis as unknown as { hatrailReader: { element(): HTMLElement | undefined } }
    ).hatrailReader.element();
    if (!found) return false;
    if (found.getRootNode() !== document) return false;
    header = found;
    // What lies round it with the same size is part of it: a wrapper that sticks, or carries the ground.
    for (
      let up = header.parentElement;
      up && up !== document.body && up !== document.documentElement;
      up = up.parentElement
    ) {
      const [own, around] = [header.getBoundingClientRect(), up.getBoundingClientRect()];
      if (Math.abs(own.height - around.height) > 2 || Math.abs(own.top - around.top) > 2) break;
      header = up;
    }
    const wanted = corrections.find(({ role }) => role === 'header')?.path;
    const out = /^\^(\d+)$/.exec(wanted ?? '');
    for (
      let i = 0;
      i < Number(out?.[1] ?? 0) && header.parentElement && header.parentElement !== document.body;
      i++
    )
      header = header.parentElement;
    if (wanted !== undefined && !out) header = atPath(wanted) ?? header;
    roles.clear();
    inkIds.clear();
    const said = new Map<Element, OwnRole | 'none'>();
    for (const { path, role } of corrections) {
      if (role === 'header') continue;
      const element = atPath(path);
      if (element) said.set(element, role);
    }
    roles.set(header, 'header');
    const saidLogo = [...said].find(([, role]) => role === 'logo')?.[0];
    const logo = (saidLogo as HTMLElement | undefined) ?? findLogo();
    if (logo && said.get(logo) !== 'none') roles.set(logo, 'logo');
    for (const [element, role] of said) if (role !== 'none') roles.set(element, role);
    const all = links().filter((each) => each !== logo && !logo?.contains(each) && !said.has(each));
    const toggles = all.filter((each) => isToggle(each));
    // A box that holds what a label ticks is none of them itself.
    for (const each of toggles) roles.set(each, 'menu button');
    const rest = all.filter(
      (each) =>
        !toggles.includes(each) &&
        each.tagName !== 'LABEL' &&
        !toggles.some((toggle) => toggle.contains(each)),
    );
    const entries = rest.filter((each) => each.matches('a, summary') || words(each.textContent) !== '');
    const parents = new Map(entries.map((each) => [each, parentEntry(each, entries)]));
    const top = entries.filter((each) => parents.get(each) === undefined);
    const buttons = top.filter(
      (each) =>
        shows(each) &&
        each.matches('a, button') &&
        words(each.textContent) !== '' &&
        looksLikeButton(each) &&
        !currentClass(each) &&
        !each.hasAttribute('aria-current'),
    );
    const isRow = buttons.length > 2 && buttons.length > top.length / 2;
    const ownLinks = (logo?.closest('li') ? [] : [logo]) as (HTMLElement | undefined)[];
    for (const each of entries) {
      const text = words(each.textContent);
      const isOpener = each.tagName === 'BUTTON' && each.hasAttribute('aria-expanded') && text === '';
      if (isOpener || ownLinks.includes(each)) continue;
      if (parents.get(each)) roles.set(each, 'child');
      else if (!isRow && buttons.includes(each)) roles.set(each, 'button');
      else if (text === '' && (drawing(each) || backPicture(each) || each.querySelector('i, span')))
        roles.set(each, 'icon');
      else if (text !== '') roles.set(each, 'link');
    }
    for (const each of rest)
      if (
        each.tagName === 'BUTTON' &&
        words(each.textContent) === '' &&
        shows(each) &&
        (drawing(each) || backPicture(each)) &&
        !each.closest('li')
      )
        roles.set(each, 'icon');
    // A menu that is there a second time, for narrow windows, is the folded one.
    const shownLinks = ofRole('link').filter(shows);
    const twice = ofRole('link').filter(
      (each) =>
        !shows(each) &&
        !said.has(each) &&
        shownLinks.some((other) => words(other.textContent) === words(each.textContent)),
    );
    if (twice.length > 1) {
      const around = commonAncestor(twice);
      const hiddenToo = ofRole('link').filter((each) => !shows(each) && around?.contains(each));
      if (around && !shownLinks.some((each) => around.contains(each))) {
        for (const each of hiddenToo) roles.set(each, 'child');
        let box = around;
        while (
          box.parentElement &&
          box.parentElement !== header &&
          !shows(box.parentElement) &&
          !shownLinks.some((each) => box.parentElement!.contains(each))
        )
          box = box.parentElement;
        if (!roles.has(box)) roles.set(box, 'panel');
      }
    }
    // What is written there beside all that: a line of text, a telephone number.
    for (const each of otherTexts()) if (!said.has(each)) roles.set(each, 'text');
    // The page one is on: told, named so, or the one that leads here and is marked otherwise than the others.
    const tops = ofRole('link');
    const marked = tops.find((each) => {
      const item = each.closest('li');
      return (
        each.getAttribute('aria-current') ??
        item?.getAttribute('aria-current') ??
        ([each, ...(item && header.contains(item) ? [item] : [])].some((at) =>
          /(^|[-_ ])(current|active|is-here|selected|here)([-_ ]|$)/i.test(at.className),
        )
          ? 'class'
          : null)
      );
    });
    const here = tops.find(
      (each) =>
        each.matches('a') && (each as HTMLAnchorElement).href.split('#')[0] === location.href.split('#')[0],
    );
    if (marked && !said.has(marked)) roles.set(marked, 'current');
    else if (here && !said.has(here)) {
      const own = stateClass(here, tops);
      if (own) roles.set(here, 'current');
    }
    // Boxes of the menu and its drop-downs.
    const shared = commonAncestor(ofRole('link', 'current'));
    const nav = navs().find((each) => ofRole('link', 'current').some((link) => each.contains(link)));
    const menu = nav ?? shared;
    if (menu && !roles.has(menu) && menu !== header) roles.set(menu, 'menu');
    for (const each of ofRole('child')) {
      const parent = parents.get(each);
      if (!parent) continue;
      let box: HTMLElement | null = each;
      while (box?.parentElement && !box.parentElement.contains(parent)) box = box.parentElement;
      if (box && box !== each && !roles.has(box)) roles.set(box, 'drop-down');
    }
    nameInks(parents);
    return true;
  };

  const adopt: OwnReader['adopt'] = (selector, marks) => {
    const found = document.querySelector<HTMLElement>(selector);
    if (!found) return false;
    header = found;
    roles.clear();
    inkIds.clear();
    for (const { path, role, ink } of marks) {
      const element = atPath(path);
      if (!element) continue;
      roles.set(element, role);
      if (ink !== undefined) inkIds.set(element, ink);
    }
    return true;
  };

  const nameInks = (parents: Map<HTMLElement, HTMLElement | undefined>) => {
    inkIds.clear();
    const tops = ofRole('link', 'current');
    tops.forEach((each, i) => inkIds.set(each, `link-${i + 1}`));
    const counts = new Map<Element, number>();
    for (const each of ofRole('child')) {
      const parent = parents.get(each) ?? parentEntry(each, tops);
      const of = parent && inkIds.get(parent);
      const count = (counts.get(parent ?? header) ?? 0) + 1;
      counts.set(parent ?? header, count);
      inkIds.set(each, of ? `${of}-${count}` : `below-${count}`);
    }
    ofRole('logo')
      .slice(0, 1)
      .forEach((each) => inkIds.set(each, 'logo'));
    ofRole('button').forEach((each, i) => inkIds.set(each, `button-${i + 1}`));
    ofRole('icon').forEach((each, i) => inkIds.set(each, `icon-${i + 1}`));
    ofRole('text').forEach((each, i) => inkIds.set(each, `text-${i + 1}`));
    ofRole('menu button')
      .slice(0, 1)
      .forEach((each) => inkIds.set(each, 'menu-button'));
  };

  const commonAncestor = (elements: readonly HTMLElement[]): HTMLElement | undefined => {
    let at = elements[0]?.parentElement ?? undefined;
    while (at && !elements.every((each) => at!.contains(each))) at = at.parentElement ?? undefined;
    return at && header.contains(at) ? at : undefined;
  };

  /** Elements with words of their own that are no part that is told apart. */
  const otherTexts = (): HTMLElement[] => {
    const found = new Set<HTMLElement>();
    const walker = document.createTreeWalker(header, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode() as Text | null; node; node = walker.nextNode() as Text | null) {
      const at = node.parentElement;
      if (!at || words(node.data) === '' || at.closest('script, style, svg, option, textarea, noscript'))
        continue;
      let around: Element | null = at;
      while (
        around &&
        around !== header &&
        !/^(logo|link|current|child|button|icon|menu button|text)$/.test(roles.get(around) ?? '')
      )
        around = around.parentElement;
      if (around && around !== header) continue;
      if (!shows(at) || textRects(at).length === 0 || at === header) continue;
      found.add(at);
    }
    return [...found].slice(0, 12);
  };

  /** A class that an element or its list item has, and most of the others have not. */
  const stateClass = (
    element: HTMLElement,
    among: readonly HTMLElement[],
  ): { on: Element; name: string } | undefined => {
    const item = element.closest('li');
    for (const on of [element, ...(item && header.contains(item) ? [item] : [])]) {
      const others = among
        .filter((each) => each !== element)
        .map((each) => (on === element ? each : each.closest('li')));
      const own = classesOf(on).find(
        (name) =>
          others.length > 0 &&
          others.every((each) => !each?.classList.contains(name)) &&
          !/has|children|parent|\d/i.test(name),
      );
      if (own) return { on, name: own };
    }
    return undefined;
  };

  const findNarrow = () => {
    const known = ofRole('menu button').filter(shows);
    const all = ofRole('menu button');
    if (known.length > 0) {
      for (const each of all) if (each !== known[0]) roles.delete(each);
    } else {
      const fresh = links().find(
        (each) =>
          shows(each) &&
          !roles.has(each) &&
          !ofRole('logo')[0]?.contains(each) &&
          (each.tagName !== 'A' || words(each.textContent).length < 8) &&
          !each.closest('li'),
      );
      for (const each of all) roles.delete(each);
      if (fresh && !ofRole('link', 'current').some(shows)) roles.set(fresh, 'menu button');
      else if (all[0] && shows(all[0])) roles.set(all[0], 'menu button');
    }
    const toggle = ofRole('menu button')[0];
    if (toggle) {
      inkIds.set(toggle, 'menu-button');
      // What is opened: the outermost box of the links that holds neither logo nor button.
      let panel: HTMLElement | null = ofRole('link', 'current')[0] ?? null;
      const isOutside = (at: HTMLElement) =>
        at !== header && !at.contains(toggle) && !at.contains(ofRole('logo')[0] ?? null);
      while (panel?.parentElement && isOutside(panel.parentElement)) panel = panel.parentElement;
      if (panel && ofRole('panel').length === 0) {
        if (!roles.has(panel)) roles.set(panel, 'panel');
        else panelBox = panel;
      }
    }
  };
  /** The folded menu, where it is the menu itself. */
  let panelBox: HTMLElement | undefined;
  const panelOf = () => ofRole('panel')[0] ?? panelBox;

  const nameOf = (element: HTMLElement) =>
    words(element.getAttribute('aria-label')) ||
    words(element.textContent) ||
    words(element.querySelector('img')?.getAttribute('alt')) ||
    words(element.querySelector('title')?.textContent) ||
    words(element.getAttribute('title'));
  const kindOf = (element: HTMLElement): RawMark['kind'] => {
    const role = roles.get(element);
    if (role === 'logo') {
      if (element.matches('img, svg') || drawing(element)) return 'logo';
      return words(element.textContent) !== '' && textRects(element).length > 0
        ? 'text'
        : backPicture(element)
          ? 'logo'
          : 'text';
    }
    if (role === 'icon' || role === 'menu button') return isPainted(element) ? 'mark' : undefined;
    return 'text';
  };
  /** Whether style can give a mark another colour: a picture keeps its own. */
  const isPainted = (element: HTMLElement) =>
    [element, ...element.querySelectorAll('*')].some(
      (part) =>
        ['::before', '::after'].some((side) => pseudoPaints(part, side).length > 0) ||
        paintsOf(part).some((property) => property !== 'color' && part !== element) ||
        (part === element && textRects(element).length > 0) ||
        (part.matches('svg') && paintsOf(part).length > 0),
    );
  const marks: OwnReader['marks'] = () =>
    ([...roles] as [HTMLElement, OwnRole][])
      .map(([element, role]): RawMark => {
        const ink = inkIds.get(element);
        const link = element.closest<HTMLAnchorElement>('a[href]');
        const name = nameOf(element).slice(0, 120);
        return {
          path: pathOf(element),
          role,
          name,
          ...(ink !== undefined && kindOf(element) && { ink, kind: kindOf(element)! }),
          ...(link && { address: link.href }),
          ...(ink !== undefined &&
            !element.closest('a[href], button, summary, [tabindex]') && { isStill: true }),
        };
      })
      .sort((a, b) => (a.path < b.path ? -1 : 1));

  // ----- State on scroll.

  let before: Map<Element, Set<string>>;
  const watched = () => ({ header, body: document.body, html: document.documentElement });
  const noteClasses = () => {
    before = new Map(Object.values(watched()).map((each) => [each, new Set(classesOf(each))]));
  };
  const newClass: OwnReader['newClass'] = () => {
    for (const [on, element] of Object.entries(watched())) {
      const name = classesOf(element).find((each) => !before.get(element)?.has(each));
      if (name) return { on: on as 'header', name };
    }
    return undefined;
  };

  // ----- Where everything stands.

  const textRects = (
    element: Element,
  ): { left: number; right: number; top: number; text: string; node: Text }[] => {
    const walker = document.createTreeWalker(element, NodeFilter.SHOW_TEXT);
    const rects: { left: number; right: number; top: number; text: string; node: Text }[] = [];
    for (let node = walker.nextNode() as Text | null; node; node = walker.nextNode() as Text | null) {
      if (words(node.data) === '' || !node.parentElement) continue;
      // What is below an entry is not the entry's own text.
      const owner = node.parentElement.closest('a, button, summary, label, li');
      if (
        owner &&
        owner !== element &&
        roles.get(owner) !== undefined &&
        roles.get(owner) !== roles.get(element)
      )
        continue;
      if (node.parentElement.closest('svg, title, style')) continue;
      if (!shows(node.parentElement)) continue;
      const range = document.createRange();
      range.selectNodeContents(node);
      for (const rect of range.getClientRects()) {
        if (rect.width < 2 || rect.height < 4) continue;
        // Kept from sight, for those who listen.
        const style = getComputedStyle(node.parentElement);
        if (
          style.clipPath.startsWith('inset(50%') ||
          style.clip === 'rect(0px, 0px, 0px, 0px)' ||
          style.clip === 'rect(1px, 1px, 1px, 1px)'
        )
          continue;
        if (rect.right < 0 || rect.left > innerWidth || rect.bottom < -200) continue;
        rects.push({ left: rect.left, right: rect.right, top: rect.top, text: node.data, node });
      }
    }
    return rects;
  };
  const metricsKnown = new Map<string, { ascent: number; descent: number; capHeight: number }>();
  const metricsOf = (style: CSSStyleDeclaration) => {
    const key = `${style.fontStyle} ${style.fontWeight} ${style.fontFamily}`;
    let known = metricsKnown.get(key);
    if (!known) {
      probe.font = `${style.fontStyle} ${style.fontWeight} 1000px ${style.fontFamily}`;
      const box = probe.measureText('H');
      known = {
        ascent: box.fontBoundingBoxAscent / 1000,
        descent: box.fontBoundingBoxDescent / 1000,
        capHeight: box.actualBoundingBoxAscent / 1000,
      };
      metricsKnown.set(key, known);
    }
    return known;
  };
  const inCase = (text: string, transform: string) =>
    transform === 'uppercase'
      ? text.toUpperCase()
      : transform === 'lowercase'
        ? text.toLowerCase()
        : transform === 'capitalize'
          ? text.replace(/(^|\s)\S/g, (letter) => letter.toUpperCase())
          : text;
  const segments = new Intl.Segmenter();
  const runsOf = (element: HTMLElement): Pick<RawPlace, 'text' | 'left' | 'baseline'>[] => {
    const rects = textRects(element);
    const lines: (typeof rects)[] = [];
    for (const rect of rects) {
      const line = lines.find((each) => Math.abs(each[0]!.top - rect.top) < 3);
      if (line) line.push(rect);
      else lines.push([rect]);
    }
    return lines.slice(0, 3).map((line) => {
      const [first] = line as [(typeof line)[0]];
      const style = getComputedStyle(first.node.parentElement!);
      const size = parseFloat(style.fontSize);
      const { ascent, descent, capHeight } = metricsOf(style);
      const left = Math.min(...line.map((each) => each.left));
      const right = Math.max(...line.map((each) => each.right));
      const isAlone = line.length === 1 && lines.length === 1;
      const text = inCase(words(line.map((each) => each.text).join(' ')), style.textTransform).slice(0, 120);
      const edges: number[] = [];
      if (isAlone) {
        const raw = first.node.data;
        const range = document.createRange();
        for (const { index, segment } of segments.segment(raw)) {
          if (segment.trim() === '' && (edges.length === 0 || index + segment.length >= raw.trimEnd().length))
            continue;
          range.setStart(first.node, index);
          range.setEnd(first.node, index + segment.length);
          const rect = range.getBoundingClientRect();
          if (rect.width > 0) edges.push(rect.right - left);
        }
      }
      const scale = size;
      return {
        left,
        baseline: Math.round(first.top + Math.round(ascent * scale)),
        text: {
          text,
          family: style.fontFamily.slice(0, 200),
          weight: Number(style.fontWeight) || 400,
          size,
          letterSpacing: parseFloat(style.letterSpacing) || 0,
          advance: right - left,
          capHeight: capHeight * scale,
          descent: descent * scale,
          letterEdges: edges.length > 0 ? edges.slice(0, 120) : [right - left],
        },
      };
    });
  };
  /** The box that what is painted in a mark fills. */
  const inkedBox = (element: HTMLElement): [number, number, number, number] => {
    const box = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity };
    const add = (rect: { left: number; top: number; right: number; bottom: number }) => {
      box.left = Math.min(box.left, rect.left);
      box.top = Math.min(box.top, rect.top);
      box.right = Math.max(box.right, rect.right);
      box.bottom = Math.max(box.bottom, rect.bottom);
    };
    for (const each of [element, ...element.querySelectorAll('*')]) {
      if (each.closest('svg') && !each.matches('svg')) continue;
      const rect = each.getBoundingClientRect();
      if (rect.width < 1 || rect.height < 1 || !shows(each)) continue;
      const style = getComputedStyle(each);
      if (each.matches('svg, img')) add(rect);
      else if (
        each !== element &&
        (alpha(style.backgroundColor) > 0.05 ||
          style.boxShadow !== 'none' ||
          parseFloat(style.borderTopWidth) > 0)
      ) {
        add(rect);
        for (const [, x = '0', y = '0'] of style.boxShadow.matchAll(
          /(-?[\d.]+)px (-?[\d.]+)px (-?[\d.]+)px/g,
        ))
          add({
            left: rect.left + Number(x),
            top: rect.top + Number(y),
            right: rect.right + Number(x),
            bottom: rect.bottom + Number(y),
          });
      }
    }
    for (const each of textRects(element)) add({ ...each, bottom: each.top + 16 });
    const rect = element.getBoundingClientRect();
    if (box.left === Infinity) {
      const [w, h] = [Math.min(24, rect.width), Math.min(20, rect.height)];
      return [rect.left + (rect.width - w) / 2, rect.top + (rect.height - h) / 2, w, h];
    }
    return [box.left, box.top, box.right - box.left, box.bottom - box.top];
  };
  const logoBox = (element: HTMLElement): [number, number, number, number] => {
    const at = drawing(element) ?? element;
    const { left, top, width, height } = at.getBoundingClientRect();
    return [left, top, width, height];
  };
  const measure: OwnReader['measure'] = (scroll) => {
    scrollTo({ top: scroll, behavior: 'instant' });
    const { left, top, width, height } = header.getBoundingClientRect();
    const toggle = ofRole('menu button')[0];
    const isFolded = toggle !== undefined && shows(toggle) && !ofRole('link', 'current').some(shows);
    const places: RawPlace[] = [];
    for (const [element, ink] of inkIds) {
      const part = element as HTMLElement;
      const role = roles.get(part);
      if (role === 'child' || !shows(part)) continue;
      const { left: x, top: y, width: w, height: h } = part.getBoundingClientRect();
      if (x + w <= 0 || x >= innerWidth) continue;
      const box: RawPlace['box'] = [x, y, w, h];
      const kind = kindOf(part);
      if (kind === 'logo') places.push({ ink, box: logoBox(part) });
      else if (kind === 'mark') places.push({ ink, box, inked: inkedBox(part) });
      else for (const run of runsOf(part)) places.push({ ink, box, ...run });
    }
    return {
      width: innerWidth,
      folded: isFolded,
      bar: [left, top, width, height, parseFloat(getComputedStyle(header).borderTopLeftRadius) || 0],
      places: places.slice(0, 120),
    };
  };

  // ----- What it looks like.

  const lineOf = (element: HTMLElement): RawLook['line'] => {
    const style = getComputedStyle(element);
    const [run] = runsOf(element);
    if (!run) return undefined;
    const baseline = run.baseline!;
    if (style.textDecorationLine.includes('underline')) {
      const given = parseFloat(style.textDecorationThickness);
      const thickness = Number.isFinite(given)
        ? given
        : Math.max(1, Math.round(parseFloat(style.fontSize) / 14));
      const offset = parseFloat(style.textUnderlineOffset);
      return { thickness, below: Number.isFinite(offset) ? offset : 2 };
    }
    const border = parseFloat(style.borderBottomWidth);
    const rect = element.getBoundingClientRect();
    if (border > 0 && alpha(style.borderBottomColor) > 0.1 && parseFloat(style.borderTopWidth) === 0)
      return { thickness: border, below: Math.max(0, rect.bottom - border - baseline) };
    for (const pseudo of ['::after', '::before']) {
      const own = getComputedStyle(element, pseudo);
      const height = parseFloat(own.height);
      if (
        own.content === 'none' ||
        !(height > 0 && height <= 6) ||
        parseFloat(own.width) < 6 ||
        alpha(own.backgroundColor) < 0.1
      )
        continue;
      if (Number(own.opacity) < 0.1 || /matrix\(0,/.test(own.transform)) continue;
      const bottom = parseFloat(own.bottom);
      return {
        thickness: height,
        below: Math.max(
          0,
          Math.round(rect.bottom - (Number.isFinite(bottom) ? bottom : 0) - height - baseline),
        ),
      };
    }
    return undefined;
  };
  /** What lies behind an element up to the header, as one colour. */
  const behind = (element: Element): string => {
    let [r, g, b, a] = [0, 0, 0, 0];
    for (let at: Element | null = element; at; at = at === header ? null : at.parentElement) {
      probe.clearRect(0, 0, 1, 1);
      probe.fillStyle = '#000';
      probe.fillStyle = getComputedStyle(at).backgroundColor;
      probe.fillRect(0, 0, 1, 1);
      // As it is written, where that is plain: a pixel that lets something through is rounded.
      const written = String(probe.fillStyle);
      const [x = 0, y = 0, z = 0] = written.startsWith('#')
        ? [1, 3, 5].map((k) => parseInt(written.slice(k, k + 2), 16))
        : (/^rgba?\((\d+), (\d+), (\d+)/.exec(written)?.slice(1).map(Number) ??
          probe.getImageData(0, 0, 1, 1).data);
      const share = alpha(getComputedStyle(at).backgroundColor) * (1 - a);
      const sum = a + share;
      if (sum > 0)
        [r, g, b] = [(r * a + x * share) / sum, (g * a + y * share) / sum, (b * a + z * share) / sum];
      a = sum;
    }
    return `rgba(${Math.round(r)}, ${Math.round(g)}, ${Math.round(b)}, ${Math.round(a * 1000) / 1000})`;
  };
  const look: OwnReader['look'] = () => {
    const style = getComputedStyle(header);
    const inkOf = (element: HTMLElement | undefined) =>
      element && getComputedStyle(textRects(element)[0]?.node.parentElement ?? element).color;
    const plain = ofRole('link').find(shows);
    const current = ofRole('current').find(shows);
    const button = ofRole('button').find(shows);
    const drop = ofRole('drop-down')[0];
    const child = ofRole('child')[0];
    const logo = ofRole('logo')[0];
    const panel = panelOf();
    const ground = (element: Element | undefined) => {
      for (let at = element; at && at !== header.parentElement; at = at.parentElement ?? undefined) {
        const own = getComputedStyle(at).backgroundColor;
        if (alpha(own) > 0.3) return own;
      }
      return undefined;
    };
    const innermost = (element: Element | undefined) => {
      const first =
        element &&
        [element, ...element.querySelectorAll('*')].find(
          (at) => alpha(getComputedStyle(at).backgroundColor) > 0.3 && !roles.get(at)?.match(/button|drop/),
        );
      return first ? getComputedStyle(first).backgroundColor : ground(element);
    };
    const sides = ['Top', 'Right', 'Bottom', 'Left'] as const;
    return {
      position: style.position,
      fill: behind(plain ?? current ?? header),
      ...(logo && { logo: inkOf(logo)! }),
      ...(plain && { link: inkOf(plain)! }),
      ...(current && { current: inkOf(current)! }),
      ...(child && { childInk: getComputedStyle(child).color }),
      ...(drop && { dropFill: ground(drop)! }),
      ...(panel && { panelFill: innermost(panel)! }),
      ...(plain && lineOf(plain) && { line: lineOf(plain)! }),
      ...(current && lineOf(current) && { currentLine: lineOf(current)! }),
      shadow: style.boxShadow,
      borders: sides.map((side) => parseFloat(style[`border${side}Width`])) as [
        number,
        number,
        number,
        number,
      ],
      borderBelow: style.borderBottomColor,
      ...(button && {
        button: {
          ink: inkOf(button)!,
          fill: getComputedStyle(button).backgroundColor,
          radius: parseFloat(getComputedStyle(button).borderTopLeftRadius) || 0,
        },
      }),
    };
  };

  // ----- Selectors that are of some elements alone.

  const escape = (name: string) => CSS.escape(name);
  const stable = (element: Element) =>
    classesOf(element).filter((name) => !STATE_CLASS.test(name) && name.length < 60);
  /** Whether a class says what something is, and not how it is set. */
  const isTelling = (name: string) =>
    /^[a-z][\w-]{2,}$/i.test(name) &&
    !/^((d|p|m|px|py|pt|pb|mx|my|mt|mb|ml|mr|w|h|z|text|font|bg|border|gap|items|justify)-|(flex|grid|block|inline|hidden|sticky|fixed|relative|absolute|container|row|col|wrap|rounded|shadow)$|(flex|grid|col|row)-\d)/.test(
      name,
    );
  /** The ways in which an element can be named by itself, the plainest first. */
  const compounds = (element: Element, among: readonly Element[] = [element]): string[] => {
    const shared = stable(element).filter((name) => among.every((each) => each.classList.contains(name)));
    const tag = among.every((each) => tagOf(each) === tagOf(element)) ? tagOf(element) : '';
    const plain = shared.filter(isTelling);
    return [
      ...plain.slice(0, 4).map((name) => `.${escape(name)}`),
      ...(tag ? [tag] : []),
      ...(tag ? shared.slice(0, 4).map((name) => `${tag}.${escape(name)}`) : []),
      ...(among.length === 1 && element.id ? [`#${escape(element.id)}`] : []),
    ];
  };
  const isSame = (selector: string, wanted: ReadonlySet<Element>) => {
    try {
      const found = header.querySelectorAll(selector);
      return found.length === wanted.size && [...found].every((each) => wanted.has(each));
    } catch {
      return false;
    }
  };
  /** A selector below the header for some elements, and no others; several where one cannot be found. */
  const selectorsFor = (elements: readonly Element[]): string[] => {
    const [first] = elements;
    if (!first) return [];
    const wanted = new Set(elements);
    const own = compounds(first, elements);
    for (const each of own)
      if ((each.includes('.') || each === 'nav') && isSame(`:scope ${each}`, wanted)) return [each];
    // Below something that is round all of them, directly or not; then step by step.
    const ancestors: Element[] = [];
    for (let at = first.parentElement; at && at !== header; at = at.parentElement) ancestors.push(at);
    const shared = ancestors.filter((at) => elements.every((each) => at.contains(each)));
    const chain = (from: Element | undefined, last: string): string | undefined => {
      const steps: string[] = [];
      for (let at = first.parentElement; at && at !== (from ?? header); at = at.parentElement)
        steps.unshift(tagOf(at));
      return [...steps, last].join(' > ');
    };
    for (const last of own) {
      for (const at of shared) {
        for (const name of compounds(at)) {
          if (isSame(`:scope ${name} ${last}`, wanted)) return [`${name} ${last}`];
          if (first.parentElement === at && isSame(`:scope ${name} > ${last}`, wanted))
            return [`${name} > ${last}`];
        }
      }
      for (const at of shared) {
        for (const name of compounds(at)) {
          const stepped = `${name} > ${chain(at, last)}`;
          if (isSame(`:scope ${stepped}`, wanted)) return [stepped];
        }
      }
      const whole = `> ${chain(undefined, last)}`;
      if (isSame(`:scope ${whole}`, wanted)) return [whole];
      // Of the parent of each, by what those share.
      const parents = elements.map((each) => each.parentElement!);
      for (const name of parents.every((each) => each !== header) ? compounds(parents[0]!, parents) : [])
        if (isSame(`:scope ${name} > ${last}`, wanted)) return [`${name} > ${last}`];
    }
    for (const each of own) if (isSame(`:scope ${each}`, wanted)) return [each];
    const exact = (element: Element) => {
      const steps: string[] = [];
      for (let at = element; at !== header; at = at.parentElement!) {
        const alike = [...at.parentElement!.children].filter((each) => each.tagName === at.tagName);
        steps.unshift(alike.length > 1 ? `${tagOf(at)}:nth-of-type(${alike.indexOf(at) + 1})` : tagOf(at));
      }
      return `> ${steps.join(' > ')}`;
    };
    return elements.slice(0, 60).map(exact);
  };
  let rootSelector = '';
  const rootParts = () => {
    const isOnly = (selector: string) => {
      try {
        const found = document.querySelectorAll(selector);
        return found.length === 1 && found[0] === header;
      } catch {
        return false;
      }
    };
    const classes = stable(header).filter((name) => !before?.size || before.get(header)?.has(name) !== false);
    const candidates = [
      ...classes.filter(isTelling).map((name) => `.${escape(name)}`),
      ...classes.filter(isTelling).map((name) => `${tagOf(header)}.${escape(name)}`),
      ...(header.id ? [`#${escape(header.id)}`] : []),
      ...(/^(header|nav)$/.test(tagOf(header)) ? [tagOf(header)] : []),
      `body > ${tagOf(header)}`,
      ...classes.map((name) => `${tagOf(header)}.${escape(name)}`),
      ...(header.getAttribute('role') ? [`[role="${header.getAttribute('role')}"]`] : []),
    ];
    const steps: string[] = [];
    for (let at: Element = header; at !== document.body && at.parentElement; at = at.parentElement) {
      const alike = [...at.parentElement.children].filter((each) => each.tagName === at.tagName);
      steps.unshift(alike.length > 1 ? `${tagOf(at)}:nth-of-type(${alike.indexOf(at) + 1})` : tagOf(at));
    }
    rootSelector = candidates.find(isOnly) ?? `body > ${steps.join(' > ')}`;
    return {
      selector: rootSelector,
      ...(header.id && { anchorId: `#${escape(header.id)}` }),
      ...(classes[0] && { anchorClass: `.${escape(classes[0])}` }),
    };
  };

  interface Group {
    name: OwnGroupName;
    number: number;
    elements: Element[];
    inner: string[];
    pseudo?: string[];
    item?: string;
    paints?: string[];
  }
  /** Elements that lie between links and page with a ground of their own. */
  const grounded = new Set<Element>();
  /** Whether an element makes all that is in it look otherwise than it is. */
  const changesInside = (element: Element) => {
    const style = getComputedStyle(element);
    const isFaint = Number(style.opacity) < 1 && Number(style.opacity) > 0.05;
    return (
      element.querySelector('a') !== null &&
      (isFaint || style.filter !== 'none' || style.mixBlendMode !== 'normal')
    );
  };
  const noteGrounds = () => {
    const isBox = (each: Element) =>
      !roles.has(each) || ['menu', 'panel', 'header', 'link', 'current'].includes(roles.get(each)!);
    for (const each of header.querySelectorAll('*')) {
      if (!isBox(each) || each.closest('svg') || each.matches('img, input, picture, video, canvas')) continue;
      if (ofRole('button', 'icon', 'menu button', 'drop-down').some((part) => part.contains(each))) continue;
      if (ofRole('logo')[0]?.contains(each) && kindOf(ofRole('logo')[0]!) === 'logo') continue;
      // A part that draws itself by its ground is read, not removed.
      if (getComputedStyle(each).backgroundImage.includes('url(') && !shows(each)) continue;
      if (hasGround(each) || changesInside(each)) grounded.add(each);
    }
  };
  /** Colours of its own elements that paint a mark. */
  const PAINTS = [
    'background-color',
    'border-top-color',
    'border-right-color',
    'border-bottom-color',
    'border-left-color',
    'box-shadow',
    'fill',
    'stroke',
    'color',
  ];
  const paintsOf = (element: Element): string[] => {
    const style = getComputedStyle(element);
    const isSvg = element instanceof SVGElement;
    return PAINTS.filter((property) => {
      const value = style.getPropertyValue(property);
      if (property === 'fill')
        return (
          isSvg && !element.matches('svg, g, defs, title, symbol') && value !== 'none' && alpha(value) > 0.1
        );
      if (property === 'stroke')
        return (
          isSvg &&
          !element.matches('svg, defs, title, symbol') &&
          value !== 'none' &&
          value !== '' &&
          alpha(value) > 0.1
        );
      if (isSvg) return property === 'color' && element.matches('svg');
      if (property === 'box-shadow') return value !== 'none';
      if (property.startsWith('border'))
        return (
          parseFloat(style.getPropertyValue(property.replace('color', 'width'))) > 0 &&
          style.getPropertyValue(property.replace('color', 'style')) !== 'none' &&
          alpha(value) > 0.1
        );
      if (property === 'color') return true;
      return alpha(value) > 0.1;
    });
  };
  const pseudoPaints = (element: Element, pseudo: string): string[] => {
    const style = getComputedStyle(element, pseudo);
    if (style.content === 'none' || style.content === 'normal') return [];
    return PAINTS.filter((property) => {
      const value = style.getPropertyValue(property);
      if (property === 'fill' || property === 'stroke') return false;
      if (property === 'box-shadow') return value !== 'none';
      if (property.startsWith('border'))
        return (
          parseFloat(style.getPropertyValue(property.replace('color', 'width'))) > 0 && alpha(value) > 0.1
        );
      if (property === 'color') return style.content !== '""';
      return alpha(value) > 0.1;
    });
  };

  let made: Group[] = [];
  const makeGroups = (): Group[] => {
    const list: Group[] = [];
    const add = (name: OwnGroupName, elements: readonly Element[], more: Partial<Group> = {}) => {
      if (elements.length === 0) return;
      const inner = more.inner ?? selectorsFor(elements);
      const number = list.filter((each) => each.name === name).length;
      list.push({ name, number, elements: [...elements], ...more, inner });
    };
    add('header', [header], { inner: [''] });
    for (const each of ofRole('drop-down')) {
      for (const inside of each.querySelectorAll('*'))
        if (
          hasGround(inside) &&
          !ofRole('child').includes(inside as HTMLElement) &&
          !inside.closest('svg') &&
          !inside.matches('img')
        )
          grounded.add(inside);
    }
    for (const each of grounded) add('ground', [each]);
    const logo = ofRole('logo')[0];
    if (logo && kindOf(logo) === 'text') {
      const box = textRects(logo)[0]?.node.parentElement ?? logo;
      add('logo', [logo], { item: 'name' });
      if (box !== logo) add('letters', [box], { item: 'name' });
    } else if (logo) {
      add('logo', [logo], { item: 'logo' });
    }
    for (const each of ofRole('text')) add('text', [each], { item: 'menu' });
    const menu = ofRole('menu')[0];
    add('menu', menu ? [menu] : []);
    // Links that stand in different boxes have different rules.
    const byBox = new Map<Element, Element[]>();
    for (const each of ofRole('link', 'current')) {
      const box = each.closest('ul, ol, nav') ?? header;
      byBox.set(box, [...(byBox.get(box) ?? []), each]);
    }
    for (const elements of byBox.values()) {
      add('links', elements, { item: 'menu' });
      // Letters that have an element and an ink of their own.
      const letters = elements.flatMap((each) => {
        const box = textRects(each)[0]?.node.parentElement;
        return box && box !== each ? [box] : [];
      });
      if (letters.length > 0) add('letters', letters, { item: 'menu' });
      const pseudo = ['::before', '::after'].filter((side) =>
        elements.some((each) => {
          const style = getComputedStyle(each, side);
          return style.content !== 'none' && style.content !== 'normal' && parseFloat(style.height) <= 6;
        }),
      );
      if (pseudo.length > 0)
        add('lines', elements, {
          inner: selectorsFor(elements).flatMap((inner) => pseudo.map((side) => `${inner}${side}`)),
          pseudo,
          item: 'menu',
        });
    }
    for (const each of ofRole('current').slice(0, 1)) {
      const own =
        each.getAttribute('aria-current') !== null ? undefined : stateClass(each, ofRole('link', 'current'));
      const base = list.find((group) => group.name === 'links' && group.elements.includes(each))!;
      const item = each.closest('li');
      const named = STATE_CLASS.exec(own?.on === item ? '' : '') ?? undefined;
      void named;
      const inner = base.inner.flatMap((selector) => {
        if (each.getAttribute('aria-current') !== null) return [`${selector}[aria-current]`];
        const told = own ?? currentClass(each);
        if (!told) return [];
        const name = `.${escape(told.name)}`;
        if (told.on === each) return [`${selector}${name}`];
        // On the list item: its step gets the class.
        const at = selector.lastIndexOf(' ');
        const last = selector.slice(at + 1);
        const withClass = selector.replace(/(^|[ >]+)(li(?:\.[\w-]+)*) > ([^ >]+)$/, `$1$2${name} > $3`);
        if (withClass !== selector) return [withClass];
        const head = selector.slice(0, Math.max(0, at)).replace(/\s*>?\s*$/, '');
        return [`${head ? `${head} ` : ''}li${name} > ${last}`];
      });
      if (inner.length > 0) add('current', [each], { inner: [...new Set(inner)], item: 'menu' });
    }
    const lists = new Map<Element, Element[]>();
    for (const each of ofRole('child')) {
      const box = each.closest('nav, ul, ol, details') ?? header;
      lists.set(box, [...(lists.get(box) ?? []), each]);
    }
    const alike = selectorsFor(ofRole('child'));
    // One selector for all of them, or one for each list.
    if (alike.length === 1) add('children', ofRole('child'), { item: 'menu' });
    else for (const elements of lists.values()) add('children', elements, { item: 'menu' });
    const drops = ofRole('drop-down');
    add('drop-down', drops);
    ofRole('button').forEach((each, i) => {
      const item = `button-${i + 1}`;
      add('button', [each], { item });
      const box = textRects(each)[0]?.node.parentElement;
      if (box && box !== each) add('letters', [box], { item });
    });
    const markPaints = (each: HTMLElement, name: 'icons' | 'mark') => {
      for (const part of [each, ...each.querySelectorAll('*')]) {
        const isIt = part === each;
        const paints = paintsOf(part).filter((property) => !isIt || property === 'color');
        if (paints.length > 0 && (!isIt || paints.length > 0)) add(name, [part], { paints });
        for (const pseudo of ['::before', '::after']) {
          const own = pseudoPaints(part, pseudo);
          if (own.length > 0)
            add(name, [part], {
              paints: own,
              pseudo: [pseudo],
              inner: selectorsFor([part]).map((inner) => `${inner}${pseudo}`),
            });
        }
      }
    };
    for (const each of ofRole('icon').slice(0, 6)) markPaints(each, 'icons');
    for (const each of ofRole('menu button').slice(0, 1)) markPaints(each, 'mark');
    for (const each of [...ofRole('icon').slice(0, 6), ...ofRole('menu button').slice(0, 1)]) {
      // A line of its own that its mark lies over is behind that mark.
      const [x, y, width, height] = inkedBox(each);
      const { left, top, right, bottom } = each.getBoundingClientRect();
      const style = getComputedStyle(each);
      const isOver =
        x < left + parseFloat(style.borderLeftWidth) ||
        y < top + parseFloat(style.borderTopWidth) ||
        x + width > right - parseFloat(style.borderRightWidth) ||
        y + height > bottom - parseFloat(style.borderBottomWidth);
      add('focus', [each], isOver ? { paints: PAINTS.filter((name) => name.startsWith('border')) } : {});
    }
    const panel = panelOf();
    if (panel) {
      add('panel', [panel]);
      for (const each of grounded) if (panel.contains(each) && each !== panel) add('panel', [each]);
    }
    return list.slice(0, 110);
  };
  const currentClass = (element: HTMLElement): { on: Element; name: string } | undefined => {
    const item = element.closest('li');
    for (const on of [element, ...(item && header.contains(item) ? [item] : [])]) {
      const name = classesOf(on).find((each) =>
        /(^|[-_])(current|active|is-here|selected|here)([-_]|$)/i.test(each),
      );
      if (name) return { on, name };
    }
    return undefined;
  };

  const groups: OwnReader['groups'] = () => {
    noteGrounds();
    if (!rootSelector) rootParts();
    made = makeGroups();
    return made.map(({ name, number, inner, item, paints }) => ({
      name,
      number,
      inner,
      ...(item !== undefined && { item }),
      ...(paints && { paints }),
    }));
  };

  // ----- Rules that reach it.

  const SETS: Record<OwnGroupName, string[]> = {
    header: [
      'background-color',
      'background-image',
      'box-shadow',
      'border-top-color',
      'border-right-color',
      'border-bottom-color',
      'border-left-color',
      'position',
      'top',
      'right',
      'left',
      'width',
      'margin-bottom',
      'isolation',
      'backdrop-filter',
      'opacity',
      'overflow-x',
      'overflow-y',
    ],
    ground: [
      'background-color',
      'background-image',
      'backdrop-filter',
      'opacity',
      'filter',
      'mix-blend-mode',
    ],
    logo: [
      'background-color',
      'background-image',
      '-webkit-text-fill-color',
      'opacity',
      'color',
      'transition-property',
      'transition-duration',
      'text-shadow',
      'outline-color',
    ],
    menu: [],
    text: [
      'color',
      'background-color',
      'background-image',
      'text-shadow',
      'opacity',
      'animation-name',
      '-webkit-text-fill-color',
      'transition-property',
      'transition-duration',
    ],
    letters: ['animation-name', 'color', '-webkit-text-fill-color', 'text-shadow', 'opacity'],
    focus: [
      'background-color',
      'background-image',
      'outline-color',
      'outline-style',
      'outline-width',
      'outline-offset',
    ],
    links: [
      'animation-name',
      'border-top-left-radius',
      'border-top-right-radius',
      'border-bottom-left-radius',
      'border-bottom-right-radius',
      'color',
      'background-color',
      'background-image',
      'text-decoration-line',
      'text-decoration-color',
      'text-decoration-thickness',
      'text-underline-offset',
      'border-bottom-color',
      'transition-property',
      'transition-duration',
      'text-shadow',
      'opacity',
      'outline-color',
      'outline-style',
      'outline-width',
      'outline-offset',
      '-webkit-text-fill-color',
    ],
    current: [
      'color',
      'text-decoration-line',
      'text-decoration-thickness',
      'border-bottom-color',
      'background-color',
    ],
    children: ['color', 'background-color', 'background-image', 'outline-color', 'opacity'],
    'drop-down': ['background-color', 'background-image'],
    button: [
      'border-top-left-radius',
      'border-top-right-radius',
      'border-bottom-left-radius',
      'border-bottom-right-radius',
      'color',
      'background-color',
      'background-image',
      'transition-property',
      'transition-duration',
      'text-shadow',
      'outline-color',
      'outline-style',
      'outline-width',
      'outline-offset',
    ],
    icons: [],
    mark: [],
    lines: ['background-color', 'background-image', 'border-bottom-color', 'border-top-color'],
    panel: ['background-color', 'background-image'],
  };
  const STATES: [RegExp, OwnState][] = [
    [/:hover(?![\w-])/, 'hover'],
    // One that has the focus by a click is met at rest, too.
    [/:focus-visible(?![\w-])/, 'focus'],
    [/:active(?![\w-])/, 'active'],
  ];
  const STRIP =
    /:(hover|focus|focus-visible|focus-within|active|visited|link|any-link|target|checked)(?![\w-])/g;
  const partsOf = (list: string): string[] => {
    const parts: string[] = [];
    let [depth, from] = [0, 0];
    for (let i = 0; i < list.length; i++) {
      if (list[i] === '(' || list[i] === '[') depth++;
      else if (list[i] === ')' || list[i] === ']') depth--;
      else if (list[i] === ',' && depth === 0) {
        parts.push(list.slice(from, i).trim());
        from = i + 1;
      }
    }
    return [...parts, list.slice(from).trim()].filter(Boolean);
  };
  interface Seen {
    rule: CSSStyleRule;
    selectors: string[];
    layer: string | undefined;
    media: string | undefined;
  }
  const sheetsOf = (texts: Record<string, string>): CSSStyleSheet[] =>
    [...document.styleSheets, ...document.adoptedStyleSheets].flatMap((sheet) => {
      if ((sheet.ownerNode as Element | null)?.id === 'hatrail-still') return [];
      try {
        void sheet.cssRules;
        return [sheet];
      } catch {
        const text = sheet.href ? texts[sheet.href] : undefined;
        if (text === undefined) return [];
        const copy = new CSSStyleSheet({ media: sheet.media.mediaText });
        copy.replaceSync(text);
        return [copy];
      }
    });
  /** A rule's selectors, within those of the rule that it is nested in. */
  const selectorsIn = (rule: CSSStyleRule, above: readonly string[] | undefined): string[] => {
    const own = partsOf(rule.selectorText);
    if (!above) return own;
    return own.flatMap((each) =>
      above.map((up) => (each.includes('&') ? each.replaceAll('&', `:is(${up})`) : `${up} ${each}`)),
    );
  };
  const eachRule = (sheets: readonly CSSStyleSheet[], visit: (seen: Seen) => void) => {
    const walk = (
      rules: CSSRuleList,
      layer: string | undefined,
      media: string | undefined,
      above: string[] | undefined,
    ) => {
      for (const rule of rules) {
        const joined = (own: string) => (media && own ? `${media} and ${own}` : media || own || undefined);
        if (rule instanceof CSSStyleRule) {
          const selectors = selectorsIn(rule, above);
          visit({ rule, selectors, layer, media });
          if (rule.cssRules.length > 0) walk(rule.cssRules, layer, media, selectors);
        } else if (rule instanceof CSSMediaRule)
          walk(rule.cssRules, layer, joined(rule.media.mediaText), above);
        else if (rule instanceof CSSLayerBlockRule)
          walk(rule.cssRules, [layer, rule.name || '?'].filter(Boolean).join('.'), media, above);
        else if (rule instanceof CSSImportRule && rule.styleSheet) {
          const name = rule.layerName;
          try {
            walk(
              rule.styleSheet.cssRules,
              name === null ? layer : [layer, name || '?'].filter(Boolean).join('.'),
              joined(rule.media.mediaText),
              above,
            );
          } catch {
            // A sheet of another host.
          }
        } else if ('cssRules' in rule) walk((rule as CSSGroupingRule).cssRules, layer, media, above);
      }
    };
    for (const sheet of sheets) {
      const media =
        sheet.media.mediaText && sheet.media.mediaText !== 'all' ? sheet.media.mediaText : undefined;
      walk(sheet.cssRules, undefined, media, undefined);
    }
  };
  /** The part of a selector that is of the element itself. */
  const lastOf = (selector: string) =>
    /(?:\([^()]*(?:\([^()]*\)[^()]*)*\)|\[[^\]]*\]|[^\s>+~(\[])+$/.exec(selector)?.[0] ?? selector;
  const bareOf = (selector: string) =>
    selector
      .replace(
        /::(before|after|marker|placeholder|selection|first-line|first-letter|backdrop|[-\w]+)(\([^)]*\))?/g,
        '',
      )
      .replace(STRIP, '')
      .replace(/:(not|is|where)\(\s*\)/g, '') || '*';
  const pseudoOf = (selector: string) => /::?(before|after)(?![\w-])/.exec(selector)?.[1];
  const matches = (element: Element, selector: string): boolean => {
    try {
      return element.matches(selector);
    } catch {
      return false;
    }
  };
  const rules: OwnReader['rules'] = (texts) => {
    const found: RawRule[] = [];
    eachRule(sheetsOf(texts), ({ rule, selectors, layer, media }) => {
      const properties = [...rule.style];
      if (properties.length === 0) return;
      for (const selector of selectors) {
        // A step that ends in a combinator once its states are gone stands for anything.
        const bare = bareOf(selector)
          .replace(/([>+~ ])\s*$/, '$1 *')
          .replace(/^\s*([>+~])/, '* $1')
          .replace(/([>+~])\s*(?=[>+~])/g, '$1 * ');
        const pseudo = pseudoOf(selector);
        for (const group of made) {
          const own = group.pseudo?.map((each) => each.slice(2));
          if (pseudo !== undefined && !own?.includes(pseudo)) continue;
          if (pseudo === undefined && own) continue;
          const plain = group.elements.filter(
            (each) => group.name !== 'links' || roles.get(each) !== 'current',
          );
          const judged = plain.length > 0 ? plain : group.elements;
          if (!judged.some((each) => matches(each, bare))) continue;
          const wanted = [...SETS[group.name], ...(group.paints ?? [])];
          for (const property of properties) {
            if (!wanted.includes(property)) continue;
            found.push({
              group: group.name,
              number: group.number,
              property,
              value: rule.style.getPropertyValue(property).slice(0, 300),
              selector: selector.slice(0, 1000),
              important: rule.style.getPropertyPriority(property) === 'important',
              ...(layer !== undefined && { layer }),
              ...(media !== undefined && { media: media.slice(0, 300) }),
              states: STATES.filter(([pattern]) =>
                pattern.test(lastOf(selector).replace(/:not\([^)]*\)/g, '')),
              ).map(([, state]) => state),
            });
          }
        }
      }
    });
    for (const group of made) {
      if (group.pseudo) continue;
      const wanted = [...SETS[group.name], ...(group.paints ?? [])];
      for (const element of group.elements) {
        const { style } = element as HTMLElement;
        for (const property of [...(style ?? [])]) {
          if (!wanted.includes(property)) continue;
          found.push({
            group: group.name,
            number: group.number,
            property,
            value: style.getPropertyValue(property).slice(0, 300),
            selector: 'style',
            important: style.getPropertyPriority(property) === 'important',
            states: [],
          });
        }
      }
    }
    return found.slice(0, 1900);
  };

  // ----- Its markup and style, to be shown again.

  const picture = async (address: string): Promise<string | undefined> => {
    if (address.startsWith('data:image/')) return address.length < 50_000 ? address : undefined;
    try {
      const answer = await fetch(address);
      const blob = await answer.blob();
      if (!answer.ok || blob.size > 36_000 || !blob.type.startsWith('image/')) return undefined;
      return await new Promise((done) => {
        const reader = new FileReader();
        reader.onload = () => done(String(reader.result));
        reader.onerror = () => done(undefined);
        reader.readAsDataURL(blob);
      });
    } catch {
      return undefined;
    }
  };
  const attributesOf = async (element: Element, isAround: boolean): Promise<[string, string][]> => {
    const kept: [string, string][] = [];
    for (const { name, value } of element.attributes) {
      if (
        /^on|^(srcset|srcdoc|ping|nonce|integrity|crossorigin|sizes|loading|background|autofocus)$/i.test(
          name,
        )
      )
        continue;
      if (name === 'src' && element instanceof HTMLImageElement) {
        const data = await picture(element.currentSrc || element.src);
        if (data) kept.push(['src', data]);
        kept.push(['width', String(Math.round(element.getBoundingClientRect().width) || element.width)]);
        continue;
      }
      if (/^(href|src|action|formaction|poster|data|xlink:href)$/i.test(name) && !value.startsWith('#')) {
        if (/^(href|action)$/.test(name) && !isAround) {
          try {
            kept.push([name, new URL(value, location.href).href]);
          } catch {
            kept.push([name, '#']);
          }
        }
        continue;
      }
      if (name === 'style' && /url\(|expression|@import/i.test(value)) continue;
      kept.push([name, value.slice(0, 20_000)]);
    }
    return kept.slice(0, 50);
  };
  const tree = async (element: Element, depth: number): Promise<RawNode> => {
    const nodes: RawNode[] = [];
    if (depth < 24) {
      for (const node of nodesOf(element).slice(0, 400)) {
        if (node.nodeType === Node.TEXT_NODE) nodes.push({ text: (node.textContent ?? '').slice(0, 2000) });
        else nodes.push(await tree(node as Element, depth + 1));
      }
      // A drawing that is kept elsewhere in the page is brought along.
      if (element.matches('svg use') && element.getAttribute('href')?.startsWith('#')) void 0;
    }
    const root = element.shadowRoot ? [] : nodes;
    return { tag: tagOf(element), attributes: await attributesOf(element, false), nodes: root };
  };
  const reaches = (selectors: readonly string[]) => {
    const all = [...header.querySelectorAll('*'), header];
    for (let at: Element | null = header.parentElement; at; at = at.parentElement) all.push(at);
    return selectors.some((selector) => {
      const bare = bareOf(selector);
      // Of classes and states that may come later only what names an element that is there is kept.
      return (
        all.some((each) => matches(each, bare)) ||
        (/[.[]/.test(bare) &&
          all.some((each) =>
            matches(
              each,
              bare
                .replace(
                  /\.[\w-]*(stuck|scroll|sticky|fixed|shrink|open|active|show|visible|is-)[\w-]*/gi,
                  '',
                )
                .replace(/([>+~ ])\s*$/, '$1 *')
                .replace(/^\s*$/, 'never'),
            ),
          ))
      );
    });
  };
  const styleText = async (sheets: readonly CSSStyleSheet[]): Promise<string[]> => {
    const out: string[] = [];
    const print = (list: CSSRuleList, above: string[] | undefined): string => {
      let text = '';
      for (const rule of list) {
        if (rule instanceof CSSStyleRule) {
          const selectors = selectorsIn(rule, above);
          const nested = rule.cssRules.length > 0 ? print(rule.cssRules, selectors) : '';
          if (reaches(selectors)) text += `${selectors.join(', ')} { ${rule.style.cssText} }\n`;
          text += nested;
        } else if (rule instanceof CSSImportRule) {
          try {
            const inside = rule.styleSheet ? print(rule.styleSheet.cssRules, above) : '';
            const layered = rule.layerName === null ? inside : `@layer ${rule.layerName} {\n${inside}}\n`;
            text += rule.media.mediaText ? `@media ${rule.media.mediaText} {\n${layered}}\n` : layered;
          } catch {
            // A sheet of another host.
          }
        } else if (
          rule instanceof CSSFontFaceRule ||
          rule instanceof CSSKeyframesRule ||
          rule instanceof CSSPageRule
        )
          continue;
        else if (rule instanceof CSSLayerStatementRule || rule instanceof CSSPropertyRule)
          text += `${rule.cssText}\n`;
        else if ('cssRules' in rule) {
          const inside = print((rule as CSSGroupingRule).cssRules, above);
          const head = rule.cssText.slice(0, rule.cssText.indexOf('{')).trim();
          if (inside) text += `${head} {\n${inside}}\n`;
        }
      }
      return text;
    };
    for (const sheet of sheets) {
      let text = print(sheet.cssRules, undefined);
      const found = [...new Set([...text.matchAll(/url\("([^"]+)"\)/g)].map(([, at]) => at!))].slice(0, 20);
      for (const at of found) {
        if (at.startsWith('#')) continue;
        const data = await picture(new URL(at, sheet.href ?? location.href).href);
        text = text.replaceAll(`url("${at}")`, data ? `url("${data}")` : 'none');
      }
      if (sheet.media.mediaText && sheet.media.mediaText !== 'all')
        text = `@media ${sheet.media.mediaText} {\n${text}}\n`;
      if (text) out.push(text);
    }
    return out;
  };
  const markup: OwnReader['markup'] = async (texts) => {
    const around: RawNode[] = [];
    for (let at = header.parentElement; at; at = at.parentElement)
      around.unshift({ tag: tagOf(at), attributes: await attributesOf(at, true) });
    const content = (pseudo: string) => getComputedStyle(header, pseudo).content;
    const free = ['before', 'after'].find((side) => ['none', 'normal'].includes(content(`::${side}`))) as
      'before' | undefined;
    return {
      around: around.slice(0, 20),
      node: await tree(header, 0),
      css: (await styleText(sheetsOf(texts))).slice(0, 40),
      ...rootParts(),
      ...(free && { free }),
    };
  };

  /** The colour that something is read in: of letters, or of what paints a mark. */
  const inkColour = (element: HTMLElement): string => {
    if (kindOf(element) !== 'mark')
      return getComputedStyle(textRects(element)[0]?.node.parentElement ?? element).color;
    const all = [element, ...element.querySelectorAll<HTMLElement>('*')];
    for (const part of all) {
      const paint = paintsOf(part).find(
        (property) =>
          property !== 'box-shadow' &&
          (property !== 'color' || (part === element && textRects(element).length > 0)) &&
          (part !== element || property === 'color' || part.matches('svg')),
      );
      if (paint) return getComputedStyle(part).getPropertyValue(paint);
      for (const side of ['::before', '::after']) {
        const own = pseudoPaints(part, side).find((property) => property !== 'box-shadow');
        if (own) return getComputedStyle(part, side).getPropertyValue(own);
      }
    }
    return getComputedStyle(element).color;
  };
  /** What the mark was taken off, and which it was. */
  let unmarked: { element: Element; name?: string; value?: string } | undefined;
  /** What was hidden, with what it said before. */
  const hidden = new Map<HTMLElement, string | null>();
  const hideInks = (isHidden: boolean) => {
    if (!isHidden) {
      for (const [element, before] of hidden) {
        if (before === null) element.removeAttribute('style');
        else element.setAttribute('style', before);
      }
      hidden.clear();
      return;
    }
    const out = (element: HTMLElement, values: Record<string, string>) => {
      if (!hidden.has(element)) hidden.set(element, element.getAttribute('style'));
      for (const [name, value] of Object.entries(values)) element.style.setProperty(name, value, 'important');
    };
    const letters = {
      color: 'transparent',
      '-webkit-text-fill-color': 'transparent',
      'text-decoration-color': 'transparent',
      'outline-color': 'transparent',
    };
    for (const each of [header, ...header.querySelectorAll<HTMLElement>('*')]) out(each, letters);
    for (const [element] of inkIds) {
      if (kindOf(element as HTMLElement) === 'text') continue;
      for (const each of element.querySelectorAll<HTMLElement>('*')) out(each, { visibility: 'hidden' });
      if (element.matches('svg, img')) out(element as HTMLElement, { visibility: 'hidden' });
    }
    for (const each of ofRole('drop-down')) out(each, { visibility: 'hidden' });
  };
  /** The links that stand in drop-downs, or in the folded menu. */
  const panelLinks = (isFolded: boolean): HTMLElement[] => {
    const panel = ofRole('panel')[0];
    const isBelow = (each: HTMLElement) => inkIds.get(each)?.startsWith('below-') ?? false;
    return [
      ...ofRole('child').filter((each) => isFolded || !isBelow(each)),
      ...(isFolded ? ofRole('link').filter((each) => !panel || panel.contains(each)) : []),
    ];
  };
  const elementOf = (ink: string) => [...inkIds].find(([, id]) => id === ink)?.[0] as HTMLElement | undefined;
  const reader: OwnReader = {
    find,
    adopt,
    findNarrow,
    marks,
    noteClasses,
    newClass,
    hasClass: (on, name) => watched()[on].classList.contains(name),
    measure,
    look,
    noteGrounds,
    groups,
    rules,
    markup,
    spot: (ink) => {
      const element = elementOf(ink);
      if (!element || !shows(element)) return undefined;
      const [rect] = element.getClientRects();
      return rect && { x: rect.left + Math.min(rect.width / 2, 12), y: rect.top + rect.height / 2 };
    },
    computed: (ink, property) => {
      const element = elementOf(ink);
      // The colour of letters is that of the element that they stand in.
      const of =
        element && property === 'color' ? (textRects(element)[0]?.node.parentElement ?? element) : element;
      return of && getComputedStyle(of).getPropertyValue(property);
    },
    isolateLogo: () => {
      const logo = ofRole('logo')[0];
      if (!logo || !shows(logo)) return undefined;
      const only = document.createElement('style');
      only.textContent =
        'html, body, body * { visibility: hidden !important; background-color: transparent !important; box-shadow: none !important } html, body { background: none !important } [data-hr-logo], [data-hr-logo] * { visibility: visible !important }';
      document.head.append(only);
      logo.dataset.hrLogo = '';
      for (let at = logo.parentElement; at; at = at.parentElement)
        at.style.setProperty('background', 'none', 'important');
      header.style.setProperty('opacity', '1', 'important');
      const [x, y, width, height] = logoBox(logo);
      return { x, y, width, height };
    },
    isThere: () => shows(header),
    unmark: (isOff) => {
      for (const each of ofRole('current').slice(0, 1)) {
        const attribute = [each, each.closest('li')].find((at) => at?.hasAttribute('aria-current'));
        const told = stateClass(each, ofRole('link', 'current')) ?? currentClass(each);
        if (isOff && attribute) {
          unmarked = { element: attribute, value: attribute.getAttribute('aria-current')! };
          attribute.removeAttribute('aria-current');
        } else if (isOff && told) {
          unmarked = { element: told.on, name: told.name };
          told.on.classList.remove(told.name);
        } else if (!isOff && unmarked) {
          if (unmarked.name !== undefined) unmarked.element.classList.add(unmarked.name);
          else unmarked.element.setAttribute('aria-current', unmarked.value!);
          unmarked = undefined;
        }
      }
    },
    opensByPointer: () => ofRole('drop-down').some(shows),
    opensByKey: () => {
      const drop = ofRole('drop-down')[0];
      const first = ofRole('child')[0];
      if (!drop || !first) return undefined;
      const li = drop.parentElement;
      const opener = li?.querySelector<HTMLElement>('a, button, summary');
      opener?.focus();
      const byFocus = shows(drop);
      opener?.blur();
      const isButton =
        li?.querySelector(':scope > button, :scope > summary, :scope > [aria-expanded]') !== null ||
        drop.closest('details') !== null;
      return byFocus || isButton;
    },
    stopMotion: () => {
      if (document.getElementById('hatrail-still')) return;
      const still = document.createElement('style');
      still.id = 'hatrail-still';
      still.textContent =
        '*, *::before, *::after { transition: none !important; animation: none !important; scroll-behavior: auto !important }';
      document.head.append(still);
    },
    tagInks: () => {
      for (const [element, ink] of inkIds) (element as HTMLElement).dataset.hrInk = ink;
    },
    hideInks,
    inkNow: () => {
      const now: ReturnType<OwnReader['inkNow']> = {};
      for (const [element, ink] of inkIds) {
        const part = element as HTMLElement;
        if (!shows(part)) continue;
        const { left, top, width, height } = part.getBoundingClientRect();
        now[ink] = { box: [left, top, width, height], colour: inkColour(part) };
      }
      return now;
    },
    panelNow: (isFolded) =>
      panelLinks(isFolded).map((each) => {
        const letters =
          document.createTreeWalker(each, NodeFilter.SHOW_TEXT).nextNode()?.parentElement ?? each;
        let ground = 'rgba(0, 0, 0, 0)';
        for (let at: Element | null = each; at && at !== header; at = at.parentElement) {
          ground = getComputedStyle(at).backgroundColor;
          if (alpha(ground) > 0.01) break;
        }
        return { name: nameOf(each), colour: getComputedStyle(letters).color, ground };
      }),
    groundAt: (ink) => {
      const from = elementOf(ink);
      const button = from && roles.get(from) === 'button';
      for (let at = button ? from.parentElement : from; at && at !== header; at = at.parentElement)
        if (hasGround(at)) return `<${tagOf(at)}${at.className ? ` class="${String(at.className)}"` : ''}>`;
      return undefined;
    },
  };
  (globalThis as unknown as { hatrailOwn: unknown }).hatrailOwn = reader;
}
