import { Button } from '@mui/material';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { headerItems, type Header } from '@hatrail/core/model/header';
import type { PageOwn } from '@hatrail/core/model/page';
import type { Site } from '@hatrail/core/model/site';
import { stateWords } from '@hatrail/core/header/stateNames';
import { momentName } from '@hatrail/core/model/header';
import { answerFor, type Answer, type Hanging, type Passed } from '@hatrail/core/placed/answers';
import { differencesOf, partName } from '@hatrail/core/placed/own';
import { whereWords } from '@hatrail/core/placed/told';
import { ownOf } from '@hatrail/core/placed/worn';
import { setOwn, takeSite } from '../editor/edits.ts';
import { useAnswer, useSoFar } from '../engine/answers.ts';
import { keyOf, siteKey } from '../engine/dependsOn.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { ChoiceField, FieldRow } from '../parts/fields.tsx';
import { VerdictText, VERDICT_COLOURS, VerdictMark, figure } from '../parts/Verdict.tsx';
import { WorstPlace } from '../prove/WorstPlace.tsx';
import { dressAddress } from '../prove/address.ts';
import { AUDIENCE_NAMES, hangingAt, type PlaceChosen } from './PlaceGrid.tsx';
import { useCellProof, type CellProof } from './proof.ts';
import { waysHere, type PlaceWay } from './ways.ts';

interface SideProps {
  siteId: string;
  loaded: LoadedSite;
  chosen: PlaceChosen;
  isSplit: boolean;
}

const WHY: Record<Passed, string> = {
  page: 'it is not for this page',
  visitors: 'it is for other visitors',
  except: 'it excepts this page',
  gone: 'its header has gone',
};

/** The chosen page: what hangs there and why, how it stands, what differs there, and what would clear it. */
export function PlaceSide({ siteId, loaded, chosen, isSplit }: SideProps) {
  const { page, who } = chosen;
  const { site } = loaded;
  const answer = useMemo(() => answerFor(site, page, who), [site, page, who]);
  const hanging = useMemo(() => hangingAt(loaded, page, who, isSplit), [loaded, page, who, isSplit]);
  const proof = useCellProof(loaded, hanging);
  return (
    <aside className="place-side" aria-label={`${page.title}, ${isSplit ? who : 'everyone'}`}>
      <h2>
        {page.title}
        {isSplit && `, ${AUDIENCE_NAMES[who].toLowerCase()}`}
      </h2>
      <Why site={site} answer={answer} />
      {hanging && <Stands siteId={siteId} loaded={loaded} hanging={hanging} proof={proof} />}
      {hanging && <OnlyHere siteId={siteId} site={site} hanging={hanging} />}
      {!hanging && answer.header && (
        <OnlyHere
          siteId={siteId}
          site={site}
          hanging={{ page, header: answer.header, worn: answer.header }}
        />
      )}
      {hanging && proof && proof.verdict !== 'clear' && (
        <WaysHere key={`${page.id} ${who}`} loaded={loaded} hanging={hanging} proof={proof} />
      )}
    </aside>
  );
}

const ORDINALS = [
  'first',
  'second',
  'third',
  'fourth',
  'fifth',
  'sixth',
  'seventh',
  'eighth',
  'ninth',
  'tenth',
];

/** Which placement decided, and why those before it did not. */
function Why({ site, answer: { header, placement, passed } }: { site: Site; answer: Answer }) {
  const name = header?.name ?? 'No header';
  if (!placement)
    return (
      <p className="quiet">
        {site.placements?.length
          ? 'No header: no placement is for this page.'
          : `${name}: the site has no placements.`}
      </p>
    );
  const nth = ORDINALS[passed.length] ?? `${passed.length + 1}th`;
  return (
    <>
      <p className="quiet">
        {name}, by the {nth} placement: {whereWords(site, placement)}.
      </p>
      {passed.length > 0 && (
        <details className="place-why">
          <summary>
            Why not {passed.length === 1 ? 'the one before it' : `the ${passed.length} before it`}
          </summary>
          <ul>
            {passed.map(({ placement: each, why }) => (
              <li key={each.id}>
                {site.headers.find(({ id }) => id === each.header)?.name ?? 'No header'},{' '}
                {whereWords(site, each)}: {WHY[why]}
              </li>
            ))}
          </ul>
        </details>
      )}
    </>
  );
}

function Stands({
  siteId,
  loaded,
  hanging: { header },
  proof,
}: {
  siteId: string;
  loaded: LoadedSite;
  hanging: Hanging;
  proof: CellProof | undefined;
}) {
  if (!proof) return <p role="status">Sweeping it</p>;
  const { worst, verdict } = proof;
  if (!worst) return <p>Nothing hangs in this header, so that there is nothing to read.</p>;
  return (
    <>
      <WorstPlace loaded={loaded} header={header} row={worst} width={300} height={110} scale={1} />
      <p>
        <VerdictText verdict={verdict} contrast={worst.worst} /> {worst.item}
        {stateWords(worst)}, {momentName(header, worst.moment).toLowerCase()}, where {worst.needed} is needed;
        swept at 4 widths. <Link to={dressAddress(siteId, loaded.site, worst)}>Open it in Dress</Link>
      </p>
    </>
  );
}

const AS_ELSEWHERE = '-';

