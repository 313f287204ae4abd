import { at } from '@hatrail/core/lists';
import type { KeptSite, TakenFile } from '@hatrail/core/model/kept';
import { changesOf } from '@hatrail/core/model/changes';
import { api } from '../api.ts';
import { galleryBlob, type GalleryPicture } from '../gather/pictures/galleryPictures.ts';
import { nameOfFile, pictureOf } from '../gather/pictures/takeIn.ts';

/** The picture that a site starts over: one that ships, a file, or one at an address. */
export type StartPicture =
  | { from: 'gallery'; picture: GalleryPicture }
  | { from: 'file'; file: File }
  | { from: 'address'; address: string };

function takePicture(site: string, chosen: StartPicture): Promise<TakenFile> {
  switch (chosen.from) {
    case 'gallery':
      return galleryBlob(chosen.picture).then((blob) => api.takeFile(site, blob, chosen.picture.file));
    case 'file':
      return api.takeFile(site, chosen.file, chosen.file.name);
    case 'address':
      return api.takeFrom(site, chosen.address, false);
  }
}

const nameOf = (chosen: StartPicture, { file }: TakenFile) =>
  chosen.from === 'gallery'
    ? chosen.picture.name
    : nameOfFile(chosen.from === 'file' ? chosen.file.name : file);

/**
 * Starts a site whose first band lies over a picture.
 * @throws where the picture cannot be had: then there is no such site
 */
export async function startOver(name: string, header: string, chosen: StartPicture): Promise<KeptSite> {
  const kept = await api.startSite(name, header);
  try {
    const taken = await takePicture(kept.id, chosen);
    const site = structuredClone(kept.site);
    site.pictures.push(pictureOf(taken, nameOf(chosen, taken)));
    at(at(site.pages, 0).bands, 0).backdrop.picture = {
      picture: taken.id,
      size: 'cover',
      x: 50,
      y: 50,
      repeat: 'no-repeat',
    };
    const changes = changesOf(kept.site, site, kept.revisions);
    if (changes) await api.save(kept.id, changes);
    return kept;
  } catch (error) {
    await api.remove(kept.id).catch(() => undefined);
    throw error;
  }
}
