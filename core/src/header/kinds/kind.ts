import type { Measure } from '../../measure/measure.ts';
import type { Header } from '../../model/header.ts';
import type { Item } from '../../model/item.ts';
import type { OptionalTarget } from '../../model/menu.ts';
import { addressOf } from '../../model/references.ts';
import type { Site } from '../../model/site.ts';
import type { Addresses } from '../../output/addresses.ts';
import { escapeHtml, indent } from '../../css/text.ts';
import { ICON_BOX } from '../../model/icons.ts';
import type { Measured } from '../ink.ts';

/** What header markup is made from. */
export interface Markup {
  site: Site;
  header: Header;
  to: Addresses;
  /** Id of the page it stands on, where that is known. */
  page: string | undefined;
}

/** A selector and its declarations. */
export type Rule = [selector: string, ...declarations: string[]];

/**
 * Everything that sets one kind of item apart: its size and inks, its markup and its sizes in the style sheet. The layout
 * and the style sheet of a kind stand together, because they must say the same.
 */
export interface ItemKind<I extends Item> {
  /** What such an item is called where it is chosen. */
  name: string;
  /** What this one is called on its tag. */
  title(site: Site, item: I): string;
  /** Whether a visitor meets the item itself, and nothing inside it: a backing of its own is then part of what is met. */
  isOneElement?: true;
  /** Whether it has anything to show on this site; it always has where nothing is said. */
  hasContent?(site: Site, item: I): boolean;
  /** Its size and inks, without its backing. */
  measure(site: Site, item: I, measure: Measure): Measured;
  /** Its markup in the bar; `className` carries what the rail needs. */
  html(markup: Markup, item: I, className: string): string;
  /** Its markup in the folded menu; none where it cannot go there. */
  panelHtml?(markup: Markup, item: I): string;
  /** The rules that hold its sizes; `self` is the item's own selector. */
  css(site: Site, item: I, self: string, on?: RulesOn): Rule[];
}

/** What an item's rules are made for, beside the item. */
export interface RulesOn {
  /** Where its pictures are had from. */
  to?: Pick<Addresses, 'picture' | 'sizes'>;
  measure?: Measure;
  /** Whether any look of its header says anything of buttons; in the folded menu none does. */
  isStyled?: boolean;
}

/** `href`, and what else a link's markup says of where it leads. */
export function hrefOf({ to, page }: Pick<Markup, 'to' | 'page'>, target: OptionalTarget): string {
  const current = target.page !== undefined && target.page === page ? ' aria-current="page"' : '';
  return `href="${escapeHtml(to.link(target))}"${current}`;
}

/** The address of a site's own home page. */
export function homeOf({ site, to }: Markup): string {
  const home = site.pages.find(({ path }) => path === '/') ?? site.pages[0];
  return escapeHtml(to.link(home ? { page: home.id } : { address: '/' }));
}

/** An icon's markup. */
export function iconHtml(path: string, size: number): string {
  return `<svg class="hr-icon" width="${size}" height="${size}" viewBox="0 0 ${ICON_BOX} ${ICON_BOX}" aria-hidden="true"><path d="${path}"/></svg>`;
}

export { addressOf, escapeHtml, indent };
