import type { Site } from './site.ts';

/** What the server says of the sites it keeps: the words that its routes and the interface share. */

/** Revisions of a site's parts: the site's own values, each page and each header. They go up with every save. */
export interface Revisions {
  site: number;
  pages: Record<string, number>;
  headers: Record<string, number>;
}

/** A site as it is kept: the document, and what is known beside it. */
export interface KeptSite {
  id: string;
  /** Its address on the site stand-in. */
  slug: string;
  /** ISO 8601. */
  changedAt: string;
  site: Site;
  revisions: Revisions;
  /** Content hash of each picture, by its id. */
  hashes: Record<string, string>;
}

/** A release as it is listed. */
export interface Release {
  number: number;
  note: string;
  /** ISO 8601. */
  madeAt: string;
  live: boolean;
}
