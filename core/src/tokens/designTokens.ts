import { at as elementAt } from '../lists.ts';
import { BOUNDS } from '../model/bounds.ts';
import { BadInput } from '../model/badInput.ts';
import { hexColour, parseColour } from '../colour/rgb.ts';
import type { Swatch } from '../model/palette.ts';
import { freeId } from '../model/freeId.ts';

/**
 * Design tokens in the Design Tokens Community Group's format: colours go out as one group, and come in from groups of
 * any depth, with aliases.
 */

interface Colour {
  colorSpace: 'srgb';
  components: [number, number, number];
  hex: string;
}

/** A palette as a tokens file. */
export function writeTokens(palette: readonly Swatch[]): string {
  const tokens = Object.fromEntries(
    palette.map(({ id, name, colour }) => {
      const { r, g, b } = parseColour(colour)!;
      const share = (v: number) => Number((v / 255).toFixed(4));
      const value: Colour = {
        colorSpace: 'srgb',
        components: [share(r), share(g), share(b)],
        hex: hexColour({ r, g, b }),
      };
      return [id, { $value: value, $description: name }];
    }),
  );
  return JSON.stringify({ palette: { $type: 'color', ...tokens } }, null, 2) + '\n';
}

/** What reading tokens gave: the swatches, and what was passed over. */
export interface ReadSwatches {
  swatches: Swatch[];
  /** Lines that say what was left out and why. */
  left: string[];
}

const MOST = 200;
/** Longest text that is read, characters; most lines that say what was left out. */
export const MOST_TOKENS = 1_000_000;
const MOST_LEFT = 60;
/** Longest part of a token's name that is told, characters. */
const MOST_NAME = 80;

/**
 * Reads the colours of a tokens file.
 * @throws {BadInput} where it is no JSON, or an alias leads round in a circle or nowhere
 */
export function readTokens(text: string): ReadSwatches {
  if (text.length > MOST_TOKENS)
    throw new BadInput('This file is longer than 1 MB: bring in the part with the colours.');
  let root: unknown;
  try {
    root = JSON.parse(text);
  } catch {
    throw new BadInput('This is no tokens file: its JSON breaks off or is damaged.');
  }
  if (!isGroup(root)) throw new BadInput('This is no tokens file: it should hold groups of tokens.');
  const swatches: Swatch[] = [];
  const left: string[] = [];
  const known = new Map<string, Found>();
  const walk = (group: Record<string, unknown>, path: string[], type: unknown) => {
    if (path.length > BOUNDS.depth)
      throw new BadInput(
        `This file has more than ${BOUNDS.depth} levels: bring in the part with the colours.`,
      );
    const own = group.$type ?? type;
    if ('$value' in group) {
      const name = String(group.$description ?? path.at(-1) ?? 'Token').slice(0, 60);
      const value = resolve(root as Record<string, unknown>, group.$value, path.join('.'), known);
      const colour = colourOf(value.value);
      const stated = own ?? value.type;
      const isColour = stated === 'color' || (stated === undefined && colour !== undefined);
      if (!isColour) return;
      if (!colour) left.push(`${path.join('.')}: ${JSON.stringify(group.$value).slice(0, 60)} is no colour.`);
      else if (colour.a < 1) left.push(`${path.join('.')}: it lets the page through; a swatch is solid.`);
      else if (swatches.length >= MOST) left.push(`${path.join('.')}: ${MOST} swatches at most.`);
      else swatches.push({ id: freeId(path.join('-'), swatches), name, colour: hexColour(colour) });
      return;
    }
    for (const [key, part] of Object.entries(group)) {
      if (!key.startsWith('$') && isGroup(part)) walk(part, [...path, key.slice(0, MOST_NAME)], own);
    }
  };
  walk(root, [], undefined);
  if (swatches.length === 0) throw new BadInput('There is no colour in this tokens file.');
  const more = left.length - MOST_LEFT;
  return { swatches, left: more > 0 ? [...left.slice(0, MOST_LEFT), `And ${more} more.`] : left };
}

function isGroup(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/** A value, and the type that the token says it has. */
interface Found {
  value: unknown;
  type: unknown;
}

/** Follows an alias, `{group.token}`, to the value that it stands for; what was followed once is known from then on. */
function resolve(
  root: Record<string, unknown>,
  value: unknown,
  at: string,
  known: Map<string, Found>,
): Found {
  const seen = new Set<string>();
  const types: unknown[] = [];
  let [from, now] = [at, value];
  for (;;) {
    const alias = typeof now === 'string' ? /^\{([^{}]{1,2000})\}$/.exec(now)?.[1] : undefined;
    const found = alias === undefined ? { value: now, type: undefined } : known.get(alias);
    if (found) {
      let { type } = found;
      const names = [...seen];
      for (let i = names.length - 1; i >= 0; i--) {
        type = types[i] ?? type;
        known.set(elementAt(names, i), { value: found.value, type });
      }
      return { value: found.value, type };
    }
    if (seen.has(alias!)) {
      const round = [...seen].slice(-8).concat(alias!).join(' → ');
      throw new BadInput(`The aliases ${round} lead round in a circle: break it and try again.`);
    }
    seen.add(alias!);
    const target = alias!
      .split('.')
      .reduce<unknown>(
        (part, key) => (isGroup(part) && Object.hasOwn(part, key) ? part[key] : undefined),
        root,
      );
    if (!isGroup(target) || !('$value' in target))
      throw new BadInput(`${from} stands for {${alias}}, which is not in the file.`);
    types.push(target.$type);
    [from, now] = [alias!, target.$value];
  }
}

function colourOf(value: unknown) {
  if (typeof value === 'string') return parseColour(value);
  if (!isGroup(value)) return undefined;
  const { colorSpace, components, alpha, hex } = value;
  if (
    Array.isArray(components) &&
    components.length === 3 &&
    components.every((c) => typeof c === 'number')
  ) {
    const space = colorSpace === 'srgb' || colorSpace === undefined ? 'srgb' : String(colorSpace);
    const functional = ['hsl', 'hwb', 'lab', 'lch', 'oklab', 'oklch'].includes(space);
    const percent = space === 'hsl' || space === 'hwb';
    const parts = components.map((c, i) => (percent && i > 0 ? `${c}%` : String(c))).join(' ');
    const opacity = typeof alpha === 'number' ? ` / ${alpha}` : '';
    return parseColour(functional ? `${space}(${parts}${opacity})` : `color(${space} ${parts}${opacity})`);
  }
  return typeof hex === 'string' ? parseColour(hex) : undefined;
}
