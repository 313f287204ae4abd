import { Button } from '@mui/material';
import { useEffect, useState } from 'react';
import { hexColour, type Rgb } from '@hatrail/core/colour/rgb';
import { fillWithBox } from '@hatrail/core/gather/logoGrounds';
import { marginShare } from '@hatrail/core/gather/logoVerdicts';
import type { Header } from '@hatrail/core/model/header';
import { LOGO_VARIANT_NAMES, type LogoVariant, type Picture } from '@hatrail/core/model/picture';
import { findBox, inOneColour, isOpaque, svgInOneColour, trimBox } from '@hatrail/core/pixels/logoTools';
import type { PixelBox } from '@hatrail/core/pixels/raster';
import { svgPart } from '@hatrail/core/pixels/svgView';
import type { Raster } from '@hatrail/core/geometry/raster';
import { api } from '../../api.ts';
import { useEditor } from '../../editor/store.ts';
import { pictureRaster, pictureUrl, rasterFile } from '../../engine/picturePixels.ts';
import type { LoadedSite } from '../../engine/loadedSite.ts';
import { FileButton } from '../../parts/FileButton.tsx';
import { dropUnused, keepTaken, nameOfFile } from '../pictures/takeIn.ts';
import { CutBox } from './CutBox.tsx';
import { LogoGrounds } from './Grounds.tsx';
import { MakeFrom } from './MakeFrom.tsx';
import { PICTURES } from './pictureTypes.ts';
import { useAnswer } from '../../engine/answers.ts';
import { keyOf } from '../../engine/dependsOn.ts';

interface VariantCardProps {
  siteId: string;
  loaded: LoadedSite;
  header: Header;
  variant: LogoVariant;
  picture: Picture;
  onProblem: (message: string | undefined) => void;
}

/** Most pixels to a side in which a logo is looked at and worked on. */
const MOST = 1600;

/** What the computer sees in a logo's pixels. */
interface Seen {
  raster: Raster;
  kept: PixelBox;
  box: Rgb | undefined;
  opaque: boolean;
}

/** One variant of the logo: where it can be told from its ground, and what can be done with it. */
export function VariantCard({ siteId, loaded, header, variant, picture, onProblem }: VariantCardProps) {
  const { hashes } = loaded;
  const [isCutting, setCutting] = useState(false);
  const edit = useEditor((state) => state.edit);
  const hash = hashes[picture.id];
  const { data: now, failure } = useAnswer(
    ['variant', keyOf([hash, picture.id])],
    async (): Promise<Seen> => {
      const raster = await pictureRaster(loaded, picture, MOST);
      return { raster, kept: trimBox(raster), box: findBox(raster), opaque: isOpaque(raster) };
    },
  );
  useEffect(() => {
    if (failure !== undefined) onProblem(`${picture.name} cannot be drawn: bring it in again.`);
  }, [failure, picture.name, onProblem]);
  const isVector = picture.file.endsWith('.svg');

  /** Takes a made file in, in the place of this variant or as another one. */
  const keep = async (blob: Blob, name: string, label: string, as: LogoVariant) => {
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
  };
  const base = picture.file.replace(/\.\w+$/, '');

  const trim = async () => {
    if (!now) return;
    const { kept, raster } = now;
    const part = {
      x: kept.x / raster.width,
      y: kept.y / raster.height,
      width: kept.width / raster.width,
      height: kept.height / raster.height,
    };
    if (isVector) {
      const svg = svgPart(await (await fetch(pictureUrl(loaded, picture.id))).text(), part);
      if (svg)
        await keep(
          new Blob([svg], { type: 'image/svg+xml' }),
          `${base}-trimmed.svg`,
          'Trim the logo',
          variant,
        );
      else onProblem('This SVG has no size that could be narrowed: save it with a view box.');
      return;
    }
    const whole = (v: number, of: number) => Math.round(v * of);
    try {
      const x = Math.floor(part.x * picture.width);
      const y = Math.floor(part.y * picture.height);
      const taken = await api.crop(siteId, picture.id, {
        x,
        y,
        width: Math.min(picture.width - x, whole(part.width, picture.width) + 1),
        height: Math.min(picture.height - y, whole(part.height, picture.height) + 1),
      });
      keepTaken(taken, picture.name, 'Trim the logo', (draft, made) => {
        draft.logo.variants[variant] = made.id;
        dropUnused(draft, picture.id);
      });
    } catch (error) {
      onProblem((error as Error).message);
    }
  };

  const margin = now ? marginShare(now.raster, now.kept) : 0;
  return (
    <section className="variant" aria-label={LOGO_VARIANT_NAMES[variant]}>
      <h2>{LOGO_VARIANT_NAMES[variant]}</h2>
      {now ? (
        <LogoGrounds loaded={loaded} header={header} logo={picture} box={now.box} />
      ) : (
        <p className="quiet">Being drawn</p>
      )}
      {now?.box && (
        <div className="tag-note">
          <p>
            It carries its own box,{' '}
            <span className="swatch swatch-small" style={{ background: hexColour(now.box) }} />{' '}
            {hexColour(now.box)}, which shows on any other ground. Cut the box out, or give {header.name} that
            fill wherever the logo stands: at every moment, on its rail too, in the place of tint, picture and
            gradient.
          </p>
          <div className="row">
            {!isVector && (
              <Button size="small" variant="outlined" onClick={() => setCutting(true)}>
                Cut the box out
              </Button>
            )}
            <Button
              size="small"
              variant="outlined"
              onClick={() =>
                edit('The colour of the logo’s box as the fill', (draft) =>
                  fillWithBox(
                    draft.headers.find(({ id }) => id === header.id)!,
                    now.box!,
                  ),
                )
              }
            >
              Take its colour for the fill, at every moment
            </Button>
          </div>
        </div>
      )}
      {margin > 0.02 && (
        <div className="tag-note">
          <p>{Math.round(100 * margin)} % of it is empty margin, so that it looks smaller than it is.</p>
          <Button size="small" variant="outlined" onClick={() => void trim()}>
            Trim it
          </Button>
        </div>
      )}
      <MakeFrom
        loaded={loaded}
        variant={variant}
        canRecolour={isVector || (now !== undefined && !now.opaque)}
        onMake={async (as, colour) => {
          const hex = hexColour(colour);
          if (isVector) {
            const svg = svgInOneColour(await (await fetch(pictureUrl(loaded, picture.id))).text(), hex);
            await keep(new Blob([svg], { type: 'image/svg+xml' }), `${base}-${as}.svg`, `Logo in ${hex}`, as);
          } else if (now) {
            await keep(
              await rasterFile(inOneColour(now.raster, colour)),
              `${base}-${as}.png`,
              `Logo in ${hex}`,
              as,
            );
          }
        }}
      />
      <div className="row">
        <FileButton
          label="Replace"
          accept={PICTURES}
          size="small"
          onFiles={([file]) => file && void keep(file, file.name, 'Replace the logo', variant)}
        />
        <Button
          size="small"
          onClick={() =>
            edit(`Take out the ${variant} logo`, (draft) => {
              delete draft.logo.variants[variant];
              dropUnused(draft, picture.id);
            })
          }
        >
          Take out
        </Button>
      </div>
      {isCutting && now?.box && (
        <CutBox
          raster={now.raster}
          box={now.box}
          onClose={() => setCutting(false)}
          onKeep={async (cut) => {
            setCutting(false);
            await keep(await rasterFile(cut), `${base}-cut.png`, 'Cut the box out', variant);
          }}
        />
      )}
    </section>
  );
}
