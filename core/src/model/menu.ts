import { IsBoolean, IsOptional, Matches, MaxLength, ValidateBy, ValidateIf } from 'class-validator';
import { IsId, IsPlainText, NestedList } from './rules.ts';

/** What browsers read as another address than it says is none: control characters, and a backslash, which is a slash to them. */
const SAFE_ADDRESS = /^(https?:\/\/|mailto:|tel:|sms:|geo:|\/(?!\/)|#)[^\s<>"'\\\u0000-\u001f\u007f]*$/i;
/** Longest address, in characters. */
const MAX_ADDRESS = 2000;
const ADDRESS_MESSAGE = `Give an address that begins with https://, http://, mailto:, tel:, sms:, geo:, / or #, of ${MAX_ADDRESS} characters at most, without backslashes.`;

/** Whether a text can stand as a link's address. */
export function isSafeAddress(address: string): boolean {
  return address.length <= MAX_ADDRESS && SAFE_ADDRESS.test(address);
}

function IsAddress(): PropertyDecorator {
  return ValidateBy({
    name: 'isAddress',
    validator: {
      validate: (value) => typeof value === 'string' && isSafeAddress(value),
      defaultMessage: () => ADDRESS_MESSAGE,
    },
  });
}

/** Where a link goes: to a page of the site, or to an address. */
export class LinkTarget {
  @ValidateIf((to: LinkTarget) => to.address === undefined)
  @IsId()
  page?: string;

  @IsOptional()
  @IsAddress()
  address?: string;
}

/** Where a menu entry goes; one without either only opens. */
export class OptionalTarget {
  @IsOptional() @IsId() page?: string;

  @IsOptional()
  @IsAddress()
  address?: string;
}

/** Longest label a menu entry or button may have, in characters. */
export const MAX_LABEL = 120;

/** A menu entry two levels below the top. */
export class LastEntry extends OptionalTarget {
  @IsId() id: string;
  /** Its own label; the page's title where nothing is said. */
  @IsOptional() @IsPlainText(MAX_LABEL) label?: string;
  @IsOptional() @IsBoolean({ message: 'It opens a new window or not.' }) newWindow?: boolean;
  /** Classes of the owner's own on its element, with a space between two. */
  @IsOptional()
  @MaxLength(200, { message: 'Shorten the classes to 200 characters.' })
  @Matches(/^(?!hr(-|$| )|.* hr(-|$| ))[A-Za-z_-][\w-]*( [A-Za-z_-][\w-]*)*$/, {
    message:
      'Give classes of letters, digits, - and _, with a space between two; none that is hr or begins with hr-.',
  })
  className?: string;
}

/** A menu entry one level below the top. */
export class ChildEntry extends LastEntry {
  @IsOptional()
  @NestedList(() => LastEntry, 200)
  children?: LastEntry[];
}

/** A menu entry at the top level, with the entries of its drop-down. */
export class Entry extends LastEntry {
  /** Wears the menu item's own backing, so that it stands out. */
  @IsOptional() @IsBoolean({ message: 'It stands out or not.' }) standsOut?: boolean;
  @IsOptional()
  @NestedList(() => ChildEntry, 200)
  children?: ChildEntry[];
}

export class Menu {
  @IsId() id: string;
  @IsPlainText(60) name: string;
  @NestedList(() => Entry, 200) entries: Entry[];
}

/** An entry of any level. */
export type AnyEntry = LastEntry & { standsOut?: boolean; children?: AnyEntry[] };

/** All entries of a menu, each before its children, with their level from 0. */
export function entriesOf(menu: { entries: readonly AnyEntry[] }): { entry: AnyEntry; level: number }[] {
  const walk = (entries: readonly AnyEntry[], level: number): { entry: AnyEntry; level: number }[] =>
    entries.flatMap((entry) => [{ entry, level }, ...walk(entry.children ?? [], level + 1)]);
  return walk(menu.entries, 0);
}
