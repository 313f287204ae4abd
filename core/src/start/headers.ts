import type { Header, Looks, Manner, PanelLook, Rail } from '../model/header.ts';
import type { ButtonItem, Item, MenuItem, TextItem } from '../model/item.ts';

/** A header that is ready hung: its rails, and how it lies. */
export interface StartHeader {
  id: string;
  name: string;
  /** What it is good for, in a line. */
  says: string;
  make(): Header;
}

const dark = { swatch: 'dark' };
const white = { swatch: 'white' };
const accent = { swatch: 'accent' };

const NAME: Item = { kind: 'name', id: 'name', size: 24, tagline: false };
const LOGO: Item = { kind: 'logo', id: 'logo', height: 40 };
const MENU: MenuItem = { kind: 'menu', id: 'menu', menu: 'main', gap: 28 };
const BUTTON: ButtonItem = {
  kind: 'button',
  id: 'button',
  label: 'Get in touch',
  address: '/#contact',
  ink: white,
  fill: dark,
  hoverFill: { swatch: 'deep' },
  radius: 20,
};
const NOTICE: TextItem = { kind: 'text', id: 'notice', text: 'Open Tuesday to Sunday', size: 14 };
const ICONS: Item = {
  kind: 'icons',
  id: 'icons',
  size: 20,
  gap: 16,
  links: [
    { id: 'phone', icon: 'phone', label: 'Call us', address: 'tel:+440000000000' },
    { id: 'mail', icon: 'mail', label: 'Write to us', address: 'mailto:hello@example.org' },
    { id: 'map', icon: 'map', label: 'Find us', address: '/#contact' },
  ],
};
const SEARCH: Item = { kind: 'search', id: 'search', size: 22, label: 'Search', to: { address: '/search' } };
const ACCOUNT: Item = {
  kind: 'account',
  id: 'account',
  size: 22,
  label: 'Your account',
  to: { address: '/account' },
};
const BASKET: Item = {
  kind: 'basket',
  id: 'basket',
  size: 22,
  label: 'Basket',
  to: { address: '/basket' },
  count: 0,
};

const rail = (places: Partial<Rail>): Rail => ({
  height: 72,
  inset: 32,
  gap: 28,
  start: [],
  middle: [],
  end: [],
  ...places,
});

/** Dark ink on a white fill, above the page: it can be read whatever comes beneath. */
const SOLID: Looks = {
  top: {
    ink: { link: dark, hover: accent, current: accent, logo: 'dark' },
    edge: { on: true, colour: { swatch: 'pale' }, thickness: 1 },
    fill: { colour: white, opacity: 1 },
  },
  scrolled: {},
};

/** White ink over the page, on a fill that comes after scrolling. */
const OVER: Looks = {
  top: {
    ink: { link: white, hover: white, current: white, logo: 'light' },
    fill: { colour: dark, opacity: 0 },
  },
  scrolled: { fill: { opacity: 0.9 } },
};

const ABOVE: Manner = {
  lies: 'above',
  onScroll: 'stays',
  switch: { at: 'distance', distance: 40 },
  duration: 200,
};
const LAID_OVER: Manner = { ...ABOVE, lies: 'over' };
const PANEL: PanelLook = { fill: white, ink: dark };

function header(name: string, rails: Rail[], more: Partial<Header> = {}): Header {
  return structuredClone({
    id: 'first',
    name,
    rails,
    looks: SOLID,
    manner: ABOVE,
    panel: PANEL,
    ...more,
  });
}

/** Six headers of our own, ready hung. */
/** The ready-hung header that lies over an opening picture. */
export const OVER_PICTURE = 'over-picture';

export const START_HEADERS: readonly StartHeader[] = [
  {
    id: 'straight',
    name: 'Straight',
    says: 'Name, menu and a button on one rail, solid above the page',
    make: () => header('Straight header', [rail({ start: [LOGO, NAME], end: [MENU, BUTTON] })]),
  },
  {
    id: OVER_PICTURE,
    name: 'Over a picture',
    says: 'White over the opening picture, a dark fill after scrolling',
    make: () =>
      header('Picture header', [rail({ height: 84, start: [LOGO, NAME], end: [MENU] })], {
        looks: OVER,
        manner: LAID_OVER,
        panel: { fill: dark, ink: white },
      }),
  },
  {
    id: 'name-between',
    name: 'Name between',
    says: 'The name in the middle, menu and icons at its sides',
    make: () => header('Balanced header', [rail({ start: [MENU], middle: [LOGO, NAME], end: [ICONS] })]),
  },
  {
    id: 'strip-above',
    name: 'Strip above',
    says: 'Hours and contact on a strip that scrolls away, the menu below stays',
    make: () =>
      header('Two-rail header', [
        rail({ height: 44, start: [NOTICE], end: [ICONS], leaves: true, inset: 32 }),
        rail({ start: [LOGO, NAME], end: [MENU, BUTTON] }),
      ]),
  },
  {
    id: 'counter',
    name: 'Shop counter',
    says: 'Search, account and basket beside the menu',
    make: () =>
      header('Shop header', [
        rail({ start: [LOGO, NAME], middle: [MENU], end: [SEARCH, ACCOUNT, BASKET], gap: 12 }),
      ]),
  },
  {
    id: 'inset',
    name: 'Inset bar',
    says: 'A bar with round corners, inset from the window’s edges',
    make: () =>
      header('Inset header', [rail({ height: 64, inset: 24, start: [LOGO, NAME], end: [MENU, BUTTON] })], {
        extent: {
          top: 16,
          sides: 24,
          linked: false,
          radius: 16,
          steps: [{ below: 600, top: 8, sides: 8 }],
        },
        manner: LAID_OVER,
        looks: { ...SOLID, top: { ...SOLID.top, edge: { on: false } } },
      }),
  },
];

/** A header with one empty rail. */
export function emptyHeader(): Header {
  return header('Header', [rail({})]);
}
