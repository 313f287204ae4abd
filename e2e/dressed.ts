import sharp from 'sharp';
import { BLEND_MODES } from '@hatrail/core/colour/blend';
import { REPEATS, type GradientStop } from '@hatrail/core/model/layer';
import type { Header, Look, Rail } from '@hatrail/core/model/header';
import type { Item } from '@hatrail/core/model/item';
import type { Band } from '@hatrail/core/model/page';
import type { ColourUse } from '@hatrail/core/model/palette';
import type { Picture } from '@hatrail/core/model/picture';
import type { Site } from '@hatrail/core/model/site';
import { BY_CHANCE } from '../core/test/layersByChance.ts';
import { random } from '../core/test/made.ts';

/** Headers dressed by chance over pages that are hard to read on: the same for the same seed. */

const SIZE = 96;

/** A picture made of a function of its pixels: red, green, blue and alpha, 0 to 255. */
function png(pixel: (x: number, y: number) => readonly [number, number, number, number]): Promise<Buffer> {
  const data = Buffer.alloc(4 * SIZE * SIZE);
  for (let y = 0; y < SIZE; y++) for (let x = 0; x < SIZE; x++) data.set(pixel(x, y), 4 * (y * SIZE + x));
  return sharp(data, { raw: { width: SIZE, height: SIZE, channels: 4 } })
    .png()
    .toBuffer();
}

const grey = (v: number, a = 255) => [v, v, v, a] as const;

/** Pictures beside the demo's own: the awkward ones. */
export const MADE: Record<string, () => Promise<Buffer> | Buffer> = {
  'checks.png': () => png((x, y) => grey(((x >> 1) + (y >> 1)) % 2 ? 255 : 0)),
  'sparks.png': () => {
    const chance = random(3);
    return png(() => (chance() < 0.04 ? grey(255) : ([8, 12, 40, 255] as const)));
  },
  'overlay.png': () => png((x, y) => [180, 40 + 2 * y, 90, Math.round((255 * x) / SIZE)] as const),
  'limb.png': () => png((x, y) => grey(Math.hypot(x - 10, y - 48) < 40 ? 240 : 12)),
  'dots.svg': () =>
    Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="24" height="24"><circle cx="12" cy="12" r="7" fill="#e8b34a"/></svg>',
    ),
};

export const madePictures: Picture[] = Object.keys(MADE).map((file) => {
  const side = file.endsWith('.svg') ? 24 : SIZE;
  return { id: file.replace(/\..*/, ''), name: file, file, width: side, height: side, alt: '' };
});

const COLOURS = ['#ffffff', '#0d1730', '#eef2f6', '#767676', '#7a1f1f', '#1d8a6b', '#e8b34a', '#000000'];
const BLENDS = BLEND_MODES.slice(0, 16);

export function chances(seed: number) {
  const next = random(seed * 104729 + 11);
  for (let i = 0; i < 5; i++) next();
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  const between = (low: number, high: number) => Math.round(low + next() * (high - low));
  return {
    chance: (p: number) => next() < p,
    pick,
    between,
    colour: (): ColourUse => ({ colour: pick(COLOURS) }),
  };
}
export type Chances = ReturnType<typeof chances>;

