import type { Header, Look, Manner, Rail } from '@hatrail/core/model/header';
import type { Item, MenuItem } from '@hatrail/core/model/item';
import type { Chances } from '../dressed.ts';

/** The looks, items and rails of headers by chance: one of every kind, with grounds that reach their neighbours. */

/** What a header is made by: of chances of their own what came later, so that all else stays as it is. */
export interface Making {
  by: Chances;
  letters: Chances;
  extra: Chances;
  moments: readonly ('top' | 'scrolled' | 'back')[];
  manner: Partial<Manner>;
}

/** A look that is there at one moment alone. */
export const alone = (
  { by, moments }: Making,
  look: Look,
): Partial<Record<'top' | 'scrolled' | 'back', Look>> => ({
  [by.pick(moments)]: look,
});

const fade = ({ pick, colour }: Chances): Look['gradient'] => ({
  on: true,
  angle: pick([0, 90, 180]),
  stops: [
    { at: 0, colour: colour(), opacity: 0.4 },
    { at: 100, colour: colour(), opacity: 0.1 },
  ],
});

/** Grounds of a header or rail, each of which may be missing. */
export const groundByChance = (by: Chances): Look => ({
  ...(by.chance(0.7) && { fill: { colour: by.colour(), opacity: by.between(1, 6) / 10 } }),
  ...(by.chance(0.4) && { gradient: fade(by) }),
  ...(by.chance(0.4) && { tint: { colour: by.colour(), opacity: by.between(1, 4) / 10 } }),
});

export function backingByChance(by: Chances): Look['backing'] {
  const { chance, between } = by;
  const tint = () => ({ colour: by.colour(), opacity: between(2, 10) / 10 });
  return {
    ...(chance(0.6) && { rest: tint() }),
    ...(chance(0.6) && { hover: tint() }),
    ...(chance(0.5) && { current: tint() }),
    ...(chance(0.5) && { focused: tint() }),
    ...(chance(0.4) && { pressed: tint() }),
    ...(chance(0.4) && { open: tint() }),
    reach: between(2, 30),
    height: between(20, 80),
    radius: between(0, 16),
  };
}

export const textShadowByChance = (by: Chances): Look => ({
  ...(by.chance(0.3) && {
    textShadow: {
      x: by.between(-2, 2),
      y: by.between(-2, 2),
      blur: by.between(0, 8),
      colour: by.colour(),
      opacity: by.between(5, 10) / 10,
    },
  }),
});

const itemBacking = ({ by, extra }: Making) =>
  by.chance(0.5) && {
    backing: {
      colour: by.colour(),
      opacity: by.between(2, 9) / 10,
      ...(by.chance(0.5) && { hover: by.colour() }),
      x: by.between(0, 12),
      y: extra.pick([0, 0, 2, 5]),
      radius: by.between(0, 12),
    },
  };

/** At an edge of a rail that gets smaller, where it moves otherwise than the rail. */
const edge = ({ manner, letters }: Making) =>
  manner.smaller !== undefined && { align: letters.pick(['start', 'middle', 'end'] as const) };

const to = { address: '/x' };

function textByChance(making: Making, id: string): Item {
  const { by } = making;
  return {
    kind: 'text',
    id,
    text: by.pick(['01632 960 123', 'Dark skies, open doors', 'AV To Ya']),
    size: by.between(12, 18),
    ...edge(making),
    ...(by.chance(0.5) && { to }),
    ...itemBacking(making),
    ...(by.chance(0.4) && {
      looks: alone(making, { ink: { link: by.colour() }, backing: backingByChance(by) }),
    }),
  };
}

function railByChance(making: Making, items: Partial<Pick<Rail, 'start' | 'middle' | 'end'>>): Rail {
  const { by } = making;
  return {
    height: by.between(48, 80),
    inset: by.between(8, 30),
    gap: by.between(0, 20),
    ...(by.chance(0.5) && {
      looks: alone(making, {
        ...groundByChance(by),
        ...(by.chance(0.5) && { ink: { hover: by.colour() } }),
      }),
    }),
    start: [],
    middle: [],
    end: [],
    ...items,
  };
}

/** One rail, or two, with an item of every kind. */
export function railsByChance(making: Making, leaves: boolean): { menu: MenuItem; rails: Rail[] } {
  const { by } = making;
  const { between, colour } = by;
  const menu: MenuItem = {
    kind: 'menu',
    id: 'menu',
    menu: 'main',
    gap: between(4, 18),
    ...edge(making),
    ...itemBacking(making),
  };
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
    ...edge(making),
    gap: between(2, 10),
    links: [
      { id: 'one', label: 'One', icon: 'globe', ...to },
      { id: 'two', label: 'Two', icon: 'phone', ...to },
    ],
  };
  const basket: Item = { kind: 'basket', id: 'basket', size: 22, label: 'Basket', to, count: 3 };
  const logo: Item = { kind: 'logo', id: 'logo', height: between(20, 36), ...itemBacking(making) };
  const text = (id: string) => textByChance(making, id);
  const rail = (items: Partial<Pick<Rail, 'start' | 'middle' | 'end'>>) => railByChance(making, items);
  if (leaves)
    return {
      menu,
      rails: [
        { ...rail({ start: [text('above')], end: [icons] }), leaves: true },
        rail({ start: [logo], end: [menu, button] }),
      ],
    };
  return {
    menu,
    rails: by.chance(0.5)
      ? [rail({ start: [logo, text('line')], end: [menu, button, basket] })]
      : [rail({ start: [logo], end: [menu, button] }), rail({ start: [text('line')], end: [icons, basket] })],
  };
}

/** What the header wears itself: inks, grounds, and what is set at one moment alone. */
export function looksByChance(making: Making): Header['looks'] {
  const { by, letters, manner } = making;
  const { colour } = by;
  const ink = {
    link: colour(),
    hover: colour(),
    current: colour(),
    logo: by.pick(['light', 'dark'] as const),
  };
  const later = alone(making, {
    backing: backingByChance(by),
    ink: { focused: colour(), pressed: colour() },
  });
  return {
    top: {
      ink,
      ...groundByChance(by),
      ...(by.chance(0.3) && { blur: { radius: by.between(3, 12) } }),
      ...textShadowByChance(letters),
      ...later.top,
    },
    scrolled: { ...groundByChance(by), ...later.scrolled },
    ...(manner.onScroll === 'returns' && { back: { ...later.back } }),
  };
}
