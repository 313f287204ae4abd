import { BEFORE } from '../layers/cue.ts';
import {
  buttonKey,
  buttonShadow,
  type ButtonPart,
  type ButtonState,
  type Thrown,
} from '../layers/buttons.ts';
import type { StandOut } from '../model/item.ts';
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

/** How far a backing reaches beyond its word at either side in a state, and how high it is. CSS pixels. */
export function backingSize(
  { backing }: Pick<ResolvedLook, 'backing'>,
  state: LinkState,
): { reach: number; height: number } {
  const { reach, height, hoverReach = reach, hoverHeight = height } = backing;
  return isPointedAt(state) ? { reach: hoverReach, height: hoverHeight } : { reach, height };
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

/** The line below a word: thickness and distance from the baseline in CSS pixels, share of the word, and what stands before it. */
export interface CueWorn {
  thickness: number;
  offset: number;
  share: number;
  /** 0 to 1. */
  opacity: number;
  /** Of what it leaves free of its word, 0 to 1. */
  before: number;
}

/** Whether the line below a link tells something in a state: that it is hovered, or leads to the page one is on. */
export function tellsByLine(state: LinkState, isCurrent: boolean): boolean {
  return isPointedAt(state) || isCurrent || state === 'current';
}

/** The line of a look in a state; none where nothing of it is to be seen. */
export function cueIn(
  { cue }: Pick<ResolvedLook, 'cue'>,
  state: LinkState,
  isCurrent = false,
): CueWorn | undefined {
  const { offset, share, opacity, restOffset = offset, restShare = share, restOpacity = opacity } = cue;
  const before = BEFORE[cue.from];
  const told = { offset, share, opacity, before };
  const worn = tellsByLine(state, isCurrent)
    ? { thickness: isPointedAt(state) ? cue.hover : cue.current, ...told }
    : { thickness: cue.rest, offset: restOffset, share: restShare, opacity: restOpacity, before };
  return worn.thickness > 0 && worn.share > 0 && worn.opacity > 0 ? worn : undefined;
}

/** What a button, or an entry that stands out, wears where no look says otherwise. */
export type OwnButton = StandOut;

/** What a button, or an entry that stands out, says itself of what it wears. */
export function ownButton(of: OwnButton): OwnButton {
  const { ink, fill, hoverFill, hoverInk, pressedFill, radius, loose } = of;
  return {
    ink,
    fill,
    hoverFill,
    ...(hoverInk && { hoverInk }),
    ...(pressedFill && { pressedFill }),
    radius,
    ...(loose && { loose }),
  };
}

/** What a button wears in a state: its ground, its ink, the line along its edge, and its corners, CSS pixels. */
export interface ButtonWorn {
  fill: Tint;
  ink: ColourUse;
  line: ColourUse;
  thickness: number;
  radius: number;
  /** The shadow that it throws; none where it is cut loose. */
  shadow?: Thrown;
}

/** What is set for a state, and where nothing is, for those that it follows: hovered for pressed, and the base of all. */
function followed(state: LinkState, isCurrent: boolean): ('rest' | ButtonState)[] {
  const base: ('rest' | ButtonState)[] = isCurrent || state === 'current' ? ['current', 'rest'] : ['rest'];
  if (state === 'pressed') return ['pressed', 'hover', ...base];
  return state === 'hover' || state === 'focused' ? [state, ...base] : base;
}

/** What a button wears in a state: what looks say of buttons, else its own. */
export function buttonIn(
  { buttons }: Pick<ResolvedLook, 'buttons'>,
  own: OwnButton,
  state: LinkState,
  isCurrent = false,
): ButtonWorn {
  const isPointed = isPointedAt(state);
  const ownFill =
    (state === 'pressed' ? own.pressedFill : undefined) ?? (isPointed ? own.hoverFill : own.fill);
  const ownInk = (isPointed ? own.hoverInk : undefined) ?? own.ink;
  const plain = { fill: { colour: ownFill, opacity: 1 }, ink: ownInk, radius: own.radius };
  if (own.loose) return { ...plain, line: ownInk, thickness: 0 };
  const set = <P extends ButtonPart>(part: P) =>
    followed(state, isCurrent)
      .map((each) => buttons[buttonKey(part, each)])
      .find((value) => value !== undefined);
  const ink = (set('ink') as ColourUse | undefined) ?? plain.ink;
  return {
    fill: (set('fill') as Tint | undefined) ?? plain.fill,
    ink,
    line: (set('line') as ColourUse | undefined) ?? ink,
    thickness: buttons.thickness,
    radius: buttons.radius ?? plain.radius,
    ...(buttons.shadowOpacity > 0 && { shadow: buttonShadow(buttons) }),
  };
}

/** Whether a button tells that it leads to the page one is on. */
export function tellsCurrent({ buttons }: Pick<ResolvedLook, 'buttons'>, { loose }: OwnButton): boolean {
  return !loose && (buttons.currentFill ?? buttons.currentInk ?? buttons.currentLine) !== undefined;
}

/**
 * The ink of the ring round what has the keyboard: its own where it has one, else the ink of the link with the keyboard on
 * it, whatever the pointer does.
 * @param wearsOwn it stands on a ground of its own, and the ring round that lies on the header: it takes the links' ink
 */
export function ringIn(look: Pick<ResolvedLook, 'ink'>, isCurrent: boolean, wearsOwn: boolean): ColourUse {
  return look.ink.ring ?? (wearsOwn ? look.ink.link : inkIn(look, 'focused', isCurrent));
}
