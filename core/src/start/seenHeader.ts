import type { SeenColour, SeenHeader, SeenLook } from '../gather/captured.ts';
import type { Header, Rail } from '../model/header.ts';
import type { ButtonItem } from '../model/item.ts';
import type { ColourUse } from '../model/palette.ts';
import { plainText, round, targetOf, within, type BroughtPage } from './seenWords.ts';

/** A header of ours in the place of one that was seen. */

/** Every colour that a header wears, so that each is a swatch of its own. */
export function neededColours(header: SeenHeader | undefined): string[] {
  if (!header) return [];
  const { top, scrolled, hover, button, logo } = header;
  const list = [
    top.fill,
    top.link,
    hover,
    top.current,
    scrolled?.fill,
    scrolled?.link,
    button?.fill,
    button?.ink,
    logo?.kind === 'text' ? logo.ink : undefined,
  ];
  return list.flatMap((colour) => (colour && colour.opacity > 0 ? [colour.hex] : []));
}

/** What it is made with. */
export interface Making {
  swatch: (hex: string) => ColourUse;
  pages: readonly BroughtPage[];
  hasLogo: boolean;
}

/** A header of ours that wears what theirs does: to be judged at once, and dressed from there. */
export function headerOf(seen: SeenHeader, making: Making): Header {
  const { swatch } = making;
  return {
    id: 'own',
    name: 'Header as it was',
    rails: [railOf(seen, making)],
    looks: looksOf(seen, swatch),
    manner: {
      lies: seen.lies,
      onScroll: seen.onScroll,
      switch: { at: 'distance', distance: 40 },
      duration: 200,
    },
    panel: { fill: swatch(panelFill(seen)), ink: swatch(seen.top.link.hex) },
  };
}

/** What hangs in it, in one rail. */
function railOf({ logo, button, gap, height, inset }: SeenHeader, making: Making): Rail {
  const { swatch, pages, hasLogo } = making;
  const logoHeight = logo && logo.kind !== 'text' ? within(Math.round(logo.height), 16, 160) : 40;
  const size = within(logo?.kind === 'text' ? Math.round(logo.size) : 24, 10, 80);
  const buttons: ButtonItem[] = (button ? [button] : []).map((each) => ({
    kind: 'button',
    id: 'button',
    label: plainText(each.label, 120) || 'Button',
    ...targetOf(each.address, pages),
    ink: swatch(each.ink.hex),
    fill: swatch(each.fill.hex),
    hoverFill: swatch(each.fill.hex),
    radius: within(Math.round(each.radius), 0, 40),
  }));
  return {
    height: within(Math.round(height), 16, 400),
    inset: within(Math.round(inset), 0, 240),
    gap: 28,
    start: [
      hasLogo
        ? { kind: 'logo', id: 'logo', height: logoHeight }
        : { kind: 'name', id: 'name', size, tagline: false },
    ],
    middle: [],
    end: [{ kind: 'menu', id: 'menu', menu: 'main', gap: within(Math.round(gap), 4, 120) }, ...buttons],
  };
}

function looksOf({ top, scrolled, hover }: SeenHeader, swatch: Making['swatch']): Header['looks'] {
  const fill = ({ hex, opacity }: SeenColour) => ({
    // Nothing shows of a fill that is not there: any colour will do.
    colour: opacity > 0 ? swatch(hex) : swatch(top.link.hex),
    opacity: round(opacity, 0.01),
  });
  const look = (of: SeenLook) => ({
    fill: fill(of.fill),
    ink: {
      link: swatch(of.link.hex),
      hover: swatch((hover ?? of.link).hex),
      current: swatch((of.current ?? of.link).hex),
    },
  });
  return { top: look(top), scrolled: scrolled ? look(scrolled) : {} };
}

/** The folded menu lies on whichever of the header's grounds covers more. */
function panelFill({ top, scrolled }: SeenHeader): string {
  if (scrolled && scrolled.fill.opacity > top.fill.opacity) return scrolled.fill.hex;
  return top.fill.opacity > 0 ? top.fill.hex : '#ffffff';
}
