import { useMemo } from 'react';
import { useByParts } from './useByParts.ts';
import type { Measure } from '@hatrail/core/measure/measure';
import { changesByScroll, wayIn } from '@hatrail/core/header/manner';
import type { Header } from '@hatrail/core/model/header';
import type { Page } from '@hatrail/core/model/page';
import { addressOf } from '@hatrail/core/model/references';
import { relativeAddresses, type Addresses } from '@hatrail/core/output/addresses';
import { layersHtml } from '@hatrail/core/output/css/layers';
import { headerCss } from '@hatrail/core/output/headerCss';
import { fontCss, fontsOf } from '@hatrail/core/output/fonts';
import { logoVariantsOf } from '@hatrail/core/header/look';
import { ownHeaderOf } from '@hatrail/core/header/ownLayout';
import { tellingOf, type Telling } from '@hatrail/core/output/own/ownJs';
import { hasTurning } from '@hatrail/core/output/turning';
import { siteCss } from '@hatrail/core/output/css/pages';
import { sightsAmong } from '@hatrail/core/page/laid';
import { pageHtml } from '@hatrail/core/output/page';
import type { Site } from '@hatrail/core/model/site';
import { fontUrl } from '../engine/fonts.ts';
import type { ShippedSizes } from '@hatrail/core/output/shipped';
import { sizesOf } from '../engine/request.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';

/** The exported page and header as one document for a frame: same HTML, CSS and JavaScript, other addresses. */
export interface Preview {
  /** What the frame is loaded with; when it changes, the frame loads again. */
  html: string;
  /** Style sheets that change with the look; they are put into the loaded frame. */
  headerCss: string;
  siteCss: string;
  /** Over how much scroll the header changes; it is put into the loaded frame, too. */
  stretch: number | undefined;
  /** In which of the ways that a page is seen where pictures take turns, counted from 0: in a frame they stay. */
  shows: number;
  /** Of a header that the site has already: how it learns of the scroll. Its frame runs no scripts at all. */
  telling?: Telling & { selector: string };
}

function previewAddresses({ site, hashes }: LoadedSite, page: Page, sizes: ShippedSizes): Addresses {
  return {
    ...relativeAddresses(site, page.path, sizes),
    link: (to) => addressOf(site, to),
    picture: (id, width) =>
      `/api/pictures/${hashes[id] ?? ''}${width === undefined ? '' : `?width=${width}`}`,
    font: (file) => fontAddress(site, hashes, file),
  };
}

function fontAddress(site: Site, hashes: Record<string, string>, file: string): string {
  const own = site.fonts?.find((font) => font.file === file);
  return own ? fontUrl(own.id, file, hashes) : `/fonts/${file}`;
}

/** Frames show no scrollbar of their own, so that their width is the page's; the film is the scroll bar. */
const FRAME_CSS = 'html { scrollbar-width: none }';

function previewHtml(loaded: LoadedSite, header: Header, page: Page, sizes: ShippedSizes): string {
  const to = previewAddresses(loaded, page, sizes);
  const head = [
    `<base href="${location.origin}/">`,
    `<style>${fontCss(fontsOf(loaded.site), to.font)}${FRAME_CSS}</style>`,
    '<style id="site-css"></style>',
    '<style id="header-css"></style>',
    '<style id="still-css"></style>',
    '<style id="ground-css"></style>',
    ...(header.own === undefined ? ['<script src="/preview/header.js" defer></script>'] : []),
    ...(hasTurning(loaded.site) ? ['<script src="/preview/bands.js" defer></script>'] : []),
  ].join('\n');
  return pageHtml(loaded.site, page, header, to, head);
}

/** What a header's HTML has of its look: the logo's variants and the layers that need elements of their own. */
function wornHtml(site: Site, header: Header): string {
  const layers = [undefined, ...header.rails].flatMap((rail) => layersHtml(site, { header, rail }));
  return [...logoVariantsOf(site, header).map(({ picture }) => picture), ...layers].join(' ');
}

