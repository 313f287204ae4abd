import { header, ofRole, shows, words } from './state.ts';

/** The signs by which parts are told: what is a link, a logo, a menu button, a child of another link. */

const linkLike = 'a, button, summary, [role=button], [role=menuitem], label';
export const links = () =>
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
export const backPicture = (element: Element) => {
  const at = [undefined, '::before', '::after'].find((pseudo) =>
    getComputedStyle(element, pseudo).backgroundImage.includes('url('),
  );
  return at === undefined ? getComputedStyle(element).backgroundImage.includes('url(') : true;
};
/** The pictures of an element: itself, where it is one, else those in it. */
export const drawings = (element: Element): Element[] => {
  const isOne: boolean = element.matches('svg, img');
  if (isOne) return [element];
  return [...element.querySelectorAll('img, svg')].filter((each) => !each.parentElement?.closest('svg'));
};
export const drawing = (element: Element): Element | undefined => drawings(element)[0];
export const named = (element: Element, pattern: RegExp) =>
  pattern.test(
    `${element.getAttribute('class') ?? ''} ${element.id} ${element.getAttribute('data-testid') ?? ''}`,
  );
const LOGO =
  /(^|[-_ ])(logo(type|mark)?|brand(ing)?|wordmark|site-?(name|title|logo)|masthead-?title)([-_ ]|$)/i;
const TOGGLE =
  /(^|[-_ ])(burger|hamburger|menu-?(toggle|button|btn|open|icon)|nav-?(toggle|button|btn|icon)|toggle(r)?|offcanvas|drawer-?(toggle|button))([-_ ]|$)/i;

export const isToggle = (element: HTMLElement) => {
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
export const navs = (): HTMLElement[] =>
  ([...header.querySelectorAll('nav, [role=navigation], [role=menubar]')] as HTMLElement[])
    .filter((each) => each.querySelector('a'))
    .sort((a, b) => b.querySelectorAll('a').length - a.querySelectorAll('a').length);

export const findLogo = (): HTMLElement | undefined => {
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
      (each) => isHome(each) && !each.closest('li') && words(each.textContent) !== '' && !each.closest('nav'),
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
export const parentEntry = (link: HTMLElement, all: readonly HTMLElement[]): HTMLElement | undefined => {
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
