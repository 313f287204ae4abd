import type { Header } from './header.ts';
import type { Page } from './page.ts';
import type { Site } from './site.ts';

/** What the server says of the sites it keeps: the words that its routes and the interface share. */

/**
 * Revisions of a site's parts: the site's own values, each page, each header, and the order of either. They go up with
 * every save and none is ever given twice in a site, so that a part that is made anew is never taken for the one before.
 */
export interface Revisions {
  site: number;
  pages: Record<string, number>;
  headers: Record<string, number>;
  order: Record<PartList, number>;
}

/** The lists of a site whose parts are saved one by one. */
export type PartList = 'pages' | 'headers';

/** A site as it is kept: the document, and what is known beside it. */
export interface KeptSite {
  id: string;
  /** Its address on the site stand-in. */
  slug: string;
  /** ISO 8601. */
  changedAt: string;
  site: Site;
  revisions: Revisions;
  /** Content hash of every file brought in for it, by the id of the picture or font. */
  hashes: Record<string, string>;
}

/** Everything of a site but its pages and headers, which are kept with revisions of their own. */
export type SiteValues = Omit<Site, 'format' | 'pages' | 'headers'>;

/** A changed page or header; `null` takes it away. Revision 0 stands for one that is new. */
export interface PartChange<T> {
  id: string;
  revision: number;
  value: T | null;
}

/** What an editor has changed of a site: saved all together or not at all. */
export interface SiteChanges {
  values?: { revision: number; value: SiteValues };
  pages?: PartChange<Page>[];
  headers?: PartChange<Header>[];
  /** Ids in their order, where it is not the one that the changes come to by themselves. */
  order?: Partial<Record<PartList, OrderChange>>;
}

/** Another order of a list's parts. */
export interface OrderChange {
  revision: number;
  ids: string[];
}

/** A part that someone else saved first. */
export interface Conflict {
  kind: 'site' | 'page' | 'header' | 'order';
  /** The part's id; of an order, the list that it is of. */
  id: string;
  /** What it is called. */
  name: string;
  revision: number;
  /** As it is kept now; `null` where it was taken away; of an order, the ids. */
  theirs: SiteValues | Page | Header | string[] | null;
}

/** A file that has been taken in. */
export interface TakenFile {
  id: string;
  file: string;
  hash: string;
  /** A picture's own size, or what a font calls itself. */
  width?: number;
  height?: number;
  fontName?: string;
  /** What was taken out of an SVG so that it can do nothing but be drawn. */
  left?: string[];
}

/** A page of a site made elsewhere, whose pictures were taken in for one that is here. */
export interface TakenPictures {
  address: string;
  title: string;
  colour: string;
  pictures: { width: number; file: TakenFile }[];
}

/** A site as it is listed. */
export type ListedSite = Pick<KeptSite, 'id' | 'slug' | 'changedAt'> & { name: string };

/** A release as it is listed. */
export interface Release {
  number: number;
  note: string;
  /** ISO 8601. */
  madeAt: string;
  live: boolean;
}
