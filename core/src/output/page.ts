import { cssColour, hexColour } from '../colour/rgb.ts';
import { coveredBy, layoutAt, solvedFold } from '../header/layout.ts';
import type { Measure } from '../measure/measure.ts';
import type { Header } from '../model/header.ts';
import { resolveColour, type ColourUse } from '../model/palette.ts';
import type { Band, Content, Page } from '../model/page.ts';
import type { Site } from '../model/site.ts';
import { headingStyle } from '../model/type.ts';
import { groundKind } from '../page/groundKind.ts';
import {
  BAND_BUTTON,
  BLOCK_GAP,
  CARD_GAP,
  CARD_PADDING,
  CARD_RADIUS,
  COLUMN_GAP,
  CONTENT_MAX,
  PAGE_STEPS,
  TEXT_MAX,
  WORDS_LEAST,
  cardTitleSize,
  headingSize,
} from '../page/metrics.ts';
import { cssImage, imageSource, type Addresses } from './addresses.ts';
import { bandColours, spoken } from '../page/layout.ts';
import { cssBackground, cssBlending } from './backdrop.ts';
import { headerFonts } from './fonts.ts';
import { byWidth, type Rules } from './geometryCss.ts';
import { headerHtml } from './headerHtml.ts';
import { escapeHtml, px, rule, within } from './text.ts';
import { hasTurning, turningCss, turnsAttribute } from './turning.ts';
import { typeCss } from './typeCss.ts';

/**
 * What a page's head says of styles and script: they lie in files of their own. The header's fonts are asked for at once,
 * so that its links do not move when they come.
 */
export function linkedHead(site: Site, header: Header, to: Addresses): string {
  const fonts = headerFonts(site, header).filter(({ isExtended }) => !isExtended);
  return [
    ...fonts.map(
      ({ file, type }) => `<link rel="preload" href="${to.font(file)}" as="font" type="${type}" crossorigin>`,
    ),
    ...['fonts.css', 'site.css', 'header.css'].map(
      (name) => `<link rel="stylesheet" href="${to.asset(name)}">`,
    ),
    ...['header.js', ...(hasTurning(site) ? ['bands.js'] : [])].map(
      (name) => `<script src="${to.asset(name)}" defer></script>`,
    ),
  ].join('\n');
}

/** A whole page with its header, as it ships. */
export function pageHtml(
  site: Site,
  page: Page,
  header: Header,
  to: Addresses,
  head = linkedHead(site, header, to),
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
    ...(hasSnapshots(site, page)
      ? snapshotsHtml(site, page, to)
      : page.bands.map((band, i) => bandHtml(site, page, band, levelBefore(site, page, i), to))),
    '</main>',
    '</body>',
    '</html>',
    '',
  ].join('\n');
}

/** Level of the last heading before a band, 1 where there is none: what follows it is one level further down. */
function levelBefore(site: Site, page: Page, index: number): 1 | 2 {
  const headings = page.bands.slice(0, index).flatMap((band) =>
    band.contents.flatMap((content) => {
      const said = content.kind === 'said' ? spoken(site, page, content) : content;
      return said.kind === 'heading' ? [said.level] : [];
    }),
  );
  return headings.at(-1) ?? 1;
}

function bandHtml(site: Site, page: Page, band: Band, before: 1 | 2, to: Addresses): string {
  let level = before;
  const ground = groundKind(site, band);
  return [
    `<section class="band" id="${band.id}" aria-label="${escapeHtml(band.name)}"${ground ? ` data-hr-ground="${ground}"` : ''}${turnsAttribute(band)}>`,
    ...band.contents.map((each) => {
      const content = each.kind === 'said' ? spoken(site, page, each) : each;
      if (content.kind === 'heading') level = content.level;
      return contentHtml(site, content, level + 1, to);
    }),
    '</section>',
  ].join('\n');
}