/** The preview of a page under a header; each of its parts is made anew only when what it is made from changes. */
export function usePreview(
  loaded: LoadedSite,
  header: Header,
  page: Page,
  measure: Measure | undefined,
  shows = 0,
): Preview | undefined {
  const { site, hashes } = loaded;
  const sizes = useMemo(
    () => measure && sizesOf(loaded.base?.site ?? site, loaded.base?.header ?? header, measure),
    [loaded, site, header, measure],
  );
  const { palette, type, menus, pages, pictures, logo, name, tagline, fonts, pairings } = site;
  const { rails, extent, fold, manner } = header;
  const worn = useMemo(() => measure && wornHtml(site, header), [site, header, measure]);
  const words = [palette, type, menus, pages, pictures, logo, name, tagline, fonts, site.ownHeaders];
  const html = useByParts(
    [hashes, sizes, page, ...words, header.own, rails, fold, manner.switch, manner.onScroll, worn],
    () => sizes && previewHtml(loaded, header, page, sizes),
  );
  const pagesCss = useByParts(
    [hashes, sizes, ...words, pairings, rails, extent, fold, manner.lies, manner.onScroll, measure],
    () => measure && sizes && siteCss(site, header, measure, previewAddresses(loaded, page, sizes)),
  );
  const css = useMemo(
    () => measure && sizes && headerCss(site, header, measure, previewAddresses(loaded, page, sizes)),
    [site, loaded, header, measure, sizes, page],
  );
  const stretch = changesByScroll(header) ? header.manner.stretch : undefined;
  const telling = useMemo(() => {
    const own = ownHeaderOf(site, header);
    return own && { ...tellingOf(own, header), selector: own.selector };
  }, [site, header]);
  return useMemo(
    () =>
      css === undefined || pagesCss === undefined || html === undefined
        ? undefined
        : { html, headerCss: css, siteCss: pagesCss, stretch, shows, ...(telling && { telling }) },
    [html, css, pagesCss, stretch, shows, telling],
  );
}

/** A state of links and icons, or an open menu, that a frame is held in while it is dressed. */
export type PinnedState = 'hover' | 'active' | 'focus-visible' | 'pointed' | 'drop-downs' | 'menu';

const POINTED = ['hover', 'active', 'focus-visible'] as const;

/** The header's style sheet with its states told by an attribute as well. */
function holdable(css: string): string {
  return POINTED.reduce(
    (text, state) => text.replaceAll(`:${state}`, `:is(:${state}, [data-held='${state}'])`),
    css,
  );
}

/** Holds a loaded frame's header in a state, or lets it go. Nothing takes the focus from whoever is dressing it. */
export function pinFrame(inside: Document, held: PinnedState | undefined): void {
  const state = POINTED.find((each) => each === held);
  const parts = '.hr-rail :is(a, button), [data-hr-own] :is(a, button, summary)';
  for (const part of inside.querySelectorAll<HTMLElement>(parts)) {
    if (state) part.dataset.held = state;
    else delete part.dataset.held;
  }
  const bar = inside.querySelector<HTMLElement>('.hr, [data-hr-own]');
  if (bar?.dataset.hrOwn !== undefined) openOwn(bar, held);
  if (bar && held === 'pointed') bar.dataset.held = 'hover';
  else delete bar?.dataset.held;
  const opener = inside.querySelector<HTMLElement>('.hr-rail [aria-expanded]');
  if (opener && (opener.getAttribute('aria-expanded') === 'true') !== (held === 'drop-downs')) opener.click();
  const panel = inside.querySelector<HTMLDialogElement>('.hr-panel');
  if (!panel) return;
  panel.inert = held === 'menu';
  if (held === 'menu' && !panel.open) panel.showModal();
  else if (held !== 'menu' && panel.open) panel.close();
}

