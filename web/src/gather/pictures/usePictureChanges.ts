import { useState } from 'react';
import { turnPlaces, turnedPicture } from '@hatrail/core/gather/turned';
import { useInstead as putInstead } from '@hatrail/core/gather/uses';
import type { Picture } from '@hatrail/core/model/picture';
import type { Site } from '@hatrail/core/model/site';
import type { Turn } from '@hatrail/core/model/turns';
import { api } from '../../api.ts';
import { useEditor } from '../../editor/store.ts';
import { keepTaken } from './takeIn.ts';

/** A box in the pixels of a picture. */
export interface PixelBox {
  x: number;
  y: number;
  width: number;
  height: number;
}

type Taken = ReturnType<typeof api.takeFile>;

/** What can be done to one picture. */
export interface PictureChanges {
  /** Changes what is said of it. */
  change: (label: string, make: (draft: Picture) => void) => void;
  /** Puts another file in its place; its uses, name and words stay. */
  replace: (take: () => Taken, label: string, carry: (draft: Site, next: Picture) => void) => void;
  crop: (box: PixelBox) => void;
  turn: (how: Turn) => void;
  /** What went wrong last, in words. */
  problem: string | undefined;
}

/**
 * What can be done to a picture of a site.
 * @param onChosen what takes its place is the one that is looked at
 */
export function usePictureChanges({
  siteId,
  picture,
  onChosen,
}: {
  siteId: string;
  picture: Picture;
  onChosen: (id: string) => void;
}): PictureChanges {
  const edit = useEditor((state) => state.edit);
  const [problem, setProblem] = useState<string>();
  const replaced: (...of: Parameters<PictureChanges['replace']>) => Promise<void> = async (
    take,
    label,
    carry,
  ) => {
    setProblem(undefined);
    try {
      const taken = await take();
      const made = keepTaken(taken, picture.name, label, (draft, next) => {
        next.alt = picture.alt;
        carry(draft, next);
        draft.pictures.pop();
        putInstead(draft, 'picture', picture.id, next.id);
        const at = draft.pictures.findIndex(({ id }) => id === picture.id);
        draft.pictures.splice(at, 1, next);
      });
      onChosen(made.id);
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  const replace: PictureChanges['replace'] = (...of) => void replaced(...of);
  return {
    problem,
    replace,
    change: (label, make) =>
      edit(
        label,
        (draft) => make(draft.pictures.find(({ id }) => id === picture.id)!),
        `${picture.id} ${label}`,
      ),
    crop: (box) =>
      replace(
        () => api.crop(siteId, picture.id, box),
        'Crop a picture',
        () => undefined,
      ),
    turn: (how) =>
      replace(
        () => api.turn(siteId, picture.id, how),
        'Turn a picture',
        (draft, next) => {
          Object.assign(next, turnedPicture(picture, how));
          turnPlaces(draft, picture.id, how);
        },
      ),
  };
}
