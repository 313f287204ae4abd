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
/** Height of a menu entry that stands out, and the room at each side of its label. */
export const STAND_OUT = { height: 36, padding: 16 };
/** A search field that stands open: its height, the room before its label, and the size of that. CSS pixels. */
export const FIELD = { height: 40, padding: 14, size: 16 };

/** Side of the square that search, account and basket take. */
export const ACTION = 44;
/** Least width of an icon link. */
export const ICON_LEAST = 24;
/** Share of an icon's size that its ink fills. */
export const ICON_INK = 208 / 256;
/** Size of the number beside a basket, and the room before it. */
export const COUNT = { size: 13, before: 2 };
/** Size of a tagline as a share of the name's, least 11 px. */
export const taglineSize = (nameSize: number): number => Math.max(11, Math.round(nameSize * 0.56));
/** The focus ring: how far its inner edge is from what it goes round, and how thick it is. */
export const RING = { offset: 3, thickness: 2 };
