import type { Becoming } from './becoming.ts';
import type { InkPart, LinkState } from './states.ts';

/** The states of a link as people are told of them. */
export const STATE_NAMES: Record<LinkState, string> = {
  rest: 'at rest',
  hover: 'hovered',
  pressed: 'pressed',
  focused: 'with the keyboard on it',
  current: 'on its own page',
  open: 'with its menu open',
};

/** Being on the way into each state: of one link, and of several. */
const BECOMING: Record<LinkState, [one: string, several: string]> = {
  rest: ['on its way back', 'on their way back'],
  hover: ['on its way to hovered', 'on their way to hovered'],
  pressed: ['on its way to pressed', 'on their way to pressed'],
  focused: ['while the keyboard comes to it', 'while the keyboard comes to them'],
  current: ['on its way to its own page', 'on their way to their own page'],
  open: ['while its menu opens', 'while their menus open'],
};

/** How links that are on their way into a state are spoken of, together. */
export function becomingWords(state: LinkState): string {
  return BECOMING[state][1];
}

/** The state of what is judged in words that follow its name; none at rest, and for a ring, which says it itself. */
export function stateWords(of: { state: LinkState; part: InkPart; becoming?: Becoming }): string {
  const { state, part, becoming } = of;
  if (becoming) return `, ${BECOMING[state][0]}`;
  return state === 'rest' || part === 'ring' ? '' : `, ${STATE_NAMES[state]}`;
}
