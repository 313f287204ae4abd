import type { Header } from '@hatrail/core/model/header';
import type { KeptSite } from '@hatrail/core/model/kept';
import type { Site } from '@hatrail/core/model/site';
import { drawnWidths, viewsOfPages } from '@hatrail/core/output/sizes';
import type { Measure } from '@hatrail/core/measure/measure';
import { registerOwnFonts } from '@hatrail/node/fonts';
import { skiaMeasure } from '@hatrail/node/skia';
import { Apart } from './apart/apart.ts';
import type { Db } from './database.ts';
import { FileStore } from './fileStore.ts';
import { notFound } from './problem.ts';
import { ReleaseStore } from './releaseStore.ts';
import { SiteStore } from './siteStore.ts';

/** What the routes work with. */
export interface Context {
  sites: SiteStore;
  releases: ReleaseStore;
  files: FileStore;
  /** What is done to bytes from outside. */
  apart: Apart;
  measure: Measure;
  /** Lets go of the database. */
  close(): void;
}

export function createContext(db: Db, dataFolder: string): Context {
  const sites = new SiteStore(db);
  return {
    sites,
    releases: new ReleaseStore(db),
    files: new FileStore(dataFolder, (hash) => sites.files.isNamed(hash)),
    apart: new Apart(),
    measure: skiaMeasure(),
    close: () => db.close(),
  };
}

/** Text metrics for a site, once its own fonts are known. */
export async function measureFor(
  context: Context,
  kept: Pick<KeptSite, 'site' | 'hashes'>,
): Promise<Measure> {
  await registerOwnFonts(kept.site, fileReader(context, kept));
  return context.measure;
}

/** A site by its id. @throws 404 */
export function siteOf({ sites }: Context, id: string): KeptSite {
  const kept = sites.read(id);
  if (!kept) throw notFound('site');
  return kept;
}

/** Reads a file of a site, picture or font, by its name; a picture smaller where a width is asked for. */
export function fileReader(
  context: Context,
  { site, hashes }: Pick<KeptSite, 'site' | 'hashes'>,
): (file: string, width?: number) => Promise<Uint8Array | undefined> {
  const byName = new Map([...site.pictures, ...(site.fonts ?? [])].map(({ id, file }) => [file, id]));
  return async (file, width) => {
    const id = byName.get(file);
    const hash = id !== undefined && Object.hasOwn(hashes, id) ? hashes[id] : undefined;
    return hash === undefined ? undefined : sizedPicture(context, hash, width);
  };
}

/** A kept file, or a picture in a smaller width: made once, then kept beside it. */
export async function sizedPicture(
  { files, apart }: Context,
  hash: string,
  width: number | undefined,
): Promise<Uint8Array | undefined> {
  if (width === undefined) return files.read(hash);
  if (!(await files.has(hash))) return undefined;
  return files.made(hash, String(width), (to) => apart.run('sized', { path: files.path(hash), to, width }));
}

/** Removes what is left behind, and what was deleted long ago. Gives how many files went. */
export async function cleanUp({ sites, files }: Context, isFirst = false): Promise<number> {
  sites.purge();
  return files.sweep(sites.files.named(), isFirst);
}

/** Longest that work goes on before others have their turn, ms. */
const TURN = 8;

/** Gives others their turn wherever work has gone on for long: the server answers everyone from one thread. */
export function breather(): () => Promise<void> {
  let since = performance.now();
  return async () => {
    if (performance.now() - since < TURN) return;
    await new Promise((go) => setImmediate(go));
    since = performance.now();
  };
}

/**
 * Reads how wide the pictures of a site are drawn, page by page, so that others have their turn; whoever asks for it next has
 * it at once. What was read of a page is not read again while neither it nor what it depends on changes.
 */
export async function readDrawnWidths(site: Site, header: Header, measure: Measure): Promise<void> {
  const breathe = breather();
  for (const { page, views } of viewsOfPages(site, header, measure)) {
    drawnWidths(site, page, views, measure);
    await breathe();
  }
}
