import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { start } from '../src/start.ts';

/** A data folder with the demo sites, made once for a whole run of tests; its path is handed on to all that come of this process. */
const MADE = 'HATRAIL_SEEDED';

const newFolder = () => mkdtempSync(join(tmpdir(), 'hatrail-'));

/** A data folder of one's own in which a server starts at once: the demo sites are there already, where the run of tests made them. */
export function seededFolder(): string {
  const folder = newFolder();
  const made = process.env[MADE];
  if (made) cpSync(made, folder, { recursive: true });
  return folder;
}

/** Before a run of tests: brings in the demo sites once. */
export async function setup(): Promise<(() => void) | undefined> {
  if (process.env[MADE]) return undefined;
  const folder = newFolder();
  await start({ port: 0, livePort: 0, dataFolder: folder }).then((running) => running.close());
  process.env[MADE] = folder;
  return () => rmSync(folder, { recursive: true });
}
