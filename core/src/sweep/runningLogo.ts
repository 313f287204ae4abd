import { contrast16 } from '../colour/contrast.ts';
import type { GroundTables, Raster } from '../stack/ground.ts';
import { inkLuminance, type LogoCell, type LogoEdge } from './logo.ts';
import type { Plane } from './plane.ts';

/**
 * The fast sweep of a logo: the luminance of the ground is looked up once a pixel, ink that is solid once in all, and
 * rows with nothing new behind the logo are passed over. The result is the straightforward measure's, to the last bit.
 */
export function sweepLogo(
  cells: readonly LogoCell[],
  raster: Raster,
  plane: Plane,
  tables: GroundTables,
  from: number,
  to: number,
): Float32Array {
  const edges = cells.flatMap((cell) => cell.edges);
  const rows = edges.flatMap((edge) => [edge.y, edge.outsideY]);
  const top = rows.reduce((a, b) => Math.min(a, b));
  const bottom = rows.reduce((a, b) => Math.max(a, b));
  const parts = cells.map((cell) => new Part(cell, plane));
  const medians = new Float32Array(parts.length);
  const wanted = Math.ceil(parts.length / 10) - 1;
  const result = new Float32Array(to - from + 1);
  for (let row = from; row <= to; row++) {
    if (row > from && plane.runs[row - 1 + top] === plane.runs[row + bottom]) {
      result[row - from] = result[row - from - 1]!;
      continue;
    }
    for (let i = 0; i < parts.length; i++) medians[i] = parts[i]!.median(row, raster, plane, tables);
    result[row - from] = select(medians, wanted, medians.length);
  }
  return result;
}

/** One cell's edges, solid ink first, as arrays. */
class Part {
  readonly #solid: number;
  readonly #edges: LogoEdge[];
  readonly #ink: Float64Array;
  readonly #outside: Int32Array;
  readonly #contrasts: Float32Array;

  constructor({ edges }: LogoCell, plane: Plane) {
    this.#edges = [...edges].sort((a, b) => Number(a.alpha < 255) - Number(b.alpha < 255));
    this.#solid = edges.filter(({ alpha }) => alpha === 255).length;
    const nothing = {} as Raster;
    const none = {} as GroundTables;
    this.#ink = Float64Array.from(this.#edges, (edge, i) =>
      i < this.#solid ? inkLuminance(edge, nothing, 0, none) : NaN,
    );
    this.#outside = Int32Array.from(this.#edges, (edge) => edge.outsideY * plane.width + edge.outsideX - plane.left);
    this.#contrasts = new Float32Array(edges.length);
  }

  median(row: number, raster: Raster, plane: Plane, tables: GroundTables): number {
    const contrasts = this.#contrasts;
    const base = row * plane.width;
    for (let i = 0; i < contrasts.length; i++) {
      const ink = i < this.#solid ? this.#ink[i]! : inkLuminance(this.#edges[i]!, raster, row, tables);
      contrasts[i] = contrast16(ink, plane.data[base + this.#outside[i]!]!);
    }
    return select(contrasts, Math.ceil(contrasts.length / 2) - 1, contrasts.length);
  }
}

/** The value numbered `k`, from 0, in ascending order; reorders the array (quickselect, Hoare 1961). */
function select(values: Float32Array, k: number, length: number): number {
  let low = 0;
  let high = length - 1;
  while (low < high) {
    const pivot = values[(low + high) >> 1]!;
    let i = low;
    let j = high;
    while (i <= j) {
      while (values[i]! < pivot) i++;
      while (values[j]! > pivot) j--;
      if (i <= j) {
        const swap = values[i]!;
        values[i++] = values[j]!;
        values[j--] = swap;
      }
    }
    if (k <= j) high = j;
    else if (k >= i) low = i;
    else break;
  }
  return values[k]!;
}
