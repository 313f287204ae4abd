import type { Viewport } from '@hatrail/core/sweep/widths';
import type { Header } from '@hatrail/core/model/header';
import type { Tint } from '@hatrail/core/model/layer';
import type { Page } from '@hatrail/core/model/page';
import type { Site } from '@hatrail/core/model/site';
import type { Row } from '@hatrail/core/sweep/row';
import type { BandReading } from '@hatrail/core/sweep/words';
import { provePage, readBandAt } from '../engine/proof.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';

/** The least tint on a page's opening band at which its words and the header over it are clear together. */
export interface BandRemedy {
  /** Whole percent. */
  percent: number;
  colour: Tint['colour'];
  /** The header's rows at the top of that page, and the words at every width, with that tint. */
  rows: Row[];
  readings: BandReading[];
}

/** A site with a tint on the first band of a page. */
export function withBandTint(site: Site, page: Page, tint: Tint): Site {
  const bands = page.bands.map((band, i) =>
    i === 0 ? { ...band, backdrop: { ...band.backdrop, tint } } : band,
  );
  return { ...site, pages: site.pages.map((each) => (each.id === page.id ? { ...page, bands } : each)) };
}

/**
 * Looks for the least tint: the words say from which they are clear, and what the header needs beyond that is found by halving.
 * Every percent that is tried is swept with the header, in every window.
 * @returns `undefined` where even the whole of it leaves something below its need.
 */
export async function leastBandTint(
  loaded: LoadedSite,
  header: Header,
  { page, beside, colour }: { page: Page; beside: readonly Viewport[]; colour: Tint['colour'] },
  signal: AbortSignal,
): Promise<BandRemedy | undefined> {
  const at = (percent: number) => ({
    ...loaded,
    site: withBandTint(loaded.site, page, { colour, opacity: percent / 100 }),
  });
  const read = (percent: number) =>
    readBandAt(at(percent), header.id, { pageId: page.id, band: 0, beside }, { signal });
  const needed = (await read(0)).map(({ leastTint }) => leastTint);
  if (needed.some((percent) => percent === undefined)) return undefined;
  const forWords = Math.ceil(Math.max(0, ...(needed as number[])));
  const tried = async (percent: number): Promise<BandRemedy | undefined> => {
    signal.throwIfAborted();
    const rows = await provePage(at(percent), header, { pageId: page.id, beside }, ['top'], { signal });
    if (rows.some(({ verdict }) => verdict !== 'clear')) return undefined;
    const readings = await read(percent);
    const isClear = readings.every(({ words }) => words.every(({ verdict }) => verdict === 'clear'));
    return isClear ? { percent, colour, rows, readings } : undefined;
  };
  const least = await tried(forWords);
  if (least || forWords >= 100) return least;
  let best = await tried(100);
  if (!best) return undefined;
  let [low, high] = [forWords, 100];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    const found = await tried(middle);
    if (found) [best, high] = [found, middle];
    else low = middle;
  }
  return best;
}

/** The worst of all words at all widths. */
export function worstWord(readings: readonly BandReading[]) {
  return readings
    .flatMap(({ words, width }) => words.map((word) => ({ ...word, width })))
    .reduce<(BandReading['words'][number] & { width: number }) | undefined>(
      (worst, word) => (!worst || word.contrast / word.needed < worst.contrast / worst.needed ? word : worst),
      undefined,
    );
}
