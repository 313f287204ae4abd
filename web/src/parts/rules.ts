import { valueProblem } from '@hatrail/core/model/check';

/** A check of typed text by the rule that the document has for it. */
export function byRule<T extends object>(
  type: new () => T,
  key: keyof T & string,
): (text: string) => string | undefined {
  return (text) => valueProblem(type, key, text);
}
