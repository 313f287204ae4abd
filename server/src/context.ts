import type { KeptSite } from '@hatrail/core/model/kept';
import type { Measure } from '@hatrail/core/measure/measure';
import { registerOwnFonts } from '@hatrail/cli/fonts';
import { resized } from '@hatrail/cli/resize';
import { skiaMeasure } from '@hatrail/cli/skia';
import type { Db } from './database.ts';
import { PictureStore } from './pictureStore.ts';
import { notFound } from './problem.ts';
import { ReleaseStore } from './releaseStore.ts';
import { SiteStore } from './siteStore.ts';

/** What the routes work with. */
export interface Context {
  sites: SiteStore;
  releases: ReleaseStore;
  pictures: PictureStore;
  measure: Measure;
}

export function createContext(db: Db, dataFolder: string): Context {
  return {
    sites: new SiteStore(db),
    releases: new ReleaseStore(db),
    pictures: new PictureStore(dataFolder),
    measure: skiaMeasure(),
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
  { pictures }: Context,
  { site, hashes }: Pick<KeptSite, 'site' | 'hashes'>,
): (file: string, width?: number) => Promise<Uint8Array | undefined> {
  return async (file, width) => {
    const found = [...site.pictures, ...(site.fonts ?? [])].find((candidate) => candidate.file === file);
    const hash = found && hashes[found.id];
    return hash === undefined ? undefined : sizedPicture(pictures, hash, width);
  };
}

/** A kept file, or a picture in a smaller width: made once, then kept beside it. */
export async function sizedPicture(
  pictures: PictureStore,
  hash: string,
  width: number | undefined,
): Promise<Uint8Array | undefined> {
  const bytes = await pictures.read(hash);
  if (!bytes || width === undefined) return bytes;
  return pictures.derived(hash, String(width), () => resized(bytes, width));
}

/** Keeps the files of a site that is brought in, and gives their hashes by the ids of pictures and fonts. */
export async function keepFiles(
  { pictures }: Context,
  site: KeptSite['site'],
  read: (file: string) => Promise<Uint8Array | undefined>,
): Promise<Record<string, string>> {
  const hashes: Record<string, string> = {};
  for (const { id, file } of [...site.pictures, ...(site.fonts ?? [])]) {
    hashes[id] = await pictures.keep((await read(file))!);
  }
  return hashes;
}
