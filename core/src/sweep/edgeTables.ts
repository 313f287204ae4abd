import { FINE_LUMINANCE, LUMINANCE } from '../colour/contrast.ts';
import { groundTables } from '../stack/ground.ts';
import type { Veil } from '../stack/veil.ts';
import { fineLevel, inkLuminance, type LogoCell, type LogoEdge } from './logo.ts';

/** The three luminance tables, one after the other. */
export const LUMINANCE_TABLES = Uint16Array.from(LUMINANCE.flatMap((table) => [...table]));

/** How the kernel tells an address among tables from a luminance: it is less than this below zero. */
const TABLE_MARK = 0x40000000;

/** What a page pixel becomes along a logo's edge. */
export interface EdgeTables {
  tables: Uint16Array;
  /** For each edge: its ink's luminance, or where its ink's tables begin less the mark; and where its ground's begin. */
  edges: { edge: LogoEdge; ink: number; ground: number }[];
  /** For each cell where its edges begin, and at the end how many there are. */
  starts: Int32Array;
}

/** Luminances of ground and soft edges by the page's levels, one set of three tables for each that differs. */
export function edgeTables(cells: readonly LogoCell[], veil: Veil): EdgeTables {
  const { area, data } = veil;
  const width = area.right - area.left;
  const table: number[] = [];
  const known = new Map<string, number>();
  const kept = (key: string, make: () => Iterable<number>) => {
    const found = known.get(key);
    if (found !== undefined) return found;
    const start = table.length;
    known.set(key, start);
    for (const value of make()) table.push(value);
    return start;
  };
  const pixelOf = (x: number, y: number) => (veil.isEven ? 0 : (y - area.top) * width + x - area.left);
  const veilKey = (pixel: number) => data.slice(4 * pixel, 4 * pixel + 4).join(' ');
  const edges = cells
    .flatMap((cell) => cell.edges)
    .map((edge) => {
      const [own, outside] = [pixelOf(edge.x, edge.y), pixelOf(edge.outsideX, edge.outsideY)];
      const ground = kept(veilKey(outside), () =>
        groundTables(veil, outside).luminance.flatMap((values) => [...values]),
      );
      const { r, g, b, alpha } = edge;
      if (alpha === 255) return { edge, ink: inkLuminance(edge), ground };
      const soft = kept(`${r} ${g} ${b} ${alpha} ${veilKey(own)}`, () =>
        groundTables(veil, own).level.flatMap((levels, c) =>
          Array.from(levels, (level) => FINE_LUMINANCE[c]![fineLevel([r, g, b][c]!, alpha, level)]!),
        ),
      );
      return { edge, ink: soft - TABLE_MARK, ground };
    });
  let start = 0;
  const starts = Int32Array.from([0, ...cells.map((cell) => (start += cell.edges.length))]);
  return { tables: Uint16Array.from(table), edges, starts };
}
