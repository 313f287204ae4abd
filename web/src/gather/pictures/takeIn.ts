import type { TakenFile } from '@hatrail/core/model/kept';
import type { Picture } from '@hatrail/core/model/picture';
import { usesOfPart } from '@hatrail/core/gather/uses';
import type { Site } from '@hatrail/core/model/site';
import { api } from '../../api.ts';
import { useEditor } from '../../editor/store.ts';

/** Files become pictures of the site: the server takes the file in, then the document names it. */

/** What a file is called, as words. */
export function nameOfFile(file: string): string {
  const words = file
    .replace(/\.\w+$/, '')
    .replace(/[-_]+/g, ' ')
    .replace(/[<>]/g, '')
    .trim();
  return (words || 'Picture').slice(0, 120);
}

/** The picture that a taken file is. */
export function pictureOf(taken: TakenFile, name: string): Picture {
  const { id, file, width = 1, height = 1 } = taken;
  return { id, name: name.slice(0, 120), file, width, height, alt: '' };
}

/** Takes a file in as a picture, with whatever else the document does with it, as one step. */
export async function takeInPicture(
  siteId: string,
  blob: Blob,
  fileName: string,
  label: string,
  use: (draft: Site, picture: Picture) => void = () => undefined,
): Promise<Picture> {
  const taken = await api.takeFile(siteId, blob, fileName);
  return keepTaken(taken, nameOfFile(fileName), label, use);
}

/** Puts a file that has been taken in into the document. */
export function keepTaken(
  taken: TakenFile,
  name: string,
  label: string,
  use: (draft: Site, picture: Picture) => void = () => undefined,
): Picture {
  const { edit, took } = useEditor.getState();
  const picture = pictureOf(taken, name);
  took(taken);
  edit(label, (draft) => {
    draft.pictures.push(picture);
    use(draft as Site, picture);
  });
  return picture;
}

/** Takes a picture out of a draft where nothing uses it any more. */
export function dropUnused(draft: Site, id: string): void {
  if (usesOfPart(draft, 'picture', id).length === 0) {
    draft.pictures = draft.pictures.filter((picture) => picture.id !== id);
  }
}
