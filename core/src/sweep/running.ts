import { contrast16 } from '../colour/contrast.ts';
import { tenth, type Cell } from './cells.ts';
import type { Plane } from './plane.ts';

/**
 * The fast sweep of cells. Every luminance that occurs is put in one of 256 classes in order of contrast; each cell
 * keeps a running histogram of classes while the page moves by a row, and the class of its tenth pixel (the running
 * median of Huang, Yang and Tang, 1979). Only cells in the worst class are read, and only where a class holds more
 * than one luminance. The result is the straightforward measure's, to the last bit.
 */

const CLASSES = 256;

/** Classes in ascending order of contrast. */
interface Classes {
  /** Class of each luminance that occurs. */
  of: Uint8Array;
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
  const classes = classify(plane, ink);
  const classPlane = new Uint8Array(plane.data.length);
  for (let i = 0; i < classPlane.length; i++) classPlane[i] = classes.of[plane.data[i]!]!;
  const trackers = cells.map((cell) => new Tracker(cell, plane, classPlane));
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
    result[row - from] = worstOf(trackers, worst, classes, plane, ink);
  }
  return result;
}

function worstOf(trackers: Tracker[], worst: number, classes: Classes, plane: Plane, ink: number): number {
  const single = classes.single[worst]!;
  if (!Number.isNaN(single)) return single;
  let least = Infinity;
  for (const tracker of trackers) {
    if (tracker.level === worst) least = Math.min(least, tracker.read(plane, ink));
  }
  return least;
}

/** Sorts the luminances that occur by contrast and shares them out among the classes, as equally as they allow. */
function classify(plane: Plane, ink: number): Classes {
  const counts = new Uint32Array(65536);
  const { data } = plane;
  for (let i = 0; i < data.length; i++) counts[data[i]!]!++;
  const occurring: { luminance: number; contrast: number }[] = [];
  for (let luminance = 0; luminance < counts.length; luminance++) {
    if (counts[luminance]! > 0) occurring.push({ luminance, contrast: contrast16(ink, luminance) });
  }
  occurring.sort((a, b) => a.contrast - b.contrast);
  const of = new Uint8Array(65536);
  const single = new Float32Array(CLASSES).fill(NaN);
  const share = occurring.length <= CLASSES ? 0 : data.length / CLASSES;
  let level = 0;
  let held = 0;
  let previous = NaN;
  for (const { luminance, contrast } of occurring) {
    const count = counts[luminance]!;
    const full = held > 0 && held + count > share && level < CLASSES - 1 && contrast !== previous;
    if (full) {
      level++;
      held = 0;
    }
    single[level] = held === 0 || single[level] === contrast ? contrast : NaN;
    of[luminance] = level;
    held += count;
    previous = contrast;
  }
  return { of, single };
}

/** One cell's histogram while the page moves behind it. */
class Tracker {
  /** Class of the cell's tenth pixel. */
  level = 0;
  readonly #cell: Cell;
  readonly #left: number;
  readonly #right: number;
  readonly #stride: number;
  readonly #classes: Uint8Array;
  readonly #counts = new Uint16Array(CLASSES);
  readonly #wanted: number;
  readonly #scratch: Uint16Array;
  /** How many pixels are of a class below `level`. */
  #below = 0;
  #row = NaN;

  constructor(cell: Cell, plane: Plane, classes: Uint8Array) {
    this.#cell = cell;
    this.#left = cell.left - plane.left;
    this.#right = cell.right - plane.left;
    this.#stride = plane.width;
    this.#classes = classes;
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
    const classes = this.#classes;
    const level = this.level;
    const end = y * this.#stride + this.#right;
    let below = this.#below;
    for (let i = y * this.#stride + this.#left; i < end; i++) {
      const found = classes[i]!;
      counts[found]! += step;
      if (found < level) below += step;
    }
    this.#below = below;
  }

  /** The exact contrast of the tenth pixel, read among the pixels of its class. */
  read(plane: Plane, ink: number): number {
    const { top, bottom } = this.#cell;
    const found = this.#scratch;
    let n = 0;
    for (let y = this.#row + top; y < this.#row + bottom; y++) {
      const end = y * this.#stride + this.#right;
      for (let i = y * this.#stride + this.#left; i < end; i++) {
        if (this.#classes[i] === this.level) found[n++] = plane.data[i]!;
      }
    }
    const contrasts = Float32Array.from(found.subarray(0, n), (luminance) => contrast16(ink, luminance)).sort();
    return contrasts[this.#wanted - this.#below - 1]!;
  }
}
