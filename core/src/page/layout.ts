import { resolveColour } from '../model/palette.ts';
import { edgeColour, edgeHeight } from './edge.ts';
import { backdropAt, backdropPictures } from '../model/layer.ts';
import type { Band, BandHeight, Page, Snapshot } from '../model/page.ts';
import type { Picture } from '../model/picture.ts';
import type { Site } from '../model/site.ts';
import type { Measure } from '../measure/measure.ts';
import { bandColours, contentColumn, layoutContent, type Pen } from './contents.ts';
import type { Block, LaidBand, LaidPage } from './laid.ts';
import { BLOCK_GAP, pageStep } from './metrics.ts';
import { pauseBox } from './pause.ts';

/** Where a page is laid out. */
export interface PageView {
  /** `clientWidth`, CSS pixels. */
  width: number;
  windowHeight: number;
  /** Height of the part of the header that is in the flow. */
  slot: number;
  /** Height of the part of the header that lies over the first band, whose contents clear it. */
  covered: number;
}

/** Lays out a page. Band tops and heights are whole pixels. */
export function layoutPage(site: Site, page: Page, view: PageView, measure: Measure): LaidPage {
  const snapshot = nearestSnapshot(page, view.width);
  const picture = site.pictures.find(({ id }) => id === snapshot?.picture);
  if (picture) return layoutSnapshot(site, page, view, picture);
  let top = view.slot;
  const bands = page.bands.map((band, i): LaidBand => {
    const laid = layoutBand(site, page, band, { top, covered: i === 0 ? view.covered : 0, view }, measure);
    top += laid.height;
    return laid;
  });
  return {
    width: view.width,
    height: Math.max(top, view.windowHeight),
    colour: resolveColour(site.palette, page.colour),
    slot: view.slot,
    bands,
  };
}

/** The snapshot whose width is nearest; of two equally near, the wider. */
export function nearestSnapshot(page: Page, width: number): Snapshot | undefined {
  const wideFirst = [...(page.snapshots ?? [])].sort((a, b) => b.width - a.width);
  const distance = (snapshot: Snapshot) => Math.abs(snapshot.width - width);
  return wideFirst.reduce<Snapshot | undefined>(
    (best, one) => (!best || distance(one) < distance(best) ? one : best),
    undefined,
  );
}

/** A snapshot scaled to the width, below the header's slot; heights are rounded to whole pixels. */
function layoutSnapshot(site: Site, page: Page, view: PageView, picture: Picture): LaidPage {
  const height = Math.round((picture.height * view.width) / picture.width);
  const box = { x: 0, y: view.slot, width: view.width, height };
  return {
    width: view.width,
    height: Math.max(view.slot + height, view.windowHeight),
    colour: resolveColour(site.palette, page.colour),
    slot: view.slot,
    bands: [],
    snapshot: { picture: picture.id, box },
  };
}

/** A band's least height in whole pixels. */
export function bandHeightPx(height: BandHeight, windowHeight: number): number {
  return Math.round(height.unit === 'px' ? height.value : (height.value * windowHeight) / 100);
}

/** Window heights that are taken where the user names none, by width. */
export function usualWindowHeight(width: number): number {
  return width <= 480 ? 740 : width <= 900 ? 1024 : 800;
}

function layoutBand(
  site: Site,
  page: Page,
  band: Band,
  { top, covered, view }: { top: number; covered: number; view: PageView },
  measure: Measure,
): LaidBand {
  const step = pageStep(view.width);
  const pen: Pen = { site, page, band, measure, step, column: contentColumn(view.width) };
  const blocks: Block[] = [];
  let y = top + covered + step.bandPadding;
  band.contents.forEach((content, i) => {
    if (i > 0) y += BLOCK_GAP;
    const laid = layoutContent(pen, content, y);
    blocks.push(...laid.blocks);
    y += laid.height;
  });
  const reach = edgeHeight(band);
  const needed = y + step.bandPadding + reach - top;
  const height = Math.max(bandHeightPx(band.height, view.windowHeight), needed);
  const backdrop = { ...backdropAt(band.backdrop, view.width), colour: bandColours(site, band).ground };
  const { turns, edge } = band;
  if (edge && reach > 0) {
    const box = { x: 0, y: top + height - reach, width: view.width, height: reach };
    const { hover } = edge;
    blocks.unshift({
      kind: 'edge',
      box,
      colour: edgeColour(site, page, band),
      edge,
      ...(hover && { hover }),
    });
  }
  // Shadows lie under all else that stands in the band, its edge included.
  const shadows = blocks.filter(({ kind }) => kind === 'shadow');
  if (shadows.length > 0)
    blocks.splice(0, Infinity, ...shadows, ...blocks.filter((each) => !shadows.includes(each)));
  if (backdropPictures(backdrop).length > 1)
    blocks.push({ kind: 'pause', box: pauseBox(view.width, top + height - reach) });
  return { id: band.id, name: band.name, top, height, needed, backdrop, ...(turns && { turns }), blocks };
}
