import { tokenTypes, tokenize } from 'css-tree';
import { BOUNDS } from '../model/bounds.ts';
import { BadInput } from '../model/badInput.ts';
import { hexColour, parseColour } from '../colour/rgb.ts';
import type { Swatch } from '../model/palette.ts';
import { freeId } from '../model/freeId.ts';
import type { ReadSwatches } from './designTokens.ts';

/** A palette as CSS custom properties. */
export function writeProperties(palette: readonly Swatch[]): string {
  const lines = palette.map(
    ({ id, colour, name }) =>
      `  --${id}: ${hexColour(parseColour(colour)!)}; /* ${name.replace(/\*\//g, '')} */`,
  );
  return `:root {\n${lines.join('\n')}\n}\n`;
}

/** Longest text that is read, characters. */
export const MOST_TOKEN_TEXT = 1_000_000;

/**
 * Reads the colours among the custom properties of a style sheet; `var()` is followed.
 * @throws {BadInput} where there is no colour in it, or one property leads round to itself
 */
export function readProperties(css: string): ReadSwatches {
  if (css.length > MOST_TOKEN_TEXT)
    throw new BadInput('This style sheet is longer than 1 MB: paste the part with the colours.');
  if (isDeep(css))
    throw new BadInput(
      `This style sheet is nested more than ${BOUNDS.depth} levels deep: paste the part with the colours.`,
    );
  const found = declared(css);
  const known = new Map<string, string | undefined>();
  /** A property's value, `var()` followed; what was followed once is known from then on. */
  const value = (first: string): string | undefined => {
    const way: { name: string; instead: string | undefined }[] = [];
    const seen = new Set<string>();
    let name = first;
    let end: string | undefined;
    for (;;) {
      if (known.has(name)) {
        end = known.get(name);
        break;
      }
      if (seen.has(name)) {
        const round = [...seen].slice(-8).concat(name).join(' → ');
        throw new BadInput(`${round} lead round in a circle: break it and try again.`);
      }
      seen.add(name);
      const text = found.get(name);
      const alias = /^var\(\s*(--[\w-]+)\s*(?:,\s*(.*))?\)$/s.exec(text ?? '');
      way.push({ name, instead: alias?.[2] });
      if (!alias) {
        end = text;
        break;
      }
      name = alias[1]!;
    }
    for (const { name: each, instead } of way.reverse()) {
      end ??= instead;
      known.set(each, end);
    }
    return end;
  };
  const swatches: Swatch[] = [];
  const left: string[] = [];
  for (const name of found.keys()) {
    const colour = parseColour(value(name) ?? '');
    if (!colour) continue;
    if (colour.a < 1) left.push(`${name.slice(0, 80)}: it lets the page through; a swatch is solid.`);
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

/**
 * The custom properties that a style sheet declares, by name, the last of each; read token by token (CSS Syntax 3), so that
 * it takes time that the text's length accounts for, whatever is wrong with it.
 */
function declared(css: string): Map<string, string> {
  const found = new Map<string, string>();
  let name = '';
  /** What has come so far: nothing, a name, or a name, a colon and so much of its value. */
  let value: string | undefined;
  let depth = 0;
  const end = () => {
    if (name && value !== undefined) found.set(name, value.trim());
    [name, value, depth] = ['', undefined, 0];
  };
  tokenize(css, (type, start, stop) => {
    const text = css.slice(start, stop);
    if (type === tokenTypes.Comment) return;
    if (value === undefined) {
      if (type === tokenTypes.Ident && text.startsWith('--')) name = text;
      else if (type === tokenTypes.Colon && name) value = '';
      else if (type !== tokenTypes.WhiteSpace) name = '';
      return;
    }
    if (depth === 0 && (type === tokenTypes.Semicolon || type === tokenTypes.RightCurlyBracket)) return end();
    if (/[([{]$/.test(text)) depth++;
    else if (/^[)\]}]$/.test(text)) depth = Math.max(0, depth - 1);
    value += type === tokenTypes.WhiteSpace ? ' ' : text;
  });
  end();
  return found;
}

/** Whether brackets are nested deeper than can be read; those within texts and comments count too. */
function isDeep(css: string): boolean {
  let depth = 0;
  for (const [bracket] of css.matchAll(/[([{}\])]/g)) {
    depth = Math.max(0, depth + ('([{'.includes(bracket) ? 1 : -1));
    if (depth > BOUNDS.depth) return true;
  }
  return false;
}
