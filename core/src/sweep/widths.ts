/** Widths at which a site is judged first: phone, tablet, laptop, desktop. CSS pixels of `clientWidth`. */
export const STANDARD_WIDTHS = [390, 768, 1280, 1920] as const;

/** The window that a page is seen in; its height only where it is not the usual one of that width. CSS pixels. */
export interface Viewport {
  width: number;
  height?: number;
}

/** What sets one viewport apart from all others. */
export function viewportKey({ width, height }: Viewport): string {
  return height === undefined ? String(width) : `${width}×${height}`;
}

/** “1280 px”, or “1280 × 600 px”. */
export function viewportWords({ width, height }: Viewport): string {
  return height === undefined ? `${width} px` : `${width} × ${height} px`;
}

/** Viewports, each once, in the order in which they are first. */
export function differing(viewports: readonly Viewport[]): Viewport[] {
  return [...new Map(viewports.map((each) => [viewportKey(each), each])).values()];
}

/** The range of widths that can be asked for, and over which a site is judged. */
export const LEAST_WIDTH = 320;
export const GREATEST_WIDTH = 2560;
