import type { KeptSite } from '@hatrail/core/model/kept';
import { firstSite } from '../../e2e/try/trying.ts';
import { start, type Running } from '../src/start.ts';
import { seededFolder } from './seeded.ts';

/** A server on a folder of its own, with the demo sites in it. */
export interface Opened {
  running: Running;
  folder: string;
  /** The first site of the list, whole. */
  kept: KeptSite;
}

export async function openServer(): Promise<Opened> {
  const folder = seededFolder();
  const running = await start({ port: 0, livePort: 0, dataFolder: folder });
  return { running, folder, kept: await firstSite(running.url) };
}
