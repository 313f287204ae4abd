import { at } from '../lists.ts';
import { hasContent } from '../header/kinds/index.ts';
import { layerPictures, logoVariantsOf } from '../header/look.ts';
import type { Measure } from '../measure/measure.ts';
import { headerItems, type Header } from '../model/header.ts';
import type { Page } from '../model/page.ts';
import type { Site } from '../model/site.ts';
import { fileOf, relativeAddresses, rootAddresses } from './addresses.ts';
import { shippedSizes } from './sizes.ts';
import { sizedName, type ShippedSizes } from './shipped.ts';
import { fontCss, fontsOf, headerFonts, licencesOf } from './fonts.ts';
import { headerCss } from './headerCss.ts';
import { headerHtml } from './headerHtml.ts';
import { HEADER_JS } from './headerJs.ts';
import { howTo } from './howTo.ts';
import { BANDS_JS } from './bandsJs.ts';
import { hasTurning } from './turning.ts';
import { siteCss } from './css/pages.ts';
import { pageHtml, picturesOf } from './page.ts';

/** A file that ships: its text, or the picture or font whose bytes it is. Paths are relative, with `/`. */
export type OutputFile =
  | { path: string; kind: 'text'; text: string }
  /** A picture, in a width of pixels or as it is. */
  | { path: string; kind: 'picture'; picture: string; width?: number }
  | { path: string; kind: 'font'; file: string };

/** The header that hangs on a page. Until placements are made, it is the site's first. */
export function headerFor(site: Site, _page: Page): Header {
  return at(site.headers, 0);
}

/** The pictures that a header shows: those of its layers, its logo's variants, its picture items and the owner's own icons. */
export function headerPictures(site: Site, header: Header): string[] {
  const ids = headerItems(header).flatMap((item) => {
    if (item.kind === 'logo') return logoVariantsOf(site, header).map(({ picture }) => picture);
    if (item.kind === 'picture' && hasContent(site, item)) return [item.picture];
    if (item.kind === 'icons') return item.links.flatMap(({ picture }) => (picture ? [picture] : []));
    return [];
  });
  return [...new Set([...layerPictures(site, header), ...ids])];
}

/** The files of one picture: as it is, or in the sizes in which it ships. */
function pictureFiles(
  id: string,
  sizes: ShippedSizes,
  path: (id: string, width?: number) => string,
): OutputFile[] {
  const { one, two } = sizes[id] ?? {};
  const widths = one === undefined ? [undefined] : [one, two === 'own' ? undefined : two];
  return widths.map((width) => ({
    path: path(id, width),
    kind: 'picture',
    picture: id,
    ...(width !== undefined && { width }),
  }));
}

/** The header alone, to be put into a site by hand. */
export function headerFiles(site: Site, header: Header, measure: Measure): OutputFile[] {
  const to = rootAddresses(site, shippedSizes(site, header, measure));
  const pictures = headerPictures(site, header);
  const fonts = headerFonts(site, header);
  return [
    { path: 'header.html', kind: 'text', text: headerHtml(site, header, to) },
    { path: 'header.css', kind: 'text', text: headerCss(site, header, measure, to) },
    { path: 'header.js', kind: 'text', text: HEADER_JS },
    { path: 'how-to.txt', kind: 'text', text: howTo(site, header, measure) },
    { path: 'fonts.css', kind: 'text', text: fontCss(fonts, to.font) },
    ...pictures.flatMap((id) => pictureFiles(id, to.sizes, to.picture)),
    ...[...fonts.map(({ file }) => file), ...licencesOf(fonts)].map((file): OutputFile => ({
      path: to.font(file),
      kind: 'font',
      file,
    })),
  ];
}

/** A text that is written when it is first asked for. */
function writtenLater(path: string, write: () => string): OutputFile {
  let text: string | undefined;
  return {
    path,
    kind: 'text',
    get text() {
      return (text ??= write());
    },
  };
}

/**
 * The whole site as static pages with their headers: what is exported, and what is published. Each text is written when it is
 * asked for.
 */
export function siteFiles(site: Site, measure: Measure): OutputFile[] {
  const header = at(site.headers, 0);
  const sizes = shippedSizes(site, header, measure);
  const fonts = fontsOf(site);
  const pages = site.pages.map((page): OutputFile => {
    const folder = page.path.slice(1);
    return {
      path: folder ? `${folder}/index.html` : 'index.html',
      kind: 'text',
      get text() {
        return pageHtml(site, page, headerFor(site, page), relativeAddresses(site, page.path, sizes));
      },
    };
  });
  const fontUrl = (file: string) => `fonts/${file}`;
  const picture = (id: string, width?: number) => `pictures/${sizedName(fileOf(site, id), width)}`;
  return [
    ...pages,
    writtenLater('assets/header.css', () => headerCss(site, header, measure, { picture, sizes })),
    { path: 'assets/header.js', kind: 'text', text: HEADER_JS },
    ...(hasTurning(site) ? [{ path: 'assets/bands.js', kind: 'text', text: BANDS_JS } as const] : []),
    writtenLater('assets/site.css', () => siteCss(site, header, measure, { picture, sizes })),
    writtenLater('assets/fonts.css', () => fontCss(fonts, fontUrl)),
    ...[...new Set([...picturesOf(site), ...headerPictures(site, header)])].flatMap((id) =>
      pictureFiles(id, sizes, (picked, width) => `assets/${picture(picked, width)}`),
    ),
    ...[...fonts.map(({ file }) => file), ...licencesOf(fonts)].map((file): OutputFile => ({
      path: `assets/fonts/${file}`,
      kind: 'font',
      file,
    })),
  ];
}
