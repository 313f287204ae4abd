/** Widths at which a site is judged first: phone, tablet, laptop, desktop. CSS pixels of `clientWidth`. */
export const STANDARD_WIDTHS = [390, 768, 1280, 1920] as const;

/** The range of widths that can be asked for, and over which a site is judged. */
export const LEAST_WIDTH = 320;
export const GREATEST_WIDTH = 2560;
