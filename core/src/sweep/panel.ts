import { contrastRatio } from '../colour/contrast.ts';
import { foldOf, folds } from '../header/fold.ts';
import { solvedFold } from '../header/layout.ts';
import { typedFor } from '../header/typed.ts';
import { panelStates, type PanelWorn } from '../header/panelStates.ts';
import type { LinkState } from '../header/states.ts';
import type { Measure } from '../measure/measure.ts';
import { headerItems, type Header } from '../model/header.ts';
import { resolveColour, type ColourUse } from '../model/palette.ts';
import type { Site } from '../model/site.ts';
import { needsOf } from '../model/needs.ts';
import { textTarget, verdictOf, type Verdict } from './verdict.ts';

/** The verdict on the entries of drop-downs or of the folded menu, or on a button in it, in one state: all are solid, whatever is behind them. */
export interface PanelVerdict {
  where: 'drop-downs' | 'folded menu';
  what: 'entries' | 'focus ring' | 'button';
  /** What the button says. */
  name?: string;
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
  const { menu, button: ofButtons } = typedFor(site, header).type;
  const { size, weight } = menu;
  const asked = needsOf(site);
  const places = [
    ...(hasDropDowns(site, header) ? [{ where: 'drop-downs' as const, size }] : []),
    ...(folds(header) ? [{ where: 'folded menu' as const, size: fold?.size ?? size }] : []),
  ];
  const colour = (use: ColourUse) => resolveColour(site.palette, use);
  const worn = panelStates(panel);
  const hasPressed = (panel.pressed ?? panel.pressedFill) !== undefined;
  const hasFocused = (panel.focused ?? panel.focusedFill) !== undefined;
  const states = [
    'rest' as const,
    'hover' as const,
    'current' as const,
    ...(hasPressed ? ['pressed' as const] : []),
    ...(hasFocused ? ['focused' as const] : []),
  ];
  const on = ({ ink, fill }: PanelWorn) => contrastRatio(colour(ink), colour(fill));
  // Round what has no ground of its own the ring is as at rest; under the pointer it has the ink that is read there.
  const ring = Math.min(on(worn.rest), on(worn.focused));
  const told = (verdict: Omit<PanelVerdict, 'verdict'>): PanelVerdict => ({
    ...verdict,
    verdict: verdictOf(verdict.contrast, verdict.needed),
  });
  const buttons = headerItems(header).flatMap((item) =>
    item.kind === 'button' && foldOf(header).panel.includes(item.id) ? [item] : [],
  );
  return places.flatMap(({ where, size: text }) => [
    ...states.map((state) =>
      told({
        where,
        what: 'entries',
        state,
        contrast: on(worn[state]),
        needed: textTarget(asked, { size: text, weight }),
      }),
    ),
    told({ where, what: 'focus ring', state: 'focused', contrast: ring, needed: asked.marks }),
    ...(where === 'folded menu' ? buttons : []).flatMap((button) => {
      const { ink, hoverInk = ink, fill, hoverFill, pressedFill } = button;
      const grounds = { rest: fill, hover: hoverFill, ...(pressedFill && { pressed: pressedFill }) };
      return Object.entries(grounds).map(([state, ground]) =>
        told({
          where,
          what: 'button',
          name: button.label,
          state: state as LinkState,
          contrast: on({ ink: state === 'rest' ? ink : hoverInk, fill: ground }),
          needed: textTarget(asked, { ...ofButtons, size: button.size ?? ofButtons.size }),
        }),
      );
    }),
  ]);
}

/** The verdicts on what can be opened at some widths of the window: drop-downs where it is not folded, the menu where it is. */
export function judgePanelAt(
  site: Site,
  header: Header,
  widths: readonly number[],
  measure: Measure,
): PanelVerdict[] {
  const fold = solvedFold(site, header, measure);
  return judgePanel(site, header).filter(({ where }) =>
    widths.some((width) => width < fold === (where === 'folded menu')),
  );
}
