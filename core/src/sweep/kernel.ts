import { KERNEL } from './kernelBytes.ts';

/** The kernel's functions (core/kernel); addresses and counts are whole numbers. */
export interface KernelExports {
  census(...args: number[]): number;
  order(...args: number[]): void;
  classes(...args: number[]): void;
  sweepCells(...args: number[]): void;
  sweepLogo(...args: number[]): void;
  occurring(...args: number[]): number;
  bounds(...args: number[]): void;
  luminances(...args: number[]): void;
  rowTables(...args: number[]): void;
  sweepOverlaid(...args: number[]): void;
  sweepLogoTables(...args: number[]): void;
  blurAcross(...args: number[]): void;
  blurDown(...args: number[]): void;
  sweepBlurred(...args: number[]): void;
  sweepBlurredLogo(...args: number[]): void;
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
