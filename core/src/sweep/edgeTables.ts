import { FINE_LUMINANCE, LUMINANCE } from '../colour/contrast.ts';
import { groundTables, type GroundTables } from '../stack/ground.ts';
import type { Overlay } from '../stack/overlay.ts';
import { fineLevel, inkLuminance, type LogoCell, type LogoEdge } from './logo.ts';

/** The three luminance tables, one after the other. */
export const LUMINANCE_TABLES = Uint16Array.from(LUMINANCE.flatMap((table) => [...table]));

/** How the kernel tells an address among tables from a luminance: it is less than this below zero. */
const TABLE_MARK = 0x40000000;

/** Three tables of 256. */
export const SET = 768;

/** What each channel of the page adds to the luminance of an ink that lets its ground through. */
export function softTables(
  ink: readonly [number, number, number],
  alpha: number,
  level: GroundTables['level'],
): Uint16Array {
  const tables = new Uint16Array(SET);
  ink.forEach((own, c) => {
    const fine = FINE_LUMINANCE[c]!;
    for (let i = 0; i < 256; i++) tables[256 * c + i] = fine[fineLevel(own, alpha, level[c]![i]!)]!;
  });
  return tables;
}

/** Three tables as one set. */
export function setOf(tables: GroundTables['luminance']): Uint16Array {
  const set = new Uint16Array(SET);
  tables.forEach((table, c) => set.set(table, 256 * c));
  return set;
}

/** Sets of tables, one after the other. */
export function joined(sets: readonly Uint16Array[]): Uint16Array {
  const all = new Uint16Array(SET * sets.length);
  sets.forEach((set, i) => all.set(set, SET * i));
  return all;
}

/** What a page pixel becomes along a logo's edge. */
export interface EdgeTables {
  tables: Uint16Array;
  /** For each edge: its ink's luminance, or where its ink's tables begin less the mark; and the number of the place outside it. */
  edges: { edge: LogoEdge; ink: number; outside: number }[];
  /** The places that edges stand against, each once, in header pixels; and where the tables of its ground begin. */
  outsides: { x: number; y: number; ground: number }[];
  /** For each cell where its edges begin, and at the end how many there are. */
  starts: Int32Array;
}

/** Luminances of ground and soft edges by the page's levels, one set of three tables for each that differs. */
export function edgeTables(cells: readonly LogoCell[], overlay: Overlay): EdgeTables {
  const { area, data } = overlay;
  const width = area.right - area.left;
  const pieces: Uint16Array[] = [];
  /** Where each set of tables begins, and the levels of each ground, by what they are made from. */
  const known = new Map<string, number>();
  const grounds = new Map<string, GroundTables>();
  const kept = (key: string, make: () => Uint16Array) => {
    const found = known.get(key);
    if (found !== undefined) return found;
    const start = SET * pieces.length;
    pieces.push(make());
    known.set(key, start);
    return start;
  };
  const pixelOf = (x: number, y: number) => (overlay.isEven ? 0 : (y - area.top) * width + x - area.left);
  const overlayKey = (pixel: number) => data.slice(4 * pixel, 4 * pixel + 4).join(' ');
  const groundOf = (key: string, pixel: number) => {
    const found = grounds.get(key) ?? groundTables(overlay, pixel);
    grounds.set(key, found);
    return found;
  };
  const outsides: EdgeTables['outsides'] = [];
  const numbers = new Map<number, number>();
  const outsideOf = ({ outsideX: x, outsideY: y }: LogoEdge) => {
    const place = 65536 * y + x;
    let number = numbers.get(place);
    if (number === undefined) {
      const pixel = pixelOf(x, y);
      const key = overlayKey(pixel);
      const ground = kept(key, () => setOf(groundOf(key, pixel).luminance));
      number = outsides.push({ x, y, ground }) - 1;
      numbers.set(place, number);
    }
    return number;
  };
  const edges = cells
    .flatMap((cell) => cell.edges)
    .map((edge) => {
      const own = pixelOf(edge.x, edge.y);
      const outside = outsideOf(edge);
      const { r, g, b, alpha } = edge;
      if (alpha === 255) return { edge, ink: inkLuminance(edge), outside };
      const ownKey = overlayKey(own);
      const soft = kept(`${r} ${g} ${b} ${alpha} ${ownKey}`, () =>
        softTables([r, g, b], alpha, groundOf(ownKey, own).level),
      );
      return { edge, ink: soft - TABLE_MARK, outside };
    });
  let start = 0;
  const starts = Int32Array.from([0, ...cells.map((cell) => (start += cell.edges.length))]);
  return { tables: joined(pieces), edges, outsides, starts };
}
