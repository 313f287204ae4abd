import { BLEND_MODES } from '../src/colour/blend.ts';
import { LAYER_NAMES, type LayerName, type LayerValues } from '../src/layers/index.ts';
import { EASINGS } from '../src/model/easings.ts';
import type { Look } from '../src/model/look.ts';
import type { ColourUse } from '../src/model/palette.ts';
import { random } from './made.ts';

/** Values of every layer by chance: what is compared with the browser, and what the table is walked with. */

/** Choices by chance. */
export interface Chance {
  pick<T>(list: readonly T[]): T;
  between(low: number, high: number): number;
  colour(): ColourUse;
}

const COLOURS = ['#ffffff', '#0d1730', '#eef2f6', '#767676', '#7a1f1f', '#1d8a6b', '#e8b34a', '#000000'];

/** The same choices for the same seed. */
export function chanceOf(seed: number): Chance {
  const next = random(seed * 7919 + 3);
  for (let i = 0; i < 5; i++) next();
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  return {
    pick,
    between: (low, high) => Math.round(low + next() * (high - low)),
    colour: () => ({ colour: pick(COLOURS) }),
  };
}

const tint = ({ colour, between }: Chance) => ({ colour: colour(), opacity: between(2, 8) / 10 });

/** A layer that is there, by chance. A new layer has its line here, or this is refused by the compiler. */
export const BY_CHANCE: { [N in LayerName]: (by: Chance, picture: string) => NonNullable<LayerValues[N]> } = {
  ink: ({ colour, pick }) => ({
    link: colour(),
    hover: colour(),
    current: colour(),
    pressed: colour(),
    focused: colour(),
    open: colour(),
    ring: colour(),
    logo: pick(['light', 'dark']),
  }),
  cue: ({ between, pick }) => ({
    hover: between(1, 4),
    current: between(1, 4),
    offset: between(2, 8),
    share: between(30, 100),
    rest: between(0, 3),
    restOffset: between(2, 8),
    restShare: between(0, 100),
    opacity: between(2, 8) / 8,
    restOpacity: between(0, 8) / 8,
    from: pick(['start', 'middle', 'end']),
    duration: between(0, 400),
    easing: pick(EASINGS),
  }),
  backing: (by) => ({
    rest: tint(by),
    hover: tint(by),
    current: tint(by),
    focused: tint(by),
    pressed: tint(by),
    open: tint(by),
    reach: by.between(2, 20),
    height: by.between(20, 50),
    hoverReach: by.between(0, 30),
    hoverHeight: by.between(20, 60),
    radius: by.between(0, 16),
  }),
  buttons: (by) => ({
    fill: tint(by),
    ink: by.colour(),
    line: by.colour(),
    currentFill: tint(by),
    currentInk: by.colour(),
    currentLine: by.colour(),
    focusedFill: tint(by),
    focusedInk: by.colour(),
    focusedLine: by.colour(),
    hoverFill: tint(by),
    hoverInk: by.colour(),
    hoverLine: by.colour(),
    pressedFill: tint(by),
    pressedInk: by.colour(),
    pressedLine: by.colour(),
    thickness: by.between(0, 4),
    radius: by.between(0, 20),
    ...(by.pick([true, false]) && {
      shadowX: by.between(-8, 8),
      shadowY: by.between(-4, 10),
      shadowBlur: by.pick([0, 4, 18]),
      shadowSpread: by.between(-4, 8),
      shadowColour: by.colour(),
      shadowOpacity: by.between(3, 10) / 10,
    }),
  }),
  textShadow: ({ colour, between }) => ({
    x: between(-2, 2),
    y: between(-2, 2),
    blur: between(0, 8),
    colour: colour(),
    opacity: between(5, 10) / 10,
  }),
  edge: ({ colour, between }) => ({
    on: true,
    colour: colour(),
    thickness: between(1, 4),
    above: { width: between(0, 4), colour: colour() },
    start: { width: between(0, 4), colour: colour() },
    end: { width: between(0, 4), colour: colour() },
  }),
  shadow: ({ colour, between }) => ({
    x: between(-4, 4),
    y: between(0, 8),
    blur: between(0, 20),
    spread: between(-4, 4),
    colour: colour(),
    opacity: between(2, 8) / 10,
  }),
  cut: ({ between }) => ({ start: between(0, 30), middle: between(1, 30), end: between(0, 30) }),
  tint: ({ colour, between }) => ({ colour: colour(), opacity: between(2, 7) / 10 }),
  picture: ({ pick, between, colour }, picture) => ({
    on: true,
    picture,
    size: pick(['cover', 'contain']),
    x: between(0, 100),
    y: between(0, 100),
    repeat: pick(['no-repeat', 'repeat', 'repeat-x', 'repeat-y']),
    blend: pick(BLEND_MODES),
    opacity: between(4, 10) / 10,
    fallback: { colour: colour(), opacity: between(0, 5) / 10 },
    mask: {
      angle: pick([0, 90, 135]),
      stops: [
        { at: 0, opacity: 1 },
        { at: between(50, 100), opacity: between(0, 5) / 10 },
      ],
    },
    secondMask: {
      angle: pick([45, 180, 270]),
      stops: [
        { at: between(0, 40), opacity: between(3, 10) / 10 },
        { at: 100, opacity: between(0, 5) / 10 },
      ],
    },
  }),
  gradient: (by) => ({
    on: true,
    angle: by.pick([0, 90, 180, 37, 205, -120]),
    stops: [0, 45, 100].slice(0, by.between(2, 3)).map((at) => ({ at, ...tint(by) })),
  }),
  fill: ({ colour, between }) => ({ colour: colour(), opacity: between(2, 9) / 10 }),
  blur: ({ between }) => ({ radius: between(2, 14) }),
};

/** A look that sets some layers by chance, and no others. */
export function lookByChance(
  by: Chance,
  names: readonly LayerName[] = LAYER_NAMES,
  picture = 'aurora',
): Look {
  return Object.fromEntries(names.map((name) => [name, BY_CHANCE[name](by, picture)]));
}
