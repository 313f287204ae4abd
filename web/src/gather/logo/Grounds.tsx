import { needsOf } from '@hatrail/core/model/needs';
import { backdropPictures } from '@hatrail/core/model/layer';
import { hexColour, type Rgb } from '@hatrail/core/colour/rgb';
import { logoGroundsOf } from '@hatrail/core/gather/logoGrounds';
import { evenGround, logoOn } from '@hatrail/core/gather/logoVerdicts';
import { headerItems, type Header } from '@hatrail/core/model/header';
import type { Picture } from '@hatrail/core/model/picture';
import type { Raster } from '@hatrail/core/geometry/raster';
import { pictureUrl } from '../../engine/picturePixels.ts';
import type { LoadedSite } from '../../engine/loadedSite.ts';
import { RasterCanvas } from '../../parts/RasterCanvas.tsx';
import { VerdictText } from '../../parts/Verdict.tsx';
import { useAnswer } from '../../engine/answers.ts';
import { keyOf } from '../../engine/dependsOn.ts';

const WIDE = 220;
const HIGH = 84;

interface LogoGroundsProps {
  loaded: LoadedSite;
  header: Header;
  logo: Picture;
  /** The box that it carries, where it does. */
  box: Rgb | undefined;
}

/** The logo at the size it has in the header, on that header's own grounds, on light, dark and the site's pictures, each with its verdict. */
export function LogoGrounds({ loaded, header, logo, box }: LogoGroundsProps) {
  const { site } = loaded;
  const item = headerItems(header).find(({ kind }) => kind === 'logo');
  const height = Math.min(HIGH - 16, item?.kind === 'logo' ? item.height : 40);
  const used = site.pages
    .flatMap(({ bands }) => bands.flatMap(({ backdrop }) => backdropPictures(backdrop)))
    .filter((id, i, all) => all.indexOf(id) === i)
    .slice(0, 4)
    .join(' ');
  const needs = needsOf(site);
  const own = logoGroundsOf(site, header).flatMap(({ name, colour }) => (colour ? [{ name, colour }] : []));
  // What is drawn depends on the files and the height.
  const { data: shown = [] } = useAnswer(
    ['logo grounds', keyOf([logo.id, height, used, loaded.hashes, needs, own])],
    async () => {
      const mark = await drawnAt(loaded, logo, height);
      const grounds: { name: string; raster: Raster; colour?: Rgb }[] = [
        ...own.map(({ name, colour }) => ({ name, colour, raster: evenGround(colour, WIDE, HIGH) })),
        { name: 'Light', raster: evenGround({ r: 255, g: 255, b: 255 }, WIDE, HIGH) },
        { name: 'Dark', raster: evenGround({ r: 20, g: 22, b: 26 }, WIDE, HIGH) },
      ];
      for (const id of used.split(' ').filter(Boolean)) {
        const picture = site.pictures.find((candidate) => candidate.id === id)!;
        const raster = await coverRaster(loaded, picture).catch(() => undefined);
        if (raster) grounds.push({ name: picture.name, raster });
      }
      const left = Math.max(0, Math.round((WIDE - mark.width) / 2));
      const top = Math.round((HIGH - mark.height) / 2);
      return grounds.map(({ name, raster, colour }) => ({
        name,
        colour,
        raster: laidOver(raster, mark, left, top),
        ...logoOn(mark, raster, { left, top }, needs),
      }));
    },
    { keepsLast: true, kept: 10_000 },
  );
  return (
    <ul className="grounds">
      {shown.map(({ name, raster, colour, verdict, contrast }) => (
        <li key={name}>
          <RasterCanvas raster={raster} label={`The logo on ${name}`} />
          <span>
            {name}
            {box && colour && `, ${isAlike(box, colour) ? 'its box vanishes' : 'its box shows'}`}
          </span>
          <VerdictText verdict={verdict} contrast={contrast} />
        </li>
      ))}
    </ul>
  );
}

/** Whether a box cannot be told from its ground. */
const isAlike = (a: Rgb, b: Rgb) => hexColour(a) === hexColour(b);

async function drawnAt(loaded: LoadedSite, picture: Picture, height: number): Promise<Raster> {
  const width = Math.min(WIDE, Math.max(1, Math.round((height * picture.width) / picture.height)));
  return canvasRaster(width, height, async (context) => {
    const image = await imageOf(loaded, picture);
    context.drawImage(image, 0, 0, width, height);
  });
}

/** A picture as it covers the card. */
async function coverRaster(loaded: LoadedSite, picture: Picture): Promise<Raster> {
  return canvasRaster(WIDE, HIGH, async (context) => {
    const scale = Math.max(WIDE / picture.width, HIGH / picture.height);
    const [width, height] = [picture.width * scale, picture.height * scale];
    context.drawImage(await imageOf(loaded, picture), (WIDE - width) / 2, (HIGH - height) / 2, width, height);
  });
}

async function imageOf(loaded: LoadedSite, picture: Picture): Promise<HTMLImageElement> {
  const image = new Image();
  image.src = pictureUrl(loaded, picture.id, picture.file.endsWith('.svg') ? undefined : 640);
  await image.decode();
  return image;
}

async function canvasRaster(
  width: number,
  height: number,
  draw: (context: OffscreenCanvasRenderingContext2D) => Promise<void>,
): Promise<Raster> {
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!;
  context.imageSmoothingQuality = 'medium';
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
