import { useEffect, useRef, useState } from 'react';
import type { Header } from '@hatrail/core/model/header';
import { boundOf, type NumberAsked } from '../editor/leastNumber.ts';
import { isAbort } from '../engine/pool.ts';

interface BoundFieldProps extends Omit<NumberAsked, 'signal'> {
  /** What is asked: “From where is it clear?” */
  question: string;
  /** What is said of the number: “Clear from 14 px.” */
  says: (value: number) => string;
  header: Header;
  onTake: (value: number) => void;
}

/** From which number on a moment is clear everywhere: looked for when it is asked for, and set with one click. */
export function BoundField({ question, says, header, onTake, ...asked }: BoundFieldProps) {
  const [state, setState] = useState<'idle' | 'busy' | 'none' | number | { failure: string }>('idle');
  const stop = useRef<AbortController>(undefined);
  const end = () => {
    stop.current?.abort();
    setState('idle');
  };
  // What was found holds for the header as it was.
  useEffect(() => end, [asked.hand.site, header]);
  const begin = () => {
    const abort = new AbortController();
    stop.current = abort;
    setState('busy');
    boundOf({ ...asked, signal: abort.signal })
      .then((found) => !abort.signal.aborted && setState(found ?? 'none'))
      .catch((error: unknown) => {
        if (!isAbort(error) && !abort.signal.aborted) setState({ failure: (error as Error).message });
      });
  };
  if (state === 'idle') {
    return (
      <button type="button" className="link" onClick={begin}>
        {question}
      </button>
    );
  }
  return (
    <span className="origin" role="status">
      {state === 'busy' ? (
        <>
          Being swept over every page and width.{' '}
          <button type="button" className="link" onClick={end}>
            Stop
          </button>
        </>
      ) : state === 'none' ? (
        'Nowhere: another change is needed first.'
      ) : typeof state === 'number' ? (
        <>
          {says(state)}{' '}
          <button type="button" className="link" onClick={() => onTake(state)}>
            Set it
          </button>
        </>
      ) : (
        `The search stopped: ${state.failure} Try again.`
      )}
    </span>
  );
}
