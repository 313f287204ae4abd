import { useEffect, useEffectEvent, useRef } from 'react';

/**
 * What was asked for last by keys that follow each other faster than the screen: each builds on the one before it, though what is
 * shown, which stands in the address, comes later; clicks ask in the same way. What is shown otherwise, by a link, takes its place.
 * @param shown what is shown
 * @param keyOf what sets it apart from all else
 * @returns what is asked for now, and how to ask for another
 */
export function useAskedLast<T>(
  shown: T,
  keyOf: (value: T) => string,
): { now: () => T; ask: (next: T) => void } {
  const asked = useRef<{ last: T; waiting: string[] }>({ last: shown, waiting: [] });
  const key = keyOf(shown);
  const settle = useEffectEvent((of: string) => {
    const { waiting } = asked.current;
    const at = waiting.indexOf(of);
    if (at >= 0) waiting.splice(0, at + 1);
    else if (waiting.length === 0) asked.current.last = shown;
  });
  useEffect(() => settle(key), [key]);
  return {
    now: () => asked.current.last,
    ask: (next) => {
      asked.current.last = next;
      const { waiting } = asked.current;
      // What is shown already never comes anew.
      if (waiting.length > 0 || keyOf(next) !== key) waiting.push(keyOf(next));
    },
  };
}
