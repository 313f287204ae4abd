import { at } from '../lists.ts';
import type { Swatch } from '../model/palette.ts';

/** A palette to start from. All of them name their swatches alike, so that one can take another's place. */
export interface StartPalette {
  id: string;
  name: string;
  swatches: Swatch[];
}

/** What each swatch of a palette to start from is for, from dark to light. */
const ROLES = [
  ['dark', 'Dark'],
  ['deep', 'Deep'],
  ['mid', 'Mid'],
  ['accent', 'Accent'],
  ['pale', 'Pale'],
  ['white', 'White'],
] as const;

function palette(id: string, name: string, colours: readonly string[]): StartPalette {
  return {
    id,
    name,
    swatches: ROLES.map(([role, called], i) => ({ id: role, name: called, colour: at(colours, i) })),
  };
}

/** Six palettes of our own, and the plain one that a new site has. */
export const PLAIN_PALETTE = palette('plain', 'Plain', [
  '#1b1f24',
  '#3a434d',
  '#6f7a86',
  '#b5541c',
  '#eef0f2',
  '#ffffff',
]);

export const PALETTES: readonly StartPalette[] = [
  palette('harbour', 'Harbour', ['#0f2233', '#1f4a63', '#5f8296', '#9a6410', '#e9f0f2', '#ffffff']),
  palette('orchard', 'Orchard', ['#1f2a17', '#3f5b2c', '#7f9468', '#b3392f', '#f1f2e4', '#ffffff']),
  palette('kiln', 'Kiln', ['#2b1a14', '#6b3422', '#a0745c', '#2f7f79', '#f6ece2', '#fffdfa']),
  palette('heath', 'Heath', ['#241a2e', '#4f3a63', '#8a7699', '#a55a14', '#f2edf4', '#ffffff']),
  palette('quarry', 'Quarry', ['#16191d', '#39424c', '#7b8792', '#3f7d4e', '#e8ebee', '#ffffff']),
  palette('meadow', 'Meadow', ['#12302a', '#23604f', '#6c9a8a', '#866308', '#eef5ea', '#fdfffb']),
];
