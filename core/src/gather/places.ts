import { at as elementAt } from '../lists.ts';
import { MOMENT_NAMES, PLACES, type Moment, type RailPlace } from '../model/header.ts';
import { kindOf } from '../header/kinds/index.ts';
import type { Item } from '../model/item.ts';
import { labelOf } from '../model/references.ts';
import { entriesOf, type AnyEntry } from '../model/menu.ts';
import type { Site } from '../model/site.ts';
import { atPath } from './uses.ts';

/** Places of a document in words. */

type Path = readonly (string | number)[];

/** Names of the keys under which colours stand. */
const KEY_NAMES: Record<string, string> = {
  link: 'Links',
  hover: 'Hovered',
  current: 'Current page',
  rest: 'At rest',
  pressed: 'Pressed',
  focused: 'With the keyboard on it',
  open: 'With its menu open',
  focusedFill: 'Fill, with the keyboard on it',
  ring: 'Focus ring',
  colour: 'Colour',
  fill: 'Fill',
  hoverFill: 'Fill, hovered',
  hoverInk: 'Ink, hovered',
  pressedFill: 'Fill, pressed',
  ink: 'Ink',
  ground: 'Ground',
};

/** Layers of looks that have colours, with their names. */
const LOOK_LAYERS = [
  ['backing', 'Backing of links'],
  ['edge', 'Edge'],
  ['textShadow', 'Text shadow'],
  ['shadow', 'Shadow'],
  ['tint', 'Tint'],
  ['picture', 'Picture'],
  ['gradient', 'Gradient'],
  ['fill', 'Fill'],
] as const;

/** What a colour at a path is for: “Links, At the top, Night header”. `about` names what it belongs to. */
export function colourPlace(site: Site, path: Path, about: string): string {
  const key = String(path.at(-1));
  const moment = path.find((part): part is Moment => part === 'top' || part === 'scrolled');
  const layer = path.includes('looks') ? LOOK_LAYERS.find(([name]) => path.includes(name))?.[1] : undefined;
  const item = itemAtPath(site, path);
  const part = path.includes('panel')
    ? 'folded menu and drop-downs'
    : path.includes('backdrop')
      ? ['gradient', 'tint', 'picture'].find((name) => path.includes(name))
      : path.includes('cards') || path.includes('contents')
        ? 'cards'
        : undefined;
  const what =
    layer ?? (path.includes('backdrop') && key === 'colour' && !part ? 'Ground' : (KEY_NAMES[key] ?? key));
  const called = item && kindOf(item).title(site, item);
  return [what, part, called, moment && MOMENT_NAMES[moment], about].filter(Boolean).join(', ');
}

/** The item that a path leads into, hung or spare. */
export function itemAtPath(site: Site, path: Path): Item | undefined {
  const at = path.findIndex((key) => PLACES.includes(key as RailPlace) || key === 'spare');
  if (path[0] !== 'headers' || at < 0 || typeof path[at + 1] !== 'number') return undefined;
  return atPath(site, path.slice(0, at + 2)) as Item;
}

/** What a place is that names a page, picture, menu or pairing: “Backdrop of Opening, Home”. */
export function placeOfUseName(site: Site, path: Path): string {
  const [root, index] = path as [string, number];
  if (root === 'logo') return `Logo, ${String(path.at(-1))}`;
  if (root === 'menus') return entryName(site, path);
  if (root === 'headers') {
    const header = elementAt(site.headers, index);
    const item = itemAtPath(site, path);
    const moment = path.find((part): part is Moment => part === 'top' || part === 'scrolled');
    const what = item ? kindOf(item).title(site, item) : moment ? MOMENT_NAMES[moment] : 'Folded menu';
    return `${what}, ${header.name}`;
  }
  const page = site.pages[index];
  if (!page) return path.join(' ');
  if (path[2] === 'snapshots') return `Snapshot, ${page.title}`;
  const band = page.bands[path[3] as number];
  const part = path.includes('backdrop') ? 'Backdrop' : path.includes('contents') ? 'Pictures' : 'Band';
  return `${part} of ${band?.name ?? 'a band'}, ${page.title}`;
}

function entryName(site: Site, path: Path): string {
  const menu = elementAt(site.menus, path[1] as number);
  const entry = atPath(site, path.slice(0, -1)) as AnyEntry;
  const isEntry = entriesOf(menu).some((found) => found.entry === entry);
  return `${isEntry ? labelOf(site, entry) : 'Entry'}, ${menu.name}`;
}