/** Opens the first drop-down of a header that the site has already, or its folded menu, as far as that needs no script. */
function openOwn(bar: HTMLElement, held: PinnedState | undefined): void {
  for (const each of bar.querySelectorAll<HTMLElement>('[data-hr-open]')) {
    delete each.dataset.hrOpen;
    delete each.dataset.held;
  }
  const below = [...bar.querySelectorAll<HTMLElement>('[data-hr-ink]')].find((each) =>
    /^link-\d+-\d+$/.test(each.dataset.hrInk ?? ''),
  );
  if (held === 'drop-downs')
    for (let at = below?.parentElement; at && at !== bar; at = at.parentElement) {
      at.dataset.hrOpen = '';
      at.dataset.held = 'hover';
    }
  const toggle = bar.querySelector<HTMLElement>('[data-hr-ink="menu-button"]');
  const box = toggle instanceof bar.ownerDocument.defaultView!.HTMLLabelElement ? toggle.control : undefined;
  const opens = box && 'checked' in box ? (box as HTMLInputElement) : undefined;
  if (opens) opens.checked = held === 'menu';
  const details = toggle?.closest('details');
  if (details) details.open = held === 'menu';
}

/** Shows a page in one of the ways in which it is seen, counted from 0: see `sightsOf`. */
function showSight(inside: Document, way: number): void {
  const turning = inside.querySelector<HTMLElement>('[data-hr-of]');
  const edged = [...inside.querySelectorAll<HTMLElement>('[data-hr-hovers]')];
  const sights = sightsAmong(Number(turning?.dataset.hrOf ?? 1), [...edged.keys()]);
  const { shows, isStill, hovered } = sights[way] ?? { shows: 0 };
  if (turning && !isStill) turning.dataset.hrShows = String(shows);
  else delete turning?.dataset.hrShows;
  edged.forEach((band, i) => band.toggleAttribute('data-hr-hovered', i === hovered));
}

/** When a frame's changes may run over time again, by the frames that are being dressed. */
const stilled = new WeakMap<HTMLIFrameElement, number>();

/** What frames have to be told of the scroll. */
const tellings = new WeakMap<HTMLIFrameElement, Preview['telling']>();

/** Tells a header that the site has already, in a frame, whether the page is scrolled, as the lines that ship do. */
export function tellScroll(frame: HTMLIFrameElement): void {
  const telling = tellings.get(frame);
  const inside = frame.contentDocument;
  if (!telling || !inside) return;
  const { on, name, from, way, selector } = telling;
  const scroll = frame.contentWindow?.scrollY ?? 0;
  const element =
    on === 'header' ? inside.querySelector(selector) : on === 'body' ? inside.body : inside.documentElement;
  element?.classList.toggle(name, scroll >= from);
  const header = inside.querySelector<HTMLElement>(selector);
  if (way) header?.style.setProperty('--hr-way', String(wayIn(way, scroll)));
  else header?.style.removeProperty('--hr-way');
}

/**
 * Puts the style sheets of a preview into a loaded frame, without letting the change run over time.
 * @param isLive whether its changes may run over time after that
 */
export function dressFrame(
  frame: HTMLIFrameElement,
  { headerCss, siteCss: pages, stretch, shows, telling }: Preview,
  ground = '',
  isLive = false,
): void {
  const inside = frame.contentDocument;
  const before = tellings.get(frame);
  // What it was told by before is not there any more.
  if (before && telling && before.name !== telling.name)
    inside?.querySelector(before.selector)?.classList.remove(before.name);
  tellings.set(frame, telling);
  const set = (id: string, css: string) => {
    const element = inside?.getElementById(id);
    if (element && element.textContent !== css) element.textContent = css;
  };
  const own = '[data-hr-own], [data-hr-own] *, [data-hr-own]::before, [data-hr-own]::after';
  set('still-css', `.hr, .hr *, ${own} { transition: none !important }`);
  set('site-css', pages);
  set('ground-css', ground);
  set('header-css', holdable(headerCss));
  const bar = inside?.querySelector<HTMLElement>('.hr');
  if (bar && bar.dataset.stretch !== (stretch === undefined ? undefined : String(stretch))) {
    if (stretch === undefined) delete bar.dataset.stretch;
    else bar.dataset.stretch = String(stretch);
    // Its script looks again when it hears of a scroll.
    frame.contentWindow?.dispatchEvent(new Event('scroll'));
  }
  if (inside) showSight(inside, shows);
  tellScroll(frame);
  window.clearTimeout(stilled.get(frame));
  if (isLive)
    stilled.set(
      frame,
      window.setTimeout(() => set('still-css', ''), 120),
    );
}
