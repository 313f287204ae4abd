import type { Header } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';

/** A site that is loaded: its document and its pictures' hashes. */
export interface LoadedSite {
  site: Site;
  hashes: Record<string, string>;
  /** Where a header stands in it as it is worn on a page: the site and the header without what differs there. */
  base?: { site: Site; header: Header };
}
