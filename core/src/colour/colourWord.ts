import { converter } from 'culori';

const toOklch = converter('oklch');

/** Hues of OKLCH in degrees, up to which each word holds. */
const HUES: readonly [most: number, dark: string, light: string][] = [
  [15, 'wine', 'pink'],
  [40, 'dark red', 'red'],
  [70, 'brown', 'orange'],
  [95, 'olive', 'sand'],
  [118, 'olive', 'yellow'],
  [160, 'dark green', 'green'],
  [210, 'dark teal', 'teal'],
  [275, 'dark blue', 'blue'],
  [315, 'dark violet', 'violet'],
  [350, 'wine', 'pink'],
  [360, 'wine', 'pink'],
];

/**
 * A colour in a word or two, as one would say it: “cream”, “dark blue”.
 * @param hex six hexadecimal digits after a #
 */
export function colourWord(hex: string): string {
  const { l = 0, c = 0, h = 0 } = toOklch(hex) ?? {};
  if (l > 0.985) return 'white';
  if (l < 0.12) return 'black';
  if (c < 0.008) return l > 0.9 ? 'pale grey' : l > 0.45 ? 'grey' : 'dark grey';
  if (l > 0.9 && c < 0.06) return h > 40 && h < 118 ? 'cream' : `pale ${wordOf(h, 0.9)}`;
  if (l < 0.3) return h > 25 && h < 110 ? 'dark brown' : wordOf(h, 0);
  const word = wordOf(h, l);
  return word === 'sand' && c > 0.13 ? 'yellow' : word;
}

function wordOf(hue: number, lightness: number): string {
  const [, dark, light] = HUES.find(([most]) => hue <= most)!;
  return lightness < 0.55 ? dark : light;
}
