import type { TextRun } from '../header/layout.ts';
import type { Box } from '../geometry/box.ts';
import type { Area } from '../geometry/area.ts';

/** A whole-pixel rectangle of the header. */
export type Cell = Area;

/**
 * A text's letter cells: `max(1, ceil(advance / 0.6em − 0.001))` of equal width, from cap height to descent. Borders
 * are rounded.
 */
export function letterCells(run: TextRun): Cell[] {
  const count = Math.max(1, Math.ceil(run.advance / (0.6 * run.font.size) - 0.001));
  const border = (k: number) => Math.round(run.left + (k * run.advance) / count);
  const top = Math.round(run.baseline - run.capHeight);
  const bottom = Math.round(run.baseline + run.descent);
  return Array.from({ length: count }, (_, k) => ({ left: border(k), right: border(k + 1), top, bottom }));
}

/** A mark's cells: `ceil(w / 8) × ceil(h / 8)` equal parts of its inked box. */
export function markCells(inked: Box): Cell[] {
  const [columns, rows] = [Math.ceil(inked.width / 8), Math.ceil(inked.height / 8)];
  const x = (k: number) => Math.round(inked.x + (k * inked.width) / columns);
  const y = (k: number) => Math.round(inked.y + (k * inked.height) / rows);
  return Array.from({ length: rows * columns }, (_, i) => {
    const [column, row] = [i % columns, Math.floor(i / columns)];
    return { left: x(column), right: x(column + 1), top: y(row), bottom: y(row + 1) };
  });
}

/** Number, from 1, of the pixel that stands for a cell of `count` pixels in ascending order of contrast. */
export function percentileRank(count: number): number {
  return Math.ceil(count / 10);
}

/** A cell as a box in page pixels, when the header's top edge is at page row `top`. */
export function cellBox(cell: Cell, top: number): Box {
  return { x: cell.left, y: top + cell.top, width: cell.right - cell.left, height: cell.bottom - cell.top };
}
