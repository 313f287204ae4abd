import type { Header } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import { keepBands, openOwner, type Owner } from './owner.ts';

/** An owner in Dress, with what is done there again and again. */
export interface Dressing extends Owner {
  siteId: string;
  /**
   * Goes to a screen of the site, as a link within the application would; loaded anew only where the site was changed behind
   * the editor's back, since everything is then read and swept from the beginning.
   * @param where such as `dress?moment=top`
   */
  go(where: string): Promise<void>;
  /** The site's first header as the server keeps it now. */
  header(): Header;
  /** A row of the cut, by the beginning of its name. */
  row(name: RegExp): ReturnType<Owner['button']>;
  /** Puts on a layer that is not there yet. */
  add(name: string): Promise<void>;
  undo(): Promise<void>;
  /** The page on the stage. */
  stage(): ReturnType<Owner['tab']['frameLocator']>;
  /** A computed value of the first such element on the stage. */
  inFrame(selector: string, property: string, pseudo?: string): Promise<string>;
}

/** Takes pages out of a site: what leads to one of them leads to its address. Whatever is left is swept after every step. */
export function keepPages(site: Site, kept: readonly string[]): void {
  const gone = site.pages.filter(({ id }) => !kept.includes(id));
  type Leading = { page?: string; address?: string; children?: Leading[] };
  const lead = (each: Leading): void => {
    const to = gone.find(({ id }) => id === each.page);
    if (to) {
      each.address = to.path;
      delete each.page;
    }
    each.children?.forEach(lead);
  };
  for (const { entries } of site.menus) (entries as Leading[]).forEach(lead);
  for (const { rails } of site.headers)
    for (const { start, middle, end } of rails) ([...start, ...middle, ...end] as Leading[]).forEach(lead);
  site.placements = site.placements?.filter(({ pages }) => !pages || pages.some((id) => kept.includes(id)));
  site.pages = site.pages.filter(({ id }) => kept.includes(id));
}

/**
 * Opens Dress of the demo site whose name begins so.
 * @param change what becomes of it before it is opened; of a number, that of {@link keepBands}
 */
export async function openDressing(
  name: string,
  change?: number | ((site: Site) => void),
): Promise<Dressing> {
  const sites = typeof change === 'number' ? keepBands(change) : change;
  const owner = await openOwner({ sites: (site) => site.name.startsWith(name) && sites?.(site) });
  const { tab, running, kept } = owner;
  const siteId = running.context.sites.ids().find((id) => kept(id).name.startsWith(name))!;
  await tab.goto(`${running.url}/sites/${siteId}/dress`);
  let isBehind = false;
  const keep: Owner['keep'] = (id, change) => {
    isBehind = true;
    return owner.keep(id, change);
  };
  const go = async (where: string) => {
    const path = `/sites/${siteId}/${where}`;
    if (isBehind || !tab.url().startsWith(`${running.url}/sites/${siteId}/`)) {
      await tab.goto(running.url + path);
      isBehind = false;
      return;
    }
    await tab.evaluate((to) => {
      history.pushState(null, '', to);
      dispatchEvent(new PopStateEvent('popstate', { state: null }));
    }, path);
    // Until then the screen that is left is still there.
    await tab
      .locator(`a[aria-current="page"][href^="${path.split('?')[0]}"]`)
      .first()
      .waitFor();
  };
  const stage = () => tab.frameLocator('.stage iframe').first();
  return {
    ...owner,
    keep,
    siteId,
    go,
    header: () => kept(siteId).headers[0]!,
    row: (beginning) => tab.locator('.cut .layer').getByRole('button', { name: beginning }).first(),
    add: (layer) =>
      tab
        .getByRole('group', { name: 'Add a layer' })
        .getByRole('button', { name: layer, exact: true })
        .click(),
    undo: () => tab.getByRole('button', { name: 'Undo' }).click(),
    stage,
    inFrame: (selector, property, pseudo) =>
      stage()
        .locator(selector)
        .first()
        .evaluate((element, [called, of]) => getComputedStyle(element, of).getPropertyValue(called!), [
          property,
          pseudo,
        ] as const),
  };
}
