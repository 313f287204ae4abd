import { layoutHeader } from '../header/layout.ts';
import type { Measure } from '../measure/measure.ts';
import type { Header } from '../model/header.ts';
import type { Page } from '../model/page.ts';
import type { Site } from '../model/site.ts';
import { fileOf, relativeAddresses, rootAddresses } from './addresses.ts';
import { fontCss, fontsOf, headerFonts } from './fonts.ts';
import { headerCss } from './headerCss.ts';
import { headerHtml, logoVariantsOf } from './headerHtml.ts';
import { HEADER_JS } from './headerJs.ts';
import { howTo } from './howTo.ts';
import { pageHtml, picturesOf, siteCss } from './page.ts';

/** A file that ships: its text, or the picture or font whose bytes it is. Paths are relative, with `/`. */
export type OutputFile =
  | { path: string; kind: 'text'; text: string }
  | { path: string; kind: 'picture'; picture: string }
  | { path: string; kind: 'font'; file: string };

/** The header that hangs on a page. Until placements are made, it is the site's first. */
export function headerFor(site: Site, _page: Page): Header {
  return site.headers[0]!;
}

/** A header's style sheet with its fold width solved. */
export function solvedHeaderCss(site: Site, header: Header, measure: Measure): string {
  return headerCss(site, header, layoutHeader(site, header, 1280, measure).foldWidth);
}

/** Height of a header that lies over the page; 0 for one above it. */
export function coveredHeight(header: Header): number {
  return header.manner.lies === 'over' ? header.rails.reduce((sum, rail) => sum + rail.height, 0) : 0;
}

/** The header alone, to be put into a site by hand. */
export function headerFiles(site: Site, header: Header, measure: Measure): OutputFile[] {
  const to = rootAddresses(site);
  const pictures = logoVariantsOf(header).map((variant) => site.logo.variants[variant]);
  const fonts = headerFonts(site);
  return [
    { path: 'header.html', kind: 'text', text: headerHtml(site, header, to) },
    { path: 'header.css', kind: 'text', text: solvedHeaderCss(site, header, measure) },
    { path: 'header.js', kind: 'text', text: HEADER_JS },
    { path: 'how-to.txt', kind: 'text', text: howTo(site, header) },
    { path: 'fonts.css', kind: 'text', text: fontCss(fonts, to.font) },
    ...pictures.map((id): OutputFile => ({ path: to.picture(id), kind: 'picture', picture: id })),
    ...fonts.map(({ file }): OutputFile => ({ path: to.font(file), kind: 'font', file })),
  ];
}

/** The whole site as static pages with their headers: what is exported, and what is published. */
export function siteFiles(site: Site, measure: Measure): OutputFile[] {
  const header = site.headers[0]!;
  const fonts = fontsOf(site);
  const pages = site.pages.map((page): OutputFile => {
    const folder = page.path.slice(1);
    return {
      path: folder ? `${folder}/index.html` : 'index.html',
      kind: 'text',
      text: pageHtml(site, page, headerFor(site, page), relativeAddresses(site, page.path)),
    };
  });
  const fontUrl = (file: string) => `fonts/${file}`;
  const pictureUrl = (id: string) => `pictures/${fileOf(site, id)}`;
  return [
    ...pages,
    { path: 'assets/header.css', kind: 'text', text: solvedHeaderCss(site, header, measure) },
    { path: 'assets/header.js', kind: 'text', text: HEADER_JS },
    { path: 'assets/site.css', kind: 'text', text: siteCss(site, coveredHeight(header), pictureUrl) },
    { path: 'assets/fonts.css', kind: 'text', text: fontCss(fonts, fontUrl) },
    ...picturesOf(site).map((id): OutputFile => ({
      path: `assets/${pictureUrl(id)}`,
      kind: 'picture',
      picture: id,
    })),
    ...fonts.map(({ file }): OutputFile => ({ path: `assets/fonts/${file}`, kind: 'font', file })),
  ];
}
