import { Button, Menu, MenuItem } from '@mui/material';
import { useEffect, useRef, useState } from 'react';
import type { Shortcoming } from '@hatrail/core/checks/kind';
import { allMoments, momentName, type Header } from '@hatrail/core/model/header';
import { reportCsv } from '@hatrail/core/report/csv';
import { reportEarl } from '@hatrail/core/report/earl';
import { reportHtml } from '@hatrail/core/report/html';
import { reportJson } from '@hatrail/core/report/json';
import { reportOf, type Report } from '@hatrail/core/report/report';
import { judgePanel } from '@hatrail/core/sweep/panel';
import { useVerdicts, type RunningVerdicts } from '../editor/verdicts.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { placeImage } from '../engine/proof.ts';
import { useShortcomings } from './useFindings.ts';
import { saveText } from '../parts/saveText.ts';

interface SaveReportProps {
  slug: string;
  loaded: LoadedSite;
  header: Header;
}

const KINDS = {
  html: 'A page to read and print',
  csv: 'A table (CSV)',
  json: 'Data (JSON)',
  earl: 'Data for tools (EARL)',
} as const;
type Kind = keyof typeof KINDS;
const TYPES: Record<Kind, string> = {
  html: 'text/html',
  csv: 'text/csv',
  json: 'application/json',
  earl: 'application/ld+json',
};

/** Size of the pictures of worst places, CSS pixels. */
const PICTURE = { width: 300, height: 96 };

/** Saves what was found, as far as it has been swept, as a file. */
export function SaveReport({ slug, loaded, header }: SaveReportProps) {
  const verdicts = useVerdicts();
  const shortcomings = useShortcomings(loaded, header);
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [state, setState] = useState<{ words: string; isError?: boolean; isUnderWay?: boolean }>();
  const stop = useRef<AbortController>(undefined);
  useEffect(() => () => stop.current?.abort(), []);
  const save = async (kind: Kind) => {
    setAnchor(null);
    const report = reportNow(loaded, header, verdicts, shortcomings);
    stop.current = new AbortController();
    const { signal } = stop.current;
    try {
      const text = await textOf(
        kind,
        report,
        (done, of) => setState({ words: `${done} of ${of} pictures`, isUnderWay: true }),
        {
          loaded,
          header,
          signal,
        },
      );
      const ending = kind === 'earl' ? 'earl.json' : kind;
      saveText(`${slug}-legibility.${ending}`, text, TYPES[kind]);
      setState({ words: `Saved ${slug}-legibility.${ending}` });
    } catch (error) {
      if (signal.aborted) setState({ words: 'Stopped, nothing saved' });
      else setState({ words: `Not saved: ${(error as Error).message} Try again.`, isError: true });
    }
  };
  return (
    <span className="save-report">
      {state && (
        <span role={state.isError ? 'alert' : 'status'} className="quiet">
          {state.words}
          {state.isUnderWay && (
            <>
              {' '}
              <button type="button" className="link" onClick={() => stop.current?.abort()}>
                Stop
              </button>
            </>
          )}
        </span>
      )}
      <Button
        size="small"
        variant="outlined"
        disabled={!verdicts.rows || verdicts.isWorking || !shortcomings}
        aria-haspopup="menu"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        Save a report
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {(Object.keys(KINDS) as Kind[]).map((kind) => (
          <MenuItem key={kind} dense onClick={() => void save(kind)}>
            {KINDS[kind]}
          </MenuItem>
        ))}
      </Menu>
    </span>
  );
}

function reportNow(
  { site }: LoadedSite,
  header: Header,
  { rows = [], standing }: RunningVerdicts,
  shortcomings: readonly Shortcoming[] = [],
): Report {
  return reportOf(site, header, {
    rows,
    panels: judgePanel(site, header),
    findings: standing?.findings ?? [],
    others: standing?.others ?? [],
    shortcomings,
    moments: allMoments(header).map((moment) => ({ moment, name: momentName(header, moment) })),
    made: new Date(),
  });
}

async function textOf(
  kind: Kind,
  report: Report,
  progress: (done: number, of: number) => void,
  { loaded, header, signal }: { loaded: LoadedSite; header: Header; signal: AbortSignal },
): Promise<string> {
  switch (kind) {
    case 'csv':
      return reportCsv(report);
    case 'json':
      return reportJson(report);
    case 'earl':
      return JSON.stringify(reportEarl(report), null, 2);
    case 'html': {
      const pictures = new Map<string, string>();
      for (const [i, { id, worst }] of report.findings.entries()) {
        progress(i, report.findings.length);
        const address = await placeImage(loaded, header, worst, PICTURE, { signal });
        if (address) pictures.set(id, address);
      }
      return reportHtml([report], { pictures });
    }
  }
}
