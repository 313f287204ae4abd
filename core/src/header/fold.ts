import { headerItems, itemsOf, type Header, type RailPlace } from '../model/header.ts';
import type { Fold, Item } from '../model/item.ts';
import { railAt, stepWidths } from './steps.ts';

/** Where folded things go: as the header says, or logo and name in the bar and the rest in the folded menu. */
export function foldOf(header: Header): Fold {
  if (header.fold) return header.fold;
  const items = headerItems(header);
  const ids = (kinds: readonly Item['kind'][]) =>
    items.filter(({ kind }) => kinds.includes(kind)).map(({ id }) => id);
  return {
    bar: ids(['logo', 'name']),
    panel: ids(['menu', 'button', 'text', 'icons', 'search', 'account', 'basket']),
    edge: 'top',
  };
}

/** Whether a header folds at all: whether there is anything to put into a folded menu. */
export function folds(header: Header): boolean {
  const { panel } = foldOf(header);
  return headerItems(header).some(({ id }) => panel.includes(id));
}

/** Where the menu button hangs at a width: on which rail, from 0, and where there. */
export function toggleAt(header: Header, width: number): { rail: number; place: RailPlace } {
  return { rail: toggleRail(header, width), place: foldOf(header).button?.place ?? 'end' };
}

/** The rails on which the menu button hangs at one width or another: what shows changes at the steps. */
export function toggleRails(header: Header): number[] {
  const widths = [ALWAYS, ...stepWidths(header).map((below) => below - 1)];
  return [...new Set(widths.map((width) => toggleRail(header, width)))];
}

/** The rail on which the menu button hangs: the one that is said, that of the logo or name that stays, or the first that keeps anything. */
export function toggleRail(header: Header, width: number): number {
  const { bar, button } = foldOf(header);
  const said = button?.rail !== undefined ? header.rails[button.rail - 1] : undefined;
  if (said && railAt(said, width).shown !== false) return button!.rail! - 1;
  const stays = header.rails.map((rail) =>
    railAt(rail, width).shown === false ? [] : itemsOf(rail).filter(({ id }) => bar.includes(id)),
  );
  const named = stays.findIndex((items) => items.some(({ kind }) => kind === 'logo' || kind === 'name'));
  return named >= 0
    ? named
    : Math.max(
        0,
        stays.findIndex((items) => items.length > 0),
      );
}

/** A header that folds at every width: its contents never fit. */
export const ALWAYS = 100_000;

/**
 * The least width from which a header is not folded: the smallest whole width at which, and at every wider one, its
 * contents fit. What they need changes only at the steps, so that each stretch between two is solved, not stepped.
 * @param steps widths below which something changes, the widest first
 * @param needs width that the contents need where the header is that wide; `Infinity` where no width would do
 */
export function solveFold(steps: readonly number[], needs: (width: number) => number): number {
  let upper = Infinity;
  for (const lower of [...steps, 0]) {
    const needed = Math.ceil(needs(lower) - 1e-6);
    if (needed > lower) {
      const folds = Math.min(needed, upper);
      return folds === Infinity ? ALWAYS : folds;
    }
    upper = lower;
  }
  return 0;
}
