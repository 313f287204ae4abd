import { cssColour } from '../colour/rgb.ts';
import type { Header } from '../model/header.ts';
import type { LinkTarget } from '../model/menu.ts';
import { resolveColour } from '../model/palette.ts';
import { bandPictures, type Band, type Content, type HeadingContent, type Page } from '../model/page.ts';
import { headingShadow } from '../model/type.ts';
import type { Site } from '../model/site.ts';
import { wordsOf } from '../model/words.ts';
import { spoken } from '../page/contents.ts';
import { edgeHeight } from '../page/edge.ts';
import { groundKind } from '../page/groundKind.ts';
import { imageSource, type Addresses } from './addresses.ts';
import { contentClass } from './css/contents.ts';
import { ownHeaderOf } from '../header/ownLayout.ts';
import { headerFonts } from './fonts.ts';
import { aroundOwn } from './own/ownHtml.ts';
import { headerHtml } from './headerHtml.ts';
import { hasSnapshots, snapshotsHtml } from './snapshots.ts';
import { escapeHtml } from '../css/text.ts';
import { hasTakingTurns, pauseHtml, takeTurnsAttributes } from './takeTurns.ts';
import { hasTurning, turnsAttribute } from './turning.ts';

/**
 * What a page's head says of styles and script: they lie in files of their own. The header's fonts are asked for at once,
 * so that its links do not move when they come.
 */
export function linkedHead(
  site: Site,
  header: Header | undefined,
  to: Addresses,
  sheet = 'header.css',
): string {
  const fonts = (header ? headerFonts(site, header) : []).filter(({ isExtended }) => !isExtended);
  return [
    ...fonts.map(
      ({ file, type }) => `<link rel="preload" href="${to.font(file)}" as="font" type="${type}" crossorigin>`,
    ),
    ...['fonts.css', 'site.css', ...(header ? [sheet] : [])].map(
      (name) => `<link rel="stylesheet" href="${to.asset(name)}">`,
    ),
    ...[
      ...(header ? [header.own === undefined ? 'header.js' : sheet.replace(/\.css$/, '.js')] : []),
      ...(hasTurning(site) ? ['bands.js'] : []),
      ...(hasTakingTurns(site) ? ['pictures.js'] : []),
    ].map((name) => `<script src="${to.asset(name)}" defer></script>`),
  ].join('\n');
}

/** A whole page with its header, or without one, as it ships. */
export function pageHtml(
  site: Site,
  page: Page,
  header: Header | undefined,
  to: Addresses,
  head = linkedHead(site, header, to),
): string {
  const colour = cssColour(resolveColour(site.palette, page.colour));
  const own = header && ownHeaderOf(site, header);
  const around = own && aroundOwn(own);
  return [
    '<!doctype html>',
    around?.html ?? `<html lang="${escapeHtml(wordsOf(site).lang)}">`,
    '<head>',
    '<meta charset="utf-8">',
    '<meta name="viewport" content="width=device-width, initial-scale=1">',
    // No icon: browsers ask for one that is not there, else.
    '<link rel="icon" href="data:,">',
    `<title>${escapeHtml(page.title)} · ${escapeHtml(site.name)}</title>`,
    head,
    // What is round a header of the site's own may have a ground, too: the page's lies there.
    around
      ? `<style>body { background: ${colour} !important; margin: 0 }</style>`
      : `<style>body { background: ${colour} }</style>`,
    '</head>',
    around ? `${around.body}${around.open}` : '<body>',
    ...(header ? [headerHtml(site, header, to, page.id)] : []),
    `<main id="main" tabindex="-1" class="page page-${page.id}">`,
    ...(hasSnapshots(site, page)
      ? snapshotsHtml(site, page, to)
      : page.bands.map((band, i) => bandHtml(site, page, band, levelBefore(site, page, i), to))),
    '</main>',
    ...(around ? [around.close] : []),
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
    `<section class="band" id="${band.id}" aria-label="${escapeHtml(band.name)}"${ground ? ` data-hr-ground="${ground}"` : ''}${turnsAttribute(band)}${takeTurnsAttributes(band)}${band.edge?.hover && edgeHeight(band) > 0 ? ' data-hr-hovers' : ''}>`,
    ...band.contents.map((each) => {
      const content = each.kind === 'said' ? spoken(site, page, each) : each;
      if (content.kind === 'heading') level = content.level;
      return contentHtml(site, content, level + 1, to);
    }),
    ...(band.to ? [bandLink(site, page, { ...band, to: band.to }, to)] : []),
    ...pauseHtml(band),
    '</section>',
  ].join('\n');
}

/** The link that lies over a whole band, called by what is read first in it, or by the band's name. */
function bandLink(site: Site, page: Page, band: Band & { to: LinkTarget }, to: Addresses): string {
  const said = band.contents.map((each) => (each.kind === 'said' ? spoken(site, page, each) : each));
  const heading = said.find(({ kind }) => kind === 'heading');
  const name = heading?.kind === 'heading' && heading.text !== '' ? heading.text : band.name;
  return `<a class="band-link" href="${escapeHtml(to.link(band.to))}" aria-label="${escapeHtml(name)}"></a>`;
}

/** A heading; one with a shadow says its words once more, for the letters that cast it. */
function headingHtml({ type }: Site, { level, text }: HeadingContent): string {
  const said = headingShadow(type, level) ? ` data-hr-said="${escapeHtml(text)}"` : '';
  return `<h${level}${said}>${escapeHtml(text)}</h${level}>`;
}

function contentHtml(
  site: Site,
  content: Exclude<Content, { kind: 'said' }>,
  cardLevel: number,
  to: Addresses,
): string {
  switch (content.kind) {
    case 'heading':
      return headingHtml(site, content);
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

/** The pictures that a site's pages use, and those of its logo. */
export function picturesOf(site: Site): string[] {
  const used = site.pages.flatMap(({ bands, snapshots = [] }) => [
    ...snapshots.map(({ picture }) => picture),
    ...bands.flatMap((band) => [
      ...bandPictures(band),
      ...band.contents.flatMap((content) => (content.kind === 'pictures' ? content.pictures : [])),
    ]),
  ]);
  const logos = Object.values(site.logo.variants) as string[];
  return [...new Set([...used, ...logos])].filter((id) => site.pictures.some((picture) => picture.id === id));
}
