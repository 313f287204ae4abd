import type { Veil } from '../stack/veil.ts';
import { edgeTables } from './edgeTables.ts';
import { theKernel } from './kernel.ts';
import type { LogoCell } from './logo.ts';
import type { Plane } from './plane.ts';

/** The fast sweep of a logo through a veil that differs from pixel to pixel; the straightforward measure's to the last bit. */
export function sweepVeiledLogo(
  plane: Plane,
  veil: Veil,
  cells: readonly LogoCell[],
  rows: number,
): Float32Array {
  const { area } = veil;
  const { width } = plane;
  const { tables, edges, starts } = edgeTables(cells, veil);
  const pixelOf = (x: number, y: number) => (y - area.top) * width + x - area.left;
  const numbers = edges.flatMap(({ edge, ink, ground }) => [
    ink,
    pixelOf(edge.x, edge.y),
    ground,
    pixelOf(edge.outsideX, edge.outsideY),
  ]);
  const kernel = theKernel();
  const memory = kernel.lay({
    page: ['u32', plane.page.length],
    runs: ['u32', plane.runs.length],
    tables: ['u16', tables.length],
    starts: ['i32', starts.length],
    edges: ['i32', numbers.length],
    contrasts: ['f32', edges.length],
    medians: ['f32', cells.length],
    result: ['f32', rows],
  });
  memory.page.array.set(plane.page);
  memory.runs.array.set(plane.runs);
  memory.tables.array.set(tables);
  memory.edges.array.set(numbers);
  memory.starts.array.set(starts);
  kernel.run.sweepLogoTables(
    memory.page.at,
    width,
    memory.runs.at,
    memory.tables.at,
    memory.starts.at,
    cells.length,
    memory.edges.at,
    memory.contrasts.at,
    memory.medians.at,
    rows,
    area.bottom - area.top,
    Math.ceil(cells.length / 10),
    memory.result.at,
  );
  return memory.result.array.slice();
}
