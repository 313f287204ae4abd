import { LAYER_NAMES } from '../layers/index.ts';
import { momentName, momentsOf, headerItems, type Header, type Look, type Moment } from '../model/header.ts';
import type { Page, PageOwn } from '../model/page.ts';
import type { Site } from '../model/site.ts';
import { kindOf } from '../header/kinds/index.ts';

/** What differs on a page alone: told one by one, changed, and put back. */

/** A page with what differs of a header; nothing that says nothing is left behind. */
export function withOwn(page: Page, header: string, own: Omit<PageOwn, 'header'> | undefined): Page {
  const rest = (page.own ?? []).filter((each) => each.header !== header);
  const said = own && tidied(own);
  const at = page.own?.findIndex((each) => each.header === header) ?? -1;
  const all = said
    ? [...rest.slice(0, Math.max(0, at)), { header, ...said }, ...rest.slice(Math.max(0, at))]
    : rest;
  const { own: _, ...bare } = page;
  return all.length > 0 ? { ...bare, own: all } : bare;
}

/** What is left where empty looks, layers and lists are taken away; `undefined` where nothing is. */
function tidied(own: Omit<PageOwn, 'header'>): Omit<PageOwn, 'header'> | undefined {
  const { hidden = [], looks = {}, ...others } = own;
  const kept = Object.fromEntries(
    Object.entries(looks).flatMap(([moment, look]) => {
      const full = Object.entries(look as Look).filter(
        ([, values]) => typeof values !== 'object' || Object.keys(values).length > 0,
      );
      return full.length > 0 ? [[moment, Object.fromEntries(full)]] : [];
    }),
  );
  const all = {
    ...others,
    ...(hidden.length > 0 && { hidden: [...hidden] }),
    ...(Object.keys(kept).length > 0 && { looks: kept }),
  };
  const said = Object.entries(all).filter(([key, value]) => key !== 'header' && value !== undefined);
  return said.length > 0 ? Object.fromEntries(said) : undefined;
}

/** One thing that differs on a page, in words, and what is left where it is put back. */
export interface Difference {
  id: string;
  text: string;
  without: Omit<PageOwn, 'header'>;
}

/** Everything that differs of a header on a page. */
export function differencesOf(site: Site, header: Header, own: PageOwn | undefined): Difference[] {
  if (!own) return [];
  const { header: _, ...said } = own;
  const { begins, lies, switch: at, hidden = [], looks = {} } = said;
  const drop = (key: keyof typeof said) =>
    Object.fromEntries(Object.entries(said).filter(([name]) => name !== key));
  return [
    ...(begins ? [{ id: 'begins', text: 'Begins as after scrolling', without: drop('begins') }] : []),
    ...(lies
      ? [
          {
            id: 'lies',
            text: `${lies === 'over' ? 'Laid over the page' : 'Stands above the page'}, elsewhere ${header.manner.lies === 'over' ? 'over' : 'above'} it`,
            without: drop('lies'),
          },
        ]
      : []),
    ...(at ? [{ id: 'switch', text: 'Changes at another place', without: drop('switch') }] : []),
    ...hidden.map((id) => ({
      id: `hidden ${id}`,
      text: `${partName(site, header, id)} is not shown`,
      without: { ...said, hidden: hidden.filter((each) => each !== id) },
    })),
    ...(Object.entries(looks) as [Moment, Look][]).flatMap(([moment, look]) =>
      (['pairing', ...LAYER_NAMES] as const).flatMap((layer) => {
        if (look[layer] === undefined) return [];
        const { [layer]: __, ...rest } = look;
        return [
          {
            id: `${moment} ${layer}`,
            text: `${layer === 'ink' ? 'Links and logo' : capital(layer)}, ${momentName(header, moment).toLowerCase()}`,
            without: { ...said, looks: { ...looks, [moment]: rest } },
          },
        ];
      }),
    ),
  ];
}

const capital = (text: string) =>
  text.charAt(0).toUpperCase() + text.slice(1).replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

/** What a rail or an item of a header is called; one that no longer hangs there is told as that. */
export function partName(site: Site, header: Header, id: string): string {
  const rail = /^rail-(\d+)$/.exec(id);
  if (rail)
    return header.rails[Number(rail[1]) - 1]
      ? `Rail ${rail[1]}`
      : `Rail ${rail[1]}, which is no longer there,`;
  const item = headerItems(header).find((each) => each.id === id);
  return item ? kindOf(item).title(site, item) : `“${id}”, which no longer hangs there,`;
}

/**
 * What differs between a header and one that was changed for a page alone: values of its look, over or above the page, and where
 * it changes. Everything else that was changed is of the header itself.
 * @returns what differs, and the header with all else that was changed
 */
export function partedOwn(
  base: Header,
  own: Omit<PageOwn, 'header'>,
  before: Header,
  after: Header,
): { own: Omit<PageOwn, 'header'>; header: Header } {
  const looks: Record<string, Look> = { ...own.looks };
  for (const moment of [...momentsOf(base), 'scrolled', 'pointed'] as const) {
    if (before.looks[moment] === after.looks[moment]) continue;
    const [old, fresh] = [before.looks[moment] ?? {}, after.looks[moment] ?? {}];
    const changed: Look = { ...looks[moment] };
    if (old.pairing !== fresh.pairing && fresh.pairing !== undefined) changed.pairing = fresh.pairing;
    for (const layer of LAYER_NAMES) {
      if (old[layer] === fresh[layer]) continue;
      const [was, is] = [
        (old[layer] ?? {}) as Record<string, unknown>,
        (fresh[layer] ?? {}) as Record<string, unknown>,
      ];
      const values: Record<string, unknown> = { ...changed[layer] };
      for (const key of Object.keys(is))
        if (JSON.stringify(is[key]) !== JSON.stringify(was[key])) values[key] = is[key];
      // What is as it is elsewhere does not differ.
      const elsewhere = (base.looks[moment]?.[layer] ?? {}) as Record<string, unknown>;
      for (const key of Object.keys(values))
        if (!(key in is) || JSON.stringify(values[key]) === JSON.stringify(elsewhere[key]))
          delete values[key];
      Object.assign(changed, { [layer]: values });
    }
    looks[moment] = changed;
  }
  const { lies, switch: at } = after.manner;
  const isSame = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
  const { lies: _, switch: __, ...rest } = own;
  const { looks: ___, manner, ...others } = after;
  return {
    own: {
      ...rest,
      ...(lies !== base.manner.lies && { lies }),
      ...(!isSame(at, base.manner.switch) && { switch: at }),
      looks,
    },
    header: {
      ...others,
      looks: base.looks,
      manner: { ...manner, lies: base.manner.lies, switch: base.manner.switch },
    },
  };
}
