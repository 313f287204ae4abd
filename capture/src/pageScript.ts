import { fileURLToPath } from 'node:url';
import { buildSync } from 'esbuild';

/**
 * Code that runs in a page that is read (capture/page): each entry with all that it imports as one script, made when it is first
 * asked for.
 */

const made = new Map<string, string>();

/**
 * The script of an entry in capture/page, as text that a page can be given to run.
 * @param entry its path there, without `.ts`
 */
export function pageScript(entry: 'own/reader' | 'site/reader'): string {
  const known = made.get(entry);
  if (known !== undefined) return known;
  const { outputFiles } = buildSync({
    entryPoints: [fileURLToPath(new URL(`../page/${entry}.ts`, import.meta.url))],
    bundle: true,
    write: false,
    format: 'iife',
    target: 'chrome120',
  });
  const script = outputFiles[0]!.text;
  made.set(entry, script);
  return script;
}
