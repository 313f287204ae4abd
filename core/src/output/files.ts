import { at } from '../lists.ts';
import { hasContent } from '../header/kinds/index.ts';
import { layerPictures, logoVariantsOf } from '../header/look.ts';
import type { Measure } from '../measure/measure.ts';
import { headerItems, type Header } from '../model/header.ts';
import { servedPath, type Page } from '../model/page.ts';
import { AUDIENCES, type Audience } from '../model/placement.ts';
import type { Site } from '../model/site.ts';
import { differsByAudience, forAudience } from '../placed/worn.ts';
import { answerFor, hangingsOf, type Hanging } from '../placed/answers.ts';
import { fileOf, relativeAddresses, rootAddresses } from './addresses.ts';
import { shippedSizes } from './sizes.ts';
import { sizedName, type ShippedSizes } from './shipped.ts';
import { fontCss, fontsOf, headerFonts, licencesOf } from './fonts.ts';
import { headerCss } from './headerCss.ts';
import { headerHtml } from './headerHtml.ts';
import { HEADER_JS } from './headerJs.ts';
import { ownHeaderOf } from '../header/ownLayout.ts';
import { ownFiles } from './own/ownFiles.ts';
import { ownJs } from './own/ownJs.ts';
import { howTo } from './howTo.ts';
import { howToPlace } from './howToPlace.ts';
import { BANDS_JS } from './bandsJs.ts';
import { PICTURES_JS } from './picturesJs.ts';
import { hasTakingTurns } from './takeTurns.ts';
import { hasTurning } from './turning.ts';
import { coveredCss, siteCss } from './css/pages.ts';
import { linkedHead, pageHtml, picturesOf } from './page.ts';

/** A file that ships: its text, or the picture or font whose bytes it is. Paths are relative, with `/`. */
export type OutputFile =
  | { path: string; kind: 'text'; text: string }
  /** A picture, in a width of pixels or as it is. */
  | { path: string; kind: 'picture'; picture: string; width?: number }
  | { path: string; kind: 'font'; file: string };

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

/**
 * The header alone, to be put into a site by hand. Where something of it is for some visitors, what those who are signed in meet is
 * in files of its own, and nothing of theirs in the rest.
 */
export function headerFiles(site: Site, whole: Header, measure: Measure): OutputFile[] {
  const header = forAudience(whole, 'signed out') ?? whole;
  const signedIn = differsByAudience(whole) ? forAudience(whole, 'signed in') : undefined;
  const own = signedIn ? headerFilesOf(site, signedIn, measure) : [];
  const isOwn = ({ path }: OutputFile) => path === 'header.html' || path === 'header.css';
  const known = headerFilesOf(site, header, measure);
  const names = new Set(known.map(({ path }) => path));
  return [
    ...known,
    ...own.filter((file) => !isOwn(file) && !names.has(file.path)),
    ...own.filter(isOwn).map((file) => ({ ...file, path: file.path.replace('header', 'header-signed-in') })),
  ];
}

