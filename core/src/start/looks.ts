import type { Looks } from '../model/header.ts';

/** Looks that are ready made: what a header wears, whatever hangs in it. */
export interface StartLook {
  id: string;
  name: string;
  /** What it is good for, in a line. */
  says: string;
  looks: Looks;
}

const dark = { swatch: 'dark' };
const white = { swatch: 'white' };
const accent = { swatch: 'accent' };

const ON_LIGHT = { link: dark, hover: accent, current: accent, logo: 'dark' } as const;
const ON_DARK = { link: white, hover: white, current: white, logo: 'light' } as const;

/** Of each ground one that hides what is beneath and one that lets it through. Their colours are roles: see `fittedTo`. */
export const START_LOOKS: readonly StartLook[] = [
  {
    id: 'light',
    name: 'Light and solid',
    says: 'Dark ink on white, with a line below',
    looks: {
      top: {
        ink: ON_LIGHT,
        fill: { colour: white, opacity: 1 },
        edge: { on: true, colour: { swatch: 'pale' }, thickness: 1 },
      },
      scrolled: {},
    },
  },
  {
    id: 'dark',
    name: 'Dark and solid',
    says: 'White ink on the darkest colour',
    looks: { top: { ink: ON_DARK, fill: { colour: dark, opacity: 1 } }, scrolled: {} },
  },
  {
    id: 'bare-then-dark',
    name: 'Bare, then dark',
    says: 'White ink on the picture itself, a dark fill after scrolling',
    looks: {
      top: { ink: ON_DARK, fill: { colour: dark, opacity: 0 } },
      scrolled: { fill: { opacity: 0.9 } },
    },
  },
  {
    id: 'bare-then-light',
    name: 'Bare, then light',
    says: 'Dark ink on what is light at the top, white behind it after scrolling',
    looks: {
      top: { ink: ON_LIGHT, fill: { colour: white, opacity: 0 } },
      scrolled: { fill: { opacity: 0.95 }, shadow: { y: 2, blur: 12, opacity: 0.2 } },
    },
  },
  {
    id: 'fading',
    name: 'Fading downwards',
    says: 'Dark at its upper edge and bare at its lower, solid after scrolling',
    looks: {
      top: {
        ink: ON_DARK,
        fill: { colour: dark, opacity: 0 },
        gradient: {
          on: true,
          angle: 180,
          stops: [
            { at: 0, colour: dark, opacity: 0.9 },
            { at: 70, colour: dark, opacity: 0.7 },
            { at: 100, colour: dark, opacity: 0 },
          ],
        },
      },
      scrolled: { fill: { opacity: 0.95 }, gradient: { on: false } },
    },
  },
  {
    id: 'light-through',
    name: 'Light, letting through',
    says: 'Dark ink on white through which the blurred page is seen',
    looks: {
      top: { ink: ON_LIGHT, fill: { colour: white, opacity: 0.8 }, blur: { radius: 12 } },
      scrolled: {},
    },
  },
  {
    id: 'dark-through',
    name: 'Dark, letting through',
    says: 'White ink on a dark fill through which the blurred page is seen',
    looks: {
      top: { ink: ON_DARK, fill: { colour: dark, opacity: 0.7 }, blur: { radius: 12 } },
      scrolled: { fill: { opacity: 0.85 } },
    },
  },
];
