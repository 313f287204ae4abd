import { itemOfInk } from '@hatrail/core/header/layout';
import { stateWords } from '@hatrail/core/header/stateNames';
import { allMoments, type Header, type Moment } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import { spotKey, type Row } from '@hatrail/core/sweep/prove';

/** The matrix: items and their states down, moments and widths across; each cell the worst of what was swept there. */

export interface MatrixColumn {
  id: string;
  moment: Moment;
  width: number;
}

export interface MatrixRow {
  id: string;
  name: string;
  /** By the column's id: the worst there; none where it is not shown. */
  cells: Partial<Record<string, Row>>;
  /** Its states and parts, where it is an item. */
  states: MatrixRow[];
}

export interface MatrixFilter {
  /** Path of a page; the worst of all where none is given. */
  page?: string;
  /** Only items of which something is below its need. */
  onlyBelow: boolean;
  /** Only what falls under a success criterion. */
  criterion?: '1.4.3' | '1.4.11';
}

const columnId = ({ moment, width }: Pick<Row, 'moment' | 'width'>) => `${moment} ${width}`;
const isWorse = (row: Row, than: Row) => row.worst / row.needed < than.worst / than.needed;

/** The columns of some rows: by moment, then by width. */
export function matrixColumns(header: Header, rows: readonly Row[]): MatrixColumn[] {
  const widths = [...new Set(rows.map(({ width }) => width))].sort((a, b) => a - b);
  return allMoments(header)
    .filter((moment) => rows.some((row) => row.moment === moment))
    .flatMap((moment) => widths.map((width) => ({ id: columnId({ moment, width }), moment, width })));
}

/** What a row is a state of: the item that it belongs to, a link by itself. */
function ownerOf(site: Site, header: Header, { itemId }: Row): string {
  const item = itemOfInk(site, header, itemId);
  return item && item.kind !== 'menu' && item.kind !== 'icons' ? item.id : itemId.replace(/-opener$/, '');
}

/** The matrix of a header's rows, the items in the order in which they hang. */
export function matrixRows(
  site: Site,
  header: Header,
  rows: readonly Row[],
  { page, onlyBelow, criterion }: MatrixFilter,
): MatrixRow[] {
  const items = new Map<string, MatrixRow>();
  for (const row of rows) {
    if (page !== undefined && row.page !== page) continue;
    if (criterion && row.criterion !== criterion) continue;
    const owner = ownerOf(site, header, row);
    const item = items.get(owner) ?? { id: owner, name: row.name, cells: {}, states: [] };
    items.set(owner, item);
    const key = `${owner} ${spotKey(row)}`;
    let state = item.states.find(({ id }) => id === key);
    if (!state)
      item.states.push((state = { id: key, name: `${row.item}${stateWords(row)}`, cells: {}, states: [] }));
    for (const each of [item, state]) {
      const known = each.cells[columnId(row)];
      if (!known || isWorse(row, known)) each.cells[columnId(row)] = row;
    }
  }
  const isBelow = ({ cells }: MatrixRow) =>
    Object.values(cells).some((row) => row && row.verdict !== 'clear');
  return [...items.values()].filter((item) => !onlyBelow || isBelow(item));
}
