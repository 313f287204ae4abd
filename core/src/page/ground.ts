import { EVEN_LUMINANCE, relativeLuminance } from '../colour/contrast.ts';
import type { Box } from '../geometry/box.ts';
import type { Raster } from '../geometry/raster.ts';
import type { GroundKind } from '../model/layer.ts';
import type { LaidPage } from './laid.ts';

/** What of a page lies at a place: which of its parts, and whether its pixels there are dark or light. */
export interface PageGround {
  kind: 'page' | 'band' | 'card' | 'button' | 'picture' | 'snapshot';
  /** Of the pixels' mean. */
  tone: GroundKind;
  /** The id of the picture, of a picture or a snapshot. */
  picture?: string;
  /** Number of the band, from 0; none below the last. */
  band?: number;
}

const holds = ({ x, y, width, height }: Box, at: { x: number; y: number }) =>
  at.x >= x && at.x < x + width && at.y >= y && at.y < y + height;

/** What lies in the middle of a box of the page; its words are taken for what they stand on. */
export function pageGround(laid: LaidPage, raster: Raster, box: Box): PageGround {
  const tone = toneOf(raster, box);
  const middle = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  if (laid.snapshot && holds(laid.snapshot.box, middle))
    return { kind: 'snapshot', tone, picture: laid.snapshot.picture };
  const band = laid.bands.findIndex(({ top, height }) => middle.y >= top && middle.y < top + height);
  const found = laid.bands[band];
  if (!found) return { kind: 'page', tone };
  const block = found.blocks.findLast(
    (each) => 'box' in each && each.kind !== 'edge' && holds(each.box, middle),
  );
  if (block?.kind === 'picture') return { kind: 'picture', tone, picture: block.picture, band };
  if (block?.kind === 'card' || block?.kind === 'button') return { kind: block.kind, tone, band };
  if (block?.kind === 'pause') return { kind: 'button', tone, band };
  const { picture } = found.backdrop;
  return picture ? { kind: 'picture', tone, picture: picture.picture, band } : { kind: 'band', tone, band };
}

/** Whether the pixels of a box are dark or light in the mean; what lies outside of the page is left out. */
function toneOf({ data, width, height }: Raster, box: Box): GroundKind {
  let [sum, count] = [0, 0];
  for (let y = Math.max(0, Math.floor(box.y)); y < Math.min(height, box.y + box.height); y++)
    for (let x = Math.max(0, Math.floor(box.x)); x < Math.min(width, box.x + box.width); x++) {
      const i = 4 * (y * width + x);
      sum += relativeLuminance({ r: data[i]!, g: data[i + 1]!, b: data[i + 2]! });
      count++;
    }
  return sum > EVEN_LUMINANCE * count ? 'light' : 'dark';
}
