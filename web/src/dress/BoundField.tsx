import { useId } from 'react';
import type { Header } from '@hatrail/core/model/header';
import { boundOf, type NumberAsked } from '../editor/leastNumber.ts';
import { useVerdicts } from '../editor/verdicts.ts';
import { useAsked } from '../engine/answers.ts';
import { keyOf, siteKey } from '../engine/dependsOn.ts';

interface BoundFieldProps extends Omit<NumberAsked, 'signal' | 'beside'> {
  /** What is asked: “From where is it clear?” */
  question: string;
  /** What is said of the number: “Clear from 14 px.” */
  says: (value: number) => string;
  header: Header;
  onTake: (value: number) => void;
}

/** From which number on a moment is clear everywhere: looked for when it is asked for, and set with one click. */
export function BoundField({ question, says, header, onTake, ...asked }: BoundFieldProps) {
  const { beside } = useVerdicts();
  // What was found holds for the header as it was.
  const queryKey = ['bound', useId(), siteKey(asked.loaded), keyOf([header])];
  const { isAsked, ask, stop, data, failure } = useAsked(
    queryKey,
    // None where no number clears it.
    async ({ signal }) => (await boundOf({ ...asked, beside, signal })) ?? null,
  );
  if (!isAsked) {
    return (
      <button type="button" className="link" onClick={ask}>
        {question}
      </button>
    );
  }
  return (
    <span className="origin" role="status">
      {failure !== undefined ? (
        `The search stopped: ${failure} Try again.`
      ) : data === undefined ? (
        <>
          Being swept over every page and width.{' '}
          <button type="button" className="link" onClick={stop}>
            Stop
          </button>
        </>
      ) : data === null ? (
        'Nowhere: another change is needed first.'
      ) : (
        <>
          {says(data)}{' '}
          <button type="button" className="link" onClick={() => onTake(data)}>
            Set it
          </button>
        </>
      )}
    </span>
  );
}