/** What differs on this page alone: told, put back, and changed. */
function OnlyHere({ siteId, site, hanging }: { siteId: string; site: Site; hanging: Hanging }) {
  const { page, header } = hanging;
  const own = ownOf(page, header.id);
  const differences = differencesOf(site, header, own);
  const set = (label: string, next: Omit<PageOwn, 'header'> | undefined) =>
    setOwn({ pageId: page.id, headerId: header.id }, `${label}, on ${page.title} alone`, next);
  const { header: _, ...now } = own ?? { header: '' };
  const dress = new URLSearchParams({ header: header.id, page: page.id, only: '1' });
  return (
    <section aria-label="Only on this page">
      <h3>Only on this page</h3>
      {differences.length === 0 ? (
        <p className="quiet">Nothing differs from {header.name} elsewhere.</p>
      ) : (
        <ul className="place-differences">
          {differences.map(({ id, text, without }) => (
            <li key={id}>
              <span>{text}</span>
              <button type="button" className="link" onClick={() => set(`Put back: ${text}`, without)}>
                Put back
              </button>
            </li>
          ))}
        </ul>
      )}
      {differences.length > 1 && (
        <Button size="small" variant="outlined" onClick={() => set('Put everything back', undefined)}>
          Put everything back
        </Button>
      )}
      <details className="place-change">
        <summary>Change something here</summary>
        <FieldRow label="Begins">
          <ChoiceField
            label="Begins"
            value={now.begins ?? AS_ELSEWHERE}
            options={[
              [AS_ELSEWHERE, 'As elsewhere'],
              ['scrolled', 'As after scrolling'],
            ]}
            onChange={(next) => {
              const { begins: __, ...rest } = now;
              set('How it begins', next === 'scrolled' ? { ...rest, begins: 'scrolled' } : rest);
            }}
          />
        </FieldRow>
        <FieldRow label="Lies">
          <ChoiceField
            label="Lies"
            value={now.lies ?? AS_ELSEWHERE}
            options={[
              [AS_ELSEWHERE, `As elsewhere, ${header.manner.lies} the page`],
              header.manner.lies === 'over' ? ['above', 'Above the page'] : ['over', 'Over the page'],
            ]}
            onChange={(next) => {
              const { lies: __, ...rest } = now;
              set(
                'Over or above the page',
                next === AS_ELSEWHERE ? rest : { ...rest, lies: next as 'over' | 'above' },
              );
            }}
          />
        </FieldRow>
        <Shown
          site={site}
          header={header}
          hidden={now.hidden ?? []}
          onChange={(hidden) => set('What is shown', { ...now, hidden })}
        />
        <p>
          <Link to={`/sites/${siteId}/dress?${dress}`}>Its look, in Dress</Link>, and where it changes;{' '}
          <Link to={`/sites/${siteId}/gather/pages?${new URLSearchParams({ page: page.id })}`}>
            the opening picture and its tint
          </Link>{' '}
          are the page’s own.
        </p>
      </details>
    </section>
  );
}

function Shown({
  site,
  header,
  hidden,
  onChange,
}: {
  site: Site;
  header: Header;
  hidden: readonly string[];
  onChange: (hidden: string[]) => void;
}) {
  const rails = header.rails.length > 1 ? header.rails.map((__, i) => `rail-${i + 1}`) : [];
  const parts = [...rails, ...headerItems(header).map(({ id }) => id)];
  return (
    <fieldset className="placement-pages">
      <legend>Shown here</legend>
      {parts.map((id) => (
        <label key={id}>
          <input
            type="checkbox"
            checked={!hidden.includes(id)}
            onChange={({ target }) =>
              onChange(target.checked ? hidden.filter((each) => each !== id) : [...hidden, id])
            }
          />
          {partName(site, header, id)}
        </label>
      ))}
    </fieldset>
  );
}

/** What would clear the page for these visitors, each swept there before it is told. */
function WaysHere({ loaded, hanging, proof }: { loaded: LoadedSite; hanging: Hanging; proof: CellProof }) {
  const answer = useAnswer<PlaceWay[], PlaceWay[]>(
    ['ways here', siteKey(loaded), keyOf([hanging.page, hanging.header, hanging.who])],
    ({ signal, tell }) => waysHere(loaded, hanging, proof, { signal, tell }),
    { rest: 300 },
  );
  const soFar = useSoFar<PlaceWay[]>(answer);
  const ways = answer.data ?? soFar ?? [];
  return (
    <section aria-label="What would clear it here">
      <h3>What would clear it here</h3>
      {ways.length > 0 && (
        <ul className="place-ways">
          {ways.map(({ id, text, note, worst, change }) => (
            <li key={id}>
              <span>
                <strong>{text}</strong>
                <span className="quiet">{note}</span>
              </span>
              {worst && (
                <b style={{ color: VERDICT_COLOURS.clear }}>
                  <VerdictMark verdict="clear" /> {figure(worst.worst)}
                </b>
              )}
              <Button
                size="small"
                variant="outlined"
                aria-label={`Try it: ${text}`}
                onClick={() => takeSite(`${text}, on ${hanging.page.title}`, change)}
              >
                Try it
              </Button>
            </li>
          ))}
        </ul>
      )}
      <p className="quiet" role="status">
        {answer.failure !== undefined
          ? `The search stopped: ${answer.failure} Change something to try again.`
          : !answer.data
            ? 'Looking: each is swept on this page, at every moment and 4 widths.'
            : ways.length === 0
              ? 'Nothing that was tried clears it here: give it a fill, or another header.'
              : 'Each was swept on this page, at every moment and 4 widths.'}
      </p>
    </section>
  );
}
