import { useMemo, type KeyboardEvent } from 'react';
import { Link, useNavigate } from 'react-router';
import type { Finding } from '@hatrail/core/finding/finding';
import type { OtherFinding } from '@hatrail/core/finding/others';
import type { Header } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import { judgedOn } from '@hatrail/core/placed/answers';
import type { Row } from '@hatrail/core/sweep/row';
import { metWords, viewportsOf, viewportsWords } from '@hatrail/core/sweep/widthPlan';
import type { Standing } from '../editor/verdicts.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { useNear } from '../parts/useNear.ts';
import { VERDICT_COLOURS, VerdictMark, figure } from '../parts/Verdict.tsx';
import { dressAddress } from './address.ts';
import { BesideContrast } from './BesideContrast.tsx';
import { ClearAll } from './ClearAll.tsx';
import { FindingDetail } from './FindingDetail.tsx';
import { useInAddress } from './useInAddress.ts';
import { WorstPlace } from './WorstPlace.tsx';

interface FindingsViewProps {
  siteId: string;
  loaded: LoadedSite;
  header: Header;
  standing: Standing;
  rows: readonly Row[];
}

/** The findings beside the one that is chosen, which stands in the address. */
export function FindingsView({ siteId, loaded, header, standing, rows }: FindingsViewProps) {
  const { findings, others, count } = standing;
  const [params, set] = useInAddress();
  const picked = params.get('finding');
  const chosen = findings.find(({ id }) => id === picked) ?? findings[0];
  const windows = useMemo(() => viewportsOf(rows), [rows]);
  return (
    <>
      <section className="prove-list" aria-label="Findings">
        {count > 0 && <ClearAll loaded={loaded} header={header} standing={standing} />}
        <FindingList
          findings={findings}
          chosen={chosen?.id}
          onChoose={(id) => set({ finding: id })}
          context={{ siteId, loaded, header, windows: windows.length }}
        />
        <OtherFindings siteId={siteId} header={header} findings={others} />
        <BesideContrast siteId={siteId} loaded={loaded} header={header} />
        {count === 0 && rows.length > 0 && (
          <p className="prove-clear">
            <VerdictMark verdict="clear" size={16} /> Every letter, line and ring reaches what it needs on
            every page, at these {viewportsWords(windows)}, at every scroll and in every state.
          </p>
        )}
      </section>
      {chosen && (
        <FindingDetail
          key={chosen.id}
          siteId={siteId}
          loaded={loaded}
          header={header}
          finding={chosen}
          isPicked={picked === chosen.id}
        />
      )}
    </>
  );
}

interface ListContext {
  siteId: string;
  loaded: LoadedSite;
  header: Header;
  /** In how many windows it was swept. */
  windows: number;
}

/** The findings, walked by the arrow keys; Enter opens the worst place in Dress. */
function FindingList({
  findings,
  chosen,
  onChoose,
  context,
}: {
  findings: readonly Finding[];
  chosen: string | undefined;
  onChoose: (id: string) => void;
  context: ListContext;
}) {
  const navigate = useNavigate();
  const onKeyDown = (event: KeyboardEvent<HTMLUListElement>) => {
    // Where the keyboard is: what is chosen may follow a moment later.
    const here = (event.target as HTMLElement).closest<HTMLElement>('[data-finding]')?.dataset.finding;
    const at = findings.findIndex(({ id }) => id === (here ?? chosen));
    const to = { ArrowDown: at + 1, ArrowUp: at - 1, Home: 0, End: findings.length - 1 }[event.key];
    const found = to === undefined ? undefined : findings[Math.max(0, Math.min(findings.length - 1, to))];
    if (found) {
      event.preventDefault();
      onChoose(found.id);
      event.currentTarget.querySelector<HTMLElement>(`[data-finding="${CSS.escape(found.id)}"]`)?.focus();
    }
  };
  return (
    <ul
      className="findings"
      role="listbox"
      aria-label="Findings, those that most visitors meet first"
      onKeyDown={onKeyDown}
    >
      {findings.map((finding) => (
        <FindingRow
          key={finding.id}
          finding={finding}
          isChosen={finding.id === chosen}
          onChoose={() => onChoose(finding.id)}
          onOpen={() => void navigate(dressAddress(context.siteId, context.loaded.site, finding.worst))}
          context={context}
        />
      ))}
    </ul>
  );
}

