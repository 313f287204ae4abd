/** Colours as a page's own browser understands them. */

/** A canvas of one pixel. */
export const probe = document.createElement('canvas').getContext('2d', { willReadFrequently: true })!;
probe.canvas.width = probe.canvas.height = 1;

/** A colour of CSS as `#rrggbb`, where it is opaque, or with its opacity at the end. */
export function plainColour(css: string): string {
  probe.clearRect(0, 0, 1, 1);
  probe.fillStyle = '#000';
  probe.fillStyle = css;
  return String(probe.fillStyle);
}
