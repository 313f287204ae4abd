import { Dialog, DialogContent, DialogTitle } from '@mui/material';
import { useMemo } from 'react';
import { fittedTo } from '@hatrail/core/start/fitted';
import { STANDARD_WIDTHS } from '@hatrail/core/sweep/widths';
import { START_HEADERS, type StartHeader } from '@hatrail/core/start/headers';
import type { Header } from '@hatrail/core/model/header';
import type { Page } from '@hatrail/core/model/page';
import { withHeader } from '../engine/proof.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { judgedOver } from '../parts/judgedOver.ts';
import { TrialCard } from '../parts/TrialCard.tsx';

interface ReadyHeadersProps {
  loaded: LoadedSite;
  /** The header in whose place they are tried. */
  header: Header;
  page: Page;
  onTake: (made: Header) => void;
  onClose: () => void;
}

/** Headers that are ready hung, each in the site's own colours over its own pages, with its verdict; one of them is taken. */
export function ReadyHeaders({ onClose, ...props }: ReadyHeadersProps) {
  const { header, loaded } = props;
  return (
    <Dialog open maxWidth="lg" onClose={onClose} aria-labelledby="ready-title">
      <DialogTitle id="ready-title">Ready-hung headers, over {props.page.title}</DialogTitle>
      <DialogContent>
        <p className="quiet">
          In your colours, with your menu and logo, each judged over {judgedOver(loaded.site, header)}, at{' '}
          {STANDARD_WIDTHS.join(', ')} px. What you take is a header of its own: nothing else changes.
        </p>
        <ul className="ready-headers">
          {START_HEADERS.map((start) => (
            <ReadyHeader key={start.id} start={start} {...props} />
          ))}
        </ul>
      </DialogContent>
    </Dialog>
  );
}

const HEIGHT = 104;

function ReadyHeader({
  start,
  loaded,
  header,
  page,
  onTake,
}: Omit<ReadyHeadersProps, 'onClose'> & { start: StartHeader }) {
  const { site } = loaded;
  const made = useMemo(() => fittedTo(site, start.make()), [site, start]);
  // It is tried in the place of the one that hangs there.
  const worn = useMemo(() => ({ ...made, id: header.id }), [made, header.id]);
  const tried = useMemo(() => withHeader(loaded, worn), [loaded, worn]);
  return (
    <TrialCard
      name={start.name}
      says={start.says}
      tried={tried}
      header={worn}
      page={page}
      height={HEIGHT}
      onTake={() => onTake(made)}
    />
  );
}