function FindingRow({
  finding,
  isChosen,
  onChoose,
  onOpen,
  context: { loaded, header, windows },
}: {
  finding: Finding;
  isChosen: boolean;
  onChoose: () => void;
  onOpen: () => void;
  context: ListContext;
}) {
  const [row, isNear] = useNear<HTMLLIElement>();
  const { site } = loaded;
  return (
    <li
      ref={row}
      role="option"
      className="finding"
      data-finding={finding.id}
      aria-selected={isChosen}
      tabIndex={isChosen ? 0 : -1}
      onClick={onChoose}
      onDoubleClick={onOpen}
      onKeyDown={(event) => event.key === 'Enter' && onOpen()}
    >
      {isNear ? (
        <WorstPlace
          loaded={loaded}
          header={header}
          row={finding.worst}
          width={152}
          height={58}
          scale={0.42}
        />
      ) : (
        <div className="worst-place" style={{ width: 152, height: 58 }} />
      )}
      <span className="finding-text">
        <strong>{finding.title}</strong>
        <span>
          {finding.items} · {pagesWords(site, finding.pages, judgedOn(site, header).length)} ·{' '}
          {finding.windows.length === windows && windows > 1
            ? 'everywhere that was swept'
            : metWords(finding.windows)}
        </span>
        <span>
          Set by {finding.set} · {finding.criteria.join(', ')}
        </span>
      </span>
      <b className="finding-figure" style={{ color: VERDICT_COLOURS[finding.verdict] }}>
        <VerdictMark verdict={finding.verdict} />
        <span className="sr-only">{finding.verdict}, worst</span>
        {figure(finding.worst.worst)}
      </b>
    </li>
  );
}

/**
 * Titles of the pages, or that it is all of them.
 * @param all how many were swept
 */
function pagesWords(site: Site, paths: readonly string[], all: number): string {
  if (paths.length === all && paths.length > 1)
    return all === site.pages.length ? 'every page' : `all ${all} pages`;
  const titles = site.pages.filter(({ path }) => paths.includes(path)).map(({ title }) => title);
  return titles.length > 4
    ? `${titles.slice(0, 3).join(', ')} and ${titles.length - 3} more`
    : titles.join(', ');
}

/** What does not depend on the ground: menus on their own fill, and words of banners; each leads to where it is put right. */
function OtherFindings({
  siteId,
  header,
  findings,
}: {
  siteId: string;
  header: Header;
  findings: readonly OtherFinding[];
}) {
  if (findings.length === 0) return null;
  const address = ({ at }: OtherFinding) => {
    const params = new URLSearchParams({
      header: header.id,
      ...('pageIds' in at && { page: at.pageIds[0]! }),
    });
    return `/sites/${siteId}/dress?${params}`;
  };
  return (
    <ul className="findings" aria-label="Findings of menus and of words of the pages">
      {findings.map((finding) => (
        <li key={finding.id} className="finding">
          <span />
          <span className="finding-text">
            <strong>{finding.title}</strong>
            <span>
              {finding.items} · {figure(finding.contrast)} where {finding.needed} is needed
            </span>
            <span>
              Set by {finding.set} · 1.4.3 ·{' '}
              <Link to={address(finding)}>
                {'menu' in finding.at ? 'Open Dress, and there Menu open' : 'Open the band in Dress'}
              </Link>
            </span>
          </span>
          <b className="finding-figure" style={{ color: VERDICT_COLOURS[finding.verdict] }}>
            <VerdictMark verdict={finding.verdict} />
            {figure(finding.contrast)}
          </b>
        </li>
      ))}
    </ul>
  );
}
