import { ArrayMaxSize, IsIn, IsOptional, Matches, MaxLength } from 'class-validator';
import { IsId, Nested } from './rules.ts';

/** Visitors by whether they are signed in. */
export const AUDIENCES = ['signed out', 'signed in'] as const;
export type Audience = (typeof AUDIENCES)[number];

const AN_ADDRESS = /^\/([a-z0-9-]+(\/[a-z0-9-]+)*)?$/;
const SAY_ADDRESS = 'Give an address like /visit: small letters, digits, hyphens, no slash at the end.';

/** Where a placement does not hold, though it would. */
export class Except {
  /** Pages, by their ids. */
  @IsOptional()
  @IsId({ each: true })
  @ArrayMaxSize(400, { message: '400 pages at most.' })
  pages?: string[];
  /** An address, and all that is below it. */
  @IsOptional()
  @MaxLength(200, { message: 'Shorten the address.' })
  @Matches(AN_ADDRESS, { message: SAY_ADDRESS })
  below?: string;
}

/** Which header hangs where, for whom. Of all placements of a site the first that fits a page and its visitors decides. */
export class Placement {
  @IsId() id: string;
  /** The header; none hangs there where nothing is said. */
  @IsOptional() @IsId() header?: string;
  /** Chosen pages, by their ids. Where neither these nor an address are said, it holds everywhere. */
  @IsOptional()
  @IsId({ each: true })
  @ArrayMaxSize(400, { message: '400 pages at most.' })
  pages?: string[];
  /** An address, and all that is below it. */
  @IsOptional()
  @MaxLength(200, { message: 'Shorten the address.' })
  @Matches(AN_ADDRESS, { message: SAY_ADDRESS })
  below?: string;
  @IsOptional()
  @Nested(() => Except)
  except?: Except;
  /** For whom; everyone where nothing is said. */
  @IsOptional() @IsIn(AUDIENCES, { message: `Choose ${AUDIENCES.join(' or ')}.` }) who?: Audience;
}
