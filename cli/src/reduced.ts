/** Pixels of a picture: premultiplied red, green, blue and alpha, 0 to 255. */
interface Pixels {
  width: number;
  height: number;
  data: Float32Array;
}

/**
 * A raster picture at a smaller size as Chromium's raster makes it: halved as long as it is still as large as what is
 * wanted, then drawn between the four nearest pixels.
 * @param data straight RGBA, 8 bits
 */
export function reducedPixels(
  data: Uint8ClampedArray,
  size: { width: number; height: number },
  width: number,
  height: number,
): Uint8ClampedArray {
  let pixels = premultiplied(data, size.width, size.height);
  while (pixels.width >> 1 >= width && pixels.height >> 1 >= height) pixels = halved(pixels);
  const out = new Uint8ClampedArray(4 * width * height);
  for (let y = 0; y < height; y++) {
    const [top, bottom, down] = between(y, height, pixels.height);
    for (let x = 0; x < width; x++) {
      const [left, right, across] = between(x, width, pixels.width);
      const at = (row: number, column: number, c: number) =>
        pixels.data[4 * (row * pixels.width + column) + c]!;
      const mixed = (c: number) => {
        const upper = at(top, left, c) * (1 - across) + at(top, right, c) * across;
        const lower = at(bottom, left, c) * (1 - across) + at(bottom, right, c) * across;
        return upper * (1 - down) + lower * down;
      };
      const alpha = mixed(3);
      const i = 4 * (y * width + x);
      for (let c = 0; c < 3; c++) out[i + c] = alpha > 0 ? (255 * mixed(c)) / alpha : 0;
      out[i + 3] = alpha;
    }
  }
  return out;
}

/** The two places that a pixel lies between, and how near it is to the second. */
function between(at: number, to: number, from: number): [number, number, number] {
  const place = Math.max(0, ((at + 0.5) * from) / to - 0.5);
  const first = Math.min(from - 1, Math.floor(place));
  return [first, Math.min(from - 1, first + 1), place - first];
}

function premultiplied(data: Uint8ClampedArray, width: number, height: number): Pixels {
  const out = new Float32Array(data.length);
  for (let i = 0; i < data.length; i += 4) {
    const alpha = data[i + 3]!;
    for (let c = 0; c < 3; c++) out[i + c] = (data[i + c]! * alpha) / 255;
    out[i + 3] = alpha;
  }
  return { width, height, data: out };
}

/** Half as wide and high: each pixel the mean of four. */
function halved({ width, height, data }: Pixels): Pixels {
  const [w, h] = [width >> 1, height >> 1];
  const out = new Float32Array(4 * w * h);
  for (let y = 0; y < h; y++) {
    for (let x = 0; x < w; x++) {
      for (let c = 0; c < 4; c++) {
        const at = (dx: number, dy: number) => data[4 * ((2 * y + dy) * width + 2 * x + dx) + c]!;
        out[4 * (y * w + x) + c] = (at(0, 0) + at(1, 0) + at(0, 1) + at(1, 1)) / 4;
      }
    }
  }
  return { width: w, height: h, data: out };
}
