import { Button } from '@mui/material';
import { useEffect, useState } from 'react';
import { hexColour, parseColour, type Rgb } from '@hatrail/core/colour/rgb';
import { relativeLuminance } from '@hatrail/core/colour/contrast';
import { evenGround, logoOn, marginShare } from '@hatrail/core/gather/logoVerdicts';
import { headerItems, type Header } from '@hatrail/core/model/header';
import {
  LOGO_VARIANTS,
  LOGO_VARIANT_NAMES,
  type LogoVariant,
  type Picture,
} from '@hatrail/core/model/picture';
import { resolveColour } from '@hatrail/core/model/palette';
import { findBox, inOneColour, isOpaque, svgInOneColour, trimBox } from '@hatrail/core/pixels/logoTools';
import type { PixelBox } from '@hatrail/core/pixels/raster';
import { svgPart } from '@hatrail/core/pixels/svgView';
import type { Raster } from '@hatrail/core/stack/ground';
import type { Verdict } from '@hatrail/core/sweep/verdict';
import { api } from '../../api.ts';
import { setLook } from '../../dress/lookEdits.ts';
import { useEditor } from '../../editor/store.ts';
import { pictureRaster, pictureUrl, rasterFile } from '../../engine/picturePixels.ts';
import type { SiteAtHand } from '../../engine/proof.ts';
import { ColourField } from '../../parts/ColourField.tsx';
import { FileButton } from '../../parts/FileButton.tsx';
import { RasterCanvas } from '../../parts/RasterCanvas.tsx';
import { VerdictText } from '../../parts/Verdict.tsx';
import { dropUnused, keepTaken, nameOfFile } from '../pictures/takeIn.ts';
import { CutBox } from './CutBox.tsx';
import { PICTURES } from './Logo.tsx';

interface VariantCardProps {
  siteId: string;
  hand: SiteAtHand;
  header: Header;
  variant: LogoVariant;
  picture: Picture;
  onProblem: (message: string | undefined) => void;
}

/** Most pixels to a side in which a logo is looked at and worked on. */
const MOST = 1600;

/** What the computer sees in a logo's pixels. */
interface Seen {
  of: string;
  raster: Raster;
  kept: PixelBox;
  box: Rgb | undefined;
  opaque: boolean;
}

