import sharp from 'sharp';

/** A picture in a smaller width, its format kept. */
export async function resized(bytes: Uint8Array, width: number): Promise<Buffer> {
  const image = sharp(bytes, { limitInputPixels: false })
    .rotate()
    .resize({ width, withoutEnlargement: true });
  const { format } = await sharp(bytes).metadata();
  if (format === 'jpeg') return image.jpeg({ quality: 84 }).toBuffer();
  if (format === 'webp') return image.webp({ quality: 84 }).toBuffer();
  if (format === 'heif') return image.avif({ quality: 60 }).toBuffer();
  return image.png().toBuffer();
}
