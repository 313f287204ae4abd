import { PLAIN_STAND_OUT } from '@hatrail/core/header/kinds/menu';
import type { OwnButton } from '@hatrail/core/header/states';
import { headerItems, type Header } from '@hatrail/core/model/header';
import { labelOf } from '@hatrail/core/model/references';
import type { Site } from '@hatrail/core/model/site';

/** A button that hangs in a header, or what its menus' entries wear that stand out. */
export interface HungButton {
  /** Of the button, or of the first entry that stands out: as it is judged. */
  id: string;
  /** The item that keeps what it wears. */
  item: string;
  name: string;
  own: OwnButton;
}

/** All buttons of a header, and its entries that stand out, as they hang. */
export function buttonsOf(site: Site, header: Header): HungButton[] {
  return headerItems(header).flatMap((item): HungButton[] => {
    if (item.kind === 'button') return [{ id: item.id, item: item.id, name: item.label, own: item }];
    if (item.kind !== 'menu') return [];
    const out = site.menus.find(({ id }) => id === item.menu)?.entries.filter(({ standsOut }) => standsOut);
    const own = item.standOut ?? PLAIN_STAND_OUT;
    return (out ?? []).map((entry) => ({ id: entry.id, item: item.id, name: labelOf(site, entry), own }));
  });
}

/** Cuts a button loose from the style of all, or lets it wear that again. */
export function cutLoose(site: Site, headerId: string, { item: id }: HungButton, loose: boolean): void {
  const header = site.headers.find((each) => each.id === headerId);
  const item = header && headerItems(header).find((each) => each.id === id);
  if (item?.kind !== 'button' && item?.kind !== 'menu') return;
  const own = item.kind === 'button' ? item : (item.standOut ??= { ...PLAIN_STAND_OUT });
  if (loose) own.loose = true;
  else delete own.loose;
}
