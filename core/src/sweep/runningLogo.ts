import type { GroundTables } from '../stack/ground.ts';
import { theKernel } from './kernel.ts';
import { SET, joined, softTables } from './edgeTables.ts';
import { inkLuminance, type LogoCell, type LogoEdge } from './logo.ts';
import type { Plane } from './plane.ts';

/** How the kernel tells an address among tables from a luminance: it is less than this below zero. */
const TABLE_MARK = 0x40000000;

/**
 * The fast sweep of a logo. The luminance of the ground is looked up once a pixel, that of ink which lets the ground
 * through from tables made once for each such ink; rows with nothing new behind the logo are passed over. The result is
 * the straightforward measure's, to the last bit.
 * @param from page row of the header's top edge at the first step
 * @param rows how many steps, one row each
 */
export function sweepLogo(
  cells: readonly LogoCell[],
  plane: Plane,
  tables: GroundTables,
  from: number,
  rows: number,
): Float32Array {
  const { luminance, page, width, area, runs } = plane;
  const edges = cells.flatMap((cell) => cell.edges);
  const inks = inkTables(edges, tables);
  const kernel = theKernel();
  const memory = kernel.lay({
    ground: ['u16', luminance.length],
    page: ['u32', page.length],
    runs: ['u32', runs.length],
    tables: ['u16', inks.table.length],
    starts: ['i32', cells.length + 1],
    // Two edges are read at once; of an odd number, the last with one of zeros.
    edges: ['i32', 3 * edges.length + 3],
    contrasts: ['f32', edges.length + 1],
    medians: ['f32', cells.length],
    result: ['f32', rows],
  });
  memory.ground.array.set(luminance);
  memory.page.array.set(page);
  memory.runs.array.set(runs);
  memory.tables.array.set(inks.table);
  let start = 0;
  cells.forEach((cell, i) => {
    start += cell.edges.length;
    memory.starts.array[i + 1] = start;
  });
  const down = from - area.top;
  const offset = (x: number, y: number) => (y + down) * width + x - area.left;
  edges.forEach((edge, i) => {
    const ink = edge.alpha === 255 ? inkLuminance(edge) : inks.starts[i]! - TABLE_MARK;
    memory.edges.array.set([ink, offset(edge.x, edge.y), offset(edge.outsideX, edge.outsideY)], 3 * i);
  });
  const { top, bottom } = logoRows(cells);
  kernel.run.sweepLogo(
    memory.ground.at,
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
    top + down,
    bottom + down,
    Math.ceil(cells.length / 10),
    memory.result.at,
  );
  return memory.result.array.slice();
}

/** First and last header row that a logo's edges reach. */
function logoRows(cells: readonly LogoCell[]): { top: number; bottom: number } {
  let [top, bottom] = [Infinity, -Infinity];
  for (const { edges } of cells) {
    for (const edge of edges) {
      top = Math.min(top, edge.y, edge.outsideY);
      bottom = Math.max(bottom, edge.y, edge.outsideY);
    }
  }
  return { top, bottom };
}

/**
 * For each ink that lets the ground through, three tables of 256: what each channel of the page adds to its luminance;
 * and for each edge where its tables begin.
 */
function inkTables(
  edges: readonly LogoEdge[],
  ground: GroundTables,
): { table: Uint16Array; starts: number[] } {
  const known = new Map<number, number>();
  const pieces: Uint16Array[] = [];
  const starts = edges.map(({ r, g, b, alpha }) => {
    if (alpha === 255) return 0;
    const key = ((r * 256 + g) * 256 + b) * 256 + alpha;
    const found = known.get(key);
    if (found !== undefined) return found;
    const start = SET * pieces.length;
    known.set(key, start);
    pieces.push(softTables([r, g, b], alpha, ground.level));
    return start;
  });
  return { table: joined(pieces), starts };
}
