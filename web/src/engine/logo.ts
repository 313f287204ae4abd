import type { HeaderLayout } from '@hatrail/core/header/laid';
import { snapBox } from '@hatrail/core/geometry/box';
import { logoVariantsOf } from '@hatrail/core/header/look';
import type { Header } from '@hatrail/core/model/header';
import type { LogoPixels } from '@hatrail/core/sweep/logo';
import type { ShippedSizes } from '@hatrail/core/output/shipped';
import { keepLast } from './keepLast.ts';
import { shippedUrl } from './picturePixels.ts';
import type { LoadedSite } from './loadedSite.ts';
import { drawnKey } from './types.ts';

const images = new Map<string, Promise<HTMLImageElement>>();
const drawn = new Map<string, Promise<LogoPixels>>();
/** How many are kept: a hand that drags a logo larger makes many. */
const MOST_DRAWN = 200;

function loadImage(url: string): Promise<HTMLImageElement> {
  let image = images.get(url);
  if (!image) {
    const element = new Image();
    element.src = url;
    image = element.decode().then(() => element);
    images.set(url, image);
    image.catch(() => images.delete(url));
  }
  return image;
}

/** The logo's variants and the header's pictures as the browser draws them in their boxes. */
export async function drawLogos(
  { site, hashes }: LoadedSite,
  header: Header,
  layout: HeaderLayout,
  sizes: ShippedSizes,
): Promise<Record<string, LogoPixels>> {
  const variants = logoVariantsOf(site, header).map(({ picture }) => picture);
  const wanted = layout.inks.flatMap((ink) => {
    const pictures =
      ink.what.kind === 'logo' ? variants : ink.what.kind === 'picture' ? [ink.what.picture] : [];
    return pictures.map((picture) => ({ picture, ink }));
  });
  const found: Record<string, LogoPixels> = {};
  await Promise.all(
    wanted.map(async ({ picture, ink }) => {
      const { x: left, y: top, width, height } = snapBox(ink.box);
      const url = shippedUrl({ hashes }, picture, sizes);
      const key = [url, left, top, width, height].join(' ');
      let pixels = drawn.get(key);
      if (!pixels) {
        pixels = loadImage(url).then((image) => {
          const context = new OffscreenCanvas(width, height).getContext('2d')!;
          // As pages draw pictures: the quality of a canvas is lower where nothing is said.
          context.imageSmoothingQuality = 'medium';
          context.drawImage(image, 0, 0, width, height);
          return { left, top, width, height, data: context.getImageData(0, 0, width, height).data };
        });
        keepLast(drawn, key, pixels, MOST_DRAWN);
        pixels.catch(() => drawn.delete(key));
      }
      const known = await pixels.catch(() => undefined);
      if (known) found[drawnKey(picture, ink.id)] = known;
    }),
  );
  return found;
}
