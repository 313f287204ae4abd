import { useSearchParams } from 'react-router';

/**
 * What stands in the address, and how something else is put there: at once, and without a step to go back by. An empty value takes
 * what is there out.
 */
export function useInAddress() {
  const [params, setParams] = useSearchParams();
  const set = (changes: Readonly<Record<string, string>>) =>
    setParams(
      (now) => {
        const next = new URLSearchParams(now);
        for (const [name, value] of Object.entries(changes))
          if (value === '') next.delete(name);
          else next.set(name, value);
        return next;
      },
      { replace: true, flushSync: true },
    );
  return [params, set] as const;
}
