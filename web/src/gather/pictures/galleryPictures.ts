import { useQuery } from '@tanstack/react-query';
import { groundsOfPicture, type PictureGround } from '@hatrail/core/gather/pictureGround';
import { pixelsOf } from '../../engine/picturePixels.ts';

/** A picture or pattern that ships. */
export interface GalleryPicture {
  file: string;
  name: string;
}

/** All that ship. */
export function useGallery() {
  return useQuery({
    queryKey: ['gallery'],
    queryFn: async () => (await (await fetch('/gallery/gallery.json')).json()) as GalleryPicture[],
    staleTime: Infinity,
  });
}

/** The bytes of one of them. */
export async function galleryBlob({ file }: GalleryPicture): Promise<Blob> {
  return (await fetch(`/gallery/${file}`)).blob();
}

/** Width at which a picture is looked at, pixels. */
const LOOKED_AT = 240;

/** The grounds that each gives, by its file: told from its pixels, once. */
export function useGalleryGrounds(list: readonly GalleryPicture[] | undefined) {
  return useQuery({
    queryKey: ['gallery grounds'],
    enabled: list !== undefined,
    queryFn: async () =>
      new Map(
        await Promise.all(
          list!.map(async (picture): Promise<[string, PictureGround[]]> => {
            const image = new Image();
            image.src = `/gallery/${picture.file}`;
            await image.decode();
            const height = Math.max(1, Math.round((LOOKED_AT * image.naturalHeight) / image.naturalWidth));
            return [picture.file, groundsOfPicture(pixelsOf(image, LOOKED_AT, height))];
          }),
        ),
      ),
    staleTime: Infinity,
  });
}

/** Those that a word is in the name of, and that give a ground; all where neither is asked. */
export function foundPictures(
  list: readonly GalleryPicture[],
  grounds: ReadonlyMap<string, readonly PictureGround[]> | undefined,
  { words, ground }: { words: string; ground: PictureGround | '' },
): GalleryPicture[] {
  const asked = words.toLowerCase().split(/\s+/).filter(Boolean);
  return list.filter(
    ({ file, name }) =>
      asked.every((word) => name.toLowerCase().includes(word)) &&
      (ground === '' || grounds?.get(file)?.includes(ground)),
  );
}