/** One variant of the logo: where it can be told from its ground, and what can be done with it. */
export function VariantCard({ siteId, hand, header, variant, picture, onProblem }: VariantCardProps) {
  const { hashes } = hand;
  const [seen, setSeen] = useState<Seen>();
  const [isCutting, setCutting] = useState(false);
  const edit = useEditor((state) => state.edit);
  const hash = hashes[picture.id];
  useEffect(() => {
    let isOld = false;
    pictureRaster(hand, picture, MOST)
      .then((raster) => {
        if (isOld) return;
        setSeen({
          of: picture.id,
          raster,
          kept: trimBox(raster),
          box: findBox(raster),
          opaque: isOpaque(raster),
        });
      })
      .catch(() => onProblem(`${picture.name} cannot be drawn: bring it in again.`));
    return () => {
      isOld = true;
    };
    // The pixels depend on the file alone.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [hash, picture.id]);
  const now = seen?.of === picture.id ? seen : undefined;
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
      const svg = svgPart(await (await fetch(pictureUrl(hand, picture.id))).text(), part);
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
      {now ? <Grounds hand={hand} header={header} logo={picture} /> : <p className="quiet">Being drawn</p>}
      {now?.box && (
        <div className="tag-note">
          <p>
            It carries its own box,{' '}
            <span className="swatch swatch-small" style={{ background: hexColour(now.box) }} />{' '}
            {hexColour(now.box)}, which shows on any other ground. Cut the box out, or give the header that
            fill.
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
              onClick={() => {
                setLook(header, 'top', 'fill', 'colour', { colour: hexColour(now.box!) });
                setLook(header, 'top', 'fill', 'opacity', 1);
              }}
            >
              Take its colour for the fill
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
        hand={hand}
        variant={variant}
        canRecolour={isVector || (now !== undefined && !now.opaque)}
        onMake={async (as, colour) => {
          const hex = hexColour(colour);
          if (isVector) {
            const svg = svgInOneColour(await (await fetch(pictureUrl(hand, picture.id))).text(), hex);
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

/** Another variant made from this one, in a colour. */
function MakeFrom({
  hand,
  variant,
  canRecolour,
  onMake,
}: {
  hand: SiteAtHand;
  variant: LogoVariant;
  canRecolour: boolean;
  onMake: (as: LogoVariant, colour: Rgb) => Promise<void>;
}) {
  const { palette } = hand.site;
  const byLight = [...palette].sort(
    (a, b) => relativeLuminance(parseColour(a.colour)!) - relativeLuminance(parseColour(b.colour)!),
  );
  const first = (as: LogoVariant) => ({ swatch: (as === 'light' ? byLight.at(-1)! : byLight[0]!).id });
  const others = LOGO_VARIANTS.filter((other) => other !== variant);
  const [as, setAs] = useState<LogoVariant>(others[0]!);
  const [use, setUse] = useState(first(others[0]!));
  const [isBusy, setBusy] = useState(false);
  if (!canRecolour) {
    return (
      <p className="quiet">
        It has no transparent part, so it cannot be set in another colour: cut its box out first.
      </p>
    );
  }
  return (
    <div className="tag-note row">
      <span>Make the</span>
      <select
        className="choice-select"
        aria-label="Variant to make"
        value={as}
        onChange={(event) => {
          setAs(event.target.value as LogoVariant);
          setUse(first(event.target.value as LogoVariant));
        }}
      >
        {others.map((other) => (
          <option key={other} value={other}>
            {LOGO_VARIANT_NAMES[other].toLowerCase()}
          </option>
        ))}
      </select>
      <ColourField
        label="Colour of the logo"
        palette={palette}
        use={use}
        onChange={(next) => setUse(next as typeof use)}
      />
      <Button
        size="small"
        variant="outlined"
        disabled={isBusy}
        onClick={() => {
          setBusy(true);
          void onMake(as, resolveColour(palette, use)).finally(() => setBusy(false));
        }}
      >
        Make it
      </Button>
    </div>
  );
}

const WIDE = 220;
const HIGH = 84;

interface Shown {
  name: string;
  raster: Raster;
  verdict: Verdict;
  contrast: number;
}

/** The logo at the size it has in the header, on light, dark and the pictures of the site, each with its verdict. */
function Grounds({ hand, header, logo }: { hand: SiteAtHand; header: Header; logo: Picture }) {
  const [shown, setShown] = useState<Shown[]>([]);
  const { site } = hand;
  const item = headerItems(header).find(({ kind }) => kind === 'logo');
  const height = Math.min(HIGH - 16, item?.kind === 'logo' ? item.height : 40);
  const used = site.pages
    .flatMap(({ bands }) => bands.flatMap(({ backdrop }) => backdrop.picture?.picture ?? []))
    .filter((id, i, all) => all.indexOf(id) === i)
    .slice(0, 4)
    .join(' ');
  useEffect(() => {
    let isOld = false;
    const draw = async () => {
      const mark = await drawnAt(hand, logo, height);
      const grounds: { name: string; raster: Raster }[] = [
        { name: 'Light', raster: evenGround({ r: 255, g: 255, b: 255 }, WIDE, HIGH) },
        { name: 'Dark', raster: evenGround({ r: 20, g: 22, b: 26 }, WIDE, HIGH) },
      ];
      for (const id of used.split(' ').filter(Boolean)) {
        const picture = site.pictures.find((candidate) => candidate.id === id)!;
        const raster = await coverRaster(hand, picture).catch(() => undefined);
        if (raster) grounds.push({ name: picture.name, raster });
      }
      const left = Math.max(0, Math.round((WIDE - mark.width) / 2));
      const top = Math.round((HIGH - mark.height) / 2);
      if (isOld) return;
      setShown(
        grounds.map(({ name, raster }) => ({
          name,
          raster: laidOver(raster, mark, left, top),
          ...logoOn(mark, raster, left, top),
        })),
      );
    };
    void draw().catch(() => setShown([]));
    return () => {
      isOld = true;
    };
    // What is drawn depends on the files and the height.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [logo.id, height, used, hand.hashes]);
  return (
    <ul className="grounds">
      {shown.map(({ name, raster, verdict, contrast }) => (
        <li key={name}>
          <RasterCanvas raster={raster} label={`The logo on ${name}`} />
          <span>{name}</span>
          <VerdictText verdict={verdict} contrast={contrast} />
        </li>
      ))}
    </ul>
  );
}

async function drawnAt(hand: SiteAtHand, picture: Picture, height: number): Promise<Raster> {
  const width = Math.min(WIDE, Math.max(1, Math.round((height * picture.width) / picture.height)));
  return canvasRaster(width, height, async (context) => {
    const image = await loaded(hand, picture);
    context.drawImage(image, 0, 0, width, height);
  });
}

/** A picture as it covers the card. */
async function coverRaster(hand: SiteAtHand, picture: Picture): Promise<Raster> {
  return canvasRaster(WIDE, HIGH, async (context) => {
    const scale = Math.max(WIDE / picture.width, HIGH / picture.height);
    const [width, height] = [picture.width * scale, picture.height * scale];
    context.drawImage(await loaded(hand, picture), (WIDE - width) / 2, (HIGH - height) / 2, width, height);
  });
}

async function loaded(hand: SiteAtHand, picture: Picture): Promise<HTMLImageElement> {
  const image = new Image();
  image.src = pictureUrl(hand, picture.id, picture.file.endsWith('.svg') ? undefined : 640);
  await image.decode();
  return image;
}

async function canvasRaster(
  width: number,
  height: number,
  draw: (context: OffscreenCanvasRenderingContext2D) => Promise<void>,
): Promise<Raster> {
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!;
  await draw(context);
  return { width, height, data: context.getImageData(0, 0, width, height).data };
}

/** A raster with another laid over it. */
function laidOver(ground: Raster, over: Raster, left: number, top: number): Raster {
  const data = new Uint8ClampedArray(ground.data);
  for (let y = 0; y < over.height; y++) {
    for (let x = 0; x < over.width; x++) {
      const from = 4 * (y * over.width + x);
      const to = 4 * ((y + top) * ground.width + x + left);
      const alpha = over.data[from + 3]! / 255;
      for (let c = 0; c < 3; c++) {
        data[to + c] = over.data[from + c]! * alpha + data[to + c]! * (1 - alpha);
      }
    }
  }
  return { ...ground, data };
}
