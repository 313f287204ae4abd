import sharp from 'sharp';

/**
 * A separate, slow reader of screenshots, in the engine's cells but with formulas of its own: nothing here is shared
 * with the core.
 */
export interface Shot {
  width: number;
  height: number;
  data: Buffer;
}

export async function decode(png: Buffer): Promise<Shot> {
  const { data, info } = await sharp(png).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data };
}

type Colour = readonly [number, number, number];

export function at(shot: Shot, x: number, y: number): Colour {
  const i =
    3 * (Math.min(shot.height - 1, Math.max(0, y)) * shot.width + Math.min(shot.width - 1, Math.max(0, x)));
  return [shot.data[i]!, shot.data[i + 1]!, shot.data[i + 2]!];
}

export function luminance([r, g, b]: Colour): number {
  const lin = (v: number) => (v <= 10.31475 ? v / 255 / 12.92 : Math.pow((v / 255 + 0.055) / 1.055, 2.4));
  return 0.2126 * lin(r) + 0.7152 * lin(g) + 0.0722 * lin(b);
}

export function ratio(a: Colour, b: Colour): number {
  const [x, y] = [luminance(a) + 0.05, luminance(b) + 0.05];
  return Math.max(x, y) / Math.min(x, y);
}

/** A cell's contrast with a solid ink: the tenth part of its pixels, in ascending order, is below it. */
export function cellRatio(
  ground: Shot,
  cell: { left: number; top: number; right: number; bottom: number },
  ink: Colour,
): number {
  const all: number[] = [];
  for (let y = cell.top; y < cell.bottom; y++) {
    for (let x = cell.left; x < cell.right; x++) all.push(ratio(at(ground, x, y), ink));
  }
  return all.sort((p, q) => p - q)[Math.ceil(all.length / 10) - 1]!;
}

/** A logo's contrast: painted edge pixels against the ground at the nearest pixel outside. */
export function logoRatio(
  painted: Shot,
  ground: Shot,
  cells: readonly { edges: readonly { x: number; y: number; outsideX: number; outsideY: number }[] }[],
): number {
  const medians = cells.map(({ edges }) => {
    const all = edges.map((edge) =>
      ratio(at(painted, edge.x, edge.y), at(ground, edge.outsideX, edge.outsideY)),
    );
    return all.sort((p, q) => p - q)[Math.ceil(all.length / 2) - 1]!;
  });
  return medians.sort((p, q) => p - q)[Math.ceil(medians.length / 10) - 1]!;
}

/** Mean difference of two grounds' channels within a box, in levels of 255. */
export function meanDifference(
  ground: Shot,
  box: { left: number; top: number; right: number; bottom: number },
  expected: (x: number, y: number) => Colour,
): number {
  let [sum, count] = [0, 0];
  for (let y = box.top; y < box.bottom; y++) {
    for (let x = box.left; x < box.right; x++) {
      const [seen, told] = [at(ground, x, y), expected(x, y)];
      for (let c = 0; c < 3; c++) sum += Math.abs(seen[c]! - told[c]!);
      count += 3;
    }
  }
  return sum / count;
}
