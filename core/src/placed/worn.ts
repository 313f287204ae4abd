import { pairedLook, type WornFrom } from '../header/look.ts';
import { LAYER_NAMES } from '../layers/index.ts';
import {
  itemsOf,
  momentsOf,
  PLACES,
  type Header,
  type Look,
  type Looks,
  type Rail,
} from '../model/header.ts';
import type { PartLooks } from '../model/look.ts';
import type { Page, PageOwn } from '../model/page.ts';
import type { Audience } from '../model/placement.ts';
import type { Site } from '../model/site.ts';

/** A header as it is worn on one page, by some visitors: with what differs there, and without what is not for them. */

/** A look over another: each value that it sets. */
function over(below: Look, above: Look): Look {
  const look: Look = { ...below, ...above };
  for (const name of LAYER_NAMES) {
    const values = { ...below[name], ...above[name] };
    if (Object.keys(values).length > 0) Object.assign(look, { [name]: values });
  }
  return look;
}

/** Looks with what differs on a page over them. */
function withOwn(looks: Looks, own: PartLooks): Looks {
  const { back, pointed } = { back: own.back, pointed: own.pointed };
  return {
    ...looks,
    top: over(looks.top, own.top ?? {}),
    scrolled: over(looks.scrolled, own.scrolled ?? {}),
    ...(back && { back: over(looks.back ?? {}, back) }),
    ...(pointed && { pointed: over(looks.pointed ?? {}, pointed) }),
  };
}

/** Looks that begin as they are later: what the first and the later ones set, in one. A pairing is worn as what it sets. */
function begun<T extends PartLooks>(site: WornFrom, looks: T, later: readonly (keyof PartLooks)[]): T {
  const all = [looks.top, ...later.map((moment) => looks[moment])].flatMap((look) => look ?? []);
  const isPaired = all.some(({ pairing }) => pairing !== undefined);
  const layers = all.flatMap((look) => {
    const { pairing: _, ...own } = look;
    return isPaired ? [pairedLook(site, look), own] : [own];
  });
  const top = layers.reduce(over, {});
  return { ...looks, top, ...Object.fromEntries(later.map((moment) => [moment, {}])) };
}

/** A header that wears from the first pixel what it wears after scrolling, rails and items as well. */
function beginsLater(site: WornFrom, header: Header): Header {
  const last = momentsOf(header).at(-1);
  const later = last === 'back' ? (['scrolled', 'back'] as const) : (['scrolled'] as const);
  const part = <T extends { looks?: PartLooks }>(wearer: T): T =>
    wearer.looks ? { ...wearer, looks: begun(site, wearer.looks, later) } : wearer;
  return {
    ...header,
    looks: begun(site, header.looks, later),
    rails: mapItems(header.rails, part).map(part),
  };
}

function mapItems(rails: readonly Rail[], change: <T extends { looks?: PartLooks }>(item: T) => T): Rail[] {
  return rails.map((rail) => {
    const places = PLACES.map((place) => [
      place,
      rail[place].map((item) => change(item as { looks?: PartLooks })),
    ]);
    return { ...rail, ...Object.fromEntries(places) } as Rail;
  });
}

/** A header without some rails and items. A rail of which nothing is left goes, too; `undefined` where none is left. */
function without(header: Header, isGone: (id: string) => boolean): Header | undefined {
  const rails = header.rails.flatMap((rail, i): Rail[] => {
    if (isGone(`rail-${i + 1}`)) return [];
    const places = PLACES.map((place) => [place, rail[place].filter(({ id }) => !isGone(id))]);
    const left = { ...rail, ...Object.fromEntries(places) } as Rail;
    return itemsOf(rail).length > 0 && itemsOf(left).length === 0 ? [] : [left];
  });
  if (rails.length === 0) return undefined;
  const { fold } = header;
  const kept = (ids: readonly string[]) => ids.filter((id) => !isGone(id));
  return {
    ...header,
    rails,
    ...(fold && { fold: { ...fold, bar: kept(fold.bar), panel: kept(fold.panel) } }),
  };
}

