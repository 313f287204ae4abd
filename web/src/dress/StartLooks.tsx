import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { useMemo } from 'react';
import type { Header, Looks } from '@hatrail/core/model/header';
import type { Page } from '@hatrail/core/model/page';
import type { Site } from '@hatrail/core/model/site';
import { fittedTo } from '@hatrail/core/start/fitted';
import { START_LOOKS } from '@hatrail/core/start/looks';
import { STANDARD_WIDTHS } from '@hatrail/core/sweep/widths';
import { changeHeader } from '../editor/edits.ts';
import { withHeader } from '../engine/proof.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { judgedOver } from '../parts/judgedOver.ts';
import { TrialCard } from '../parts/TrialCard.tsx';

interface StartLooksProps {
  loaded: LoadedSite;
  header: Header;
  page: Page;
  onClose: () => void;
}

/** A look on offer: a ready-made one in the site's colours, or one that the site has kept. */
interface Offer {
  id: string;
  name: string;
  says: string;
  looks: Looks;
  /** Its colours are roles, to be fitted to the site. */
  isReady?: boolean;
}

/** What the site has kept, and what is ready made. */
function offersFor(site: Site): Offer[] {
  const kept = (site.parts ?? []).flatMap(({ id, name, looks }) =>
    looks ? [{ id: `kept-${id}`, name, says: 'Kept in this site', looks }] : [],
  );
  return [...kept, ...START_LOOKS.map((start) => ({ ...start, isReady: true }))];
}

/** Looks to start from, each worn by the header in hand over the site's own pages, with its verdict; one of them is taken. */
export function StartLooks({ onClose, ...props }: StartLooksProps) {
  const { header, loaded } = props;
  const { site } = loaded;
  const take = (name: string, looks: Looks) => {
    changeHeader(header.id, `Wear ${name}`, (draft) => {
      draft.looks = structuredClone(looks);
      delete draft.part;
      delete draft.holds;
    });
    onClose();
  };
  return (
    <Dialog open onClose={onClose} maxWidth="lg" aria-labelledby="start-looks">
      <DialogTitle id="start-looks">Looks to start from, over {props.page.title}</DialogTitle>
      <DialogContent>
        <p className="quiet">
          In your colours, each on what hangs in {header.name}, judged over {judgedOver(site, header)}, at{' '}
          {STANDARD_WIDTHS.join(', ')} px. What rails and items wear of their own stays. Undo takes it back.
        </p>
        <ul className="ready-headers">
          {offersFor(site).map((offer) => (
            <LookTrial key={offer.id} offer={offer} onTake={(looks) => take(offer.name, looks)} {...props} />
          ))}
        </ul>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}

const HEIGHT = 104;

function LookTrial({
  offer: { name, says, looks, isReady = false },
  loaded,
  header,
  page,
  onTake,
}: Omit<StartLooksProps, 'onClose'> & { offer: Offer; onTake: (looks: Looks) => void }) {
  const { site } = loaded;
  const worn = useMemo(
    () => ({ ...header, looks: isReady ? fittedTo(site, looks) : looks }),
    [header, site, looks, isReady],
  );
  const tried = useMemo(() => withHeader(loaded, worn), [loaded, worn]);
  return (
    <TrialCard
      name={name}
      says={says}
      tried={tried}
      header={worn}
      page={page}
      height={HEIGHT}
      onTake={() => onTake(worn.looks)}
    />
  );
}
