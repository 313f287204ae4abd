import { contrastRatio } from '../colour/contrast.ts';
import { folds } from '../header/fold.ts';
import { headerItems, type Header } from '../model/header.ts';
import { resolveColour } from '../model/palette.ts';
import type { Site } from '../model/site.ts';
import type { LinkState } from './targets.ts';
import { MARK_TARGET, textTargetOf, verdictOf, type Verdict } from './verdict.ts';

/** The verdict on the entries of drop-downs or of the folded menu in one state: both are solid, whatever is behind them. */
export interface PanelVerdict {
  where: 'drop-downs' | 'folded menu';
  what: 'entries' | 'focus ring';
  state: LinkState;
  contrast: number;
  needed: number;
  verdict: Verdict;
}

/** Whether any entry of a header's menus opens a drop-down, or any search its field. */
export function hasDropDowns(site: Site, header: Header): boolean {
  return headerItems(header).some(
    (item) =>
      item.kind === 'search' ||
      (item.kind === 'menu' &&
        site.menus
          .find(({ id }) => id === item.menu)
          ?.entries.some(({ children = [] }) => children.length > 0)),
  );
}

/** Every state of the entries in a header's drop-downs and folded menu. */
export function judgePanel(site: Site, header: Header): PanelVerdict[] {
  const { panel, fold } = header;
  const { size, weight } = site.type.menu;
  const places = [
    ...(hasDropDowns(site, header) ? [{ where: 'drop-downs' as const, size }] : []),
    ...(folds(header) ? [{ where: 'folded menu' as const, size: fold?.size ?? size }] : []),
  ];
  const colour = (use = panel.ink) => resolveColour(site.palette, use);
  const { ink, fill, hover = ink, hoverFill = fill, current = ink } = panel;
  const { pressed = hover, pressedFill = hoverFill, focused = ink, focusedFill = fill } = panel;
  const hasPressed = (panel.pressed ?? panel.pressedFill) !== undefined;
  const hasFocused = (panel.focused ?? panel.focusedFill) !== undefined;
  const states = [
    { what: 'entries' as const, state: 'rest' as const, ink, fill },
    { what: 'entries' as const, state: 'hover' as const, ink: hover, fill: hoverFill },
    { what: 'entries' as const, state: 'current' as const, ink: current, fill },
    ...(hasPressed
      ? [{ what: 'entries' as const, state: 'pressed' as const, ink: pressed, fill: pressedFill }]
      : []),
    ...(hasFocused
      ? [{ what: 'entries' as const, state: 'focused' as const, ink: focused, fill: focusedFill }]
      : []),
    { what: 'focus ring' as const, state: 'focused' as const, ink: focused, fill: focusedFill },
  ];
  return places.flatMap(({ where, size: text }) =>
    states.map(({ what, state, ink: own, fill: ground }) => {
      const contrast = contrastRatio(colour(own), colour(ground));
      const needed = what === 'entries' ? textTargetOf(text, weight) : MARK_TARGET;
      return { where, what, state, contrast, needed, verdict: verdictOf(contrast, needed) };
    }),
  );
}
