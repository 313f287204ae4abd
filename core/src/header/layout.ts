import { resolveColour } from '../model/palette.ts';
import type { Rgb } from '../colour/rgb.ts';
import { PLACES, railOf, type Header, type Item, type Place } from '../model/header.ts';
import type { Entry } from '../model/menu.ts';
import type { Site } from '../model/site.ts';
import { inCase, lineHeightPx, type TypeStyle } from '../model/type.ts';
import { baselineInLine, fontOf, type Font, type Measure } from '../measure/measure.ts';
import type { Box } from '../page/layout.ts';
import {
  BUTTON_HEIGHT,
  BUTTON_PADDING,
  LINK_HEIGHT,
  MENU_BUTTON,
  MENU_MARK,
  OPENER_MARK,
  OPENER_WIDTH,
} from './metrics.ts';

/** One line of a header's text. Header pixels: y 0 is the header's top edge. */
export interface TextRun {
  text: string;
  font: Font;
  /** Left edge and width, trailing letter-spacing included; not rounded. */
  left: number;
  advance: number;
  /** Whole pixels. */
  baseline: number;
  capHeight: number;
  descent: number;
  /** Right edge of each letter, from the run's left edge. */
  letterEdges: number[];
}

/** What is to be read in a header: a link, the logo, a button's label or a mark. */
export interface HeaderInk {
  /** Id of the item, or of the menu entry. */
  id: string;
  /** What it is called on screen and in reports. */
  name: string;
  /** Border box of the element that a visitor meets; edges not rounded. */
  box: Box;
  what: InkKind;
  /** The solid backing it stands on, where it has one of its own. */
  backing?: { rest: Rgb; hover: Rgb; ink: Rgb };
  /** The page that it leads to. */
  page?: string;
}

export type InkKind =
  | { kind: 'text'; run: TextRun }
  /** A mark drawn in the links' ink, within its inked box. */
  | { kind: 'mark'; inked: Box }
  | { kind: 'logo' };

/** A header with everything at its place, at one width. */
export interface HeaderLayout {
  width: number;
  height: number;
  folded: boolean;
  /** The least width at which it is not folded; 0 where there is no menu to fold. */
  foldWidth: number;
  /** Width that its items need unfolded, insets and gaps included; not rounded. */
  needed: number;
  inks: HeaderInk[];
}

/** Sizes of an item before it is placed, and how it is placed once its left edge is known. */
interface Measured {
  width: number;
  place(left: number): HeaderInk[];
}

/**
 * Lays out a header at a width, as the browser lays out the exported one.
 * @param width `clientWidth`, CSS pixels.
 */
export function layoutHeader(site: Site, header: Header, width: number, measure: Measure): HeaderLayout {
  const rail = railOf(header);
  const open = placesOf((place) => rail[place].map((item) => measureItem(site, item, rail.height, measure)));
  const needed = neededWidth(open, rail.inset, rail.gap);
  const hasMenu = PLACES.some((place) => rail[place].some((item) => item.kind === 'menu'));
  const foldWidth = hasMenu ? Math.ceil(needed - 1e-6) : 0;
  const folded = width < foldWidth;
  const shown = folded ? foldedPlaces(site, header, measure) : open;
  return {
    width,
    height: header.rails.reduce((sum, { height }) => sum + height, 0),
    folded,
    foldWidth,
    needed,
    inks: placeRail(shown, width, rail.inset, rail.gap),
  };
}

type Places = Record<Place, Measured[]>;

function placesOf(fill: (place: Place) => Measured[]): Places {
  return { start: fill('start'), middle: fill('middle'), end: fill('end') };
}

/** What stays in the bar when it is folded: logos at their places, the menu button last. */
function foldedPlaces(site: Site, header: Header, measure: Measure): Places {
  const rail = railOf(header);
  const places = placesOf((place) =>
    rail[place]
      .filter((item) => item.kind === 'logo')
      .map((item) => measureItem(site, item, rail.height, measure)),
  );
  return { ...places, end: [...places.end, menuButton(rail.height)] };
}

function widthOf(items: Measured[], gap: number): number {
  return items.reduce((sum, item) => sum + item.width, 0) + gap * Math.max(0, items.length - 1);
}

function neededWidth(places: Places, inset: number, gap: number): number {
  const middle = places.middle.length > 0 ? widthOf(places.middle, gap) + gap : 0;
  return 2 * inset + widthOf(places.start, gap) + gap + middle + widthOf(places.end, gap);
}

/**
 * Start and end share the room beside the middle equally, so that the middle is centred, unless one of them needs more
 * (CSS Flexbox 1, section 9.7: `flex: 1 1 0` with the automatic minimum size).
 */
