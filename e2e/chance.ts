import sharp from 'sharp';
import { foldOf } from '@hatrail/core/header/fold';
import { PLACES, type Header, type Look, type Manner, type Rail } from '@hatrail/core/model/header';
import type { Item, MenuItem } from '@hatrail/core/model/item';
import type { Picture } from '@hatrail/core/model/picture';
import type { Band } from '@hatrail/core/model/page';
import { FAMILY_IDS, LETTER_CASES, WEIGHTS, type TypeStyle } from '@hatrail/core/model/type';
import type { Site } from '@hatrail/core/model/site';
import { followHeaders } from '@hatrail/core/placed/follows';
import { BY_CHANCE } from '../core/test/layersByChance.ts';
import { MADE, bandByChance, chances, madePictures, type Chances, type Dressed } from './dressed.ts';

/**
 * Headers by chance that have one of everything: items of all kinds whose grounds reach their neighbours, looks that are
 * set at any one moment alone, every manner, up to five translucent layers one over another, all families, logos of many
 * shapes, pages that turn and pages that are pictures. The same for the same seed.
 */

const svg = (shapes: string) =>
  Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="160" height="40" viewBox="0 0 160 40">${shapes}</svg>`,
  );

/** Logos of many shapes, in one colour each. */
const LOGOS: Record<string, (colour: string) => Promise<Buffer> | Buffer> = {
  'squares.svg': (c) =>
    svg(
      `<g fill="${c}"><rect x="3.3" y="5.2" width="20" height="29"/><rect x="30.7" y="8.6" width="31" height="23" rx="4"/><rect x="80" y="3" width="60" height="9"/></g>`,
    ),
  'rounds.svg': (c) =>
    svg(`<g fill="${c}"><circle cx="20" cy="20" r="15"/><ellipse cx="100" cy="20" rx="40" ry="14"/></g>`),
  'strokes.svg': (c) =>
    svg(
      `<g fill="none" stroke="${c}" stroke-width="5"><path d="M5 35L25 5L45 35"/><circle cx="80" cy="20" r="13"/><line x1="110" y1="5" x2="150" y2="35"/></g>`,
    ),
  'cut.png': async (c) =>
    sharp(await LOGOS['squares.svg']!(c), { density: 288 })
      .resize(640, 160)
      .png()
      .toBuffer(),
};
const LOGO_FILES = Object.keys(LOGOS).flatMap((file) => [
  { file: `light-${file}`, make: () => LOGOS[file]!('#ffffff') },
  { file: `dark-${file}`, make: () => LOGOS[file]!('#10201c') },
]);
for (const { file, make } of LOGO_FILES) MADE[file] = make;
const logoPictures: Picture[] = LOGO_FILES.map(({ file }) => ({
  id: file.replace(/\W/g, '-'),
  name: file,
  file,
  ...(file.endsWith('.png') ? { width: 640, height: 160 } : { width: 160, height: 40 }),
  alt: '',
}));

/** A lower edge of a band. */
const edgeByChance = ({ between }: Chances) => ({
  start: between(0, 60),
  middle: between(0, 60),
  end: between(0, 60),
});

/** Pictures that may take the place of another wherever that lies: none of them is a pattern of a pixel or two. */
const SMOOTH = ['aurora', 'dome', 'planet', 'limb', 'overlay'] as const;

const MANNERS: { manner: Partial<Manner>; what: string; leaves?: boolean; turning?: boolean }[] = [
  { what: 'stays', manner: { onScroll: 'stays' } },
  { what: 'returns', manner: { onScroll: 'returns' } },
  { what: 'leaves', manner: { onScroll: 'leaves' } },
  { what: 'bottom', manner: { onScroll: 'bottom' } },
  { what: 'smaller', manner: { onScroll: 'stays', smaller: 22 } },
  { what: 'ground', manner: { onScroll: 'stays', switch: { at: 'ground', distance: 40, first: 'light' } } },
  { what: 'rail that leaves', manner: { onScroll: 'stays' }, leaves: true },
  { what: 'along with the scroll', manner: { onScroll: 'stays', stretch: 120 }, turning: true },
];

/**
 * What came later, of a chance of its own, so that all else stays as it is: a style of buttons, one of them cut loose; lines that are
 * there at rest and come from a side; backings that grow; a search field that stands open.
 */
function wearMore(
  header: Header,
  rails: Rail[],
  by: Chances,
  moments: readonly ('top' | 'scrolled' | 'back')[],
): void {
  const wear = (make: (look: Look) => void) => {
    const looks = by.chance(0.6) ? header.looks : (rails.at(-1)!.looks ??= {});
    make((looks[by.pick(moments)] ??= {}));
  };
  if (by.chance(0.6)) wear((look) => (look.buttons = BY_CHANCE.buttons(by, '')));
  if (by.chance(0.6)) wear((look) => (look.cue = { ...look.cue, ...BY_CHANCE.cue(by, '') }));
  if (by.chance(0.5))
    wear((look) => {
      look.backing = { ...look.backing, hoverReach: by.between(0, 30), hoverHeight: by.between(20, 70) };
    });
  const button = rails.flatMap(({ end }) => end).find(({ kind }) => kind === 'button');
  if (button?.kind === 'button' && by.chance(0.25)) button.loose = true;
  if (by.chance(0.4))
    rails.at(-1)!.end.push({
      kind: 'search',
      id: 'find',
      size: 20,
      label: 'Find',
      to: { address: '/find' },
      field: { width: by.between(120, 180), fill: by.colour(), ink: by.colour(), radius: by.between(0, 20) },
    });
}

/**
 * What lies round the box, and what hangs over its edge onto that: shadow, lines, a cut edge, a first rail that runs the full
 * width, a text that reaches into another rail or out of all, and a logo that does.
 */
function hangOut(header: Header, rails: Rail[], by: Chances): void {
  const { top } = header.looks;
  if (by.chance(0.5))
    top.shadow = {
      x: by.between(-10, 10),
      y: by.between(-8, 20),
      blur: by.pick([0, 6, 18, 44]),
      spread: by.between(-6, 8),
      colour: by.colour(),
      opacity: by.between(3, 10) / 10,
    };
  const line = () => ({ width: by.between(0, 12), colour: by.colour() });
  if (by.chance(0.4))
    top.edge = { on: true, colour: by.colour(), thickness: by.between(1, 12), above: line(), end: line() };
  if (by.chance(0.3))
    top.cut = { start: by.between(0, 30), middle: by.between(0, 40), end: by.between(0, 30) };
  if (rails.length > 1 && by.chance(0.5)) {
    header.extent ??= {
      top: by.between(0, 16),
      sides: by.between(8, 40),
      linked: false,
      radius: by.between(0, 20),
    };
    rails[0]!.full = true;
  }
  if (by.chance(0.7)) {
    const rail = by.pick(rails);
    const down = rail === rails[0] || by.chance(0.7);
    const shift = (down ? 1 : -1) * by.between(24, 60);
    const to = by.chance(0.6) && { to: { address: '/hung' } };
    rail.middle.push({ kind: 'text', id: 'hung', text: 'Hanging', size: by.between(12, 18), shift, ...to });
  }
  const items = rails.flatMap(({ start, middle, end }) => [...start, ...middle, ...end]);
  const logo = items.find((item) => item.kind === 'logo');
  if (logo && by.chance(0.5)) logo.shift = by.between(-24, 60);
}

/** A header with one of everything, over a page that is hard to read on. */
export function chanceSite(base: Site, seed: number): Dressed {
  const by = chances(seed + 5000);
  const { chance, pick, between, colour } = by;
  const { manner, leaves = false, turning = false } = MANNERS[seed % MANNERS.length]!;
  const tint = () => ({ colour: colour(), opacity: between(2, 10) / 10 });
  // Of a chance of its own, so that all else stays as it is.
  const letters = chances(seed + 9000);
  const extra = chances(seed + 170_000);
  const textShadow = () =>
    letters.chance(0.3) && {
      textShadow: {
        x: letters.between(-2, 2),
        y: letters.between(-2, 2),
        blur: letters.between(0, 8),
        colour: letters.colour(),
        opacity: letters.between(5, 10) / 10,
      },
    };
  const moments =
    manner.onScroll === 'returns' ? (['top', 'scrolled', 'back'] as const) : (['top', 'scrolled'] as const);
  /** A look that is there at one moment alone. */
  const alone = (look: Look) => ({ [pick(moments)]: look });
  const fade = () => ({
    on: true,
    angle: pick([0, 90, 180]),
    stops: [
      { at: 0, colour: colour(), opacity: 0.4 },
      { at: 100, colour: colour(), opacity: 0.1 },
    ],
  });
  const ground = (): Look => ({
    ...(chance(0.7) && { fill: { colour: colour(), opacity: between(1, 6) / 10 } }),
    ...(chance(0.4) && { gradient: fade() }),
    ...(chance(0.4) && { tint: { colour: colour(), opacity: between(1, 4) / 10 } }),
  });
  const backing = (): Look['backing'] => ({
    ...(chance(0.6) && { rest: tint() }),
    ...(chance(0.6) && { hover: tint() }),
    ...(chance(0.5) && { current: tint() }),
    ...(chance(0.5) && { focused: tint() }),
    ...(chance(0.4) && { pressed: tint() }),
    ...(chance(0.4) && { open: tint() }),
    reach: between(2, 30),
    height: between(20, 80),
    radius: between(0, 16),
  });
  const itemBacking = () =>
    chance(0.5) && {
      backing: {
        colour: colour(),
        opacity: between(2, 9) / 10,
        ...(chance(0.5) && { hover: colour() }),
        x: between(0, 12),
        y: extra.pick([0, 0, 2, 5]),
        radius: between(0, 12),
      },
    };
  const to = { address: '/x' };
  /** At an edge of a rail that gets smaller, where it moves otherwise than the rail. */
  const edge = () =>
    manner.smaller !== undefined && { align: letters.pick(['start', 'middle', 'end'] as const) };
  const menu: MenuItem = {
    kind: 'menu',
    id: 'menu',
    menu: 'main',
    gap: between(4, 18),
    ...edge(),
    ...itemBacking(),
  };
  const text = (id: string): Item => ({
    kind: 'text',
    id,
    text: pick(['01632 960 123', 'Dark skies, open doors', 'AV To Ya']),
    size: between(12, 18),
    ...edge(),
    ...(chance(0.5) && { to }),
    ...itemBacking(),
    ...(chance(0.4) && { looks: alone({ ink: { link: colour() }, backing: backing() }) }),
  });
  const button: Item = {
    kind: 'button',
    id: 'button',
    label: 'Book a night',
    ...to,
    ink: colour(),
    fill: colour(),
    hoverFill: colour(),
    radius: between(0, 20),
  };
  const icons: Item = {
    kind: 'icons',
    id: 'icons',
    size: 20,
    ...edge(),
    gap: between(2, 10),
    links: [
      { id: 'one', label: 'One', icon: 'globe', ...to },
      { id: 'two', label: 'Two', icon: 'phone', ...to },
    ],
  };
  const basket: Item = { kind: 'basket', id: 'basket', size: 22, label: 'Basket', to, count: 3 };
  const logo: Item = { kind: 'logo', id: 'logo', height: between(20, 36), ...itemBacking() };
  const rail = (items: Partial<Pick<Rail, 'start' | 'middle' | 'end'>>): Rail => ({
    height: between(48, 80),
    inset: between(8, 30),
    gap: between(0, 20),
    ...(chance(0.5) && { looks: alone({ ...ground(), ...(chance(0.5) && { ink: { hover: colour() } }) }) }),
    start: [],
    middle: [],
    end: [],
    ...items,
  });
  const rails = leaves
    ? [
        { ...rail({ start: [text('above')], end: [icons] }), leaves: true },
        rail({ start: [logo], end: [menu, button] }),
      ]
    : chance(0.5)
      ? [rail({ start: [logo, text('line')], end: [menu, button, basket] })]
      : [rail({ start: [logo], end: [menu, button] }), rail({ start: [text('line')], end: [icons, basket] })];
  const ink = { link: colour(), hover: colour(), current: colour(), logo: pick(['light', 'dark'] as const) };
  const later = alone({ backing: backing(), ink: { focused: colour(), pressed: colour() } });
  const header: Header = {
    ...base.headers[0]!,
    rails,
    looks: {
      top: {
        ink,
        ...ground(),
        ...(chance(0.3) && { blur: { radius: between(3, 12) } }),
        ...textShadow(),
        ...later.top,
      },
      scrolled: { ...ground(), ...later.scrolled },
      ...(manner.onScroll === 'returns' && { back: { ...later.back } }),
    },
    manner: {
      ...base.headers[0]!.manner,
      lies: pick(['over', 'above'] as const),
      switch: { at: 'distance', distance: 90 },
      ...manner,
    },
  };
  wearMore(header, rails, chances(seed + 90_000), moments);
  // Of a chance of its own, too: the name with its tagline, a box of its own width, and where the menu button hangs.
  const named = chances(seed + 70_000);
  if (named.chance(0.5))
    rails[0]!.start.push({
      kind: 'name',
      id: 'name',
      size: named.between(14, 22),
      tagline: true,
      ...(named.chance(0.6) && { beside: true }),
      ...(named.chance(0.7) && { taglineInk: named.colour() }),
    });
  if (named.chance(0.4))
    header.extent = { top: 8, sides: 12, max: named.between(700, 1100), linked: false, radius: 10 };
  if (named.chance(0.4))
    header.fold = {
      ...foldOf(header),
      // The eighth is seen at every scroll, with all that hangs in it.
      ...(seed % 8 !== 0 && named.chance(0.5) && { always: true }),
      button: { place: named.pick(PLACES) },
    };
  if (named.chance(0.4)) menu.letterCase = named.pick(LETTER_CASES);
  if (named.chance(0.6) || header.extent) hangOut(header, rails, chances(seed + 110_000));
  const family = FAMILY_IDS[seed % FAMILY_IDS.length]!;
  const entries = [
    { id: 'own', label: 'Opening nights', page: 'home' },
    {
      id: 'kids',
      label: 'To Visit',
      page: 'log',
      children: [{ id: 'child', label: 'Child', address: '/c' }],
    },
    { id: 'out', label: 'AV Tours', address: '/o', standsOut: true },
    { id: 'last', label: 'Yarrow', address: '/y' },
  ];
  const shape = seed % Object.keys(LOGOS).length;
  const [light, dark] = [0, 1].map((i) => logoPictures[2 * shape + i]!.id);
  const isSnapshot = seed % 7 === 3 && manner.switch === undefined && !turning;
  const inks = chances(seed + 130_000);
  /** A band whose picture stands elsewhere where it is narrower. */
  const placed = (band: Band): Band => {
    if (band.backdrop.picture && inks.chance(0.5))
      band.backdrop.picture.steps = [
        { below: 1250, x: inks.between(0, 100), y: inks.between(0, 100) },
        { below: 1100, x: 0 },
      ];
    return band;
  };
  const bands = Array.from({ length: 8 }, (_, i): Band => ({
    ...placed(bandByChance(by, `band-${i}`, false)),
    ...(inks.chance(0.3) && {
      edge: { ...edgeByChance(inks), ...(inks.chance(0.2) && { hover: edgeByChance(inks) }) },
    }),
    ...(turning && {
      contents: [{ kind: 'paragraph' as const, text: 'Words that go along' }],
      turns: {
        tint: { colour: colour(), opacity: between(3, 9) / 10 },
        from: between(-150, 50),
        over: between(60, 300),
        ...(inks.chance(0.6) && { ink: inks.colour() }),
        ...(inks.chance(0.5) && { picture: inks.pick(SMOOTH) }),
      },
    }),
  }));
  // In one band pictures take turns.
  const taking = chances(seed + 190_000);
  const turned = bands.find(({ backdrop }) => backdrop.picture);
  if (turned && taking.chance(0.5))
    turned.backdrop.picture!.takeTurns = {
      pictures: Array.from({ length: taking.between(1, 2) }, () => taking.pick(SMOOTH)),
      every: 6,
    };
  // Titles stand on a shadow of their own, on one line or several.
  const shading = chances(seed + 210_000);
  const isShaded = !turning && shading.chance(0.3);
  const shaded = {
    level: 1 as const,
    style: { ...base.type.heading, size: shading.between(20, 60), lineHeight: shading.between(9, 14) / 10 },
    shadow: {
      colour: shading.colour(),
      opacity: shading.between(3, 10) / 10,
      blur: shading.pick([0, 2, 6, 12, 24]),
      x: shading.between(-6, 6),
      y: shading.between(-6, 6),
    },
  };
  if (isShaded)
    for (const band of bands.slice(0, 3))
      band.contents = [
        { kind: 'heading', level: 1, text: 'Dark skies over a quiet valley, and its doors open' },
        { kind: 'paragraph', text: 'Words that stand beside its shadow' },
      ];
  const known = base.pictures.map(({ id }) => id);
  const site: Site = {
    ...base,
    tagline: 'Open tonight',
    pictures: [
      ...base.pictures,
      ...[...madePictures, ...logoPictures].filter(({ id }) => !known.includes(id)),
    ],
    logo: { ...base.logo, variants: { light: light!, dark: dark! } },
    type: {
      ...base.type,
      ...(isShaded && { level: shaded }),
      menu: { ...base.type.menu, family, size: between(13, 19), letterSpacing: pick([0, 0, 1]) },
      button: { ...base.type.button, family },
    },
    menus: [{ id: 'main', name: 'Main', entries }],
    pages: base.pages.map((page, i) =>
      i > 0
        ? { ...page, bands: [] }
        : isSnapshot
          ? { ...page, bands: [], snapshots: [{ width: 1280, picture: 'dome' }] }
          : { ...page, bands },
    ),
    headers: [header],
  };
  // Some are set in letters of their own, which nothing else of the site is.
  if (inks.chance(0.4)) {
    const { menu, button, heading } = site.type;
    const apart = (style: TypeStyle): TypeStyle => ({
      ...style,
      family: inks.pick(FAMILY_IDS),
      weight: inks.pick(WEIGHTS),
      letterSpacing: inks.pick([0, 0.5, 2]),
      letterCase: inks.pick(LETTER_CASES),
    });
    header.type = {
      menu: { ...apart(menu), size: inks.between(12, 22), lineHeight: inks.between(11, 17) / 10 },
      ...(inks.chance(0.5) && { currentWeight: inks.pick(WEIGHTS) }),
      ...(inks.chance(0.5) && { button: apart(button) }),
      ...(inks.chance(0.5) && { name: apart(heading) }),
    };
  }
  // Some bands wear the ground of the header that is judged over them.
  for (const band of site.pages[0]!.bands)
    if (extra.chance(0.15)) band.follows = { header: header.id, moment: extra.pick(['top', 'scrolled']) };
  const scrolls =
    manner.onScroll === 'leaves' ? [0, 9, 21, 33] : [0, between(1, 89), between(90, 200), between(201, 500)];
  followHeaders(site);
  return { site, header, width: pick([1280, 1180, 1366]), scrolls, windowHeight: 320 };
}
