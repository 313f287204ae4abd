import type { HeaderLayout } from '@hatrail/core/header/layout';
import { snapBox } from '@hatrail/core/page/paint';
import type { LogoVariant } from '@hatrail/core/model/picture';
import type { Site } from '@hatrail/core/model/site';
import type { LogoPixels } from '@hatrail/core/sweep/logo';

const images = new Map<string, Promise<HTMLImageElement>>();
const drawn = new Map<string, Promise<Uint8ClampedArray>>();

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

/** Both logo variants as the browser draws them in the header's logo box. */
export async function drawLogos(
  site: Site,
  hashes: Record<string, string>,
  layout: HeaderLayout,
): Promise<Partial<Record<LogoVariant, LogoPixels>>> {
  const ink = layout.inks.find(({ what }) => what.kind === 'logo');
  if (!ink) return {};
  const { x: left, y: top, width, height } = snapBox(ink.box);
  const draw = async (variant: LogoVariant): Promise<LogoPixels> => {
    const url = `/api/pictures/${hashes[site.logo.variants[variant]]}`;
    const key = `${url} ${width} ${height}`;
    let pixels = drawn.get(key);
    if (!pixels) {
      pixels = loadImage(url).then((image) => {
        const context = new OffscreenCanvas(width, height).getContext('2d')!;
        context.drawImage(image, 0, 0, width, height);
        return context.getImageData(0, 0, width, height).data;
      });
      drawn.set(key, pixels);
    }
    return { left, top, width, height, data: await pixels };
  };
  return { light: await draw('light'), dark: await draw('dark') };
}
