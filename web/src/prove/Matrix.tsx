import { useAskedLast } from '../parts/useAskedLast.ts';
import {
  createColumnHelper,
  createExpandedRowModel,
  rowExpandingFeature,
  tableFeatures,
  useTable,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useMemo, useRef, type CSSProperties, type KeyboardEvent } from 'react';
import { useNavigate } from 'react-router';
import { momentName, type Header } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import type { Row } from '@hatrail/core/sweep/row';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { COLOURS } from '../theme.ts';
import { VERDICT_COLOURS, VerdictMark, figure } from '../parts/Verdict.tsx';
import { dressAddress } from './address.ts';
import {
  matrixColumns,
  matrixRows,
  type MatrixColumn,
  type MatrixFilter,
  type MatrixRow,
} from './matrixRows.ts';

interface MatrixProps {
  siteId: string;
  loaded: LoadedSite;
  header: Header;
  rows: readonly Row[];
  filter: MatrixFilter;
  /** The cell that is chosen: its row and its column. */
  chosen: { row: string; column: string } | undefined;
  onChoose: (row: string, column: string) => void;
}

const ROW = 40;
const features = tableFeatures({ rowExpandingFeature, expandedRowModel: createExpandedRowModel() });
const column = createColumnHelper<typeof features, MatrixRow>();

/** Items and states down, moments and widths across; walked by the arrow keys, Enter opens the place in Dress. */
export function Matrix({ siteId, loaded, header, rows, filter, chosen, onChoose }: MatrixProps) {
  const { site } = loaded;
  const columns = useMemo(() => matrixColumns(header, rows, filter.widths), [header, rows, filter.widths]);
  const data = useMemo(() => matrixRows(site, header, rows, filter), [site, header, rows, filter]);
  const table = useTable({
    features,
    data,
    columns: useMemo(
      () =>
        columns.map(({ id }) =>
          column.display({ id, cell: ({ row }) => <Cell row={row.original.cells[id]} /> }),
        ),
      [columns],
    ),
    getRowId: ({ id }) => id,
    getSubRows: ({ states }) => (states.length > 1 ? states : []),
  });
  const shown = table.getRowModel().rows;
  const room = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: shown.length,
    getScrollElement: () => room.current,
    estimateSize: () => ROW,
    overscan: 12,
  });
  const { choose, onKeyDown } = useWalk({ siteId, site, shown, columns, chosen, onChoose }, (at) =>
    virtual.scrollToIndex(at),
  );
  const grid = { gridTemplateColumns: `150px repeat(${columns.length}, minmax(72px, 1fr))` };
  const least = { '--matrix-width': `${150 + 72 * columns.length}px` } as CSSProperties;
  return (
    <div
      ref={room}
      className="matrix"
      style={least}
      role="treegrid"
      aria-label="Verdicts by item, moment and width"
      aria-rowcount={shown.length + 1}
      tabIndex={0}
      aria-activedescendant={chosen && cellName(chosen.row, chosen.column)}
      onKeyDown={onKeyDown}
    >
      <div className="matrix-head" role="row" style={grid}>
        <span role="columnheader">Item</span>
        {columns.map((each, i) => (
          <ColumnHead
            key={each.id}
            header={header}
            column={each}
            isFirst={columns[i - 1]?.moment !== each.moment}
          />
        ))}
      </div>
      <div role="rowgroup" style={{ position: 'relative', height: virtual.getTotalSize() }}>
        {virtual.getVirtualItems().map(({ index, start }) => {
          const row = shown[index]!;
          return (
            <div
              key={row.id}
              className="matrix-row"
              role="row"
              aria-level={row.depth + 1}
              aria-expanded={row.getCanExpand() ? row.getIsExpanded() : undefined}
              aria-rowindex={index + 2}
              style={{ ...grid, height: ROW, transform: `translateY(${start}px)` }}
            >
              <RowName
                name={row.original.name}
                depth={row.depth}
                isOpen={row.getCanExpand() ? row.getIsExpanded() : undefined}
                onToggle={row.getToggleExpandedHandler()}
              />
              {row.getAllCells().map((cell) => (
                <span
                  key={cell.id}
                  id={cellName(row.id, cell.column.id)}
                  role="gridcell"
                  className="matrix-cell"
                  aria-selected={
                    chosen !== undefined && chosen.row === row.id && chosen.column === cell.column.id
                  }
                  onClick={() => choose(row.id, cell.column.id)}
                >
                  <table.FlexRender cell={cell} />
                </span>
              ))}
            </div>
          );
        })}
      </div>
    </div>
  );
}

