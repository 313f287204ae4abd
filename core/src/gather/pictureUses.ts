import { at } from '../lists.ts';
import { distinctPictures, placingOf } from '../layers/picture.ts';
import type { HeaderLayout } from '../header/laid.ts';
import { looksOf, type Wearer } from '../header/look.ts';
import { layoutHeader } from '../header/layout.ts';
import { itemAt } from '../header/steps.ts';
import type { Measure } from '../measure/measure.ts';
import { headerItems, type Header } from '../model/header.ts';
import type { PicturePlacing } from '../model/layer.ts';
import { bandPictures } from '../model/page.ts';
import type { Picture } from '../model/picture.ts';
import type { Site } from '../model/site.ts';
import { inView, pixelsNeeded, type InView } from '../page/inView.ts';
import { layoutPage, usualWindowHeight } from '../page/layout.ts';
import type { Box, Size } from '../geometry/box.ts';
import { tilingOf, type TilePlacing } from '../page/placing.ts';

/** One use of a picture at one width: the box it fills, and what of it is seen there. CSS pixels. */
export interface PictureUse {
  name: string;
  width: number;
  box: Size;
  placing: TilePlacing;
  seen: InView;
  /** Whether it repeats, so that it is seen whole anyhow. */
  repeats: boolean;
}

/** Placing of what fills its box round its focus, as `object-fit: cover` does. */
const COVER = { size: 'cover', repeat: 'no-repeat' } as const;

/**
 * Every use of a picture in pages, at each width: as a backdrop and among a band's pictures; and in the header that is
 * worked on, as what it or a rail wears, and as an item, where it shows whole.
 */
export function usesOfPicture(
  site: Site,
  header: Header,
  picture: Picture,
  widths: readonly number[],
  measure: Measure,
): PictureUse[] {
  const found: PictureUse[] = [];
  const own = { width: picture.width, height: picture.height };
  const focus = picture.focus ?? { x: 50, y: 50 };
  const add = (name: string, width: number, box: Size, placing: PictureUse['placing']) => {
    const { across, down } = tilingOf(own, { x: 0, y: 0, ...box } as Box, placing);
    const repeats = across || down;
    found.push({ name, width, box, placing, repeats, seen: inView(own, box, placing, picture) });
  };
  for (const width of widths) {
    const layout = layoutHeader(site, header, width, measure);
    for (const page of site.pages) {
      const isUsed = page.bands.some(
        (band) =>
          bandPictures(band).includes(picture.id) ||
          band.contents.some(
            (content) => content.kind === 'pictures' && content.pictures.includes(picture.id),
          ),
      );
      if (!isUsed) continue;
      const view = {
        width,
        windowHeight: usualWindowHeight(width),
        slot: layout.slot,
        covered: layout.height - layout.slot,
      };
      const laid = layoutPage(site, page, view, measure);
      for (const band of laid.bands) {
        const where = `${band.name}, ${page.title}`;
        const placed = band.backdrop.picture;
        if (placed && bandPictures(band).includes(picture.id))
          add(where, width, { width, height: band.height }, placed);
        for (const block of band.blocks) {
          if (block.kind !== 'picture' || block.picture !== picture.id) continue;
          add(`Picture in ${where}`, width, block.box, { ...COVER, ...focus });
        }
      }
    }
    for (const { name, box, placing } of headerPictures(site, header, layout)) {
      if (placing.picture === picture.id) add(name, width, box, placing);
    }
    for (const base of headerItems(header)) {
      const item = itemAt(base, width);
      if (item.kind !== 'picture' || item.picture !== picture.id) continue;
      const box = { width: (item.height * own.width) / own.height, height: item.height };
      add(header.name, width, box, { ...COVER, x: 50, y: 50 });
    }
  }
  return found;
}

/** The pictures that a header and its rails wear at any moment, each with the box that it fills. */
function headerPictures(
  site: Site,
  header: Header,
  layout: HeaderLayout,
): { name: string; box: Size; placing: PicturePlacing }[] {
  const wearers: [string, Wearer, Size][] = [
    [header.name, { header }, layout.bar],
    ...layout.rails.map(({ index, width, height }): [string, Wearer, Size] => [
      `${header.name}, rail ${index + 1}`,
      { header, rail: at(header.rails, index) },
      { width, height },
    ]),
  ];
  return wearers.flatMap(([name, wearer, box]) =>
    distinctPictures(looksOf(site, wearer).map((look) => look.picture)).map((worn) => ({
      name,
      box,
      placing: placingOf(worn),
    })),
  );
}

/** The pixels that a picture should have for all its uses, at a device pixel ratio. */
export function sizeForUses(picture: Size, uses: readonly PictureUse[], ratio: number): Size | undefined {
  return uses
    .map(({ box }) => pixelsNeeded(picture, box, ratio))
    .reduce<Size | undefined>((most, size) => (!most || size.width > most.width ? size : most), undefined);
}
