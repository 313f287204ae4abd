import { itemOfInk } from '@hatrail/core/header/layout';
import { stateWords } from '@hatrail/core/header/stateNames';
import { allMoments, type Header, type Moment } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import { spotKey, type Row } from '@hatrail/core/sweep/row';
import { widthsOf } from '@hatrail/core/sweep/widthPlan';

/** The matrix: items and their states down, moments and widths across; each cell the worst of what was swept there. */

export interface MatrixColumn {
  id: string;
  moment: Moment;
  /** None for the worst of all windows that have no column. */
  width: number | undefined;
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
  criterion?: Row['criterion'];
  /** The widths that have a column each. */
  widths: readonly number[];
}

/** The column of a row, or the one of its moment for widths that have none. */
const columnId = (
  { moment, width, height }: Pick<MatrixColumn, 'moment' | 'width'> & Pick<Row, 'height'>,
  widths: readonly number[],
) => `${moment} ${width !== undefined && height === undefined && widths.includes(width) ? width : 'others'}`;
const isWorse = (row: Row, than: Row) => row.worst / row.needed < than.worst / than.needed;

/** The columns of some rows: by moment, then by width; one more for all widths that have none of their own. */
export function matrixColumns(
  header: Header,
  rows: readonly Row[],
  widths: readonly number[],
): MatrixColumn[] {
  const swept = widthsOf(rows);
  const shown = swept.filter((width) => widths.includes(width));
  const isOther = shown.length < swept.length || rows.some(({ height }) => height !== undefined);
  const others = isOther ? [undefined] : [];
  return allMoments(header)
    .filter((moment) => rows.some((row) => row.moment === moment))
    .flatMap((moment) =>
      [...shown, ...others].map((width) => ({ id: columnId({ moment, width }, shown), moment, width })),
    );
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
  { page, onlyBelow, criterion, widths }: MatrixFilter,
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
      const known = each.cells[columnId(row, widths)];
      if (!known || isWorse(row, known)) each.cells[columnId(row, widths)] = row;
    }
  }
  const isBelow = ({ cells }: MatrixRow) =>
    Object.values(cells).some((row) => row && row.verdict !== 'clear');
  return [...items.values()].filter((item) => !onlyBelow || isBelow(item));
}
