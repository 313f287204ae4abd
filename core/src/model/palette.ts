import { IsOptional, ValidateIf } from 'class-validator';
import { parseColour, type Rgb } from '../colour/rgb.ts';
import { IsId, IsOpaqueColour, IsPlainText, Nested } from './rules.ts';

/** A named colour of the site. */
export class Swatch {
  @IsId() id: string;
  @IsPlainText(60) name: string;
  /** Any opaque CSS colour. */
  @IsOpaqueColour() colour: string;
}

/** A ground with the inks that go on it, by name; bands and headers can wear one. */
export class Pairing {
  @IsId() id: string;
  @IsPlainText(60) name: string;
  @Nested(() => ColourUse) ground: ColourUse;
  /** Headings, text and links. */
  @Nested(() => ColourUse) ink: ColourUse;
  /** A link under the pointer; the ink where nothing is said. */
  @IsOptional()
  @Nested(() => ColourUse)
  hover?: ColourUse;
  /** The link of the current page; the ink where nothing is said. */
  @IsOptional()
  @Nested(() => ColourUse)
  current?: ColourUse;
}

/** A colour where it is used: tied to a swatch, or a colour of its own. */
export class ColourUse {
  @ValidateIf((use: ColourUse) => use.colour === undefined)
  @IsId()
  swatch?: string;

  @IsOptional()
  @IsOpaqueColour()
  colour?: string;
}

/**
 * The colour that a use stands for.
 * @throws if its swatch is not in the palette, which {@link checkSite} rules out.
 */
export function resolveColour(palette: readonly Swatch[], use: ColourUse): Rgb {
  const text = use.colour ?? palette.find((swatch) => swatch.id === use.swatch)?.colour;
  const colour = text === undefined ? undefined : parseColour(text);
  if (!colour) throw new Error(`No colour for ${JSON.stringify(use)}`);
  const { r, g, b } = colour;
  return { r, g, b };
}

/** What a colour in use is called: its swatch's name, or the colour itself. */
export function colourName(palette: readonly Swatch[], use: ColourUse): string {
  return palette.find(({ id }) => id === use.swatch)?.name ?? use.colour ?? '';
}
