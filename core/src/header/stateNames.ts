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

/** The state of what is judged in words that follow its name; none at rest, and for a ring, which says it itself. */
export function stateWords({ state, part }: { state: LinkState; part: InkPart }): string {
  return state === 'rest' || part === 'ring' ? '' : `, ${STATE_NAMES[state]}`;
}
