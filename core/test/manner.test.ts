import { describe, expect, test } from 'vitest';
import { originOf, resolveWorn } from '../src/header/look.ts';
import { layoutHeader } from '../src/header/layout.ts';
import { checkSite } from '../src/model/check.ts';
import { momentName, momentsOf, type Header } from '../src/model/header.ts';
import { headerCss } from '../src/output/headerCss.ts';
import { rootAddresses } from '../src/output/addresses.ts';
import { groundKind } from '../src/page/groundKind.ts';
import { proveScene } from '../src/sweep/prove.ts';
import { headerRow, layoutScene, momentAt, spansOf } from '../src/sweep/scene.ts';
import { header, measure, noDrawing, raster, site, light } from './made.ts';

/** The plain site, 500 wide in a window 400 high: a dark band 500 high, a light one 1500 high, a header 60 high. */

const [home] = site.pages;
const behaving = (manner: Partial<Header['manner']>): Header => ({
  ...header,
  manner: { ...header.manner, ...manner },
});
const sceneOf = (of: Header, page = home!) =>
  layoutScene({ ...site, headers: [of] }, of, page, { width: 500, windowHeight: 400 }, measure);

describe('a header that goes and returns', () => {
  const returning = behaving({ onScroll: 'returns' });
  test('is met at the top and coming back up, and stays with the window', () => {
    expect(momentsOf(returning)).toEqual(['top', 'back']);
    const scene = sceneOf(returning);
    expect(spansOf(scene, 'top')).toEqual([{ from: 0, to: 99 }]);
    expect(spansOf(scene, 'back')).toEqual([{ from: 100, to: 1600 }]);
    expect(headerRow(scene, 700)).toBe(700);
  });
  test('takes what it does not set from the moments before, nearest first', () => {
    const wearer = { header: { ...returning, looks: { ...returning.looks, back: { blur: { radius: 3 } } } } };
    const look = resolveWorn(site, wearer, 'back');
    expect([look.blur.radius, look.fill.opacity]).toEqual([3, 0.42]);
    expect(originOf(site, wearer, 'back', 'blur', 'radius')).toBe('own');
    expect(originOf(site, wearer, 'back', 'fill', 'opacity')).toBe('After scrolling');
    expect(originOf(site, wearer, 'back', 'fill', 'colour')).toBe('At the top');
  });
});

describe('a header that keeps to the bottom edge', () => {
  const low = behaving({ onScroll: 'bottom', lies: 'above' });
  low.extent = { top: 12, sides: 8, linked: false, radius: 0 };
  test('lies over the page’s last rows in the window, whatever it lies over elsewhere', () => {
    const scene = sceneOf(low);
    expect(scene.layouts.top).toMatchObject({ slot: 0, height: 72, bar: { x: 8, y: 0, height: 60 } });
    expect(scene.laid.slot).toBe(0);
    expect([0, 300].map((scroll) => headerRow(scene, scroll))).toEqual([328, 628]);
  });
  test('meets the end of a band there', () => {
    const at = { at: 'band' as const, band: 1, distance: 3 };
    // Its lower edge lies 12 px above the window's: at the band's end, 500, when 500 − 388 px are scrolled.
    expect(sceneOf({ ...low, manner: { ...low.manner, switch: at } }).stretches[1]!.from).toBe(112);
  });
  test('is judged against what it lies over', () => {
    const page = raster(500, 2000, (_, y) => (y < 350 ? { r: 0, g: 0, b: 0 } : { r: 255, g: 255, b: 255 }));
    const bare = { ...low, looks: { top: header.looks.top, scrolled: {} } };
    const rows = proveScene(sceneOf(bare), page, noDrawing, ['top']);
    // Link text begins 328 + 19 rows down, in the light.
    expect(rows.find(({ itemId }) => itemId === 'two')!.worst).toBeCloseTo(1, 3);
  });
});

