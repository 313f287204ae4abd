import { Button } from '@mui/material';
import type { Finding } from '@hatrail/core/finding/finding';
import { momentName, type Header } from '@hatrail/core/model/header';
import { wearFound } from '../editor/edits.ts';
import { useVerdicts } from '../editor/verdicts.ts';
import { useSoFar } from '../engine/answers.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { usePlan } from './useFindings.ts';

interface ClearAllProps {
  loaded: LoadedSite;
  header: Header;
  findings: readonly Finding[];
}

/** The fewest changes that clear every finding together: looked for, shown as a plan that was swept, and taken as one step. */
export function ClearAll({ loaded, header, findings }: ClearAllProps) {
  const { isWorking } = useVerdicts();
  const plan = usePlan(loaded, header, findings);
  const soFar = useSoFar<{ steps: { text: string }[]; left: number }>(plan);
  if (!plan.isAsked)
    return (
      <div className="clear-all">
        <Button variant="contained" onClick={plan.ask} disabled={isWorking}>
          Clear all
        </Button>
        <span className="quiet">Looks for the fewest changes that clear every finding together.</span>
      </div>
    );
  if (plan.failure !== undefined)
    return (
      <p role="alert" className="clear-all">
        The search stopped: {plan.failure} Change something, or{' '}
        <button type="button" className="link" onClick={plan.stop}>
          try again
        </button>
        .
      </p>
    );
  if (!plan.data)
    return (
      <div className="clear-all" role="status">
        <span>
          Looking for the fewest changes.{' '}
          {soFar ? `${soFar.steps.length} found, ${soFar.left} findings left.` : ''}
        </span>
        <Button variant="outlined" size="small" onClick={plan.stop}>
          Stop
        </Button>
      </div>
    );
  const { steps, left, header: cleared } = plan.data;
  const changes = steps.length === 1 ? '1 change' : `${steps.length} changes`;
  return (
    <section className="plan" aria-label="What clears all">
      <h2>
        {left.length === 0
          ? `${changes} clear${steps.length === 1 ? 's' : ''} everything`
          : steps.length === 0
            ? 'No change that is known clears these'
            : `${changes} leave ${left.length} of ${findings.length}`}
      </h2>
      <ol>
        {steps.map(({ text, moment, finding }) => (
          <li key={`${finding} ${text}`}>
            <strong>{text}</strong>{' '}
            <span className="quiet">
              {momentName(header, moment)}: {finding}
            </span>
          </li>
        ))}
      </ol>
      {left.length > 0 && <p className="quiet">Left: {left.map(({ title }) => title).join('; ')}.</p>}
      <p className="quiet">Swept over every page and width together.</p>
      <div className="row">
        {steps.length > 0 && (
          <Button variant="contained" onClick={() => wearFound(header.id, 'Clear all', cleared)}>
            Take {steps.length === 1 ? 'it' : `all ${steps.length}`}
          </Button>
        )}
        <Button variant="outlined" onClick={plan.stop}>
          Not now
        </Button>
      </div>
    </section>
  );
}
