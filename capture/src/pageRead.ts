import type {
  SeenBlock,
  SeenButton,
  SeenColour,
  SeenEntry,
  SeenLogo,
  SeenLook,
  SeenStyle,
  SeenUse,
} from '@hatrail/core/gather/captured';

/** What is read of a page from within it (capture/page/site). What is said there comes from somebody else’s page, and is checked before it is used. */

/** A link of a page. */
export interface SeenLink {
  label: string;
  address: string;
  isInHeader: boolean;
}

/** What of a header is read at one scroll. */
export interface HeaderRead extends SeenLook {
  top: number;
  height: number;
  inset: number;
  gap: number;
  isOver: boolean;
  isFixed: boolean;
  logo: SeenLogo | undefined;
  entries: SeenEntry[];
  button: SeenButton | undefined;
}

/** What can be asked of a page. */
export interface PageReader {
  title(): { title: string; siteName: string };
  links(): SeenLink[];
  /** `undefined` where the page has no header that is found. */
  header(): HeaderRead | undefined;
  /** Why there is no header, where something tells. */
  headerNote(): string | undefined;
  firstLink(): { x: number; y: number } | undefined;
  /** A link of the menu that has others below it. */
  firstParent(): { x: number; y: number } | undefined;
  linkColour(): SeenColour | undefined;
  colours(): { uses: SeenUse[]; page: string };
  styles(): { heading: SeenStyle; text: SeenStyle; menu: SeenStyle; button: SeenStyle };
  /** Parts that an owner may not want in a picture, the largest first. */
  blocks(): SeenBlock[];
  /** Leaves the header's room, takes what is fixed beside it out and what is named by selectors, and tells what was fixed. */
  clear(without: string[]): string[];
  /** Shows the header again, which {@link clear} put out of sight. */
  showHeader(): void;
  scrollThrough(most: number): Promise<void>;
  height(): number;
  /** The header's element, for what reads on within the page. */
  element(): HTMLElement | undefined;
}

declare global {
  /** The reader, once it is in the page. */
  var hatrailReader: PageReader | undefined;
}
