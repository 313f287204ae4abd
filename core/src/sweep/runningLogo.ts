import { FINE_LUMINANCE, WHITE, contrast16 } from '../colour/contrast.ts';
import type { GroundTables, Raster } from '../stack/ground.ts';
import { fineLevel, inkLuminance, type LogoCell, type LogoEdge } from './logo.ts';
import type { Plane } from './plane.ts';
import { select } from './select.ts';

/**
 * The fast sweep of a logo. The luminance of the ground is looked up once a pixel, that of ink which lets the ground
 * through from tables made once for each such ink; rows with nothing new behind the logo are passed over. The result is
 * the straightforward measure's, to the last bit.
 */
export function sweepLogo(
  cells: readonly LogoCell[],
  raster: Raster,
  plane: Plane,
  tables: GroundTables,
  from: number,
  to: number,
): Float32Array {
  const { top, bottom } = rowsOf(cells);
  const inks = new InkTables(tables);
  const parts = cells.map(({ edges }) => partOf(edges, plane, raster, inks));
  const pixels = new Uint32Array(raster.data.buffer, raster.data.byteOffset, raster.width * raster.height);
  const contrasts = parts.map(({ ink }) => new Float32Array(ink.length));
  const medians = new Float32Array(parts.length);
  const wanted = Math.ceil(parts.length / 10);
  const result = new Float32Array(to - from + 1);
  let last = 0;
  for (let row = from; row <= to; row++) {
    if (row === from || plane.runs[row - 1 + top] !== plane.runs[row + bottom]) {
      for (let i = 0; i < parts.length; i++) {
        readEdges(parts[i]!, row, pixels, raster.width, plane, inks.table, contrasts[i]!);
      }
      last = tenthMedian(contrasts, wanted, last, medians);
    }
    result[row - from] = last;
  }
  return result;
}

/**
 * Of the cells' medians in ascending order, the one numbered `wanted` from 1. Counting against a guess tells which cells
 * it may be found in: only their medians are worked out, and none at all where the guess is right.
 */
function tenthMedian(cells: readonly Float32Array[], wanted: number, guess: number, medians: Float32Array): number {
  let less = 0;
  let atMost = 0;
  for (let i = 0; i < cells.length; i++) {
    const side = sideOf(cells[i]!, guess);
    medians[i] = side;
    if (side < 0) less++;
    if (side <= 0) atMost++;
  }
  if (less < wanted && wanted <= atMost) return guess;
  const side = less >= wanted ? -1 : 1;
  let n = 0;
  for (let i = 0; i < cells.length; i++) {
    if (medians[i] !== side) continue;
    const contrasts = cells[i]!;
    medians[n++] = select(contrasts, Math.ceil(contrasts.length / 2) - 1, 0, contrasts.length);
  }
  return select(medians, side < 0 ? wanted - 1 : wanted - atMost - 1, 0, n);
}

/** Whether the median of some values is less than a guess (-1), the guess itself (0), or greater (1). */
function sideOf(values: Float32Array, guess: number): number {
  let less = 0;
  let atMost = 0;
  for (let i = 0; i < values.length; i++) {
    const value = values[i]!;
    less += value < guess ? 1 : 0;
    atMost += value <= guess ? 1 : 0;
  }
  const wanted = Math.ceil(values.length / 2);
  return less >= wanted ? -1 : atMost >= wanted ? 0 : 1;
}

function rowsOf(cells: readonly LogoCell[]): { top: number; bottom: number } {
  let [top, bottom] = [Infinity, -Infinity];
  for (const { edges } of cells) {
    for (const edge of edges) {
      top = Math.min(top, edge.y, edge.outsideY);
      bottom = Math.max(bottom, edge.y, edge.outsideY);
    }
  }
  return { top, bottom };
}

/** One cell's edges as arrays: those of solid ink, then those that let the ground through. */
interface Part {
  solid: number;
  /** Luminance of solid ink; for other ink, where its tables begin. */
  ink: Int32Array;
  /** Pixel of the page at the edge, and of the plane outside it, with the header at row 0. */
  inside: Int32Array;
  outside: Int32Array;
}

function partOf(edges: readonly LogoEdge[], plane: Plane, raster: Raster, inks: InkTables): Part {
  const solid = edges.filter(({ alpha }) => alpha === 255);
  const sorted = [...solid, ...edges.filter(({ alpha }) => alpha < 255)];
  return {
    solid: solid.length,
    ink: Int32Array.from(sorted, (edge) => (edge.alpha === 255 ? inkLuminance(edge) : inks.of(edge))),
    inside: Int32Array.from(sorted, (edge) => edge.y * raster.width + edge.x),
    outside: Int32Array.from(sorted, (edge) => edge.outsideY * plane.width + edge.outsideX - plane.left),
  };
}

/** Writes the contrasts of a cell's edges at a row. */
function readEdges(
  { solid, ink, inside, outside }: Part,
  row: number,
  pixels: Uint32Array,
  stride: number,
  plane: Plane,
  table: Uint16Array,
  contrasts: Float32Array,
): void {
  const ground = plane.data;
  const [base, pageBase] = [row * plane.width, row * stride];
  for (let i = 0; i < solid; i++) contrasts[i] = contrast16(ink[i]!, ground[base + outside[i]!]!);
  for (let i = solid; i < ink.length; i++) {
    const at = ink[i]!;
    const pixel = pixels[pageBase + inside[i]!]!;
    const sum = table[at + (pixel & 255)]! + table[at + 256 + ((pixel >>> 8) & 255)]! + table[at + 512 + ((pixel >>> 16) & 255)]!;
    contrasts[i] = contrast16(sum > WHITE ? WHITE : sum, ground[base + outside[i]!]!);
  }
}

/** For each ink that lets the ground through: what each channel of the page adds to its luminance. */
class InkTables {
  table = new Uint16Array(0);
  readonly #ground: GroundTables;
  readonly #starts = new Map<number, number>();

  constructor(ground: GroundTables) {
    this.#ground = ground;
  }

  /** Where an ink's three tables of 256 begin. */
  of({ r, g, b, alpha }: LogoEdge): number {
    const key = ((r * 256 + g) * 256 + b) * 256 + alpha;
    let start = this.#starts.get(key);
    if (start === undefined) {
      start = this.table.length;
      const grown = new Uint16Array(start + 768);
      grown.set(this.table);
      [r, g, b].forEach((level, c) => {
        this.#ground.level[c]!.forEach((ground, page) => {
          grown[start! + 256 * c + page] = FINE_LUMINANCE[c]![fineLevel(level, alpha, ground)]!;
        });
      });
      this.table = grown;
      this.#starts.set(key, start);
    }
    return start;
  }
}
