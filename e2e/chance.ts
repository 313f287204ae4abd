import { foldOf } from '@hatrail/core/header/fold';
import { PLACES, type Header, type Manner } from '@hatrail/core/model/header';
import type { MenuItem } from '@hatrail/core/model/item';
import { FAMILY_IDS, LETTER_CASES, WEIGHTS, type TypeStyle } from '@hatrail/core/model/type';
import type { Site } from '@hatrail/core/model/site';
import { followHeaders } from '@hatrail/core/placed/follows';
import { LOGOS, logoPictures } from './chance/logos.ts';
import { hangOut, wearMore } from './chance/more.ts';
import { bandsByChance, pagesWith, shadeTitles } from './chance/pages.ts';
import { looksByChance, railsByChance, type Making } from './chance/rails.ts';
import { chances, madePictures, type Chances, type Dressed } from './dressed.ts';

/**
 * Headers by chance that have one of everything: items of all kinds whose grounds reach their neighbours, looks that are
 * set at any one moment alone, every manner, up to five translucent layers one over another, all families, logos of many
 * shapes, pages that turn and pages that are pictures. The same for the same seed.
 */

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

/** The name with its tagline, a box of its own width, and where the menu button hangs. */
function nameAndFold(header: Header, menu: MenuItem, seed: number): void {
  const named = chances(seed + 70_000);
  if (named.chance(0.5))
    header.rails[0]!.start.push({
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
  if (named.chance(0.6) || header.extent) hangOut(header, header.rails, chances(seed + 110_000));
}

/** Letters of the header's own, which nothing else of the site is set in. */
function typeApart(header: Header, { type }: Site, inks: Chances): void {
  const { menu, button, heading } = type;
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

const ENTRIES = [
  { id: 'own', label: 'Opening nights', page: 'home' },
  { id: 'kids', label: 'To Visit', page: 'log', children: [{ id: 'child', label: 'Child', address: '/c' }] },
  { id: 'out', label: 'AV Tours', address: '/o', standsOut: true },
  { id: 'last', label: 'Yarrow', address: '/y' },
];

/** A header with one of everything, over a page that is hard to read on. */
export function chanceSite(base: Site, seed: number): Dressed {
  const by = chances(seed + 5000);
  const { pick, between } = by;
  const { manner, leaves = false, turning = false } = MANNERS[seed % MANNERS.length]!;
  const extra = chances(seed + 170_000);
  const making: Making = {
    by,
    letters: chances(seed + 9000),
    extra,
    moments: manner.onScroll === 'returns' ? ['top', 'scrolled', 'back'] : ['top', 'scrolled'],
    manner,
  };
  const { menu, rails } = railsByChance(making, leaves);
  const header: Header = {
    ...base.headers[0]!,
    rails,
    looks: looksByChance(making),
    manner: {
      ...base.headers[0]!.manner,
      lies: pick(['over', 'above'] as const),
      switch: { at: 'distance', distance: 90 },
      ...manner,
    },
  };
  wearMore(header, rails, chances(seed + 90_000), making.moments);
  nameAndFold(header, menu, seed);
  const family = FAMILY_IDS[seed % FAMILY_IDS.length]!;
  const shape = seed % Object.keys(LOGOS).length;
  const [light, dark] = [0, 1].map((i) => logoPictures[2 * shape + i]!.id);
  const isSnapshot = seed % 7 === 3 && manner.switch === undefined && !turning;
  const inks = chances(seed + 130_000);
  const bands = bandsByChance({ by, inks, taking: chances(seed + 190_000) }, turning);
  const level = shadeTitles(base, bands, seed, turning);
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
      ...(level && { level }),
      menu: { ...base.type.menu, family, size: between(13, 19), letterSpacing: pick([0, 0, 1]) },
      button: { ...base.type.button, family },
    },
    menus: [{ id: 'main', name: 'Main', entries: structuredClone(ENTRIES) }],
    pages: pagesWith(base, bands, isSnapshot),
    headers: [header],
  };
  if (inks.chance(0.4)) typeApart(header, site, inks);
  // Some bands wear the ground of the header that is judged over them.
  for (const band of site.pages[0]!.bands)
    if (extra.chance(0.15)) band.follows = { header: header.id, moment: extra.pick(['top', 'scrolled']) };
  const scrolls =
    manner.onScroll === 'leaves' ? [0, 9, 21, 33] : [0, between(1, 89), between(90, 200), between(201, 500)];
  followHeaders(site);
  return { site, header, width: pick([1280, 1180, 1366]), scrolls, windowHeight: 320 };
}
