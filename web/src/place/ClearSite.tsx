import { Button } from '@mui/material';
import { useAsked, useSoFar } from '../engine/answers.ts';
import { siteKey } from '../engine/dependsOn.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { takeSite } from '../editor/edits.ts';
import { sitePlan, type PlanProgress, type SitePlan } from './ways.ts';

/** What would clear every page for all visitors: looked for when it is asked, shown, and taken step by step or together. */
export function ClearSite({ loaded }: { loaded: LoadedSite }) {
  const { isAsked, ask, stop, failure, ...answer } = useAsked<SitePlan, PlanProgress>(
    ['site plan', siteKey(loaded)],
    (working) => sitePlan(loaded, working),
  );
  const soFar = useSoFar<PlanProgress>(answer);
  const plan = answer.data;
  if (!isAsked)
    return (
      <Button variant="outlined" onClick={ask}>
        What would clear all
      </Button>
    );
  return (
    <section className="place-plan" aria-label="What would clear all">
      {failure !== undefined ? (
        <p role="alert">The search stopped: {failure} Change something to try again.</p>
      ) : !plan ? (
        <p role="status">
          {soFar
            ? `Looking at page ${soFar.done + 1} of ${soFar.of} that are not clear.`
            : 'Sweeping every page.'}{' '}
          <button type="button" className="link" onClick={stop}>
            Stop
          </button>
        </p>
      ) : (
        <>
          <h2>
            {plan.steps.length === 0
              ? plan.left.length === 0
                ? 'Every page is clear already'
                : 'Nothing that was tried clears more'
              : `${plan.steps.length} ${plan.steps.length === 1 ? 'step clears' : 'steps clear'} ${plan.left.length === 0 ? 'every page' : `all but ${plan.left.length}`}`}
          </h2>
          <ol>
            {plan.steps.map(({ id, text, note, change }) => (
              <li key={id}>
                <span>
                  <strong>{text}</strong> <span className="quiet">{note}</span>
                </span>
                <Button
                  size="small"
                  variant="outlined"
                  aria-label={`Take it: ${text}`}
                  onClick={() => takeSite(text, change)}
                >
                  Take it
                </Button>
              </li>
            ))}
          </ol>
          {plan.left.length > 0 && (
            <p className="quiet">
              Left: {[...new Set(plan.left.map(({ page }) => page.title))].join(', ')}. Their own looks are
              put right in Prove.
            </p>
          )}
          <p className="quiet">
            The site was swept with all of it: every page, for all visitors, at every moment and 4 widths.
          </p>
          <div className="row">
            {plan.steps.length > 0 && (
              <Button variant="contained" onClick={() => takeSite('Clear all pages', () => plan.site)}>
                Take {plan.steps.length === 1 ? 'it' : `all ${plan.steps.length}`}
              </Button>
            )}
            <Button variant="outlined" onClick={stop}>
              Not now
            </Button>
          </div>
        </>
      )}
    </section>
  );
}
