import { Button, Checkbox, FormControlLabel } from '@mui/material';
import { useState } from 'react';
import type { TrialOff, TrialResult } from '@hatrail/core/gather/captured';
import { MOMENT_NAMES, type Header, type Moment } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import { api } from '../api.ts';
import { OwnProgress, isLocal } from '../gather/own/ReadOwn.tsx';
import { useOwnWork } from '../gather/own/useOwnWork.ts';
import '../gather/own/own.css';
import { figure } from '../parts/Verdict.tsx';

/** Tries the paste on the page that it is for, as that stands now, before it is handed over. */
export function TryOwn({
  siteId,
  site,
  header,
  version,
}: {
  siteId: string;
  site: Site;
  header: Header;
  /** When it was saved last: what was tried before is another. */
  version: number | undefined;
}) {
  const pages = site.pages.filter(({ from }) => from !== undefined);
  const [pageId, setPage] = useState(pages[0]?.id);
  const page = pages.find(({ id }) => id === pageId) ?? pages[0];
  const [allowed, setAllowed] = useState<boolean>();
  const [triedAt, setTriedAt] = useState<number>();
  const work = useOwnWork(api.tryOwn);
  if (!page)
    return (
      <section className="try-own" aria-labelledby="try-title">
        <h2 id="try-title">Try it before it is handed over</h2>
        <p className="quiet">
          None of the pages here was brought in from its address: bring one in under Gather, Pages, to try the
          paste on it.
        </p>
      </section>
    );
  const allowLocal = allowed ?? isLocal(page.from!);
  const trial = work.state?.trial;
  return (
    <section className="try-own" aria-labelledby="try-title">
      <h2 id="try-title">Try it before it is handed over</h2>
      <p className="quiet">
        The page is opened as it stands now, the paste is put in, and what is seen is compared with what is
        told here.
      </p>
      <div className="try-ask">
        <label htmlFor="try-page">Page</label>
        <select
          id="try-page"
          className="choice-select"
          value={page.id}
          onChange={(event) => setPage(event.target.value)}
        >
          {pages.map(({ id, title }) => (
            <option key={id} value={id}>
              {title}
            </option>
          ))}
        </select>
        <FormControlLabel
          control={
            <Checkbox size="small" checked={allowLocal} onChange={(_, checked) => setAllowed(checked)} />
          }
          label="It is on this machine or in its own network"
        />
        <Button
          variant="contained"
          disabled={work.isBusy || version === undefined}
          onClick={() => {
            setTriedAt(version);
            work.begin({ site: siteId, header: header.id, page: page.id, allowLocal });
          }}
        >
          Try it
        </Button>
      </div>
      <OwnProgress work={work} />
      {trial && triedAt === version && <TrialSaid trial={trial} />}
    </section>
  );
}

function TrialSaid({ trial }: { trial: TrialResult }) {
  const { compared, off, more, widths, moments } = trial;
  const where = `${compared} compared, at ${widths.join(', ')} px, in ${moments} ${moments === 1 ? 'moment' : 'moments'}, at rest, hovered, pressed and with the keyboard; rings, lines and pictures of logos are not`;
  if (off.length === 0)
    return (
      <p className="try-said" role="status">
        <strong>What is seen is what was promised.</strong> {where}; contrasts within 0.1 or 2 %, boxes within
        1 px.
      </p>
    );
  const groups = new Map<string, TrialOff[]>();
  for (const each of off) {
    const key = `${each.item} ${each.says} ${each.rule?.selector ?? ''}`;
    groups.set(key, [...(groups.get(key) ?? []), each]);
  }
  return (
    <div className="try-said" role="status">
      <p>
        <strong>
          {off.length + more} of {compared} are other than promised.
        </strong>{' '}
        {where}.
      </p>
      <ul className="own-ways">
        {[...groups].map(([key, all]) => {
          const [first] = all as [TrialOff];
          return (
            <li key={key}>
              <strong>{first.item}</strong>
              {first.told !== undefined && first.seen !== undefined && (
                <>
                  , told {figure(first.told)}, seen {figure(first.seen)}
                </>
              )}
              {first.rule && (
                <>
                  , by <code>{`${first.rule.selector} { ${first.rule.sets} }`}</code>
                </>
              )}
              <small>
                {first.says} {placesOf(all)}
              </small>
            </li>
          );
        })}
      </ul>
    </div>
  );
}

/** Where it is so, in a few words. */
function placesOf(all: readonly TrialOff[]): string {
  const widths = [...new Set(all.flatMap(({ width }) => width ?? []))];
  const moments = [
    ...new Set(all.flatMap(({ moment }) => (moment ? MOMENT_NAMES[moment as Moment].toLowerCase() : []))),
  ];
  const states = [...new Set(all.flatMap(({ state }) => state ?? []))];
  return [widths.length > 0 ? `At ${widths.join(', ')} px` : '', moments.join(' and '), states.join(', ')]
    .filter(Boolean)
    .join('; ');
}
