import { layoutHeader } from '../header/layout.ts';
import { usualWindowHeight } from '../page/layout.ts';
import type { Check, Shortcoming } from './kind.ts';

/**
 * WCAG 2.2, 2.4.11: what has the keyboard is not hidden by the header. The exported header keeps the room that it covers free
 * when the page scrolls to an anchor or a field (`scroll-padding`), so that only one that leaves no room at all hides it: in
 * windows as high as visitors have, and enlarged to 400 %.
 */
const LEAST = 24;
/** A window of 1280 by 800 px at 400 %, and one of 640 by 400 px, which is the same at 200 %. */
const ENLARGED = [
  { width: 320, height: 200 },
  { width: 640, height: 400 },
];

export const focusObscured: Check = ({ site, header, measure, widths }) => {
  if (header.manner.onScroll === 'leaves') return [];
  const windows = [
    ...widths.map((width) => ({ width, height: usualWindowHeight(width) })),
    ...ENLARGED,
  ].flatMap(({ width, height }) => {
    const laid = layoutHeader(site, header, width, measure, 'scrolled');
    const covers = Math.min(height, laid.height - laid.leaving);
    return height - covers < LEAST ? [{ width, height, covers }] : [];
  });
  const [worst] = windows.sort((a, b) => a.height - a.covers - (b.height - b.covers) || a.width - b.width);
  if (!worst) return [];
  const shortcoming: Shortcoming = {
    id: `2.4.11 / ${header.id}`,
    criterion: '2.4.11',
    title: 'The header leaves no room for what has the keyboard',
    told: `In a window of ${worst.width} × ${worst.height} px it covers ${Math.round(worst.covers)} px of the height: fields and anchors of the page are hidden by it.`,
    advice: 'let it get smaller after scrolling, let rails leave, or let it leave with the page',
    width: worst.width,
  };
  return [shortcoming];
};
