import { cssColour, hexColour } from '../colour/rgb.ts';
import type { Header } from '../model/header.ts';
import { resolveColour, type ColourUse } from '../model/palette.ts';
import type { Band, Content, Page } from '../model/page.ts';
import type { Site } from '../model/site.ts';
import { FAMILIES } from '../model/type.ts';
import {
  BLOCK_GAP,
  CARD_GAP,
  CARD_PADDING,
  CARD_RADIUS,
  CARD_TITLE_SIZE,
  COLUMN_GAP,
  CONTENT_MAX,
  PAGE_STEPS,
  TEXT_MAX,
  headingSize,
} from '../page/metrics.ts';
import { fileOf, type Addresses } from './addresses.ts';
import { cssBackground } from './backdrop.ts';
import { headerFonts } from './fonts.ts';
import { typeCss } from './headerCss.ts';
import { headerHtml } from './headerHtml.ts';
import { escapeHtml, px, rule, within } from './text.ts';

/**
 * What a page's head says of styles and script: they lie in files of their own. The header's fonts are asked for at once,
 * so that its links do not move when they come.
 */
export function linkedHead(site: Site, to: Addresses): string {
  const fonts = headerFonts(site).filter(({ cssName, family }) => cssName === FAMILIES[family].name);
  return [
    ...fonts.map(
      ({ file }) => `<link rel="preload" href="${to.font(file)}" as="font" type="font/woff2" crossorigin>`,
    ),
    ...['fonts.css', 'site.css', 'header.css'].map(
      (name) => `<link rel="stylesheet" href="${to.asset(name)}">`,
    ),
    `<script src="${to.asset('header.js')}" defer></script>`,
  ].join('\n');
}

/** A whole page with its header, as it ships. */
export function pageHtml(
  site: Site,
  page: Page,
  header: Header,
  to: Addresses,
  head = linkedHead(site, to),
): string {
  const colour = cssColour(resolveColour(site.palette, page.colour));
  return [
    '<!doctype html>',
    '<html lang="en">',
    '<head>',
    '<meta charset="utf-8">',
    '<meta name="viewport" content="width=device-width, initial-scale=1">',
    `<title>${escapeHtml(page.title)} · ${escapeHtml(site.name)}</title>`,
    head,
    `<style>body { background: ${colour} }</style>`,
    '</head>',
    '<body>',
    headerHtml(site, header, to, page.id),
    `<main id="main" tabindex="-1" class="page page-${page.id}">`,
    ...page.bands.map((band, i) => bandHtml(site, band, levelBefore(page, i), to)),
    '</main>',
    '</body>',
    '</html>',
    '',
  ].join('\n');
}

/** Level of the last heading before a band, 1 where there is none: what follows it is one level further down. */
function levelBefore(page: Page, index: number): 1 | 2 {
  const headings = page.bands
    .slice(0, index)
    .flatMap((band) =>
      band.contents.flatMap((content) => (content.kind === 'heading' ? [content.level] : [])),
    );
  return headings.at(-1) ?? 1;
}

function bandHtml(site: Site, band: Band, before: 1 | 2, to: Addresses): string {
  let level = before;

  return [
    `<section class="band" id="${band.id}" aria-label="${escapeHtml(band.name)}">`,
    ...band.contents.map((content) => {
      if (content.kind === 'heading') level = content.level;
      return contentHtml(site, content, level + 1, to);
    }),
    '</section>',
  ].join('\n');
}

function contentHtml(site: Site, content: Content, cardLevel: number, to: Addresses): string {
  switch (content.kind) {
    case 'heading':
      return `<h${content.level}>${escapeHtml(content.text)}</h${content.level}>`;
    case 'paragraph':
      return `<p>${escapeHtml(content.text)}</p>`;
    case 'cards': {
      const colours = `${contentClass('cards', content.fill, site)} ${contentClass('ink', content.ink, site)}`;
      const cards = content.cards.map(
        ({ title, text }) =>
          `<li class="card ${colours}"><h${cardLevel} class="card-title">${escapeHtml(title)}</h${cardLevel}><p>${escapeHtml(text)}</p></li>`,
      );
      return `<ul class="cards">\n${cards.join('\n')}\n</ul>`;
    }
    case 'pictures': {
      const items = content.pictures.map((id) => {
        const alt = site.pictures.find((picture) => picture.id === id)?.alt ?? '';
        return `<li><img src="${escapeHtml(to.picture(id))}" alt="${escapeHtml(alt)}"></li>`;
      });
      return `<ul class="pictures of-${content.pictures.length}">\n${items.join('\n')}\n</ul>`;
    }
  }
}

/** A class that stands for a colour, so that pages need no styles of their own. */
function contentClass(prefix: string, use: ColourUse, site: Site): string {
  return `${prefix}-${use.swatch ?? hexColour(resolveColour(site.palette, use)).slice(1)}`;
}

