import { generate, parse, walk } from 'css-tree';
import { BadInput } from '../model/check.ts';
import { hexColour, parseColour } from '../colour/rgb.ts';
import type { Swatch } from '../model/palette.ts';
import { freeId } from '../gather/freeId.ts';
import type { ReadSwatches } from './designTokens.ts';

/** A palette as CSS custom properties. */
export function writeProperties(palette: readonly Swatch[]): string {
  const lines = palette.map(
    ({ id, colour, name }) =>
      `  --${id}: ${hexColour(parseColour(colour)!)}; /* ${name.replace(/\*\//g, '')} */`,
  );
  return `:root {\n${lines.join('\n')}\n}\n`;
}

const MOST_TEXT = 1_000_000;

/**
 * Reads the colours among the custom properties of a style sheet; `var()` is followed.
 * @throws {BadInput} where there is no colour in it, or one property leads round to itself
 */
export function readProperties(css: string): ReadSwatches {
  if (css.length > MOST_TEXT)
    throw new BadInput('This style sheet is longer than 1 MB: paste the part with the colours.');
  const found = new Map<string, string>();
  const tree = parse(css, { parseCustomProperty: false, onParseError: () => undefined });
  walk(tree, (node) => {
    if (node.type !== 'Declaration' || !node.property.startsWith('--')) return;
    found.set(node.property, generate(node.value).trim());
  });
  const value = (name: string, seen: readonly string[]): string | undefined => {
    if (seen.includes(name)) {
      throw new BadInput(`${[...seen, name].join(' → ')} lead round in a circle: break it and try again.`);
    }
    const text = found.get(name);
    const alias = /^var\(\s*(--[\w-]+)\s*(?:,\s*(.*))?\)$/s.exec(text ?? '');
    return alias ? (value(alias[1]!, [...seen, name]) ?? alias[2]) : text;
  };
  const swatches: Swatch[] = [];
  const left: string[] = [];
  for (const name of found.keys()) {
    const colour = parseColour(value(name, []) ?? '');
    if (!colour) continue;
    if (colour.a < 1) left.push(`${name}: it lets the page through; a swatch is solid.`);
    else {
      const words = name.slice(2).replace(/[-_]+/g, ' ').trim();
      const called = words.charAt(0).toUpperCase() + words.slice(1, 60);
      swatches.push({
        id: freeId(name.slice(2), swatches),
        name: called || 'Colour',
        colour: hexColour(colour),
      });
    }
    if (swatches.length >= 200) break;
  }
  if (swatches.length === 0)
    throw new BadInput('There is no colour among the custom properties (--name: colour) here.');
  return { swatches, left };
}
