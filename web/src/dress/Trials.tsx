import { Button } from '@mui/material';
import { memo, useMemo, useState } from 'react';
import { headerInTrial, trialOf, wearTrial } from '@hatrail/core/header/trials';
import type { Header, Moment, Trial } from '@hatrail/core/model/header';
import { freeId } from '@hatrail/core/model/freeId';
import type { Page } from '@hatrail/core/model/page';
import { changeHeader } from '../editor/edits.ts';
import { countItems } from '../editor/verdicts.ts';
import { withHeader } from '../engine/proof.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { LiveFrame } from '../parts/LiveFrame.tsx';
import { usePreview } from '../parts/preview.ts';
import { VerdictText } from '../parts/Verdict.tsx';
import { StartLooks } from './StartLooks.tsx';
import { useMeasure, worstRow } from './view.ts';
import { useProofOfAll } from '../editor/verdicts.ts';

interface TrialsProps {
  loaded: LoadedSite;
  header: Header;
  page: Page;
  width: number;
  moment: Moment;
  scroll: number;
  onCompare: (name: string, header: Header) => void;
}

/** Looks that are set aside, side by side by picture and verdict; one is worn, the others stay or are thrown away. */
export const Trials = memo(function Trials(props: TrialsProps) {
  const { header } = props;
  const trials = header.trials ?? [];
  const [isChoosing, setIsChoosing] = useState(false);
  const setAside = () =>
    changeHeader(header.id, 'Set the look aside', (draft) => {
      const list = (draft.trials ??= []);
      list.push(trialOf(draft, freeId('trial', list), `Trial ${list.length + 1}`));
    });
  return (
    <section className="trials" aria-label="Trials">
      <div className="trials-head">
        <h2>Trials</h2>
        <Button size="small" variant="outlined" onClick={setAside} disabled={trials.length >= 12}>
          Set this look aside
        </Button>
        <Button size="small" variant="outlined" onClick={() => setIsChoosing(true)}>
          Looks to start from
        </Button>
        {isChoosing && (
          <StartLooks
            loaded={props.loaded}
            header={header}
            page={props.page}
            onClose={() => setIsChoosing(false)}
          />
        )}
        {trials.length === 0 && (
          <span className="quiet">Then change what you like, and compare: nothing of it is lost.</span>
        )}
      </div>
      <ul>
        {trials.map((trial) => (
          <TrialCard key={trial.id} {...props} trial={trial} />
        ))}
      </ul>
    </section>
  );
});

const CARD = 220;
const HEIGHT = 96;

function TrialCard({
  loaded,
  header,
  page,
  width,
  moment,
  scroll,
  trial,
  onCompare,
}: TrialsProps & { trial: Trial }) {
  const worn = useMemo(() => headerInTrial(header, trial), [header, trial]);
  const tried = useMemo(() => withHeader(loaded, worn), [loaded, worn]);
  const preview = usePreview(tried, worn, page, useMeasure(loaded));
  const { rows } = useProofOfAll(tried, worn, { width, rest: 300 });
  const worst = worstRow((rows ?? []).filter((row) => row.moment === moment));
  const lost = countItems(rows ?? [], 'lost');
  const scale = CARD / width;
  const change = (label: string, make: (draft: Header) => void) => changeHeader(header.id, label, make);
  return (
    <li className="trial">
      <div className="moment-picture" style={{ height: HEIGHT }}>
        {preview && (
          <LiveFrame
            preview={preview}
            title={`${trial.name}, small`}
            width={width}
            height={HEIGHT / scale}
            scale={scale}
            scroll={scroll}
          />
        )}
      </div>
      <input
        className="trial-name"
        aria-label={`Name of ${trial.name}`}
        value={trial.name}
        maxLength={60}
        onChange={(event) =>
          event.target.value.trim() !== '' &&
          changeHeader(
            header.id,
            'Name of a trial',
            (draft) => void (draft.trials!.find(({ id }) => id === trial.id)!.name = event.target.value),
            `trial ${trial.id}`,
          )
        }
      />
      {worst ? (
        <span className="row">
          <VerdictText verdict={worst.verdict} contrast={worst.worst} />
          <span className="quiet">{lost === 0 ? 'nothing lost anywhere' : `${lost} lost in all`}</span>
        </span>
      ) : (
        <span className="quiet">{rows ? 'this moment is never met' : 'being swept over every page'}</span>
      )}
      <span className="row">
        <Button size="small" variant="outlined" onClick={() => onCompare(trial.name, worn)}>
          Compare
        </Button>
        <Button
          size="small"
          onClick={() => change(`Wear ${trial.name}`, (draft) => wearTrial(draft, trial))}
          aria-label={`Wear it: ${trial.name}`}
        >
          Wear it
        </Button>
        <Button
          size="small"
          aria-label={`Throw away: ${trial.name}`}
          onClick={() =>
            change(`Throw ${trial.name} away`, (draft) => {
              draft.trials = draft.trials!.filter(({ id }) => id !== trial.id);
              if (draft.trials.length === 0) delete draft.trials;
            })
          }
        >
          Throw away
        </Button>
      </span>
    </li>
  );
}