function ground({ chance, pick, between, colour }: Chances, isRail: boolean): Look {
  const worn = pick(['aurora', 'dome', 'checks', 'overlay', 'limb', 'dots']);
  const stops = (count: number): GradientStop[] =>
    Array.from({ length: count }, (_, i) => ({
      at: Math.min(100, Math.max(0, Math.round((100 * i) / (count - 1)) + between(-12, 12))),
      colour: colour(),
      opacity: between(0, 10) / 10,
    }));
  return {
    ...(chance(0.6) && { fill: { colour: colour(), opacity: between(0, 100) / 100 } }),
    ...(chance(0.45) && {
      gradient: { on: true, angle: pick([0, 90, 180, 37, 205, -120]), stops: stops(between(2, 4)) },
    }),
    ...(chance(0.35) && {
      picture: {
        on: true,
        picture: worn,
        size: pick(['cover', 'contain'] as const),
        // Patterns of a pixel or two are drawn in their own size: no two rasters make a smaller one alike.
        ...(chance(0.4) && { drawnWidth: pick([24, 48, 96, 192, 300]) }),
        ...(worn !== 'checks' && chance(0.25) && { share: between(20, 150) }),
        ...(worn === 'checks' && { drawnWidth: SIZE }),
        x: pick([0, 50, 100]),
        y: pick([0, 50, 100]),
        repeat: pick(REPEATS),
        opacity: between(3, 10) / 10,
        blend: chance(0.5) ? pick(BLENDS) : 'normal',
        ...(chance(0.4) && {
          mask: {
            angle: pick([0, 90, 135]),
            stops: [
              { at: 0, opacity: 1 },
              { at: between(50, 100), opacity: 0 },
            ],
          },
        }),
        ...(chance(0.25) && {
          secondMask: {
            angle: pick([180, 270, 30]),
            stops: [
              { at: 0, opacity: 1 },
              { at: between(40, 100), opacity: 0.2 },
            ],
          },
        }),
        ...(chance(0.3) && { fallback: { colour: colour(), opacity: 0.5 } }),
      },
    }),
    ...(chance(0.25) && { tint: { colour: colour(), opacity: between(1, 7) / 10 } }),
    ...(!isRail && chance(0.35) && { blur: { radius: between(2, 18) } }),
    ...(!isRail && chance(0.35) && { buttons: BY_CHANCE.buttons({ pick, between, colour }, '') }),
    ...(!isRail &&
      chance(0.3) && {
        textShadow: {
          x: between(-2, 2),
          y: between(-2, 3),
          blur: between(0, 10),
          colour: colour(),
          opacity: 0.8,
        },
      }),
  };
}

/**
 * @param isFine with patterns of a pixel or two, which no two rasters make alike smaller, moved or blurred
 */
export function bandByChance(by: Chances, id: string, isFine = true): Band {
  const { chance, pick, between, colour } = by;
  const any = pick([
    'aurora',
    'dome',
    'planet',
    'checks',
    'sparks',
    'limb',
    'dots',
    undefined,
    undefined,
  ] as const);
  const isFinePattern = ['checks', 'sparks', 'dots'].includes(any ?? '');
  const isTile = isFinePattern && isFine;
  const picture = isFinePattern && !isFine ? 'limb' : any;
  return {
    id,
    name: id,
    height: { unit: 'px', value: between(60, 260) },
    backdrop: {
      colour: colour(),
      ...(picture && {
        picture: {
          picture,
          size: 'cover',
          // Small tiles begin at whole pixels: between two, the GPU raster in use weighs texels in sixteenths.
          x: isTile ? 0 : between(0, 100),
          y: isTile ? 0 : between(0, 100),
          repeat: 'repeat',
          ...(!isFinePattern && chance(0.3) && { share: between(30, 160) }),
          ...(isTile && {
            drawnWidth: picture === 'dots' ? 24 : SIZE,
          }),
        },
      }),
      ...(!picture &&
        chance(0.5) && {
          gradient: {
            angle: pick([0, 90, 45]),
            stops: [
              { at: 0, colour: colour(), opacity: 1 },
              { at: 100, colour: colour(), opacity: 1 },
            ],
          },
        }),
    },
    ink: { colour: '#000000' },
    contents: [],
  };
}

export interface Dressed {
  site: Site;
  header: Header;
  width: number;
  /** Scrolls at which it is looked at: some at the top, some after. */
  scrolls: number[];
  windowHeight: number;
}

/** How the later of the made headers behave, one after the other. */
const MANNERS: Partial<Header['manner']>[] = [
  { onScroll: 'returns' },
  { onScroll: 'bottom' },
  { smaller: 30, onScroll: 'stays' },
  { onScroll: 'stays', switch: { at: 'ground', distance: 40, first: 'light' } },
  { smaller: 24, onScroll: 'returns', switch: { at: 'band', band: 1, distance: 40 } },
];
const FIRST_BY_TURN = 20;
/** The last of them change along with the scroll. */
const FIRST_BY_SCROLL = 29;
/** Their links stand on grounds of their own. */
const PLATES = {
  rest: { colour: { colour: '#767676' }, opacity: 0.4 },
  hover: { colour: { colour: '#1c6b4a' }, opacity: 0.8 },
  height: 30,
  reach: 6,
  radius: 8,
};

