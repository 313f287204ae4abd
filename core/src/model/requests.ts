import { Transform } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsBoolean,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  MaxLength,
  Min,
  MinLength,
} from 'class-validator';
import { OwnSaid } from './own.ts';
import { TURNS, type Turn } from './turns.ts';
import { NestedList } from './rules.ts';
import { MOST_CAPTURED, SEEN_PARTS, type SeenPart } from './seen.ts';
import { IsPlainText } from './rules.ts';

/** What is asked of the server, member by member: the forms of the interface and the routes keep to the same rules. */

/** A name without the spaces around it. */
const Trimmed = () => Transform(({ value }) => (typeof value === 'string' ? value.trim() : value) as unknown);

/** The name of a site, when it is started or renamed. */
export class SiteName {
  @Trimmed()
  @IsPlainText(120)
  @MinLength(1, { message: 'Give the site a name.' })
  name: string;
}

/** A new site: its name, and the header that it starts with. */
export class NewSite extends SiteName {
  @IsOptional()
  @IsString({ message: 'Name the header that it starts with, or none.' })
  header?: string;
}

/** A picture that is fetched from where it lies. */
export class PictureAddress {
  @IsString({ message: 'Give the address of a picture.' })
  address: string;
  /** Whether it may lie on this machine or in its own network. */
  @IsOptional()
  @IsBoolean({ message: 'Addresses of the own network are allowed or not.' })
  allowLocal?: boolean;
}

/** A site that is brought in from where it is, or from a page that was saved. */
export class CaptureStart {
  @IsString({ message: 'Give the address of the site.' })
  @MaxLength(2000, { message: 'Shorten the address to 2,000 characters.' })
  address: string;
  /** Whether it may lie on this machine or in its own network. */
  @IsOptional()
  @IsBoolean({ message: 'Addresses of the own network are allowed or not.' })
  allowLocal?: boolean;
  /** The HTML of a saved page, in the place of an address. */
  @IsOptional()
  @IsString({ message: 'Give the HTML of the page.' })
  @MaxLength(5_000_000, { message: 'The page may have 5 MB at most: save it without its pictures in it.' })
  html?: string;
}

/** A page whose header is read by itself. */
export class OwnRead extends CaptureStart {
  /** What its owner has said of parts. */
  @IsOptional()
  @NestedList(() => OwnSaid, 100)
  said?: OwnSaid[];
}

/** A header of a site that is tried on a page, as that stands now. */
export class OwnTry {
  @IsString({ message: 'Name the site.' }) site: string;
  @IsString({ message: 'Name the header.' }) header: string;
  @IsString({ message: 'Name the page.' }) page: string;
  @IsOptional()
  @IsBoolean({ message: 'Addresses of the own network are allowed or not.' })
  allowLocal?: boolean;
}

/** The pages that are taken, by their addresses. */
export class CapturePages {
  @IsString({ each: true, message: 'Give the addresses of pages.' })
  @ArrayMinSize(1, { message: 'Choose a page.' })
  @ArrayMaxSize(MOST_CAPTURED, { message: `${MOST_CAPTURED} pages at most.` })
  pages: string[];
}

/** What should not be in the pictures of a page: they are taken again without it. */
export class CaptureAgain {
  @IsString({ message: 'Give the address of the page.' })
  address: string;
  @IsString({ each: true, message: 'Name the parts by their paths.' })
  @MaxLength(2000, { each: true, message: 'A path has 2,000 characters at most.' })
  @ArrayMinSize(1, { message: 'Choose what should not be there.' })
  @ArrayMaxSize(80, { message: '80 parts at most.' })
  paths: string[];
}

/** The site that pages which were seen are put into. */
export class CaptureInto {
  @IsString({ message: 'Name the site that they are put into.' })
  site: string;
}

/** What of a site that was seen is left out. */
export class CaptureKeep {
  @IsOptional()
  @IsIn(SEEN_PARTS, { each: true, message: `Leave out ${SEEN_PARTS.join(', ')}.` })
  without?: SeenPart[];
}

const WHOLE = { message: 'Give a part of the picture, in whole pixels within it.' };

/** A part of a picture, in its pixels. */
export class PicturePart {
  @IsInt(WHOLE) @Min(0, WHOLE) x: number;
  @IsInt(WHOLE) @Min(0, WHOLE) y: number;
  @IsInt(WHOLE) @Min(1, WHOLE) width: number;
  @IsInt(WHOLE) @Min(1, WHOLE) height: number;
}

/** How a picture is turned: a quarter, or over so that its sides, or its upper and lower half, change places. */
export class PictureTurn {
  @IsIn(TURNS, { message: `Choose ${TURNS.join(', ')}.` }) turn: Turn;
}

/** A release that is made now. */
export class NewRelease {
  @IsOptional()
  @IsString({ message: 'Give the note as text.' })
  @MaxLength(200, { message: 'Keep the note to 200 characters.' })
  note?: string;
}

/** Which release is live. */
export class LiveRelease {
  @IsInt({ message: 'Give the number of a release.' })
  number: number;
}
