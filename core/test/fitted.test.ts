import { describe, expect, test } from 'vitest';
import { contrastRatio } from '../src/colour/contrast.ts';
import { checkSite } from '../src/model/check.ts';
import { resolveColour, type Swatch } from '../src/model/palette.ts';
import { fittedTo } from '../src/start/fitted.ts';
import { START_HEADERS } from '../src/start/headers.ts';
import { PAGE_SHAPES } from '../src/start/pages.ts';
import { PALETTES } from '../src/start/palettes.ts';
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
