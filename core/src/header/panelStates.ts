import type { PanelLook } from '../model/header.ts';
import type { ColourUse } from '../model/palette.ts';
import type { LinkState } from './states.ts';

/** Ink and fill of an entry in a drop-down or in the folded menu. */
export interface PanelWorn {
  ink: ColourUse;
  fill: ColourUse;
}

/**
 * What the entries of drop-downs and of the folded menu wear in each state, for those who judge it and for the style sheet
 * alike: hovered and with the keyboard on it as at rest where nothing is said, pressed as hovered.
 */
export function panelStates(panel: PanelLook): Record<Exclude<LinkState, 'open'>, PanelWorn> {
  const { ink, fill, hover = ink, hoverFill = fill, current = ink } = panel;
  const { pressed = hover, pressedFill = hoverFill, focused = ink, focusedFill = fill } = panel;
  return {
    rest: { ink, fill },
    current: { ink: current, fill },
    focused: { ink: focused, fill: focusedFill },
    hover: { ink: hover, fill: hoverFill },
    pressed: { ink: pressed, fill: pressedFill },
  };
}
