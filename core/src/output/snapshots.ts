import { at } from '../lists.ts';
import type { Page } from '../model/page.ts';
import type { Site } from '../model/site.ts';
import { imageSource, type Addresses } from './addresses.ts';
import { escapeHtml, px, rule, within } from '../css/text.ts';

/** Pictures of the real page, which stand for its bands. */

/** Whether a page is shown by pictures of the real one. */
export function hasSnapshots(site: Site, page: Page): boolean {
  return (page.snapshots ?? []).some(({ picture }) => site.pictures.some(({ id }) => id === picture));
}

/** Every snapshot of a page; the style sheet shows the one that is nearest in width. */
export function snapshotsHtml(site: Site, page: Page, to: Addresses): string[] {
  return (page.snapshots ?? []).map(({ width, picture }) => {
    const { alt = '', width: own = 1, height = 1 } = site.pictures.find(({ id }) => id === picture) ?? {};
    return `<img class="shot shot-${width}" ${imageSource(to, picture)} alt="${escapeHtml(alt)}" width="${own}" height="${height}">`;
  });
}

/** From the widest snapshot down: each is shown from half-way to the next wider one. */
export function snapshotCss(site: Site): string {
  return site.pages
    .filter((page) => hasSnapshots(site, page))
    .map((page) => {
      const widths = [...new Set(page.snapshots!.map(({ width }) => width))].sort((a, b) => b - a);
      const self = `.page-${page.id} > .shot`;
      const steps = widths.slice(1).map((width, i) => {
        const half = (width + at(widths, i)) / 2;
        return within(
          `@container page (width < ${px(half)})`,
          rule(self, 'display: none') + rule(`${self}-${width}`, 'display: block'),
        );
      });
      const sized = page.snapshots!.map(({ width, picture }) => {
        const { width: w = 1, height: h = 1 } = site.pictures.find(({ id }) => id === picture) ?? {};
        return rule(`${self}-${width}`, 'width: 100%', `height: round(${(100 * h) / w}cqw, 1px)`);
      });
      return [
        rule(self, 'display: none'),
        ...sized,
        rule(`${self}-${widths[0]}`, 'display: block'),
        ...steps,
      ].join('');
    })
    .join('');
}
