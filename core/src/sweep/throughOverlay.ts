import { around } from '../geometry/area.ts';
import type { Overlay } from '../stack/overlay.ts';
import type { JudgedTarget } from './targets.ts';

/** What is judged in the same overlay, or in overlays whose rows are the same where they meet. */
export interface Through {
  /** Around all that is judged. */
  overlay: Overlay;
  /** Whether all pixels of each of its rows are the same; then it has one pixel a row. */
  isRowed: boolean;
  all: CellTarget[];
}

export type CellTarget = JudgedTarget & { shape: { kind: 'cells' } };
export const isOfCells = (target: JudgedTarget): target is CellTarget => target.shape.kind === 'cells';

/** Brings together what is judged through the same rows. Where a row is not even, only what has the same cells and overlay is. */
export function sharedThrough(targets: readonly CellTarget[]): Through[] {
  const shared: Through[] = [];
  const rowed: { rows: Map<number, string>; all: CellTarget[] }[] = [];
  for (const target of targets) {
    const { overlay, shape } = target;
    if (rowsAreEven(overlay)) {
      const rows = rowsOf(overlay);
      const other = rowed.find((each) => [...rows].every(([y, row]) => (each.rows.get(y) ?? row) === row));
      if (other) {
        other.all.push(target);
        for (const [y, row] of rows) other.rows.set(y, row);
      } else rowed.push({ rows, all: [target] });
      continue;
    }
    const cells = JSON.stringify(shape.cells);
    const other = shared.find(
      ({ overlay: kept, all: [first] }) =>
        kept.data === overlay.data && JSON.stringify(first!.shape.cells) === cells,
    );
    if (other) other.all.push(target);
    else shared.push({ overlay, isRowed: false, all: [target] });
  }
  return [...shared, ...rowed.map(({ all }) => ({ overlay: rowsTogether(all), isRowed: true, all }))];
}

/** What an overlay whose rows are even is in each of its rows, by the header's. */
function rowsOf({ area, data }: Overlay): Map<number, string> {
  const line = 4 * (area.right - area.left);
  const row = (y: number) => [...data.subarray(line * y, line * y + 4)].join(' ');
  return new Map(Array.from({ length: area.bottom - area.top }, (_, y) => [area.top + y, row(y)]));
}

/** One overlay of a pixel a row for several that agree; a row that none of them has is as that above. */
function rowsTogether(targets: readonly CellTarget[]): Overlay {
  const area = around(targets.map(({ overlay }) => overlay.area));
  const data = new Float64Array(4 * (area.bottom - area.top));
  const isLaid = new Uint8Array(area.bottom - area.top);
  for (const { overlay } of targets) {
    const line = 4 * (overlay.area.right - overlay.area.left);
    for (let y = overlay.area.top; y < overlay.area.bottom; y++) {
      const from = line * (y - overlay.area.top);
      data.set(overlay.data.subarray(from, from + 4), 4 * (y - area.top));
      isLaid[y - area.top] = 1;
    }
  }
  for (let y = 1; y < isLaid.length; y++) if (!isLaid[y]) data.copyWithin(4 * y, 4 * y - 4, 4 * y);
  return { area, isEven: false, data };
}

/** Whether all pixels of each row of an overlay are the same: a vertical gradient. */
export function rowsAreEven({ area, data }: Overlay): boolean {
  const line = 4 * (area.right - area.left);
  for (let row = 0; row < data.length; row += line) {
    for (let i = row + 4; i < row + line; i++) if (data[i] !== data[i - 4]) return false;
  }
  return true;
}
