import { cssColour } from '../../colour/rgb.ts';
import { px } from '../../css/text.ts';
import { BUTTON_STATES, buttonProperty, type ButtonPart } from '../../layers/buttons.ts';
import { resolveColour, type ColourUse, type Swatch } from '../../model/palette.ts';
import { buttonIn, type LinkState, type OwnButton } from '../states.ts';
import { PLAIN } from '../../layers/index.ts';
import type { Rule } from './kind.ts';

/** How a button is named: as it stands, and where it answers to the pointer and the keyboard. */
interface ButtonSelectors {
  rest: string;
  acting: string;
}

/**
 * What a button wears in each of its states, as `buttonIn` has it: its own, and before that what looks say of buttons.
 * @param isStyled whether any look of its header says anything of buttons
 */
export function buttonRules(
  palette: readonly Swatch[],
  own: OwnButton,
  { rest, acting }: ButtonSelectors,
  isStyled = false,
): Rule[] {
  const colour = (use: ColourUse) => cssColour(resolveColour(palette, use));
  const ownIn = (state: LinkState) => {
    const { fill, ink } = buttonIn(PLAIN, own, state);
    return { fill: colour(fill.colour), ink: colour(ink) };
  };
  const radius = px(own.radius);
  if (!isStyled || own.loose) return ownRules(own, { rest, acting }, ownIn, radius);
  const base = (state: 'rest' | 'current') =>
    (['fill', 'ink', 'line'] as const).map((part) => {
      const atRest = `var(${buttonProperty(part, 'rest')})`;
      const value = state === 'rest' ? atRest : `var(${buttonProperty(part, 'current')}, ${atRest})`;
      return `--hr-worn-${part}: ${value}`;
    });
  const worn = (state: LinkState, follows: (typeof BUTTON_STATES)[number][]) => {
    const { fill, ink } = ownIn(state);
    const first = (part: ButtonPart, last: string) =>
      [...follows.map((each) => buttonProperty(part, each)), `--hr-worn-${part}`].reduceRight(
        (after, name) => `var(${name}, ${after})`,
        last,
      );
    return [
      `--hr-ground: ${first('fill', fill)}`,
      `color: ${first('ink', ink)}`,
      `--hr-rule: ${first('line', 'currentcolor')}`,
    ];
  };
  return [
    [
      rest,
      ...worn('rest', []),
      '--hr-thrown: var(--hr-button-shadow, 0 0 transparent)',
      `border-radius: var(--hr-button-radius, ${radius})`,
      'transition: none',
    ],
    [`${rest}:not([aria-current])`, ...base('rest')],
    [`${acting}[aria-current]`, ...base('current')],
    [`${acting}:focus-visible`, ...worn('focused', ['focused'])],
    [`${acting}:hover`, ...worn('hover', ['hover'])],
    [`${acting}:active`, ...worn('pressed', ['pressed', 'hover'])],
  ];
}

/** What no look says anything of. */
function ownRules(
  { hoverInk, pressedFill }: OwnButton,
  { rest, acting }: ButtonSelectors,
  ownIn: (state: LinkState) => { fill: string; ink: string },
  radius: string,
): Rule[] {
  const [at, over, down] = [ownIn('rest'), ownIn('hover'), ownIn('pressed')];
  return [
    [rest, `border-radius: ${radius}`, `color: ${at.ink}`, `--hr-ground: ${at.fill}`],
    [`${acting}:hover`, `--hr-ground: ${over.fill}`, ...(hoverInk ? [`color: ${over.ink}`] : [])],
    ...(pressedFill ? [[`${acting}:active`, `--hr-ground: ${down.fill}`] as Rule] : []),
  ];
}
