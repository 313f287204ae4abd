import { wrap, type Remote } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Site } from '@hatrail/core/model/site';
import type { Outcome, Reader, readText } from './readers.ts';

/** Reading that goes on is shown from then on, ms. */
const SHOWN_AFTER = 300;

interface Apart {
  worker: Worker;
  remote: Remote<{ readText: typeof readText }>;
}

function startWorker(): Apart {
  const worker = new Worker(new URL('./pasteWorker.ts', import.meta.url), { type: 'module' });
  return { worker, remote: wrap<{ readText: typeof readText }>(worker) };
}

/** What has come of a text so far. */
export interface Pasted<R extends Reader> {
  outcome: Outcome<R> | undefined;
  /** Whether that is of the text as it is now. */
  isCurrent: boolean;
  /** Whether it is still being read, and has been for a while. */
  isReading: boolean;
  /** Gives up reading. */
  stop: () => void;
}

/** Reads text in a worker, again whenever it changes: what was begun before is given up. */
export function usePasted<R extends Reader>(reader: R, text: string, site: Site): Pasted<R> {
  const apart = useRef<Apart>(undefined);
  const [outcome, setOutcome] = useState<Outcome<R>>();
  const [isCurrent, setCurrent] = useState(false);
  const [isReading, setReading] = useState(false);
  const end = useCallback(() => {
    apart.current?.worker.terminate();
    apart.current = undefined;
  }, []);
  useEffect(() => end, [end]);
  useEffect(() => {
    setCurrent(false);
    if (text.trim() === '') {
      setOutcome(undefined);
      return;
    }
    let isDone = false;
    const timer = setTimeout(() => setReading(true), SHOWN_AFTER);
    const finish = (came: Outcome<R>) => {
      if (isDone) return;
      isDone = true;
      clearTimeout(timer);
      setReading(false);
      setCurrent(true);
      setOutcome(came);
    };
    const { remote, worker } = (apart.current ??= startWorker());
    worker.onerror = () => finish({ problem: 'This text cannot be read: paste a smaller part of it.' });
    void remote.readText(reader, text, site).then((came) => finish(came as Outcome<R>));
    return () => {
      clearTimeout(timer);
      setReading(false);
      if (!isDone) end();
      isDone = true;
    };
  }, [reader, text, site, end]);
  const stop = () => {
    end();
    setReading(false);
    setOutcome({ problem: 'Reading was stopped. Paste a smaller part of it.' });
  };
  return { outcome, isCurrent, isReading, stop };
}
