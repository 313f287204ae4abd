import type { Overlay } from '../stack/overlay.ts';
import { edgeTables } from './edgeTables.ts';
import { theKernel } from './kernel.ts';
import type { LogoCell } from './logo.ts';
import type { Strip } from './plane.ts';

/** The fast sweep of a logo through an overlay that differs from pixel to pixel; the straightforward measure's to the last bit. */
export function sweepOverlaidLogo(
  plane: Strip,
  overlay: Overlay,
  cells: readonly LogoCell[],
  rows: number,
): Float32Array {
  const { area } = overlay;
  const { width } = plane;
  const { tables, edges, outsides, starts } = edgeTables(cells, overlay);
  const pixelOf = (x: number, y: number) => (y - area.top) * width + x - area.left;
  const numbers = edges.flatMap(({ edge, ink, outside }) => [ink, pixelOf(edge.x, edge.y), outside]);
  const places = outsides.flatMap(({ x, y, ground }) => [ground, pixelOf(x, y)]);
  const kernel = theKernel();
  const memory = kernel.lay({
    page: ['u32', plane.page.length],
    runs: ['u32', plane.runs.length],
    tables: ['u16', tables.length],
    starts: ['i32', starts.length],
    // Two edges are read at once; of an odd number, the last with one of zeros.
    edges: ['i32', numbers.length + 3],
    places: ['i32', places.length],
    grounds: ['i32', outsides.length],
    contrasts: ['f32', edges.length + 1],
    medians: ['f32', cells.length],
    result: ['f32', rows],
  });
  memory.page.array.set(plane.page);
  memory.runs.array.set(plane.runs);
  memory.tables.array.set(tables);
  memory.edges.array.set(numbers);
  memory.places.array.set(places);
  memory.starts.array.set(starts);
  kernel.run.sweepLogoTables(
    memory.page.at,
    width,
    memory.runs.at,
    memory.tables.at,
    memory.starts.at,
    cells.length,
    memory.edges.at,
    memory.places.at,
    outsides.length,
    memory.grounds.at,
    memory.contrasts.at,
    memory.medians.at,
    rows,
    area.bottom - area.top,
    Math.ceil(cells.length / 10),
    memory.result.at,
  );
  return memory.result.array.slice();
}
