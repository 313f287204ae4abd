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

/** Being on the way into each state. */
const BECOMING: Record<LinkState, string> = {
  rest: 'on its way back',
  hover: 'on its way to hovered',
  pressed: 'on its way to pressed',
  focused: 'while the keyboard comes to it',
  current: 'on its way to its own page',
  open: 'while its menu opens',
};

/** The state of what is judged in words that follow its name; none at rest, and for a ring, which says it itself. */
export function stateWords(of: { state: LinkState; part: InkPart; becoming?: Becoming }): string {
  const { state, part, becoming } = of;
  if (becoming) return `, ${BECOMING[state]}`;
  return state === 'rest' || part === 'ring' ? '' : `, ${STATE_NAMES[state]}`;
}