describe('where a moment begins', () => {
  test('a page with too few bands goes by the distance', () => {
    const third = behaving({ switch: { at: 'band', band: 3, distance: 77 } });
    expect(sceneOf(third).stretches).toEqual([
      { from: 0, moment: 'top' },
      { from: 77, moment: 'scrolled' },
    ]);
    const second = behaving({ switch: { at: 'band', band: 2, distance: 77 } });
    expect(spansOf(sceneOf(second), 'scrolled')).toEqual([]);
  });

  test('following the ground: each band beneath the header’s middle has its look, back and forth', () => {
    const [dark, snow] = home!.bands;
    const page = { ...home!, bands: [dark!, snow!, { ...dark!, id: 'again' }] };
    const follows = behaving({ switch: { at: 'ground', distance: 1 } });
    const scene = sceneOf(follows, page);
    // The middle is 30 px down: over the light band from 500 − 30 on, over the dark one again from 2000 − 30.
    expect(spansOf(scene, 'top')).toEqual([
      { from: 0, to: 469 },
      { from: 1970, to: 2100 },
    ]);
    expect(spansOf(scene, 'scrolled')).toEqual([{ from: 470, to: 1969 }]);
    expect([469, 470, 1970].map((scroll) => momentAt(scene, scroll))).toEqual(['top', 'scrolled', 'top']);
    expect(momentName(follows, 'scrolled')).toBe('Over light bands');
    const reversed = behaving({ switch: { at: 'ground', distance: 1, first: 'light' } });
    expect(momentAt(sceneOf(reversed, page), 0)).toBe('scrolled');
    expect(momentName(reversed, 'top')).toBe('Over light bands');
  });

  test('a page without bands wears the look that is chosen for it', () => {
    const bare = { ...home!, bands: [] };
    const unknown = (look?: 'scrolled') =>
      momentAt(
        sceneOf(behaving({ switch: { at: 'ground', distance: 1, ...(look && { unknown: look }) } }), bare),
        0,
      );
    expect([unknown(), unknown('scrolled')]).toEqual(['top', 'scrolled']);
  });

  test('a band’s ground: as it is said, else its colour, else by its ink', () => {
    const [dark, snow] = home!.bands;
    const covered = (ink: string) => ({
      ...snow!,
      ink: { colour: ink },
      backdrop: { ...snow!.backdrop, tint: { colour: { colour: '#000000' }, opacity: 0.9 } },
    });
    const kinds = [
      dark!,
      snow!,
      { ...snow!, ground: 'dark' as const },
      covered('#ffffff'),
      covered('#101010'),
    ];
    expect(kinds.map((band) => groundKind(site, band))).toEqual(['dark', 'light', 'dark', 'dark', 'light']);
  });
});

describe('smaller after scrolling', () => {
  test('as far as its contents let it, by an even number; its items stay in the middle', () => {
    const top = layoutHeader(site, header, 500, measure);
    const later = (smaller: number) => layoutHeader(site, behaving({ smaller }), 500, measure, 'scrolled');
    // The links are 44 high in a rail of 60.
    expect([10, 15, 90].map((by) => later(by).height)).toEqual([50, 46, 44]);
    const baseline = ({ inks }: typeof top) =>
      inks.map(({ what }) => what.kind === 'text' && what.run.baseline);
    expect(baseline(later(15)).map((y) => y && y + 7)).toEqual(baseline(top));
  });
  test('the page keeps the slot of its height at the top', () => {
    const scene = sceneOf(behaving({ smaller: 20, lies: 'above' }));
    expect([scene.laid.slot, scene.layouts.scrolled.height]).toEqual([60, 44]);
  });
  test('a header that follows the ground keeps its size', () => {
    const follows = behaving({ smaller: 20, switch: { at: 'ground', distance: 1 } });
    expect(layoutHeader(site, follows, 500, measure, 'scrolled').height).toBe(60);
  });
  test('in the style sheet nothing is laid out anew: rails move up, layers lose their lower end', () => {
    const css = light(headerCss(site, behaving({ smaller: 20 }), measure, rootAddresses(site)));
    expect(css).toContain('.hr[data-moment="scrolled"] .hr-rail-1 {\n  translate: 0 -8px;');
    expect(css).toContain('.hr[data-moment="scrolled"] .hr-bar {\n  --hr-less: 16px;');
  });
});

describe('the change', () => {
  test('has its easing, and the inks a time of their own', () => {
    const slow = behaving({ duration: 300, easing: 'linear', ink: { delay: 50, duration: 100 } });
    const css = light(headerCss(site, slow, measure, rootAddresses(site)));
    expect(css).toContain('--hr-time: 300ms linear;\n  --hr-ink-time: 100ms linear 50ms;');
  });
});

test('a manner out of its ranges is refused, with what to do', () => {
  const bad = behaving({ smaller: -1, easing: 'bouncy' as never, onScroll: 'floats' as never });
  expect(checkSite({ ...site, headers: [bad] }).map(({ message }) => message)).toEqual(
    expect.arrayContaining([
      'Choose leaves, stays, returns or bottom.',
      '“-1” is out of range: give a number from 0 to 200 px.',
      'Choose linear, ease, ease-in, ease-out, ease-in-out.',
    ]),
  );
});
