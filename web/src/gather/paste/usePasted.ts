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
  /** The last that came, and of which text. */
  const [came, setCame] = useState<{ text: string; outcome: Outcome<R> }>();
  const [readingLong, setReadingLong] = useState<string>();
  const end = useCallback(() => {
    apart.current?.worker.terminate();
    apart.current = undefined;
  }, []);
  useEffect(() => end, [end]);
  useEffect(() => {
    if (text.trim() === '') return;
    let isOver = false;
    const timer = setTimeout(() => setReadingLong(text), SHOWN_AFTER);
    const finish = (outcome: Outcome<R>) => {
      if (isOver) return;
      isOver = true;
      clearTimeout(timer);
      setCame({ text, outcome });
    };
    const { remote, worker } = (apart.current ??= startWorker());
    worker.onerror = () => finish({ problem: 'This text cannot be read: paste a smaller part of it.' });
    void remote.readText(reader, text, site).then((outcome) => finish(outcome as Outcome<R>));
    return () => {
      clearTimeout(timer);
      if (!isOver) end();
      isOver = true;
    };
  }, [reader, text, site, end]);
  const isCurrent = came?.text === text;
  const isReading = readingLong === text && !isCurrent;
  const stop = () => {
    end();
    setCame({ text, outcome: { problem: 'Reading was stopped. Paste a smaller part of it.' } });
  };
  const outcome = text.trim() === '' ? undefined : came?.outcome;
  return { outcome, isCurrent, isReading, stop };
}
