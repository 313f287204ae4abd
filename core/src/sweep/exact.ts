import { LUMINANCE, WHITE_LUMINANCE, contrast16, luminance16 } from '../colour/contrast.ts';
import type { Area } from '../geometry/area.ts';
import { groundPatch, type Behind } from '../stack/ground.ts';
import type { Raster } from '../geometry/raster.ts';
import type { Stack } from '../stack/layers.ts';
import { overlayOf } from '../stack/overlay.ts';
import { percentileRank, type Cell } from './cells.ts';
import { logoContrastAt } from './logo.ts';
import type { JudgedTarget } from './targets.ts';

/**
 * The straightforward measure, by the definition and no faster: what the running sweep is compared with, and what
 * reads single places.
 */

/** A contrast and the cell that has it. */
export interface ExactReading {
  contrast: number;
  cell: Cell;
}

/** A cell's contrast: of its pixels' contrasts with the ink in ascending order, the one numbered `ceil(N / 10)`. */
export function cellContrast(ground: Raster, area: Area, cell: Cell, ink: number): number {
  const contrasts = new Float32Array((cell.right - cell.left) * (cell.bottom - cell.top));
  const [red, green, blue] = LUMINANCE;
  let n = 0;
  for (let y = cell.top - area.top; y < cell.bottom - area.top; y++) {
    for (let x = cell.left - area.left; x < cell.right - area.left; x++) {
      const i = 4 * (y * ground.width + x);
      const { data } = ground;
      const sum = red[data[i]!]! + green[data[i + 1]!]! + blue[data[i + 2]!]!;
      contrasts[n++] = contrast16(ink, Math.min(WHITE_LUMINANCE, sum));
    }
  }
  return contrasts.sort()[percentileRank(contrasts.length) - 1]!;
}

/**
 * A target's contrast where the header lies over the page as said: its worst cell, the first of equals.
 * @param stack what is behind the ink; the target's own unless another is to be tried.
 */
export function readAt(
  target: JudgedTarget,
  raster: Raster,
  behind: Behind,
  stack: Stack = target.stack,
): ExactReading {
  const overlay = stack === target.stack ? target.overlay : overlayOf(stack.layers, target.overlay.area);
  return readGround(target, groundPatch(raster, behind, stack.blur, overlay));
}

/** A target's contrast over a ground that is given: the pixels of its overlay's area. */
export function readGround({ shape, overlay }: JudgedTarget, ground: Raster): ExactReading {
  if (shape.kind === 'logo') return logoContrastAt(shape.cells, ground, overlay.area);
  const ink = luminance16(shape.colour);
  let worst: ExactReading | undefined;
  for (const cell of shape.cells) {
    const contrast = cellContrast(ground, overlay.area, cell, ink);
    if (!worst || contrast < worst.contrast) worst = { contrast, cell };
  }
  return worst!;
}

/**
 * Whether a target has what it needs over a ground that is given: what {@link readGround} says, without asking for more than that.
 * @param first the cell that is looked at before all others: most often the one that failed last fails again
 * @returns the first cell that falls short, if any does
 */
export function shortCell(
  { shape, overlay, needed }: JudgedTarget,
  ground: Raster,
  first: Cell | undefined,
): Cell | undefined {
  if (shape.kind === 'logo') {
    const { contrast, cell } = logoContrastAt(shape.cells, ground, overlay.area);
    return contrast < needed ? cell : undefined;
  }
  const ink = luminance16(shape.colour);
  const isShort = (cell: Cell) => fallsShort(ground, overlay.area, cell, { ink, needed });
  return first && isShort(first) ? first : shape.cells.find(isShort);
}

/** Whether so many of a cell's pixels are below what is needed that its contrast is: see {@link cellContrast}. */
function fallsShort(
  { data, width }: Raster,
  area: Area,
  cell: Cell,
  { ink, needed }: { ink: number; needed: number },
): boolean {
  const [red, green, blue] = LUMINANCE;
  const wanted = percentileRank((cell.right - cell.left) * (cell.bottom - cell.top));
  let below = 0;
  let last = -1;
  let isBelow = false;
  for (let y = cell.top - area.top; y < cell.bottom - area.top; y++) {
    for (let x = cell.left - area.left; x < cell.right - area.left; x++) {
      const i = 4 * (y * width + x);
      const luminance = Math.min(
        WHITE_LUMINANCE,
        red[data[i]!]! + green[data[i + 1]!]! + blue[data[i + 2]!]!,
      );
      if (luminance !== last) isBelow = contrast16(ink, luminance) < needed;
      last = luminance;
      if (isBelow && ++below >= wanted) return true;
    }
  }
  return false;
}
