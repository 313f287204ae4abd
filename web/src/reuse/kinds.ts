import { kindOf } from '@hatrail/core/header/kinds/index';
import { keptBand, keptItem, keptRail, type Use } from '@hatrail/core/model/carry';
import { headerItems, type Header } from '@hatrail/core/model/header';
import type { Item } from '@hatrail/core/model/item';
import type { Band, Page } from '@hatrail/core/model/page';
import type { KeptPart } from '@hatrail/core/model/parts';
import type { Site } from '@hatrail/core/model/site';
import { railName } from '../hang/railName.ts';

/** What can be kept for reuse on a screen: an item, a rail, what a header wears, or a band of a page. */
export interface Reusable {
  /** Of which kept part it is a use, by its id. */
  part: string | undefined;
  /** What it is called, at first also what it is kept as. */
  title: string;
  /** What its id is made of. */
  base: string;
  /** Says how it is used elsewhere. */
  hint: string;
  /** The header or page that it is in, by its id. */
  place: string;
  /** Its values, as they are kept. */
  kept(): Omit<KeptPart, 'id' | 'name'>;
  /** Makes it a use of a part, or of none: of a draft. */
  mark(draft: Site, part: string | undefined): void;
}

function mark(one: { part?: string } | undefined, part: string | undefined): void {
  if (!one) return;
  if (part === undefined) delete one.part;
  else one.part = part;
}

const headerOf = (draft: Site, { id }: Header) => draft.headers.find((each) => each.id === id);

export function reusableItem(site: Site, header: Header, item: Item): Reusable {
  return {
    part: item.part,
    title: kindOf(item).title(site, item),
    base: item.id,
    hint: 'hang it in another header under “Hang an item”',
    place: header.id,
    kept: () => ({ items: [keptItem(item)] }),
    mark: (draft, part) => {
      const own = headerOf(draft, header);
      mark(own && [...headerItems(own), ...(own.spare ?? [])].find(({ id }) => id === item.id), part);
    },
  };
}

export function reusableRail(header: Header, index: number): Reusable {
  const rail = header.rails[index]!;
  return {
    part: rail.part,
    title: `${railName(index)} of ${header.name}`,
    base: 'rail',
    hint: 'hang it in another header under “Another rail”',
    place: header.id,
    kept: () => ({ rail: keptRail(rail) }),
    mark: (draft, part) => mark(headerOf(draft, header)?.rails[index], part),
  };
}

export function reusableLooks(header: Header): Reusable {
  return {
    part: header.part,
    title: `Looks of ${header.name}`,
    base: 'looks',
    hint: 'choose them under “Whole header” of another header',
    place: header.id,
    kept: () => ({ looks: structuredClone(header.looks) }),
    mark: (draft, part) => mark(headerOf(draft, header), part),
  };
}

export function reusableBand(page: Page, band: Band): Reusable {
  return {
    part: band.part,
    title: band.name,
    base: band.id,
    hint: 'open another page with it under “Add a band”',
    place: page.id,
    kept: () => ({ band: keptBand(band) }),
    mark: (draft, part) =>
      mark(
        draft.pages.find(({ id }) => id === page.id)?.bands.find(({ id }) => id === band.id),
        part,
      ),
  };
}

/** Where a use is, by the name of its header or page. */
export const nameOfUse = ({ header, page }: Use): string => header?.name ?? page?.title ?? '';
