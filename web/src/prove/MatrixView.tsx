import { viewportKey, viewportWords } from '@hatrail/core/sweep/widths';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { stateWords } from '@hatrail/core/header/stateNames';
import { momentName, type Header } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import { spotKey, type Row } from '@hatrail/core/sweep/row';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { widthsOf } from '@hatrail/core/sweep/widthPlan';
import { useVerdicts, type Standing } from '../editor/verdicts.ts';
import { figure } from '../parts/Verdict.tsx';
import { dressAddress } from './address.ts';
import { Curve } from './FindingDetail.tsx';
import { Matrix } from './Matrix.tsx';
import { matrixRows, type MatrixFilter } from './matrixRows.ts';
import { useInAddress } from './useInAddress.ts';
import { WorstPlace } from './WorstPlace.tsx';

interface MatrixViewProps {
  siteId: string;
  loaded: LoadedSite;
  header: Header;
  rows: readonly Row[];
  standing: Standing;
}

const CRITERIA: readonly (readonly [Row['criterion'], string])[] = [
  ['1.4.3', 'text'],
  ['1.4.6', 'text, stricter'],
  ['1.4.11', 'marks, lines and rings'],
];

/** The matrix with its filters and the chosen cell; all of it stands in the address. */
export function MatrixView({ siteId, loaded, header, rows, standing }: MatrixViewProps) {
  const { site } = loaded;
  const [params, set] = useInAddress();
  const said = (name: string) => params.get(name) ?? '';
  const [page, below, criterion] = [said('on'), said('below'), said('criterion')];
  const [only, setOnly] = useState(below === '1');
  const { first = rows } = useVerdicts();
  const allWidths = params.get('widths') === 'all';
  const widths = useMemo(() => widthsOf(allWidths ? rows : first), [allWidths, rows, first]);
  const filter = useMemo(
    (): MatrixFilter => ({
      widths,
      ...(page && { page }),
      onlyBelow: only,
      ...(CRITERIA.find(([each]) => each === criterion) && { criterion: criterion as Row['criterion'] }),
    }),
    [page, only, criterion, widths],
  );
  const [row, column] = [said('row'), said('column')];
  const chosen = useMemo(() => (row && column ? { row, column } : undefined), [row, column]);
  const found = useMemo(() => {
    const all = matrixRows(site, header, rows, filter);
    return all.flatMap((item) => [item, ...item.states]).find(({ id }) => id === row)?.cells[column];
  }, [site, header, rows, filter, row, column]);
  return (
    <>
      <section className="prove-list" aria-label="Matrix">
        <MatrixFilters
          site={site}
          page={page}
          criterion={criterion}
          allWidths={allWidths}
          only={only}
          set={set}
          onOnly={(isOnly) => {
            // At once: the address follows a moment later.
            setOnly(isOnly);
            set({ below: isOnly ? '1' : '' });
          }}
        />
        <Matrix
          siteId={siteId}
          loaded={loaded}
          header={header}
          rows={rows}
          filter={filter}
          chosen={chosen}
          onChoose={(r, c) => set({ row: r, column: c })}
        />
        <p className="quiet matrix-legend">
          Each cell is its worst contrast, over its thread from the scroll at which the moment begins to its
          end. Space opens the states of an item, Enter the place in Dress.
        </p>
      </section>
      <aside className="prove-side" aria-label="The chosen cell">
        {found ? (
          <CellDetail siteId={siteId} loaded={loaded} header={header} row={found} standing={standing} />
        ) : (
          <p className="quiet">
            Choose a cell: its worst place and its contrast along the scroll are shown here.
          </p>
        )}
      </aside>
    </>
  );
}

interface MatrixFiltersProps {
  site: Site;
  page: string;
  criterion: string;
  allWidths: boolean;
  only: boolean;
  /** Sets what stands in the address. */
  set: (changes: Record<string, string>) => void;
  onOnly: (only: boolean) => void;
}

function MatrixFilters({ site, page, criterion, allWidths, only, set, onOnly }: MatrixFiltersProps) {
  return (
    <div className="matrix-filters">
      <label>
        Page
        <select className="choice-select" value={page} onChange={(event) => set({ on: event.target.value })}>
          <option value="">worst of all</option>
          {site.pages.map(({ id, path, title }) => (
            <option key={id} value={path}>
              {title}
            </option>
          ))}
        </select>
      </label>
      <label>
        Criterion
        <select
          className="choice-select"
          value={criterion}
          onChange={(event) => set({ criterion: event.target.value })}
        >
          <option value="">all</option>
          {CRITERIA.map(([each, of]) => (
            <option key={each} value={each}>
              {each}, {of}
            </option>
          ))}
        </select>
      </label>
      <label>
        Widths
        <select
          className="choice-select"
          value={allWidths ? 'all' : ''}
          onChange={(event) => set({ widths: event.target.value })}
        >
          <option value="">usual, worst of others</option>
          <option value="all">all swept</option>
        </select>
      </label>
      <label>
        <input type="checkbox" checked={only} onChange={(event) => onOnly(event.target.checked)} />
        only what is not clear
      </label>
    </div>
  );
}

function CellDetail({ siteId, loaded, header, row, standing }: Omit<MatrixViewProps, 'rows'> & { row: Row }) {
  const page = loaded.site.pages.find(({ path }) => path === row.page);
  const isOf = (other: Row) =>
    spotKey(other) === spotKey(row) &&
    other.page === row.page &&
    viewportKey(other) === viewportKey(row) &&
    other.moment === row.moment;
  const finding = standing.findings.find(({ rows }) => rows.some(isOf));
  return (
    <>
      <h2>
        {row.item}
        {stateWords(row)}, {momentName(header, row.moment).toLowerCase()}, at {viewportWords(row)}
      </h2>
      <p className="prove-lead">
        {row.verdict === 'clear' ? 'Clear' : row.verdict === 'lost' ? 'Lost' : 'Strained'}:{' '}
        {figure(row.worst)} where {row.needed} is needed, {row.scroll.toLocaleString('en')} px down{' '}
        {page?.title}. <Link to={dressAddress(siteId, loaded.site, row)}>Open it in Dress</Link>
      </p>
      <WorstPlace
        loaded={loaded}
        header={header}
        row={row}
        width={408}
        height={110}
        scale={row.width > 700 ? 1 : 1.3}
      />
      <Curve siteId={siteId} loaded={loaded} header={header} worst={row} />
      {finding && (
        <p>
          Part of the finding{' '}
          <Link to={`?${new URLSearchParams({ header: header.id, finding: finding.id })}`}>
            {finding.title}
          </Link>
          , where the ways to clear it are.
        </p>
      )}
    </>
  );
}
