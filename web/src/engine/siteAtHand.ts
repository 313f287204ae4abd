import type { Site } from '@hatrail/core/model/site';

/** A site at hand: its document and its pictures' hashes. */
export interface SiteAtHand {
  site: Site;
  hashes: Record<string, string>;
}
