import { Equals, IsOptional } from 'class-validator';
import { Header } from './header.ts';
import { Menu } from './menu.ts';
import { OwnHeader } from './own.ts';
import { Page } from './page.ts';
import { Pairing, Swatch } from './palette.ts';
import { Picture, SiteLogo } from './picture.ts';
import { KeptPart, MOST_PARTS } from './parts.ts';
import { Placement } from './placement.ts';
import { IsPlainText, Nested, NestedList } from './rules.ts';
import { Needs } from './needs.ts';
import { OwnFont, SiteType } from './type.ts';
import { Words } from './words.ts';

/** The version of the site file that this program writes. */
export const FORMAT = 4;

/** Most pages, headers and placements of one site. */
export const MOST_PAGES = 400;
export const MOST_HEADERS = 40;
export const MOST_PLACEMENTS = 100;

/** The whole site document: plain JSON, as kept, sent and written to a site file. */
export class Site {
  @Equals(FORMAT, { message: `This program reads version ${FORMAT} of the site file.` })
  format: typeof FORMAT;
  @IsPlainText(120) name: string;
  @IsPlainText(200, { empty: true }) tagline: string;
  @NestedList(() => Swatch, 200) palette: Swatch[];
  @IsOptional()
  @NestedList(() => Pairing, 60)
  pairings?: Pairing[];
  /** Words of its headers that no menu holds, and its language. */
  @IsOptional()
  @Nested(() => Words)
  words?: Words;
  /** Contrast that its owner asks for; level AA where nothing is said. */
  @IsOptional()
  @Nested(() => Needs)
  needs?: Needs;
  @Nested(() => SiteType) type: SiteType;
  @IsOptional()
  @NestedList(() => OwnFont, 20)
  fonts?: OwnFont[];
  @NestedList(() => Picture, 400) pictures: Picture[];
  @Nested(() => SiteLogo) logo: SiteLogo;
  @NestedList(() => Menu, 40) menus: Menu[];
  @NestedList(() => Page, MOST_PAGES) pages: Page[];
  @NestedList(() => Header, MOST_HEADERS) headers: Header[];
  /** Which header hangs where, for whom, in order; the first header everywhere where nothing is said. */
  @IsOptional()
  @NestedList(() => Placement, MOST_PLACEMENTS)
  placements?: Placement[];
  /** Parts that are kept under a name, to be used in many headers. */
  @IsOptional()
  @NestedList(() => KeptPart, MOST_PARTS)
  parts?: KeptPart[];
  /** Headers that the site has already, as they were read where it stands. */
  @IsOptional()
  @NestedList(() => OwnHeader, 8)
  ownHeaders?: OwnHeader[];
}
