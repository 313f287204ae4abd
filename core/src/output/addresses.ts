import type { LinkTarget } from '../model/menu.ts';
import { addressOf } from '../model/references.ts';
import type { Site } from '../model/site.ts';
import { escapeHtml } from '../css/text.ts';
import { sizedName, type ShippedSizes } from './shipped.ts';

/** How files that ship address one another. */
export interface Addresses {
  link(to: LinkTarget): string;
  /** A picture's file, in a width of pixels or as it is. */
  picture(id: string, width?: number): string;
  /** The sizes in which pictures ship. */
  sizes: ShippedSizes;
  font(file: string): string;
  /** A style sheet or script of the site. */
  asset(name: string): string;
}

/** Addresses for a header alone, to be put into a site: links from its root, files beside the style sheet. */
export function rootAddresses(site: Site, sizes: ShippedSizes = {}): Addresses {
  return {
    link: (to) => addressOf(site, to),
    picture: (id, width) => `pictures/${sizedName(fileOf(site, id), width)}`,
    sizes,
    font: (file) => `fonts/${file}`,
    asset: (name) => name,
  };
}

/** Addresses for a page of a site that may lie in any folder: all relative to the page. */
export function relativeAddresses(site: Site, pagePath: string, sizes: ShippedSizes = {}): Addresses {
  const depth = pagePath.split('/').filter(Boolean).length;
  const up = depth === 0 ? './' : '../'.repeat(depth);
  return {
    link: (to) => {
      const address = addressOf(site, to);
      if (!address.startsWith('/')) return address;
      const [path = '/', hash] = address.split('#');
      const folder = path === '/' ? up : `${up}${path.slice(1)}/`;
      return hash === undefined ? folder : `${folder}#${hash}`;
    },
    picture: (id, width) => `${up}assets/pictures/${sizedName(fileOf(site, id), width)}`,
    sizes,
    font: (file) => `${up}assets/fonts/${file}`,
    asset: (name) => `${up}assets/${name}`,
  };
}

/** The file of a picture, by its id. */
export function fileOf(site: Site, id: string): string {
  return site.pictures.find((picture) => picture.id === id)?.file ?? id;
}

/** `src`, and `srcset` where a picture ships in two sizes (HTML, "srcset attributes"). */
export function imageSource({ picture, sizes }: Addresses, id: string): string {
  const { one, two } = sizes[id] ?? {};
  const src = `src="${escapeHtml(picture(id, one))}"`;
  if (two === undefined) return src;
  const larger = escapeHtml(picture(id, two === 'own' ? undefined : two));
  return `${src} srcset="${larger} 2x"`;
}

/** A picture as a CSS image: its address, or `image-set()` where it ships in two sizes (CSS Images 4, section 2.5). */
export function cssImage({ picture, sizes }: Pick<Addresses, 'picture' | 'sizes'>, id: string): string {
  const { one, two } = sizes[id] ?? {};
  if (two === undefined) return `url("${picture(id, one)}")`;
  return `image-set(url("${picture(id, one)}") 1x, url("${picture(id, two === 'own' ? undefined : two)}") 2x)`;
}
