import { IsOptional, Matches, ValidateIf } from 'class-validator';
import { IsId, IsPlainText, NestedList } from './rules.ts';

const SAFE_ADDRESS = /^(https?:\/\/|mailto:|tel:|\/(?!\/)|#)[^\s<>"']*$/i;

/** Where a link goes: to a page of the site, or to an address. */
export class Target {
  @ValidateIf((to: Target) => to.address === undefined)
  @IsId()
  page?: string;

  @IsOptional()
  @Matches(SAFE_ADDRESS, {
    message: 'Give an address that begins with https://, http://, mailto:, tel:, / or #.',
  })
  address?: string;
}

/** Longest label a menu entry or button may have, in characters. */
export const MAX_LABEL = 120;

/** A menu entry below the top level. */
export class ChildEntry extends Target {
  @IsId() id: string;
  @IsPlainText(MAX_LABEL) label: string;
}

/** A menu entry at the top level, with the entries of its drop-down. */
export class Entry extends ChildEntry {
  @IsOptional()
  @NestedList(() => ChildEntry, 60)
  children?: ChildEntry[];
}

export class Menu {
  @IsId() id: string;
  @IsPlainText(60) name: string;
  @NestedList(() => Entry, 60) entries: Entry[];
}
