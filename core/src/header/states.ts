import type { Tint } from '../model/layer.ts';
import type { ColourUse } from '../model/palette.ts';
import type { ResolvedLook } from '../layers/index.ts';

/**
 * What a link wears in each of its states: the one answer that the sweep, the style sheet and the interface go by. Where
 * several hold at once the later in {@link LINK_STATES} goes before the earlier, in the style sheet as here.
 */

export const LINK_STATES = ['rest', 'current', 'open', 'focused', 'hover', 'pressed'] as const;
export type LinkState = (typeof LINK_STATES)[number];

/** What is judged of an ink: itself, the line below it, or the ring round it. */
export type InkPart = 'ink' | 'cue' | 'ring';

/** States in which the pointer is on a link. */
export function isPointedAt(state: LinkState): boolean {
  return state === 'hover' || state === 'pressed';
}

/**
 * The ink of a look in a state.
 * @param isCurrent whether the link leads to the page one is on: what is not set for the keyboard or an open drop-down is
 * then as on its own page, else as at rest
 */
export function inkIn({ ink }: Pick<ResolvedLook, 'ink'>, state: LinkState, isCurrent = false): ColourUse {
  const base = isCurrent ? ink.current : ink.link;
  switch (state) {
    case 'rest':
      return ink.link;
    case 'current':
    case 'hover':
    case 'pressed':
      return ink[state];
    case 'open':
    case 'focused':
      return ink[state] ?? base;
  }
}

/** The backing of a look in a state: see {@link inkIn}. */
export function backingIn(
  { backing }: Pick<ResolvedLook, 'backing'>,
  state: LinkState,
  isCurrent = false,
): Tint {
  const base = isCurrent ? (backing.current ?? backing.rest) : backing.rest;
  switch (state) {
    case 'rest':
      return backing.rest;
    case 'current':
      return backing.current ?? backing.rest;
    case 'hover':
      return backing.hover ?? base;
    case 'pressed':
      return backing.pressed ?? backing.hover ?? base;
    case 'open':
    case 'focused':
      return backing[state] ?? base;
  }
}

/**
 * The ink of the ring round what has the keyboard: its own where it has one, else the ink of the link with the keyboard on
 * it, whatever the pointer does.
 * @param wearsOwn it stands on a ground of its own, and the ring round that lies on the header: it takes the links' ink
 */
export function ringIn(look: Pick<ResolvedLook, 'ink'>, isCurrent: boolean, wearsOwn: boolean): ColourUse {
  return look.ink.ring ?? (wearsOwn ? look.ink.link : inkIn(look, 'focused', isCurrent));
}
