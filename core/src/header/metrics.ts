/** Measures that the header's layout and its style sheet are both made from. CSS pixels. */

/** Height of a link, the whole of which takes a touch. */
export const LINK_HEIGHT = 44;
/** Width of the button that opens a drop-down, beside its link. */
export const OPENER_WIDTH = 24;
/** Inked box of the mark on it. */
export const OPENER_MARK = { width: 10, height: 6 };
export const BUTTON_HEIGHT = 40;
export const BUTTON_PADDING = 20;
/** Side of the menu button. */
export const MENU_BUTTON = 44;
/** Inked box of the mark on it: three lines. */
export const MENU_MARK = { width: 22, height: 16 };
/** Width of a drop-down. */
export const DROP_DOWN = 220;
