import { FINE_LUMINANCE, WHITE_LUMINANCE, contrast16, luminance16 } from '../colour/contrast.ts';
import type { Rgb } from '../colour/rgb.ts';
import type { Area } from '../geometry/area.ts';
import type { LogoPixels } from '../stack/drawing.ts';
import { pixelAt, type Raster } from '../geometry/raster.ts';
import type { Cell } from './cells.ts';

export type { LogoPixels } from '../stack/drawing.ts';

/** Where the logo meets the ground: a pixel of it, and the nearest pixel that is not. Header pixels. */
export interface LogoEdge {
  x: number;
  y: number;
  outsideX: number;
  outsideY: number;
  r: number;
  g: number;
  b: number;
  /** Alpha byte of the logo's pixel: 128 to 255, less where it is of a line that lets its ground through. */
  alpha: number;
}

/** The edge pixels of one 12 px square of the logo. */
export interface LogoCell {
  cell: Cell;
  edges: LogoEdge[];
}

const GRID = 12;
const LEAST_EDGES = 6;
const REACH = 2;

/**
 * The logo's edge, cell by cell. Cells with fewer than 6 edge pixels are left out; if all are, the logo is one cell.
 * What of it lies in the header's own box meets the ground within that, since the fill ends there; what hangs out of the box meets
 * the ground out there.
 * @param seen the rows of it that are in the window: from, and up to but without; header pixels
 */
export function logoCells(
  logo: LogoPixels,
  headerWidth: number,
  headerHeight: number,
  seen: readonly [from: number, to: number] = [-Infinity, Infinity],
): LogoCell[] {
  const cells = new Map<number, LogoCell>();
  const columns = Math.ceil(logo.width / GRID);
  for (let y = 0; y < logo.height; y++) {
    if (logo.top + y < seen[0] || logo.top + y >= seen[1]) continue;
    for (let x = 0; x < logo.width; x++) {
      const outside = nearestOutside(logo, x, y);
      if (!outside) continue;
      const key = Math.floor(y / GRID) * columns + Math.floor(x / GRID);
      const cell = cells.get(key) ?? { cell: gridCell(logo, x, y), edges: [] };
      const i = 4 * (y * logo.width + x);
      cell.edges.push({
        x: logo.left + x,
        y: logo.top + y,
        outsideX: within(logo.left + outside.x, headerWidth, logo.left + x),
        outsideY: within(logo.top + outside.y, headerHeight, logo.top + y),
        r: logo.data[i]!,
        g: logo.data[i + 1]!,
        b: logo.data[i + 2]!,
        alpha: logo.data[i + 3]!,
      });
      cells.set(key, cell);
    }
  }
  const all = [...cells.values()];
  const enough = all.filter(({ edges }) => edges.length >= LEAST_EDGES);
  if (enough.length > 0) return enough;
  const whole = {
    left: logo.left,
    top: logo.top,
    right: logo.left + logo.width,
    bottom: logo.top + logo.height,
  };
  return [{ cell: whole, edges: all.flatMap(({ edges }) => edges) }];
}

/** A place brought into the header's box, but no further than to that of its own pixel. */
function within(v: number, size: number, own: number): number {
  return Math.min(Math.max(size - 1, own), Math.max(Math.min(0, own), v));
}

/**
 * An even ink that lets its ground through, in the form of a logo's pixels: each is a cell of its own, so that the 10th percentile of
 * the cells is that of the pixels, as it is of an ink that does not.
 * @param alpha byte, 1 to 254
 */
export function softCells(area: Area, { r, g, b }: Rgb, alpha: number): LogoCell[] {
  const cells: LogoCell[] = [];
  for (let y = area.top; y < area.bottom; y++)
    for (let x = area.left; x < area.right; x++)
      cells.push({ cell: area, edges: [{ x, y, outsideX: x, outsideY: y, r, g, b, alpha }] });
  return cells;
}

function gridCell(logo: LogoPixels, x: number, y: number): Cell {
  const [left, top] = [logo.left + x - (x % GRID), logo.top + y - (y % GRID)];
  return {
    left,
    top,
    right: Math.min(left + GRID, logo.left + logo.width),
    bottom: Math.min(top + GRID, logo.top + logo.height),
  };
}

function isInside(logo: LogoPixels, x: number, y: number): boolean {
  if (x < 0 || y < 0 || x >= logo.width || y >= logo.height) return false;
  return logo.data[4 * (y * logo.width + x) + 3]! >= 128;
}

function nearestOutside(logo: LogoPixels, x: number, y: number): { x: number; y: number } | undefined {
  if (!isInside(logo, x, y)) return undefined;
  let best: { x: number; y: number } | undefined;
  let bestDistance = Infinity;
  for (let dy = -REACH; dy <= REACH; dy++) {
    for (let dx = -REACH; dx <= REACH; dx++) {
      const distance = dx * dx + dy * dy;
      if (distance < bestDistance && !isInside(logo, x + dx, y + dy)) {
        best = { x: x + dx, y: y + dy };
        bestDistance = distance;
      }
    }
  }
  return best;
}

/** Luminance of an edge pixel's ink where it is solid. */
export function inkLuminance({ r, g, b }: LogoEdge): number {
  return luminance16({ r, g, b });
}

/** An ink's level where it is drawn over a ground, in sixteenths: composited, not rounded to 8 bits. */
export function fineLevel(ink: number, alpha: number, ground: number): number {
  return Math.floor(((ink * alpha + ground * (255 - alpha)) * 16) / 255 + 0.5);
}

/** Luminance of an edge pixel as it is painted over a ground. */
function paintedLuminance(edge: LogoEdge, ground: Raster, area: Area): number {
  const { r, g, b, alpha } = edge;
  if (alpha === 255) return inkLuminance(edge);
  const below = pixelAt(ground, edge.x - area.left, edge.y - area.top);
  return Math.min(
    WHITE_LUMINANCE,
    FINE_LUMINANCE[0][fineLevel(r, alpha, below.r)]! +
      FINE_LUMINANCE[1][fineLevel(g, alpha, below.g)]! +
      FINE_LUMINANCE[2][fineLevel(b, alpha, below.b)]!,
  );
}

/**
 * The logo's contrast over a ground, the pixels of an area of the header: for each cell the median of its edge pixels,
 * and of the cells the 10th percentile, whose cell is returned as the worst place.
 */
export function logoContrastAt(
  cells: readonly LogoCell[],
  ground: Raster,
  area: Area,
): { contrast: number; cell: Cell } {
  const values = cells.map(({ cell, edges }) => {
    const contrasts = Float32Array.from(edges, (edge) => {
      const outside = pixelAt(ground, edge.outsideX - area.left, edge.outsideY - area.top);
      return contrast16(paintedLuminance(edge, ground, area), luminance16(outside));
    }).sort();
    return { cell, contrast: contrasts[Math.ceil(contrasts.length / 2) - 1]! };
  });
  values.sort((a, b) => a.contrast - b.contrast);
  return values[Math.ceil(values.length / 10) - 1]!;
}
