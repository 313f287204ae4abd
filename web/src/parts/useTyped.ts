import { useState } from 'react';

/**
 * The text in a field that stands for a value. What is typed stays as it is while the value does not change by it, so
 * that text that cannot be used is kept in sight; once the value changes, from here or elsewhere, the text follows it.
 * @returns the text, and what to call when it is typed or left
 */
export function useTyped(value: string): [text: string, type: (text: string) => void, leave: () => void] {
  const [draft, setDraft] = useState<{ text: string; of: string }>();
  const text = draft?.of === value ? draft.text : value;
  return [text, (typed) => setDraft({ text: typed, of: value }), () => setDraft(undefined)];
}
