import { metWords, viewportsWords } from '@hatrail/core/sweep/widthPlan';
import { Button } from '@mui/material';
import { momentName, type Header } from '@hatrail/core/model/header';
import { wearPlan } from '../editor/edits.ts';
import { useVerdicts, type Standing } from '../editor/verdicts.ts';
import { useSoFar } from '../engine/answers.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { usePlan, type PlanSoFar, type WholePlan } from './useFindings.ts';

interface ClearAllProps {
  loaded: LoadedSite;
  header: Header;
  standing: Standing;
}

/** The fewest changes that clear every finding together: looked for, shown as a plan that was swept, and taken as one step. */
export function ClearAll({ loaded, header, standing }: ClearAllProps) {
  const { isWorking } = useVerdicts();
  const words = standing.others.flatMap(({ at }) => ('pageIds' in at ? at.pageIds : []));
  const plan = usePlan(loaded, header, words);
  const soFar = useSoFar<PlanSoFar>(plan);
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
        The search stopped: {plan.failure} Change something to try again.
      </p>
    );
  const found =
    plan.data ?? (soFar?.found && { ...soFar.found.plan, windows: soFar.found.windows, worded: [] });
  if (!found)
    return (
      <div className="clear-all" role="status">
        <span>
          Looking for the fewest changes.{soFar && ` ${soFar.steps} found, ${soFar.left} findings left.`}
        </span>
        <Button variant="outlined" size="small" onClick={plan.stop}>
          Stop
        </Button>
      </div>
    );
  return (
    <PlanFound
      header={header}
      standing={standing}
      plan={found}
      sweeping={plan.data ? undefined : soFar?.found}
      words={words}
      onClose={plan.stop}
    />
  );
}

/** A plan: its steps, what it leaves, and both answers to it. */
function PlanFound({
  header,
  standing,
  plan: { steps, left, header: cleared, tints, windows, worded },
  sweeping,
  words,
  onClose,
}: {
  header: Header;
  standing: Standing;
  plan: WholePlan;
  /** How many of the other windows have been swept with it, until all have. */
  sweeping: { done: number; of: number } | undefined;
  words: readonly string[];
  onClose: () => void;
}) {
  const count = steps.length + tints.length;
  const changes = count === 1 ? '1 change clears' : `${count} changes clear`;
  const rest = [
    ...left.map(({ title }) => title),
    // Menus are put right in Dress, where their own fill and ink are.
    ...standing.others.filter(({ at }) => 'menu' in at).map(({ title }) => title),
    ...(worded.length > 0 ? [`words of opening bands, ${metWords(worded)}`] : []),
    ...(tints.length < words.length ? ['words of opening bands that no tint clears'] : []),
  ];
  const title =
    count === 0
      ? 'No change that is known clears these'
      : rest.length === 0
        ? `${changes} everything${sweeping ? ' so far' : ''}`
        : `${changes} what can be cleared from here`;
  return (
    <section className="plan" aria-label="What clears all">
      <h2>{title}</h2>
      <ol>
        {steps.map(({ text, moment, finding }) => (
          <li key={`${finding} ${text}`}>
            <strong>{text}</strong> <span className="quiet">{momentName(header, moment)}</span>
          </li>
        ))}
        {tints.map(({ text }) => (
          <li key={text}>
            <strong>{text}</strong> <span className="quiet">Its words, and the header over them</span>
          </li>
        ))}
      </ol>
      {rest.length > 0 && <p className="quiet">Left: {rest.join('; ')}.</p>}
      <p className="quiet">
        The header was swept with all of it, over every page at {viewportsWords(windows)}
        {sweeping && `, and at ${sweeping.done} more; ${sweeping.of - sweeping.done} are being swept`}.
      </p>
      <div className="row">
        {count > 0 && (
          <Button variant="contained" onClick={() => wearPlan(header.id, cleared, tints)}>
            Take {count === 1 ? 'it' : `all ${count}`}
          </Button>
        )}
        <Button variant="outlined" onClick={onClose}>
          Not now
        </Button>
      </div>
    </section>
  );
}