/**
 * The style sheet of a site's pages. It carries out what {@link layoutPage} lays out: the same measures, rules by width
 * asked of `main` itself.
 * @param covered height of a header that lies over the first band, whose contents clear it
 */
export function siteCss(site: Site, covered: number, pictureUrl: (id: string) => string): string {
  const { palette } = site;
  const bands = site.pages.flatMap((page) =>
    page.bands.map((band) => {
      const { unit, value } = band.height;
      return rule(
        `.page-${page.id} > #${band.id}`,
        `color: ${cssColour(resolveColour(palette, band.ink))}`,
        `background: ${cssBackground(band.backdrop, palette, pictureUrl)}`,
        unit === 'px' ? `min-height: ${px(Math.round(value))}` : `min-height: round(${value}vh, 1px)`,
      );
    }),
  );
  return [baseCss(site, covered), ...colourClasses(site), ...bands].join('');
}

function baseCss(site: Site, covered: number): string {
  const counts = [...new Set(site.pages.flatMap(({ bands }) => bands.flatMap(pictureCounts)))];
  const steps = PAGE_STEPS.map((step) => {
    const padding = px(step.bandPadding);
    const columns = (count: number) => `grid-template-columns: repeat(${count}, minmax(0, 1fr))`;
    const css = [
      rule('.band', `padding: ${padding} max(${px(step.gutter)}, calc((100% - ${px(CONTENT_MAX)}) / 2))`),
      covered > 0 ? rule('.band:first-child', `padding-top: calc(${padding} + ${px(covered)})`) : '',
      ...([1, 2] as const).map((level) => {
        const { heading } = site.type;
        const size = headingSize(heading, level, step);
        return rule(
          `.page h${level}`,
          `font-size: ${px(size)}`,
          `line-height: ${px(Math.round(size * heading.lineHeight))}`,
        );
      }),
      rule('.cards', columns(step.cardColumns)),
      ...counts.map((count) =>
        rule(`.of-${count}`, columns(Math.max(1, Math.min(step.pictureColumns, count)))),
      ),
      rule('.pictures img', `height: ${px(step.pictureHeight)}`),
    ].join('');
    return step.from === 0 ? css : within(`@container page (width >= ${px(step.from)})`, css);
  });
  return [
    rule('body', 'margin: 0'),
    rule('.page', 'container: page / inline-size', 'outline: 0'),
    rule(
      '.band',
      'box-sizing: border-box',
      'display: flex',
      'flex-direction: column',
      `gap: ${px(BLOCK_GAP)}`,
    ),
    rule('.band > *', 'flex: none'),
    rule(
      '.page :is(h1, h2, p)',
      `width: min(100%, ${px(TEXT_MAX)})`,
      'margin: 0',
      'overflow-wrap: break-word',
    ),
    rule('.page :is(h1, h2)', ...typeCss(site.type.heading)),
    rule('.page p', ...typeCss(site.type.text)),
    rule(
      '.page ul',
      'display: grid',
      `gap: ${px(COLUMN_GAP)}`,
      'margin: 0',
      'padding: 0',
      'list-style: none',
    ),
    rule('.card', `padding: ${px(CARD_PADDING)}`, `border-radius: ${px(CARD_RADIUS)}`),

    rule('.pictures img', 'display: block', 'width: 100%', 'object-fit: cover'),
    ...steps,
    rule(
      '.page .card .card-title',
      ...typeCss(site.type.heading, CARD_TITLE_SIZE),
      `margin: 0 0 ${px(CARD_GAP)}`,
    ),
    rule('.page .card > *', 'width: auto'),
  ].join('');
}

function pictureCounts(band: Band): number[] {
  return band.contents.flatMap((content) => (content.kind === 'pictures' ? [content.pictures.length] : []));
}

function colourClasses(site: Site): string[] {
  const rules = new Set<string>();
  for (const { bands } of site.pages) {
    for (const content of bands.flatMap((band) => band.contents)) {
      if (content.kind !== 'cards') continue;
      const colour = (use: ColourUse) => cssColour(resolveColour(site.palette, use));
      rules.add(rule(`.${contentClass('cards', content.fill, site)}`, `background: ${colour(content.fill)}`));
      rules.add(rule(`.${contentClass('ink', content.ink, site)}`, `color: ${colour(content.ink)}`));
    }
  }
  return [...rules];
}

/** The pictures that a site's pages and logo use, as files. */
export function picturesOf(site: Site): string[] {
  const used = site.pages.flatMap(({ bands }) =>
    bands.flatMap((band) => [
      ...(band.backdrop.picture ? [band.backdrop.picture.picture] : []),
      ...band.contents.flatMap((content) => (content.kind === 'pictures' ? content.pictures : [])),
    ]),
  );
  return [...new Set([...used, site.logo.variants.light, site.logo.variants.dark])].filter(
    (id) => fileOf(site, id) !== id,
  );
}
