import { readMenu, type ReadMenu } from '@hatrail/core/gather/readMenu';
import { BadInput } from '@hatrail/core/model/badInput';
import type { Site } from '@hatrail/core/model/site';
import { readProperties } from '@hatrail/core/tokens/customProperties';
import { readTokens, type ReadSwatches } from '@hatrail/core/tokens/designTokens';

/** What pasted text is read as. Each runs apart from the interface, and throws what to do where it cannot be read. */
export const READERS = {
  menu: (text: string, site: Site): ReadMenu => readMenu(site, text),
  colours: (text: string): ReadSwatches =>
    text.trimStart().startsWith('{') ? readTokens(text) : readProperties(text),
};

export type Reader = keyof typeof READERS;
export type PastedReading<R extends Reader> = ReturnType<(typeof READERS)[R]>;

/** What reading came to: the result, or what to tell whoever pasted it. */
export type Outcome<R extends Reader> = { read: PastedReading<R> } | { problem: string };

/** Reads text; whatever goes wrong is told in words. */
export function readText<R extends Reader>(reader: R, text: string, site: Site): Outcome<R> {
  try {
    return { read: READERS[reader](text, site) as PastedReading<R> };
  } catch (error) {
    if (error instanceof BadInput) return { problem: error.message };
    return { problem: 'This text cannot be read as it is: paste a smaller part of it.' };
  }
}
