import sharp from 'sharp';

/** Light as it adds up: linear red, green, blue, 0 to 1 and beyond. */
export type Light = [r: number, g: number, b: number];

export const mix = (a: Light, b: Light, t: number): Light => [
  a[0] + (b[0] - a[0]) * t,
  a[1] + (b[1] - a[1]) * t,
  a[2] + (b[2] - a[2]) * t,
];
export const add = (a: Light, b: Light, k = 1): Light => [a[0] + b[0] * k, a[1] + b[1] * k, a[2] + b[2] * k];
export const scale = (a: Light, k: number): Light => [a[0] * k, a[1] * k, a[2] * k];

/** A colour given as it is seen, made linear. */
export function light(hex: string): Light {
  const channel = (i: number) => (parseInt(hex.slice(i, i + 2), 16) / 255) ** 2.2;
  return [channel(1), channel(3), channel(5)];
}

/** Paints a picture pixel by pixel and writes it as JPEG. */
export async function paint(
  file: string,
  width: number,
  height: number,
  pixel: (x: number, y: number) => Light,
): Promise<void> {
  const data = Buffer.alloc(width * height * 3);
  const grain = (i: number) => ((Math.imul(i, 2654435761) >>> 24) / 255 - 0.5) * 1.6;
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      for (const v of pixel(x, y)) {
        const shoulder = v / (1 + Math.max(0, v - 0.75) * 0.6);
        data[i] = Math.min(255, Math.max(0, Math.round(255 * Math.max(0, shoulder) ** (1 / 2.2) + grain(i))));
        i++;
      }
    }
  }
  const image = sharp(data, { raw: { width, height, channels: 3 } });
  await image.jpeg({ quality: 88 }).toFile(file);
}
