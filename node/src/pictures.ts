import sharp from 'sharp';
import { BadInput } from '@hatrail/core/model/badInput';
import { MAX_PICTURE_SIDE } from '@hatrail/core/model/bounds';

/** Pictures as they come in: decoded whole before they are kept, so that what is kept can be shown, cut and made smaller. */

/** What a picture's bytes turn out to be. */
export interface PictureFacts {
  width: number;
  height: number;
  format: PictureFormat;
}

/** A picture that has been decoded. */
export interface ReadPicture extends PictureFacts {
  /** As they came; of an SVG, what is left of it once it is cleaned. */
  bytes: Uint8Array;
  /** What was taken out of an SVG, by its names. */
  left: string[];
}

const ENDINGS = {
  jpeg: /\.jpe?g$/i,
  png: /\.png$/i,
  webp: /\.webp$/i,
  avif: /\.avif$/i,
  svg: /\.svg$/i,
} as const;

export type PictureFormat = keyof typeof ENDINGS;

/** Most pixels of one picture: 64 million. */
const MOST_PIXELS = 64e6;
/** Most pixels that an SVG is drawn with. */
const MOST_DRAWN = 4e6;

/** Whether a file's name ends as its format has it. */
export function endsRight(file: string, format: PictureFormat): boolean {
  return ENDINGS[format].test(file);
}

/**
 * Decodes a picture, all of it.
 * @throws {BadInput} if it is no JPEG, PNG, WebP, AVIF or SVG, is damaged or cut short, or too large
 */
export async function readPicture(bytes: Uint8Array, name: string): Promise<ReadPicture> {
  // What cleans takes long to load, and most pictures are none of these.
  const clean = isSvg(bytes) ? (await import('./svg.ts')).cleanSvg(bytes, name) : undefined;
  const plain = clean ? Buffer.from(clean.svg) : bytes;
  const facts = await headOf(plain, name);
  await drawn(plain, facts).catch(() => {
    throw new BadInput(
      facts.format === 'svg'
        ? `${name} cannot be drawn: save it as a plain SVG, or bring it as a PNG.`
        : `${name} is damaged or cut short: save it again where it came from.`,
    );
  });
  return { ...facts, bytes: plain, left: clean?.left ?? [] };
}

/** Whether bytes begin as markup does: a byte order mark, white space, and a tag. */
function isSvg(bytes: Uint8Array): boolean {
  const head = Buffer.from(bytes.subarray(0, 1000))
    .toString('latin1')
    .replace(/[\0\xef\xbb\xbf\xff\xfe]/g, '');
  return /^\s*</.test(head);
}

/** The size and format that a picture's head tells. */
async function headOf(bytes: Uint8Array, name: string): Promise<PictureFacts> {
  const head = await sharp(bytes, { limitInputPixels: false })
    .metadata()
    .catch(() => undefined);
  // Cameras note which way up a picture is; browsers turn it accordingly.
  const turned = (head?.orientation ?? 1) >= 5;
  const [width = 0, height = 0] = turned ? [head?.height, head?.width] : [head?.width, head?.height];
  const format = head?.format === 'heif' && head.compression === 'av1' ? 'avif' : (head?.format ?? 'none');
  if (!width || !height || !Object.hasOwn(ENDINGS, format)) {
    throw new BadInput(`${name} is no picture that can be used: bring a JPEG, PNG, WebP, AVIF or SVG file.`);
  }
  if (Math.max(width, height) > MAX_PICTURE_SIDE) {
    throw new BadInput(
      `${name} is ${width} × ${height} px: ${MAX_PICTURE_SIDE} px a side at most. Make it smaller and try again.`,
    );
  }
  if (width * height > MOST_PIXELS) {
    throw new BadInput(
      `${name} is ${width} × ${height} px: ${MOST_PIXELS / 1e6} million pixels at most. Make it smaller and try again.`,
    );
  }
  return { width, height, format: format as PictureFormat };
}

/** Decodes every pixel, and keeps none; an SVG is drawn in a size that a screen has. */
async function drawn(bytes: Uint8Array, { width, height, format }: PictureFacts): Promise<void> {
  const scale = Math.min(1, Math.sqrt(MOST_DRAWN / (width * height)));
  const image = sharp(bytes, {
    limitInputPixels: MOST_PIXELS,
    sequentialRead: true,
    ...(format === 'svg' && { density: Math.max(1, 72 * scale) }),
  });
  await image.extractChannel(0).raw().toBuffer();
}
