import { useState } from 'react';

/** Something that is made from some parts of the document, and made anew only when one of them is another. */
export function useByParts<T>(parts: readonly unknown[], make: () => T): T {
  const [kept, setKept] = useState(() => ({ parts, made: make() }));
  if (parts.every((part, i) => Object.is(part, kept.parts[i]))) return kept.made;
  const next = { parts, made: make() };
  setKept(next);
  return next.made;
}
