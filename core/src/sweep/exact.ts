import { WHITE, contrast16, luminance16 } from '../colour/contrast.ts';
import { groundTables, type GroundTables, type Raster } from '../stack/ground.ts';
import { tenth, type Cell } from './cells.ts';
import { logoContrastAt } from './logo.ts';
import type { Target } from './targets.ts';

/**
 * The straightforward measure, by the definition and no faster: what the running sweep is compared with, and what
 * reads single places.
 */

/** A contrast and the cell that has it. */
export interface Reading {
  contrast: number;
  cell: Cell;
}

/** A cell's contrast: of its pixels' contrasts with the ink in ascending order, the one numbered `ceil(N / 10)`. */
export function cellContrast(
  raster: Raster,
  cell: Cell,
  row: number,
  ink: number,
  tables: GroundTables,
): number {
  const [r, g, b] = tables.luminance;
  const contrasts: number[] = [];
  for (let y = row + cell.top; y < row + cell.bottom; y++) {
    for (let x = cell.left; x < cell.right; x++) {
      const i = 4 * (y * raster.width + x);
      const { data } = raster;
      contrasts.push(contrast16(ink, Math.min(WHITE, r[data[i]!]! + g[data[i + 1]!]! + b[data[i + 2]!]!)));
    }
  }
  contrasts.sort((p, q) => p - q);
  return contrasts[tenth(contrasts.length) - 1]!;
}

/**
 * A target's contrast when the header's top edge is at page row `row`: its worst cell, the first of equals.
 * @param layers even layers behind the ink, bottom first; the target's own unless others are to be tried.
 */
export function readAt(target: Target, raster: Raster, row: number, layers = target.layers): Reading {
  const tables = groundTables(layers);
  if (target.shape.kind === 'logo') return logoContrastAt(target.shape.cells, raster, row, tables);
  const ink = luminance16(target.shape.colour);
  let worst: Reading | undefined;
  for (const cell of target.shape.cells) {
    const contrast = cellContrast(raster, cell, row, ink, tables);
    if (!worst || contrast < worst.contrast) worst = { contrast, cell };
  }
  return worst!;
}