interface Walked extends Pick<MatrixProps, 'siteId' | 'chosen' | 'onChoose'> {
  site: Site;
  shown: readonly { id: string; original: MatrixRow; toggleExpanded(): void }[];
  columns: readonly MatrixColumn[];
}

/** The matrix by keyboard: arrows walk it, Enter opens the place in Dress, the space bar opens and folds a row. */
function useWalk(
  { siteId, site, shown, columns, chosen, onChoose }: Walked,
  scrollTo: (row: number) => void,
) {
  const navigate = useNavigate();
  const asked = useAskedLast(chosen ?? { row: '', column: '' }, ({ row, column: of }) => cellName(row, of));
  const choose = (row: string, of: string) => {
    asked.ask({ row, column: of });
    onChoose(row, of);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const last = asked.now();
    const now = last.row === '' ? { row: shown[0]?.id ?? '', column: columns[0]?.id ?? '' } : last;
    const r = shown.findIndex(({ id }) => id === now.row);
    const c = columns.findIndex(({ id }) => id === now.column);
    const by = STEPS[event.key];
    if (by) {
      event.preventDefault();
      const row = shown[Math.max(0, Math.min(shown.length - 1, r + by[0]))];
      const next = columns[Math.max(0, Math.min(columns.length - 1, c + by[1]))];
      if (!row || !next) return;
      choose(row.id, next.id);
      scrollTo(shown.indexOf(row));
    }
    const found = shown[r]?.original.cells[now.column];
    if (event.key === 'Enter' && found) void navigate(dressAddress(siteId, site, found));
    if (event.key === ' ') {
      event.preventDefault();
      shown[r]?.toggleExpanded();
    }
  };
  return { choose, onKeyDown };
}

/** What a key adds to the row and the column. */
const STEPS: Partial<Record<string, readonly [number, number]>> = {
  ArrowDown: [1, 0],
  ArrowUp: [-1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
};

/** What a row is called; one that has states below it is opened and folded here. */
function RowName({
  name,
  depth,
  isOpen,
  onToggle,
}: {
  name: string;
  depth: number;
  isOpen: boolean | undefined;
  onToggle: () => void;
}) {
  return (
    <span role="rowheader" className="matrix-name" data-depth={depth}>
      {isOpen !== undefined && (
        <button
          type="button"
          tabIndex={-1}
          onClick={onToggle}
          aria-label={`${isOpen ? 'Fold' : 'Open'} the states of ${name}`}
        >
          {isOpen ? '▾' : '▸'}
        </button>
      )}
      <span title={name}>{name}</span>
    </span>
  );
}

const cellName = (row: string, of: string) => `cell-${row}-${of}`.replaceAll(' ', '_');

function ColumnHead({
  header,
  column: { moment, width },
  isFirst,
}: {
  header: Header;
  column: MatrixColumn;
  isFirst: boolean;
}) {
  return (
    <span role="columnheader" className="matrix-column" data-first={isFirst || undefined}>
      {isFirst && <b>{momentName(header, moment)}</b>}
      <span>
        {!isFirst && <span className="sr-only">{momentName(header, moment)}, </span>}
        {width ?? (
          <span title="The worst of all other widths, and other heights of the window, that were swept">
            others
          </span>
        )}
      </span>
    </span>
  );
}

const THREADS = { c: COLOURS.threadClear, s: COLOURS.threadStrained, l: COLOURS.lost } as const;

/** A verdict with its thread on its side, from the top of the page to its end. */
function Cell({ row }: { row: Row | undefined }) {
  if (!row) return <span className="matrix-blank" title="Not shown there" />;
  const share = 100 / row.thread.length;
  const stops = [...row.thread].map(
    (part, i) => `${THREADS[part as keyof typeof THREADS]} ${i * share}% ${(i + 1) * share}%`,
  );
  return (
    <span
      className="matrix-verdict"
      title={`${row.item}, ${row.verdict}: worst ${figure(row.worst)} where ${row.needed} is needed, ${row.scroll} px down`}
    >
      <b style={{ color: VERDICT_COLOURS[row.verdict] }}>
        <VerdictMark verdict={row.verdict} size={10} />
        <span className="sr-only">{row.verdict}</span>
        {figure(row.worst)}
      </b>
      <i style={{ background: `linear-gradient(90deg, ${stops.join(', ')})` }} />
    </span>
  );
}
