/** Widths in which a picture ships, pixels; what is missing ships as it is. */
export interface ShippedSize {
  /** For screens of ratio 1; the original where nothing is said. */
  one?: number;
  /** For screens of ratio 2: another file than the one for ratio 1, where there are pixels enough to gain by it. */
  two?: number | 'own';
}

/** Sizes by picture id; a picture that is not there ships as it is, for every screen. */
export type ShippedSizes = Readonly<Record<string, ShippedSize>>;

/** Name of a picture's file in a width; the file itself where none is said. */
export function sizedName(file: string, width: number | undefined): string {
  return width === undefined ? file : file.replace(/(\.\w+)$/, `-${width}$1`);
}
