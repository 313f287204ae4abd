import { KERNEL } from './kernelBytes.ts';

/** The kernel's functions (core/kernel), parameter for parameter; addresses and counts are whole numbers. */
export interface KernelExports {
  census(data: number, length: number, counts: number, values: number, tallies: number): number;
  order(
    values: number,
    tallies: number,
    distinct: number,
    length: number,
    ink: number,
    rank: number,
    contrast: number,
    level: number,
    single: number,
  ): void;
  classes(
    data: number,
    stride: number,
    rows: number,
    runs: number,
    left: number,
    width: number,
    level: number,
    levels: number,
  ): void;
  sweepCells(
    levels: number,
    data: number,
    rank: number,
    stride: number,
    runs: number,
    cells: number,
    count: number,
    histograms: number,
    scratch: number,
    contrast: number,
    single: number,
    rows: number,
    top: number,
    bottom: number,
    result: number,
  ): void;
  sweepLogo(
    ground: number,
    page: number,
    stride: number,
    runs: number,
    tables: number,
    starts: number,
    cells: number,
    edges: number,
    contrasts: number,
    medians: number,
    rows: number,
    top: number,
    bottom: number,
    wanted: number,
    result: number,
  ): void;
  occurring(
    page: number,
    levels: number,
    width: number,
    rows: number,
    runs: number,
    reference: number,
    luminance: number,
    seen: number,
    pairs: number,
    least: number,
    most: number,
  ): number;
  bounds(
    ends: number,
    reference: number,
    luminance: number,
    pairs: number,
    count: number,
    least: number,
    most: number,
    blocks: number,
    low: number,
    high: number,
  ): void;
  luminances(page: number, width: number, rows: number, runs: number, tables: number, out: number): void;
  rowTables(overlay: number, stride: number, height: number, luminance: number, out: number): void;
  sweepOverlaid(
    page: number,
    levels: number,
    stride: number,
    runs: number,
    overlay: number,
    height: number,
    luminance: number,
    ink: number,
    cells: number,
    count: number,
    low: number,
    high: number,
    segments: number,
    perCell: number,
    classes: number,
    scratch: number,
    rows: number,
    result: number,
    tables: number,
  ): void;
  sweepLogoTables(
    page: number,
    stride: number,
    runs: number,
    tables: number,
    starts: number,
    cells: number,
    edges: number,
    places: number,
    placeCount: number,
    grounds: number,
    contrasts: number,
    medians: number,
    rows: number,
    height: number,
    wanted: number,
    result: number,
  ): void;
  blurAcross(
    page: number,
    stride: number,
    rows: number,
    runs: number,
    sources: number,
    length: number,
    columns: number,
    count: number,
    weights: number,
    reach: number,
    line: number,
    out: number,
  ): void;
  blurDown(from: number, count: number, rows: number, weights: number, reach: number, out: number): void;
  sweepBlurred(shared: number, seen: number, count: number, scratch: number): void;
}

/** A part of the kernel's memory, with its address. */
export interface Part<T> {
  at: number;
  array: T;
}

const PAGE = 65536;
/** Where the kernel's own data end. */
const BASE = 4096;

interface Arrays {
  u8: Uint8Array;
  u16: Uint16Array;
  u32: Uint32Array;
  i32: Int32Array;
  f32: Float32Array;
  f64: Float64Array;
}
const KINDS = {
  u8: Uint8Array,
  u16: Uint16Array,
  u32: Uint32Array,
  i32: Int32Array,
  f32: Float32Array,
  f64: Float64Array,
};

/** The compiled sweep and its memory, which one call at a time lays out anew. */
export class Kernel {
  readonly #memory = new WebAssembly.Memory({ initial: 1 });
  readonly run: KernelExports;
  #end = BASE;

  constructor() {
    const bytes = Uint8Array.from(atob(KERNEL), (letter) => letter.charCodeAt(0));
    const instance = new WebAssembly.Instance(new WebAssembly.Module(bytes), {
      env: { memory: this.#memory },
    });
    this.run = instance.exports as unknown as KernelExports;
  }

  /**
   * Lays out arrays of given kinds and lengths, all zeros, in the place of what was there before; those that are written over
   * as a whole may be left as they are. All of one call's arrays are asked for at once, since memory that grows leaves older
   * views behind.
   */
  lay<const L extends Record<string, readonly [keyof Arrays, number, 'as it is'?]>>(
    wanted: L,
  ): { [K in keyof L]: Part<Arrays[L[K][0]]> } {
    this.#end = BASE;
    const places = Object.entries(wanted).map(([name, [kind, length, left]]) => {
      const at = this.#end;
      this.#end = (at + length * KINDS[kind].BYTES_PER_ELEMENT + 15) & ~15;
      return { name, kind, length, at, end: this.#end, isZero: left === undefined };
    });
    const missing = this.#end - this.#memory.buffer.byteLength;
    if (missing > 0) this.#memory.grow(Math.ceil(missing / PAGE));
    const bytes = new Uint8Array(this.#memory.buffer);
    for (const { at, end, isZero } of places) if (isZero) bytes.fill(0, at, end);
    const parts = places.map(({ name, kind, length, at }) => [
      name,
      { at, array: new KINDS[kind](this.#memory.buffer, at, length) },
    ]);
    return Object.fromEntries(parts);
  }
}

let kernel: Kernel | undefined;

/** The kernel of this thread. */
export function theKernel(): Kernel {
  return (kernel ??= new Kernel());
}
