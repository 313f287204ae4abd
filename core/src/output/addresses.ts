import type { Target } from '../model/menu.ts';
import { addressOf } from '../model/references.ts';
import type { Site } from '../model/site.ts';

/** How files that ship address one another. */
export interface Addresses {
  link(to: Target): string;
  picture(id: string): string;
  font(file: string): string;
  /** A style sheet or script of the site. */
  asset(name: string): string;
}

/** Addresses for a header alone, to be put into a site: links from its root, files beside the style sheet. */
export function rootAddresses(site: Site): Addresses {
  return {
    link: (to) => addressOf(site, to),
    picture: (id) => `pictures/${fileOf(site, id)}`,
    font: (file) => `fonts/${file}`,
    asset: (name) => name,
  };
}

/** Addresses for a page of a site that may lie in any folder: all relative to the page. */
export function relativeAddresses(site: Site, pagePath: string): Addresses {
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
    picture: (id) => `${up}assets/pictures/${fileOf(site, id)}`,
    font: (file) => `${up}assets/fonts/${file}`,
    asset: (name) => `${up}assets/${name}`,
  };
}

/** The file of a picture, by its id. */
export function fileOf(site: Site, id: string): string {
  return site.pictures.find((picture) => picture.id === id)?.file ?? id;
}
