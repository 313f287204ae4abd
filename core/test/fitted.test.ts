import { describe, expect, test } from 'vitest';
import { contrastRatio, relativeLuminance } from '../src/colour/contrast.ts';
import { parseColour } from '../src/colour/rgb.ts';
import { checkSite } from '../src/model/check.ts';
import { resolveColour, type Swatch } from '../src/model/palette.ts';
import { fittedTo } from '../src/start/fitted.ts';
import { START_HEADERS } from '../src/start/headers.ts';
import { START_LOOKS } from '../src/start/looks.ts';
import { PAGE_SHAPES } from '../src/start/pages.ts';
import { PALETTES, PLAIN_PALETTE } from '../src/start/palettes.ts';
import { recoloured } from '../src/start/recoloured.ts';
import { random, site } from './made.ts';

const withPalette = (...colours: string[]) => ({
  ...site,
  // Names say nothing of what a colour is: a site may call its lightest one dark.
  palette: colours.map((colour, i): Swatch => ({
    id: ['dark', 'white', 'accent'][i] ?? `c${i}`,
    name: `C ${i}`,
    colour,
  })),
});
const bare = (of: typeof site) => ({ ...of, headers: [], pages: [], pairings: [] }) as unknown as typeof site;

describe('what is ready made, on any site', () => {
  const next = random(11);
  const hex = () =>
    `#${Math.floor(next() * 0xffffff)
      .toString(16)
      .padStart(6, '0')}`;
  const palettes = [
    ['#ffffff', '#000000', '#c0ffee'],
    ['#777777'],
    ['#101010', '#202020'],
    ...Array.from({ length: 40 }, () => Array.from({ length: 1 + Math.floor(next() * 7) }, hex)),
    ...PALETTES.map(({ swatches }) => swatches.map(({ colour }) => colour)),
  ];

  test.each(START_LOOKS.map((start) => [start.name, start] as const))(
    'the look %s can be read on its own fill, and is one that a site can keep',
    (_, start) => {
      for (const colours of palettes) {
        const of = withPalette(...colours);
        const { looks } = fittedTo(of, start);
        for (const look of [looks.top, { ...looks.top, ...looks.scrolled }]) {
          const fill = { ...looks.top.fill, ...look.fill };
          if ((fill.opacity ?? 0) < 0.9) continue;
          const ground = resolveColour(of.palette, fill.colour!);
          for (const use of [looks.top.ink!.link!, looks.top.ink!.hover!, looks.top.ink!.current!])
            expect(contrastRatio(resolveColour(of.palette, use), ground)).toBeGreaterThanOrEqual(4.5);
        }
      }
      const { looks } = fittedTo(site, start);
      expect(() => checkSite({ ...site, headers: [{ ...site.headers[0]!, looks }] })).not.toThrow();
    },
  );

  test.each(START_HEADERS.map((start) => [start.name, start] as const))(
    '%s can be read on its own fill',
    (_, start) => {
      for (const colours of palettes) {
        const of = withPalette(...colours);
        const made = fittedTo(of, start.make());
        const { palette } = of;
        for (const look of [made.looks.top, { ...made.looks.top, ...made.looks.scrolled }]) {
          const fill = { ...made.looks.top.fill, ...look.fill };
          if ((fill.opacity ?? 0) < 0.9 || !fill.colour) continue;
          const ground = resolveColour(palette, fill.colour);
          for (const use of [look.ink?.link, look.ink?.hover, look.ink?.current])
            if (use)
              expect(
                contrastRatio(resolveColour(palette, use), ground),
                colours.join(),
              ).toBeGreaterThanOrEqual(4.5);
        }
        const { fill, ink } = made.panel;
        expect(
          contrastRatio(resolveColour(palette, fill), resolveColour(palette, ink)),
        ).toBeGreaterThanOrEqual(4.5);
      }
    },
  );

  test('names only what the site has', () => {
    for (const colours of palettes) {
      const of = withPalette(...colours);
      const menus = [{ ...of.menus[0]!, id: 'other' }];
      const headers = START_HEADERS.map((start, i) => ({
        ...fittedTo({ ...of, menus }, start.make()),
        id: `h${i}`,
      }));
      const pages = PAGE_SHAPES.map((shape, i) => ({
        id: `p${i}`,
        title: 'P',
        path: `/p${i}`,
        ...fittedTo({ ...of, menus }, structuredClone(shape.make('P'))),
      }));
      const { path, message } =
        checkSite({ ...bare(of), menus: [{ ...menus[0]!, entries: [] }], headers, pages })[0] ?? {};
      expect([path, message]).toEqual([undefined, undefined]);
    }
  });

  test('a ready palette keeps its own parts', () => {
    for (const { swatches } of PALETTES) {
      const made = fittedTo(
        { ...site, palette: swatches },
        { a: { swatch: 'dark' }, b: { swatch: 'white' } },
      );
      expect(made).toEqual({ a: { swatch: 'dark' }, b: { swatch: 'white' } });
    }
  });
});

describe('a palette in the colours of another', () => {
  const all = [PLAIN_PALETTE, ...PALETTES];

  test.each(all.map((palette) => [palette.name, palette] as const))(
    '%s in its own colours is as it was',
    (_, palette) => {
      expect(recoloured(palette.swatches, palette)).toEqual(palette.swatches);
    },
  );

  test('goes by lightness and strength: names and order make no difference', () => {
    const [from, to] = [PALETTES[0]!, PALETTES[2]!];
    const renamed = from.swatches.map((swatch, i) => ({ ...swatch, id: `s${i}`, name: `No ${i}` })).reverse();
    const colours = (swatches: Swatch[]) => swatches.map(({ colour }) => colour);
    expect(colours(recoloured(renamed, to))).toEqual(colours(recoloured(from.swatches, to)).reverse());
    expect(recoloured(renamed, to).map(({ id }) => id)).toEqual(renamed.map(({ id }) => id));
  });

  test('keeps which of two is lighter, where both have one role', () => {
    const greys = ['#101010', '#1c1c1c', '#f4f4f4', '#ffffff'].map((colour, i) => ({
      id: `g${i}`,
      name: 'Grey',
      colour,
    }));
    for (const palette of all) {
      const lights = recoloured(greys, palette).map(({ colour }) => relativeLuminance(parseColour(colour)!));
      expect(lights[0]!, palette.name).toBeLessThanOrEqual(lights[1]!);
      expect(lights[2]!, palette.name).toBeLessThanOrEqual(lights[3]!);
      expect(lights[1]!, palette.name).toBeLessThan(lights[2]!);
    }
  });
});
