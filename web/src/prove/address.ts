import type { Site } from '@hatrail/core/model/site';
import type { Row } from '@hatrail/core/sweep/row';

/** The address of a row's worst place in Dress, or of another scroll of it. */
export function dressAddress(siteId: string, site: Site, row: Row, scroll = row.scroll): string {
  const params = new URLSearchParams({
    header: row.header,
    page: site.pages.find(({ path }) => path === row.page)?.id ?? '',
    width: String(row.width),
    ...(row.height && { height: String(row.height) }),
    moment: row.moment,
    scroll: String(scroll),
  });
  return `/sites/${siteId}/dress?${params}`;
}
