import type { OwnGroup, OwnHeader, OwnNode } from '../../model/own.ts';
import type { Declared } from './writer.ts';

/**
 * What makes letters look otherwise than in their ink: each property with the value at which it does nothing. One that is set on
 * an element changes all that is in it; of those that are handed down, what counts is what an element has in the end, wherever
 * that was set.
 */
export const OVER_LETTERS = {
  opacity: '1',
  filter: 'none',
  'mix-blend-mode': 'normal',
  'mask-image': 'none',
  'animation-name': 'none',
  'text-shadow': 'none',
  '-webkit-text-fill-color': 'currentcolor',
  '-webkit-text-stroke-width': '0px',
} as const;
export type OverLetters = keyof typeof OVER_LETTERS;

/** Those of them that elements take from what is round them (CSS Text Decoration 3, Compatibility 4). */
export const HANDED_DOWN = [
  'text-shadow',
  '-webkit-text-fill-color',
  '-webkit-text-stroke-width',
] as const satisfies readonly OverLetters[];

/** Those of them that change all that is in an element. */
export const OVER_ALL = ['opacity', 'filter', 'mix-blend-mode', 'mask-image'] as const;

/** What a style sheet may call a property by: `-webkit-text-stroke` sets its width, too. */
const STEM = {
  'text-shadow': 'text-shadow',
  '-webkit-text-fill-color': 'text-fill',
  '-webkit-text-stroke-width': 'text-stroke',
};

/** Whether anything of a site sets what is handed down. */
function isHanded({ css, around, node }: OwnHeader, property: (typeof HANDED_DOWN)[number]): boolean {
  const stem = STEM[property];
  const within = ({ attributes = [], nodes = [] }: OwnNode): boolean =>
    attributes.some(({ name, value }) => name === 'style' && value.includes(stem)) || nodes.some(within);
  return css.some((text) => text.includes(stem)) || [...around, node].some(within);
}

/** Declarations for a group without what would make its letters look otherwise than in their ink, as far as anything does. */
export function unchanged(
  own: OwnHeader,
  { name, number }: Pick<OwnGroup, 'name' | 'number'>,
  among = Object.keys(OVER_LETTERS) as OverLetters[],
): Declared {
  return among.flatMap((property): Declared => {
    const isSet = own.rules.some(
      (rule) => rule.group === name && rule.number === number && rule.property === property,
    );
    const handed = HANDED_DOWN.find((each) => each === property);
    return isSet || (handed && isHanded(own, handed)) ? [[property, OVER_LETTERS[property]]] : [];
  });
}