function headerFilesOf(site: Site, header: Header, measure: Measure): OutputFile[] {
  const to = rootAddresses(site, shippedSizes(site, header, measure));
  const own = ownHeaderOf(site, header);
  if (own)
    return [
      ...ownFiles(site, header, own, to),
      ...layerPictures(site, header).flatMap((id) => pictureFiles(id, to.sizes, to.picture)),
    ];
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

/** The style sheet of a header as it is worn somewhere: its name, and what it is made of. */
interface Sheet {
  name: string;
  worn: Header;
}

/**
 * The style sheets of all headers that hang on a site, each once: one for each header, and one more wherever a page or some
 * visitors wear it otherwise.
 */
function sheetsOf(hangings: readonly Hanging[]): Map<Header, Sheet> {
  const sheets = new Map<Header, Sheet>();
  const used = new Map<string, number>();
  const isOne = new Set(hangings.map(({ worn }) => worn)).size === 1;
  // What is worn on most pages has the plain name.
  const first = [...hangings].sort((a, b) => Number(a.worn !== a.header) - Number(b.worn !== b.header));
  for (const { header, worn } of first) {
    if (sheets.has(worn)) continue;
    const number = (used.get(header.id) ?? 0) + 1;
    used.set(header.id, number);
    const name = isOne ? 'header.css' : `header-${header.id}${number === 1 ? '' : `-${number}`}.css`;
    sheets.set(worn, { name, worn });
  }
  return sheets;
}

/** Where the pages lie that visitors who are signed in are served in the place of those of the same address. */
export const SIGNED_IN = '_signed-in';

/** The file of a page. One that stands for many has one for all of them. */
export function pageFile(page: Pick<Page, 'path'>, who?: Audience): string {
  const path = servedPath(page);
  const file = path === '/' ? 'index.html' : `${path.slice(1)}/index.html`;
  return who === 'signed in' ? `${SIGNED_IN}/${file}` : file;
}

/**
 * The whole site as static pages, each with the header that hangs on it: what is exported, and what is published. Each text is
 * written when it is asked for.
 */
export function siteFiles(site: Site, measure: Measure): OutputFile[] {
  const hangings = hangingsOf(site);
  const sheets = sheetsOf(hangings);
  // Room for a header is left on all pages alike only where the same hangs on all of them.
  const isAlike =
    sheets.size === 1 &&
    site.pages.every((page) => AUDIENCES.every((who) => answerFor(site, page, who).worn !== undefined));
  const only = isAlike ? [...sheets.keys()][0] : undefined;
  const sizes = shippedSizes(site, only ?? at(site.headers, 0), measure);
  const fonts = fontsOf(site);
  const pages = site.pages.flatMap((page): OutputFile[] => {
    const [out, signedIn] = AUDIENCES.map((who) => answerFor(site, page, who).worn);
    const file = (worn: Header | undefined, who: Audience): OutputFile => ({
      path: pageFile(page, who),
      kind: 'text',
      get text() {
        // What is served to those who are signed in has the same address.
        const to = relativeAddresses(site, page.path, sizes);
        return pageHtml(site, page, worn, to, linkedHead(site, worn, to, worn && sheets.get(worn)?.name));
      },
    });
    return [file(out, 'signed out'), ...(signedIn === out ? [] : [file(signedIn, 'signed in')])];
  });
  const fontUrl = (file: string) => `fonts/${file}`;
  const picture = (id: string, width?: number) => `pictures/${sizedName(fileOf(site, id), width)}`;
  const shown = [...picturesOf(site), ...[...sheets.keys()].flatMap((worn) => headerPictures(site, worn))];
  return [
    ...pages,
    ...[...sheets.values()].map(({ name, worn }) =>
      writtenLater(
        `assets/${name}`,
        () =>
          headerCss(site, worn, measure, { picture, sizes, font: fontUrl }) +
          (only ? '' : coveredCss(site, worn, measure)),
      ),
    ),
    ...([...sheets.keys()].some(({ own }) => own === undefined)
      ? [{ path: 'assets/header.js', kind: 'text', text: HEADER_JS } as const]
      : []),
    ...[...sheets.values()].flatMap(({ name, worn }) => {
      const own = ownHeaderOf(site, worn);
      return own
        ? [writtenLater(`assets/${name.replace(/\.css$/, '.js')}`, () => ownJs(own, worn, true))]
        : [];
    }),
    ...(hasTurning(site) ? [{ path: 'assets/bands.js', kind: 'text', text: BANDS_JS } as const] : []),
    ...(hasTakingTurns(site)
      ? [{ path: 'assets/pictures.js', kind: 'text', text: PICTURES_JS } as const]
      : []),
    writtenLater('assets/site.css', () => siteCss(site, only, measure, { picture, sizes })),
    writtenLater('assets/fonts.css', () => fontCss(fonts, fontUrl)),
    ...[...new Set(shown)].flatMap((id) =>
      pictureFiles(id, sizes, (picked, width) => `assets/${picture(picked, width)}`),
    ),
    ...[...fonts.map(({ file }) => file), ...licencesOf(fonts)].map((file): OutputFile => ({
      path: `assets/fonts/${file}`,
      kind: 'font',
      file,
    })),
    writtenLater('how-to.txt', () => howToPlace(site, sheets)),
  ];
}