function placeRail(places: Places, width: number, inset: number, gap: number): HeaderInk[] {
  const widths = { start: widthOf(places.start, gap), end: widthOf(places.end, gap) };
  const middle = places.middle.length > 0 ? widthOf(places.middle, gap) : 0;
  const gaps = places.middle.length > 0 ? 2 * gap : gap;
  const room = width - 2 * inset - middle - gaps;
  const start = Math.max(widths.start, Math.min(room / 2, room - widths.end));
  const inks: HeaderInk[] = [];
  const run = (items: Measured[], from: number) => {
    let left = from;
    for (const item of items) {
      inks.push(...item.place(left));
      left += item.width + gap;
    }
  };
  run(places.start, inset);
  run(places.middle, inset + start + gap);
  run(places.end, Math.max(width - inset - widths.end, inset + start + gaps + middle));
  return inks;
}

function measureItem(site: Site, item: Item, railHeight: number, measure: Measure): Measured {
  switch (item.kind) {
    case 'logo': {
      const picture = site.pictures.find(({ id }) => id === site.logo.variants.light)!;
      const width = snap((item.height * picture.width) / picture.height);
      const box = (left: number) => ({
        x: left,
        y: (railHeight - item.height) / 2,
        width,
        height: item.height,
      });
      return {
        width,
        place: (left) => [{ id: item.id, name: 'Logo', box: box(left), what: { kind: 'logo' } }],
      };
    }
    case 'menu': {
      const entries = site.menus.find(({ id }) => id === item.menu)?.entries ?? [];
      const parts = entries.map((entry) => measureEntry(site, entry, railHeight, measure));
      return {
        width: widthOf(parts, item.gap),
        place: (left) => {
          let x = left;
          return parts.flatMap((part) => {
            const placed = part.place(x);
            x += part.width + item.gap;
            return placed;
          });
        },
      };
    }
    case 'button': {
      const style = site.type.button;
      const advance = measure.advance(inCase(style, item.label), fontOf(style));
      const width = snap(advance) + 2 * BUTTON_PADDING;
      const backing = {
        rest: resolveColour(site.palette, item.fill),
        hover: resolveColour(site.palette, item.hoverFill),
        ink: resolveColour(site.palette, item.ink),
      };
      return {
        width,
        place: (left) => {
          const box = { x: left, y: (railHeight - BUTTON_HEIGHT) / 2, width, height: BUTTON_HEIGHT };
          const run = textRun(item.label, style, left + BUTTON_PADDING, box, measure);
          return [
            { id: item.id, name: item.label, box, what: { kind: 'text', run }, backing, page: item.page },
          ];
        },
      };
    }
  }
}

function measureEntry(site: Site, entry: Entry, railHeight: number, measure: Measure): Measured {
  const style = site.type.menu;
  const text = snap(measure.advance(inCase(style, entry.label), fontOf(style)));
  const opens = (entry.children?.length ?? 0) > 0;
  const top = (railHeight - LINK_HEIGHT) / 2;
  return {
    width: text + (opens ? OPENER_WIDTH : 0),
    place: (left) => {
      const box = { x: left, y: top, width: text, height: LINK_HEIGHT };
      const run = textRun(entry.label, style, left, box, measure);
      const link: HeaderInk = {
        id: entry.id,
        name: entry.label,
        box,
        what: { kind: 'text', run },
        page: entry.page,
      };
      if (!opens) return [link];
      const opener = { x: left + text, y: top, width: OPENER_WIDTH, height: LINK_HEIGHT };
      return [
        link,
        {
          id: `${entry.id}-opener`,
          name: `${entry.label}, opener`,
          box: opener,
          what: { kind: 'mark', inked: centred(opener, OPENER_MARK) },
        },
      ];
    },
  };
}

function menuButton(railHeight: number): Measured {
  return {
    width: MENU_BUTTON,
    place: (left) => {
      const box = { x: left, y: (railHeight - MENU_BUTTON) / 2, width: MENU_BUTTON, height: MENU_BUTTON };
      return [
        {
          id: 'menu-button',
          name: 'Menu button',
          box,
          what: { kind: 'mark', inked: centred(box, MENU_MARK) },
        },
      ];
    },
  };
}

function centred(box: Box, size: { width: number; height: number }): Box {
  return {
    x: box.x + (box.width - size.width) / 2,
    y: box.y + (box.height - size.height) / 2,
    ...size,
  };
}

function textRun(label: string, style: TypeStyle, left: number, box: Box, measure: Measure): TextRun {
  const font = fontOf(style);
  const text = inCase(style, label);
  const lineHeight = lineHeightPx(style);
  const lineTop = box.y + (box.height - lineHeight) / 2;
  const { capHeight, descent } = measure.metrics(font);
  return {
    text,
    font,
    left,
    advance: measure.advance(text, font),
    baseline: Math.round(lineTop + baselineInLine(measure, font, lineHeight)),
    capHeight,
    descent,
    letterEdges: [...text].map((_, i, letters) => measure.advance(letters.slice(0, i + 1).join(''), font)),
  };
}

/** A text's width as layout takes it: up to the next sixty-fourth of a pixel. */
function snap(width: number): number {
  return Math.ceil(width * 64 - 1e-6) / 64;
}
