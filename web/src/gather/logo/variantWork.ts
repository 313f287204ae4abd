import { useEffect } from 'react';
import { hexColour, type Rgb } from '@hatrail/core/colour/rgb';
import type { Raster } from '@hatrail/core/geometry/raster';
import type { LogoVariant, Picture } from '@hatrail/core/model/picture';
import { findBox, inOneColour, isOpaque, svgInOneColour, trimBox } from '@hatrail/core/pixels/logoTools';
import type { PixelBox } from '@hatrail/core/pixels/raster';
import { svgPart } from '@hatrail/core/pixels/svgView';
import { api } from '../../api.ts';
import { useAnswer } from '../../engine/answers.ts';
import { keyOf } from '../../engine/dependsOn.ts';
import type { LoadedSite } from '../../engine/loadedSite.ts';
import { pictureRaster, pictureUrl, rasterFile } from '../../engine/picturePixels.ts';
import { dropUnused, keepTaken, nameOfFile } from '../pictures/takeIn.ts';

/** What can be made of a variant of the logo. */

/** Most pixels to a side in which a logo is looked at and worked on. */
const MOST = 1600;

/** What the computer sees in a logo's pixels. */
export interface Seen {
  raster: Raster;
  kept: PixelBox;
  box: Rgb | undefined;
  opaque: boolean;
}

/** The variant that is worked on. */
export interface VariantAtWork {
  siteId: string;
  loaded: LoadedSite;
  variant: LogoVariant;
  picture: Picture;
  onProblem: (message: string | undefined) => void;
}

/** What is seen in its pixels, and what makes others of it. */
export function useVariantWork(at: VariantAtWork) {
  const { loaded, variant, picture, onProblem } = at;
  const { data: now, failure } = useAnswer(
    ['variant', keyOf([loaded.hashes[picture.id], picture.id])],
    async (): Promise<Seen> => {
      const raster = await pictureRaster(loaded, picture, MOST);
      return { raster, kept: trimBox(raster), box: findBox(raster), opaque: isOpaque(raster) };
    },
  );
  useEffect(() => {
    if (failure !== undefined) onProblem(`${picture.name} cannot be drawn: bring it in again.`);
  }, [failure, picture.name, onProblem]);
  const isVector = picture.file.endsWith('.svg');
  const base = picture.file.replace(/\.\w+$/, '');

  const keep = (blob: Blob, name: string, label: string, as = variant) =>
    keepVariant(at, blob, name, label, as);
  /** Its drawing, made otherwise; nothing where that cannot be. */
  const keepDrawing = async (
    make: (svg: string) => string | undefined,
    name: string,
    label: string,
    as = variant,
  ) => {
    const svg = make(await (await fetch(pictureUrl(loaded, picture.id))).text());
    if (svg !== undefined)
      await keep(new Blob([svg], { type: 'image/svg+xml' }), `${base}-${name}.svg`, label, as);
    return svg !== undefined;
  };

  const trim = async () => {
    if (!now) return;
    if (!isVector) return trimPixels(at, now);
    const { kept, raster } = now;
    const isDone = await keepDrawing(
      (svg) => svgPart(svg, shareOf(kept, raster)),
      'trimmed',
      'Trim the logo',
    );
    if (!isDone) onProblem('This SVG has no size that could be narrowed: save it with a view box.');
  };
  const recolour = async (as: LogoVariant, colour: Rgb) => {
    const hex = hexColour(colour);
    const label = `Logo in ${hex}`;
    if (isVector) await keepDrawing((svg) => svgInOneColour(svg, hex), as, label, as);
    else if (now)
      await keep(await rasterFile(inOneColour(now.raster, colour)), `${base}-${as}.png`, label, as);
  };
  const keepCut = async (cut: Raster) => keep(await rasterFile(cut), `${base}-cut.png`, 'Cut the box out');
  return { now, isVector, keep, trim, recolour, keepCut };
}

/** Takes a made file in, in the place of this variant or as another one. */
async function keepVariant(
  { siteId, onProblem }: VariantAtWork,
  blob: Blob,
  name: string,
  label: string,
  as: LogoVariant,
): Promise<void> {
  onProblem(undefined);
  try {
    const taken = await api.takeFile(siteId, blob, name);
    keepTaken(taken, nameOfFile(name), label, (draft, made) => {
      const old = draft.logo.variants[as];
      draft.logo.variants[as] = made.id;
      if (old) dropUnused(draft, old);
    });
  } catch (error) {
    onProblem((error as Error).message);
  }
}

/** A box as shares of what it is in, 0 to 1. */
const shareOf = (box: PixelBox, of: { width: number; height: number }): PixelBox => ({
  x: box.x / of.width,
  y: box.y / of.height,
  width: box.width / of.width,
  height: box.height / of.height,
});

/** Cuts the empty margin off the file itself, which may have more pixels than were looked at. */
async function trimPixels({ siteId, picture, variant, onProblem }: VariantAtWork, now: Seen): Promise<void> {
  const part = shareOf(now.kept, now.raster);
  const x = Math.floor(part.x * picture.width);
  const y = Math.floor(part.y * picture.height);
  try {
    const taken = await api.crop(siteId, picture.id, {
      x,
      y,
      width: Math.min(picture.width - x, Math.round(part.width * picture.width) + 1),
      height: Math.min(picture.height - y, Math.round(part.height * picture.height) + 1),
    });
    keepTaken(taken, picture.name, 'Trim the logo', (draft, made) => {
      draft.logo.variants[variant] = made.id;
      dropUnused(draft, picture.id);
    });
  } catch (error) {
    onProblem((error as Error).message);
  }
}
