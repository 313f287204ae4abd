import type { Site } from '@hatrail/core/model/site';

/** A site that is loaded: its document and its pictures' hashes. */
export interface LoadedSite {
  site: Site;
  hashes: Record<string, string>;
}