function contentHtml(
  site: Site,
  content: Exclude<Content, { kind: 'said' }>,
  cardLevel: number,
  to: Addresses,
): string {
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
    case 'buttons': {
      const items = content.buttons.map((button) => {
        const colours = `${contentClass('cards', button.fill, site)} ${contentClass('ink', button.ink, site)}`;
        return `<a class="band-button ${colours}" href="${escapeHtml(to.link(button))}">${escapeHtml(button.label)}</a>`;
      });
      return `<div class="buttons">\n${items.join('\n')}\n</div>`;
    }
    case 'pictures': {
      const items = content.pictures.map((id) => {
        const { alt = '', focus } = site.pictures.find((picture) => picture.id === id) ?? {};
        const place = focus ? ` style="object-position: ${focus.x}% ${focus.y}%"` : '';
        return `<li><img ${imageSource(to, id)} alt="${escapeHtml(alt)}"${place}></li>`;
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
 * @param header the one that lies over the first band, whose contents clear it
 */
export function siteCss(
  site: Site,
  header: Header,
  measure: Measure,
  to: Pick<Addresses, 'picture' | 'sizes'>,
): string {
  const { palette } = site;
  const bands = site.pages.flatMap((page) =>
    page.bands.map((band) => {
      const { unit, value } = band.height;
      const { words = {} } = band;
      return rule(
        `.page-${page.id} > #${band.id}`,
        `color: ${cssColour(resolveColour(palette, bandColours(site, band).ink))}`,
        `background: ${cssBackground({ ...band.backdrop, colour: bandColours(site, band).ground }, palette, (id) => cssImage(to, id))}`,
        cssBlending(band.backdrop) !== undefined && `background-blend-mode: ${cssBlending(band.backdrop)}`,
        words.width !== undefined && `--words: ${px(words.width)}`,
        words.offset !== undefined && `--words-x: ${px(words.offset)}`,
        unit === 'px' ? `min-height: ${px(Math.round(value))}` : `min-height: round(${value}vh, 1px)`,
      );
    }),
  );
  return [
    baseCss(site),
    coveredCss(site, header, measure),
    ...colourClasses(site),
    ...bands,
    turningCss(site),
    snapshotCss(site),
  ].join('');
}

/** Room at the top of the first band for a header that lies over it, at every width. */
function coveredCss(site: Site, header: Header, measure: Measure): string {
  const foldWidth = solvedFold(site, header, measure);
  return byWidth(header, foldWidth, 'page', (width): Rules => {
    const layout = layoutAt(site, header, width, measure, width < foldWidth);
    return new Map([['.band:first-child', [`--covered: ${px(coveredBy(header, layout))}`]]]);
  });
}

function hasSnapshots(site: Site, page: Page): boolean {
  return (page.snapshots ?? []).some(({ picture }) => site.pictures.some(({ id }) => id === picture));
}

/** Every snapshot of a page; the style sheet shows the one that is nearest in width. */
function snapshotsHtml(site: Site, page: Page, to: Addresses): string[] {
  return (page.snapshots ?? []).map(({ width, picture }) => {
    const { alt = '', width: own = 1, height = 1 } = site.pictures.find(({ id }) => id === picture) ?? {};
    return `<img class="shot shot-${width}" ${imageSource(to, picture)} alt="${escapeHtml(alt)}" width="${own}" height="${height}">`;
  });
}

/** From the widest snapshot down: each is shown from half-way to the next wider one. */
function snapshotCss(site: Site): string {
  return site.pages
    .filter((page) => hasSnapshots(site, page))
    .map((page) => {
      const widths = [...new Set(page.snapshots!.map(({ width }) => width))].sort((a, b) => b - a);
      const self = `.page-${page.id} > .shot`;
      const steps = widths.slice(1).map((width, i) => {
        const half = (width + widths[i]!) / 2;
        return within(
          `@container page (width < ${px(half)})`,
          rule(self, 'display: none') + rule(`${self}-${width}`, 'display: block'),
        );
      });
      const sized = page.snapshots!.map(({ width, picture }) => {
        const { width: w = 1, height: h = 1 } = site.pictures.find(({ id }) => id === picture) ?? {};
        return rule(`${self}-${width}`, 'width: 100%', `height: round(${(100 * h) / w}cqw, 1px)`);
      });
      return [
        rule(self, 'display: none'),
        ...sized,
        rule(`${self}-${widths[0]}`, 'display: block'),
        ...steps,
      ].join('');
    })
    .join('');
}

function baseCss(site: Site): string {
  const counts = [...new Set(site.pages.flatMap(({ bands }) => bands.flatMap(pictureCounts)))];
  const steps = PAGE_STEPS.map((step) => {
    const padding = px(step.bandPadding);
    const columns = (count: number) => `grid-template-columns: repeat(${count}, minmax(0, 1fr))`;
    const css = [
      rule('.band', `padding: ${padding} max(${px(step.gutter)}, calc((100% - ${px(CONTENT_MAX)}) / 2))`),
      rule('.band:first-child', `padding-top: calc(${padding} + var(--covered))`),
      ...([1, 2] as const).map((level) => {
        const heading = headingStyle(site.type, level);
        const size = headingSize(site.type, level, step);
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
  const offset = `min(var(--words-x, 0px), max(0px, 100% - ${px(WORDS_LEAST)}))`;
  const hasButtons = site.pages.some(({ bands }) =>
    bands.some(({ contents }) => contents.some(({ kind }) => kind === 'buttons')),
  );
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
      `width: min(100% - ${offset}, var(--words, ${px(TEXT_MAX)}))`,
      `margin: 0 0 0 ${offset}`,
      'overflow-wrap: break-word',
    ),
    ...([1, 2] as const).map((level) => rule(`.page h${level}`, ...typeCss(headingStyle(site.type, level)))),
    rule('.page p', ...typeCss(site.type.text)),
    rule(
      '.page ul',
      'display: grid',
      `gap: ${px(COLUMN_GAP)}`,
      'margin: 0',
      'padding: 0',
      'list-style: none',
    ),
    rule('.card', `padding: ${px(CARD_PADDING)}`, `border-radius: ${px(CARD_RADIUS)}`, '--words-x: 0px'),
    hasButtons ? buttonsCss(site, offset) : '',

    rule('.pictures img', 'display: block', 'width: 100%', 'object-fit: cover'),
    ...steps,
    rule(
      '.page .card .card-title',
      ...typeCss(headingStyle(site.type, 3), cardTitleSize(site.type)),
      `margin: 0 0 ${px(CARD_GAP)}`,
    ),
    rule('.page .card > *', 'width: auto'),
  ].join('');
}

function buttonsCss(site: Site, offset: string): string {
  const { height, padding, radius, gap } = BAND_BUTTON;
  return [
    rule(
      '.buttons',
      'display: flex',
      'flex-wrap: wrap',
      `gap: ${px(gap)}`,
      `width: min(100% - ${offset}, var(--words, ${px(TEXT_MAX)}))`,
      `margin-left: ${offset}`,
    ),
    rule(
      '.band-button',
      'box-sizing: border-box',
      'display: flex',
      'align-items: center',
      `height: ${px(height)}`,
      `padding: 0 ${px(padding)}`,
      `border-radius: ${px(radius)}`,
      ...typeCss(site.type.button),
      'white-space: nowrap',
      'text-decoration: none',
    ),
    rule(
      '.band-button:is(:hover, :focus-visible)',
      'text-decoration: underline 2px',
      'text-underline-offset: 0.4em',
    ),
    rule('.band-button:focus-visible', 'outline: 2px solid', 'outline-offset: 3px'),
  ].join('');
}

function pictureCounts(band: Band): number[] {
  return band.contents.flatMap((content) => (content.kind === 'pictures' ? [content.pictures.length] : []));
}

function colourClasses(site: Site): string[] {
  const rules = new Set<string>();
  for (const { bands } of site.pages) {
    for (const content of bands.flatMap((band) => band.contents)) {
      if (content.kind !== 'cards' && content.kind !== 'buttons') continue;
      const colour = (use: ColourUse) => cssColour(resolveColour(site.palette, use));
      const worn = content.kind === 'cards' ? [content] : content.buttons;
      for (const { fill, ink } of worn) {
        rules.add(rule(`.${contentClass('cards', fill, site)}`, `background: ${colour(fill)}`));
        rules.add(rule(`.${contentClass('ink', ink, site)}`, `color: ${colour(ink)}`));
      }
    }
  }
  return [...rules];
}

/** The pictures that a site's pages use, and those of its logo. */
export function picturesOf(site: Site): string[] {
  const used = site.pages.flatMap(({ bands, snapshots = [] }) => [
    ...snapshots.map(({ picture }) => picture),
    ...bands.flatMap((band) => [
      ...(band.backdrop.picture ? [band.backdrop.picture.picture] : []),
      ...band.contents.flatMap((content) => (content.kind === 'pictures' ? content.pictures : [])),
    ]),
  ]);
  const logos = Object.values(site.logo.variants) as string[];
  return [...new Set([...used, ...logos])].filter((id) => site.pictures.some((picture) => picture.id === id));
}