/** Whether anything of a header is for some visitors alone. */
export function differsByAudience({ rails, spare: _ }: Header): boolean {
  return rails
    .flatMap(itemsOf)
    .some((item) => item.who !== undefined || (item.kind === 'menu' && item.menuSignedIn));
}

/** What is for some visitors only, as those have it; `undefined` where nothing is left. */
export function forAudience(header: Header, audience: Audience): Header | undefined {
  if (!differsByAudience(header)) return header;
  const gone = new Set(
    header.rails
      .flatMap(itemsOf)
      .flatMap(({ id, who }) => (who !== undefined && who !== audience ? [id] : [])),
  );
  const left = without(header, (id) => gone.has(id));
  if (!left || audience === 'signed out') return left;
  const rails = left.rails.map((rail) => {
    const menus = PLACES.map((place) => [
      place,
      rail[place].map((item) =>
        item.kind === 'menu' && item.menuSignedIn ? { ...item, menu: item.menuSignedIn } : item,
      ),
    ]);
    return { ...rail, ...Object.fromEntries(menus) } as Rail;
  });
  return { ...left, rails };
}

/** What differs of a header on a page. */
export function ownOf(page: Page, headerId: string): PageOwn | undefined {
  return page.own?.find(({ header }) => header === headerId);
}

/** Whether anything differs. */
export function differs(own: PageOwn | undefined): own is PageOwn {
  return own !== undefined && Object.keys(own).length > 1;
}

/** A header with the values that differ on a page, all its parts shown and its first moment worn: what is edited there. */
export function withOwnValues(header: Header, own: PageOwn | undefined): Header {
  if (!differs(own)) return header;
  const { lies = header.manner.lies, switch: at = header.manner.switch, looks } = own;
  return {
    ...header,
    manner: { ...header.manner, lies, switch: at },
    ...(looks && { looks: withOwn(header.looks, looks) }),
  };
}

/** A header with what differs on a page. */
export function withDifferences(
  site: WornFrom,
  header: Header,
  own: PageOwn | undefined,
): Header | undefined {
  if (!differs(own)) return header;
  const gone = new Set(own.hidden);
  const left = without(withOwnValues(header, own), (id) => gone.has(id));
  return left && own.begins ? beginsLater(site, left) : left;
}

interface Known {
  pairings: Site['pairings'];
  own: PageOwn | undefined;
  worn: Header | undefined;
}

/** What was worn last, by header and visitors: the same parts give the same object, by which answers are kept. */
const known = new WeakMap<Header, Map<Audience, Known[]>>();
const MOST_KNOWN = 64;

/**
 * A header as it is worn on a page by some visitors; `undefined` where nothing of it is left. It keeps the header's id, and is
 * the header itself where nothing differs.
 */
export function wornOn(site: WornFrom, header: Header, page: Page, audience: Audience): Header | undefined {
  const own = ownOf(page, header.id);
  if (!differs(own)) return audienceOnly(header, audience);
  let all = known.get(header);
  if (!all) known.set(header, (all = new Map()));
  const list = all.get(audience) ?? [];
  const found = list.find((each) => each.own === own && each.pairings === site.pairings);
  if (found) return found.worn;
  const different = withDifferences(site, header, own);
  const worn = different && forAudience(different, audience);
  all.set(audience, [{ pairings: site.pairings, own, worn }, ...list].slice(0, MOST_KNOWN));
  return worn;
}

const audiences = new WeakMap<Header, Map<Audience, Header | undefined>>();

function audienceOnly(header: Header, audience: Audience): Header | undefined {
  if (!differsByAudience(header)) return header;
  let all = audiences.get(header);
  if (!all) audiences.set(header, (all = new Map()));
  if (!all.has(audience)) all.set(audience, forAudience(header, audience));
  return all.get(audience);
}
