/** That work was given up because nobody wants it any more. */
export const dropped = () => new DOMException('Dropped', 'AbortError');

/** Whether an error only says that work was dropped. */
export function isAbort(error: unknown): boolean {
  return error instanceof DOMException && error.name === 'AbortError';
}
