import { contrast16 } from '../colour/contrast.ts';
import { tenth, type Cell } from './cells.ts';
import type { Plane } from './plane.ts';
import { select } from './select.ts';

/**
 * The fast sweep of cells. Every luminance that occurs is put in one of 256 classes in order of contrast; each cell
 * keeps a running histogram of classes while the page moves by a row, and the class of its tenth pixel (the running
 * median of Huang, Yang and Tang, 1979). Only cells in the worst class are read, and only where a class holds more
 * than one luminance. The result is the straightforward measure's, to the last bit.
 */

const CLASSES = 256;

/** The luminances of a plane in ascending order of contrast. */
interface Order {
  /** Number of each luminance in that order. */
  rank: Uint16Array;
  /** Contrast of each number. */
  contrast: Float32Array;
  /** Class of each number. */
  level: Uint8Array;
  /** A class's contrast where it holds a single luminance, else NaN. */
  single: Float32Array;
}

/**
 * The contrast of the worst cell at every row of a page.
 * @param from first page row of the header's top edge
 * @param to last one
 * @returns one contrast a row
 */
export function sweepCells(
  plane: Plane,
  cells: readonly Cell[],
  ink: number,
  from: number,
  to: number,
): Float32Array {
  const order = orderOf(plane, ink);
  const ranks = new Uint16Array(plane.data.length);
  const levels = new Uint8Array(plane.data.length);
  for (let i = 0; i < ranks.length; i++) {
    const rank = order.rank[plane.data[i]!]!;
    ranks[i] = rank;
    levels[i] = order.level[rank]!;
  }
  const trackers = cells.map((cell) => new Tracker(cell, plane, levels, ranks));
  const top = Math.min(...cells.map((cell) => cell.top));
  const bottom = Math.max(...cells.map((cell) => cell.bottom));
  const result = new Float32Array(to - from + 1);
  for (let row = from; row <= to; row++) {
    if (row > from && plane.runs[row - 1 + top] === plane.runs[row + bottom - 1]) {
      result[row - from] = result[row - from - 1]!;
      for (const tracker of trackers) tracker.skip();
      continue;
    }
    let worst = CLASSES;
    for (const tracker of trackers) worst = Math.min(worst, tracker.moveTo(row));
    result[row - from] = worstOf(trackers, worst, order);
  }
  return result;
}

function worstOf(trackers: Tracker[], worst: number, order: Order): number {
  const single = order.single[worst]!;
  if (!Number.isNaN(single)) return single;
  let least = 65535;
  for (const tracker of trackers) {
    if (tracker.level === worst) least = Math.min(least, tracker.read());
  }
  return order.contrast[least]!;
}

/**
 * Puts the luminances that occur in order, from the ink's own outwards both ways, and shares them out among the classes
 * as equally as they allow.
 */
function orderOf(plane: Plane, ink: number): Order {
  const { data } = plane;
  const counts = new Uint32Array(65536);
  for (let i = 0; i < data.length; i++) counts[data[i]!]!++;
  let distinct = 0;
  for (let i = 0; i < counts.length; i++) if (counts[i]! > 0) distinct++;
  const rank = new Uint16Array(65536);
  const contrast = new Float32Array(distinct);
  const level = new Uint8Array(distinct);
  const single = new Float32Array(CLASSES).fill(NaN);
  const share = distinct <= CLASSES ? 0 : data.length / CLASSES;
  let [below, above, current, held] = [ink, ink + 1, 0, 0];
  for (let n = 0; n < distinct; n++) {
    while (below >= 0 && counts[below] === 0) below--;
    while (above < 65536 && counts[above] === 0) above++;
    const [down, up] = [below < 0 ? Infinity : contrast16(ink, below), above > 65535 ? Infinity : contrast16(ink, above)];
    const luminance = down <= up ? below-- : above++;
    const count = counts[luminance]!;
    if (held > 0 && held + count > share && current < CLASSES - 1) {
      current++;
      held = 0;
    }
    contrast[n] = Math.min(down, up);
    single[current] = held === 0 || single[current] === contrast[n] ? contrast[n]! : NaN;
    rank[luminance] = n;
    level[n] = current;
    held += count;
  }
  return { rank, contrast, level, single };
}

/** One cell's histogram while the page moves behind it. */
class Tracker {
  /** Class of the cell's tenth pixel. */
  level = 0;
  readonly #cell: Cell;
  readonly #left: number;
  readonly #right: number;
  readonly #stride: number;
  readonly #levels: Uint8Array;
  readonly #ranks: Uint16Array;
  readonly #counts = new Uint16Array(CLASSES);
  readonly #wanted: number;
  readonly #scratch: Uint16Array;
  /** How many pixels are of a class below `level`. */
  #below = 0;
  #row = NaN;

  constructor(cell: Cell, plane: Plane, levels: Uint8Array, ranks: Uint16Array) {
    this.#cell = cell;
    this.#left = cell.left - plane.left;
    this.#right = cell.right - plane.left;
    this.#stride = plane.width;
    this.#levels = levels;
    this.#ranks = ranks;
    const pixels = (cell.right - cell.left) * (cell.bottom - cell.top);
    this.#wanted = tenth(pixels);
    this.#scratch = new Uint16Array(pixels);
  }

  /** The page moved by a row, and nothing behind the cell changed. */
  skip(): void {
    this.#row++;
  }

  /** Brings the histogram to a row, by one step where it can, and returns the class of the tenth pixel. */
  moveTo(row: number): number {
    const { top, bottom } = this.#cell;
    if (row === this.#row + 1) {
      this.#count(this.#row + top, -1);
      this.#count(row + bottom - 1, 1);
    } else {
      this.#counts.fill(0);
      this.#below = this.level = 0;
      for (let y = row + top; y < row + bottom; y++) this.#count(y, 1);
    }
    this.#row = row;
    const counts = this.#counts;
    while (this.#below >= this.#wanted) this.#below -= counts[--this.level]!;
    while (this.#below + counts[this.level]! < this.#wanted) this.#below += counts[this.level++]!;
    return this.level;
  }

  #count(y: number, step: 1 | -1): void {
    const counts = this.#counts;
    const levels = this.#levels;
    const level = this.level;
    const end = y * this.#stride + this.#right;
    let below = this.#below;
    for (let i = y * this.#stride + this.#left; i < end; i++) {
      const found = levels[i]!;
      counts[found]! += step;
      if (found < level) below += step;
    }
    this.#below = below;
  }

  /** The number, in order of contrast, of the tenth pixel: read among the pixels of its class. */
  read(): number {
    const { top, bottom } = this.#cell;
    const [found, levels, ranks, level] = [this.#scratch, this.#levels, this.#ranks, this.level];
    let n = 0;
    for (let y = this.#row + top; y < this.#row + bottom; y++) {
      const end = y * this.#stride + this.#right;
      for (let i = y * this.#stride + this.#left; i < end; i++) if (levels[i] === level) found[n++] = ranks[i]!;
    }
    return select(found, this.#wanted - this.#below - 1, 0, n);
  }
}