/** A header of one to three rails in a look made up by chance, over a page of hard bands. */
export function dressedSite(base: Site, seed: number): Dressed {
  const by = chances(seed);
  const { chance, pick, between, colour } = by;
  const known = base.pictures.map(({ id }) => id);
  const [first] = base.headers;
  const items = (r: number): Item[] => [
    {
      kind: 'text',
      id: `line-${r}`,
      text: pick(['01632 960 123', 'Dark skies', 'AV']),
      size: between(12, 20),
    },
  ];
  const rails = Array.from({ length: pick([1, 1, 2, 3]) }, (_, r): Rail => {
    const look = r > 0 || chance(0.4) ? { top: ground(by, true), scrolled: ground(by, true) } : undefined;
    return {
      height: between(40, 96),
      inset: between(8, 60),
      gap: 16,
      ...(look && { looks: look }),
      start: r === 0 ? [{ kind: 'logo', id: 'logo', height: 28 }] : items(r),
      middle: [],
      end: r === 0 ? [{ kind: 'menu', id: 'menu', menu: 'main', gap: 20 }] : [],
    };
  });
  const ink = { link: colour(), hover: colour(), current: colour(), logo: pick(['light', 'dark'] as const) };
  const header: Header = {
    ...first!,
    rails,
    ...(chance(0.35) && {
      extent: { top: between(0, 20), sides: between(4, 60), linked: false, radius: between(0, 24) },
    }),
    looks: {
      top: { ink, ...ground(by, false), ...(seed >= FIRST_BY_TURN && { backing: PLATES }) },
      scrolled: { ...ground(by, false), ink: { link: colour() } },
    },
    manner: {
      ...first!.manner,
      lies: pick(['over', 'over', 'above'] as const),
      onScroll: pick(['stays', 'stays', 'leaves'] as const),
      switch: { at: 'distance', distance: 40 },
      ...(seed >= FIRST_BY_TURN && MANNERS[seed % MANNERS.length]),
      ...(seed >= FIRST_BY_SCROLL && {
        onScroll: (['stays', 'returns', 'bottom', 'stays'] as const)[seed % 4]!,
        ...(seed % 4 === 3 && { smaller: 24 }),
        switch: { at: 'distance', distance: 150 },
        stretch: 200,
      }),
    },
  };
  const turning = (): Band['turns'] => ({
    tint: { colour: colour(), opacity: between(3, 10) / 10 },
    from: between(-150, 50),
    over: between(60, 400),
  });
  const bands = Array.from({ length: 9 }, (_, i): Band => {
    const plain = bandByChance(by, `band-${i}`);
    if (seed < FIRST_BY_SCROLL) return plain;
    // These turn, and their gradients fade out towards the end.
    plain.backdrop.gradient?.stops.forEach((stop, n) => (stop.opacity = n === 0 ? 0.9 : 0.1));
    return { ...plain, turns: turning()! };
  });
  const menu = base.type.menu;
  const site: Site = {
    ...base,
    pictures: [...base.pictures, ...madePictures.filter(({ id }) => !known.includes(id))],
    type: {
      ...base.type,
      menu: {
        ...menu,
        size: pick([menu.size, menu.size, 13, 3 * menu.size]),
        letterSpacing: pick([0, 0, 1.5, 3]),
      },
    },
    menus: base.menus.map((old) => (old.id === 'main' ? { ...old, entries: old.entries.slice(0, 4) } : old)),
    pages: base.pages.map((page, i) => (i === 0 ? { ...page, bands } : { ...page, bands: [] })),
    headers: [header],
  };
  const leaves = header.manner.onScroll === 'leaves';
  const scrolls = leaves
    ? [0, 7, 15, 23, 31, 41]
    : seed >= FIRST_BY_SCROLL
      ? [51, between(60, 120), 149, 150, between(170, 240), 250]
      : [0, between(1, 39), 40, between(41, 300), between(301, 600), between(601, 900)];
  return { site, header, width: pick([1280, 1280, 1003, 768, 1536, 390]), scrolls, windowHeight: 320 };
}

/** Some seeds, one after another. */
export const seeds = (count: number, first = 1) => Array.from({ length: count }, (_, i) => first + i);
/** Every dressed header of the first kinds, of those that behave in turn, and of those that change by scroll. */
export const DRESSED = [...seeds(8), ...seeds(6, 20), ...seeds(4, 29)];
