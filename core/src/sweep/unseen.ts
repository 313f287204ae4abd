import type { Rgb } from '../colour/rgb.ts';
import { overlap, type Area } from '../geometry/area.ts';
import type { HeaderLayout } from '../header/laid.ts';
import { keepsToBottom } from '../header/manner.ts';
import type { Header } from '../model/header.ts';
import type { LogoPixels } from '../stack/drawing.ts';
import type { StackLayer } from '../stack/layers.ts';

/** What of a header is out of sight: beyond the window, or under something else. */

/** What of an area is out of the window. */
export function outOfWindow(
  { header, layout }: { header: Header; layout: Pick<HeaderLayout, 'height'> },
  area: Area,
): Area {
  return keepsToBottom(header)
    ? { ...area, top: Math.max(area.top, Math.ceil(layout.height)) }
    : { ...area, bottom: Math.min(area.bottom, 0) };
}

/** How much of a picture may be out of the window before it is lost, a share of what is to be seen of it. */
export const MISSED = 0.1;

/** How much of a picture's pixels that are to be seen lies in some areas, 0 to 1. */
export function shareIn({ left, top, width, height, data }: LogoPixels, areas: readonly Area[]): number {
  const box = { left, top, right: left + width, bottom: top + height };
  const near = areas
    .map((each) => overlap(each, box))
    .filter((each) => each.left < each.right && each.top < each.bottom);
  if (near.length === 0) return 0;
  let [all, inside] = [0, 0];
  for (let i = 0; i < width * height; i++) {
    if (data[4 * i + 3]! < 128) continue;
    all++;
    const x = left + (i % width);
    const y = top + Math.floor(i / width);
    if (near.some((each) => x >= each.left && x < each.right && y >= each.top && y < each.bottom)) inside++;
  }
  return all === 0 ? 0 : inside / all;
}

/** An area as an ink is: nothing of that is to be seen on it. */
export function asItsInk(name: 'window' | 'others', colour: Rgb, area: Area): StackLayer[] {
  if (area.left >= area.right || area.top >= area.bottom) return [];
  const paint = { kind: 'even', colour: { ...colour, a: 1 } } as const;
  return [{ name, owner: 'item', blend: 'normal', box: { area, above: 0, below: 0 }, paint }];
}
